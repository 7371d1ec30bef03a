"""The readings of a set: surfaces in stops, the incident meter, the lighting ratio."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import partial

import numpy as np

from ..exposure.meter import C_DOME, C_FLAT, lighting_ratio, metered_aperture
from ..exposure.response import exposure_factor, lightness, stops_from_mid_grey
from ..model.light import Light
from ..srgb import LUMINANCE, code_value
from .edge_sheen import edge_sheen
from .exposing import exposed, lights_on
from .key import key_index, key_surface
from .layers import sensor_layer
from .quality import SMALL
from .sensors import Sensors, meter_sensors, surface_sensors
from .shown import things_at
from .stages import Stages, framed, panels_standing

CHEEKS, FRONT = "lit to shadow", "front to under"
"""The two ratios of a face."""
LABELS = {
    "lit_cheek": "lit cheek",
    "shadow_cheek": "shadow cheek",
    "forehead": "forehead",
    "chin": "chin",
    "under_nose": "under nose",
    "under_chin": "under chin",
    "cloth": "cloth",
    "hair_left": "hair edge left",
    "hair_right": "hair edge right",
    "backdrop_left": "backdrop left",
    "backdrop_middle": "backdrop middle",
    "backdrop_right": "backdrop right",
}


@dataclass(frozen=True)
class SurfaceReading:
    label: str
    stops: float
    """From mid grey at the set's exposure; diffuse light only, shine is left out but on the outline of the head."""
    code: int
    """8-bit value in the file, 0..255."""
    lightness: float
    """CIE L*."""
    clips: str
    """"red" where red alone is over what the file holds, "all" where all of it is, else empty."""
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
    front_ratio: float
    """The front of the face, mean of both cheeks, to under nose and chin, mean of both, as a ratio to one: what light
    from the middle is told by."""
    front_ratio_stops: float


def surfaces_read(stages: Stages) -> Sensors:
    """The points at which surfaces are read."""
    photo_set = stages.photo_set
    return stages.memory.keep(
        "surface sensors", framed(photo_set), lambda: surface_sensors(photo_set, stages.mesh, stages.posed())
    )


def _key_middle(stages: Stages) -> np.ndarray | None:
    """(3,) middle of what throws the key's light on the face [m]; None when nothing does."""
    index = key_index(stages)
    surface = key_surface(stages, stages.photo_set.lights[index]) if index is not None else None
    return surface.centre if surface else None


def _sheen(stages: Stages, surfaces: Sensors, lights: Sequence[Light]) -> np.ndarray:
    """(n, 3) exposure by sheen, of the outline of the head alone: there it is most of what a light from behind draws."""
    rows = np.where(np.isin(surfaces.group, [surfaces.names.index(k) for k in ("hair_left", "hair_right")]))[0]
    out = np.zeros((len(surfaces.points), 3))
    for light in lights:
        key = (stages.key(framed), stages.key(panels_standing), stages.shape(light))
        made = partial(edge_sheen, stages, light, surfaces, rows)
        out[rows] += stages.memory.keep("sheen of the outline", key, made, SMALL) * exposed(stages.photo_set, light)
    return out


def _clips(channels: np.ndarray) -> str:
    return "all" if channels.min() >= 1 else "red" if channels[0] >= 1 else ""


def _total(stages: Stages, name: str, sensors: Sensors, lights: Sequence[Light]) -> np.ndarray:
    """(n, 3) exposure of the sensors' points by some lights."""
    at = np.zeros((len(sensors.points), 3))
    for light in lights:
        at += sensor_layer(stages, light, name, sensors) * exposed(stages.photo_set, light)
    return at


@dataclass(frozen=True, eq=False)
class SurfaceValues:
    """What each surface shows at the set's exposure, by the names of its sensors: a mean over its points."""

    value: dict[str, float]
    """Luminance, 1 = white."""
    channels: dict[str, np.ndarray]
    """(3,) linear sRGB."""
    lux: dict[str, float]
    """Exposure [lx s]."""


def surface_values(stages: Stages, lights: Sequence[Light] | None = None) -> SurfaceValues:
    """What each surface of a set shows, by all lights that are on or by some `lights` of it, which must be on."""
    surfaces, factor = surfaces_read(stages), exposure_factor(stages.photo_set.camera)
    shining = lights_on(stages.photo_set) if lights is None else lights
    on_surfaces = _total(stages, "surfaces", surfaces, shining)
    coloured = (on_surfaces * surfaces.albedo + _sheen(stages, surfaces, shining)) * factor
    # The ground is what the lens sees there: a sheet, a board or the front of a box may stand before the backdrop.
    ground = surfaces.group >= surfaces.names.index("backdrop_left")
    hidden, seen = things_at(stages, surfaces.points[ground], lights)
    coloured[ground] = np.where(hidden[:, None], seen, coloured[ground])

    def means(values: np.ndarray) -> dict[str, float]:
        return {name: float(values[surfaces.group == k].mean()) for k, name in enumerate(surfaces.names)}

    channels = {name: coloured[surfaces.group == k].mean(0) for k, name in enumerate(surfaces.names)}
    return SurfaceValues(means(coloured @ LUMINANCE), channels, means(on_surfaces @ LUMINANCE))


def readings_of(stages: Stages) -> Readings:
    """What every surface and the meter read."""
    photo_set = stages.photo_set
    n, shining = photo_set.camera.sensitivity, lights_on(photo_set)
    domes, flat = meter_sensors(photo_set, stages.mesh, _key_middle(stages))
    shown = surface_values(stages)
    value, channels, lux = shown.value, shown.channels, shown.lux
    sides = sorted(("cheek_left", "cheek_right"), key=lambda k: -lux[k])
    read = {}
    for name, label in LABELS.items():
        source = {"lit_cheek": sides[0], "shadow_cheek": sides[1]}.get(name, name)
        v = value[source]
        side = source.replace("cheek_", "camera-") if source.startswith("cheek") else ""
        read[name] = SurfaceReading(
            label, stops_from_mid_grey(v), code_value(v), lightness(v), _clips(channels[source]), side
        )
    incident = {}
    for sensors, constant in ((domes, C_DOME), (flat, C_FLAT)):
        for name, exposure in zip(
            sensors.names, _total(stages, sensors.names[0], sensors, shining) @ LUMINANCE, strict=True
        ):
            f = metered_aperture(float(exposure), n, constant)
            over = 2 * math.log2(max(f, 1e-3) / photo_set.camera.aperture) - photo_set.camera.filter
            incident[name] = IncidentReading(f, over)
    ratio, stops = lighting_ratio(lux[sides[0]], lux[sides[1]])
    front, under = (lux[a] + lux[b] for a, b in (("cheek_left", "cheek_right"), ("under_nose", "under_chin")))
    return Readings(read, incident, ratio, stops, *lighting_ratio(front, under))


def light_on_cheeks(stages: Stages) -> tuple[np.ndarray, np.ndarray]:
    """(3,) exposure a channel of the lit and of the shadow cheek."""
    sensors = surfaces_read(stages)
    at = _total(stages, "surfaces", sensors, lights_on(stages.photo_set))
    cheeks = [at[sensors.group == sensors.names.index(name)].mean(0) for name in ("cheek_left", "cheek_right")]
    lit, shadow = sorted(cheeks, key=lambda k: -float(k @ LUMINANCE))
    return lit, shadow
