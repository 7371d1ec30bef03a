"""Ways out where a light's dial ends: aperture, sensitivity, filter, gel, cloth, distance; each tried before it is offered."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Act, Answer
from ..framing.lenses import openings
from ..kit.dial import APART
from ..kit.owned import Kit
from ..model.camera import Camera
from ..model.light import Gel
from ..model.set import Set, with_light
from ..pattern.reach import ANYWHERE, Support
from ..simulation.stages import Stages
from ..sitter.face import face_marks
from ..units import SENSITIVITIES
from ..wish.kept import BLACK, MARKER_HELD
from ..wish.path import CARRIED, KNOB, NUDGE, point
from ..wish.safe import Cautions, cautions_of, is_safe
from ..wish.state import State, state_of
from .cloth import CLOTHS, cloth_in, with_cloth
from .outputs import ENOUGH, By, Held, LightSetting, Outputs, outputs_for

MOST = 6  # ways
BACKDROP_HELD = 0.15  # stops that the backdrop may change by where it is held (assumption: a step that is just seen)
FILTERS = (1.0, 2.0, 3.0, 4.0, 6.0, 10.0)  # stops of neutral filters that are sold
NEAREST_LIGHT = 0.35  # [m] from the face
ROUND_TO = 0.05  # [m]
SPARE = 0.34  # stops: a third more than what is missing, so that a dial has somewhere to go


@dataclass(frozen=True)
class WayOut:
    answer: Answer
    """With the camera and every output set anew."""
    outputs: Outputs
    changes: float
    """Stops by which the picture's surfaces differ from what exact outputs would give, the most of them."""


def ways_out(stages: Stages, wanted: Outputs, held: Held, kit: Kit, support: Support = ANYWHERE) -> tuple[WayOut, ...]:
    """What lets every light get there, the least effort first; empty where nothing is short or nothing helps.

    Parameters
    ----------
    stages : of the set as it is; wanted : of `outputs_for`, with the camera that is wanted
    """
    camera = wanted.photo_set.camera
    short = [k for k in wanted.lights if not k.fits]
    if not short:
        return ()
    before = _reference(stages, wanted)
    cautions = cautions_of(stages.photo_set, stages.mesh, kit)
    found = []
    for acts, effort, made, to in (*_by_camera(camera, short, held), *_by_hand(stages, camera, short)):
        way = _tried(
            stages, acts, effort, made or stages.photo_set, to, held, before, cautions, kit, support, wanted.by
        )
        if way is not None:
            found.append(way)
    return tuple(sorted(found, key=lambda k: (round(k.answer.effort), k.changes))[:MOST])


_Try = tuple[tuple[Act, ...], float, Set | None, Camera]


def _reference(stages: Stages, wanted: Outputs) -> State:
    """What the picture is to show: every light at its exact output."""
    return state_of(replace(stages, photo_set=wanted.exactly, found={}))


def _tried(
    stages: Stages, acts: tuple[Act, ...], effort: float, made: Set, camera: Camera, held: Held, before: State,
    cautions: Cautions, kit: Kit, support: Support, by: By,
) -> WayOut | None:  # fmt: skip
    """The way, where every light gets there by it and the picture stays as it is meant."""
    stages.go_on()
    moved = replace(stages, photo_set=made, found={})
    outputs = outputs_for(moved, camera, held, by)
    if outputs is None or not outputs.fits:
        return None
    if not is_safe(cautions, outputs.photo_set, stages.mesh, support, kit):
        return None
    after = state_of(replace(stages, photo_set=outputs.photo_set, found={}))
    if (after.pattern, after.lit_side) != (before.pattern, before.lit_side):
        return None
    off = {k: abs(max(after.tones.stops[k], BLACK) - max(before.tones.stops[k], BLACK)) for k in before.tones.stops}
    most = max(float(v) for v in off.values())
    if most > MARKER_HELD + ENOUGH or (held.backdrop and off["backdrop_middle"] > BACKDROP_HELD):
        return None
    return WayOut(Answer((*acts,), outputs.photo_set, effort), outputs, most)


