"""The part of the backdrop that the frame sees, and the least backdrop that would do."""

from dataclasses import dataclass

import numpy as np

from ..geometry.quads import backdrop_quad
from ..model.set import Set
from ..picture.lens_rays import directions

CORNERS = np.array([[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]])


@dataclass(frozen=True)
class Coverage:
    """What the frame sees in the backdrop's plane, all in m; infinite where a corner looks past the plane."""

    left: float
    """Camera-left end of what is seen, from the backdrop's middle; negative toward camera-left."""
    right: float
    top: float
    """Upper end above the floor."""
    bottom: float
    margin_left: float
    """Backdrop left over there; negative where it is missing."""
    margin_right: float
    margin_top: float

    @property
    def least_width(self) -> float:
        """Width of a backdrop, hung at the same middle, that would just fill the frame."""
        return 2 * max(-self.left, self.right)

    @property
    def margin(self) -> float:
        """The smaller of the margins at both sides."""
        return min(self.margin_left, self.margin_right)


def coverage(photo_set: Set) -> Coverage:
    """What the frame sees of the backdrop, by the four corners of the picture.

    Similar triangles: a picture w wide on the sensor at focal length f sees w d / f at the distance d.
    """
    quad, camera = backdrop_quad(photo_set.backdrop), photo_set.camera
    lens, middle = camera.place.array, np.array(quad.centre)
    ways = directions(camera, camera.aspect, CORNERS).astype(float)
    toward = ways @ quad.normal
    away = (middle - lens) @ quad.normal
    with np.errstate(divide="ignore", invalid="ignore"):
        t = np.where(toward * away > 0, away / toward, np.inf)
    along = np.array(quad.half_x) / np.linalg.norm(quad.half_x)
    off, meets = lens - middle, np.isfinite(t)
    t = np.where(meets, t, 0.0)
    x = np.where(meets, off @ along + t * (ways @ along), _endless(ways @ along))
    y = np.where(meets, lens[1] + t * ways[:, 1], _endless(ways[:, 1]))
    half = float(np.linalg.norm(quad.half_x))
    left, right, top = float(x.min()), float(x.max()), float(y.max())
    return Coverage(left, right, top, float(y.min()), left + half, half - right, photo_set.backdrop.height - top)


def _endless(way: np.ndarray) -> np.ndarray:
    """Where a corner's ray goes that never meets the backdrop: endlessly far to its side; 0 where it goes to neither."""
    return np.where(way == 0, 0.0, np.copysign(np.inf, way))


def floor_seen(photo_set: Set) -> float:
    """How far before the backdrop's foot the frame still sees the floor [m], by the picture's lower corners; 0 for none."""
    quad, camera = backdrop_quad(photo_set.backdrop), photo_set.camera
    lens, foot = camera.place.array, np.array(quad.centre) * [1, 0, 1]
    farthest = 0.0
    for way in directions(camera, camera.aspect, CORNERS[2:]).astype(float):
        if way[1] < 0:
            farthest = max(farthest, float((lens - way * (lens[1] / way[1]) - foot) @ quad.normal))
    return farthest
