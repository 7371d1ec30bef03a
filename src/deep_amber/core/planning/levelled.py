"""Sets with the light on the face kept, so that two ways are compared by what they do and not by their exposure."""

from dataclasses import replace

import numpy as np

from ..exposure.response import MID_GREY
from ..kit.dial import can_be_dimmed, dial_of
from ..model.set import Set, with_light
from ..simulation.key import key_index
from ..units import SENSITIVITIES
from ..wish.knobs import outputs_of
from ..wish.state import SENSED, by_light, tones_at
from .measured import Look

BASE, MOST = 100.0, 25600.0  # [ISO] between which sensitivity is turned
FAINT = 1e-4  # of a light's share under which it is none


def lit_of(photo_set: Set, look: Look) -> float:
    """Stops of the lit cheek, as a search reads it."""
    shares = by_light(look(photo_set))
    return float(tones_at(shares, shares.on.astype(float)[None]).one(0).stops["lit_cheek"])


def key_levelled(photo_set: Set, look: Look, lit: float) -> Set:
    """The set with its key turned, in the steps of its dial, until the lit cheek reads so many stops, or as near as it goes."""
    stages = look(photo_set)
    index = key_index(stages)
    if index is None or not can_be_dimmed(photo_set.lights[index]):
        return photo_set
    shares = by_light(stages)
    cheeks = shares.values[:, :2]
    on = shares.on.astype(float)
    side = int((on @ cheeks).argmax())
    assert SENSED[side].startswith("cheek")
    own, all_of_it = float(cheeks[index, side]), float(on @ cheeks[:, side])
    factor = (2.0**lit * MID_GREY - (all_of_it - own)) / max(own, 1e-12)
    light = photo_set.lights[index]
    wanted = light.output + float(np.log2(max(factor, FAINT)))
    steps = np.append(outputs_of(light), light.output)
    output = float(steps[int(np.abs(steps - wanted).argmin())])
    return with_light(photo_set, index, replace(light, output=output))


def stopped(photo_set: Set, aperture: float) -> Set:
    """The set at another aperture: all outputs follow together as far as their dials go, then sensitivity, then a grey filter."""
    camera = photo_set.camera
    stops = 2 * float(np.log2(aperture / camera.aperture))
    dimmed = [k for k in photo_set.lights if k.on and can_be_dimmed(k)]
    dials = [dial_of(k) - k.output for k in dimmed]
    ends = [(min(float(k.min()), 0.0), max(float(k.max()), 0.0)) for k in dials]
    by = 0.0
    if dimmed and len(dimmed) == sum(k.on for k in photo_set.lights):
        by = min(max(stops, max(low for low, _ in ends)), min(high for _, high in ends))
    lights = tuple(replace(k, output=k.output + by) if k in dimmed else k for k in photo_set.lights)
    wanted = min(max(camera.sensitivity * 2.0 ** (stops - by), min(BASE, camera.sensitivity)), MOST)
    marked = (*SENSITIVITIES, camera.sensitivity)
    sensitivity = float(min(marked, key=lambda k: abs(np.log2(k / wanted))))
    left = stops - by - float(np.log2(sensitivity / camera.sensitivity))
    grey = max(camera.filter - left, 0.0) if left < 0 else camera.filter
    made = replace(camera, aperture=aperture, sensitivity=sensitivity, filter=grey)
    return replace(photo_set, lights=lights, camera=made)
