"""This face under each of the eight patterns that are aimed at: the key carried to the nearest place that draws it."""

from dataclasses import dataclass, replace

import numpy as np

from ..model.patterns import AIMED, PATTERNS, Pattern
from ..model.room import Room
from ..model.set import Set
from ..simulation.stages import Stages
from .dial import BEFORE_LENS, reasons_on, sphere_of
from .directions import Half, angles, half_of
from .placing import hung_key
from .reach import ANYWHERE, Support, before_lens

SURELY = 0.7  # share from which a place stands for its pattern; else the surest place does
ROOMY = (12.0, 12.0, 6.0)  # [m] of the room in which a place that cannot be reached is shown


@dataclass(frozen=True)
class Try:
    name: Pattern
    photo_set: Set | None
    """What to look at; None for a key that stays where it is."""
    reachable: bool
    reason: str
    """Why it cannot be reached, or what it brings."""
    half: Half | None = None
    """The half of the dial that its key is on."""


def _roomy(photo_set: Set) -> Set:
    """The set in a room where the key's light is not held back: for looking at alone."""
    width, depth, height = ROOMY
    room: Room = replace(
        photo_set.room,
        width=max(width, photo_set.room.width),
        depth=max(depth, photo_set.room.depth),
        height=max(height, photo_set.room.height),
    )
    return replace(photo_set, room=room)


def tries_of(stages: Stages, support: Support = ANYWHERE) -> list[Try]:
    """One a pattern. Empty without a key that reaches the face."""
    sphere = sphere_of(stages)
    if sphere is None:
        return []
    photo_set, index = stages.photo_set, sphere.index
    hung = hung_key(photo_set, index, sphere.carried)
    if hung is None:
        return [Try(name, None, False, "this light stays where it is") for name in AIMED]
    shape = sphere.shares.shape[:2]
    reasons = reasons_on(stages, sphere, support).reshape(shape)
    seen = before_lens(photo_set, stages.mesh, sphere.fronts).reshape(shape)
    way = sphere.key_way / np.linalg.norm(sphere.key_way)
    off = np.degrees(np.arccos(np.clip(sphere.ways @ way, -1, 1)))
    made = []
    for name in AIMED:
        k = PATTERNS.index(name)
        share = sphere.shares[..., k]
        drawn = share >= min(SURELY, float(share.max()))
        cost = off + np.where(reasons != "", 400.0, 0.0) + np.where(seen, 90.0, 0.0) + np.where(drawn, 0.0, 4000.0)
        at = np.unravel_index(int(cost.argmin()), shape)
        row = at[0] * shape[1] + at[1]
        one = hung.moved(sphere.fronts.centre[row])
        reason = str(reasons[at])
        made.append(
            Try(
                name,
                one if not reason else _roomy(one),
                not reason,
                reason or (BEFORE_LENS if seen[at] else ""),
                half_of(angles(sphere.ways[at])[0]),
            )
        )
    return made
