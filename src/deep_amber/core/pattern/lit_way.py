"""The lit way down the cheek: from the brightest place under the eye to the level of the mouth, on the shadow side.

Loop leaves such a way lit, Rembrandt closes it. The way is the one whose darkest place is brightest, so no threshold
decides what is shadow, and it holds for soft light (of 2,304 directions on six faces, docs/patterns.md).
"""

import numba as nb
import numpy as np


@nb.njit(nogil=True, inline="always")
def _brightest(level, where):
    """The brightest of some points, and its light; -1 for none."""
    start, light = -1, -1.0
    for i in range(len(level)):
        if where[i] and level[i] > light:
            light, start = level[i], i
    return start, light


@nb.njit(nogil=True, inline="always")
def _take(open_points, count, best):
    """Takes the open point that the best way so far leads to, from the first `count`."""
    at = 0
    for j in range(1, count):
        if best[open_points[j]] > best[open_points[at]]:
            at = j
    here = open_points[at]
    open_points[at] = open_points[count - 1]
    return here


@nb.njit(nogil=True, cache=True)
def _gate(level, neighbours, start, way, goal, best, done, open_points):
    """Light at the darkest place of the best way from a point to the goal; 0 where no way leads there."""
    best[:], done[:] = -1.0, False
    best[start], open_points[0], count = level[start], start, 1
    while count > 0:
        here = _take(open_points, count, best)
        count -= 1
        if goal[here]:
            return best[here]
        done[here] = True
        for there in neighbours[here]:
            if there < 0 or done[there] or not way[there]:
                continue
            value = min(best[here], level[there])
            if value > best[there]:
                if best[there] < 0:
                    open_points[count] = there
                    count += 1
                best[there] = value
    return 0.0


@nb.njit(nogil=True, cache=True)
def bottlenecks(level, neighbours, start_in, way_in, goal_in, out):
    """Light at the start and at the darkest place of the best way, for each light.

    level : (k, n) smoothed light on the points; neighbours : (n, 8) index or -1
    start_in, way_in, goal_in : (k, n) bool, where the way starts, may go, and ends
    out : (k, 3), written: light at the start, light at the darkest place of the way (0 where there is none), and the
    point where it starts
    """
    n = level.shape[1]
    best, done, open_points = np.empty(n), np.empty(n, np.bool_), np.empty(n, np.int32)
    for k in range(level.shape[0]):
        start, light = _brightest(level[k], start_in[k])
        out[k, 0], out[k, 1], out[k, 2] = max(light, 0.0), 0.0, start
        if start >= 0:
            out[k, 1] = _gate(level[k], neighbours, start, way_in[k], goal_in[k], best, done, open_points)
