"""From a complaint to its causes with figures and its mends: those of the findings, and what the wishes' engine finds."""

import math
from collections.abc import Callable, Collection, Iterator
from dataclasses import dataclass, replace
from functools import partial

from ..answer import Answer
from ..brief.aims import KEY_OFFSET, own_tone
from ..brief.ratio import asks_for_the_middle
from ..checks.finding import Finding
from ..exposure.response import CLIP_STOPS
from ..group.row import row_of
from ..kit.owned import Kit
from ..model.set import Set
from ..pattern.reach import Support
from ..simulation.key import key_index
from ..simulation.memory import Memory
from ..simulation.quality import SETTLED, oriented
from ..simulation.stages import Stages
from ..wish.kept import Wish, wish_of
from ..wish.search import AtRest, Search
from ..wish.state import State, state_of
from ..wish.target import Target
from .complaints import Complaint
from .ground import Ground
from .rebuild import flagged, rebuilt, sharper

DEEPER, MOST_RATIO, LEAST_RATIO = (
    1.0,
    4.0,
    0.6,
)  # stops by which a flat face's ratio is deepened; between which it is kept
APART = 1.2  # stops between a face and its backdrop that part them (assumption)
CLOTH_UNDER = 0.4  # stops under clipping at which white cloth keeps its folds (assumption)
BLACK = -4.0  # stops from mid grey at which paper reads as black
FORE_OVER = 0.3  # stops of a forehead over the lit cheek that nobody calls hot (assumption)
TOLD_APART = 0.1  # stops that a mend may be off the way that is called for: nobody sees them
MOST = 6  # mends that are told


@dataclass(frozen=True)
class Complained:
    """How far it is known."""

    done: float
    """0 to 1."""
    causes: tuple[Finding, ...]
    """Findings that cause it, those that ask to be looked at first."""
    spread: tuple[float, float] | None
    """Of light over a row of people, now and at best [stops]; None where no row is asked about."""
    mends: tuple[Answer, ...]
    """The cheapest first; each was applied and read as a whole set."""


def wishes_of(complaint: Complaint, stages: Stages, state: State) -> tuple[Wish, ...]:
    """What the complaint wishes of surfaces; none for what no surface tells."""
    make = WISHES.get(complaint.code)
    return tuple(wish_of(k) for k in make(stages, state) if k) if make else ()


Targets = list[list[Target]]


def _ratio(stages: Stages, state: State, by: float) -> Targets:
    """The look's ratio where that lies the way that is asked for; else a stop deeper or less deep."""
    now, look = float(state.tones.ratio), stages.photo_set.look
    aimed = math.log2(look.ratio) - now if look is not None and not asks_for_the_middle(look) else 0.0
    wanted = now + aimed if aimed * by > 0.2 else min(max(now + by, LEAST_RATIO), MOST_RATIO)
    return [[Target("shadow_cheek", "ratio", 2.0**wanted)]] if (wanted - now) * by > 0.2 else []


def _own_tone(stages: Stages, state: State) -> Targets:
    look = stages.photo_set.look
    wanted = own_tone(stages.mesh) + (KEY_OFFSET[look.key] if look else 0.0)
    return [[Target("lit_cheek", "stops", wanted)]] if abs(state.tones.stops["lit_cheek"] - wanted) > 0.1 else []


def _apart(stages: Stages, state: State) -> Targets:
    """The backdrop darker, or lighter, than what stands before it."""
    now = float(state.tones.stops["backdrop_middle"])
    face = float(state.tones.stops["shadow_cheek"])
    return [[Target("backdrop_middle", "stops", k)] for k in (face - APART, face + APART) if abs(k - now) > 0.2]


def _cloth(stages: Stages, state: State) -> Targets:
    over = _own_tone(stages, state)
    if over and state.tones.stops["lit_cheek"] > (over[0][0].value or 0.0):
        return over  # all of it is too light
    most = CLIP_STOPS - CLOTH_UNDER
    return [[Target("cloth", "stops", most)]] if state.tones.stops["cloth"] > most else []


def _forehead(stages: Stages, state: State) -> Targets:
    most = float(state.tones.stops["lit_cheek"]) + FORE_OVER
    return [[Target("forehead", "stops", most)]] if state.tones.stops["forehead"] > most else []


def _black(stages: Stages, state: State) -> Targets:
    return [[Target("backdrop_middle", "stops", BLACK)]] if state.tones.stops["backdrop_middle"] > BLACK else []


WISHES: dict[str, Callable[[Stages, State], Targets]] = {
    "flat": lambda s, t: _ratio(s, t, DEEPER),
    "harsh": lambda s, t: _ratio(s, t, -DEEPER),
    "muddy": _own_tone,
    "too_strong": _own_tone,
    "too_weak": _own_tone,
    "white_grey": lambda s, t: [[Target("backdrop_middle", "clips")]],
    "black_grey": _black,
    "one_plane": _apart,
    "hair_lost": _apart,
    "white_cloth": _cloth,
    "forehead": _forehead,
}
"""What is wished where someone complains."""

