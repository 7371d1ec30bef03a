"""The camera: sensor, lens, place, aim and exposure settings."""

from dataclasses import dataclass
from typing import Annotated

from annotated_types import Interval

from .point import Point

PICTURE_ASPECT = 0.8  # width to height of the upright picture


@dataclass(frozen=True)
class Camera:
    place: Point
    """The lens pupil [m]."""
    aim: Point
    """What the middle of the frame looks at [m]."""
    focal_length: Annotated[float, Interval(ge=8.0, le=600.0)]
    """[mm]"""
    aperture: Annotated[float, Interval(ge=0.9, le=64.0)]
    """f-number N."""
    time: Annotated[float, Interval(ge=1 / 8000, le=60.0)]
    """Exposure time [s]; flash exposure does not depend on it."""
    sensitivity: Annotated[float, Interval(ge=25.0, le=102400.0)]
    """ISO arithmetic speed."""
    white_balance: Annotated[float, Interval(ge=2000.0, le=12000.0)] = 5600.0
    """Colour temperature that comes out neutral [K]."""
    sensor_width: Annotated[float, Interval(ge=4.0, le=60.0)] = 24.0
    """Sensor across the upright picture [mm]."""
    sensor_height: Annotated[float, Interval(ge=4.0, le=60.0)] = 36.0
    """Sensor up the upright picture [mm]."""
