"""The spot that one light draws on the backdrop: where it is brightest, and how wide until it falls to half."""

import math
from dataclasses import dataclass

import numpy as np

from ..geometry.quads import Quad, backdrop_quad
from ..kit.emission import emissions
from ..model.light import Light
from ..simulation.obstacles import between_walls, rows_of
from ..simulation.stages import Stages
from ..transport.direct import illuminance
from ..transport.hemisphere import RAY_START

CELLS = 48  # along the longer side of the backdrop
AROUND = 1.8  # of the spot's half width, that the window about it reaches
SHADOWS = (6, 6)
OFF = 0.004  # [m] before the backdrop


@dataclass(frozen=True)
class Spot:
    light: int
    """Index in the set."""
    place: tuple[float, float, float]
    """Its brightest place [m]."""
    diameter: float
    """Of a disc as large as what is lit at half or more [m]; infinite where that runs over the backdrop's edge."""


def _lit(
    stages: Stages, light: Light, quad: Quad, u: tuple[float, float], v: tuple[float, float]
) -> tuple[np.ndarray, np.ndarray, float]:
    """Straight light (rows, columns) on a part of the backdrop, from u[0] to u[1] of its half width and likewise of its
    half height; the places (rows, columns, 3); the area of a cell [m2]."""
    across, up = np.array(quad.half_x), np.array(quad.half_y)
    wide, high = ((k[1] - k[0]) * float(np.linalg.norm(h)) for k, h in ((u, across), (v, up)))
    columns = CELLS if wide >= high else max(8, round(CELLS * wide / high))
    rows = CELLS if high > wide else max(8, round(CELLS * high / wide))
    x, y = np.meshgrid(
        u[0] + (np.arange(columns) + 0.5) / columns * (u[1] - u[0]),
        v[0] + (np.arange(rows) + 0.5) / rows * (v[1] - v[0]),
    )
    places = np.array(quad.centre) + quad.normal * OFF + x[..., None] * across + y[..., None] * up
    lux = _straight(stages, light, places.reshape(-1, 3), quad.normal).reshape(rows, columns)
    return lux, places, wide * high / (rows * columns)


def spot_of(stages: Stages, index: int) -> Spot | None:
    """The spot of one light, its own straight light alone; None where none of it comes to the backdrop.

    It is looked for over the whole backdrop, and measured in a window about it.
    """
    light = stages.photo_set.lights[index]
    quad = backdrop_quad(stages.photo_set.backdrop)
    lux, places, cell = _lit(stages, light, quad, (-1.0, 1.0), (-1.0, 1.0))
    if lux.max() <= 0:
        return None
    lit = lux >= lux.max() / 2
    peak = places.reshape(-1, 3)[int(lux.argmax())]
    if lit[0].any() or lit[-1].any() or lit[:, 0].any() or lit[:, -1].any():
        return Spot(index, _place(peak), math.inf)
    reach = AROUND * math.sqrt(lit.sum() * cell / math.pi) + 2 * math.sqrt(cell)
    middle = places[lit].mean(0) - np.array(quad.centre)
    windows = []
    for half in (np.array(quad.half_x), np.array(quad.half_y)):
        length = float(np.linalg.norm(half))
        at, by = float(middle @ half) / length**2, reach / length
        windows.append((max(at - by, -1.0), min(at + by, 1.0)))
    lux, places, cell = _lit(stages, light, quad, *windows)
    area = float((lux >= lux.max() / 2).sum()) * cell
    return Spot(index, _place(places.reshape(-1, 3)[int(lux.argmax())]), 2 * math.sqrt(area / math.pi))


def _place(at: np.ndarray) -> tuple[float, float, float]:
    return float(at[0]), float(at[1]), float(at[2])


def _straight(stages: Stages, light: Light, places: np.ndarray, normal: np.ndarray) -> np.ndarray:
    """(n,) straight light of a light on places that face one way."""
    points = places.astype(np.float32)
    normals = np.tile(normal, (len(points), 1)).astype(np.float32)
    total, lift = np.zeros(len(points)), np.full(len(points), RAY_START, np.float32)
    for emission in emissions(light):
        quads = rows_of(between_walls(stages, light, emission.emitter))
        total += emission.radiance * illuminance(stages.rays(), points, normals, lift, emission.emitter, quads, SHADOWS)
    return total
