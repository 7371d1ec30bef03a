"""The plan of a sitting: the order of its looks, when each is, what changes to it, and what it uses up."""

from collections.abc import Mapping
from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from ..model.light import Light
from ..model.set import Set
from .changes import Change, changes_between, minutes_between, set_up
from .order import best_order, costs_of
from .sitting import LookPlan, Sitting, minutes_of_day

FULL_FLASHES = 180.0  # of a battery flash on one charge at full output (assumption: four fresh cells)
SPARE_PAPER = 0.3  # [m] cut off beyond what was walked on (assumption)
FILE_SIZE = 45e6  # bytes of a raw file with its JPEG (assumption)


@dataclass(frozen=True)
class Part:
    """One set of a look: the look itself, or a variant of it."""

    set_id: str
    changes: tuple[Change, ...]
    """To it from the one before; from an empty room for the first of all."""
    minutes: float
    """Of these changes, without the margin."""


@dataclass(frozen=True)
class PlannedLook:
    look: int
    """Its index among the sitting's looks."""
    begins: float
    """[minutes after midnight] when its changes begin."""
    ready: float
    """[minutes after midnight] when the sitter is called."""
    ends: float
    parts: tuple[Part, ...]
    """The look, and its variants in the order that carries the least."""
    pause: float
    """Break after it [minutes]; 0 for none."""
    frames: int
    charges: Mapping[str, float]
    """Of each battery flash: battery charges that it uses."""
    paper: float
    """Cut off after it, as it was walked on [m]."""


@dataclass(frozen=True)
class Plan:
    looks: tuple[PlannedLook, ...]
    changes: float
    """All changes between looks and variants, without the margin [minutes]."""
    as_given: float
    """The same in the order that the looks are listed [minutes]."""
    begins: float
    ends: float
    frames: int
    bytes: float
    charges: Mapping[str, float]
    paper: float


def plan_of(sitting: Sitting, sets: Mapping[str, Set]) -> Plan:
    """Order, times and uses.

    Parameters
    ----------
    sitting : checked (sitting_problems)
    sets : by their ids, all that its looks and variants name

    Raises NotAccepted for conditions on the order that cannot be met together.
    """
    rows = [ordered_parts(k, sets) for k in sitting.looks]
    order, given = _order(sitting, rows, sets)
    at = float(minutes_of_day(sitting.begin) or 0)
    begins, worked, before, made = at, 0.0, None, []
    for n, index in enumerate(order):
        look, parts = sitting.looks[index], _parts(rows[index], sets, before)
        setting_up = sum(k.minutes for k in parts[:1]) * (1 + sitting.margin)
        between = sum(k.minutes for k in parts[1:]) * (1 + sitting.margin)
        ready = at + setting_up
        ends = ready + between + look.minutes * len(parts)
        worked += ends - at
        pause = sitting.pause if worked >= sitting.work and n < len(order) - 1 else 0.0
        worked = 0.0 if pause else worked
        frames = look.frames * len(parts)
        made.append(
            PlannedLook(index, at, ready, ends, parts, pause, frames, _charges(look, rows[index], sets), _paper(sets[rows[index][-1]]))
        )  # fmt: skip
        before, at = sets[rows[index][-1]], ends + pause
    whole = sum(p.minutes for k in made for p in k.parts) - (made[0].parts[0].minutes if made else 0.0)
    frames = sum(k.frames for k in made)
    names = sorted({name for k in made for name in k.charges})
    charges = {name: sum(k.charges.get(name, 0.0) for k in made) for name in names}
    ends = made[-1].ends if made else begins
    return Plan(
        tuple(made), whole, given, begins, ends, frames, frames * FILE_SIZE, charges, sum(k.paper for k in made)
    )


def ordered_parts(look: LookPlan, sets: Mapping[str, Set]) -> tuple[str, ...]:
    """Ids of a look's set and of its variants, beginning with the look, in the order that carries the least."""
    ids = (look.set_id, *dict.fromkeys(k for k in look.variants if k != look.set_id))
    if len(ids) < 3:
        return ids
    return tuple(ids[k] for k in best_order(costs_of(tuple(sets[k] for k in ids)), first={0}).order)


def _order(sitting: Sitting, rows: list[tuple[str, ...]], sets: Mapping[str, Set]) -> tuple[tuple[int, ...], float]:
    """Order of looks, and what changes cost as they are listed [minutes], variants included."""
    if not rows:
        return (), 0.0
    ends = [(sets[k[0]], sets[k[-1]]) for k in rows]
    costs = np.array([[minutes_between(a[1], b[0]) if i != j else 0.0 for j, b in enumerate(ends)] for i, a in enumerate(ends)])  # fmt: skip
    inside = sum(minutes_between(sets[a], sets[b]) for k in rows for a, b in pairwise(k))
    given = inside + float(sum(costs[k, k + 1] for k in range(len(rows) - 1)))
    if sitting.as_given:
        return tuple(range(len(rows))), given
    names = [k.name for k in sitting.looks]
    made = best_order(
        costs,
        {i for i, k in enumerate(sitting.looks) if k.first},
        {i for i, k in enumerate(sitting.looks) if k.last},
        {(names.index(a), i) for i, k in enumerate(sitting.looks) for a in k.after},
    )
    return made.order, given


def _parts(ids: tuple[str, ...], sets: Mapping[str, Set], before: Set | None) -> tuple[Part, ...]:
    made = []
    for k in ids:
        changes = changes_between(before, sets[k]) if before is not None else set_up(sets[k])
        made.append(Part(k, changes, sum(c.minutes for c in changes)))
        before = sets[k]
    return tuple(made)


def flashes_used(light: Light, frames: int) -> float:
    """Battery charges that a battery flash uses for frames at its output; 0 for what is on mains."""
    return frames * 2.0**light.output / FULL_FLASHES if light.on and light.source.kind == "speedlight" else 0.0


def _charges(look: LookPlan, ids: tuple[str, ...], sets: Mapping[str, Set]) -> dict[str, float]:
    used: dict[str, float] = {}
    for photo_set in (sets[k] for k in ids):
        for light in photo_set.lights:
            share = flashes_used(light, look.frames)
            if share:
                used[light.name] = used.get(light.name, 0.0) + share
    return used


def _paper(photo_set: Set) -> float:
    backdrop = photo_set.backdrop
    return backdrop.sweep + SPARE_PAPER if backdrop.kind == "paper" and backdrop.sweep > 0 else 0.0
