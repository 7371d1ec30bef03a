"""Key: the pattern and whether it is the one aimed at, sockets, forehead, catchlights, glasses, softness, feather, room."""

from collections.abc import Callable, Iterable, Iterator
from dataclasses import replace
from typing import cast

import numpy as np

from ..answer import Answer, mend
from ..geometry.quads import emitter_quad, lower_edge
from ..model.light import Light
from ..model.patterns import Pattern
from ..model.point import Point
from ..model.set import Set, with_light
from ..pattern.advice import ways_to
from ..pattern.all_light import Eyes, room_adds, sockets_and_forehead
from ..pattern.catchlights import BEHIND
from ..pattern.face_points import face_points
from ..pattern.feather import LEAST, feather_of
from ..pattern.key_light import key_light
from ..pattern.measures import Measures, measures_of
from ..pattern.reach import ANYWHERE, Support
from ..pattern.reading import PatternReading, read_pattern
from ..pattern.softness import others
from ..pattern.wanted import is_wanted
from ..rules.validation import fits
from ..simulation.key import key_index
from ..simulation.readings import readings_of
from ..simulation.stages import Stages
from ..sitter.mesh import SitterMesh
from .finding import Finding, GoOn, stages_for
from .held import held_findings
from .sitter import glare_findings

DEEP, EASED = -1.6, -1.3  # stops of the sockets under the face: dark, and no longer (assumptions)
LOST, UNSEEN = -3.5, -4.5  # stops under the face, or from mid grey, under which no eye is seen (assumptions)
UNMIRRORED = -1.75  # stops from mid grey under which an eye without a catchlight is not seen either (assumption)
HOT, COOLED = 0.5, 0.35  # stops of the forehead over the lit cheek: hot, and no longer (assumptions)
WORTH = 0.1  # stops that a mend must gain
STEP, STEPS_DOWN, STEPS_UP = 0.05, 16, 30  # [m] by which the key is lowered or raised, how often
DOWNWARD = 24.0  # degrees under level that the nose's shadow runs with the key raised (assumption)
FEATHERS = np.arange(0.05, 0.61, 0.05)  # [m] under the face that the key is aimed at
NODS = (4.0, 8.0, 12.0)  # degrees
DARK = ("silhouette", "edge light only")
"""Composed names in which no eye is meant to be seen."""


def key_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn, support: Support = ANYWHERE) -> Iterator[Finding]:
    """What there is to say about the key."""
    stages = stages_for(photo_set, mesh, go_on)
    index = key_index(stages)
    reading = read_pattern(stages, readings_of(stages)) if index is not None else None
    if index is None or reading is None:
        why = "off" if index is None else "misses"
        yield Finding("key.none", "warn" if index is not None else "note", named={"why": why})
        return
    light = photo_set.lights[index]
    yield from _pattern(stages, reading, support)
    yield from _sideways(stages, index, reading)
    if reading.pattern != "rim" and reading.composed not in DARK:
        room = room_adds(stages)
        eyes = sockets_and_forehead(stages, room)
        mirrored = any(c.present for c in reading.catchlights)
        yield from _sockets(stages, index, eyes, room, mirrored)
        yield from _forehead(stages, index, eyes.forehead, room)
        yield from _catchlights(stages, index, reading)
    yield from glare_findings(photo_set, mesh, "key")
    yield from _softness(reading)
    yield from _feather(stages)
    yield from _clearance(photo_set, light)
    yield from held_findings(photo_set, mesh, support)


def _pattern(stages: Stages, reading: PatternReading, support: Support) -> Iterator[Finding]:
    look = stages.photo_set.look
    reason = reading.reasons[0]
    figures = {"azimuth_degrees": reading.azimuth, "elevation_degrees": reading.elevation, **reason.figures}
    named = {
        "pattern": reading.composed or reading.pattern,
        "between": " and ".join(reading.between),
        "side": reading.side.name,
        "why": reason.text,
    }
    if look is None or look.pattern == "open" or is_wanted(look, reading):
        yield Finding("key.pattern", "note", figures, named)
        return
    made = None
    if look.pattern in reading.probabilities:
        made = next(iter(ways_to(stages, cast(Pattern, look.pattern), support, wide=False)), None)
    yield Finding("key.pattern", "warn", figures, named | {"wanted": look.pattern}, made)


