"""Named finishes of room surfaces and backdrops: reflectance and colour.

Assumptions all: reflectances in the range that lighting tables give for such surfaces, black cloth as in the
light-model, colours by eye. A finish is a start; own figures go over it.
"""

from .room import Colour, Surface

OWN = "own figures"
WALLS = {
    "white emulsion": Surface(0.80), "cream": Surface(0.70, Colour(1.0, 0.93, 0.76)), "light grey": Surface(0.50),
    "mid grey": Surface(0.18), "dark cloth": Surface(0.05), "brick": Surface(0.22, Colour(1.0, 0.52, 0.38)),
    "wood": Surface(0.25, Colour(1.0, 0.72, 0.46)), "light carpet": Surface(0.35, Colour(1.0, 0.94, 0.84)),
    "dark carpet": Surface(0.10), "strong red": Surface(0.12, Colour(1.0, 0.08, 0.06)),
    "strong blue": Surface(0.10, Colour(0.08, 0.22, 1.0)), "strong green": Surface(0.18, Colour(0.16, 1.0, 0.22)),
    "strong yellow": Surface(0.55, Colour(1.0, 0.80, 0.10)),
}  # fmt: skip
BACKDROPS = {
    "white paper": Surface(0.85), "light grey paper": Surface(0.45), "mid grey paper": Surface(0.18),
    "charcoal paper": Surface(0.08), "black paper": Surface(0.05), "black velvet": Surface(0.02),
    "unbleached muslin": Surface(0.60, Colour(1.0, 0.92, 0.78)), "white bed sheet": Surface(0.75),
    "painted cloth, brown": Surface(0.12, Colour(1.0, 0.66, 0.42)),
    "painted cloth, blue grey": Surface(0.20, Colour(0.78, 0.90, 1.0)), "foam board": Surface(0.83),
    "blind": Surface(0.65), "white reflector": Surface(0.82),
}  # fmt: skip


def finish_of(surface: Surface, table: dict[str, Surface]) -> str:
    """Name of a surface in a table, OWN when it is none of them."""
    return next((name for name, known in table.items() if known == surface), OWN)
