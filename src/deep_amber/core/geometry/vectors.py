"""Vectors: unit length, cross product, the axes of something that looks."""

import numpy as np

from ..model.point import Point

Vector = np.ndarray | tuple[float, float, float]
"""(3,) of a place or a direction."""
UP = np.array([0.0, 1.0, 0.0])


def unit(vector: np.ndarray) -> np.ndarray:
    """The vector at length 1; a zero vector stays zero."""
    length = float(np.linalg.norm(vector))
    return vector / length if length > 0 else vector


def fixed(array: np.ndarray) -> np.ndarray:
    """The array, which nobody may write to any more."""
    array.flags.writeable = False
    return array


def cross(a: Vector, b: Vector) -> np.ndarray:
    """(3,) cross product; the library's own costs twenty times as much for single vectors."""
    return np.array([a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]])


def aiming_axes(place: Point, aim: Point) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """Right, up and forward unit vectors of something level that looks from place to aim.

    Forward falls back to the level direction toward the back wall when both points coincide, and
    right to camera-right when it looks straight up or down.
    """
    forward = unit(aim.array - place.array)
    if not forward.any():
        forward = np.array([0.0, 0.0, -1.0])
    right = cross(forward, UP)
    right = unit(right) if np.linalg.norm(right) > 1e-6 else np.array([1.0, 0.0, 0.0])
    return right, cross(right, forward), forward
