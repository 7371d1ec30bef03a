"""Whether a set may be offered: it is sound, nothing new burns, stands in somebody, or shows in the picture."""

from dataclasses import dataclass, replace

from ..framing.clearance import in_the_sitter
from ..framing.in_frame import gear_in_frame
from ..geometry.held import foot_of, stands, stands_free
from ..kit.owned import Kit, shortages
from ..model.limits import check_limits
from ..model.set import Set
from ..pattern.reach import Support
from ..rules.heat import heat_warnings
from ..rules.validation import fits, lights_go_together
from ..sitter.mesh import SitterMesh


def _stands_hold(before: Set, made: Set, support: Support) -> bool:
    """What was moved or put in is on a stand that is high enough, whose foot has a place."""
    for kind in ("lights", "panels"):
        old = getattr(before, kind)
        for k, thing in enumerate(getattr(made, kind)):
            if k < len(old) and (thing.place, thing.holding) == (old[k].place, old[k].holding):
                continue
            foot = foot_of(made, thing) if stands(thing) else None
            if foot is None:
                continue
            if thing.place.y > support.highest or (thing.holding == "boom" and thing.boom_reach > support.boom):
                return False
            alone = made if kind == "lights" else _without(made, k)
            if not stands_free(alone, *foot):
                return False
    return True


def _without(made: Set, panel: int) -> Set:
    """The set without a panel: a board is not in the way of its own stand."""
    return replace(made, panels=tuple(p for k, p in enumerate(made.panels) if k != panel))


def _shown(photo_set: Set, mesh: SitterMesh) -> set[tuple[str, str]]:
    return {(getattr(photo_set, g.kind)[g.index].name, g.part) for g in gear_in_frame(photo_set, mesh)}


@dataclass(frozen=True)
class Cautions:
    """What a set is careful of already: only what a move adds to it counts."""

    photo_set: Set
    in_sitter: frozenset[str]
    warnings: frozenset[str]
    short: frozenset[str]
    shown: frozenset[tuple[str, str]]


def cautions_of(photo_set: Set, mesh: SitterMesh, kit: Kit) -> Cautions:
    """Of a set."""
    return Cautions(
        photo_set,
        frozenset(in_the_sitter(photo_set, mesh)),
        frozenset(heat_warnings(photo_set)),
        frozenset(shortages(kit, photo_set)),
        frozenset(_shown(photo_set, mesh)),
    )


def may_be(before: Cautions, made: Set, mesh: SitterMesh, support: Support) -> bool:
    """Whether `made` is worth being looked at: a part of `is_safe` that costs little."""
    if any(True for _ in check_limits(made)) or not fits(made) or not _stands_hold(before.photo_set, made, support):
        return False
    return not set(in_the_sitter(made, mesh)) - before.in_sitter


def is_safe(before: Cautions, made: Set, mesh: SitterMesh, support: Support, kit: Kit) -> bool:
    """Whether `made` may be offered in place of the set before."""
    if not may_be(before, made, mesh, support) or any(True for _ in lights_go_together(made)):
        return False
    if set(heat_warnings(made)) - before.warnings or set(shortages(kit, made)) - before.short:
        return False
    return not _shown(made, mesh) - before.shown
