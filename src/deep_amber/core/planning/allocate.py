"""What of the kit an arrangement takes: sources with modifiers that fit them, panels, stands; or what is missing."""

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass, field, replace

import numpy as np

from ..answer import Act
from ..gear.modifiers import Bare
from ..geometry.quads import emitter_quad
from ..kit.owned import Kit, ModifierItem, PanelItem, SourceItem
from ..model.light import Light
from ..model.point import Point
from ..rules.fitting import modifiers_for, takes_grid
from .rules import FLASH, LASTING, Arrangement, LightRule, PanelRule

STANDS_FOR = {"silk": ("silk", "bed sheet"), "white": ("white", "silver", "gold")}
"""Surfaces that do instead of another, the better first."""
STRIP = 0.5  # of its length that a strip is wide at most
IN_LAP = 0.8  # [m] of a board's longer side that a lap holds well (assumption)
BARE = ModifierItem("", Bare())


@dataclass(frozen=True)
class Taken:
    """Gear for one arrangement, a source with a modifier for each of its lights and a panel for each of its panels."""

    lights: tuple[tuple[SourceItem, ModifierItem] | None, ...]
    """None for a window of the room."""
    panels: tuple[PanelItem | None, ...]
    """None for one that it can do without."""


@dataclass
class _Left:
    """What of the kit is not taken yet."""

    kit: Kit
    used: Counter[str] = field(default_factory=Counter)

    def free(self, part: str) -> list:  # type: ignore[type-arg]
        return [k for k in getattr(self.kit, part) if k.quantity > self.used[f"{part} {k.name}"]]

    def take(self, part: str, name: str) -> None:
        self.used[f"{part} {name}"] += 1


def longest_side(source: SourceItem, item: ModifierItem) -> float:
    """Of the front of a source with a modifier [m]."""
    return front_of(
        Light(Point(0, 1, 1), Point(0, 1, 2), source.source.lowest_output, item.modifier, source=source.source)
    )


def shape_of(source: SourceItem, item: ModifierItem) -> float:
    """Shorter over longer side of its front."""
    light = Light(Point(0, 1, 1), Point(0, 1, 2), source.source.lowest_output, item.modifier, source=source.source)
    quad = emitter_quad(light)
    sides = sorted((float(np.linalg.norm(quad.half_x)), float(np.linalg.norm(quad.half_y))))
    return sides[0] / max(sides[1], 1e-9)


def front_of(light: Light) -> float:
    """Longer side of a light's front [m]."""
    quad = emitter_quad(light)
    return 2 * max(float(np.linalg.norm(quad.half_x)), float(np.linalg.norm(quad.half_y)))


def taken(arrangement: Arrangement, kit: Kit, booms_needed: bool = True) -> Taken | tuple[Act, ...]:
    """The gear, or the reasons why the kit has not enough. Where flash does not reach, all of it by light that lasts."""
    made = _taken(arrangement, kit, booms_needed)
    kinds = {k.source.kind for k in kit.sources}
    if isinstance(made, Taken) or not kinds & {*LASTING}:
        return made
    lasting = replace(arrangement, lights=tuple(_lasting(k) for k in arrangement.lights))
    again = _taken(lasting, kit, booms_needed)
    return again if isinstance(again, Taken) or not kinds & {*FLASH} else made


def _lasting(rule: LightRule) -> LightRule:
    """The same by a lamp that stays on; a tube or a panel is a large front by itself."""
    if rule.sources != FLASH:
        return rule
    bare = () if "bare" in rule.modifiers else ("bare",)
    return replace(rule, sources=LASTING, modifiers=(*rule.modifiers, *bare))


