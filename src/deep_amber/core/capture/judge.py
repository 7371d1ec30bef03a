"""A real picture against a set: stops at each surface, what each light gave by it, and the next correction in the unit's steps.

Light is linear: what a surface shows is the sum of what each light puts there, times how much each light really gave. These
factors are found by non-negative least squares over all surfaces that can be told, each weighted by what it shows.
Source: C. Lawson, R. Hanson, Solving Least Squares Problems (1974), as scipy.optimize.nnls has it.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np

from ..geometry.projected import projected
from ..kit.dial import can_be_dimmed, nearest_on_dial
from ..model.light import Light
from ..model.patterns import Pattern
from ..model.set import Set
from ..pattern.reading import read_pattern
from ..simulation.readings import LABELS, readings_of, surfaces_read
from ..simulation.simulate import veiled_picture
from ..simulation.stages import Stages
from ..srgb import LUMINANCE
from ..wish.state import SENSED, by_light

PATCH = 0.008  # half the side of what is read about a point, of the picture's height (assumption)
DARKEST, LIGHTEST = 0.004, 0.92  # linear values between which a place tells something: above noise, under clipping
LEAST_POINTS = 3
AT_POINT = 0.04  # [m] from a point to what is seen at its place, within which it is seen (assumption: a pixel of a slanting wall)
TELLS = 0.08  # share of a light at some surface from which its part can be told (assumption)
SHOWS = 0.1  # stops that it must change some surface by, to be told from the noise of a file (assumption)
AS_PLANNED = 0.17  # stops within which a light gave what was planned
OFFERED = ("forehead", "chin", "under_nose", "under_chin", "cloth", "cheek_left", "cheek_right",
           "backdrop_left", "backdrop_middle", "backdrop_right")  # fmt: skip
"""Surfaces that are read; hair's edges are strands and shine."""


@dataclass(frozen=True)
class SurfaceOff:
    name: str
    """Of the sensors: "cheek_left" is camera-left."""
    label: str
    off: float
    """Stops by which the file is lighter than computed."""
    points: int
    """Places that could be told."""
    far: bool
    """Whether it is off by more than a light may be that gave what was planned."""


@dataclass(frozen=True)
class LightOff:
    """What one light gave, by the picture."""

    name: str
    index: int
    gave: float
    """Stops over what was planned; negative for less. -inf where nothing came of it."""
    told: bool
    """Whether its part can be told from the surfaces that are seen."""
    to: float | None
    """Output that brings the next file right [stops under full]; None where it is as planned, cannot be told, or has no dial."""


@dataclass(frozen=True)
class Judged:
    surfaces: tuple[SurfaceOff, ...]
    lights: tuple[LightOff, ...]
    overall: float
    """Median of the surfaces [stops]."""
    left: float
    """What the lights' parts leave unexplained, root mean square [stops]."""
    ratio_stops: float
    """Lit to shadow cheek in the file."""
    computed_ratio_stops: float


Place = tuple[float, float]
"""In a picture, from its left and its upper edge, each a share of it."""


def judge(stages: Stages, real: np.ndarray, marks: Mapping[str, Place] | None = None) -> Judged:
    """Of a picture of the set's framing, or of any framing where every surface is pointed at.

    Parameters
    ----------
    stages : of the set, as finely as a settled picture
    real : (height, width, 3) linear values, the file's white = 1, upright
    marks : where surfaces are in the real picture, by their names in OFFERED; others lie where the set has them
    """
    size = stages.quality.size
    computed = veiled_picture(stages)[0].reshape(size.height, size.width, 3)
    surfaces = _surfaces(stages, real, computed, marks or {})
    off = {k.name: k.off for k in surfaces}
    lights, left = _lights(stages, off)
    read = readings_of(stages)
    sides = [read.surfaces[k].side.replace("camera-", "cheek_") for k in ("lit_cheek", "shadow_cheek")]
    changed = off.get(sides[0], 0.0) - off.get(sides[1], 0.0)
    return Judged(
        surfaces,
        lights,
        float(np.median(list(off.values()))) if off else 0.0,
        left,
        read.ratio_stops + changed,
        read.ratio_stops,
    )


def places_of(stages: Stages) -> dict[str, np.ndarray]:
    """(n, 2) places in the picture of each surface that it shows, by the surface's name."""
    sensors = surfaces_read(stages)
    at = projected(stages.photo_set.camera, sensors.points.astype(float))
    places = np.stack([(at[:, 0] + 1) / 2, (1 - at[:, 1]) / 2], 1)
    seen = _seen_at(stages, places, sensors.points)
    found = {name: places[(sensors.group == sensors.names.index(name)) & seen] for name in OFFERED}
    return {name: k for name, k in found.items() if len(k) >= LEAST_POINTS}


def label_of(name: str) -> str:
    """Of a surface that is read."""
    return LABELS.get(name, name.replace("cheek_", "camera-") + " cheek")


