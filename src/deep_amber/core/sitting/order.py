"""The order of looks that costs the least: exact for up to twelve.

Source: M. Held, R. Karp, A dynamic programming approach to sequencing problems, SIAM J. 10 (1962): the cheapest way through a
set of looks that ends at one of them is the cheapest way through the others, and the change to it.
"""

import math
from collections.abc import Collection
from dataclasses import dataclass

import numpy as np

from ..model.set import Set
from ..problem import NotAccepted, Problem
from .changes import minutes_between

MOST = 12  # looks


@dataclass(frozen=True)
class Ordered:
    order: tuple[int, ...]
    """Indices of the looks."""
    minutes: float
    """All changes between them."""
    as_given: float
    """In the order that they were given."""


def costs_of(looks: tuple[Set, ...]) -> np.ndarray:
    """(n, n) minutes from each look to each other."""
    return np.array([[minutes_between(a, b) if a is not b else 0.0 for b in looks] for a in looks])


def best_order(
    costs: np.ndarray, first: Collection[int] = (), last: Collection[int] = (), before: Collection[tuple[int, int]] = ()
) -> Ordered:
    """The cheapest order.

    Parameters
    ----------
    costs : (n, n) minutes from row to column, n up to MOST
    first, last : looks that come before, and after, all others: children early, the white paper before it is walked on
    before : pairs of which the first look comes before the second

    Raises NotAccepted for too many looks, and for conditions that cannot be met together.
    """
    n = len(costs)
    if n > MOST:
        raise NotAccepted([Problem("looks", f"{n} looks are too many", f"at most {MOST}")])
    best, came = _walked(costs, _needed(n, set(first), set(last), set(before)))
    whole = (1 << n) - 1
    if n == 0 or not math.isfinite(best[whole].min()):
        said = "no order meets all conditions" if n else "there is no look"
        raise NotAccepted([Problem("looks", said, "conditions that do not contradict each other")])
    order, done, at = [], whole, int(best[whole].argmin())
    while at >= 0:
        order.append(at)
        done, at = done ^ 1 << at, int(came[done, at])
    given = float(sum(costs[k, k + 1] for k in range(n - 1)))
    return Ordered(tuple(reversed(order)), float(best[whole].min()), given)


def _walked(costs: np.ndarray, needed: list[int]) -> tuple[np.ndarray, np.ndarray]:
    """For each set of looks done, as bits, and each that was last: the least minutes, and the one before it (-1 for none)."""
    n = len(costs)
    best = np.full((1 << n, max(n, 1)), math.inf)
    came = np.full((1 << n, max(n, 1)), -1)
    for k in range(n):
        best[1 << k, k] = 0.0 if not needed[k] else math.inf
    for done in range(1, 1 << n):
        for then in range(n):
            if done >> then & 1 or needed[then] & ~done:
                continue
            through = best[done, :n] + costs[:, then]
            k = int(through.argmin())
            if through[k] < best[done | 1 << then, then]:
                best[done | 1 << then, then], came[done | 1 << then, then] = through[k], k
    return best, came


def _needed(n: int, first: set[int], last: set[int], before: set[tuple[int, int]]) -> list[int]:
    """For each look, as bits, those that must have been before it."""
    middle = set(range(n)) - first - last
    made = [0] * n
    for k in range(n):
        needs = {a for a, b in before if b == k}
        if k in last:
            needs |= (first | middle) - {k}
        elif k not in first:
            needs |= first - {k}
        made[k] = sum(1 << a for a in needs)
    return made
