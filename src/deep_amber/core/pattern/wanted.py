"""Whether a reading is what a look asks for."""

from ..model.look import Look
from .reading import PatternReading


def is_wanted(look: Look, reading: PatternReading) -> bool:
    """Whether pattern, composed name or side are the wanted ones; an open look takes all."""
    wanted = look.pattern
    if wanted == "open":
        return True
    if wanted in ("broad", "short", "on-axis", "profile"):
        return wanted in reading.side.name
    if wanted == "rim":
        return reading.pattern == "rim" or reading.composed == "edge light only"
    return wanted in (reading.pattern, reading.composed)
