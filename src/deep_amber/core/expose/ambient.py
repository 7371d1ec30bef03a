"""The frame without flash: how far room light lies under the picture, what gives it, and what kills it."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

from ..answer import Act, Answer
from ..kit.dial import APART
from ..model.camera import Camera
from ..model.light import Light
from ..model.set import Set, with_light
from ..simulation.exposing import lights_on, without_flash
from ..simulation.readings import LABELS, surface_values, surfaces_read
from ..simulation.stages import Stages
from ..srgb import code_value
from ..units import APERTURES, SENSITIVITIES, TIMES, step_in_series
from .outputs import outputs_for

BLACK_CODE = 10  # 8-bit value up to which a surface looks black on a small screen (assumption)
FLOOR = 1e-6
LEAST_GAIN = 0.3  # stops that something must take of the room's light to be offered
NOTHING = 20.0  # stops: as far as anything is told
SLOWER = 12  # third stops of longer times that are looked at


@dataclass(frozen=True)
class RoomLight:
    """One lamp or window in the frame without flash."""

    name: str
    index: int
    share: float
    """Of the light on the face without flash."""
    under: float
    """Stops that the lit cheek by it alone lies under the whole picture's."""
    window: bool


@dataclass(frozen=True)
class Kill:
    """What takes room light away, with every flash set anew where the camera changes."""

    answer: Answer
    under: float
    """Stops that room light lies under the picture then."""
    black: bool


@dataclass(frozen=True)
class AtTime:
    """Room light at another exposure time: flash stays."""

    time: float
    """[s]"""
    under: float


@dataclass(frozen=True)
class Ambient:
    """The frame when no flash fires."""

    flash: bool
    """Whether any flash is on; without one the frame without flash is the picture."""
    under: float
    """Stops that room light on the lit cheek lies under the whole picture's; NOTHING for none."""
    surfaces: dict[str, float]
    """Each surface without flash [stops from mid grey]."""
    codes: dict[str, int]
    """8-bit values of that."""
    seen: tuple[str, ...]
    """Surfaces that are not black in it, the lightest first."""
    lights: tuple[RoomLight, ...]
    """What gives it, the most first."""
    times: tuple[AtTime, ...]
    """From the sync limit to longer ones: window and flash mixed on purpose."""

    @property
    def black(self) -> bool:
        return not self.seen


def _under(whole: float, part: float) -> float:
    return min(math.log2(max(whole, FLOOR) / max(part, FLOOR * 2.0**-NOTHING)), NOTHING)


def ambient_of(stages: Stages) -> Ambient | None:
    """Of a set; None where no light is on. Light is linear: flash and room are read from the same layers."""
    photo_set = stages.photo_set
    on = lights_on(photo_set)
    if not on:
        return None
    camera, lasting = photo_set.camera, [k for k in on if not k.is_flash]
    whole = surface_values(stages)
    lit = max(("cheek_left", "cheek_right"), key=lambda k: whole.lux[k])
    shadow = "cheek_right" if lit == "cheek_left" else "cheek_left"
    named = {"lit_cheek": lit, "shadow_cheek": shadow}
    names = surfaces_read(stages).names
    room = surface_values(replace(stages, photo_set=without_flash(photo_set), found={}), lasting) if lasting else None
    value = {k: (room.value[named.get(k, k)] if room else 0.0) for k in LABELS if named.get(k, k) in names}
    codes = {k: code_value(v) for k, v in value.items()}
    seen = sorted((k for k, c in codes.items() if c > BLACK_CODE), key=lambda k: -value[k])
    total = room.lux[lit] if room else 0.0
    by = {k.name: surface_values(stages, (k,)).lux[lit] for k in lasting}
    rows = [
        RoomLight(
            k.name, photo_set.lights.index(k), by[k.name] / max(total, FLOOR), _under(whole.lux[lit], by[k.name]),
            k.source.kind == "window",
        )
        for k in lasting
    ]  # fmt: skip
    flash = whole.lux[lit] - total
    times = [t for t in TIMES if t >= camera.sync_time * 0.99]
    slowest = step_in_series(camera.sync_time, TIMES, SLOWER)
    return Ambient(
        any(k.is_flash for k in on),
        _under(whole.lux[lit], total),
        {k: math.log2(max(v, FLOOR) / 0.18) for k, v in value.items()},
        codes,
        tuple(seen),
        tuple(sorted(rows, key=lambda k: -k.share)),
        tuple(
            AtTime(t, _under(flash + total * t / camera.time, total * t / camera.time)) for t in times if t <= slowest
        )
        if lasting
        else (),
    )


def kills(stages: Stages) -> Iterator[Kill]:
    """What takes room light away, each computed with every flash set anew; those that do too little are left out."""
    now = ambient_of(stages)
    if now is None or not now.lights or not now.flash:
        return
    for acts, made in _tries(stages):
        stages.go_on()
        then = ambient_of(replace(stages, photo_set=made, found={}))
        if then is not None and then.under >= now.under + LEAST_GAIN:
            yield Kill(Answer(acts, made), then.under, then.black)


def _tries(stages: Stages) -> Iterator[tuple[tuple[Act, ...], Set]]:
    photo_set = stages.photo_set
    camera = photo_set.camera
    if camera.time > camera.sync_time * 2.0**LEAST_GAIN:
        faster = replace(camera, time=camera.sync_time)
        yield (Act("wish.time", {"to_s": camera.sync_time}),), replace(photo_set, camera=faster)
    lower = [s for s in SENSITIVITIES if 100 <= s < camera.sensitivity * 0.99]
    for s in lower[:1]:
        yield from _followed(
            stages, replace(camera, sensitivity=float(s)), Act("expose.sensitivity", {"to_iso": float(s)})
        )
    for thirds in (3, 6):
        n = step_in_series(camera.aperture, APERTURES, thirds)
        yield from _followed(stages, replace(camera, aperture=n), Act("wish.aperture", {"to_f": n}))
    for k, light in enumerate(photo_set.lights):
        if light.on and not light.is_flash:
            yield (_off(light),), with_light(photo_set, k, _dark(light))


def _off(light: Light) -> Act:
    window = light.source.kind == "window"
    return Act("expose.shut" if window else "wish.switch_off", {}, {"light": light.name})


def _dark(light: Light) -> Light:
    """A window behind blackout, a lamp off."""
    if light.source.kind == "window":
        return replace(light, source=replace(light.source, cover="blackout"))
    return replace(light, on=False)


def _followed(stages: Stages, camera: Camera, act: Act) -> Iterator[tuple[tuple[Act, ...], Set]]:
    """The camera with every flash turned up to it, where their dials go so far; continuous light stays: it is to be
    killed."""
    photo_set = stages.photo_set
    flash_alone = replace(photo_set, lights=tuple(replace(k, on=k.on and k.is_flash) for k in photo_set.lights))
    made = outputs_for(replace(stages, photo_set=flash_alone, found={}), camera, by="kept")
    if made is None or not made.fits:
        return
    then = {k.index: k.to for k in made.lights}
    lights = tuple(replace(light, output=then.get(k, light.output)) for k, light in enumerate(photo_set.lights))
    moved = any(abs(to - photo_set.lights[k].output) > APART for k, to in then.items())
    yield (act, *((Act("expose.flash_follows"),) if moved else ())), replace(photo_set, lights=lights, camera=camera)
