"""This time's readings against the card: which light stands off, and by about how much.

A light reads with the inverse square of its distance, as near as a front far smaller than it does; outputs go by steps. So one
reading has two explanations, and both are said.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from ..exposure.meter import stops_apart
from ..kit.dial import can_be_dimmed, nearest_on_dial
from .card import Card

AS_BEFORE = 0.15  # stops: a meter in the hand reads no finer (assumption)


@dataclass(frozen=True)
class LightAgain:
    index: int
    name: str
    was: float
    """On the card [f-number]."""
    now: float
    """Read this time [f-number]."""
    off: float
    """Stops by which it gives more than on the card."""
    as_before: bool
    nearer: float
    """By how much it would stand nearer than on the card, if it is its place [m]; negative for farther."""
    output: float | None
    """What to set, if it stays where it is [stops under full]; None where it has no dial, or stands as before."""


@dataclass(frozen=True)
class Rebuilt:
    lights: tuple[LightAgain, ...]
    """Those that were read, the farthest off first."""
    common: float
    """Stops by which all of them are off together: the meter, its sensitivity, not a light. 0 where they differ."""


def rebuilt(card: Card, read: Mapping[int, float]) -> Rebuilt:
    """Of readings of lights alone at the face, the flat disc turned to each.

    read : f-numbers by the index of the light, over 0
    """
    made = []
    for k in card.lights:
        if k.index not in read or k.alone <= 0:
            continue
        light = card.photo_set.lights[k.index]
        off = stops_apart(read[k.index], k.alone)
        fine = abs(off) <= AS_BEFORE
        output = None if fine or not can_be_dimmed(light) else nearest_on_dial(light, light.output - off)
        made.append(
            LightAgain(
                k.index, light.name, k.alone, read[k.index], off, fine, k.to_face * (1 - 2 ** (-off / 2)), output
            )
        )
    offs = [k.off for k in made]
    alike = len(offs) > 1 and max(offs) - min(offs) <= AS_BEFORE and abs(sum(offs) / len(offs)) > AS_BEFORE
    return Rebuilt(tuple(sorted(made, key=lambda k: -abs(k.off))), sum(offs) / len(offs) if alike else 0.0)
