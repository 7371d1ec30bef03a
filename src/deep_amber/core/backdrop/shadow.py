"""The sitter's shadow on backdrop and walls, by each light: where in the frame, and how dark."""

from dataclasses import dataclass

import numpy as np

from ..exposure.response import FLOOR, MID_GREY, exposure_factor
from ..exposure.visible import lightness_of
from ..kit.emission import emissions
from ..model.set import Set
from ..picture.lens_rays import Size
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
NARROW = 0.08  # of the picture's height within which an edge must change (assumption)
EDGE = 0.5  # stops of such a change that shows on an even backdrop (assumption)
SEEN_EDGE = 6.0
"""CIE L* of such a change under which the picture does not show it: in black, in clipped white (assumption: twice what shows of folds)."""
MOSTLY = 0.6  # share of nine places that lie on the backdrop
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
    edge: float
    """Stops by which it changes within NARROW of the picture's height, at its steepest."""


def _edge(stops: np.ndarray, at: np.ndarray, size: Size) -> float:
    """The largest change of a shadow's depth between places of the grid that are NARROW apart, each the mean of nine.

    stops : (k,) of the places; at : (k,) their cells of the grid
    """
    depth, seen = np.zeros(size.width * size.height), np.zeros(size.width * size.height)
    depth[at], seen[at] = stops, 1.0
    depth, seen = (_of_nine(k.reshape(size.height, size.width)) for k in (depth, seen))
    apart = max(2, round(NARROW * size.height))
    most = 0.0
    level = depth / np.maximum(seen, MOSTLY)
    for d, s in ((level, seen), (level.T, seen.T)):
        both = (s[apart:] > MOSTLY) & (s[:-apart] > MOSTLY)
        most = max(most, float(np.abs(d[apart:] - d[:-apart])[both].max(initial=0.0)))
    return most


def _tones(albedo: np.ndarray, light: np.ndarray, photo_set: Set) -> np.ndarray:
    """What surfaces read in the picture [stops from mid grey], in light [lx s]."""
    value = albedo @ LUMINANCE * light * exposure_factor(photo_set.camera)
    return np.log2(np.maximum(value, FLOOR) / MID_GREY)


def _of_nine(grid: np.ndarray) -> np.ndarray:
    """Mean of each cell and those about it; beyond the border there is nothing."""
    wide = np.pad(grid, 1)
    rows, columns = grid.shape
    return sum(wide[r : r + rows, c : c + columns] for r in range(3) for c in range(3)) / 9  # type: ignore[return-value]


def backdrop_shadows(stages: Stages, with_bounce: bool = True) -> list[BackdropShadow]:
    """The shadows in the frame that the sitter throws on what is behind, darkest first.

    What counts is an edge that shows: light that falls off broadly over the frame draws none, and none is seen in black or
    in clipped white.

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
        clear = _tones(coarse.albedo[at], total + taken, photo_set)
        if with_bounce and _edge(lightness_of(clear) - lightness_of(clear - stops), at, size) < SEEN_EDGE:
            continue
        dark = np.where(stops > DARK)[0]
        share = len(dark) / len(coarse.points)
        edge = _edge(stops, at, size)
        if share > LEAST_SHARE and edge > EDGE:
            across = 2 * (at[dark] % size.width + 0.5) / size.width - 1
            made.append(BackdropShadow(index, float(np.quantile(stops[dark], 0.75)), share, float(across.mean()), edge))
    return sorted(made, key=lambda s: -s.stops)
