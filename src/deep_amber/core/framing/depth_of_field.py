"""Depth of field and blur.

Source: S. Ray, Applied Photographic Optics, chapter on depth of field (thin lens).
"""

import math
from dataclasses import dataclass

from ..model.camera import Camera

SHARP = 1 / 1500  # of the sensor's diagonal: the usual circle that still counts as sharp
NEAREST = 4.0  # focal lengths: usual lenses focus no nearer, a third of life size (assumption)


def nearest_focus(camera: Camera) -> float:
    """The nearest distance that the lens is taken to focus at [m]."""
    return NEAREST * camera.focal_length / 1000


@dataclass(frozen=True)
class Depth:
    before: float
    """[m] in front of the focus that is still sharp."""
    behind: float
    """[m] behind it; infinite from the hyperfocal distance on."""


def circle(camera: Camera) -> float:
    """Largest blur that counts as sharp on the sensor [mm]."""
    return SHARP * math.hypot(camera.sensor_width, camera.sensor_height)


def blur(camera: Camera, focus: float, distance: float) -> float:
    """Diameter on the sensor of the blur of a point [mm]; focus and distance in m, the focus at least `nearest_focus`.

    c = (f / N) (f / (s - f)) |d - s| / d, with focus s and distance d in the same unit.
    """
    f, s, d = camera.focal_length, focus * 1000, distance * 1000
    return f / camera.aperture * f / (s - f) * abs(d - s) / d


def depth_of_field(camera: Camera, focus: float) -> Depth:
    """What is sharp before and behind a focus [m], by the hyperfocal distance H = f2 / (N c) + f.

    The focus at least `nearest_focus`.
    """
    f, s, c = camera.focal_length, focus * 1000, circle(camera)
    h = f * f / (camera.aperture * c) + f
    near = s * (h - f) / (h + s - 2 * f)
    far = s * (h - f) / (h - s) if s < h else math.inf
    return Depth((s - near) / 1000, (far - s) / 1000)
