"""Two moves together, where one is not enough: those that do a part of what is wished and break nothing."""

from collections.abc import Callable, Iterator

from ..answer import Act
from .path import Asked, Path
from .solve import Candidate, Ground, Result, solve

PART = 0.15  # of what is to go, that a move must do to be joined with another
TOGETHER = 0.7  # of what is to go, that two moves must do one by one to be tried together: the second does more then
MOST_PAIRS = 10
PathsOf = Callable[[Asked, Candidate], Iterator[Path]]


def _done(result: Result, missed: float) -> float:
    """The share of what is to go that a move does alone."""
    return 1 - result.part.missed / missed if result.part is not None else 0.0


def _name(act: Act) -> tuple[object, ...]:
    return act.code, *sorted(act.named.items())


def pairs(asked: Asked, ground: Ground, results: list[Result], missed: float, paths_of: PathsOf) -> Iterator[Candidate]:
    """Sets that grant the wish by two moves of different kinds, the least effort first.

    Parameters
    ----------
    results : of every path alone; missed : stops that the set misses the wish by now
    paths_of : the paths of a set with one move done
    """
    parts = [(r, _done(r, missed)) for r in results]
    parts = [(r, share) for r, share in parts if share >= PART]
    joined = [
        (a.path.effort + b.path.effort, n, m)
        for n, (a, x) in enumerate(parts)
        for m, (b, y) in enumerate(parts)
        if n != m and a.path.kind != b.path.kind and x + y >= TOGETHER and x >= y
    ]
    for _, n, m in sorted(joined)[:MOST_PAIRS]:
        first, second = parts[n][0].part, parts[m][0]
        assert first is not None
        sought = {_name(act) for act in second.path.acts(second.path.samples[0])}
        for path in paths_of(asked, first):
            if path.kind == second.path.kind and {_name(a) for a in path.acts(path.samples[0])} == sought:
                found = solve(ground, path).best
                if found is not None:
                    effort = first.effort + found.effort
                    acts = (*first.acts, *found.acts)
                    yield Candidate(found.photo_set, acts, path.kind, effort, found.tones, found.missed, found.breaks)
