"""What a third of a stop costs at each knob of the camera: output, recycling, depth of field, room light, noise."""

import math
from dataclasses import dataclass, replace
from typing import Literal

from ..framing.depth_of_field import depth_of_field
from ..framing.perspective import lens_to_face
from ..model.camera import Camera
from ..simulation.key import key_index
from ..simulation.stages import Stages
from ..units import APERTURES, SENSITIVITIES, TIMES, step_in_series

Knob = Literal["aperture", "time", "sensitivity"]


@dataclass(frozen=True)
class Third:
    """One click of a knob toward less light in the file, everything else as it stands."""

    knob: Knob
    to: float
    """f-number, [s] or ISO."""
    flash: float
    """Stops that flash changes by in the file."""
    room: float
    """Stops that continuous light changes by."""
    output: float
    """Stops that flash outputs then have to go, to be as before."""
    recycle: float
    """The key's, at that output [s]; 0 for continuous light."""
    depth: float
    """What is sharp, before and behind together [m]; infinite where all of it is."""
    noise: float
    """Stops by which the signal stands better out of the noise in the shadows: half of what the light gains (photon noise)."""


def thirds_of(stages: Stages) -> tuple[Third, ...]:
    """A third less and a third more at each knob, in that order."""
    camera, key = stages.photo_set.camera, key_index(stages)
    made: list[tuple[Knob, Camera]] = []
    for way in (-1, 1):
        made += [
            ("aperture", replace(camera, aperture=step_in_series(camera.aperture, APERTURES, -way))),
            ("time", replace(camera, time=step_in_series(camera.time, TIMES, way))),
            ("sensitivity", replace(camera, sensitivity=step_in_series(camera.sensitivity, SENSITIVITIES, way))),
        ]
    light = stages.photo_set.lights[key] if key is not None else None
    found = []
    for knob, then in made:
        by = 2 * math.log2(camera.aperture / then.aperture) + math.log2(then.sensitivity / camera.sensitivity)
        room = by + math.log2(then.time / camera.time)
        recycle = (
            float(light.source.recycle(light.output - by))
            if light is not None and hasattr(light.source, "recycle")
            else 0.0
        )
        found.append(
            Third(
                knob, float(getattr(then, knob)), by, room, -by, recycle, depth_of(stages, then),
                -math.log2(then.sensitivity / camera.sensitivity) / 2,
            )
        )  # fmt: skip
    return tuple(found)


def depth_of(stages: Stages, camera: Camera) -> float:
    """What is sharp before and behind the face together [m]."""
    depth = depth_of_field(camera, max(lens_to_face(stages.photo_set, stages.mesh), 0.3))
    return depth.before + depth.behind
