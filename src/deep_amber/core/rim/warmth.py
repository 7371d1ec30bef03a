"""A light's colour against the key's: in mired, as its label and gels say, and as a colour difference."""

from dataclasses import dataclass

from ..exposure.cast import cast
from ..kit.colour import mired_of
from ..kit.emission import emitted_colour
from ..model.light import Light


@dataclass(frozen=True)
class Warmth:
    mired: float
    """How much warmer than the key; under zero for cooler [mired]."""
    difference: float
    """Of grey lit by one and by the other (CIE 1976, a* b*)."""


def warmth(light: Light, key: Light, white_balance: float) -> Warmth:
    """Of a light against the key, at a white balance [K]."""
    difference = cast(emitted_colour(light, white_balance), emitted_colour(key, white_balance))
    return Warmth(mired_of(light) - mired_of(key), difference)