CALLED_FOR: dict[str, tuple[Callable[[State], float], int]] = {
    "flat": (lambda t: float(t.tones.ratio), 1),
    "harsh": (lambda t: float(t.tones.ratio), -1),
    "muddy": (lambda t: float(t.tones.stops["lit_cheek"]), 1),
    "too_weak": (lambda t: float(t.tones.stops["lit_cheek"]), 1),
    "too_strong": (lambda t: float(t.tones.stops["lit_cheek"]), -1),
    "white_grey": (lambda t: float(t.tones.stops["backdrop_middle"]), 1),
    "black_grey": (lambda t: float(t.tones.stops["backdrop_middle"]), -1),
}
"""What a complaint calls for more (1) or less (-1) of [stops]: a mend that goes the other way is none."""


def answers_it(complaint: Complaint, stages: Stages, mend: Answer) -> bool:
    """Whether a mend does not make worse what is complained of, whatever else it was made for."""
    if complaint.code not in CALLED_FOR:
        return True
    measure, way = CALLED_FOR[complaint.code]
    before, after = (
        measure(state_of(replace(stages, photo_set=k, found={}))) for k in (stages.photo_set, mend.photo_set)
    )
    return (after - before) * way > -TOLD_APART


def complained(
    complaint: Complaint, stages: Stages, findings: list[Finding], support: Support, ground: Ground,
    finely: Memory | None = None, at_rest: AtRest | None = None,
) -> Iterator[Complained]:  # fmt: skip
    """Causes at once, then mends as they are found.

    Parameters
    ----------
    stages : of the set, at quality SOUGHT; findings : of the same set; ground : to build it otherwise
    finely, at_rest : as of Search
    """
    causes = [k for k in findings if k.code in complaint.causes]
    causes.sort(key=lambda k: (k.severity != "warn", complaint.causes.index(k.code)))
    mends = [k.mend for k in causes if k.mend is not None and answers_it(complaint, stages, k.mend)]
    spread, evened = _row(complaint, stages)
    mends += evened
    mends += [
        k
        for k in (sharper(causes, stages.photo_set, stages.mesh), flagged(causes, stages, ground.kit))
        if k is not None
    ]
    yield Complained(0.2, tuple(causes), spread, _cheapest(mends))
    first = Search(stages, Wish((Target("lit_cheek"),), frozenset()), ground.kit, support, finely, at_rest)
    wishes = wishes_of(complaint, stages, first.before)
    for n, wish in enumerate(wishes):
        last: tuple[Answer, ...] = ()
        for progress in Search(stages, wish, ground.kit, support, finely, at_rest, reasons=False).run():
            last = tuple(k.answer for k in progress.answers)
            done = 0.2 + 0.8 * (n + progress.done) / len(wishes)
            yield Complained(min(done, 0.99), tuple(causes), spread, _cheapest([*mends, *last]))
        mends += last
    if not mends:
        built = rebuilt(complaint.code, stages.photo_set, first.before, ground)
        mends += [built] if built else []
    yield Complained(1.0, tuple(causes), spread, _cheapest(mends))


def ground_for(stages: Stages, kit: Kit, known: Collection[str], finely: Memory | None = None) -> Ground:
    """What another arrangement for the same sitter is searched on; finely as of Search."""
    fine = replace(stages, memory=finely or Memory(), quality=oriented(SETTLED, stages.photo_set.camera), found={})
    look, at_rest = partial(_with_set, stages), partial(_with_set, fine)
    return Ground(stages.photo_set, stages.mesh, kit, known, look, go_on=stages.go_on, at_rest=at_rest)


def _with_set(stages: Stages, photo_set: Set) -> Stages:
    return replace(stages, photo_set=photo_set, found={})


def _row(complaint: Complaint, stages: Stages) -> tuple[tuple[float, float] | None, list[Answer]]:
    """Of a group: the light over the row, and how the key is moved to even it."""
    photo_set, key = stages.photo_set, key_index(stages)
    if complaint.code != "group" or photo_set.people is None or key is None:
        return None, []
    made = row_of(photo_set, stages.mesh, key, photo_set.people)
    return (made.now.spread, made.best.spread), [made.answer] if made.answer else []


def _cheapest(mends: list[Answer]) -> tuple[Answer, ...]:
    """Each set once, the cheapest first."""
    found: list[Answer] = []
    for k in sorted(mends, key=lambda k: k.effort):
        if all(k.photo_set != o.photo_set for o in found):
            found.append(k)
    return tuple(found[:MOST])
