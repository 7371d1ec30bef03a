"""The outline of head and shoulders as the lens sees it, with the light on it in stops."""

from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..exposure.response import FLOOR, MID_GREY, exposure_factor
from ..geometry.projected import projected
from ..geometry.vectors import aiming_axes
from ..model.light import Light
from ..simulation.edge_sheen import edge_sheen
from ..simulation.exposing import exposed, lights_on
from ..simulation.layers import sensor_layer
from ..simulation.sensors import Sensors
from ..simulation.stages import Stages, framed
from ..sitter.mesh import CLOTH, HAIR, SCALP
from ..srgb import LUMINANCE
from ..transport.weights import FLAT

Part = Literal["hair", "ear", "jaw", "neck", "shoulder"]
STEPS = 26  # heights at which the outline is looked for on each side, from the crown to the shoulders
OUT = 0.012  # [m] before the edge at which it is read, out of the way of strands
OUTWARD, FORWARD = 0.97, 0.24  # way that the edge is taken to face: across the picture, and to the lens
BAND = 0.012  # [m] of height about each step
BELOW = 0.30  # [m] under the eyes, to which the outline goes on
DRAWN = 1.0  # stops that lights from behind may lie under all light where they draw an edge: half of it (assumption)
EAR, JAW, NECK = 0.02, -0.055, -0.10  # [m] over the eyes at which ear, jaw and neck end upward (assumption)


@dataclass(frozen=True)
class EdgePlace:
    """A place on the outline."""

    side: int
    """-1 camera-left, 1 camera-right."""
    part: Part
    x: float
    """In the picture, 0 its left edge, 1 its right one."""
    y: float
    """0 its upper edge, 1 its lower one."""
    stops: float
    """What it shows, sheen included [stops from mid grey]."""
    behind: float
    """The same by lights from behind alone."""
    drawn: bool
    """Whether lights from behind make at least half of it."""


def _part(height: float, cloth: bool, hair: bool) -> Part:
    if cloth:
        return "shoulder"
    if height < NECK:
        return "neck"
    if height < JAW:
        return "jaw"
    return "hair" if hair or height > EAR else "ear"


def _outline(stages: Stages) -> tuple[np.ndarray, np.ndarray, list[Part], np.ndarray]:
    """Vertices of the outline on both sides, their sides, parts, and places in the room (n, 3)."""
    camera, mesh, posed = stages.photo_set.camera, stages.mesh, stages.posed()
    right, up, _ = aiming_axes(camera.place, camera.aim)
    places = posed.in_room(posed.vertices)
    height = places @ up
    middle = float(np.median(places[mesh.vertices[:, 1] > 0] @ right))
    top = float(height.max())
    at_eyes = float((places[mesh.landmarks["eye_inner_L"]] + places[mesh.landmarks["eye_inner_R"]]) @ up / 2)
    rows: list[int] = []
    sides: list[int] = []
    parts: list[Part] = []
    hair = np.isin(mesh.parts, (HAIR, SCALP))
    for level in np.linspace(top - 0.01, at_eyes - BELOW, STEPS):
        near = np.where(np.abs(height - level) < BAND)[0]
        for side in (-1, 1):
            own = near[(places[near] @ right - middle) * side > 0]
            if not len(own):
                continue
            at = int(own[np.argmax(places[own] @ right * side)])
            rows.append(at)
            sides.append(side)
            parts.append(_part(level - at_eyes, bool(mesh.parts[at] == CLOTH), bool(hair[at])))
    return np.array(rows), np.array(sides), parts, places[np.array(rows)]


def _edge_sensors(stages: Stages) -> tuple[Sensors, np.ndarray, list[Part], np.ndarray]:
    def make() -> tuple[Sensors, np.ndarray, list[Part], np.ndarray]:
        rows, sides, parts, places = _outline(stages)
        camera, posed = stages.photo_set.camera, stages.posed()
        right, _, forward = aiming_axes(camera.place, camera.aim)
        axes = sides[:, None] * OUTWARD * right - FORWARD * forward
        axes = axes / np.linalg.norm(axes, axis=1, keepdims=True)
        strands = (posed.tangents[rows] @ posed.rotation.T).astype(np.float32)
        sensors = Sensors(
            ("edge",),
            np.zeros(len(rows), int),
            (places + axes * OUT).astype(np.float32),
            axes.astype(np.float32),
            stages.mesh.colours[rows].astype(float),
            FLAT,
            strands,
        )
        return sensors, sides, parts, places

    return stages.memory.keep("outline of the sitter", stages.key(framed), make)


def _value(stages: Stages, sensors: Sensors, light: Light) -> np.ndarray:
    """(n,) luminance of the edge by one light, 1 = white."""
    lux = sensor_layer(stages, light, "edge", sensors) * sensors.albedo
    sheen = edge_sheen(stages, light, sensors, np.arange(len(sensors.points)))
    factor = exposed(stages.photo_set, light) * exposure_factor(stages.photo_set.camera)
    return np.asarray(((lux + sheen) * factor) @ LUMINANCE)


def from_behind(stages: Stages, light: Light) -> bool:
    """Whether a light stands behind the sitter as the lens sees it."""
    camera, sitter = stages.photo_set.camera, stages.photo_set.sitter
    to_lens = np.array([camera.place.x - sitter.x, camera.place.z - sitter.z])
    to_light = np.array([light.place.x - sitter.x, light.place.z - sitter.z])
    return float(to_lens @ to_light) < 0 and light.role in ("rim", "key", "other")


def edge_of(stages: Stages) -> list[EdgePlace]:
    """The outline from the crown down, both sides, as far as it lies in the picture."""
    sensors, sides, parts, places = _edge_sensors(stages)
    total, behind = np.zeros(len(sides)), np.zeros(len(sides))
    for light in lights_on(stages.photo_set):
        value = _value(stages, sensors, light)
        total += value
        if from_behind(stages, light):
            behind += value
    at = projected(stages.photo_set.camera, places)
    made = []
    for k, part in enumerate(parts):
        x, y = float(at[k, 0] + 1) / 2, float(1 - at[k, 1]) / 2
        if 0 <= x <= 1 and 0 <= y <= 1:
            stops, by = (float(np.log2(max(v[k], FLOOR) / MID_GREY)) for v in (total, behind))
            made.append(EdgePlace(int(sides[k]), part, x, y, stops, by, by > stops - DRAWN))
    return made
