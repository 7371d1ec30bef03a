"""The camera: sensor, lens, place, aim and exposure settings."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Interval, MaxLen, MinLen

from .point import Point

USUAL_SYNC = 1 / 200  # [s] (assumption: focal-plane shutters are marked 1/160 to 1/250)
PICTURE_ASPECT = 0.8  # shorter to longer side of the picture


@dataclass(frozen=True)
class Lens:
    """A lens of the kit."""

    name: Annotated[str, MinLen(1), MaxLen(60)]
    shortest: Annotated[float, Interval(ge=4.0, le=800.0)]
    """Shortest focal length [mm]."""
    longest: Annotated[float, Interval(ge=4.0, le=800.0)]
    """Longest focal length [mm]; the same for a fixed lens."""
    widest: Annotated[float, Interval(ge=0.8, le=22.0)]
    """Widest aperture [f-number]."""


@dataclass(frozen=True)
class Camera:
    place: Point
    """The lens pupil [m]."""
    aim: Point
    """What the middle of the frame looks at [m]."""
    focal_length: Annotated[float, Interval(ge=4.0, le=600.0)]
    """[mm]"""
    aperture: Annotated[float, Interval(ge=0.9, le=64.0)]
    """f-number N."""
    time: Annotated[float, Interval(ge=1 / 8000, le=60.0)]
    """Exposure time [s]; flash exposure does not depend on it."""
    sensitivity: Annotated[float, Interval(ge=25.0, le=102400.0)]
    """ISO arithmetic speed."""
    white_balance: Annotated[float, Interval(ge=2000.0, le=12000.0)] = 5600.0
    """Colour temperature that comes out neutral [K]."""
    sensor_width: Annotated[float, Interval(ge=3.0, le=60.0)] = 24.0
    """The sensor's shorter side [mm]."""
    sensor_height: Annotated[float, Interval(ge=4.0, le=60.0)] = 36.0
    """The sensor's longer side [mm]."""
    orientation: Literal["portrait", "landscape"] = "portrait"
    """Portrait, the longer side stands; landscape, it lies."""
    lens: Lens | None = None
    """None for any focal length."""
    filter: Annotated[float, Interval(ge=0.0, le=10.0)] = 0.0
    """Neutral filter before the lens, by what it takes [stops]."""
    focus: Annotated[float, Interval(ge=0.1, le=100.0)] | None = None
    """Where it is focused, from the lens along its axis [m]; None for on the near eye."""
    sync_time: Annotated[float, Interval(ge=1 / 4000, le=0.1)] = USUAL_SYNC
    """Shortest time at which its shutter is wide open for a flash [s]."""

    @property
    def aspect(self) -> float:
        """Width to height of the picture."""
        return PICTURE_ASPECT if self.orientation == "portrait" else 1 / PICTURE_ASPECT

    @property
    def sensor(self) -> tuple[float, float]:
        """Across and up the picture [mm]."""
        size = (self.sensor_width, self.sensor_height)
        return size if self.orientation == "portrait" else size[::-1]
