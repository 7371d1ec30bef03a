"""Key: the pattern and whether it is the one aimed at, sockets, forehead, catchlights, glasses, softness, feather, room."""

from collections.abc import Callable, Iterable, Iterator
from dataclasses import replace

import numpy as np

from ..geometry.quads import emitter_quad, lower_edge
from ..model.light import Light
from ..model.look import Look
from ..model.point import Point
from ..model.set import Set, with_light
from ..pattern.advice import roads_to
from ..pattern.face_points import face_points
from ..pattern.feather import LEAST, feather_of
from ..pattern.key_light import key_index, key_light
from ..pattern.measures import Measures, measures_of
from ..pattern.reach import ANYWHERE, FOOT_OUT, Support
from ..pattern.reading import PatternReading, read_pattern
from ..pattern.rules import Pattern
from ..pattern.softness import others, span_text
from ..rules.validation import fits
from ..simulation.stages import Stages
from ..sitter.mesh import SitterMesh
from ..units import length_text
from .finding import Finding, GoOn, Mend, stages_for
from .sitter import glare_findings

DEEP, EASED = -1.6, -1.3  # stops of the sockets under the face: dark, and no longer (assumptions)
HOT, COOLED = 0.5, 0.35  # stops of the forehead over the lit cheek: hot, and no longer (assumptions)
WORTH = 0.1  # stops that a mend must gain
STEP, STEPS_DOWN = 0.05, 16  # [m] by which the key is lowered, how often
FEATHERS = np.arange(0.05, 0.61, 0.05)  # [m] under the face that the key is aimed at
NODS = (4.0, 8.0, 12.0)  # degrees
FRONT: tuple[Pattern, ...] = ("flat", "butterfly", "loop", "Rembrandt", "overhead")
"""Patterns in which both eyes are meant to be seen."""


def key_findings(
    photo_set: Set, mesh: SitterMesh, go_on: GoOn, feet: bool = False, support: Support = ANYWHERE
) -> Iterator[Finding]:
    """What there is to say about the key."""
    index = key_index(photo_set)
    stages = stages_for(photo_set, mesh, go_on)
    reading = read_pattern(stages) if index is not None else None
    if index is None or reading is None:
        text = "No light is on." if index is None else "Nothing of the key comes to the face."
        yield Finding("key.none", "look" if index is not None else "note", text)
        return
    light = photo_set.lights[index]
    yield from _pattern(stages, reading, feet, support)
    if reading.pattern in FRONT:
        key = key_light(stages, light)
        assert key is not None
        yield from _sockets(stages, index, measures_of(key.level[None], face_points(mesh)), feet)
        yield from _forehead(stages, index, measures_of(key.level[None], face_points(mesh)), feet)
        yield from _catchlights(stages, index, reading, feet)
    yield from glare_findings(photo_set, mesh, feet, "key")
    yield from _softness(reading, feet)
    yield from _feather(stages)
    yield from _clearance(photo_set, light, feet)
    yield from _boom(photo_set, light)


def _is_wanted(look: Look, reading: PatternReading) -> bool:
    wanted = look.pattern
    if wanted in ("broad", "short", "on-axis"):
        return wanted in reading.side.name
    return wanted in (reading.pattern, reading.composed)


def _pattern(stages: Stages, reading: PatternReading, feet: bool, support: Support) -> Iterator[Finding]:
    look = stages.photo_set.look
    name = f"between {' and '.join(reading.between)}" if reading.between else reading.composed or reading.pattern
    side = f", {reading.side.name}" if reading.side.name else ""
    text = f"The key draws {name}{side}." if not reading.between else f"The key lies {name}{side}."
    why = reading.reasons[0].text
    figures = {"azimuth_degrees": reading.azimuth, "elevation_degrees": reading.elevation, **reading.reasons[0].figures}
    if look is None or look.pattern == "open" or _is_wanted(look, reading):
        yield Finding("key.pattern", "note", f"{text} {why}", figures)
        return
    mend = None
    if look.pattern in reading.probabilities:
        roads = roads_to(stages, look.pattern, support, feet, wide=False)  # type: ignore[arg-type]
        mend = Mend(roads[0].text, roads[0].photo_set) if roads else None
    yield Finding("key.pattern", "look", f"{text} {look.pattern} is aimed at. {why}", figures, mend)


