"""A frame: what of a set the sensor gets, with the flashes that fired, the focus as it is, and the sitter where they are."""

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from ..exposure.colour import light_colour
from ..model.camera import Camera
from ..model.set import Set
from ..simulation.memory import Memory
from ..simulation.quality import Quality, oriented
from ..simulation.simulate import veiled_picture
from ..simulation.stages import Stages
from ..sitter.mesh import SitterMesh

NATIVE = 5500.0  # [K] of light that is neutral in the raw numbers (assumption: usual sensors' daylight)
AWAY = 1.6  # [m] to the side of the mark of somebody who is still walking


@dataclass(frozen=True)
class Shot:
    """What differs from the set when the shutter opens."""

    fired: dict[str, float]
    """Flashes that fired, by name, with the output they gave [stops under full]."""
    focus: float | None = None
    """Along the axis [m]; None for on the near eye."""
    off_mark: float = 0.0
    """By which the sitter is nearer to the lens than the mark [m]."""
    on_mark: bool = True
    """Whether the sitter has come to the mark."""


def as_shot(photo_set: Set, camera: Camera, shot: Shot) -> Set:
    """The set as it is for the frame: other flashes stay dark, the camera is set as it is."""
    lights = tuple(
        replace(k, on=k.on and k.name in shot.fired, output=shot.fired.get(k.name, k.output)) if k.is_flash else k
        for k in photo_set.lights
    )
    s = photo_set.sitter
    way = photo_set.camera.place.array - np.array([s.x, photo_set.camera.place.y, s.z])
    way = way / max(float(np.linalg.norm(way)), 1e-6) * shot.off_mark
    sitter = replace(s, x=s.x + float(way[0]), z=s.z + float(way[2]))
    if not shot.on_mark:
        sitter = replace(sitter, x=sitter.x + AWAY)
    seen = replace(camera, place=photo_set.camera.place, aim=photo_set.camera.aim, focus=shot.focus)
    return replace(photo_set, lights=lights, sitter=sitter, camera=seen)


def raw_values(
    photo_set: Set,
    mesh: SitterMesh,
    quality: Quality,
    memory: Memory | None = None,
    go_on: Callable[[], None] = lambda: None,
) -> np.ndarray:
    """(height, width, 3) of a set as the sensor sees it, before any white balance; the file's white = 1 in green."""
    native = replace(photo_set, camera=replace(photo_set.camera, white_balance=NATIVE))
    quality = oriented(quality, native.camera)
    stages = Stages(native, mesh, memory if memory is not None else Memory(), quality, go_on)
    linear, _ = veiled_picture(stages)
    return linear.reshape(quality.size.height, quality.size.width, 3)


def neutral_of(white_balance: float) -> np.ndarray:
    """(3,) raw values of a grey card in light of a white balance [K], luminance 1."""
    return light_colour(white_balance, NATIVE)
