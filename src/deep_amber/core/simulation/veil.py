"""Veil: light that a lens spreads over the whole picture, from what is bright in it and from lamps that shine into it.

A share of all light that enters is scattered by glass and barrel and lies evenly over the picture. ISO 9358 measures it as the
veiling glare index; an ordinary coated lens has about half a percent to two, of which the lower end is taken. Light from
outside the frame counts for less, as a hood and the barrel take most of it.
"""

import math
from dataclasses import dataclass

import numpy as np

from ..exposure.response import MID_GREY, exposure_factor
from ..geometry.projected import projected
from ..geometry.quads import field_of_view
from ..geometry.vectors import aiming_axes
from ..kit.emission import emissions
from ..model.light import Light
from ..srgb import LUMINANCE
from ..transport.direct import illuminance
from ..transport.hemisphere import RAY_START
from .exposing import exposed, lights_on
from .obstacles import between_walls, rows_of
from .stages import Stages

GLARE = 0.005  # share of the light in the frame that is spread over it, of a coated lens (assumption)
OUTSIDE = 0.1  # of that share, for light from outside the frame (assumption)
WIDEST = 75.0  # degrees off the lens axis beyond which no light meets the glass
BLACKS = MID_GREY / 16  # value of the blacks: four stops under mid grey
SHOWS = 0.1  # stops in the blacks from which a veil is seen
SHADOWS = (6, 6)


@dataclass(frozen=True)
class Veil:
    value: float
    """Added all over, 1 = white."""
    by_ground: float
    """Of that, by what is bright in the picture."""
    by_light: dict[str, float]
    """Of that, by each light that shines into the lens from outside the frame."""

    @property
    def blacks(self) -> float:
        """How much it lifts the blacks [stops]."""
        return math.log2(1 + self.value / BLACKS)

    @property
    def contrast(self) -> float:
        """The share of contrast between white and the blacks that it takes."""
        return 1 - (1 + self.value) / (BLACKS + self.value) / (1 / BLACKS)

    @property
    def shows(self) -> bool:
        return self.blacks >= SHOWS


def into_lens(stages: Stages, light: Light) -> float:
    """Light straight from a light at the lens, from outside the frame, as that of white all over the frame.

    E pi / (solid angle of the frame), E the exposure of a receptor at the lens that faces the light, in whites.
    """
    camera = stages.photo_set.camera
    lens, (_, _, forward) = camera.place.array, aiming_axes(camera.place, camera.aim)
    wide, high = field_of_view(camera, camera.aspect)
    total = 0.0
    for emission in emissions(light):
        middle = emission.emitter.row[:3]
        way = middle - lens
        away = float(np.linalg.norm(way))
        off = math.degrees(math.acos(min(max(float(way @ forward) / away, -1.0), 1.0)))
        x, y, _ = projected(camera, middle[None])[0]
        if off > WIDEST or (abs(x) < 1 and abs(y) < 1):
            continue
        at, axis = lens[None].astype(np.float32), (way / away)[None].astype(np.float32)
        quads = [q for q in between_walls(stages, light, emission.emitter) if _off_lens(q.centre, lens)]
        lift = np.full(1, RAY_START, np.float32)
        lux = float(illuminance(stages.rays(), at, axis, lift, emission.emitter, rows_of(tuple(quads)), SHADOWS)[0])
        total += lux * emission.radiance
    scale = float(exposed(stages.photo_set, light) @ LUMINANCE) * exposure_factor(camera)
    return total * scale * math.pi / (4 * wide * high)


def _off_lens(centre: tuple[float, float, float], lens: np.ndarray) -> bool:
    """Whether a quad is not the camera itself."""
    return float(np.linalg.norm(np.array(centre) - lens)) > 0.25


def veil_of(stages: Stages, linear: np.ndarray) -> Veil:
    """The veil of a picture (n, 3), linear and not clipped."""
    ground = GLARE * float((linear @ LUMINANCE).mean())
    lights = {k.name: GLARE * OUTSIDE * into_lens(stages, k) for k in lights_on(stages.photo_set)}
    return Veil(ground + sum(lights.values()), ground, lights)
