"""Words of a calibration: what was found, and what taking it would change."""

from ..calibration.calibrate import Calibrated, TrimFound, WallFound
from ..model.room import SURFACE_LABELS
from ..units import stops_text
from .say import stops

NOTHING = 0.07  # stops that are as good as none


def trim_text(k: TrimFound) -> str:
    """As in "Your 90 cm octa on the 400 W s head loses 0.4 more than the table"."""
    what = f"{k.modifier} on the {k.source}" if k.modifier else f"bare {k.source}"
    if abs(k.trim) < NOTHING:
        return f"Your {what} gives what the table says"
    return f"Your {what} {'gives' if k.trim > 0 else 'loses'} {stops(k.trim)} more than the table"


def wall_text(k: WallFound) -> str:
    """As in "Your camera-left wall is 0.55"."""
    return f"Your {SURFACE_LABELS[k.name]} is {k.reflectance:.2f}; the set said {k.was:.2f}"


def slope_text(made: Calibrated) -> str:
    """What the meter itself does."""
    way = "more" if made.slope > 0 else "less"
    return f"Your meter shows {abs(made.slope):.2f} stops too {'much' if made.slope > 0 else 'little'} for each stop {way} light" if abs(made.slope) >= 0.01 else "Your meter's scale is true"  # fmt: skip


def found_texts(made: Calibrated) -> list[tuple[str, str, str, bool]]:
    """Each as words, figure, spread, and whether enough was read to trust it."""
    said = [(trim_text(k), stops_text(k.trim), f"± {k.spread:.2f}", k.told) for k in made.trims]
    if made.wall:
        spread = made.wall.spread
        said.append((wall_text(made.wall), f"{made.wall.reflectance:.2f}", f"± {spread:.2f}", made.wall.told))
    if made.slope_spread:
        spread = made.slope_spread
        said.append(
            (slope_text(made), f"{made.slope:+.2f}".replace("-", "−"), f"± {spread:.2f}", abs(made.slope) > 2 * spread)
        )
    return said


def takes_texts(made: Calibrated, sets: int) -> list[str]:
    """What taking it would change."""
    said = [f"kit: {k.source}, {k.modifier or 'bare'}: {stops_text(k.was)} becomes {stops_text(k.trim)}"
            for k in made.trims if k.of_kit and k.told]  # fmt: skip
    said += [f"{k.source}: not of the kit, its trim is not kept" for k in made.trims if not k.of_kit]
    said += [
        f"{k.source}, {k.modifier or 'bare'}: too few readings, nothing is taken"
        for k in made.trims
        if k.of_kit and not k.told
    ]
    if made.wall and made.wall.told:
        where = "1 set" if sets == 1 else f"{sets} sets"
        said.append(f"{SURFACE_LABELS[made.wall.name]} in {where} of this room: {made.wall.reflectance:.2f}")
    return said
