"""Kit and room from everything that was read, by robust least squares.

Unknown are one trim a source with its modifier, the reflectance of one wall that is in doubt, and the slope of the meter's own
scale. Light is linear: a reading is the sum of its lights' exposures, each times its trim; how each depends on the wall is
computed at four reflectances and taken between them by the cubic through them (J.-L. Lagrange).
Source: P. Huber, Robust Statistics (1981), as scipy.optimize.least_squares has it; the Cauchy loss leaves outliers almost
no weight. Spreads are those of linear least squares over the readings that are no outliers.
"""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from ..expose.hand_meter import HandMeter, exposure_at
from ..exposure.meter import C_DOME, C_FLAT
from ..model.light import Light
from ..model.room import SURFACE_LABELS
from ..model.set import Set, with_surfaces
from ..problem import NotAccepted, Problem
from ..simulation.exposing import lights_on
from ..simulation.stages import Stages
from .between import cubic_weights

GRID = (0.05, 0.3, 0.6, 0.9)  # reflectances of the wall that are computed
NOISE = 0.07  # stops of a reading by hand (assumption: a meter shows tenths, a hand holds it about so)
LIKELY_TRIM, LIKELY_SLOPE, LIKELY_WALL = 1.0, 0.03, 0.4
"""Before anything is read: stops of a trim, of the slope a stop, of a wall's reflectance (assumptions)."""
OUTLIER = 0.3  # stops from which a reading that stands far off all others is called one
TIMES_USUAL = 4.0  # of the usual distance of readings from what is fitted
FEWEST = 3  # readings
MOST_TRIM, MOST_SLOPE = 4.0, 0.25
TOLD = 0.2  # stops of spread over which a trim is not to be trusted (assumption: more than half a third)
TOLD_WALL = (
    0.25  # of a wall's reflectance: its spread over which it is not to be trusted (assumption: a third of a stop)
)
STARTS = (0.0, -1.0, 1.0)


@dataclass(frozen=True)
class Reading:
    """What the meter showed."""

    photo_set: Set
    """As it was."""
    meter: HandMeter
    aperture: float
    """At the set's sensitivity [f-number]."""
    lights: tuple[int, ...] = ()
    """Indices of the lights that were on for it; none for all that are on in the set."""


Pair = tuple[str, str]
"""A source and a modifier, by their names in the kit, else by what they are."""


@dataclass(frozen=True)
class TrimFound:
    source: str
    modifier: str
    of_kit: bool
    """Whether they are of the kit, so that the trim can be kept there."""
    was: float
    """That the sets had [stops]."""
    trim: float
    """That the readings ask for [stops]."""
    spread: float
    """Standard deviation [stops]."""
    readings: int

    @property
    def told(self) -> bool:
        """Whether enough was read to trust it; else it is shown and not taken."""
        return self.spread < TOLD


@dataclass(frozen=True)
class WallFound:
    name: str
    was: float
    reflectance: float
    spread: float
    """Standard deviation of its reflectance."""

    @property
    def told(self) -> bool:
        """Whether enough was read to trust it."""
        return self.spread < TOLD_WALL * self.reflectance


@dataclass(frozen=True)
class Residual:
    index: int
    """Of the reading."""
    before: float
    """Stops over what was computed."""
    after: float
    """With what was found."""
    outlier: bool


@dataclass(frozen=True)
class Calibrated:
    trims: tuple[TrimFound, ...]
    wall: WallFound | None
    slope: float
    """Stops by which the meter shows too much a stop over the middle of all readings."""
    slope_spread: float
    residuals: tuple[Residual, ...]
    left: float
    """Root mean square of what is left, outliers left out [stops]."""


Look = Callable[[Set], Stages]
"""Stages of a set, as finely as readings are wanted."""


def pair_of(light: Light) -> Pair:
    """What a trim belongs to."""
    modifier = light.modifier_item or ("" if light.modifier.kind == "bare" else light.modifier.summary)
    return (light.item or light.source.summary, modifier)


def calibrate(look: Look, readings: Sequence[Reading], wall: str = "") -> Calibrated:
    """What corrects kit and room.

    Parameters
    ----------
    look : makes the stages that a set is read with
    readings : at least FEWEST, of sets that are sound
    wall : the surface of the room that is in doubt, as in "left"; empty for none

    Raises NotAccepted for too few readings, a wall that is none, and a reading in darkness.
    """
    if len(readings) < FEWEST:
        raise NotAccepted([Problem("readings", f"{len(readings)} are too few to tell anything", f"at least {FEWEST}")])
    if wall and wall not in SURFACE_LABELS:
        raise NotAccepted([Problem("wall", f"{wall!r} is no surface", " or ".join(SURFACE_LABELS))])
    if wall and len({r.photo_set.room for r in readings}) > 1:
        said = "the readings are of more than one room"
        raise NotAccepted([Problem("wall", said, "readings of one room, or no wall in doubt")])
    pairs = list(dict.fromkeys(pair_of(k) for r in readings for k in _lit(r)))
    put = [_put(look, r, i, wall, pairs) for i, r in enumerate(readings)]
    shown = np.array([_stops_shown(r) for r in readings])
    model = _Model(put, shown, _wall_before(readings, wall), bool(wall), len(pairs))
    best = min((_fitted(model, k) for k in STARTS), key=lambda k: float(k.cost))
    off = shown - model.shown(best.x)
    usual = max(float(np.median(np.abs(off))) * 1.4826, NOISE)
    outlier = np.abs(off) > max(OUTLIER, TIMES_USUAL * usual)
    return _told(readings, pairs, model, best.x, shown, off, outlier, wall)


def _lit(reading: Reading) -> list[Light]:
    on = lights_on(reading.photo_set)
    return [k for k in on if not reading.lights or reading.photo_set.lights.index(k) in reading.lights]