def _surfaces(
    stages: Stages, real: np.ndarray, computed: np.ndarray, marks: Mapping[str, Place]
) -> tuple[SurfaceOff, ...]:
    found = []
    for name, inside in places_of(stages).items():
        at = [marks[name]] * len(inside) if name in marks else inside
        pairs = [(mean_about(real, *a), mean_about(computed, *b)) for a, b in zip(at, inside, strict=True)]
        told = [(a, b) for a, b in pairs if all(DARKEST < k < LIGHTEST for k in (a, b))]
        if len(told) >= LEAST_POINTS:
            stops = float(np.median([math.log2(a / b) for a, b in told]))
            found.append(SurfaceOff(name, label_of(name), stops, len(told), abs(stops) > AS_PLANNED))
    return tuple(found)


def _seen_at(stages: Stages, places: np.ndarray, points: np.ndarray) -> np.ndarray:
    """(n,) whether the lens sees a point where it lies in the picture, and nothing before it."""
    size, seen = stages.quality.size, stages.seen()
    inside = np.isfinite(places).all(1) & (places > 0).all(1) & (places < 1).all(1)
    at = np.where(inside[:, None], places, 0.0)
    rows = np.minimum((at[:, 1] * size.height).astype(int), size.height - 1) * size.width
    pixels = rows + np.minimum((at[:, 0] * size.width).astype(int), size.width - 1)
    return inside & (np.linalg.norm(seen.points[pixels] - points, axis=1) < AT_POINT)


def mean_about(picture: np.ndarray, x: float, y: float) -> float:
    """Mean luminance about a place, each a share of the picture."""
    return float(colour_about(picture, x, y) @ LUMINANCE)


def colour_about(picture: np.ndarray, x: float, y: float) -> np.ndarray:
    """(3,) mean linear colour about a place, each a share of the picture."""
    height, width = picture.shape[:2]
    half = max(1, round(PATCH * height))
    column, row = min(max(int(x * width), 0), width - 1), min(max(int(y * height), 0), height - 1)
    part = picture[max(row - half, 0) : row + half + 1, max(column - half, 0) : column + half + 1]
    return part.reshape(-1, 3).mean(0)


def _lights(stages: Stages, off: dict[str, float]) -> tuple[tuple[LightOff, ...], float]:
    from scipy.optimize import nnls  # loaded when it is needed

    lights = stages.photo_set.lights
    shares = by_light(stages)
    on = [k for k in range(len(lights)) if shares.on[k]]
    names = [k for k in off if k in SENSED]
    if not names or not on:
        return (), 0.0
    put = shares.values[np.ix_(on, [SENSED.index(k) for k in names])].T  # (surfaces, lights)
    total = np.maximum(put.sum(1), 1e-9)
    shown = total * 2.0 ** np.array([off[k] for k in names])
    factors, _ = nnls(put / shown[:, None], np.ones(len(names)))
    left = float(np.sqrt(np.mean(np.log2(np.maximum(put @ factors, 1e-9) / shown) ** 2)))
    made = []
    for k, factor in zip(on, factors, strict=True):
        share = float((put[:, on.index(k)] / total).max())
        gave = math.log2(factor) if factor > 1e-6 else -math.inf
        shows = abs(math.log2(max(1 + share * (float(factor) - 1), 1e-6)))
        told = share >= TELLS and (abs(gave) <= AS_PLANNED or shows >= SHOWS)
        to = None
        if told and abs(gave) > AS_PLANNED and math.isfinite(gave) and can_be_dimmed(lights[k]):
            to = nearest_on_dial(lights[k], lights[k].output - gave)
        made.append(LightOff(lights[k].name, k, gave, told, to))
    return tuple(made), left


def as_it_was(photo_set: Set, made: Judged) -> Set:
    """The set with what its lights really gave, as far as the picture tells it: outputs are held within what a set may have."""
    lights = list(photo_set.lights)
    for k in made.lights:
        if k.told:
            gave = max(lights[k.index].output + k.gave, -10.0) if math.isfinite(k.gave) else -10.0
            lights[k.index] = replace(lights[k.index], output=min(gave, 0.0), trim=_over_full(lights[k.index], gave))
    return replace(photo_set, lights=tuple(lights))


def _over_full(light: Light, output: float) -> float:
    """Trim of a light that gives more than its full output by the table [stops]."""
    return min(light.trim + max(output, 0.0), 4.0)


@dataclass(frozen=True)
class SamePattern:
    planned: Pattern | str
    shown: Pattern | str
    """By what the lights gave; empty where nothing of a pattern is left."""
    explained: bool
    """Whether what the lights gave explains the picture; else something stands elsewhere than in the set."""


UNEXPLAINED = 0.3  # stops left from which something stands elsewhere (assumption: three tenths of a meter)


def same_pattern(stages: Stages, made: Judged) -> SamePattern:
    """The set's pattern, and the one that the picture has by what its lights gave."""
    planned = read_pattern(stages, readings_of(stages))
    was = as_it_was(stages.photo_set, made)
    other = Stages(was, stages.mesh, stages.memory, stages.quality, lambda: None)
    shown = read_pattern(other, readings_of(other))
    return SamePattern(
        planned.name if planned else "", shown.name if shown else "", bool(made.surfaces) and made.left < UNEXPLAINED
    )
