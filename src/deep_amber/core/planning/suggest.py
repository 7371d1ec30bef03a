"""From a look to sets: every arrangement that may do is fitted and set to the look; the best of each kind, ranked."""

from collections.abc import Collection, Iterator
from dataclasses import dataclass, field, replace

import numpy as np

from ..answer import Act
from ..brief.aims import EDGES, LIGHT_GROUND
from ..model.look import Look as LookAt
from ..model.set import Set
from ..problem import NotAccepted, Problem
from .arrangements import ARRANGEMENTS
from .fitted import OTHER, Fitted, Side
from .ground import Ground
from .limits import Limits, allowed, seated
from .measured import Planned, read
from .rules import Arrangement
from .trail import MET, Trail, apart

MOST = 5  # sets that are offered
SEVERAL = 3  # of them that meet the look, after which none is searched about in another round
ENOUGH = 0.34  # of closeness within which those that nearly suit are not looked at
TOLD = 6  # arrangements between two words of how far it is
ROUNDS = ((12, 6), (6, 12), (4, 12), (3, 16), (3, 16))
"""Arrangements that are searched about in turn, the best of each kind among the first, and sets that are read about each."""
FOR_KINDS = ((7, 8), (5, 12))
"""The same, where one is near already."""
BY_KIND = 5  # arrangements of a round, from which the best of each kind are among them
MOST_OF_ROUND = 3.0  # times as many are read about one, where few can be searched about
CLOSE = 0.75  # of closeness under which the closest are searched about more, to come within a third
CLOSER = (2, 40)  # how many, and sets that are read about each
LENDS, BORROW = (1, 2, 3), 12  # rounds after which keys are tried where the closest has its own, by so many
FITTED = 0.2  # of all the work, after which each arrangement was fitted once


@dataclass(frozen=True)
class Suggested:
    """How far the search is."""

    done: float
    """0 to 1."""
    sets: tuple[Planned, ...]
    """The best of each kind so far, the closest first."""
    cannot: tuple[Fitted, ...]
    """Arrangements that were refused."""


def may_do(arrangement: Arrangement, photo_set: Set, limits: Limits) -> bool:
    """Whether an arrangement may do for the sitter at all, gives the wanted pattern, and keeps within limits."""
    look = photo_set.look
    if not allowed(arrangement, limits) or photo_set.sitter.posture not in arrangement.postures:
        return False
    if arrangement.for_two and photo_set.people is None:
        return False
    return look is None or look.pattern == "open" or look.pattern in arrangement.patterns


def suits(arrangement: Arrangement, look: LookAt | None) -> bool:
    """Whether it is made for such a look: backdrop, hardness, edge of light."""
    if look is None:
        return True
    low, high = arrangement.tones
    edged = any(k.role == "rim" or (k.role == "key" and abs(k.at.azimuth) > 110) for k in arrangement.lights)
    if (look.rim == "none" and edged) or (look.rim in EDGES and look.backdrop_tone < LIGHT_GROUND and not edged):
        return False
    return low <= look.backdrop_tone <= high and look.hardness in arrangement.hardness


def in_order(photo_set: Set, limits: Limits) -> tuple[list[Arrangement], list[Arrangement]]:
    """Those that suit, so that the first few are of different kinds already; and those that nearly do."""
    may = [k for k in ARRANGEMENTS.values() if may_do(k, photo_set, limits)]
    found = [k for k in may if suits(k, photo_set.look)]
    seen: dict[str, int] = {}
    places = []
    for k in found:
        seen[k.kind] = seen.get(k.kind, 0) + 1
        places.append((seen[k.kind], k))
    return [k for _, k in sorted(places, key=lambda p: p[0])], [k for k in may if k not in found]


@dataclass
class _Tried:
    """Arrangements as they were fitted and read first."""

    ground: Ground
    trails: list[Trail] = field(default_factory=list)
    cannot: list[Fitted] = field(default_factory=list)

    def one(self, arrangement: Arrangement, side: Side | None = None) -> None:
        made = self.ground.fit(arrangement, side)
        if made.photo_set is None:
            self.cannot.append(made)
        else:
            self.trails.append(self.ground.trail(read(made, self.ground.look), made.side))

    @property
    def far(self) -> bool:
        return not self.trails or min(k.best.closeness for k in self.trails) > ENOUGH

    def so_far(self, done: float) -> Suggested:
        return Suggested(done, best([k.best for k in self.trails]), tuple(self.cannot))


def suggest(ground: Ground) -> Iterator[Suggested]:
    """Better and better suggestions; the last is all that was found. The same input gives the same.

    First every arrangement that may do is fitted and read, then the best of each kind are searched about.
    Raises NotAccepted for a set without a look.
    """
    if ground.photo_set.look is None:
        raise NotAccepted([Problem("set.look", "the set has no brief yet", "a look: what the picture is for")])
    ground = replace(ground, photo_set=seated(ground.photo_set, ground.limits))
    tried = _Tried(ground)
    for done in _tried_once(tried):
        yield tried.so_far(FITTED * done)
    for done in _search(tried.trails, ROUNDS if tried.far else FOR_KINDS, ground.effort):
        yield tried.so_far(done)
    found = tried.so_far(1.0)
    offered = [ground.offered(k) for k in found.sets]
    yield replace(found, sets=tuple(sorted(offered, key=lambda k: (k.rank, k.fitted.arrangement.code))))


