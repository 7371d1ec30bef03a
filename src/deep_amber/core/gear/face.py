"""Size and form of what gives the light."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Face:
    width: float
    """[m]"""
    height: float
    """[m]"""
    round: bool = False
    """An ellipse of that width and height."""