def _by_camera(camera: Camera, short: list[LightSetting], held: Held) -> Iterator[_Try]:
    """Aperture, sensitivity and filter that bring the light that is farthest off into its range."""
    worst = max((k.short for k in short), key=abs)
    if not held.depth:
        n = _in_series(camera.aperture * 2.0 ** (-worst / 2), openings(camera), worst)
        if n is not None and abs(math.log2(n / camera.aperture)) > APART:
            yield (Act("wish.aperture", {"to_f": n}),), KNOB, None, replace(camera, aperture=n)
    s = _in_series(camera.sensitivity * 2.0**worst, SENSITIVITIES, -worst)
    if s is not None and s != camera.sensitivity:
        yield (Act("expose.sensitivity", {"to_iso": s}),), KNOB + 0.1, None, replace(camera, sensitivity=s)
    if worst < 0:
        taken = next((k for k in FILTERS if k >= -worst + camera.filter), None)
        if taken is not None:
            act = Act("expose.filter", {"to_stops": taken})
            yield (act,), NUDGE, None, replace(camera, filter=taken)
    elif camera.filter > 0:
        yield (Act("expose.filter_off", {}),), KNOB, None, replace(camera, filter=0.0)


def _in_series(value: float, series: tuple[float, ...], way: float) -> float | None:
    """The first of a series at or beyond a value: above it for a negative way, else under it; None where it ends."""
    beyond = [k for k in series if (k >= value * 0.99 if way < 0 else k <= value * 1.01)]
    return float((min if way < 0 else max)(beyond)) if beyond else None


def _by_hand(stages: Stages, camera: Camera, short: list[LightSetting]) -> Iterator[_Try]:
    """At the one light that is short: cloth, gel, distance."""
    if len(short) != 1:
        return
    (lack,), photo_set = short, stages.photo_set
    light = photo_set.lights[lack.index]
    named = {"light": light.name}
    for name, what in CLOTHS.items():
        is_in = cloth_in(light.modifier, name)
        if is_in is not None and is_in == (lack.short > 0):
            changed = replace(light, modifier=with_cloth(light.modifier, name, not is_in))
            act = Act("expose.cloth_out" if is_in else "expose.cloth_in", {}, named | {"cloth": what})
            yield (act,), NUDGE + 0.2, with_light(photo_set, lack.index, changed), camera
    if lack.short < 0 and not light.gels and light.source.takes_gels:
        grey: tuple[Gel, ...] = ("one stop grey", "two stops grey")
        for gel in grey:
            gelled = with_light(photo_set, lack.index, replace(light, gels=(gel,)))
            yield (Act("wish.gel", {}, named | {"gel": gel}),), NUDGE, gelled, camera
    for spare in (0.0, SPARE):
        yield from _carried(stages, camera, lack, spare)


def _carried(stages: Stages, camera: Camera, lack: LightSetting, spare: float) -> Iterator[_Try]:
    """Nearer or farther along its way to the face, or to what it is aimed at."""
    photo_set = stages.photo_set
    light = photo_set.lights[lack.index]
    face = np.array(face_marks(stages.mesh, photo_set.sitter).face)
    at = light.aim.array if light.role == "background" else face
    way = light.place.array - at
    away = float(np.linalg.norm(way))
    then = away * 2.0 ** (-(lack.short + math.copysign(spare, lack.short)) / 2)
    then = round(then / ROUND_TO) * ROUND_TO
    if then < NEAREST_LIGHT or abs(then - away) < ROUND_TO:
        return
    moved = with_light(photo_set, lack.index, replace(light, place=point(at + way * (then / away))))
    code = "wish.nearer" if then < away else "wish.farther"
    act = Act(code, {"by_m": abs(then - away)}, {"light": light.name})
    yield (act,), CARRIED + spare, moved, camera
