"""A wanted ratio by the output of a fill lamp, everything else as it stands."""

from dataclasses import dataclass

from ..answer import Answer
from ..kit.dial import can_be_dimmed
from ..simulation.stages import Stages
from ..wish.kept import Wish
from ..wish.knobs import turned_one
from ..wish.state import by_light, tones_at
from ..wish.target import Target, to_go
from .schools import NEAR


@dataclass(frozen=True)
class ByLamp:
    light: str
    output: float
    """[stops under full]"""
    ratio: float
    """Lit to shadow cheek then, to one."""
    there: bool
    """Whether it comes to the wanted ratio."""
    answer: Answer | None
    """None where it stands so already."""


def by_lamp(stages: Stages, ratio: float) -> list[ByLamp]:
    """For each lamp in the role fill, the step of its dial that comes nearest to a wanted ratio (to one)."""
    photo_set, wish = stages.photo_set, Wish((Target("shadow_cheek", "ratio", ratio),), frozenset())
    fills = [k for k, light in enumerate(photo_set.lights) if light.role == "fill" and can_be_dimmed(light)]
    if not fills:
        return []
    shares = by_light(stages)
    before = tones_at(shares, shares.on.astype(float)[None])
    now, none = before.one(0), before.less(before).one(0)
    missed = abs(float(to_go(wish.targets[0], now)))
    made = []
    for k in fills:
        light = photo_set.lights[k]
        turned = turned_one(photo_set, wish, now, shares, none, k)
        if turned is None or (light.on and missed <= turned.missed):
            made.append(ByLamp(light.name, light.output, 2.0 ** float(now.ratio), missed <= NEAR, None))
            continue
        to = turned.photo_set.lights[k].output
        answer = Answer(turned.acts, turned.photo_set, turned.effort)
        made.append(ByLamp(light.name, to, 2.0 ** float(turned.tones.ratio), turned.missed <= NEAR, answer))
    return made
