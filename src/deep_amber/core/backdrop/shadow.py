"""The sitter's shadow on backdrop and walls, by each light: where in the frame, and how dark."""

from dataclasses import dataclass

import numpy as np

from ..kit.emission import emissions
from ..simulation.exposing import exposed, lights_on
from ..simulation.layers import bounced_layer
from ..simulation.obstacles import obstacles, rows_of
from ..simulation.stages import Stages
from ..sitter.kinds import WALL_KIND
from ..srgb import LUMINANCE
from ..transport.direct import unshadowed, visibility
from ..transport.sampling import rotations

GRID = (3, 3)  # shadow samples
DARK = 0.3  # stops under the backdrop round it from which a shadow is counted (assumption: a third of a stop shows)
NOTHING = 1e-9  # lux seconds, so that darkness has a ratio
LEAST_SHARE = 0.004  # of the picture that such a shadow must cover


@dataclass(frozen=True)
class BackdropShadow:
    light: int
    """Index in the set."""
    stops: float
    """How much darker it is than without it, in its dark half."""
    share: float
    """Of the picture that it covers."""
    across: float
    """Its middle, -1 camera-left edge of the picture to 1 camera-right."""


def backdrop_shadows(stages: Stages, with_bounce: bool = True) -> list[BackdropShadow]:
    """The shadows in the frame that the sitter throws on what is behind, darkest first.

    At each place of the coarse picture where backdrop or wall is seen, the light there with and without the sitter in
    the way of one light, bounced light and the other lights staying. Without bounced light shadows are never lighter.
    """
    coarse, photo_set = stages.coarse(), stages.photo_set
    at = np.where(coarse.kinds == WALL_KIND)[0]
    if not len(at):
        return []
    points, normals, lift = coarse.points[at], coarse.normals[at], coarse.lift[at]
    lost, total = {}, np.zeros(len(at))
    for light in lights_on(photo_set):
        scale = exposed(photo_set, light) @ LUMINANCE
        if with_bounce:
            total += bounced_layer(stages, light)[at] @ LUMINANCE * scale
        taken = np.zeros(len(at))
        for emission in emissions(light):
            quads = rows_of(obstacles(stages, light, emission.emitter))
            turn = rotations(len(at), 0.61)
            whole = unshadowed(points, normals, emission.emitter) * emission.radiance * scale
            clear = np.maximum(visibility(None, points, normals, lift, emission.emitter, quads, GRID, turn), 0)
            seen = np.maximum(visibility(stages.rays(), points, normals, lift, emission.emitter, quads, GRID, turn), 0)
            total += whole * seen
            taken += whole * np.maximum(clear - seen, 0)
        lost[photo_set.lights.index(light)] = taken
    size = stages.coarse_size()
    made = []
    for index, taken in lost.items():
        stops = np.log2((total + taken + NOTHING) / (total + NOTHING))
        dark = np.where(stops > DARK)[0]
        share = len(dark) / len(coarse.points)
        if share > LEAST_SHARE:
            across = 2 * (at[dark] % size.width + 0.5) / size.width - 1
            made.append(BackdropShadow(index, float(np.quantile(stops[dark], 0.75)), share, float(across.mean())))
    return sorted(made, key=lambda s: -s.stops)
