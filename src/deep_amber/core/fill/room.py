"""What the room's own surfaces fill: each covered with black, one after the other."""

from dataclasses import replace

from ..exposure.meter import lighting_ratio
from ..model.room import SURFACE_LABELS, SURFACE_NAMES, Surface
from ..model.set import with_surfaces
from ..simulation.stages import Stages
from .shares import Share, cheeks_of, stops_over

COVER = Surface(0.02)  # black velvet (assumption)
LEAST = 0.02  # stops on the shadow cheek from which a surface is told


def room_shares(stages: Stages) -> list[Share]:
    """The surfaces of the room that lift the shadow cheek, the strongest first."""
    left, right = cheeks_of(stages)
    made = []
    for name in SURFACE_NAMES:
        black = replace(stages, photo_set=with_surfaces(stages.photo_set, **{name: COVER}), found={})
        was = cheeks_of(black)
        lit, shadow = was if left >= right else was[::-1]
        now_lit, now_shadow = (left, right) if left >= right else (right, left)
        adds = stops_over(now_shadow, shadow)
        if adds >= LEAST:
            ratio = lighting_ratio(*was)[0]
            made.append(Share(f"room.{name}", SURFACE_LABELS[name], "room", adds, stops_over(now_lit, lit), ratio))
    return sorted(made, key=lambda k: -k.shadow)
