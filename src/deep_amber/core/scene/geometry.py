"""Geometry that follows from a set: quads, axes, edges. Pure vector arithmetic."""

from dataclasses import dataclass

import numpy as np

from .backdrop import Backdrop
from .camera import Camera
from .light import Light
from .point import Point

UP = np.array([0.0, 1.0, 0.0])


def unit(vector: np.ndarray) -> np.ndarray:
    """The vector at length 1; a zero vector stays zero."""
    length = float(np.linalg.norm(vector))
    return vector / length if length > 0 else vector


def cross(a, b) -> np.ndarray:
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


@dataclass(frozen=True)
class Quad:
    """A rectangle: centre and half edges [m]; its front normal is half_x cross half_y."""

    centre: tuple[float, float, float]
    half_x: tuple[float, float, float]
    half_y: tuple[float, float, float]

    @property
    def normal(self) -> np.ndarray:
        return unit(cross(self.half_x, self.half_y))

    @property
    def area(self) -> float:
        """[m2]"""
        return float(4 * np.linalg.norm(cross(self.half_x, self.half_y)))

    @property
    def corners(self) -> np.ndarray:
        """(4, 3) [m], round the outline."""
        c, x, y = np.array(self.centre), np.array(self.half_x), np.array(self.half_y)
        return np.array([c - x - y, c + x - y, c + x + y, c - x + y])


def _quad(centre, half_x, half_y) -> Quad:
    return Quad(*(tuple(map(float, v)) for v in (centre, half_x, half_y)))  # type: ignore[arg-type]


def backdrop_quad(backdrop: Backdrop) -> Quad:
    """The backdrop, its front toward the camera."""
    turn = np.radians(backdrop.turn)
    along = np.array([np.cos(turn), 0.0, -np.sin(turn)])
    centre = (backdrop.x, backdrop.height / 2, backdrop.z)
    return _quad(centre, along * backdrop.width / 2, UP * backdrop.height / 2)


def emitter_quad(light: Light) -> Quad:
    """The lit front cloth, its front toward what it is aimed at."""
    right, up, forward = aiming_axes(light.place, light.aim)
    del forward
    return _quad(light.place.array, -right * light.modifier.width / 2, up * light.modifier.height / 2)


def lower_edge(light: Light) -> float:
    """Height of the lowest corner of the front cloth above the floor [m]."""
    return float(emitter_quad(light).corners[:, 1].min())


def field_of_view(camera: Camera, aspect: float) -> tuple[float, float]:
    """Half width and half height of the picture at unit distance.

    The picture is the largest middle crop of the sensor with the given aspect (width / height).
    """
    width, height = camera.sensor_width, camera.sensor_height
    if width / height > aspect:
        width = height * aspect
    else:
        height = width / aspect
    return width / 2 / camera.focal_length, height / 2 / camera.focal_length
