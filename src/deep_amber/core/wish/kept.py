"""What must stay as it is while a wish is granted."""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

import numpy as np

from ..model.set import Set
from ..problem import NotAccepted, Problem
from ..simulation.readings import LABELS
from .state import State
from .target import GROUND, Target, Tones, to_go

FACE_HELD, MARKER_HELD = 0.15, 0.3  # stops that the lit cheek, and each other marker, may change by
COLOUR_HELD = 0.1  # stops of red against blue on the lit cheek: about 150 K in daylight (assumption)
BLACK = -6.0  # stops from mid grey under which a marker is black, whatever it reads (file value 7; assumption)
REACHED = 0.2  # stops within which a wish counts as granted
FLAT = 0.15  # stops between the cheeks under which neither is the lit side
OF_THE_SET = {
    "pattern": "the pattern",
    "framing": "the framing",
    "hardness": "how hard the shadow's edge is",
    "colour": "the colour of the face",
}
"""What is kept beside markers, in words."""
SHADOW_SIDE = ("shadow_cheek", "chin", "under_nose", "under_chin", "cloth", "hair_left", "hair_right")
GOES_ALONG: dict[str, tuple[str, ...]] = {
    "lit_cheek": tuple(k for k in LABELS if k != "lit_cheek"),
    "shadow_cheek": SHADOW_SIDE,
    "under_nose": SHADOW_SIDE,
    "under_chin": SHADOW_SIDE,
    "chin": SHADOW_SIDE,
    "forehead": ("chin", "under_nose"),
    "cloth": ("under_chin", "chin"),
    "hair_left": ("under_nose", "under_chin", "cloth"),
    "hair_right": ("under_nose", "under_chin", "cloth"),
    "backdrop_left": GROUND,
    "backdrop_middle": GROUND,
    "backdrop_right": GROUND,
}
"""Markers that the same light is on, so that they move with a surface that is pulled; let go unless they are pinned."""
EDGES = frozenset({"hair_left", "hair_right"})
KEPT = (*OF_THE_SET, *LABELS)


@dataclass(frozen=True)
class Wish:
    targets: tuple[Target, ...]
    kept: frozenset[str]
    """Of KEPT."""

    @property
    def with_ground(self) -> bool:
        """Whether the whole ground in the frame has to be looked at."""
        return any(t.measure == "clips" for t in self.targets)


def _known(names: Iterable[str]) -> set[str]:
    found = {name.strip().lower().replace(" ", "_") for name in names}
    for name in found - set(KEPT):
        raise NotAccepted([Problem("keep", f"{name!r} cannot be kept or let go", ", ".join(KEPT))])
    return found


def goes_along(wish: Wish, photo_set: Set) -> set[str]:
    """Markers whose change costs nothing, as the same light is on them. An edge that a light of its own makes is none."""
    moved = {name for t in wish.targets for name in t.moved}
    along = {name for k in moved for name in GOES_ALONG.get(k, ())} - wish.kept
    has_rim = any(light.on and light.role == "rim" for light in photo_set.lights)
    return along - EDGES if has_rim and "lit_cheek" not in moved else along


def wish_of(targets: Iterable[Target], let_go: Iterable[str] = (), pinned: Iterable[str] = ()) -> Wish:
    """A wish with what is sensibly kept: everything but the surfaces pulled and those that the same light is on.

    Parameters
    ----------
    targets : one or several; let_go, pinned : of KEPT, over what is kept without asking

    Raises NotAccepted for names that cannot be kept, and for no target or two for one surface.
    """
    made = tuple(targets)
    if not made:
        raise NotAccepted([Problem("targets", "nothing is wished", "a surface and where it should read")])
    moved = [name for t in made for name in t.moved]
    twice = next((k for k in moved if moved.count(k) > 1), None)
    if twice:
        raise NotAccepted([Problem(twice, f"{LABELS[twice]} is wished twice", "one wish a surface")])
    along = {name for k in moved for name in GOES_ALONG.get(k, ())}
    kept = (set(KEPT) - along - _known(let_go)) | _known(pinned)
    return Wish(made, frozenset(kept - set(moved)))


def off(wish: Wish, tones: Tones) -> Any:
    """Stops by which the worst of the targets is missed."""
    return np.max([np.abs(to_go(t, tones)) for t in wish.targets], axis=0)


def held(name: str) -> float:
    """Stops that a kept marker may change by."""
    return FACE_HELD if name == "lit_cheek" else MARKER_HELD


def changed_by(before: Any, after: Any) -> Any:
    """Stops that a marker changes by; none where it is black before and after."""
    return np.maximum(after, BLACK) - np.maximum(before, BLACK)


def markers_broken(wish: Wish, before: Tones, after: Tones) -> Any:
    """Stops by which kept markers are moved over what they may, summed; 0 where all are held."""
    total: Any = 0.0
    for name in wish.kept & set(LABELS):
        total = total + np.maximum(np.abs(changed_by(before.stops[name], after.stops[name])) - held(name), 0.0)
    return total


def side_effects(wish: Wish, before: Tones, after: Tones) -> Any:
    """Stops by which other markers change, summed."""
    moved = {name for t in wish.targets for name in t.moved}
    return sum(np.abs(changed_by(before.stops[name], after.stops[name])) for name in LABELS if name not in moved)


def broken(wish: Wish, before: State, after: State) -> list[str]:
    """Names of what is kept and did not hold."""
    found = [
        name
        for name in LABELS
        if name in wish.kept and abs(changed_by(before.tones.stops[name], after.tones.stops[name])) > held(name)
    ]
    turned = before.lit_side != after.lit_side and before.tones.ratio > FLAT
    changed = {
        "pattern": before.pattern != after.pattern or turned,
        "framing": before.framing != after.framing,
        "hardness": before.grade != after.grade,
        "colour": abs(before.colour - after.colour) > COLOUR_HELD,
    }
    return found + [name for name, did in changed.items() if did and name in wish.kept]
