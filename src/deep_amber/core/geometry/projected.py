"""Points of the room in the picture."""

import numpy as np

from ..model.camera import Camera
from .quads import field_of_view
from .vectors import aiming_axes

NEAREST = 0.05  # [m] before the lens


def projected(camera: Camera, points: np.ndarray) -> np.ndarray:
    """(n, 3) points in the picture: x and y from -1 to 1 at its edges, and distance along the axis [m].

    x and y of a point behind the lens are not finite.
    """
    right, up, forward = aiming_axes(camera.place, camera.aim)
    wide, high = field_of_view(camera, camera.aspect)
    off = points - camera.place.array
    z = off @ forward
    with np.errstate(divide="ignore", invalid="ignore"):
        x = np.where(z > NEAREST, off @ right / (z * wide), np.nan)
        y = np.where(z > NEAREST, off @ up / (z * high), np.nan)
    return np.stack([x, y, z], 1)
