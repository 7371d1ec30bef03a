"""Advice to a wanted pattern: ways, that it is there already, or that it cannot be reached here, because of what, and
what would make it possible."""

from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Act, Answer, mend
from ..gear.modifiers import Modifier
from ..model.patterns import PATTERNS, Pattern
from ..model.set import Set, with_light, without
from ..rules.validation import fits
from ..simulation.key import key_index
from ..simulation.memory import Memory
from ..simulation.quality import DRAGGED, oriented
from ..simulation.stages import Stages
from ..sitter.mesh import SitterMesh
from .advice import search_for, ways_to
from .dial import Sphere, reasons_on
from .directions import Half, angles, half_of
from .face_points import face_points
from .key_light import key_light
from .reach import ANYWHERE, Support
from .reading import shares_of
from .rules import SURE

SEATS, CHINS = (0.1, 0.2), (10.0, -10.0)  # [m] lower, degrees down, that are tried where nothing else does
SMALLEST = 0.15  # [m] of a front that is still halved
ENOUGH = 2  # ways to make it possible that are offered


@dataclass(frozen=True)
class Advice:
    target: Pattern
    here: bool
    """Whether the key draws it already, surely."""
    ways: tuple[Answer, ...]
    because: str
    """Why it cannot be reached; empty where a way is."""
    possible: tuple[Answer, ...]
    """What would make it possible."""

    @property
    def by_key(self) -> int | None:
        """Which way the dial goes: the first that moves the key, as a pose is a way of its own; else the first."""
        moving = (k for k, way in enumerate(self.ways) if way.moves == "key")
        return next(moving, 0 if self.ways else None)


def _halved(modifier: Modifier) -> Modifier | None:
    sizes = {k: getattr(modifier, k) for k in ("width", "height", "diameter") if hasattr(modifier, k)}
    if not sizes or min(sizes.values()) / 2 < SMALLEST:
        return None
    return replace(modifier, **{k: max(v / 2, SMALLEST) for k, v in sizes.items()})


def _other_sets(photo_set: Set, index: int) -> Iterator[Answer]:
    """Sets in which it may be possible, each with what was changed."""
    light, sitter = photo_set.lights[index], photo_set.sitter
    smaller = _halved(light.modifier)
    if smaller is not None:
        half = replace(light, modifier=smaller, modifier_item="")
        yield mend(with_light(photo_set, index, half), "with.half_front")
    for by in SEATS:
        if sitter.seat_height >= by:
            lower = replace(photo_set, sitter=replace(sitter, seat_height=sitter.seat_height - by))
            yield mend(lower, "with.lower_stool", {"by_m": by})
    for by in CHINS:
        nodded = replace(photo_set, sitter=replace(sitter, head_nod=sitter.head_nod + by))
        yield mend(nodded, "with.chin_down" if by > 0 else "with.chin_up", {"by_degrees": abs(by)})
    for panel in photo_set.panels:
        if panel.on:
            gone = tuple(replace(k, on=False) if k is panel else k for k in photo_set.panels)
            yield mend(replace(photo_set, panels=gone), "with.taken_away", thing=panel.name)
    for i, other in enumerate(photo_set.lights):
        if i != index and other.on:
            yield mend(without(photo_set, "lights", i), "with.taken_away", thing=other.name)


def _because(stages: Stages, sphere: Sphere, target: int, support: Support, movable: bool) -> str:
    """What is in the way of the place that would need the least walk."""
    if not movable:
        return "this light stays where it is, and no pose of the sitter does it"
    won = (sphere.shares.argmax(-1) == target) & (sphere.shares[..., target] > SURE / 2)
    if not won.any():
        return "a front of this size at this distance does not draw it on this face"
    reasons = reasons_on(stages, sphere, support).reshape(won.shape)
    if not (won & (reasons != "")).any():
        return "what stands in its light keeps it from the face"
    off = np.linalg.norm(sphere.ways - sphere.key_way / np.linalg.norm(sphere.key_way), axis=-1)
    nearest = np.unravel_index(int(np.where(won & (reasons != ""), off, np.inf).argmin()), won.shape)
    reason = str(reasons[nearest])
    said = {
        "ceiling": "the ceiling is too low",
        "floor": "the floor is in the way",
        "sitter": "the sitter is in the way",
    }
    return said.get(
        reason, reason if " " in reason and reason.startswith(("no ", "over ")) else f"{reason} is in the way"
    )


def _possible(stages: Stages, target: Pattern, support: Support, index: int, half: Half | None) -> Iterator[Answer]:
    if support != Support() and (ways := ways_to(stages, target, Support(), half=half)):
        yield replace(ways[0], acts=(Act("with.taller_stand"), *ways[0].acts))
    for changed in _other_sets(stages.photo_set, index):
        if not fits(changed.photo_set):
            continue
        other = replace(stages, photo_set=changed.photo_set, found={})
        there = _surely_there(other, target, half)
        if there is not None:
            yield replace(changed, share=there)
        elif ways := ways_to(other, target, support, wide=False, half=half):
            yield replace(ways[0], acts=(*changed.acts, *ways[0].acts))


def _surely_there(stages: Stages, target: Pattern, half: Half | None) -> float | None:
    """The share of the pattern when the key draws it surely, on that half of the dial."""
    index = key_index(stages)
    key = key_light(stages, stages.photo_set.lights[index]) if index is not None else None
    if key is None:
        return None
    share = float(shares_of(key, face_points(stages.mesh))[PATTERNS.index(target)])
    on_half = half is None or half_of(angles(key.direction)[0]) in (half, None)
    return share if share >= SURE and on_half else None


def advice_to(stages: Stages, target: Pattern, support: Support = ANYWHERE, half: Half | None = None) -> Advice:
    """How to come to a pattern.

    Parameters
    ----------
    stages : of the set; target : wanted pattern
    support : what the stands of the kit can do
    half : of the dial that the key is to be on; None for either
    """
    if _surely_there(stages, target, half) is not None:
        return Advice(target, True, (), "", ())
    search = search_for(stages, target, support, half)
    if search is None:
        return Advice(target, False, (), "no key light comes to the face", ())
    ways = ways_to(stages, target, support, half=half)
    if ways:
        return Advice(target, False, tuple(ways), "", ())
    possible: list[Answer] = []
    for answer in _possible(stages, target, support, search.sphere.index, half):
        possible.append(answer)
        if len(possible) >= ENOUGH:
            break
    because = _because(stages, search.sphere, search.target, support, search.hung is not None)
    return Advice(target, False, (), because, tuple(possible))


def advice_of(photo_set: Set, mesh: SitterMesh, target: Pattern) -> Advice:
    """Advice to a pattern for a sound set, with stands that reach everywhere."""
    return advice_to(Stages(photo_set, mesh, Memory(), oriented(DRAGGED, photo_set.camera), lambda: None), target)