def _sideways(stages: Stages, index: int, reading: PatternReading) -> Iterator[Finding]:
    """A shadow of the nose that runs level or uphill closes no triangle and leaves no loop: the key stands too low."""
    key = key_light(stages, stages.photo_set.lights[index])
    if key is None or key.direction[2] <= 0 or reading.pattern != "side light":
        return
    runs = float(measures_of(key.level[None], face_points(stages.mesh), key.direction[None]).runs[0])

    def runs_down(k: Measures) -> bool:
        return float(k.runs[0]) > DOWNWARD

    made = _first(stages, index, _raised(stages.photo_set, index), runs_down)
    yield Finding("key.sideways", "warn", {"nose_shadow_under_level_degrees": runs}, mend=made)


def _raised(photo_set: Set, index: int) -> Iterator[Answer]:
    light = photo_set.lights[index]
    if light.source.kind == "window":
        return
    for k in range(1, STEPS_UP + 1):
        higher = replace(light, place=replace(light.place, y=light.place.y + k * STEP))
        yield mend(with_light(photo_set, index, higher), "light.raise", {"by_m": k * STEP}, light=light.name)


def _measured(stages: Stages, made: Set, index: int) -> Measures | None:
    key = key_light(replace(stages, photo_set=made, found={}), made.lights[index]) if fits(made) else None
    return measures_of(key.level[None], face_points(stages.mesh), key.direction[None]) if key else None


def _lowered(photo_set: Set, index: int) -> Iterator[Answer]:
    light = photo_set.lights[index]
    if light.source.kind == "window":
        return
    for k in range(1, STEPS_DOWN + 1):
        lower = replace(light, place=replace(light.place, y=light.place.y - k * STEP))
        yield mend(with_light(photo_set, index, lower), "light.lower", {"by_m": k * STEP}, light=light.name)


def _nodded(photo_set: Set, sign: int) -> Iterator[Answer]:
    sitter = photo_set.sitter
    act = "sitter.chin_down" if sign > 0 else "sitter.chin_up"
    for by in NODS:
        made = replace(photo_set, sitter=replace(sitter, head_nod=sitter.head_nod + sign * by))
        yield mend(made, act, {"by_degrees": by})


def _feathered(photo_set: Set, index: int) -> Iterator[Answer]:
    light = photo_set.lights[index]
    for by in FEATHERS:
        aimed = replace(light, aim=replace(light.aim, y=light.aim.y - float(by)))
        yield mend(with_light(photo_set, index, aimed), "light.feather", {"by_m": float(by)}, light=light.name)


def _at_board(photo_set: Set, index: int) -> Iterator[Answer]:
    """The flash hung so that its hot centre points at the middle of the board it works through."""
    light = photo_set.lights[index]
    for panel in photo_set.panels:
        if panel.on and np.linalg.norm(panel.place.array - light.aim.array) < max(panel.width, panel.height):
            middle = Point(*map(float, panel.place.array))
            made = with_light(photo_set, index, replace(light, aim=middle))
            yield mend(made, "light.at_board", light=light.name, panel=panel.name)


def _eyes(stages: Stages, made: Set, room: dict[str, float]) -> Eyes | None:
    """Sockets and forehead of another set, by all its light."""
    return sockets_and_forehead(replace(stages, photo_set=made, found={}), room) if fits(made) else None


def _first(stages: Stages, index: int, tries: Iterator[Answer], does: Callable[[Measures], bool]) -> Answer | None:
    for answer in tries:
        stages.go_on()
        m = _measured(stages, answer.photo_set, index)
        if m is not None and does(m):
            return answer
    return None


