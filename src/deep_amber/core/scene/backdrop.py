"""The backdrop: a hanging plane behind the sitter."""

from dataclasses import dataclass
from typing import Annotated

from annotated_types import Interval

from .point import Coordinate
from .room import Surface


@dataclass(frozen=True)
class Backdrop:
    x: Coordinate
    """Middle of the backdrop toward camera-right [m]."""
    z: Coordinate
    """Distance of its middle from the back wall [m]."""
    turn: Annotated[float, Interval(ge=-80.0, le=80.0)]
    """Turned about its middle, positive toward camera-right [degrees]."""
    width: Annotated[float, Interval(ge=0.3, le=8.0)]
    """[m]"""
    height: Annotated[float, Interval(ge=0.5, le=5.0)]
    """Upper edge above the floor; it hangs to the floor [m]."""
    surface: Surface
