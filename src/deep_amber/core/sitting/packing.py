"""What is packed for a sitting elsewhere: the most of each thing that any of its looks uses."""

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

from ..geometry.held import stands
from ..model.light import Light
from ..model.panel import Panel
from ..model.set import Set

Part = Literal["lights", "modifiers", "panels", "holding", "backdrop", "camera", "small things"]
SMALL = ("tape measure", "gaffer tape", "extension cable", "grey card", "hand meter", "trigger", "batteries", "water")


@dataclass(frozen=True)
class Packed:
    part: Part
    name: str
    count: int


def packing_of(looks: Iterable[Set]) -> tuple[Packed, ...]:
    """The list, in the order of its parts."""
    most: Counter[tuple[Part, str]] = Counter()
    for photo_set in looks:
        most |= _of(photo_set)
    order: tuple[Part, ...] = ("lights", "modifiers", "panels", "holding", "backdrop", "camera", "small things")
    made = [Packed(part, name, count) for (part, name), count in most.items()]
    made += [Packed("small things", name, 1) for name in SMALL]
    return tuple(sorted(made, key=lambda k: (order.index(k.part), k.name)))


def _of(photo_set: Set) -> Counter[tuple[Part, str]]:
    found: Counter[tuple[Part, str]] = Counter()
    lights = [k for k in photo_set.lights if k.on and k.source.kind not in ("window",) and k.role != "room"]
    for light in lights:
        found["lights", light.item or light.source.summary] += 1
        if light.modifier.kind != "bare":
            found["modifiers", light.modifier_item or light.modifier.summary] += 1
        if light.grid:
            found["modifiers", f"{light.grid}° grid"] += 1
        if light.barn_doors:
            found["modifiers", "barn doors"] += 1
        for gel in light.gels:
            found["modifiers", f"gel, {gel}"] += 1
    panels = [k for k in photo_set.panels if k.on]
    for panel in panels:
        found["panels", panel.item or f"{panel.surface} {panel.name}"] += 1
    held: list[Light | Panel] = [*lights, *panels]
    standing = [k for k in held if stands(k)]
    found["holding", "stand"] += len(standing)
    found["holding", "boom"] += sum(k.holding == "boom" for k in held)
    found["holding", "clamp"] += sum(k.holding == "clamp" for k in held)
    found["holding", "sandbag"] += len(standing)
    backdrop = photo_set.backdrop
    if backdrop.kind != "wall":
        found["backdrop", backdrop.kind] += 1
        if backdrop.hung == "on stands":
            found["backdrop", "backdrop stand"] += 2
            found["backdrop", "cross bar"] += 1
    camera = photo_set.camera
    found["camera", camera.lens.name if camera.lens else f"lens, {camera.focal_length:.0f} mm"] += 1
    found["camera", "camera"] += 1
    return +found
