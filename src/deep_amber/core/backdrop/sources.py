"""What lights the ground: each light and the room, alone and as it would be without it; what comes from it to the sitter."""

from dataclasses import dataclass, replace

import numpy as np

from ..model.room import SURFACE_NAMES, Surface
from ..model.set import with_surfaces
from ..simulation.readings import LABELS, readings_of
from ..simulation.stages import Stages
from .ground import Ground, ground_of

BLACK = Surface(0.02)  # black velvet (assumption)
LEAST = 1e-9
AT_SITTER = ("hair_left", "hair_right", "lit_cheek", "shadow_cheek")
ROOM = "the room"


@dataclass(frozen=True)
class GroundSource:
    name: str
    """Of a light, or "the room" for what its surfaces throw there."""
    alone: float
    """What it puts there [stops from mid grey]."""
    without: float
    """Stops by which the ground would be darker without it."""


def _mean(ground: Ground) -> float:
    """(1 = white) of what is seen, over the cells."""
    return float((2.0 ** ground.stops[ground.seen]).mean()) if ground.seen.any() else 0.0


def sources_of(stages: Stages) -> list[GroundSource]:
    """What lights the ground in the frame, the strongest first."""
    total = _mean(ground_of(stages))
    if total <= LEAST:
        return []
    by = {k.name: _mean(ground_of(stages, (k,))) for k in stages.photo_set.lights if k.on}
    names = [k for k in SURFACE_NAMES if k != "back" or stages.photo_set.backdrop.kind != "wall"]
    black = with_surfaces(stages.photo_set, **dict.fromkeys(names, BLACK))
    by[ROOM] = total - _mean(ground_of(replace(stages, photo_set=black, found={})))
    made = [
        GroundSource(name, float(np.log2(max(v, LEAST))), float(-np.log2(max(total - v, LEAST) / total)))
        for name, v in by.items()
        if v > LEAST
    ]
    return sorted(made, key=lambda k: -k.alone)


def wrap_of(stages: Stages) -> dict[str, float]:
    """Stops that the lights of the ground, and the ground's own glow, add to hair edges and cheeks; none without them."""
    photo_set = stages.photo_set
    if not any(k.on and k.role == "background" for k in photo_set.lights):
        return {}
    lights = tuple(replace(k, on=k.on and k.role != "background") for k in photo_set.lights)
    if not any(k.on for k in lights):
        return {}
    now = readings_of(stages).surfaces
    was = readings_of(replace(stages, photo_set=replace(photo_set, lights=lights), found={})).surfaces
    return {LABELS[k]: now[k].stops - was[k].stops for k in AT_SITTER}
