"""What a set shows, as wishes look at it: tones, pattern, framing, hardness, the face's colour."""

import math
from dataclasses import dataclass, replace

import numpy as np

from ..backdrop.ground import ground_of
from ..exposure.response import FLOOR, MID_GREY
from ..framing.framings import nearest_framing, picture_height
from ..framing.perspective import lens_to_face
from ..pattern.reading import read_pattern
from ..simulation.readings import LABELS, Readings, readings_of, surface_values
from ..simulation.stages import Stages
from .target import Tones

NAMES = tuple(LABELS)
DARK = 1e-6  # light under which a colour says nothing
LEAST = 1e-12  # [lx s], so that darkness has a ratio


def framing_of(stages: Stages) -> str:
    """The framing that the picture is nearest to."""
    photo_set = stages.photo_set
    return nearest_framing(picture_height(photo_set.camera, lens_to_face(photo_set, stages.mesh)))


@dataclass(frozen=True)
class State:
    """A set as it reads, in full."""

    tones: Tones
    pattern: str
    """Empty without a key."""
    lit_side: str
    """Of the lit cheek in the picture."""
    grade: str
    """Of the key's hardness."""
    framing: str
    colour: float
    """Red over blue light on the lit cheek [stops]."""
    readings: Readings


def tones_of(readings: Readings, darkest: float = -20.0) -> Tones:
    """What wishes are measured by, of readings."""
    stops = {k: r.stops for k, r in readings.surfaces.items()}
    lit_left = readings.surfaces["lit_cheek"].side == "camera-left"
    return Tones(stops, readings.ratio_stops, readings.front_ratio_stops, darkest, lit_left)


def state_of(stages: Stages, with_ground: bool = False) -> State:
    """Everything that a wish looks at; the ground's darkest place only where it is asked for."""
    readings = readings_of(stages)
    pattern = read_pattern(stages, readings, told=False)
    darkest = ground_of(stages).darkest if with_ground else -20.0
    shown, side = surface_values(stages), readings.surfaces["lit_cheek"].side
    red, _, blue = shown.channels["cheek_" + side.removeprefix("camera-")]
    colour = math.log2(max(red, DARK) / max(blue, DARK))
    return State(
        tones_of(readings, darkest),
        pattern.name if pattern else "",
        side,
        pattern.softness.grade if pattern else "",
        framing_of(stages),
        colour,
        readings,
    )


@dataclass(frozen=True, eq=False)
class ByLight:
    """What each light alone puts on each surface at its present output, those that are off as if they were on."""

    values: np.ndarray
    """(lights, surfaces) luminance, 1 = white, in the order of `names`."""
    lux: np.ndarray
    """(lights, 4) on cheek_left, cheek_right, under nose and under chin [lx s]."""
    ground: np.ndarray
    """(lights, cells seen) luminance of the ground; no cells where it was not asked for."""
    on: np.ndarray
    """(lights,) bool: it is on."""


SENSED = (
    *("cheek_left", "cheek_right", "forehead", "chin", "under_nose", "under_chin", "cloth"),
    *("hair_left", "hair_right", "backdrop_left", "backdrop_middle", "backdrop_right"),
)
"""Surfaces of ByLight, in order."""


def by_light(stages: Stages, with_ground: bool = False, same: ByLight | None = None) -> ByLight:
    """Each light's share of what a set shows. Light is linear: at other outputs these add up otherwise.

    Parameters
    ----------
    same : what holds still for lights of the ground and lights that are off, in a set where only panels by the sitter differ
    """
    values, lux, ground = [], [], []
    lights = stages.photo_set.lights
    switched_on = stages.once("lights switched on", lambda: tuple(k if k.on else replace(k, on=True) for k in lights))
    for k, light in enumerate(switched_on):
        if same is not None and (light.role == "background" or not lights[k].on):
            values.append(list(same.values[k]))
            lux.append(list(same.lux[k]))
            if with_ground:
                ground.append(same.ground[k])
            continue
        shown = surface_values(stages, (light,))
        values.append([shown.value[name] for name in SENSED])
        lux.append([shown.lux[name] for name in ("cheek_left", "cheek_right", "under_nose", "under_chin")])
        if with_ground:
            made = ground_of(stages, (light,))
            ground.append(2.0 ** made.stops[made.seen] * MID_GREY)
    cells = np.array(ground) if ground else np.zeros((len(lights), 0))
    return ByLight(np.array(values), np.array(lux), cells, np.array([light.on for light in lights]))


def tones_at(shares: ByLight, outputs: np.ndarray) -> Tones:
    """Tones (k,) with each light at other outputs.

    Parameters
    ----------
    outputs : (k, lights) factors to the present output; 0 for off
    """
    value = np.log2(np.maximum(outputs @ shares.values, FLOOR) / MID_GREY)
    lux = np.maximum(outputs @ shares.lux, LEAST)
    lit_left = lux[:, 0] >= lux[:, 1]
    stops = {name: value[:, 2 + k] for k, name in enumerate(SENSED[2:])}
    stops["lit_cheek"] = np.where(lit_left, value[:, 0], value[:, 1])
    stops["shadow_cheek"] = np.where(lit_left, value[:, 1], value[:, 0])
    front = np.log2((lux[:, 0] + lux[:, 1]) / (lux[:, 2] + lux[:, 3]))
    darkest = np.full(len(outputs), -20.0)
    if shares.ground.shape[1]:
        darkest = np.log2(np.maximum((outputs @ shares.ground).min(1), FLOOR) / MID_GREY)
    return Tones(stops, np.abs(np.log2(lux[:, 0] / lux[:, 1])), front, darkest, lit_left)
