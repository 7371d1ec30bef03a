"""The picture and the readings of a set, both from the same state."""

import math
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from ..exposure.colour import light_colour
from ..exposure.meter import C_DOME, C_FLAT, lighting_ratio, metered_aperture
from ..exposure.response import LUMINANCE, code_value, exposure_factor, lightness, stops_from_mid_grey
from ..kit.strobe import front_cloth_radiance, output_factor
from ..picture.develop import add_light, show_emitters, to_srgb
from ..picture.seen import Seen
from ..picture.spread import spread
from ..scene.geometry import emitter_quad
from ..scene.light import Light
from ..scene.set import Set
from ..sitter.mesh import SitterMesh
from ..transport.quads import quad_rows
from .layers import (
    bounced_layer,
    direct_layer,
    outline_layer,
    outline_spreading,
    pixel_spreading,
    sensor_layer,
)
from .memory import Memory
from .quality import SETTLED, Quality
from .sensors import meter_sensors, surface_sensors
from .stages import Stages, framed

LABELS = {
    "lit_cheek": "lit cheek",
    "shadow_cheek": "shadow cheek",
    "forehead": "forehead",
    "chin": "chin",
    "cloth": "cloth",
    "backdrop_left": "backdrop left",
    "backdrop_middle": "backdrop middle",
    "backdrop_right": "backdrop right",
}


@dataclass(frozen=True)
class SurfaceReading:
    label: str
    stops: float
    """From mid grey at the set's exposure; diffuse light only, shine is left out."""
    code: int
    """8-bit value in the file, 0..255."""
    lightness: float
    """CIE L*."""
    side: str
    """For a cheek the side as the camera sees it, else empty."""


@dataclass(frozen=True)
class IncidentReading:
    aperture: float
    """Metered f-number at the set's sensitivity; 0 for darkness."""
    over: float
    """Stops by which it exceeds the aperture that is set; negative when it is under."""


@dataclass(frozen=True)
class Readings:
    surfaces: dict[str, SurfaceReading]
    incident: dict[str, IncidentReading]
    ratio: float
    """Lit to shadow cheek as a ratio to one."""
    ratio_stops: float


@dataclass(frozen=True, eq=False)
class Simulated:
    picture: np.ndarray  # (height, width, 3) uint8 sRGB
    readings: Readings


def _nothing() -> None:
    return None


def _scale(photo_set: Set, light: Light) -> np.ndarray:
    """(3,) radiance of the front cloth a channel, in the camera's white balance [cd s/m2]."""
    colour = light_colour(light.colour_temperature, photo_set.camera.white_balance)
    return front_cloth_radiance(light) * output_factor(light) * colour


def _show_lights(stages: Stages, seen: Seen, out: np.ndarray) -> None:
    photo_set = stages.photo_set
    scale = np.array([_scale(photo_set, light) * exposure_factor(photo_set.camera) for light in photo_set.lights])
    rows = quad_rows([emitter_quad(light) for light in photo_set.lights])
    show_emitters(seen, photo_set.camera.place.array, rows, math.pi * scale, out)


def linear_picture(stages: Stages) -> np.ndarray:
    """(height * width, 3) float32, white = 1."""
    photo_set, size = stages.photo_set, stages.quality.size
    factor, seen = exposure_factor(photo_set.camera), stages.seen()
    out = np.zeros((size.width * size.height, 3), np.float32)
    outline = stages.outlines() if stages.quality.outlines else None
    added = np.zeros((len(outline[2]), 3), np.float32) if outline else None
    for light in photo_set.lights:
        if not light.on:
            continue
        scale = _scale(photo_set, light) * factor
        direct, coarse = direct_layer(stages, light), bounced_layer(stages, light)
        add_light(seen, direct.diffuse, direct.shine, spread(pixel_spreading(stages), coarse), scale, out)
        if outline and added is not None:
            edge = outline_layer(stages, light)
            add_light(outline[0], edge.diffuse, edge.shine, spread(outline_spreading(stages), coarse), scale, added)
    if photo_set.lights:
        _show_lights(stages, seen, out)
    if outline and added is not None:
        if photo_set.lights:
            _show_lights(stages, outline[0], added)
        _average_outlines(out, added, outline[2])
    return out


