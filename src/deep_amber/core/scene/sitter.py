"""The sitter: who, where and in which pose."""

from dataclasses import dataclass
from typing import Annotated

from annotated_types import Interval, MaxLen, MinLen

from .point import Coordinate


@dataclass(frozen=True)
class Sitter:
    who: Annotated[str, MinLen(1), MaxLen(40)]
    """Name of a baked sitter."""
    x: Coordinate
    """Body axis toward camera-right [m]."""
    z: Coordinate
    """Body axis from the back wall [m]."""
    seat_height: Annotated[float, Interval(ge=0.2, le=1.0)]
    """Seat above the floor [m]."""
    body_turn: Annotated[float, Interval(ge=-180.0, le=180.0)] = 0.0
    """Body against the camera wall, positive toward camera-right [degrees]."""
    head_turn: Annotated[float, Interval(ge=-75.0, le=75.0)] = 0.0
    """Head against the body, positive toward camera-right [degrees]."""
    head_nod: Annotated[float, Interval(ge=-35.0, le=40.0)] = 0.0
    """Chin down is positive [degrees]."""
    head_tilt: Annotated[float, Interval(ge=-30.0, le=30.0)] = 0.0
    """Crown toward camera-right is positive [degrees]."""
