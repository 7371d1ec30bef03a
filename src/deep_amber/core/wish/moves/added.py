"""Another modifier on a light, or a light of the kit added in a role."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ...answer import Act
from ...editing.adding import MOST, add_light, swap_modifier
from ...gear.modifiers import Bare
from ...kit.owned import ModifierItem, SourceItem
from ...model.light import Grid, Light, Role
from ...model.set import Set, with_light
from ...problem import NotAccepted
from ...rules.fitting import modifiers_for, takes_grid
from ..kept import EDGES
from ..path import IN_HAND, NEW_STAND, Asked, Path, point
from .panels import shadow_side

ROLES: dict[Role, tuple[str, ...]] = {
    "background": ("bowl", "softbox", "bare", "snoot"),
    "rim": ("softbox", "bowl", "snoot", "bare"),
    "fill": ("umbrella", "softbox", "octa", "bare"),
}
"""Kinds of modifier that go with a role, the likeliest first."""
GRID: Grid = 20  # degrees, on the bowl of a rim, which must not spill
MODIFIERS_TRIED = 5
BEHIND = (0.45, 0.7)  # [m] from the face to a bare bulb behind the head


def free_sources(asked: Asked) -> list[SourceItem]:
    """Flashes and lamps of the kit that are not in use, the strongest first."""
    used = [k.item for k in asked.photo_set.lights]
    free = [s for s in asked.kit.sources if s.quantity > used.count(s.name) and s.source.on_stand]
    return sorted(free, key=lambda s: -s.source.flux())


def free_modifiers(asked: Asked) -> list[ModifierItem]:
    """Modifiers of the kit that are on no light."""
    used = [k.modifier_item for k in asked.photo_set.lights]
    return [m for m in asked.kit.modifiers if m.quantity > used.count(m.name)]


def _swapped(asked: Asked, k: int, light: Light) -> Iterator[Path]:
    fits = [m for m in free_modifiers(asked) if m.modifier.kind in modifiers_for(light.source)][:MODIFIERS_TRIED]

    def at(t: float) -> Set | None:
        item = fits[int(t)]
        try:
            return swap_modifier(asked.photo_set, f"lights.{k}", item.modifier, item.name)
        except NotAccepted:
            return None

    def acts(t: float) -> tuple[Act, ...]:
        return (Act("wish.modifier", {}, {"light": light.name, "modifier": fits[int(t)].name}),)

    if fits:
        yield Path("modifier", IN_HAND + 0.6, at, acts, tuple(map(float, range(len(fits)))), free=k, light=k)


def _wanted_roles(asked: Asked) -> list[Role]:
    moved = {name for t in asked.wish.targets for name in t.moved}
    roles: list[Role] = []
    if any(name.startswith("backdrop") for name in moved):
        roles.append("background")
    if any(name.startswith("hair") for name in moved):
        roles.append("rim")
    if moved & {"shadow_cheek", "under_nose", "under_chin", "chin", "cloth"}:
        roles.append("fill")
    return roles


def _placed(asked: Asked, role: Role, source: SourceItem, item: ModifierItem | None) -> Set | None:
    try:
        modifier, name = (item.modifier, item.name) if item else (None, "")
        made = add_light(asked.photo_set, asked.stages.mesh, source.source, modifier, role, source.name, name)
    except NotAccepted:
        return None
    k = len(made.lights) - 1
    light = made.lights[k]
    if role == "fill":  # on the side of the shadow
        x, side = made.sitter.x, shadow_side(asked)
        light = replace(light, place=replace(light.place, x=x + side * abs(light.place.x - x)))
    elif role == "rim":
        across = 1.0 if any(t.surface == "hair_right" for t in asked.wish.targets) else -1.0
        x = made.sitter.x
        light = replace(light, place=replace(light.place, x=x + across * abs(light.place.x - x)))
        light = replace(light, grid=GRID) if takes_grid(light) else light
    return with_light(made, k, light)


def _behind(asked: Asked) -> Iterator[Path]:
    """A bare flash behind the head, hidden by it: both edges at once."""
    moved = {name for t in asked.wish.targets for name in t.moved}
    sources = [k for k in free_sources(asked) if k.source.is_flash and "bare" in modifiers_for(k.source)]
    if not moved & EDGES or not sources:
        return
    source, lens = sources[-1], asked.photo_set.camera.place.array  # the weakest is strong enough there
    way = (asked.face - lens) / float(np.linalg.norm(asked.face - lens))

    def at(t: float) -> Set | None:
        made = _placed(asked, "rim", source, None)
        if made is None:
            return None
        light = made.lights[-1]
        there = asked.face + way * BEHIND[int(t)]
        bare = replace(light, modifier=Bare(), grid=0, place=point(there), aim=point(asked.face))
        return with_light(made, len(made.lights) - 1, bare)

    def acts(t: float) -> tuple[Act, ...]:
        named = {"light": source.name, "role": "rim"}
        return (Act("wish.bulb_behind", {"away_m": BEHIND[int(t)]}, named),)

    yield Path("bulb behind", NEW_STAND + 0.3, at, acts, (0.0, 1.0), free=len(asked.photo_set.lights))


def _goes(item: ModifierItem, role: Role) -> tuple[int, bool]:
    """How well a modifier goes with a role, the least best: by its kind, for a rim one with a grid first."""
    return ROLES[role].index(item.modifier.kind), role == "rim" and not getattr(item.modifier, "fabric_grid", 0.0)


def added(asked: Asked) -> Iterator[Path]:
    """Other modifiers, then lights of the kit in the roles that the wish is about."""
    for k, light in enumerate(asked.photo_set.lights):
        if light.on and light.source.on_stand and light.role != "room":
            yield from _swapped(asked, k, light)
    if len(asked.photo_set.lights) >= MOST:
        return
    yield from _behind(asked)
    for role in _wanted_roles(asked):
        for source in free_sources(asked)[:2]:
            kinds, free = ROLES[role], free_modifiers(asked)
            fits = [m for m in free if m.modifier.kind in kinds and m.modifier.kind in modifiers_for(source.source)]
            item = min(fits, key=lambda m: _goes(m, role)) if fits else None
            made = _placed(asked, role, source, item)
            if made is None:
                continue
            named = {"light": source.name, "role": role, "modifier": item.name if item else ""}
            act = Act("wish.light_added", {"grid_degrees": float(made.lights[-1].grid)}, named)
            yield Path(
                "light added",
                NEW_STAND + 0.2,
                lambda t, made=made: made,  # type: ignore[misc]
                lambda t, act=act: (act,),  # type: ignore[misc]
                (0.0,),
                free=len(made.lights) - 1,
            )