def _average_outlines(out: np.ndarray, added: np.ndarray, owner: np.ndarray) -> None:
    """Pixels on outlines become the mean of their clipped places, as a sensor cell would clip."""
    count = np.bincount(owner, minlength=len(out))
    rows = np.where(count > 0)[0]
    for c in range(3):
        total = np.bincount(owner, np.clip(added[:, c], 0, 1), len(out))
        out[rows, c] = total[rows] / count[rows]


def _readings(stages: Stages) -> Readings:
    photo_set = stages.photo_set
    factor, n = exposure_factor(photo_set.camera), photo_set.camera.sensitivity
    surfaces = stages.memory.keep(
        "surface sensors", framed(photo_set), lambda: surface_sensors(photo_set, stages.mesh, stages.posed())
    )
    domes, flat = meter_sensors(photo_set, stages.mesh)

    def total(name, sensors):
        at = np.zeros((len(sensors.points), 3))
        for light in photo_set.lights:
            if light.on:
                at += sensor_layer(stages, light, name, sensors) * _scale(photo_set, light)
        return at

    def group_means(values, sensors):
        return [float(values[sensors.group == k].mean()) for k in range(len(sensors.names))]

    on_surfaces = total("surfaces", surfaces)
    value = dict(
        zip(surfaces.names, group_means((on_surfaces * surfaces.albedo) @ LUMINANCE * factor, surfaces), strict=True)
    )
    lux = dict(zip(surfaces.names, group_means(on_surfaces @ LUMINANCE, surfaces), strict=True))
    sides = sorted(("cheek_left", "cheek_right"), key=lambda k: -lux[k])
    read = {}
    for name, label in LABELS.items():
        source = {"lit_cheek": sides[0], "shadow_cheek": sides[1]}.get(name, name)
        v = value[source]
        side = source.replace("cheek_", "camera-") if source.startswith("cheek") else ""
        read[name] = SurfaceReading(label, stops_from_mid_grey(v), code_value(v), lightness(v), side)
    incident = {}
    for sensors, constant in ((domes, C_DOME), (flat, C_FLAT)):
        for name, exposure in zip(sensors.names, total(sensors.names[0], sensors) @ LUMINANCE, strict=True):
            f = metered_aperture(float(exposure), n, constant)
            over = 2 * math.log2(max(f, 1e-3) / photo_set.camera.aperture)
            incident[name] = IncidentReading(f, over)
    ratio, stops = lighting_ratio(lux[sides[0]], lux[sides[1]])
    return Readings(read, incident, ratio, stops)


def simulate(photo_set: Set, mesh: SitterMesh, quality: Quality = SETTLED, memory: Memory | None = None,
             go_on: Callable[[], None] = _nothing) -> Simulated:  # fmt: skip
    """Computes the picture and the readings of a sound set.

    Parameters
    ----------
    photo_set : a set without problems (scene.validation)
    mesh : the baked sitter it names
    quality : how finely
    memory : results of earlier calls to build on; the numbers are the same without
    go_on : called between stages; an exception it raises ends the work

    Returns
    -------
    The picture (sRGB) and the readings, of the same state.
    """
    stages = Stages(photo_set, mesh, memory if memory is not None else Memory(), quality, go_on)
    readings = _readings(stages)
    linear = linear_picture(stages)
    picture = to_srgb(linear).reshape(quality.size.height, quality.size.width, 3)
    return Simulated(picture, readings)


def read(photo_set: Set, mesh: SitterMesh, quality: Quality = SETTLED, memory: Memory | None = None) -> Readings:
    """The readings alone, as `simulate` gives them."""
    return _readings(Stages(photo_set, mesh, memory if memory is not None else Memory(), quality, _nothing))
