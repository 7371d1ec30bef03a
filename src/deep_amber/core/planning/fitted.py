"""An arrangement fitted to a room, a sitter and a kit: the set that it makes, or why it cannot be."""

from collections import Counter
from collections.abc import Collection, Iterator
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from ..answer import Act
from ..framing.clearance import in_the_sitter
from ..gear.sources import Window
from ..geometry.held import foot_of, stands, stands_free
from ..kit.colour import balance_for
from ..kit.owned import Kit
from ..kit.readings import with_trims
from ..model.light import Light
from ..model.panel import Panel
from ..model.set import Set
from ..pattern.reach import support_of
from ..rules.validation import lights_go_together, problems_of
from ..sitter.face import face_marks, head_frame
from ..sitter.mesh import SitterMesh
from .allocate import STANDS_FOR, Taken, taken
from .behind import behind_backdrop, behind_sheet
from .limits import Limits, beyond
from .placed import SIDE, CannotStand, moved, turned_to_board, with_panel_rule, with_rule
from .rules import Arrangement, At, LightRule

Side = Literal["camera-left", "camera-right"]
OTHER: dict[Side, Side] = {"camera-left": "camera-right", "camera-right": "camera-left"}
PATTERN_AT: dict[str, tuple[float, float]] = {
    "butterfly": (0.0, 38.0),
    "clamshell": (0.0, 38.0),
    "loop": (35.0, 32.0),
    "Rembrandt": (48.0, 40.0),
    "split": (90.0, 8.0),
    "short": (45.0, 32.0),
    "broad": (45.0, 32.0),
}
"""Azimuth off the nose and elevation of a key [degrees] at which a pattern is begun (product, docs/patterns.md)."""
OVER_LENS, BEFORE_LENS = 12.5, 0.93
"""Degrees over the lens at which a large front is on its axis and clears the picture, and where along the way to it (assumptions)."""
SHEETS = STANDS_FOR["silk"]
NO_LIMITS = Limits()
TURNED = 8.0  # degrees of the nose off the lens from which a face has a near and a far side


@dataclass(frozen=True)
class Fitted:
    arrangement: Arrangement
    side: Side
    """Of the key."""
    photo_set: Set | None
    """Before its outputs are set; None where it cannot be."""
    refused: tuple[Act, ...]
    """Why it cannot be."""


def bare(photo_set: Set) -> Set:
    """Room, sitter and camera alone: windows stay as they are, everything that was put up is gone."""
    kept = tuple(k for k in photo_set.lights if k.source.kind == "window" or k.role == "room")
    kept = tuple(replace(k, on=False) if k.role == "room" else k for k in kept)
    return replace(photo_set, lights=kept, panels=())


def side_for(photo_set: Set, mesh: SitterMesh, arrangement: Arrangement) -> Side:
    """Where the key goes: as the look says; else to the far side of a turned face, the near one for broad light; a window's own side; else camera-left."""
    windows = [k for k in photo_set.lights if k.source.kind == "window"]
    if arrangement.kind == "window" and windows:
        return "camera-left" if windows[0].place.x < photo_set.sitter.x else "camera-right"
    if photo_set.look and photo_set.look.key_side != "open":
        return photo_set.look.key_side
    nose = head_frame(mesh, photo_set.sitter).rotation @ np.array([0.0, 0.0, 1.0])
    to_lens = photo_set.camera.place.array - face_marks(mesh, photo_set.sitter).face
    turned = np.degrees(np.arctan2(nose[0], nose[2]) - np.arctan2(to_lens[0], to_lens[2]))
    far = "camera-right" if turned > TURNED else "camera-left"
    wanted = photo_set.look.pattern if photo_set.look else "open"
    if wanted == "broad" and abs(turned) > TURNED:
        return "camera-left" if far == "camera-right" else "camera-right"
    return far  # type: ignore[return-value]


def fitted(
    arrangement: Arrangement,
    photo_set: Set,
    mesh: SitterMesh,
    kit: Kit,
    known: Collection[str],
    side: Side | None = None,
    limits: Limits = NO_LIMITS,
) -> Fitted:
    """The arrangement in a set's room, for its sitter, lens and look, with what the kit has.

    Parameters
    ----------
    photo_set : whose lights and panels are taken away first; its windows stay
    known : names of the sitters that can be shown
    side : of the key; None for as the face and the look ask
    """
    base = bare(moved(photo_set, "forward", arrangement.forward) if arrangement.forward else photo_set)
    way = side or side_for(base, mesh, arrangement)
    gear: Taken | tuple[Act, ...] = _hopeless(arrangement, base) or taken(arrangement, kit)
    if isinstance(gear, tuple):
        return Fitted(arrangement, way, None, gear)
    try:
        made = with_trims(_placed(arrangement, base, mesh, gear, SIDE[way]), kit)
    except CannotStand as cannot:
        return Fitted(arrangement, way, None, (cannot.why,))
    problems = problems_of(made, known)
    if problems:
        return Fitted(arrangement, way, None, (Act("plan.problem", {}, {"what": problems[0].message}),))
    against = (*_unsafe(base, made, mesh, kit), *beyond(made, limits))
    return Fitted(arrangement, way, None if against else made, against)


