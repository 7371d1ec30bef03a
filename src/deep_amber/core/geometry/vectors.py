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


def rotation(way: Vector) -> np.ndarray:
    """(3, 3) rotation about a vector by its length [radians], right-handed (Rodrigues' formula)."""
    x, y, z = (float(k) for k in way)
    angle = float(np.sqrt(x * x + y * y + z * z))
    across = np.array([[0.0, -z, y], [z, 0.0, -x], [-y, x, 0.0]])
    if angle < 1e-9:
        return np.eye(3) + across
    return np.eye(3) + np.sin(angle) / angle * across + (1 - np.cos(angle)) / angle**2 * across @ across


def rotation_vector(turned: np.ndarray) -> np.ndarray:
    """(3,) the vector [radians] about which a (3, 3) rotation by less than half a turn goes: `rotation` undone."""
    off = np.array([turned[2, 1] - turned[1, 2], turned[0, 2] - turned[2, 0], turned[1, 0] - turned[0, 1]]) / 2
    sine, cosine = float(np.linalg.norm(off)), (float(np.trace(turned)) - 1) / 2
    return off * (np.arctan2(sine, cosine) / sine) if sine > 1e-9 else off


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
