"""From a look to sets: every arrangement that may do is fitted and set to the look; the best of each kind, ranked."""

from collections.abc import Callable, Collection, Iterator
from dataclasses import dataclass, replace
from math import inf

from ..answer import Act
from ..brief.aims import EDGES, LIGHT_GROUND
from ..kit.owned import Kit
from ..model.look import Look as LookAt
from ..model.set import Set
from ..problem import NotAccepted, Problem
from ..sitter.mesh import SitterMesh
from .allocate import front_of
from .arrangements import ARRANGEMENTS
from .fitted import NO_LIMITS, Fitted, Side, fitted, for_pattern
from .limits import Limits, allowed, seated
from .measured import Look, Planned, planned
from .refine import MOST as MOST_ABOUT
from .refine import refined
from .rules import Arrangement

MOST = 5  # sets that are offered
NEARLY = 0.35  # stops of closeness within which the one with less effort is taken of a kind
ENOUGH = 0.34  # of closeness within which those that nearly suit are not looked at
TOLD = 6  # arrangements between two words of how far it is
ABOUT = (38, 28, 22, 16, 12, 10, 8)  # sets that are read about the closest, the next, and so on
AGAIN = 3  # sets that are searched about once more, where none is near
CLOSE = 0.75  # of closeness under which the closest is searched about more, to come within a third
CLOSER = 2  # times that it is
FAR, HALF = 2.5, 0.5  # of closeness behind the best, from which half as many are read
CHEAP = (2.6, 1.5, 1.1, 1.0)  # times as many are read about one light, two, three, and more
MORE = 2.0  # times as many, where few can be searched about
FITTED, SEARCHED = 0.4, 0.8  # of all the work, after which each arrangement was fitted once, and searched about once


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


@dataclass(frozen=True)
class Ground:
    """What a search stands on."""

    photo_set: Set
    """Whose room, sitter, camera, backdrop, windows and look are gone by."""
    mesh: SitterMesh
    kit: Kit
    known: Collection[str]
    """Names of the sitters that can be shown."""
    look: Look
    """Makes the stages that a set is read with, quickly."""
    limits: Limits = NO_LIMITS
    go_on: Callable[[], None] = lambda: None
    """Raises where nobody waits any more."""
    effort: float = 1.0
    """Of the usual number of sets, that are read about an arrangement."""

    def fit(self, arrangement: Arrangement, side: Side | None = None) -> Fitted:
        """An arrangement in this room."""
        self.go_on()
        return fitted(arrangement, self.photo_set, self.mesh, self.kit, self.known, side, self.limits)

    def read(self, arrangement: Arrangement, side: Side | None = None, bound: float = inf) -> Planned | None:
        """The same with its outputs set; None where it cannot be, or is farther from the look than a bound."""
        made = self.fit(arrangement, side)
        return None if made.photo_set is None else planned(made, self.look, bound)

    def about(self, first: Planned, most: int = MOST_ABOUT, round_: int = 0) -> Planned:
        """The best found about a set; other places by chance in another round."""
        arrangement, side = first.fitted.arrangement, first.fitted.side
        rules = [for_pattern(k, arrangement, self.photo_set) for k in arrangement.lights if k.role == "key"]
        key = next((k for k in first.photo_set.lights if k.role == "key" and k.source.kind != "window"), None)
        longest = front_of(key) if key is not None else 0.0
        return refined(
            first,
            rules[0] if rules else None,
            longest,
            lambda k, b: self.read(k, side, b),
            round(most * self.effort),
            round_,
        )


def suggest(ground: Ground) -> Iterator[Suggested]:
    """Better and better suggestions; the last is all that was found. The same input gives the same.

    First every arrangement that may do is fitted and read, then the best of each kind are searched about.
    Raises NotAccepted for a set without a look.
    """
    if ground.photo_set.look is None:
        raise NotAccepted([Problem("set.look", "the set has no brief yet", "a look: what the picture is for")])
    ground = replace(ground, photo_set=seated(ground.photo_set, ground.limits))
    wanted, others = in_order(ground.photo_set, ground.limits)
    found: list[Planned] = []
    cannot: list[Fitted] = []

    def tried(arrangement: Arrangement) -> None:
        made = ground.fit(arrangement)
        read = planned(made, ground.look) if made.photo_set is not None else None
        if read is None:
            cannot.append(made)
        else:
            found.append(read)

    for n, arrangement in enumerate(wanted, 1):
        tried(arrangement)
        yield Suggested(FITTED * n / len(wanted), best(found), tuple(cannot))
    if not found or min(k.closeness for k in found) > ENOUGH:
        for n, arrangement in enumerate(others, 1):
            tried(arrangement)
            if n % TOLD == 0:
                yield Suggested(FITTED, best(found), tuple(cannot))
    if other := _mirrored(ground, found):
        found += other
        yield Suggested(FITTED, best(found), tuple(cannot))
    for done in _search_about(ground, found):
        yield Suggested(done, best(found), tuple(cannot))
    yield Suggested(1.0, best(found), tuple(cannot))


def _mirrored(ground: Ground, found: list[Planned]) -> list[Planned]:
    """Where none is near and the look leaves the side open: those that are closer with the key on the other side.

    A wall or a window at one side alone may do it.
    """
    look = ground.photo_set.look
    if look is None or look.key_side != "open" or not found or min(k.closeness for k in found) <= ENOUGH:
        return []
    made = []
    for k in found:
        side: Side = "camera-right" if k.fitted.side == "camera-left" else "camera-left"
        made.append(ground.read(k.fitted.arrangement, side, k.closeness))
    return [k for k in made if k is not None]


def _search_about(ground: Ground, found: list[Planned]) -> Iterator[float]:
    """Puts in place of sets what is found about them, and says how far that is; once more about the closest where none is near."""
    chosen = searched(found)
    more = min(sum(ABOUT) / max(sum(ABOUT[: len(chosen)]), 1), MORE)
    for n, k in enumerate(chosen):
        many = ABOUT[n] * more * _cheap(k) * (1.0 if k.closeness <= chosen[0].closeness + FAR else HALF)
        found[found.index(k)] = ground.about(k, round(many))
        yield FITTED + (SEARCHED - FITTED) * (n + 1) / len(chosen)
    near = best(found)
    if near and near[0].closeness > ENOUGH:
        for n, k in enumerate(near[:AGAIN]):
            found[found.index(k)] = ground.about(k, round(ABOUT[n] * _cheap(k)), 1 + n)
            yield SEARCHED + (0.99 - SEARCHED) * (n + 1) / AGAIN
    for n in range(CLOSER):
        near = best(found)
        if near and ENOUGH < near[0].closeness < CLOSE:
            found[found.index(near[0])] = ground.about(near[0], MOST_ABOUT, AGAIN + 1 + n)
            yield 0.99


def _cheap(k: Planned) -> float:
    """Times as many sets that are read in the same time: light after light is computed."""
    return CHEAP[min(len(k.fitted.arrangement.lights), len(CHEAP)) - 1]


def searched(found: list[Planned]) -> list[Planned]:
    """Those that are searched about: the best of each kind, and the next closest of any."""
    chosen = list(best(found))
    others = sorted((k for k in found if k not in chosen), key=lambda k: (k.rank, k.fitted.arrangement.code))
    return sorted([*chosen, *others[: len(ABOUT) - len(chosen)]], key=lambda k: (k.rank, k.fitted.arrangement.code))


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
