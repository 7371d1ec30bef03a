"""The least that outputs can leave missing of light that is likely, for many arrangements at once."""

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from ..exposure.response import MID_GREY
from ..kit.dial import can_be_dimmed
from ..model.set import Set
from ..wish.knobs import outputs_of
from ..wish.state import SENSED
from ..wish.target import Tones

STEP = 2 / 3  # [stops] of a dial
ABOUT = np.arange(-1.0, 1.01, 1 / 3)  # stops about the wanted tone of what it is set by, that all light is turned to
ROUNDS = 2  # that all light and each light are turned in
NO_EDGE = (-9.0, 9.0)  # [log2 of mm] of a shadow, where none is asked for
UNDER = ("under_nose", "under_chin")
DARKEST = 1e-6  # luminance, 1 = white
CostOf = Callable[[Tones], np.ndarray]
"""Of tones: stops missed."""


@dataclass(frozen=True, eq=False)
class Wanted:
    """What a look asks for, as a search weighs it."""

    cost: CostOf
    tone: float
    """Of the surface that all light is set by [stops from mid grey]."""
    seen: np.ndarray
    """Numbers in SENSED of the surfaces that count, the two cheeks first."""
    by: int | None = None
    """That surface's place in `seen`; None for the lit cheek."""
    edge: tuple[float, float] = NO_EDGE
    """Of the shadow's edge, least and most [log2 of mm]."""
    pattern_at: tuple[float, float] | None = None
    """Azimuth off the nose and elevation of a key at which the pattern is begun [degrees]."""


def dials_of(photo_set: Set) -> tuple[np.ndarray, ...]:
    """Of each light that is on, the stops by which it can be turned, in steps; none where it cannot be."""
    made = []
    for light in photo_set.lights:
        if light.on:
            by = outputs_of(light) - light.output if can_be_dimmed(light) else np.zeros(0)
            made.append(np.arange(by.min(), by.max() + STEP, STEP) if len(by) else by)
    return tuple(made)


def tones_named(values: np.ndarray, seen: np.ndarray) -> Tones:
    """Tones (...) of luminance (..., surfaces), 1 = white, by numbers in SENSED, the two cheeks first."""
    stops = np.log2(np.maximum(values, DARKEST) / MID_GREY)
    named = {SENSED[k]: stops[..., 2 + n] for n, k in enumerate(seen[2:])}
    named["lit_cheek"] = np.maximum(stops[..., 0], stops[..., 1])
    named["shadow_cheek"] = np.minimum(stops[..., 0], stops[..., 1])
    ratio, front = named["lit_cheek"] - named["shadow_cheek"], np.zeros(())
    if {*UNDER} <= named.keys():
        front = np.log2(values[..., :2].sum(-1) / np.maximum(sum(2.0 ** named[k] for k in UNDER) * MID_GREY, DARKEST))
    return Tones(named, ratio, front, lit_left=values[..., 0] >= values[..., 1])


def least_missed(logs: np.ndarray, dials: tuple[np.ndarray, ...], brighter: float, wanted: Wanted) -> np.ndarray:
    """(k,) the least cost that is found with all light turned up or down by the camera, and each light by its dial.

    Parameters
    ----------
    logs : (k, lights, surfaces that count) log2 of luminance from each light at its present output
    brighter : by which all light can be turned up at most [stops]
    """
    each = 2.0**logs
    total, up = np.full(len(each), np.inf), np.full(len(each), brighter)
    turned = [k for k, dial in enumerate(dials) if len(dial)] if len(dials) > 1 else []
    for _ in range(ROUNDS if turned else 1):
        whole = each.sum(1)
        now = whole[:, :2].max(1) if wanted.by is None else whole[:, wanted.by]
        by = wanted.tone - np.log2(np.maximum(now, DARKEST) / MID_GREY)
        factors = 2.0 ** np.minimum(by[:, None] + ABOUT, up[:, None])
        factor, total = _least(whole[:, None] * factors[..., None], factors, total, wanted)
        each = each * factor[:, None, None]
        up = up - np.log2(factor)
        for k in turned:
            factors = np.tile(2.0 ** dials[k], (len(each), 1))
            rest = (each.sum(1) - each[:, k])[:, None]
            factor, total = _least(rest + each[:, k, None] * factors[..., None], factors, total, wanted)
            each[:, k] *= factor[:, None]
    return total


def _least(values: np.ndarray, factors: np.ndarray, total: np.ndarray, wanted: Wanted) -> tuple[np.ndarray, np.ndarray]:
    """The factor (k,) of those tried (k, steps) that costs least, 1 where none is under what was reached; and its cost."""
    many = np.arange(len(values))
    found = wanted.cost(tones_named(values, wanted.seen))
    at = found.argmin(1)
    better = found[many, at] < total
    return np.where(better, factors[many, at], 1.0), np.where(better, found[many, at], total)
