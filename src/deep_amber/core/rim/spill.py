"""Where a light from behind spills: on nose and cheeks, and into the lens."""

import math
from dataclasses import dataclass

import numpy as np

from ..model.light import Light
from ..simulation.exposing import exposed
from ..simulation.layers import sensor_layer
from ..simulation.sensors import Sensors
from ..simulation.stages import Stages
from ..simulation.veil import GLARE, OUTSIDE, Veil, into_lens
from ..sitter.face import vertices_near
from ..sitter.mesh import SKIN
from ..srgb import LUMINANCE
from ..transport.weights import FLAT

ON_FACE = {
    "nose tip": ("nose_tip", 0.006),
    "camera-left cheek": ("cheek_R", 0.012),
    "camera-right cheek": ("cheek_L", 0.012),
}
"""Places that a rim should leave alone: landmark and radius [m]."""
COUNT = 12


@dataclass(frozen=True)
class Spill:
    light: int
    """Index in the set."""
    on: dict[str, float]
    """Its light at each of ON_FACE against all light there [stops], far under nought for none."""
    veil: float
    """Stops by which what it sends into the lens lifts the blacks."""


def _sensors(stages: Stages) -> Sensors:
    posed, rows, group = stages.posed(), [], []
    for k, (landmark, radius) in enumerate(ON_FACE.values()):
        own = vertices_near(stages.mesh, landmark, radius, COUNT, SKIN)
        rows.append(own)
        group += [k] * len(own)
    at = np.concatenate(rows)
    return Sensors(
        tuple(ON_FACE),
        np.array(group),
        posed.in_room(posed.vertices[at]).astype(np.float32),
        (posed.normals[at] @ posed.rotation.T).astype(np.float32),
        np.ones((len(at), 3)),
        FLAT,
    )


def spill_of(stages: Stages, index: int) -> Spill:
    """What one light does to the face's front and to the lens."""
    photo_set = stages.photo_set
    sensors = stages.memory.keep("nose and cheeks", (stages.mesh, photo_set.sitter), lambda: _sensors(stages))
    by = np.array([_on(stages, light, sensors) if light.on else np.zeros(len(ON_FACE)) for light in photo_set.lights])
    share = by[index] / np.maximum(by.sum(0), 1e-12)
    on = {name: math.log2(max(float(k), 1e-6)) for name, k in zip(ON_FACE, share, strict=True)}
    own = GLARE * OUTSIDE * into_lens(stages, photo_set.lights[index]) if photo_set.lights[index].on else 0.0
    return Spill(index, on, Veil(own, 0.0, {}).blacks)


def _on(stages: Stages, light: Light, sensors: Sensors) -> np.ndarray:
    lux = sensor_layer(stages, light, "nose and cheeks", sensors) @ LUMINANCE
    scale = float(exposed(stages.photo_set, light) @ LUMINANCE)
    return np.array([lux[sensors.group == k].mean() * scale for k in range(len(ON_FACE))])
