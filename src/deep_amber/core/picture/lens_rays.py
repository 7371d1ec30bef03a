"""Rays through the lens pupil for places in the picture."""

from dataclasses import dataclass

import numpy as np

from ..geometry.quads import field_of_view
from ..geometry.vectors import aiming_axes
from ..model.camera import Camera


@dataclass(frozen=True)
class Size:
    """Picture size [pixels]."""

    width: int
    height: int

    @property
    def aspect(self) -> float:
        return self.width / self.height


def pixel_places(size: Size) -> np.ndarray:
    """(height * width, 2) middle of each pixel, in 0..1 from the upper left."""
    y, x = np.mgrid[0 : size.height, 0 : size.width]
    return np.stack([(x + 0.5) / size.width, (y + 0.5) / size.height], -1).reshape(-1, 2)


def directions(camera: Camera, aspect: float, places: np.ndarray) -> np.ndarray:
    """(n, 3) float32 unit directions for picture places in 0..1 from the upper left."""
    right, up, forward = aiming_axes(camera.place, camera.aim)
    half_width, half_height = field_of_view(camera, aspect)
    across = ((2 * places[:, :1] - 1) * half_width).astype(np.float32)
    above = ((1 - 2 * places[:, 1:]) * half_height).astype(np.float32)
    # Right, up and forward are unit vectors at right angles.
    inverse = 1 / np.sqrt(1 + across * across + above * above)
    right, up, forward = (axis.astype(np.float32) for axis in (right, up, forward))
    return across * inverse * right + above * inverse * up + inverse * forward
