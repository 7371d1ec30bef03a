"""A white ground three ways, weighed for this room: by the key alone, by one light, by two crossed."""

from dataclasses import dataclass, replace

import numpy as np

from ..answer import Act, Answer
from ..backdrop.ground import ground_of
from ..editing.adding import add_light
from ..exposure.response import CLIP_STOPS, MID_GREY
from ..kit.owned import Kit
from ..model.light import Light
from ..model.set import Set, with_light
from ..pattern.reach import Support
from ..problem import NotAccepted
from ..simulation.readings import surface_values
from ..simulation.stages import Stages
from .kept import Wish, changed_by
from .knobs import output_act, outputs_of
from .moves.added import ROLES, free_modifiers, free_sources
from .path import KNOB, NEW_STAND, Asked
from .safe import cautions_of, is_safe
from .state import SENSED, by_light
from .target import Target

CROSSED = 0.2  # of the ground's width, beyond its middle, that each of two crossed lights is aimed at
EDGES_AT = tuple(SENSED.index(k) for k in ("hair_left", "hair_right"))
LEAST = 1e-9
GREY = 0.05  # stops under clipping from which a ground stays grey


@dataclass(frozen=True)
class WhiteWay:
    name: str
    output: float | None
    """Of its lights [stops under full]; None for the key alone."""
    darkest: float
    """Of the ground in the frame, over clipping; under zero it stays grey [stops]."""
    lightest: float
    """The same of its lightest place."""
    wrap: float
    """Stops that it adds to the hair's edges, the larger of both; from black, where an edge is black now."""
    answer: Answer | None
    """What to do; None where it stays grey, cannot be done here, or is the set as it stands."""
    why_not: str = ""
    """A code: "kit" nothing of that kind is free, "room" there is no safe place; empty where it can be done."""


def _plain(photo_set: Set) -> tuple[Set, tuple[Act, ...]]:
    """The set without its background lights, and what is done for it."""
    acts = tuple(
        Act("wish.switch_off", {}, {"light": k.name}) for k in photo_set.lights if k.on and k.role == "background"
    )
    return replace(photo_set, lights=tuple(k for k in photo_set.lights if k.role != "background")), acts


def _over(values: np.ndarray) -> tuple[float, float]:
    """Darkest and lightest of cells against clipping [stops]."""
    stops = np.log2(np.maximum(values, LEAST) / MID_GREY) - CLIP_STOPS
    return float(stops.min()), float(stops.max())


def _lights(asked: Asked, plain: Set, many: int) -> tuple[Set, list[Act]] | str:
    """The set with so many lights on the ground, or why not."""
    kinds, free = ROLES["background"], free_modifiers(asked)
    made, acts = plain, []
    for n in range(many):
        sources = [
            k for k in free_sources(replace(asked, stages=replace(asked.stages, photo_set=made))) if k.source.is_flash
        ]
        if not sources:
            return "kit"
        fits = [m for m in free if m.modifier.kind in kinds]
        item = min(fits, key=lambda m: kinds.index(m.modifier.kind)) if fits else None
        try:
            given = (
                (item.modifier, "background", sources[0].name, item.name)
                if item
                else (None, "background", sources[0].name)
            )
            made = add_light(made, asked.stages.mesh, sources[0].source, *given)
        except NotAccepted:
            return "room"
        light = made.lights[-1]
        if many > 1:
            made = with_light(made, len(made.lights) - 1, _crossed(plain, light, 1 if n else -1))
        named = {"light": sources[0].name, "role": "background", "modifier": light.modifier_item}
        acts.append(Act("wish.light_added", {}, named))
        free = [m for m in free if m is not item or m.quantity > 1]
    return made, acts


def _crossed(photo_set: Set, light: Light, side: int) -> Light:
    """On one side of the ground, aimed beyond its middle."""
    backdrop = photo_set.backdrop
    away = abs(light.place.x - backdrop.x)
    aim = replace(light.aim, x=backdrop.x - side * CROSSED * backdrop.width)
    return replace(light, place=replace(light.place, x=backdrop.x + side * away), aim=aim)


def white_ways(stages: Stages, kit: Kit, support: Support) -> list[WhiteWay]:
    """What each way comes to in this room, with the camera and the other lights as they are.

    The outputs are the least step at which the darkest place in the frame clips, alike for two lights.
    """
    plain, off = _plain(stages.photo_set)
    asked_on = replace(stages, photo_set=plain, found={})
    wish = Wish((Target("backdrop_middle", "clips"),), frozenset())
    shares = by_light(asked_on)
    asked = Asked(asked_on, wish, kit, support, np.zeros(3), shares, None)
    base = ground_of(asked_on)
    seen = base.seen
    if not seen.any():
        return []
    rest = 2.0 ** base.stops[seen] * MID_GREY
    over = _over(rest)
    does = bool(off) and over[0] >= -GREY
    key = WhiteWay("the key alone", None, *over, 0.0, Answer(off, plain, KNOB * len(off)) if does else None)
    edges = np.maximum(shares.on.astype(float) @ shares.values[:, EDGES_AT], LEAST)
    made = [key]
    for name, many in (("one light", 1), ("two crossed", 2)):
        found = _lights(asked, plain, many)
        if isinstance(found, str):
            made.append(WhiteWay(name, None, 0.0, 0.0, 0.0, None, found))
            continue
        made.append(_weighed(stages, asked, name, *found, off, rest, edges))
    return made


def _weighed(
    stages: Stages, asked: Asked, name: str, photo_set: Set, acts: list[Act], off: tuple[Act, ...],
    rest: np.ndarray, edges: np.ndarray,
) -> WhiteWay:  # fmt: skip
    many = len(acts)
    own = photo_set.lights[-many:]
    on = replace(asked.stages, photo_set=photo_set, found={})
    base = ground_of(asked.stages)
    added = sum(2.0 ** ground_of(on, (k,)).stops[base.seen] * MID_GREY for k in own)
    steps = np.append(outputs_of(own[0]), own[0].output)
    darkest = np.array([_over(rest + added * 2.0 ** (to - own[0].output))[0] for to in steps])
    clips = steps[darkest >= 0]
    to = float(clips.min()) if len(clips) else float(steps.max())
    factor = 2.0 ** (to - own[0].output)
    hair = sum(np.array([surface_values(on, (k,)).value[SENSED[n]] for n in EDGES_AT]) for k in own)
    before, then = (np.log2(k / MID_GREY) for k in (edges, edges + hair * factor))
    wrap = float(np.max(changed_by(before, then)))
    done: list[Act] = [*off]
    for n, act in enumerate(acts):
        light = own[n]
        done += [act, output_act(light, to)]
        photo_set = with_light(photo_set, len(photo_set.lights) - many + n, replace(light, output=to))
    safe = is_safe(
        cautions_of(stages.photo_set, stages.mesh, asked.kit), photo_set, stages.mesh, asked.support, asked.kit
    )
    over = _over(rest + added * factor)
    does = safe and over[0] >= -GREY
    answer = Answer(tuple(done), photo_set, KNOB * len(off) + NEW_STAND * many) if does else None
    return WhiteWay(name, to, *over, wrap, answer, "" if safe else "room")
