"""What places of an emitter give to receptors, a block of receptors at a time.

In single precision and without branches, so that the compiler makes vectors of it: seven times as fast as one
receptor after the other (docs/benchmarks.md); the difference to double precision is under 1e-4 (tests), under a thousandth of a stop.
"""

import math

import numba as nb
import numpy as np

from .emitter import (
    EXPONENT,
    GATE_CENTRE,
    GATE_NORMAL,
    GATE_X,
    GATE_Y,
    HALF_X,
    HALF_Y,
    HAS_BEAM,
    HAS_GATE,
    HAS_PATTERN,
    HOT,
    LOBE,
    NORMAL,
    ROUND,
    SHARE,
    VIRTUAL,
    beam_at,
    front_place,
    pattern_at,
)
from .quads import ROW as QUAD_ROW

FLAT, DOME = 0, 1
BLOCK = 256  # receptors; small enough to stay in the nearest cache
_0, _1, _HALF, _TINY = np.float32(0), np.float32(1), np.float32(0.5), np.float32(1e-12)
REACH = np.float32(0.9995)  # share of the way to an emitter that must be free


@nb.njit(nogil=True, inline="always", error_model="numpy")
def _three(row, at):
    return np.float32(row[at]), np.float32(row[at + 1]), np.float32(row[at + 2])


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def weigh(emitter, receptor, points, fronts, n, out):
    """Weight of one place of the front for each receptor, and the vector to it.

    points : (6, BLOCK) place [m] and axis of the first n receptors
    fronts : (3, BLOCK) x, y, -1..1 along the front's half edges, and pattern of the place
    out : (5, BLOCK), written: weight, vector to the place [m], cosine at the front
    Flat: cos at the receptor; dome: (1 + cos) / 2 (light-model). Both times pattern, beam and 1 / r2.
    """
    row = emitter.row
    cx, cy, cz = _three(row, 0)
    ax, ay, az = _three(row, HALF_X)
    bx, by, bz = _three(row, HALF_Y)
    mx, my, mz = _three(row, NORMAL)
    slope = _HALF if receptor == DOME else _1
    for j in range(n):
        x, y = fronts[0, j], fronts[1, j]
        dx = cx + x * ax + y * bx - points[0, j]
        dy = cy + x * ay + y * by - points[1, j]
        dz = cz + x * az + y * bz - points[2, j]
        inverse = _1 / np.sqrt(dx * dx + dy * dy + dz * dz + _TINY)
        here = (dx * points[3, j] + dy * points[4, j] + dz * points[5, j]) * inverse
        here = max(slope * here + (_1 - slope), _0)
        out[0, j] = fronts[2, j] * here * inverse * inverse
        out[1, j], out[2, j], out[3, j] = dx, dy, dz
        out[4, j] = -(dx * mx + dy * my + dz * mz) * inverse
    if row[HAS_BEAM] > 0:
        _times_beam(emitter, n, out)
    else:
        _times_lobe(row[LOBE], n, out)
    if row[SHARE] > 0:
        _times_share(row, points, n, out)
    if row[HAS_GATE] > 0:
        _through_gate(row, points, n, out)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _times_lobe(lobe, n, out):
    if lobe == 0:
        for j in range(n):
            out[0, j] *= max(out[4, j], _0)
    elif lobe == 1:
        for j in range(n):
            cos = max(out[4, j], _0)
            out[0, j] *= cos * cos
    else:
        power = np.float32(lobe + 1)
        for j in range(n):
            out[0, j] *= max(out[4, j], _0) ** power


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _times_beam(emitter, n, out):
    beam = emitter.beam
    if beam.shape[0] > 1:
        for j in range(n):
            if out[0, j] > 0:
                inverse = 1 / math.sqrt(out[1, j] ** 2 + out[2, j] ** 2 + out[3, j] ** 2 + 1e-12)
                dx, dy, dz = out[1, j] * inverse, out[2, j] * inverse, out[3, j] * inverse
                out[0, j] *= beam_at(emitter.row, beam, out[4, j], dx, dy, dz)
        return
    last = beam.shape[1] - 1
    for j in range(n):
        at = np.sqrt(max(_HALF - _HALF * out[4, j], _0)) * np.float32(last)
        i = min(np.int32(at), np.int32(last - 1))
        f = at - np.float32(i)
        out[0, j] *= beam[0, i] * (_1 - f) + beam[0, i + 1] * f


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _times_share(row, points, n, out):
    """The part of the light that keeps its direction, as a lobe about the way from the virtual source."""
    vx, vy, vz = _three(row, VIRTUAL)
    share, exponent = np.float32(row[SHARE]), np.float32(row[EXPONENT])
    peak = _HALF * (exponent + np.float32(2)) * share
    for j in range(n):
        dx, dy, dz = out[1, j], out[2, j], out[3, j]
        wx, wy, wz = points[0, j] + dx - vx, points[1, j] + dy - vy, points[2, j] + dz - vz
        cos = -(wx * dx + wy * dy + wz * dz) / np.sqrt(
            (wx * wx + wy * wy + wz * wz) * (dx * dx + dy * dy + dz * dz) + _TINY
        )
        lobe = cos**exponent if cos > _0 and out[0, j] > _0 else _0
        out[0, j] *= _1 - share + peak * lobe


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _through_gate(row, points, n, out):
    """Nothing of the light whose way misses the gate."""
    gx, gy, gz = _three(row, GATE_CENTRE)
    xx, xy, xz = _three(row, GATE_X)
    yx, yy, yz = _three(row, GATE_Y)
    mx, my, mz = _three(row, GATE_NORMAL)
    wide, high = xx * xx + xy * xy + xz * xz, yx * yx + yy * yy + yz * yz
    for j in range(n):
        dx, dy, dz = out[1, j], out[2, j], out[3, j]
        along = dx * mx + dy * my + dz * mz
        along = along if abs(along) > _TINY else _TINY
        ax, ay, az = gx - points[0, j], gy - points[1, j], gz - points[2, j]
        t = (ax * mx + ay * my + az * mz) / along
        px, py, pz = t * dx - ax, t * dy - ay, t * dz - az
        inside = (abs(px * xx + py * xy + pz * xz) <= wide) & (abs(px * yx + py * yy + pz * yz) <= high)
        out[0, j] = out[0, j] if inside & (t > _0) & (t < _1) else _0


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def sampled_fronts(emitter, u, v, n, fronts):
    """Places of the front and their pattern for sample coordinates u, v (n,), -1..1 each and even over its area."""
    row = emitter.row
    if row[ROUND] == 0:
        for j in range(n):
            fronts[0, j], fronts[1, j] = u[j], v[j]
    else:
        for j in range(n):
            x, y = front_place(row, u[j], v[j])
            fronts[0, j], fronts[1, j] = x, y
    if row[HOT] != 0 or row[HAS_PATTERN] > 0:
        for j in range(n):
            fronts[2, j] = pattern_at(row, emitter.pattern, fronts[0, j], fronts[1, j], u[j], v[j])
    else:
        fronts[2, :n] = 1


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def stop_at_quads(quads, points, n, out):
    """Takes the weight of the receptors whose way to the place meets a quad before it.

    quads : (k, 15) rows; points and out as for `weigh`
    """
    quad = np.empty(QUAD_ROW, np.float32)
    for q in range(quads.shape[0]):
        for k in range(QUAD_ROW):  # one by one: an array put into another takes three seconds more to compile
            quad[k] = quads[q, k]
        limit = _1 if quad[14] > 0 else np.float32(2)  # of u2 + v2; a rectangle ends at its edges
        a, b = _1 / quad[12], _1 / quad[13]
        for j in range(n):
            dx, dy, dz = out[1, j], out[2, j], out[3, j]
            ax, ay, az = quad[0] - points[0, j], quad[1] - points[1, j], quad[2] - points[2, j]
            along = dx * quad[9] + dy * quad[10] + dz * quad[11]
            along = along if abs(along) > _TINY else _TINY
            t = (ax * quad[9] + ay * quad[10] + az * quad[11]) / along
            px, py, pz = t * dx - ax, t * dy - ay, t * dz - az
            u = (px * quad[3] + py * quad[4] + pz * quad[5]) * a
            v = (px * quad[6] + py * quad[7] + pz * quad[8]) * b
            met = (t > _0) & (t < REACH) & (abs(u) <= _1) & (abs(v) <= _1) & (u * u + v * v <= limit)
            out[0, j] = _0 if met else out[0, j]
