"""Named finishes of room surfaces and backdrops: reflectance and colour.

Assumptions all: reflectances in the range that lighting tables give for such surfaces, black cloth as in the
light-model, colours by eye. A finish is a start; own figures go over it.
"""

from dataclasses import dataclass

from .backdrop import Backdrop, BackdropKind, Creases
from .room import Colour, Surface

OWN = "own figures"
WALLS = {
    "white emulsion": Surface(0.80),
    "cream": Surface(0.70, Colour(1.0, 0.93, 0.76)),
    "light grey": Surface(0.50),
    "mid grey": Surface(0.18),
    "dark cloth": Surface(0.05),
    "brick": Surface(0.22, Colour(1.0, 0.52, 0.38)),
    "wood": Surface(0.25, Colour(1.0, 0.72, 0.46)),
    "light carpet": Surface(0.35, Colour(1.0, 0.94, 0.84)),
    "dark carpet": Surface(0.10),
    "strong red": Surface(0.12, Colour(1.0, 0.08, 0.06)),
    "strong blue": Surface(0.10, Colour(0.08, 0.22, 1.0)),
    "strong green": Surface(0.18, Colour(0.16, 1.0, 0.22)),
    "strong yellow": Surface(0.55, Colour(1.0, 0.80, 0.10)),
}
CLOTHS = {
    "white": Surface(0.78),
    "cream": Surface(0.62, Colour(1.0, 0.93, 0.78)),
    "light grey": Surface(0.42),
    "mid grey": Surface(0.18),
    "charcoal": Surface(0.07),
    "black": Surface(0.035),
    "navy": Surface(0.04, Colour(0.22, 0.36, 1.0)),
    "sky blue": Surface(0.34, Colour(0.55, 0.80, 1.0)),
    "dark red": Surface(0.07, Colour(1.0, 0.14, 0.16)),
    "forest green": Surface(0.07, Colour(0.32, 1.0, 0.42)),
    "mustard": Surface(0.30, Colour(1.0, 0.68, 0.14)),
    "rose": Surface(0.36, Colour(1.0, 0.62, 0.64)),
}


@dataclass(frozen=True)
class Material:
    """What a backdrop is made of."""

    kind: BackdropKind
    surface: Surface
    variation: float = 0.0
    grain: float = 0.25
    creases: Creases = "none"


BACKDROPS = {
    "white paper": Material("paper", Surface(0.85)),
    "light grey paper": Material("paper", Surface(0.45)),
    "mid grey paper": Material("paper", Surface(0.18)),
    "charcoal paper": Material("paper", Surface(0.08)),
    "black paper": Material("paper", Surface(0.05)),
    "grey cloth": Material("cloth", Surface(0.20), 0.1, 0.02, "soft folds"),
    "black velvet": Material("cloth", Surface(0.02), 0.1, 0.02, "soft folds"),
    "unbleached muslin": Material("muslin", Surface(0.60, Colour(1.0, 0.92, 0.78)), 0.3, 0.3, "crumpled"),
    "painted cloth, brown": Material("painted cloth", Surface(0.12, Colour(1.0, 0.66, 0.42)), 1.2, 0.35),
    "painted cloth, blue grey": Material("painted cloth", Surface(0.20, Colour(0.78, 0.90, 1.0)), 1.0, 0.35),
    "painted wall": Material("wall", Surface(0.70, Colour(1.0, 0.97, 0.91)), 0.1, 0.05),
    "brick wall": Material("wall", Surface(0.22, Colour(1.0, 0.52, 0.38)), 0.8, 0.08),
    "white bed sheet": Material("bed sheet", Surface(0.75), 0.05, 0.3, "fold lines"),
    "blind": Material("blind", Surface(0.65)),
    "white foam board": Material("foam board", Surface(0.83)),
    "collapsible, grey": Material("collapsible", Surface(0.20), 0.4, 0.3),
    "black board": Material("black board", Surface(0.04)),
    "white reflector": Material("reflector", Surface(0.82)),
    "softbox face": Material("softbox face", Surface(0.72)),
}


def finish_of(surface: Surface, table: dict[str, Surface]) -> str:
    """Name of a surface in a table, OWN when it is none of them."""
    return next((name for name, known in table.items() if known == surface), OWN)


def material_of(backdrop: Backdrop) -> str:
    """Name of what a backdrop is made of, OWN when its figures are none of the named ones."""
    own = Material(backdrop.kind, backdrop.surface, backdrop.variation, backdrop.grain, backdrop.creases)
    return next((name for name, known in BACKDROPS.items() if known == own), OWN)
