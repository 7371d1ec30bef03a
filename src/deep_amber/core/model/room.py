"""The room: a box with one reflectance and colour a surface."""

from dataclasses import dataclass, field
from typing import Annotated

from annotated_types import Interval

from ..srgb import luminance

Reflectance = Annotated[float, Interval(ge=0.02, le=0.95)]
Channel = Annotated[float, Interval(ge=0.0, le=1.0)]
SURFACE_LABELS = {
    "left": "camera-left wall",
    "right": "camera-right wall",
    "floor": "floor",
    "ceiling": "ceiling",
    "back": "back wall",
    "front": "wall behind camera",
}
SURFACE_NAMES = tuple(SURFACE_LABELS)


@dataclass(frozen=True)
class Colour:
    """Share of each linear sRGB channel, the largest being 1: only the tint, not how bright."""

    red: Channel = 1.0
    green: Channel = 1.0
    blue: Channel = 1.0


@dataclass(frozen=True)
class Surface:
    reflectance: Reflectance
    """Share of light thrown back, as a diffuse surface: white emulsion .80, mid grey .18, black cloth .04."""
    colour: Colour = field(default_factory=Colour)
    """Tint of the surface; white is neutral."""

    @property
    def rgb(self) -> tuple[float, float, float]:
        """Reflectance a channel, linear sRGB, with this surface's luminance reflectance."""
        c = self.colour
        scale = self.reflectance / max(luminance(c.red, c.green, c.blue), 1e-6)
        return tuple(min(0.98, scale * k) for k in (c.red, c.green, c.blue))  # type: ignore[return-value]


@dataclass(frozen=True)
class Surfaces:
    left: Surface
    """Wall on camera-left."""
    right: Surface
    """Wall on camera-right."""
    floor: Surface
    ceiling: Surface
    back: Surface
    """Wall behind the backdrop."""
    front: Surface
    """Wall behind the camera."""


@dataclass(frozen=True)
class Room:
    width: Annotated[float, Interval(ge=1.5, le=20.0)]
    """Camera-left wall to camera-right wall [m]."""
    depth: Annotated[float, Interval(ge=1.5, le=20.0)]
    """Back wall to the wall behind the camera [m]."""
    height: Annotated[float, Interval(ge=1.9, le=8.0)]
    """Floor to ceiling [m]."""
    surfaces: Surfaces
