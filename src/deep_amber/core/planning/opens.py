"""Honest failure: what binds the nearest set that was found, and the smallest purchase or change that opens it, each tried."""

from collections.abc import Iterator
from dataclasses import dataclass, fields, replace

from ..answer import Act
from ..geometry.quads import emitter_quad
from ..kit.catalogue import CATALOGUE
from ..kit.owned import Kit
from ..rules.validation import problems_of
from .allocate import Taken, taken
from .fitted import Fitted
from .ground import Ground
from .measured import SPREAD, Planned
from .placed import moved
from .rules import Arrangement

NEAR = 0.34  # of closeness up to which a look counts as reached: a third of a stop
OPENS = 0.34  # of closeness that a purchase or a change must save (assumption)
MOST = 3  # that are told
TRIED = 6  # purchases that are tried
PARTS = ("modifiers", "panels", "stands", "sources")
"""Of the kit, the cheapest first."""
CEILING, WALL = 0.08, 0.15  # [m] from a front to what holds it
GROUND = ("backdrop_left", "backdrop_middle", "backdrop_right", SPREAD)
CHANGES: tuple[tuple[str, float], ...] = (("forward", 0.5), ("forward", 1.0), ("back", 0.5), ("lower", 0.2))
"""What can be done without buying, and by how many metres."""


@dataclass(frozen=True)
class Opened:
    """What would bring the look nearer."""

    buys: tuple[str, ...]
    """General names of gear; empty for a change."""
    change: Act | None
    planned: Planned
    """The set that it makes."""


def binds(planned: Planned) -> tuple[Act, ...]:
    """Why a set comes no nearer: an output at its end, the ceiling, a wall, light that spills on the backdrop, a front's size."""
    return tuple(_binds(planned)) if planned.closeness > NEAR else ()


def _binds(planned: Planned) -> Iterator[Act]:
    photo_set, misses = planned.photo_set, planned.misses
    for light in photo_set.lights:
        if not light.on or light.role == "room" or light.source.kind == "window":
            continue
        at_ground = light.role == "background"
        missed = [v for k, v in misses.items() if (k in GROUND) == at_ground]
        if light.source.is_flash and light.output >= -0.01 and any(v < 0 for v in missed):
            yield Act("plan.full", {"stops": -min(missed)}, {"thing": light.name})
        if light.role != "key":
            continue
        quad = emitter_quad(light)
        high = float(quad.corners[:, 1].max())
        if photo_set.room.height - high < CEILING and (not planned.right_pattern or misses):
            yield Act("plan.ceiling", {"height_m": photo_set.room.height}, {"thing": light.name})
        side = photo_set.room.width / 2 - float(abs(quad.corners[:, 0]).max())
        if side < WALL and (not planned.right_pattern or misses):
            yield Act("plan.wall", {"width_m": photo_set.room.width}, {"thing": light.name})
    own = any(k.on and k.role == "background" for k in photo_set.lights)
    ground = [v for k, v in misses.items() if k in GROUND and k != SPREAD]
    if ground and not own:
        code, by = ("plan.spill", max(ground)) if max(ground) > 0 else ("plan.unlit", -min(ground))
        gap = photo_set.sitter.z - photo_set.backdrop.z
        yield Act(code, {"stops": by, "gap_m": gap}, {})
    if not planned.right_hardness and planned.pattern is not None and photo_set.look is not None:
        yield Act("plan.front", {}, {"wanted": photo_set.look.hardness, "is": planned.pattern.softness.grade})


def missing(arrangement: Arrangement, kit: Kit, most: int = 2) -> tuple[tuple[str, int], ...] | None:
    """What of common gear an arrangement needs beside the kit, as part and index in the catalogue; None for more than `most`."""
    found: list[tuple[str, int]] = []
    now = taken(arrangement, kit)
    while not isinstance(now, Taken):
        if len(found) == most:
            return None
        better = _one_more(arrangement, kit, len(now))
        if better is None:
            return None
        found.append(better)
        kit = with_items(kit, (better,))
        now = taken(arrangement, kit)
    return tuple(found)


def _one_more(arrangement: Arrangement, kit: Kit, reasons: int) -> tuple[str, int] | None:
    for part in PARTS:
        for k in range(len(getattr(CATALOGUE, part))):
            tried = taken(arrangement, with_items(kit, ((part, k),)))
            if isinstance(tried, Taken) or len(tried) < reasons:
                return part, k
    return None


def with_items(kit: Kit, items: tuple[tuple[str, int], ...]) -> Kit:
    """The kit with common gear beside it, under names that it does not have yet."""
    parts = {k.name: getattr(kit, k.name) for k in fields(Kit)}
    for part, index in items:
        item = getattr(CATALOGUE, part)[index]
        names = {k.name for k in parts[part]}
        while item.name in names:
            item = replace(item, name=f"{item.name} +")
        parts[part] = (*parts[part], replace(item, quantity=1))
    return replace(kit, **parts)


def opened(
    ground: Ground, best: Planned | None, cannot: tuple[Fitted, ...], found: tuple[Planned, ...]
) -> list[Opened]:
    """Purchases and changes that bring the look nearer than the best set by a third of a stop, the closest of the smallest first."""
    least = best.closeness if best is not None else float("inf")
    made = [*_bought(ground, cannot, least), *(_changed(ground, best, least) if best is not None else ())]
    tried = [*found, *([best] if best is not None else [])]
    made = [k for k in made if all(k.planned.photo_set != t.photo_set for t in tried)]
    return sorted(made, key=lambda k: (len(k.buys) + (k.planned.closeness > NEAR), k.planned.rank))[:MOST]


def _bought(ground: Ground, cannot: tuple[Fitted, ...], least: float) -> Iterator[Opened]:
    options: dict[tuple[tuple[str, int], ...], list[Arrangement]] = {}
    for k in cannot:
        needed = missing(k.arrangement, ground.kit)
        if needed:
            options.setdefault(needed, []).append(k.arrangement)
    for items, arrangements in sorted(options.items(), key=lambda o: (len(o[0]), o[0]))[:TRIED]:
        richer = replace(ground, kit=with_items(ground.kit, items))
        read = [made for k in arrangements if (made := richer.read(k)) is not None]
        if not read:
            continue
        nearest = min(read, key=lambda k: k.rank)
        if nearest.closeness > least - OPENS:
            nearest = richer.about(nearest, 14)
        if nearest.closeness <= least - OPENS and (nearest := richer.offered(nearest)).closeness <= least - OPENS:
            yield Opened(tuple(getattr(CATALOGUE, part)[n].name for part, n in items), None, nearest)


def _changed(ground: Ground, best: Planned, least: float) -> Iterator[Opened]:
    for code, by in CHANGES:
        changed = moved(ground.photo_set, code, by)
        if problems_of(changed, ground.known):
            continue
        elsewhere = replace(ground, photo_set=changed)
        made = elsewhere.read(best.fitted.arrangement, best.fitted.side)
        if made is None or made.closeness > least - OPENS:
            continue
        made = elsewhere.offered(made)
        if made.closeness <= least - OPENS:
            yield Opened((), Act(f"plan.{code}", {"by_m": by}), made)