def _measured(stages: Stages, made: Set, index: int) -> Measures | None:
    key = key_light(replace(stages, photo_set=made, found={}), made.lights[index]) if fits(made) else None
    return measures_of(key.level[None], face_points(stages.mesh)) if key else None


def _lowered(photo_set: Set, index: int, feet: bool) -> Iterator[tuple[str, Set]]:
    light = photo_set.lights[index]
    if light.source.kind == "window":
        return
    for k in range(1, STEPS_DOWN + 1):
        lower = replace(light, place=replace(light.place, y=light.place.y - k * STEP))
        yield f"lower the {light.name} by {length_text(k * STEP, feet)}", with_light(photo_set, index, lower)


def _nodded(photo_set: Set, sign: int) -> Iterator[tuple[str, Set]]:
    sitter = photo_set.sitter
    for by in NODS:
        yield (
            f"bring the chin {'down' if sign > 0 else 'up'} {by:.0f} degrees",
            replace(photo_set, sitter=replace(sitter, head_nod=sitter.head_nod + sign * by)),
        )


def _feathered(photo_set: Set, index: int, feet: bool) -> Iterator[tuple[str, Set]]:
    light = photo_set.lights[index]
    for by in FEATHERS:
        aimed = replace(light, aim=replace(light.aim, y=light.aim.y - float(by)))
        yield (
            f"feather the {light.name}: aim it {length_text(float(by), feet)} lower",
            with_light(photo_set, index, aimed),
        )


def _at_board(photo_set: Set, index: int) -> Iterator[tuple[str, Set]]:
    """The flash hung so that its hot centre points at the middle of the board it works through."""
    light = photo_set.lights[index]
    for panel in photo_set.panels:
        if panel.on and np.linalg.norm(panel.place.array - light.aim.array) < max(panel.width, panel.height):
            middle = Point(*map(float, panel.place.array))
            yield (
                f"hang the flash so that its hot centre points at the middle of {panel.name}",
                with_light(photo_set, index, replace(light, aim=middle)),
            )


def _first(
    stages: Stages, index: int, tries: Iterator[tuple[str, Set]], does: Callable[[Measures], bool]
) -> Mend | None:
    for text, made in tries:
        stages.go_on()
        m = _measured(stages, made, index)
        if m is not None and does(m):
            return Mend(text, made)
    return None


def _sockets(stages: Stages, index: int, m: Measures, feet: bool) -> Iterator[Finding]:
    depth = float(m.socket[0])
    if depth > DEEP:
        return

    def eased(k: Measures) -> bool:
        return float(k.socket[0]) > EASED

    mend = _first(stages, index, _lowered(stages.photo_set, index, feet), eased) or _first(
        stages, index, _nodded(stages.photo_set, -1), eased
    )
    yield Finding(
        "key.sockets",
        "look",
        f"The eye sockets are dark, {-depth:.1f} stops under the brightest of the face.",
        {"sockets_under_face_stops": -depth},
        mend,
    )


def _forehead(stages: Stages, index: int, m: Measures, feet: bool) -> Iterator[Finding]:
    over = float(m.forehead[0])
    if over < HOT:
        return

    photo_set = stages.photo_set
    bounced = list(_at_board(photo_set, index))
    kinds = (
        bounced,
        _feathered(photo_set, index, feet),
        [] if bounced else _lowered(photo_set, index, feet),
        _nodded(photo_set, -1),
    )
    cooled = sorted((k for tries in kinds if (k := _coolest(stages, index, tries))), key=lambda k: k[0] >= COOLED)
    first = cooled[0][1] if cooled and cooled[0][0] < over - WORTH else None
    yield Finding(
        "key.forehead",
        "look",
        f"The forehead is hot, {over:.1f} stops over the lit cheek.",
        {"forehead_over_cheek_stops": over},
        first,
    )
    for left, mend in cooled[1:]:
        if left < over - WORTH:
            yield Finding(
                "key.forehead",
                "note",
                f"Another way leaves the forehead {max(left, 0.0):.1f} stops over the cheek.",
                {"forehead_over_cheek_stops": left},
                mend,
            )