def _unsafe(base: Set, made: Set, mesh: SitterMesh, kit: Kit) -> Iterator[Act]:
    """What stands in the sitter, higher than its stand goes or farther out than a boom, where no foot can be, or would never go together."""
    support = support_of(kit.stands)
    held = set(in_the_sitter(base, mesh))
    for name in in_the_sitter(made, mesh):
        if name not in held:
            yield Act("plan.in_sitter", {}, {"thing": name})
    things: list[Light | Panel] = [*made.lights[len(base.lights) :], *made.panels]
    for thing in things:
        if behind_backdrop(made, thing):
            yield Act("plan.behind_backdrop", {}, {"thing": thing.name})
        foot = foot_of(made, thing) if stands(thing) else None
        if foot is None:
            continue
        if thing.place.y > support.highest:
            yield Act("plan.too_high", {"high_m": thing.place.y, "highest_m": support.highest}, {"thing": thing.name})
        if thing.holding == "boom" and thing.boom_reach > support.boom:
            yield Act("plan.short_boom", {"reach_m": thing.boom_reach, "boom_m": support.boom}, {"thing": thing.name})
        others = replace(made, panels=tuple(k for k in made.panels if k is not thing))
        if not stands_free(others, *foot):
            yield Act("plan.no_foot", {}, {"thing": thing.name})
    for problem in lights_go_together(made):
        yield Act("plan.problem", {}, {"what": problem.message})


def _hopeless(arrangement: Arrangement, base: Set) -> tuple[Act, ...]:
    """Why it cannot be whatever is owned."""
    posture = base.sitter.posture
    if posture not in arrangement.postures:
        return (Act("plan.posture", {}, {"posture": posture, "fit": " or ".join(arrangement.postures)}),)
    if arrangement.kind == "window" and not any(k.source.kind == "window" for k in base.lights):
        return (Act("plan.no_window"),)
    return ()


def _placed(arrangement: Arrangement, base: Set, mesh: SitterMesh, gear: Taken, side: float) -> Set:
    """Lights and panels where the rules have them; raises CannotStand."""
    made = _windows(base, arrangement)
    roles: Counter[str] = Counter()
    for rule, items in zip(arrangement.lights, gear.lights, strict=True):
        if items is not None:
            made = with_rule(made, mesh, for_pattern(rule, arrangement, base), items, side, roles[rule.role])
            roles[rule.role] += 1
    surfaces: Counter[str] = Counter()
    for panel, item in zip(arrangement.panels, gear.panels, strict=True):
        if item is not None:
            made = with_panel_rule(made, mesh, panel, item, side, surfaces[item.surface])
            surfaces[item.surface] += 1
    windows = len(base.lights)
    for n, rule in enumerate(arrangement.lights):
        if rule.aim == "board":
            made = turned_to_board(made, mesh, windows + n, 0)
    face = np.array(face_marks(mesh, made.sitter).face)
    sheets = [k for k in made.panels if k.surface in SHEETS]
    for light in made.lights[windows:] if sheets else ():
        if light.role == "key" and not behind_sheet(light, sheets[0], face):
            raise CannotStand(Act("plan.past_sheet", {}, {"thing": light.name, "sheet": sheets[0].name}))
    return _balanced(made)


def _balanced(made: Set) -> Set:
    """With the white balance set to the key, or to the one light there is: lamps are not photographed by daylight's."""
    shown = [k for k in made.lights if k.on and k.source.kind != "window"] or [k for k in made.lights if k.on]
    key = next((k for k in made.lights if k.on and k.role == "key"), shown[0] if shown else None)
    balance = balance_for(key, made.camera.white_balance) if key is not None else None
    return made if balance is None else replace(made, camera=replace(made.camera, white_balance=balance))


def _windows(base: Set, arrangement: Arrangement) -> Set:
    """Windows that light the picture are the key; where flash does, they are covered."""
    lights, first = [], arrangement.kind == "window"
    for light in base.lights:
        if not isinstance(light.source, Window):
            lights.append(light)
        elif first:
            cloth = replace(light.source, cover="diffusion" if arrangement.code == "window_sheet" else "clear")
            lights.append(replace(light, role="key", on=True, source=cloth))
            first = False
        else:
            lights.append(replace(light, source=replace(light.source, cover="blackout")))
    return replace(base, lights=tuple(lights))


def _to_lens(photo_set: Set) -> float:
    """From the sitter to the lens, over the floor [m]."""
    camera, sitter = photo_set.camera.place, photo_set.sitter
    return float(np.hypot(camera.x - sitter.x, camera.z - sitter.z))


def for_pattern(rule: LightRule, arrangement: Arrangement, photo_set: Set) -> LightRule:
    """The key's rule turned to the pattern that the look asks for, where the arrangement lets it."""
    wanted = photo_set.look.pattern if photo_set.look else "open"
    if rule.role == "key" and wanted == "on-axis" and wanted in arrangement.patterns:
        return replace(rule, at=At(0.0, OVER_LENS, BEFORE_LENS * _to_lens(photo_set), "lens"))
    if rule.role != "key" or not arrangement.turns or wanted not in PATTERN_AT or wanted not in arrangement.patterns:
        return rule
    azimuth, elevation = PATTERN_AT[wanted]
    return replace(rule, at=At(azimuth, elevation, rule.at.distance, "nose"))
