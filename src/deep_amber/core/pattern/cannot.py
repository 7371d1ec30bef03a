"""Advice to a wanted pattern: roads, that it is there already, or that it cannot be reached here, because of what, and
what would make it possible."""

from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from ..gear.modifiers import Modifier
from ..model.set import Set, with_light, without
from ..rules.validation import fits
from ..simulation.stages import Stages
from ..units import length_text
from .advice import Road, roads_to, search_for
from .dial import Sphere, reasons_on
from .face_points import face_points
from .key_light import key_index, key_light
from .reach import ANYWHERE, Support
from .reading import shares_of
from .rules import PATTERNS, SURE, Pattern

SEATS, CHINS = (0.1, 0.2), (10.0, -10.0)  # [m] lower, degrees down, that are tried where nothing else does
SMALLEST = 0.15  # [m] of a front that is still halved
ENOUGH = 2  # ways to make it possible that are offered


@dataclass(frozen=True)
class Advice:
    target: Pattern
    here: bool
    """Whether the key draws it already, surely."""
    roads: tuple[Road, ...]
    because: str
    """Why it cannot be reached; empty where a road is."""
    possible: tuple[Road, ...]
    """What would make it possible."""


def _halved(modifier: Modifier) -> Modifier | None:
    sizes = {k: getattr(modifier, k) for k in ("width", "height", "diameter") if hasattr(modifier, k)}
    if not sizes or min(sizes.values()) / 2 < SMALLEST:
        return None
    return replace(modifier, **{k: max(v / 2, SMALLEST) for k, v in sizes.items()})


def _other_sets(photo_set: Set, index: int, feet: bool) -> Iterator[tuple[str, Set]]:
    """Sets in which it may be possible, each with what was changed."""
    light, sitter = photo_set.lights[index], photo_set.sitter
    smaller = _halved(light.modifier)
    if smaller is not None:
        half = replace(light, modifier=smaller, modifier_item="")
        yield "a front half the size", with_light(photo_set, index, half)
    for by in SEATS:
        if sitter.seat_height >= by:
            yield (
                f"a stool {length_text(by, feet)} lower",
                replace(photo_set, sitter=replace(sitter, seat_height=sitter.seat_height - by)),
            )
    for by in CHINS:
        yield (
            f"the chin {'down' if by > 0 else 'up'} {abs(by):.0f} degrees",
            replace(photo_set, sitter=replace(sitter, head_nod=sitter.head_nod + by)),
        )
    for panel in photo_set.panels:
        if panel.on:
            gone = tuple(replace(k, on=False) if k is panel else k for k in photo_set.panels)
            yield f"{panel.name} taken away", replace(photo_set, panels=gone)
    for i, other in enumerate(photo_set.lights):
        if i != index and other.on:
            yield f"{other.name} taken away", without(photo_set, "lights", i)


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


def _possible(stages: Stages, target: Pattern, support: Support, feet: bool, index: int) -> Iterator[Road]:
    if support != Support() and (roads := roads_to(stages, target, Support(), feet)):
        yield replace(roads[0], text=f"with a taller stand or a boom: {roads[0].text}")
    for text, made in _other_sets(stages.photo_set, index, feet):
        if not fits(made):
            continue
        other = replace(stages, photo_set=made, found={})
        there = _surely_there(other, target)
        if there is not None:
            yield Road(text, made, 0.0, there, "else")
        elif roads := roads_to(other, target, support, feet, wide=False):
            yield replace(roads[0], text=f"with {text}: {roads[0].text}")


def _surely_there(stages: Stages, target: Pattern) -> float | None:
    """The share of the pattern when the key draws it surely."""
    index = key_index(stages.photo_set)
    key = key_light(stages, stages.photo_set.lights[index]) if index is not None else None
    if key is None:
        return None
    share = float(shares_of(key, face_points(stages.mesh))[PATTERNS.index(target)])
    return share if share >= SURE else None


def advice_to(stages: Stages, target: Pattern, support: Support = ANYWHERE, feet: bool = False) -> Advice:
    """How to come to a pattern.

    Parameters
    ----------
    stages : of the set; target : wanted pattern
    support : what the stands of the kit can do; feet : lengths in feet and inches
    """
    if _surely_there(stages, target) is not None:
        return Advice(target, True, (), "", ())
    search = search_for(stages, target, support, feet)
    if search is None:
        return Advice(target, False, (), "no key light comes to the face", ())
    roads = roads_to(stages, target, support, feet)
    if roads:
        return Advice(target, False, tuple(roads), "", ())
    possible: list[Road] = []
    for road in _possible(stages, target, support, feet, search.sphere.index):
        possible.append(road)
        if len(possible) >= ENOUGH:
            break
    because = _because(stages, search.sphere, search.target, support, search.hung is not None)
    return Advice(target, False, (), because, tuple(possible))
