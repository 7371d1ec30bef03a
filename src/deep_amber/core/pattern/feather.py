"""Feather: the key aimed past the face. What the face loses and the backdrop gains or loses against the aim at the face."""

import math
from dataclasses import dataclass, replace

import numpy as np

from ..model.point import Point
from ..model.set import with_light
from ..simulation.exposing import exposed
from ..simulation.key import key_index, key_surface
from ..simulation.layers import sensor_layer
from ..simulation.quality import SMALL
from ..simulation.sensors import BACKDROP_PLACES, surface_sensors
from ..simulation.stages import Stages, framed
from ..sitter.face import face_marks
from ..srgb import LUMINANCE
from ..units import stops_text

LEAST = 1.0  # degrees off the face from which it counts as feathered


@dataclass(frozen=True)
class Feather:
    off: float
    """Angle between the key's axis and the face [degrees]."""
    face: float
    """Light on the lit cheek against the aim at the face [stops]."""
    backdrop: float
    """Light on the backdrop's middle against the aim at the face [stops]."""


def _light_at(stages: Stages) -> tuple[float, float]:
    """Of the key on the brighter cheek and on the backdrop, bounces included."""
    index = key_index(stages)
    assert index is not None
    light = stages.photo_set.lights[index]
    sensors = stages.memory.keep(
        "surface sensors",
        framed(stages.photo_set),
        lambda: surface_sensors(stages.photo_set, stages.mesh, stages.posed()),
    )
    lux = sensor_layer(stages, light, "surfaces", sensors) * exposed(stages.photo_set, light) @ LUMINANCE
    at = {name: float(lux[sensors.group == k].mean()) for k, name in enumerate(sensors.names)}
    return max(at["cheek_left"], at["cheek_right"]), max(at[k] for k in BACKDROP_PLACES)


def feather_text(feather: Feather) -> str:
    """What the feathering does, in words; empty for a key aimed at the face."""
    if feather.off < LEAST:
        return ""
    face, ground = stops_text(feather.face), stops_text(feather.backdrop)
    return f"feathered {feather.off:.0f}°: face {face}, backdrop {ground} stops"


def feather_of(stages: Stages) -> Feather | None:
    """How far the key is feathered, and what that does; None without a key, or for one that works through a board or sheet."""
    index = key_index(stages)
    if index is None:
        return None
    light, face = stages.photo_set.lights[index], np.array(face_marks(stages.mesh, stages.photo_set.sitter).face)
    surface = key_surface(stages, light)
    if surface is None or not surface.own:
        return None
    axis, way = light.aim.array - light.place.array, face - light.place.array
    cos = float(axis @ way / (np.linalg.norm(axis) * np.linalg.norm(way)))
    off = math.degrees(math.acos(min(max(cos, -1.0), 1.0)))
    if off < LEAST:
        return Feather(off, 0.0, 0.0)
    aimed = replace(light, aim=Point(*map(float, face)))
    straight = replace(stages, photo_set=with_light(stages.photo_set, index, aimed), found={})
    key = (stages.key(framed), stages.shape(aimed), stages.quality)
    then = stages.memory.keep("light of the key aimed at the face", key, lambda: _light_at(straight), SMALL)
    now = _light_at(stages)
    face_stops, ground_stops = (math.log2(max(a, 1e-9) / max(b, 1e-9)) for a, b in zip(now, then, strict=True))
    return Feather(off, face_stops, ground_stops)