def _tried_once(tried: _Tried) -> Iterator[float]:
    """Fits and reads each that suits; where none is near also those that nearly do, and all with the key at the other side.

    A wall or a window at one side alone may do it.
    """
    photo_set = tried.ground.photo_set
    assert photo_set.look is not None
    wanted, others = in_order(photo_set, tried.ground.limits)
    for n, arrangement in enumerate(wanted, 1):
        tried.one(arrangement)
        yield n / len(wanted)
    if not tried.far:
        return
    for n, arrangement in enumerate(others, 1):
        tried.one(arrangement)
        if n % TOLD == 0:
            yield 1.0
    if photo_set.look.key_side == "open":
        refused = tuple(tried.cannot)
        for first in tuple(tried.trails):
            tried.one(first.best.fitted.arrangement, OTHER[first.best.fitted.side])
        tried.cannot = list(refused)
    yield 1.0


def _search(trails: list[Trail], rounds: tuple[tuple[int, int], ...], effort: float) -> Iterator[float]:
    """Searches about many a little, then about fewer more, and says how far that is; until one is near."""
    whole = sum(many * each for many, each in rounds)
    left, lent = float(whole), list[np.ndarray]()
    for n, (many, each) in enumerate(rounds):
        chosen = _chosen(trails, many)
        share = left / sum(m * e for m, e in rounds[n:]) * many / max(len(chosen), 1)
        for trail in chosen:
            before = trail.reads
            trail.go_on(each * min(share, MOST_OF_ROUND) * effort)
            left -= (trail.reads - before) / effort
            yield FITTED + (0.98 - FITTED) * min(max(1 - left / whole, 0.0), 1.0)
            if _met(trails) == MOST:
                return
        if _met(trails) >= SEVERAL:
            return
        if n and any(k.best.closeness <= ENOUGH for k in trails):
            return
        if n in LENDS:
            lend(trails, lent)
    many, each = CLOSER
    for trail in _chosen(trails, many):
        if ENOUGH < min(k.best.closeness for k in trails) < CLOSE:
            trail.go_on(each * effort)
            yield 0.99


def _met(trails: list[Trail]) -> int:
    """How many of those that are offered meet the look already."""
    return sum(k.closeness <= MET for k in best([k.best for k in trails]))


def lend(trails: list[Trail], lent: list[np.ndarray]) -> None:
    """Reads others with their keys where a close one has it, each time at another place: what does well is seldom one's alone."""
    ranked = sorted(trails, key=lambda k: (k.best.rank, k.space.about.code, k.best.fitted.side))
    keyed = [(k, k.key) for k in ranked if k.key is not None]
    found = next(((k, place) for k, place in keyed if all(apart(place, other) for other in lent)), None)
    if found is None:
        return
    lender, place = found
    lent.append(place)
    same_side = [(k, own) for k, own in keyed if k.best.fitted.side == lender.best.fitted.side and not k.over]
    for trail, own in same_side[:BORROW]:
        if apart(own, place):
            trail.try_key(place)


def _chosen(trails: list[Trail], many: int) -> list[Trail]:
    """Those that are searched about: of many the best of each kind first, then the closest of any."""
    ranked = sorted((k for k in trails if not k.over), key=lambda k: (k.hope, k.space.about.code, k.best.fitted.side))
    first: dict[str, Trail] = {}
    for k in ranked if many >= BY_KIND else ():
        first.setdefault(k.space.about.kind, k)
    chosen = list(first.values())[:many]
    return [*chosen, *[k for k in ranked if k not in chosen][: many - len(chosen)]]


def best(found: list[Planned]) -> tuple[Planned, ...]:
    """The best of each kind, the closest first; then more where kinds are few; of each arrangement one."""
    of_each: dict[str, Planned] = {}
    for k in sorted(found, key=lambda k: k.rank):
        of_each.setdefault(k.fitted.arrangement.code, k)
    ranked = sorted(of_each.values(), key=lambda k: (k.rank, k.fitted.arrangement.code))
    first: dict[str, Planned] = {}
    for k in ranked:
        first.setdefault(k.fitted.arrangement.kind, k)
    chosen = list(first.values())[:MOST]
    chosen += [k for k in ranked if k not in chosen][: MOST - len(chosen)]
    return tuple(sorted(chosen, key=lambda k: (k.rank, k.fitted.arrangement.code)))


def nothing_does(cannot: Collection[Fitted]) -> tuple[Act, ...]:
    """Why nothing does, the commonest reason first."""
    counted: dict[str, tuple[int, Act]] = {}
    for k in cannot:
        for act in k.refused:
            number, _ = counted.get(act.code, (0, act))
            counted[act.code] = (number + 1, act)
    return tuple(act for _, act in sorted(counted.values(), key=lambda k: -k[0]))
