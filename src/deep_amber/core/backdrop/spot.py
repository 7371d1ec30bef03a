"""The spot that one light draws on the backdrop: where it is brightest, and how wide until it falls to half."""

import math
from dataclasses import dataclass

import numpy as np

from ..geometry.quads import backdrop_quad
from ..kit.emission import emissions
from ..model.light import Light
from ..simulation.obstacles import between_walls, rows_of
from ..simulation.stages import Stages
from ..transport.direct import illuminance
from ..transport.hemisphere import RAY_START

CELLS = 48  # along the longer side of the backdrop
SHADOWS = (4, 4)
OFF = 0.004  # [m] before the backdrop


@dataclass(frozen=True)
class Spot:
    light: int
    """Index in the set."""
    place: tuple[float, float, float]
    """Its brightest place [m]."""
    diameter: float
    """Of a disc as large as what is lit at half or more [m]; infinite where that runs over the backdrop's edge."""


def spot_of(stages: Stages, index: int) -> Spot | None:
    """The spot of one light, its own straight light alone; None where none of it comes to the backdrop."""
    light = stages.photo_set.lights[index]
    quad = backdrop_quad(stages.photo_set.backdrop)
    across, up = np.array(quad.half_x), np.array(quad.half_y)
    wide, high = 2 * float(np.linalg.norm(across)), 2 * float(np.linalg.norm(up))
    columns = CELLS if wide >= high else max(8, round(CELLS * wide / high))
    rows = CELLS if high > wide else max(8, round(CELLS * high / wide))
    u, v = np.meshgrid((np.arange(columns) + 0.5) / columns * 2 - 1, (np.arange(rows) + 0.5) / rows * 2 - 1)
    places = np.array(quad.centre) + quad.normal * OFF + u.reshape(-1, 1) * across + v.reshape(-1, 1) * up
    lux = _straight(stages, light, places, quad.normal).reshape(rows, columns)
    if lux.max() <= 0:
        return None
    lit = lux >= lux.max() / 2
    peak = places[int(lux.argmax())]
    over = lit[0].any() or lit[-1].any() or lit[:, 0].any() or lit[:, -1].any()
    area = float(lit.mean()) * wide * high
    return Spot(
        index, (float(peak[0]), float(peak[1]), float(peak[2])), math.inf if over else 2 * math.sqrt(area / math.pi)
    )


def _straight(stages: Stages, light: Light, places: np.ndarray, normal: np.ndarray) -> np.ndarray:
    """(n,) straight light of a light on places that face one way."""
    points = places.astype(np.float32)
    normals = np.tile(normal, (len(points), 1)).astype(np.float32)
    total, lift = np.zeros(len(points)), np.full(len(points), RAY_START, np.float32)
    for emission in emissions(light):
        quads = rows_of(between_walls(stages, light, emission.emitter))
        total += emission.radiance * illuminance(stages.rays(), points, normals, lift, emission.emitter, quads, SHADOWS)
    return total
