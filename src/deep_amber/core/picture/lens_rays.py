"""Rays through the lens pupil for places in the picture."""

from dataclasses import dataclass

import numba as nb
import numpy as np

from ..geometry.quads import field_of_view
from ..geometry.vectors import aiming_axes
from ..model.camera import Camera
from ..transport.workers import in_chunks


@dataclass(frozen=True)
class Size:
    """Picture size [pixels]."""

    width: int
    height: int

    @property
    def aspect(self) -> float:
        return self.width / self.height


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _pixel_directions(width, height, half_width, half_height, right, up, forward, out, start, stop):
    for i in range(start, stop):
        across = np.float32((2 * ((i % width + 0.5) / width) - 1) * half_width)
        above = np.float32((1 - 2 * ((i // width + 0.5) / height)) * half_height)
        inverse = np.float32(1) / np.sqrt(np.float32(1) + across * across + above * above)
        for k in range(3):
            out[i, k] = across * inverse * right[k] + above * inverse * up[k] + inverse * forward[k]


def pixel_directions(camera: Camera, size: Size) -> np.ndarray:
    """(height * width, 3) float32 unit directions through the middle of each pixel, row by row."""
    right, up, forward = (axis.astype(np.float32) for axis in aiming_axes(camera.place, camera.aim))
    wide, high = field_of_view(camera, size.aspect)
    out = np.empty((size.width * size.height, 3), np.float32)
    in_chunks(
        lambda a, b: _pixel_directions(size.width, size.height, wide, high, right, up, forward, out, a, b),
        len(out),
        16384,
    )
    return out


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
