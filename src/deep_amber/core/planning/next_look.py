"""The next look of a sitting: planned from the set that stands, with the fewest moves."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from typing import TypeVar

from ..model.light import Light
from ..model.look import Look as LookAt
from ..model.panel import Panel
from ..model.set import Set
from ..sitting.changes import Change, changes_between
from .fitted import Fitted, Side
from .ground import Ground
from .measured import Planned, planned
from .rules import Arrangement
from .suggest import MOST, suggest

A_MINUTE = 0.03  # stops missed that a minute of changing is worth (assumption)
STANDING = Arrangement(
    "as_it_stands", "As it stands", "one light", "What is there already.", "Only outputs and switches are turned.",
    "What it misses is said.", (), (), turns=False,
)  # fmt: skip


@dataclass(frozen=True)
class NextLook:
    planned: Planned
    changes: tuple[Change, ...]
    """What hands do, from the set before."""

    @property
    def minutes(self) -> float:
        return sum(k.minutes for k in self.changes)

    @property
    def rank(self) -> float:
        return self.planned.closeness + A_MINUTE * self.minutes


def next_look(ground: Ground, before: Set) -> Iterator[tuple[float, tuple[NextLook, ...]]]:
    """How far it is, and the best so far, the least to do among those alike close first.

    Parameters
    ----------
    ground : whose set has the wanted look, sitter and backdrop; before : the set that stands
    """
    wanted = ground.photo_set
    assert wanted.look is not None
    kept = [_next(k, before) for k in _from_what_stands(ground, before, wanted.look)]
    yield 0.2, _ranked(kept)
    for k in suggest(ground):
        if k.done >= 1:
            kept = [_next(ground.offered(p.planned), before) for p in _ranked(kept)]
        made = [_next(replace(p, photo_set=_as_named(before, p.photo_set)), before) for p in k.sets]
        yield 0.2 + 0.8 * k.done, _ranked([*kept, *made])


def _next(made: Planned, before: Set) -> NextLook:
    return NextLook(made, changes_between(before, made.photo_set))


def _ranked(found: list[NextLook]) -> tuple[NextLook, ...]:
    return tuple(sorted(found, key=lambda k: (k.rank, k.planned.fitted.arrangement.code)))[:MOST]


def _from_what_stands(ground: Ground, before: Set, look: LookAt) -> Iterator[Planned]:
    """The set before with its outputs turned, and with one light or panel less."""
    wanted = ground.photo_set
    here = replace(wanted, lights=before.lights, panels=before.panels, look=look)
    tries = [here]
    for k, light in enumerate(here.lights):
        if light.on and light.role not in ("key", "room") and light.source.kind != "window":
            off = replace(light, on=False)
            tries.append(replace(here, lights=(*here.lights[:k], off, *here.lights[k + 1 :])))
    tries += [replace(here, panels=(*here.panels[:k], *here.panels[k + 1 :])) for k in range(len(here.panels))]
    for made in tries:
        if any(k.on for k in made.lights):
            ground.go_on()
            side: Side = "camera-left"
            read = planned(Fitted(STANDING, side, made, ()), ground.look)
            if read is not None:
                yield read


def _as_named(before: Set, after: Set) -> Set:
    """The set after with its things under the names that they have already: the same gear is carried, not put up anew."""
    lights = _named(after.lights, [k for k in before.lights if k.source.kind != "window"], _same_light)
    return replace(after, lights=lights, panels=_named(after.panels, list(before.panels), _same_panel))


Thing = TypeVar("Thing", Light, Panel)


def _named(things: tuple[Thing, ...], free: list[Thing], same: Callable[[Thing, Thing], bool]) -> tuple[Thing, ...]:
    made = list(things)
    for n, thing in enumerate(things):
        old = next((k for k in free if same(k, thing)), None)
        if old is None:
            continue
        free.remove(old)
        if all(k.name != old.name for k in made):
            made[n] = replace(thing, name=old.name)
    return tuple(made)


def _same_light(a: Light, b: Light) -> bool:
    return a.source == b.source and a.role == b.role


def _same_panel(a: Panel, b: Panel) -> bool:
    return (a.surface, a.width, a.height) == (b.surface, b.width, b.height)
