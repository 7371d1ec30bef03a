"""What stands in the room beside the gear: furniture that blocks light and way, and doors."""

from dataclasses import dataclass, field
from typing import Annotated, Literal

from annotated_types import Interval, MaxLen, MinLen

from .point import Coordinate
from .room import Surface


@dataclass(frozen=True)
class Furniture:
    """A closed box, its sides along the walls."""

    name: Annotated[str, MinLen(1), MaxLen(40)]
    x: Coordinate
    """Its middle toward camera-right [m]."""
    z: Coordinate
    """Its middle from the back wall [m]."""
    width: Annotated[float, Interval(ge=0.02, le=5.0)] = 0.8
    """Toward camera-right [m]."""
    depth: Annotated[float, Interval(ge=0.02, le=5.0)] = 0.4
    """From back to front [m]."""
    height: Annotated[float, Interval(ge=0.1, le=5.0)] = 0.8
    """Of the box [m]."""
    base: Annotated[float, Interval(ge=0.0, le=4.0)] = 0.0
    """Its lower side above the floor [m]; over 0 for what hangs on a wall."""
    surface: Surface = field(default_factory=lambda: Surface(0.35))


@dataclass(frozen=True)
class Door:
    name: Annotated[str, MinLen(1), MaxLen(40)]
    wall: Literal["left", "right", "back", "front"]
    """In the wall on camera-left, camera-right, behind the backdrop, or behind the camera."""
    along: Coordinate
    """Its middle: for the side walls from the back wall, for the others from the room's middle [m]."""
    width: Annotated[float, Interval(ge=0.4, le=3.0)] = 0.8
    """[m]"""
    height: Annotated[float, Interval(ge=1.0, le=4.0)] = 2.0
    """[m]"""
    opens: Literal["into the room", "outward", "slides", "stands open"] = "into the room"
    """One that stands open is an opening: light goes out by it, and it shows dark."""
