"""Rectangles in the room as rows a kernel can read, and their intersection with a ray."""

from functools import lru_cache

import numba as nb
import numpy as np

from ..geometry.quads import KEPT, Quad
from ..geometry.vectors import fixed

# Row: centre 0-2, half_x 3-5, half_y 6-8, normal 9-11, |half_x|^2 12, |half_y|^2 13, round 14.
ROW = 15
FAR = np.float32(1e9)  # for "nothing there"
_1, _TINY, _NEAR = np.float32(1), np.float32(1e-12), np.float32(1e-5)


def quad_rows(quads: list[Quad]) -> np.ndarray:
    """(n, 15) float64 rows."""
    return np.array([_row(q) for q in quads], float).reshape(-1, ROW)


@lru_cache(maxsize=KEPT)
def _row(q: Quad) -> np.ndarray:
    xx, yy = np.dot(q.half_x, q.half_x), np.dot(q.half_y, q.half_y)
    return fixed(np.array([*q.centre, *q.half_x, *q.half_y, *q.normal, xx, yy, q.round]))


@nb.njit(inline="always", error_model="numpy")
def quad_hit(rows, k, ox, oy, oz, dx, dy, dz):
    """Distance along the ray to quad k and the place on it (-1..1 each); distance -1 for a miss."""
    along = dx * rows[k, 9] + dy * rows[k, 10] + dz * rows[k, 11]
    if abs(along) < 1e-12:
        return -1.0, 0.0, 0.0
    ax, ay, az = rows[k, 0] - ox, rows[k, 1] - oy, rows[k, 2] - oz
    t = (ax * rows[k, 9] + ay * rows[k, 10] + az * rows[k, 11]) / along
    if t <= 0:
        return -1.0, 0.0, 0.0
    px, py, pz = t * dx - ax, t * dy - ay, t * dz - az
    u = (px * rows[k, 3] + py * rows[k, 4] + pz * rows[k, 5]) / rows[k, 12]
    v = (px * rows[k, 6] + py * rows[k, 7] + pz * rows[k, 8]) / rows[k, 13]
    if abs(u) > 1 or abs(v) > 1 or (rows[k, 14] > 0 and u * u + v * v > 1):
        return -1.0, 0.0, 0.0
    return t, u, v


@nb.njit(inline="always", error_model="numpy")
def box_hit(room, ox, oy, oz, dx, dy, dz):
    """Distance to the inside of the room box (2, 3) and the face: 0 left, 1 right, 2 floor, 3 ceiling, 4 back, 5 front."""
    tx = ((room[1, 0] if dx > 0 else room[0, 0]) - ox) / dx if dx != 0 else 1e9
    ty = ((room[1, 1] if dy > 0 else room[0, 1]) - oy) / dy if dy != 0 else 1e9
    tz = ((room[1, 2] if dz > 0 else room[0, 2]) - oz) / dz if dz != 0 else 1e9
    if tx <= ty and tx <= tz:
        return tx, 1 if dx > 0 else 0
    if ty <= tz:
        return ty, 3 if dy > 0 else 2
    return tz, 5 if dz > 0 else 4


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def quad_hits(quad, origin, ways, out):
    """Where a bundle of rays from one origin meets a quad, in single precision and in vectors.

    quad : (15,) row; origin : (3,); ways : (3, n)
    out : (3, n), written: distance along the ray, or FAR for a miss, and the place on the quad, -1..1 each
    """
    row = quad.astype(np.float32)
    ax, ay, az = row[0] - origin[0], row[1] - origin[1], row[2] - origin[2]
    off = ax * row[9] + ay * row[10] + az * row[11]
    limit = _1 if row[14] > 0 else np.float32(2)  # of u2 + v2; a rectangle ends at its edges
    a, b = _1 / row[12], _1 / row[13]
    for s in range(ways.shape[1]):
        dx, dy, dz = ways[0, s], ways[1, s], ways[2, s]
        along = dx * row[9] + dy * row[10] + dz * row[11]
        t = off / (along if abs(along) > _TINY else _TINY)
        px, py, pz = t * dx - ax, t * dy - ay, t * dz - az
        u = (px * row[3] + py * row[4] + pz * row[5]) * a
        v = (px * row[6] + py * row[7] + pz * row[8]) * b
        met = (t > _NEAR) & (abs(u) <= _1) & (abs(v) <= _1) & (u * u + v * v <= limit)
        out[0, s] = t if met else FAR
        out[1, s], out[2, s] = u, v