def _stops_shown(reading: Reading) -> float:
    constant = C_DOME if reading.meter.receptor == "dome" else C_FLAT
    return math.log2(reading.aperture**2 * constant / reading.photo_set.camera.sensitivity)


def _put(look: Look, reading: Reading, index: int, wall: str, pairs: list[Pair]) -> np.ndarray:
    """(reflectances, pairs) exposure of each pair's lights at the meter [lx s]; one row where no wall is in doubt."""
    rows = []
    for reflectance in GRID if wall else (0.0,):
        s = reading.photo_set
        if wall:
            s = with_surfaces(s, **{wall: replace(getattr(s.room.surfaces, wall), reflectance=reflectance)})
        stages = look(s)
        row = np.zeros(len(pairs))
        for light in _lit(replace(reading, photo_set=s)):
            row[pairs.index(pair_of(light))] += exposure_at(stages, reading.meter, light)
        rows.append(row)
    if min(k.sum() for k in rows) <= 0:
        raise NotAccepted([Problem(f"readings.{index}", "is computed as darkness", "a place that a light reaches")])
    return np.array(rows)


def _wall_before(readings: Sequence[Reading], wall: str) -> float:
    return float(getattr(readings[0].photo_set.room.surfaces, wall).reflectance) if wall else 0.5


class _Model:
    """Readings as they would be shown, for trims, slope and wall: in this order in the vector of unknowns."""

    def __init__(self, put: list[np.ndarray], shown: np.ndarray, wall: float, in_doubt: bool, pairs: int) -> None:
        self.put, self.read, self.wall, self.in_doubt, self.pairs = np.array(put), shown, wall, in_doubt, pairs
        self.middle = float(np.median(shown))
        self.steep = len(shown) > pairs + in_doubt + 1 and float(np.ptp(shown)) > 1.0
        """Whether the slope can be told at all: readings over more than one stop, and more of them than unknowns."""

    def stops(self, x: np.ndarray) -> np.ndarray:
        """Computed, before the meter's slope."""
        wall = x[self.pairs + 1] if self.in_doubt else 0.0
        weights = cubic_weights(np.array(GRID), wall) if self.in_doubt else np.ones(1)
        exposures = np.einsum("rwp,w->rp", self.put, weights) @ 2.0 ** x[: self.pairs]
        return np.log2(np.maximum(exposures, 1e-9))

    def shown(self, x: np.ndarray) -> np.ndarray:
        stops, slope = self.stops(x), x[self.pairs] if self.steep else 0.0
        return stops + slope * (stops - self.middle)

    def off(self, x: np.ndarray) -> np.ndarray:
        """In parts of the noise; the last rows hold what is likely before anything is read."""
        likely = [*(x[: self.pairs] / LIKELY_TRIM), x[self.pairs] / LIKELY_SLOPE]
        if self.in_doubt:
            likely.append((x[self.pairs + 1] - self.wall) / LIKELY_WALL)
        return np.concatenate([(self.read - self.shown(x)) / NOISE, np.array(likely) * 0.3])

    @property
    def start(self) -> np.ndarray:
        return np.array([*np.zeros(self.pairs + 1), *([self.wall] if self.in_doubt else [])])


def _fitted(model: _Model, start: float) -> Any:
    from scipy.optimize import least_squares  # loaded when it is needed

    x = model.start
    x[: model.pairs] = start
    wall = [(0.02, 0.95)] if model.in_doubt else []
    low, high = np.array([*[(-MOST_TRIM, MOST_TRIM)] * model.pairs, (-MOST_SLOPE, MOST_SLOPE), *wall]).T
    return least_squares(model.off, x, bounds=(low, high), loss="cauchy", x_scale="jac")


def _spreads(model: _Model, x: np.ndarray, kept: np.ndarray, usual: float) -> np.ndarray:
    """Standard deviation of each unknown, from the readings that are no outliers."""
    step = 1e-4
    ways = np.eye(len(x)) * step
    slopes = np.stack([(model.off(x + k) - model.off(x - k)) / (2 * step) for k in ways], 1)
    rows = np.concatenate([kept, np.ones(len(slopes) - len(kept), bool)])
    inverse = np.linalg.pinv(slopes[rows].T @ slopes[rows])
    return np.sqrt(np.maximum(np.diag(inverse), 0.0)) * max(usual / NOISE, 1.0)


def _told(
    readings: Sequence[Reading], pairs: list[Pair], model: _Model, x: np.ndarray, shown: np.ndarray, off: np.ndarray,
    outlier: np.ndarray, wall: str,
) -> Calibrated:  # fmt: skip
    left = float(np.sqrt(np.mean(off[~outlier] ** 2))) if (~outlier).any() else 0.0
    spread = _spreads(model, x, ~outlier, left)
    before = shown - model.shown(model.start)
    lit = {pair: [k for r in readings for k in _lit(r) if pair_of(k) == pair] for pair in pairs}
    trims = [
        TrimFound(
            *pair, all(k.item for k in lit[pair]), was := float(np.mean([k.trim for k in lit[pair]])),
            was + float(x[n]), float(spread[n]), sum(any(pair_of(k) == pair for k in _lit(r)) for r in readings),
        )
        for n, pair in enumerate(pairs)
    ]  # fmt: skip
    n = len(pairs)
    found = WallFound(wall, model.wall, float(x[n + 1]), float(spread[n + 1])) if wall else None
    residuals = [Residual(i, float(before[i]), float(off[i]), bool(outlier[i])) for i in range(len(readings))]
    slope = (float(x[n]), float(spread[n])) if model.steep else (0.0, 0.0)
    return Calibrated(tuple(trims), found, *slope, tuple(residuals), left)