def _taken(arrangement: Arrangement, kit: Kit, booms_needed: bool) -> Taken | tuple[Act, ...]:
    left, missing = _Left(kit), []
    lights: list[tuple[SourceItem, ModifierItem] | None] = []
    for rule in arrangement.lights:
        if rule.where == "window":
            lights.append(None)
            continue
        alone = sum(k.where != "window" for k in arrangement.lights) == 1
        found = next(_for_light(rule, left, alone), None)
        if found is None:
            has_source = any(k.source.kind in rule.sources for k in left.free("sources"))
            code, what = ("no_light", _what(rule)) if has_source else ("no_source", " or ".join(rule.sources))
            missing.append(Act(f"plan.{code}", {}, {"role": rule.role, "what": what}))
            continue
        lights.append(found)
        left.take("sources", found[0].name)
        left.take("modifiers", found[1].name)
    panels: list[PanelItem | None] = []
    for panel in arrangement.panels:
        item = next(_for_panel(panel, left), None)
        if item is None and panel.needed:
            missing.append(
                Act(
                    "plan.no_panel",
                    {"least_m": panel.least},
                    {"surface": " or ".join(STANDS_FOR.get(panel.surface, (panel.surface,)))},
                )
            )
        elif item is not None:
            left.take("panels", item.name)
        panels.append(item)
    missing += _stands(arrangement, kit, booms_needed)
    return tuple(missing) if missing else Taken(tuple(lights), tuple(panels))


def _what(rule: LightRule) -> str:
    if rule.narrow:
        return "strip"
    kinds = [k for k in rule.modifiers if k != "bare"]
    return " or ".join(kinds[:3]) if kinds else " or ".join(rule.sources[:2])


def _for_light(rule: LightRule, left: _Left, alone: bool) -> Iterator[tuple[SourceItem, ModifierItem]]:
    """Sources with modifiers that a rule takes, by the rule's preference of modifier, then the strongest source; the weakest
    for a backdrop that is not all that is lit."""
    sources = [k for k in left.free("sources") if k.source.kind in rule.sources]
    weak_first = rule.role == "background" and not alone
    sources.sort(key=lambda k: k.source.flux() if weak_first else -k.source.flux())
    for kind in rule.modifiers:
        items = [BARE] if kind == "bare" else [m for m in left.free("modifiers") if m.modifier.kind == kind]
        for item in items:
            for source in sources:
                fits = item is BARE or kind in modifiers_for(source.source)
                if (
                    fits
                    and rule.longest[0] <= longest_side(source, item) <= rule.longest[1]
                    and (not rule.narrow or shape_of(source, item) <= STRIP)
                    and _grid(rule, source, item)
                ):
                    yield source, item


def _grid(rule: LightRule, source: SourceItem, item: ModifierItem) -> bool:
    """Whether it takes the grid that the rule asks for."""
    if not rule.grid:
        return True
    light = Light(Point(0, 1, 1), Point(0, 1, 2), source.source.lowest_output, item.modifier, source=source.source)
    return takes_grid(light) or item.modifier.kind == "snoot"


def _for_panel(rule: PanelRule, left: _Left) -> Iterator[PanelItem]:
    """The curved one before flat ones where that is asked for; a flat one does for it."""
    surfaces = STANDS_FOR.get(rule.surface, (rule.surface,))
    free = [k for k in left.free("panels") if k.surface in surfaces and min(k.width, k.height) >= rule.least]
    free.sort(key=lambda k: (surfaces.index(k.surface), k.shape != rule.shape, -k.width * k.height))
    small = rule.holding in ("lap", "held")
    if small:
        free.sort(
            key=lambda k: (surfaces.index(k.surface), k.shape != rule.shape, abs(max(k.width, k.height) - IN_LAP))
        )
    yield from (k for k in free if not small or max(k.width, k.height) <= 1.25)


def _stands(arrangement: Arrangement, kit: Kit, booms_needed: bool) -> Iterator[Act]:
    """A kit without stands says nothing of them."""
    if not kit.stands:
        return
    needed = sum(k.where != "window" for k in arrangement.lights) + sum(
        k.holding == "stand" and k.needed for k in arrangement.panels
    )
    owned = sum(k.quantity for k in kit.stands)
    booms = sum(k.quantity for k in kit.stands if k.boom > 0)
    wanted = sum(k.boom for k in arrangement.lights) if booms_needed else 0
    if needed > owned:
        yield Act("plan.no_stands", {"needed": float(needed), "owned": float(owned)})
    if wanted > booms:
        yield Act("plan.no_boom", {"needed": float(wanted), "owned": float(booms)})
