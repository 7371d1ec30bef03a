"""Which ratio tells a face: cheek to cheek, or with light from the middle its front to what faces down."""

from dataclasses import dataclass

from ..model.look import WANTED_FROM_THE_MIDDLE, Look
from ..pattern.reading import PatternReading
from ..simulation.readings import CHEEKS, FRONT, Readings

FROM_THE_MIDDLE = ("butterfly", "clamshell", "overhead")
"""Patterns of a key over or under the lens: both cheeks are lit alike, with or without a board under the chin."""


@dataclass(frozen=True)
class Ratio:
    label: str
    """CHEEKS or FRONT."""
    meaning: str
    ratio: float
    """To one."""
    stops: float


def asks_for_the_middle(look: Look) -> bool:
    """Whether a look asks for light from the middle."""
    return look.pattern in WANTED_FROM_THE_MIDDLE


def from_the_middle(reading: PatternReading | None) -> bool:
    """Whether the key lights the face from the middle."""
    if reading is None:
        return False
    return bool({reading.pattern, reading.composed} & {*FROM_THE_MIDDLE}) or reading.side.name == "on-axis"


def telling_ratio(look: Look | None, readings: Readings, reading: PatternReading | None) -> Ratio:
    """The ratio that says how the face is modelled: by the look where it asks for a pattern, else by the key."""
    asked = look is not None and look.pattern != "open"
    if asks_for_the_middle(look) if look is not None and asked else from_the_middle(reading):
        meaning = "Illuminance of both cheeks to under nose and chin"
        return Ratio(FRONT, meaning, readings.front_ratio, readings.front_ratio_stops)
    return Ratio(CHEEKS, "Illuminance of the lit cheek to the shadow cheek", readings.ratio, readings.ratio_stops)
