"""A path: one thing that a hand can change, by more and more, and what is said of it."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..answer import Act
from ..kit.owned import Kit
from ..model.point import Point
from ..model.set import Set
from ..pattern.reach import Support
from ..simulation.stages import Stages
from .kept import Wish
from .state import ByLight

Kind = Literal[
    "output", "switch", "shutter", "flash follows", "aim", "roll", "grid", "doors", "grey gel", "panel out", "panel surface", "panel moved", "panel turned",
    "panel added", "flag", "distance", "round", "height", "modifier", "ground", "light added", "bulb behind", "covered",
]  # fmt: skip
"""What is moved; of one kind one answer is enough."""
KNOB, NUDGE, IN_HAND, CARRIED, NEW_STAND, ROOM_CHANGED = 1.0, 2.0, 3.0, 4.0, 5.0, 6.0
"""Effort: a knob, a nudge at the light, a panel in the hand, a stand carried, a new stand, a change to the room."""


@dataclass(frozen=True, eq=False)
class Path:
    kind: Kind
    effort: float
    at: Callable[[float], Set | None]
    """The set with it changed by so much; None where that cannot be."""
    acts: Callable[[float], tuple[Act, ...]]
    samples: tuple[float, ...]
    """By how much, from a little to the most; of a list one number each."""
    fine: float = 0.0
    """To which it is set by hand, in its own unit; 0 for a list, whose entries are tried one by one."""
    free: int | None = None
    """Index of a light that this brings in or alters, whose output is chosen anew with it."""
    light: int | None = None
    """Index of the one light whose light it changes; None for what changes that of all."""
    panel: int | None = None
    """Index of a panel that stays in and is moved or changed."""
    throws: bool | None = None
    """Of a board or cover: True where it can add light on the sitter, False where it can take it; None for what does both."""


@dataclass(frozen=True, eq=False)
class Asked:
    """What paths are made for."""

    stages: Stages
    """As finely as a dragged picture."""
    wish: Wish
    kit: Kit
    support: Support
    face: np.ndarray
    """(3,) middle of the face [m]."""
    shares: ByLight
    key: int | None

    @property
    def photo_set(self) -> Set:
        return self.stages.photo_set


def point(place: np.ndarray) -> Point:
    """A place (3,) as a point."""
    return Point(*map(float, place))
