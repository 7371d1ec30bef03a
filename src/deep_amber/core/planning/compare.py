"""Sets side by side: what each shows, and what differs between them."""

from collections.abc import Callable
from dataclasses import dataclass, replace

from ..model.set import Set
from ..problem import NotAccepted, Problem
from ..simulation.stages import Stages
from ..sitting.changes import Change, changes_between
from ..wish.state import State, state_of

MOST = 4
EXPOSURE = ("aperture", "time", "sensitivity", "filter")


@dataclass(frozen=True)
class Beside:
    """One of the sets."""

    photo_set: Set
    state: State
    off: dict[str, float]
    """Stops by which each surface is lighter than in the first set."""
    ratio_off: float
    """Stops by which its ratio is deeper than the first's."""
    changes: tuple[Change, ...]
    """What hands do to get there from the first."""


def compared(sets: tuple[Set, ...], look: Callable[[Set], Stages], same_exposure: bool = False) -> tuple[Beside, ...]:
    """Two to MOST sets against the first of them.

    Parameters
    ----------
    look : makes the stages that a set is read with
    same_exposure : all with the exposure of the first; else each has its own

    Raises NotAccepted for fewer or more.
    """
    if not 2 <= len(sets) <= MOST:
        raise NotAccepted([Problem("sets", f"{len(sets)} cannot be compared", f"2 to {MOST} sets")])
    first = sets[0]
    made: list[Beside] = []
    for photo_set in sets:
        shown = photo_set
        if same_exposure:
            kept = {k: getattr(first.camera, k) for k in EXPOSURE}
            shown = replace(photo_set, camera=replace(photo_set.camera, **kept))
        state = state_of(look(shown))
        before = made[0].state if made else state
        off = {k: float(v - before.tones.stops[k]) for k, v in state.tones.stops.items()}
        changes = changes_between(first, photo_set) if made else ()
        made.append(Beside(shown, state, off, float(state.tones.ratio - before.tones.ratio), changes))
    return tuple(made)