def _coolest(stages: Stages, index: int, tries: Iterable[tuple[str, Set]]) -> tuple[float, Mend] | None:
    """The first of the tries that cools the forehead, else the one that leaves it least hot: stops left, and its mend."""
    best: tuple[float, Mend] | None = None
    for text, made in tries:
        stages.go_on()
        m = _measured(stages, made, index)
        if m is not None and (best is None or float(m.forehead[0]) < best[0]):
            best = float(m.forehead[0]), Mend(text, made)
            if best[0] < COOLED:
                break
    return best


def _catchlights(stages: Stages, index: int, reading: PatternReading, feet: bool) -> Iterator[Finding]:
    name = stages.photo_set.lights[index].name
    own = [c for c in reading.catchlights if c.of == name]
    missing = [c for c in own if not c.present]
    if not missing:
        where = " and ".join(dict.fromkeys(c.clock if c.clock != "middle" else "the pupil" for c in own))
        if own:
            yield Finding(
                "key.catchlight", "note", f"A catchlight in each eye, at {where}.", {"width_of_iris": own[0].width}
            )
        return
    both = len(missing) == len(own)

    def present(made: Set) -> bool:
        again = read_pattern(replace(stages, photo_set=made, found={})) if fits(made) else None
        return again is not None and all(c.present for c in again.catchlights if c.of == name)

    mend = None
    for text, made in (*_lowered(stages.photo_set, index, feet), *_nodded(stages.photo_set, -1)):
        stages.go_on()
        if present(made):
            mend = Mend(text, made)
            break
    eyes = "both eyes" if both else f"the sitter's {missing[0].eye} eye"
    yield Finding(
        "key.catchlight",
        "look" if both else "note",
        f"The catchlight is missing in {eyes}: {missing[0].reason}.",
        {},
        mend,
    )


def _softness(reading: PatternReading, feet: bool) -> Iterator[Finding]:
    soft = reading.softness
    other = []
    for k in others(soft.size, reading.distance):
        other.append(f"{k.grade} with a front {span_text(k.size, feet)}")
    barely = " The pattern is barely drawn." if soft.grade == "very soft" else ""
    yield Finding(
        "key.softness",
        "note",
        f"Shadow edges {soft.edge:.0f} mm wide on the cheek: {soft.grade}.{barely} From here, {'; '.join(other)}.",
        {"edge_mm": soft.edge},
    )


def _feather(stages: Stages) -> Iterator[Finding]:
    found = feather_of(stages)
    if found and found.off >= 3 * LEAST:
        yield Finding(
            "key.feather",
            "note",
            f"Feathered by {found.off:.0f} degrees: the face {'loses' if found.face < 0 else 'gains'} "
            f"{abs(found.face):.1f} stops, the backdrop {'loses' if found.backdrop < 0 else 'gains'} {abs(found.backdrop):.1f}.",
            {"off_degrees": found.off, "face_stops": found.face, "backdrop_stops": found.backdrop},
        )


def _boom(photo_set: Set, light: Light) -> Iterator[Finding]:
    """A light over somebody hangs on a boom, which can tip."""
    level = float(np.hypot(light.place.x - photo_set.sitter.x, light.place.z - photo_set.sitter.z))
    if level >= FOOT_OUT or light.source.kind == "window" or light.role == "room":
        return
    yield Finding(
        "key.boom",
        "note",
        "It hangs over the sitter: a leg of the stand under the load, a counterweight on the boom's far end, "
        "a cord as a second hold, nobody under it while it is set.",
        {"level_distance_m": level},
    )


def _clearance(photo_set: Set, light: Light, feet: bool) -> Iterator[Finding]:
    if light.source.kind == "window":
        return
    low, top = lower_edge(light), float(emitter_quad(light).corners[:, 1].max())
    gap = photo_set.room.height - top
    yield Finding(
        "key.clearance",
        "note",
        f"Its lower edge is {length_text(low, feet)} over the floor, its upper edge {length_text(gap, feet)} "
        "under the ceiling.",
        {"lower_edge_m": low, "to_ceiling_m": gap},
    )
