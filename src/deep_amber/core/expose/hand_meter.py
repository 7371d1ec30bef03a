"""The meter in the hand: anywhere in the room, turned anywhere, for flash, room light or both, one light or all."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..exposure.meter import C_DOME, C_FLAT, metered_aperture
from ..geometry.vectors import unit
from ..model.light import Light
from ..model.point import Point
from ..problem import NotAccepted, Problem
from ..simulation.exposing import exposed, lights_on
from ..simulation.key import key_index
from ..simulation.layers import sensor_layer
from ..simulation.readings import surfaces_read
from ..simulation.sensors import Sensors
from ..simulation.stages import Stages
from ..sitter.face import face_marks
from ..srgb import LUMINANCE
from ..transport.weights import DOME, FLAT

Receptor = Literal["dome", "flat"]
BEFORE_SKIN = 0.02  # [m] that a meter is held off what it reads (assumption: half its own depth)
LEAST = 1e-12  # [lx s]
PLACES = {
    "face": "before the face",
    "cheek_left": "left cheek",
    "cheek_right": "right cheek",
    "forehead": "forehead",
    "chin": "chin",
    "cloth": "cloth",
    "backdrop_middle": "backdrop",
}
"""Where it is held by name; left and right as the camera sees them."""


@dataclass(frozen=True)
class HandMeter:
    place: Point
    """Its receptor [m]."""
    aim: Point
    """What the receptor faces [m]."""
    receptor: Receptor = "dome"
    before_face: bool = False
    """Held out before the nose, as far as an arm reaches: the sitter's head blocks nothing."""


@dataclass(frozen=True)
class LightAtMeter:
    """One light at the meter."""

    name: str
    index: int
    flash: bool
    exposure: float
    """[lx s]"""
    aperture: float
    """By it alone, at the set's sensitivity; 0 for darkness."""
    share: float
    """Of all light there."""
    off_axis: float
    """Between the receptor's axis and the middle of its front [degrees]."""
    half: float
    """Share of the dome's half sphere that faces it: (1 + cos) / 2, or of the flat disc's view, cos, not under 0."""
    side: float
    """Direction across the dome as seen from where it points to, clockwise from up [degrees]."""


@dataclass(frozen=True)
class MeterReading:
    aperture: float
    """By all light, at the set's sensitivity [f-number]; 0 for darkness."""
    flash_aperture: float
    room_aperture: float
    """By continuous light alone, at the set's time."""
    flash_share: float
    """Of all light there."""
    over: float
    """Stops by which it exceeds the aperture that is set, with what a neutral filter takes."""
    lights: tuple[LightAtMeter, ...]
    """The strongest first."""


def held_at(stages: Stages, name: str) -> tuple[Point, np.ndarray]:
    """Where the meter is held for a named place [m], and (3,) the way straight out from there.

    Raises KeyError for a name that is not in PLACES.
    """
    if name == "face":
        meter = np.array(face_marks(stages.mesh, stages.photo_set.sitter).meter)
        return _point(meter), unit(stages.photo_set.camera.place.array - meter)
    sensors = surfaces_read(stages)
    mine = sensors.group == sensors.names.index(name)
    out = unit(sensors.axes[mine].astype(float).mean(0))
    return _point(sensors.points[mine].astype(float).mean(0) + out * BEFORE_SKIN), out


def held_meter(
    stages: Stages,
    at: str | None,
    toward: str,
    receptor: Receptor,
    place: Point | None = None,
    aim: Point | None = None,
) -> HandMeter:
    """The meter as it is held and turned.

    Parameters
    ----------
    at : where by name (PLACES); None for `place` [m]
    toward : "lens", "key", "out" (straight off what it is held at), a light as in "lights.0", or "aim" with a place

    Raises NotAccepted, naming the field, for a place or a direction that is none.
    """
    photo_set = stages.photo_set
    if at is None and place is None:
        raise _refused("place", "the meter is held nowhere", "a place, or the name of one in `at`")
    if at is not None and at not in PLACES:
        raise _refused("at", f"{at!r} is no place for the meter", " or ".join(PLACES))
    named, out = held_at(stages, at or "face")
    held = named if at is not None or place is None else place
    key = key_index(stages)
    towards = {
        "lens": photo_set.camera.place,
        "key": photo_set.lights[key].place if key is not None else photo_set.camera.place,
        "out": Point(*map(float, held.array + out)),
        "aim": aim,
    } | {f"lights.{k}": light.place for k, light in enumerate(photo_set.lights)}
    faces = towards.get(toward)
    if faces is None:
        accepted = "lens, key, out, aim with a place, or a light as in lights.0"
        raise _refused("toward", f"{toward!r} is nothing to face", accepted)
    return HandMeter(held, faces, receptor, before_face=at == "face")


