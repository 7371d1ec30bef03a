"""The picture and the readings of a set, both from the same state."""

import math
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from ..exposure.meter import C_DOME, C_FLAT, lighting_ratio, metered_aperture
from ..exposure.response import LUMINANCE, code_value, exposure_factor, lightness, stops_from_mid_grey
from ..kit.emission import emissions, emitted_colour, output_factor, shape_of
from ..picture.catchlight import mirrored
from ..picture.develop import add_bounce, add_light, show_sheet, to_srgb
from ..picture.seen import Seen
from ..picture.spread import spread
from ..scene.geometry import Quad, aiming_axes, emitter_quad, field_of_view, panel_quads
from ..scene.light import Light
from ..scene.set import Set
from ..sitter.mesh import SitterMesh
from ..transport.quads import quad_rows
from .bounced import bounces, patches
from .layers import (
    bounced_layer,
    direct_layer,
    outline_layer,
    outline_spreading,
    parts,
    pixel_spreading,
    sensor_layer,
)
from .memory import Memory
from .obstacles import obstacles
from .quality import DRAGGED, SETTLED, SKETCHED, Quality
from .secondary import secondaries
from .sensors import meter_sensors, surface_sensors
from .stages import Stages, framed, panels_standing

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


def exposed(photo_set: Set, light: Light) -> np.ndarray:
    """(3,) factor a channel from a light's layer to exposure: output, gels, white balance; time for continuous light."""
    time = 1.0 if light.is_flash else photo_set.camera.time
    return output_factor(light) * time * emitted_colour(light, photo_set.camera.white_balance)


def lights_on(photo_set: Set) -> list[Light]:
    """The lights that are on."""
    return [light for light in photo_set.lights if light.on]


def _panel_values(stages: Stages) -> list[tuple[np.ndarray, np.ndarray]]:
    """Mean values of the front and the back of each panel's parts, 1 = white."""
    p, factor = patches(stages), exposure_factor(stages.photo_set.camera)
    total = np.zeros((p.count, 3))
    for light in lights_on(stages.photo_set):
        for emission in emissions(light):
            total += bounces(stages, light, emission).whole * emission.radiance * exposed(stages.photo_set, light)
    parts = sum(len(panel_quads(panel)) for panel in panels_standing(stages.photo_set))
    values = []
    for first, columns, rows in p.quad_cells[1 : 1 + parts]:
        n = columns * rows
        values.append((total[first : first + n].mean(0) * factor, total[first + n : first + 2 * n].mean(0) * factor))
    return values


def _in_frame(stages: Stages, quad: Quad) -> bool:
    """Whether any of a quad may be in the picture."""
    camera = stages.photo_set.camera
    right, up, forward = aiming_axes(camera.place, camera.aim)
    wide, high = field_of_view(camera, stages.quality.size.aspect)
    off = quad.corners - camera.place.array
    x, y, z = off @ right, off @ up, off @ forward
    outside = (z <= 0, x > wide * z, x < -wide * z, y > high * z, y < -high * z)
    return not any(side.all() for side in outside)


def _show_things(stages: Stages, seen: Seen, out: np.ndarray) -> None:
    """Draws panels and lights that stand in the picture."""
    photo_set = stages.photo_set
    panels = [q for panel in panels_standing(photo_set) for q in panel_quads(panel)]
    lights = [(light, emitter_quad(light)) for light in photo_set.lights]
    shown = [k for k, quad in enumerate(panels) if _in_frame(stages, quad)]
    lit = [(light, quad) for light, quad in lights if _in_frame(stages, quad)]
    if not shown and not lit:
        return
    nearest, lens = seen.distance.copy(), photo_set.camera.place.array
    values = _panel_values(stages) if shown else []
    for k in shown:
        show_sheet(seen, nearest, lens, quad_rows([panels[k]]), out, *values[k])
    for light, quad in lit:
        emission = emissions(light)[0]
        value = emission.radiance * exposed(photo_set, light) * exposure_factor(photo_set.camera) * math.pi
        show_sheet(seen, nearest, lens, quad_rows([quad]), out, value, np.zeros(3), emission.emitter)


def _add_catchlights(stages: Stages, seen: Seen, at: str, light: Light, scale: np.ndarray, out: np.ndarray) -> None:
    """Panels mirrored in the eyes; `at` names the places."""

    def make() -> list[tuple[np.ndarray, np.ndarray]]:
        return [
            (rows, luminance[:, None] * (s.radiance * emission.radiance))
            for emission in emissions(light)
            for s in secondaries(stages, light, emission)
            if not s.key_light
            for rows, luminance in [mirrored(seen, stages.rays(), s.emitter)]
        ]

    around = tuple(obstacles(stages, light, e.emitter) for e in emissions(light))
    key = (stages.key(framed), stages.key(panels_standing), shape_of(light), around)
    for rows, luminance in stages.keep_layer(f"panels in the eyes, {at}", key, make, len(stages.photo_set.lights)):
        out[rows] += math.pi * luminance * scale


def _bounced(stages: Stages) -> np.ndarray:
    """(coarse places, 3) bounced light of all lights, as values of a white surface."""
    photo_set = stages.photo_set
    total = np.zeros((len(stages.coarse().points), 3), np.float32)
    for light in lights_on(photo_set):
        total += bounced_layer(stages, light) * (exposed(photo_set, light) * exposure_factor(photo_set.camera)).astype(
            np.float32
        )
    return total


def linear_picture(stages: Stages) -> np.ndarray:
    """(height * width, 3) float32, white = 1."""
    photo_set, size = stages.photo_set, stages.quality.size
    factor, seen, coarse = exposure_factor(photo_set.camera), stages.seen(), _bounced(stages)
    out = np.zeros((size.width * size.height, 3), np.float32)
    add_bounce(seen, spread(pixel_spreading(stages), coarse), out)
    outline = stages.outlines() if stages.quality.outlines else None
    added = np.zeros((len(outline[2]), 3), np.float32) if outline else None
    if outline and added is not None:
        add_bounce(outline[0], spread(outline_spreading(stages), coarse), added)
    for light in lights_on(photo_set):
        scale = exposed(photo_set, light) * factor
        for part in parts(stages, light):
            direct = direct_layer(stages, part)
            add_light(seen, direct.diffuse, direct.shine, scale * part.radiance, out)
            if outline and added is not None:
                edge = outline_layer(stages, part)
                add_light(outline[0], edge.diffuse, edge.shine, scale * part.radiance, added)
        if outline and added is not None:
            _add_catchlights(stages, seen, "pixels", light, scale, out)
            _add_catchlights(stages, outline[0], "outlines", light, scale, added)
    _show_things(stages, seen, out)
    if outline and added is not None:
        _show_things(stages, outline[0], added)
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
        for light in lights_on(photo_set):
            at += sensor_layer(stages, light, name, sensors) * exposed(photo_set, light)
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


def quick_quality(photo_set: Set, before: Set | None) -> Quality:
    """How finely to compute while something is pulled about; `before` is the set of the picture before this one.

    What is seen through the lens changes for all lights at once when the sitter, the room or the camera moves.
    """
    moved = before is not None and framed(before) != framed(photo_set)
    return SKETCHED if moved and len(lights_on(photo_set)) > 1 else DRAGGED


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
