"""What fills: the ratio with and without each panel and fill lamp, and as an incident meter tells it."""

import math
from dataclasses import dataclass, replace

from ..exposure.meter import lighting_ratio
from ..model.set import Set, with_light, with_panel
from ..simulation.readings import readings_of, surface_values
from ..simulation.stages import Stages

FILLS = ("white", "silver", "gold", "silk", "bed sheet")
"""Surfaces that throw light back."""


@dataclass(frozen=True)
class Share:
    """One thing that fills, or takes light from the shadow."""

    thing: str
    """As in "panels.0"."""
    name: str
    kind: str
    """"lamp", or the panel's surface."""
    shadow: float
    """What it adds to the shadow cheek [stops]."""
    lit: float
    """What it adds to the lit cheek [stops]."""
    without: float
    """Lit to shadow cheek without it, as a ratio to one."""


@dataclass(frozen=True)
class Metered:
    """Key and fill lamps read alone by the incident dome, each held to its light."""

    fill_under_key: float
    """[stops]"""
    ratio: float
    """(key + fill) : fill, to one."""


def cheeks_of(stages: Stages) -> tuple[float, float]:
    """Light on both cheeks, camera-left and camera-right."""
    lux = surface_values(stages).lux
    return lux["cheek_left"], lux["cheek_right"]


def _without(photo_set: Set, kind: str, k: int) -> Set:
    if kind == "panels":
        return with_panel(photo_set, k, replace(photo_set.panels[k], on=False))
    return with_light(photo_set, k, replace(photo_set.lights[k], on=False))


def shares_of(stages: Stages) -> list[Share]:
    """Every panel that is in, and every fill lamp that is on."""
    photo_set = stages.photo_set
    left, right = cheeks_of(stages)
    lit_left = left >= right
    things = [("panels", k, p.name, str(p.surface)) for k, p in enumerate(photo_set.panels) if p.on]
    things += [("lights", k, n.name, "lamp") for k, n in enumerate(photo_set.lights) if n.on and n.role == "fill"]
    made = []
    for kind, k, name, what in things:
        other = replace(stages, photo_set=_without(photo_set, kind, k), found={})
        was = cheeks_of(other)
        lit, shadow = (was[0], was[1]) if lit_left else (was[1], was[0])
        now_lit, now_shadow = (left, right) if lit_left else (right, left)
        made.append(
            Share(
                f"{kind}.{k}",
                name,
                what,
                stops_over(now_shadow, shadow),
                stops_over(now_lit, lit),
                lighting_ratio(lit, shadow)[0],
            )
        )
    return made


def stops_over(a: float, b: float) -> float:
    """How much more the first light is [stops]."""
    return math.log2(max(a, 1e-9) / max(b, 1e-9))


def metered(stages: Stages, key: int) -> Metered | None:
    """The lighting ratio as a meter tells it; None without a fill lamp.

    Key and fill are read alone. A fill one stop under the key makes (2 + 1) : 1 = 3 : 1.
    """
    photo_set = stages.photo_set
    fills = {k for k, light in enumerate(photo_set.lights) if light.on and light.role == "fill"} - {key}
    if not fills:
        return None
    read = {}
    for name, those in (("key", {key}), ("fill", fills)):
        lights = tuple(replace(light, on=k in those) for k, light in enumerate(photo_set.lights))
        alone = replace(stages, photo_set=replace(photo_set, lights=lights), found={})
        read[name] = readings_of(alone).incident["dome_to_light"].over
    under = read["key"] - read["fill"]
    return Metered(under, 2.0**under + 1.0)
