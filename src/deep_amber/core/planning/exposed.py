"""Time and sensitivity for light that is too weak at its full: by day, off a wall, by lamps, through a sheet."""

from dataclasses import replace

import numpy as np

from ..framing.lenses import PORTRAIT, widest_of
from ..kit.dial import can_be_dimmed, dial_of
from ..model.set import Set
from ..units import APERTURES, SENSITIVITIES, TIMES
from ..wish.state import ByLight, tones_at

LONGEST = 1 / 60  # [s] that a seated sitter holds still for (assumption)
MOST = 1600.0  # [ISO] that a portrait is taken at without being asked (assumption)
ENOUGH = 0.1  # stops under the wanted tone that are let be


def weakest(photo_set: Set, shares: ByLight, wanted: float, surface: str = "lit_cheek") -> float:
    """Stops that are missing on a surface with every light at its full and the lens open; 0 where light is enough.

    Where no light can be dimmed, those that are missing as it stands; negative for too much.
    """
    on = shares.on.astype(float)
    dimmed = [k.on and can_be_dimmed(k) for k in photo_set.lights]
    full = [
        2.0 ** max(float(dial_of(k).max()) - k.output, 0.0) if d else 1.0
        for k, d in zip(photo_set.lights, dimmed, strict=True)
    ]
    now = float(tones_at(shares, (on * np.array(full))[None]).one(0).stops[surface])
    if not any(dimmed):
        return wanted - now
    camera = photo_set.camera
    return max(wanted - now - 2 * float(np.log2(max(camera.aperture / widest_of(camera), 1.0))), 0.0)


def brighter(photo_set: Set) -> float:
    """Stops by which all light can be turned up at most: the lens opened, as `brightened` does, each dial as far as the least goes."""
    camera, lights = photo_set.camera, [k for k in photo_set.lights if k.on]
    stops = 2 * float(np.log2(max(camera.aperture / widest_of(camera), 1.0)))
    stops += float(np.log2(max(MOST / camera.sensitivity, 1.0)))
    if not any(k.source.is_flash for k in lights):
        stops += float(np.log2(max(LONGEST / camera.time, 1.0)))
    dials = [float(dial_of(k).max()) - k.output if can_be_dimmed(k) else 0.0 for k in lights]
    return stops + max(min(dials, default=0.0), 0.0)


def brightened(photo_set: Set, missing: float) -> Set:
    """The set with a longer time where no flash fires, and more sensitivity, for so many stops of light.

    Where no light can be dimmed the aperture is turned too: opened to PORTRAIT, or the time made shorter for too much.
    """
    if abs(missing) <= ENOUGH:
        return photo_set
    camera = photo_set.camera
    if not any(k.on and can_be_dimmed(k) for k in photo_set.lights):
        aperture = _nearest(
            APERTURES, max(camera.aperture / 2.0 ** (missing / 2), PORTRAIT, widest_of(camera)), PORTRAIT
        )
        missing += 2 * float(np.log2(aperture / camera.aperture))
        camera = replace(camera, aperture=aperture)
    if not any(k.on and k.source.is_flash for k in photo_set.lights):
        time = _nearest(TIMES, min(camera.time * 2.0**missing, max(LONGEST, camera.time)), min(TIMES))
        missing -= float(np.log2(time / camera.time))
        camera = replace(camera, time=time)
    sensitivity = camera.sensitivity
    if missing > ENOUGH:
        sensitivity = _nearest(SENSITIVITIES, min(sensitivity * 2.0**missing, max(MOST, sensitivity)), sensitivity)
    return replace(photo_set, camera=replace(camera, sensitivity=sensitivity))


def _nearest(steps: tuple[float, ...], wanted: float, least: float) -> float:
    """The step of a dial that is nearest, not under the least."""
    return float(min((k for k in steps if k >= least * 0.97), key=lambda k: abs(np.log2(k / wanted))))