def _refused(field: str, message: str, accepted: str) -> NotAccepted:
    return NotAccepted([Problem(field, message, accepted)])


def _point(at: np.ndarray) -> Point:
    return Point(*map(float, at))


def _sensors(meter: HandMeter) -> Sensors:
    axis = unit(meter.aim.array - meter.place.array)
    place = meter.place.array.astype(np.float32)[None]
    kind = DOME if meter.receptor == "dome" else FLAT
    return Sensors(
        ("hand",), np.zeros(1, int), place, axis.astype(np.float32)[None], np.ones((1, 3)), kind,
        past_head=meter.before_face, anywhere=not meter.before_face,
    )  # fmt: skip


def exposure_at(stages: Stages, meter: HandMeter, light: Light) -> float:
    """Light of one light of the set on the receptor, bounces included [lx s]; the light must be on."""
    layer = sensor_layer(stages, light, f"hand {meter.receptor}", _sensors(meter))[0]
    return float((layer * exposed(stages.photo_set, light)) @ LUMINANCE)


def _direction(meter: HandMeter, light: Light) -> tuple[float, float, float]:
    """Degrees off the axis, share of the receptor that faces it, degrees clockwise from up."""
    axis = unit(meter.aim.array - meter.place.array)
    to_light = unit(light.place.array - meter.place.array)
    cos = float(np.clip(axis @ to_light, -1, 1))
    # Across as somebody sees it who looks at the dome from where it points to.
    up = np.array([0.0, 1.0, 0.0]) if abs(axis[1]) < 0.99 else np.array([0.0, 0.0, -1.0])
    right = unit(np.cross(up, axis))
    over = np.cross(axis, right)
    side = math.degrees(math.atan2(float(to_light @ right), float(to_light @ over)))
    half = (1 + cos) / 2 if meter.receptor == "dome" else max(cos, 0.0)
    return math.degrees(math.acos(cos)), half, side


def meter_reading(stages: Stages, meter: HandMeter, lights: Sequence[int] | None = None) -> MeterReading:
    """What the meter shows.

    Source: ISO 2720 (exposure/meter.py); light adds up.

    Parameters
    ----------
    stages : of the set
    lights : indices of the lights that are looked at alone; None for all that are on
    """
    photo_set = stages.photo_set
    camera, on = photo_set.camera, lights_on(photo_set)
    constant = C_DOME if meter.receptor == "dome" else C_FLAT
    chosen = [k for k in on if lights is None or photo_set.lights.index(k) in lights]
    by = {light.name: exposure_at(stages, meter, light) for light in chosen}
    total = sum(by.values())
    flash = sum(by[k.name] for k in chosen if k.is_flash)

    def shown(exposure: float) -> float:
        return metered_aperture(exposure, camera.sensitivity, constant)

    rows = [
        LightAtMeter(
            k.name, photo_set.lights.index(k), k.is_flash, by[k.name], shown(by[k.name]),
            by[k.name] / max(total, LEAST), *_direction(meter, k),
        )
        for k in chosen
    ]  # fmt: skip
    return MeterReading(
        shown(total),
        shown(flash),
        shown(total - flash),
        flash / max(total, LEAST),
        2 * math.log2(max(shown(total), 1e-3) / camera.aperture) - camera.filter,
        tuple(sorted(rows, key=lambda k: -k.exposure)),
    )


@dataclass(frozen=True)
class AloneAtFace:
    """A light by itself at the face, the meter's flat disc turned to it."""

    name: str
    index: int
    aperture: float
    exposure: float
    """[lx s]"""
    to_key: float
    """Stops over the key; negative when under."""


def alone_at_face(stages: Stages, key: int | None) -> tuple[AloneAtFace, ...]:
    """Each light that is on, alone at the face, against the key."""
    place, _ = held_at(stages, "face")
    sensitivity = stages.photo_set.camera.sensitivity
    by = {}
    for light in lights_on(stages.photo_set):
        meter = HandMeter(place, light.place, "flat", before_face=True)
        by[stages.photo_set.lights.index(light)] = exposure_at(stages, meter, light)
    of_key = max(by.get(key, 0.0) if key is not None else max(by.values(), default=0.0), LEAST)
    return tuple(
        AloneAtFace(
            stages.photo_set.lights[k].name, k, metered_aperture(lux, sensitivity, C_FLAT), lux,
            math.log2(max(lux, LEAST) / of_key),
        )
        for k, lux in by.items()
    )  # fmt: skip