def _sockets(stages: Stages, index: int, eyes: Eyes, room: dict[str, float], mirrored: bool) -> Iterator[Finding]:
    depth = eyes.depth
    if depth > DEEP:
        return
    made = None
    for answer in (*_lowered(stages.photo_set, index), *_nodded(stages.photo_set, -1)):
        stages.go_on()
        then = _eyes(stages, answer.photo_set, room)
        if then and then.depth > EASED:
            made = answer
            break
    lost = depth < LOST or eyes.tone < (UNSEEN if mirrored else UNMIRRORED)
    yield Finding(
        "key.sockets", "warn", {"sockets_under_face_stops": -depth}, {"eyes": "lost" if lost else "dark"}, made
    )


def _forehead(stages: Stages, index: int, over: float, room: dict[str, float]) -> Iterator[Finding]:
    if over < HOT:
        return
    photo_set = stages.photo_set
    bounced = list(_at_board(photo_set, index))
    kinds = (
        bounced,
        _feathered(photo_set, index),
        [] if bounced else _lowered(photo_set, index),
        _nodded(photo_set, -1),
    )
    cooled = sorted((k for tries in kinds if (k := _coolest(stages, tries, room))), key=lambda k: k[0] >= COOLED)
    first = cooled[0][1] if cooled and cooled[0][0] < over - WORTH else None
    yield Finding("key.forehead", "warn", {"forehead_over_cheek_stops": over}, mend=first)
    for left, made in cooled[1:]:
        if left < over - WORTH:
            yield Finding("key.forehead", "note", {"forehead_over_cheek_stops": left}, mend=made, only_mend=True)


def _coolest(stages: Stages, tries: Iterable[Answer], room: dict[str, float]) -> tuple[float, Answer] | None:
    """The first of the tries that cools the forehead, else the one that leaves it least hot: stops left, and it."""
    best: tuple[float, Answer] | None = None
    for answer in tries:
        stages.go_on()
        then = _eyes(stages, answer.photo_set, room)
        if then is not None and (best is None or then.forehead < best[0]):
            best = then.forehead, answer
            if best[0] < COOLED:
                break
    return best


def _catchlights(stages: Stages, index: int, reading: PatternReading) -> Iterator[Finding]:
    name = stages.photo_set.lights[index].name
    own = [c for c in reading.catchlights if c.of == name and c.reason != BEHIND]  # nobody looks for one there
    missing = [c for c in own if not c.present]
    if not missing:
        if own:
            where = " and ".join(dict.fromkeys(c.clock for c in own))
            yield Finding("key.catchlight", "note", {"width_of_iris": own[0].width}, {"clock": where})
        return
    both = len(missing) == len(own)

    def present(made: Set) -> bool:
        again = read_pattern(replace(stages, photo_set=made, found={})) if fits(made) else None
        return again is not None and all(c.present for c in again.catchlights if c.of == name)

    lowered, nodded = _lowered(stages.photo_set, index), _nodded(stages.photo_set, -1)
    answer = None
    for tried in (*lowered, *nodded):
        stages.go_on()
        if present(tried.photo_set):
            answer = tried
            break
    named = {"missing": "both" if both else missing[0].eye, "why": missing[0].reason}
    yield Finding("key.catchlight", "warn" if both else "note", {}, named, answer)


def _softness(reading: PatternReading) -> Iterator[Finding]:
    soft = reading.softness
    figures = {"edge_mm": soft.edge}
    for k in others(soft.size, reading.distance):
        low, high = k.size
        figures |= {f"{k.grade}_from_m": low, f"{k.grade}_to_m": high}
    yield Finding("key.softness", "note", figures, {"grade": soft.grade})


def _feather(stages: Stages) -> Iterator[Finding]:
    found = feather_of(stages)
    if found and found.off >= 3 * LEAST:
        figures = {"off_degrees": found.off, "face_stops": found.face, "backdrop_stops": found.backdrop}
        yield Finding("key.feather", "note", figures)


def _clearance(photo_set: Set, light: Light) -> Iterator[Finding]:
    if light.source.kind == "window":
        return
    top = float(emitter_quad(light).corners[:, 1].max())
    figures = {"lower_edge_m": lower_edge(light), "to_ceiling_m": photo_set.room.height - top}
    yield Finding("key.clearance", "note", figures)
