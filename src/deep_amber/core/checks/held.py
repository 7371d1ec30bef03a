"""What holds lights and panels: stands that would stand in the sitter or a wall, booms that do not reach, and the usual
caution for what hangs over somebody."""

import math
from collections.abc import Iterator
from dataclasses import replace
from typing import get_args

from ..answer import Answer, mend
from ..framing.in_frame import gear_in_frame
from ..geometry.held import ANY_SIDE, foot_of, in_the_sitter, stands_free
from ..model.light import Light, StandSide
from ..model.panel import Panel
from ..model.set import Set, with_thing
from ..pattern.reach import ANYWHERE, Support
from ..sitter.mesh import SitterMesh
from .finding import Finding

REACHES = (0.8, 1.2, 1.6, 2.0, 2.5)  # [m] of a boom that are tried
SIDES: tuple[StandSide, ...] = tuple(side for side in get_args(StandSide) if side != ANY_SIDE)
FIXED = ("ceiling arm", "wall arm", "clamp")
"""What is fixed to the house or to a piece of furniture."""


def held_findings(photo_set: Set, mesh: SitterMesh, support: Support) -> Iterator[Finding]:
    """What there is to say about stands, booms and arms."""
    for kind in ("lights", "panels"):
        for index, thing in enumerate(getattr(photo_set, kind)):
            if thing.on:
                yield from _stand(photo_set, mesh, kind, index, support)
    for light in photo_set.lights:
        if light.on and light.source.kind != "window" and light.role != "room":
            yield from _over(photo_set, light)


def _stand(photo_set: Set, mesh: SitterMesh, kind: str, index: int, support: Support) -> Iterator[Finding]:
    thing: Light | Panel = getattr(photo_set, kind)[index]
    foot = foot_of(photo_set, thing)
    if foot is None:
        return
    figures, named = {}, {"thing": thing.name}
    if thing.holding == "boom" and thing.boom_reach > support.boom:
        figures, why = {"reach_m": thing.boom_reach, "longest_m": support.boom}, "reach"
    elif stands_free(photo_set, *foot):
        return
    else:
        why = "sitter" if in_the_sitter(photo_set, *foot) else "room"
    if why == "room" and thing.holding == "stand":
        return  # its front is in the room: a foot near a wall is turned aside
    made = next(on_booms(photo_set, mesh, kind, index, support), None)
    yield Finding("key.stand", "warn", figures, named | {"why": why, "holding": thing.holding}, made)


def on_booms(photo_set: Set, mesh: SitterMesh, kind: str, index: int, support: Support = ANYWHERE) -> Iterator[Answer]:
    """The thing on a boom whose stand is out of the sitter, the walls and the picture, the shortest reach first."""
    thing: Light | Panel = getattr(photo_set, kind)[index]
    shown = {(k.kind, k.index) for k in gear_in_frame(photo_set, mesh) if k.part == "front"}
    for reach in REACHES:
        if reach > support.boom:
            return
        sides = SIDES if isinstance(thing, Light) else SIDES[:1]
        for side in sides:
            hung: Light | Panel = replace(thing, holding="boom", boom_reach=reach)
            hung = replace(hung, stand_side=side) if isinstance(hung, Light) else hung
            made = with_thing(photo_set, kind, index, hung)
            foot = foot_of(made, hung)
            seen = {(k.kind, k.index) for k in gear_in_frame(made, mesh)} - shown
            if foot is not None and stands_free(made, *foot) and not seen:
                yield mend(made, "thing.boom", {"reach_m": reach}, thing=thing.name, side=side)


def _over(photo_set: Set, light: Light) -> Iterator[Finding]:
    """A light over somebody can come down on them: a boom can tip, a fixing can give."""
    level = math.hypot(light.place.x - photo_set.sitter.x, light.place.z - photo_set.sitter.z)
    if not in_the_sitter(photo_set, light.place.x, light.place.z) or light.holding == "hand":
        return
    held = "fixed" if light.holding in FIXED else "boom"
    yield Finding("key.boom", "note", {"level_distance_m": level}, {"light": light.name, "held": held})
