"""A place in the room."""

from dataclasses import dataclass
from typing import Annotated

import numpy as np
from annotated_types import Interval

Coordinate = Annotated[float, Interval(ge=-25.0, le=25.0)]


@dataclass(frozen=True)
class Point:
    x: Coordinate
    """Toward camera-right from the room's middle line [m]."""
    y: Coordinate
    """Above the floor [m]."""
    z: Coordinate
    """From the back wall toward the camera [m]."""

    @property
    def array(self) -> np.ndarray:
        """(3,) [m]"""
        return np.array([self.x, self.y, self.z])
