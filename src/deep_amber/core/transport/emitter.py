"""An emitting surface as arrays a kernel can read, and what one place of it gives to a receptor.

An emitter has radiance 1 times its pattern p(x) times its beam f. p is 2^(-hot rho^2), rho being 1 at the middle
of an edge, or a table at Gauss-Legendre nodes. f is a cosine lobe, a table of relative intensity, or for reflected
and transmitted light a share about the direction away from a virtual source.
"""

import math
from typing import Any, NamedTuple

import numba as nb
import numpy as np

from ..geometry.quads import Quad
from .sampling import WEIGHTS

# Places in the row. Vectors take three.
CENTRE, HALF_X, HALF_Y, NORMAL, AREA, LOBE, WIDTH, HEIGHT = 0, 3, 6, 9, 12, 13, 14, 15
ROUND, HOLE, HOT, HAS_BEAM, HAS_PATTERN, HAS_GATE, GATE_CENTRE, GATE_X, GATE_Y, GATE_NORMAL = (
    16, 17, 18, 19, 20, 21, 22, 25, 28, 31)  # fmt: skip
VIRTUAL, SHARE, EXPONENT, FINER = 34, 37, 38, 39
ROW = 40


class Emitter(NamedTuple):
    row: np.ndarray  # (40,) float64
    beam: np.ndarray  # (turns, steps) float32 relative intensity over sin(angle / 2), one row the same all round
    pattern: np.ndarray  # (rows, columns) float32 at Gauss-Legendre nodes


NO_TABLE = np.ones((1, 1), np.float32)


def quad_emitter(
    quad: Quad, lobe: float = 0.0, *, round_front: bool = False, hole: float = 0.0, hot: float = 0.0,
    beam: np.ndarray | None = None, pattern: np.ndarray | None = None, gate: Quad | None = None,
    virtual: np.ndarray | None = None, share: float = 0.0, exponent: float = 0.0, finer: float = 1.0,
) -> Emitter:  # fmt: skip
    """A rectangle or an ellipse as an emitter of radiance 1.

    Parameters
    ----------
    quad : its front
    lobe : exponent m of a lobe cos^m over Lambert
    round_front, hole : an ellipse in place of the rectangle, and the share of it that is cut out in the middle
    hot : stops from the centre down to the middle of an edge; negative for a weak centre
    beam : (turns, steps) relative intensity over sin(angle / 2); it replaces lobe and the cosine of the front
    pattern : (rows, columns) at Gauss-Legendre nodes
    gate : light passes only through this rectangle
    virtual, share, exponent : part of the light that spreads as cos^exponent about the way from the virtual source
    finer : factor on the size of cells that narrow beams ask for
    """
    row = np.zeros(ROW)
    row[:12] = np.r_[quad.centre, quad.half_x, quad.half_y, quad.normal]
    width, height = 2 * np.linalg.norm(quad.half_x), 2 * np.linalg.norm(quad.half_y)
    row[AREA] = quad.area * (math.pi / 4 * (1 - hole) if round_front else 1.0)
    row[LOBE], row[WIDTH], row[HEIGHT], row[ROUND], row[HOLE], row[HOT] = lobe, width, height, round_front, hole, hot
    row[HAS_BEAM], row[HAS_PATTERN], row[HAS_GATE] = beam is not None, pattern is not None, gate is not None
    row[FINER] = finer
    if gate:
        row[GATE_CENTRE : GATE_NORMAL + 3] = np.r_[gate.centre, gate.half_x, gate.half_y, gate.normal]
    if virtual is not None:
        row[VIRTUAL : VIRTUAL + 3], row[SHARE], row[EXPONENT] = virtual, share, exponent
    tables = (NO_TABLE if t is None else np.ascontiguousarray(t, np.float32) for t in (beam, pattern))
    return Emitter(row, *tables)


def emitter_key(emitter: Emitter) -> tuple[Any, ...]:
    """What tells emitters apart, hashable."""
    return tuple(a.tobytes() for a in emitter)


@nb.njit(inline="always", error_model="numpy")
def front_place(row, a, b):
    """Place on the front, -1..1 each along its half edges, for sample coordinates -1..1; even over its area."""
    if row[ROUND] == 0:
        return a, b
    r = math.sqrt(row[HOLE] + (1 - row[HOLE]) * (a + 1) * 0.5)
    return r * math.cos(math.pi * b), r * math.sin(math.pi * b)


@nb.njit(inline="always", error_model="numpy")
def _node(count, a):
    """Index of the Gauss-Legendre node whose share of -1..1 holds a."""
    at, k = -1.0, 0
    while k < count - 1:
        at += 2 * WEIGHTS[count, k]
        if a < at:
            break
        k += 1
    return k


@nb.njit(inline="always", error_model="numpy")
def pattern_at(row, pattern, x, y, a, b):
    """Relative luminance at a place of the front; a, b are its sample coordinates."""
    p = 1.0
    if row[HOT] != 0:
        p = math.exp(-0.6931471805599453 * row[HOT] * (x * x + y * y))
    if row[HAS_PATTERN] > 0:
        p *= pattern[_node(pattern.shape[0], b), _node(pattern.shape[1], a)]
    return p


@nb.njit(inline="always", error_model="numpy")
def beam_at(row, beam, cos, dx, dy, dz):
    """Relative intensity in the direction -d, whose cosine to the axis is cos."""
    steps = beam.shape[1]
    at = math.sqrt(max(0.5 - 0.5 * cos, 0.0)) * (steps - 1)
    i = min(int(at), steps - 2)
    f = at - i
    if beam.shape[0] == 1:
        return beam[0, i] * (1 - f) + beam[0, i + 1] * f
    x = -(dx * row[3] + dy * row[4] + dz * row[5]) / row[WIDTH]
    y = -(dx * row[6] + dy * row[7] + dz * row[8]) / row[HEIGHT]
    turns = beam.shape[0]
    turn = math.atan2(y, x) / (2 * math.pi) * turns
    turn += turns if turn < 0 else 0
    j = int(turn)
    g = turn - j
    j, k = j % turns, (j + 1) % turns
    return (beam[j, i] * (1 - f) + beam[j, i + 1] * f) * (1 - g) + (beam[k, i] * (1 - f) + beam[k, i + 1] * f) * g


@nb.njit(error_model="numpy", cache=True)
def front_places(emitter, samples):
    """(n, 3) x, y and pattern of sample coordinates (n, 2)."""
    out = np.empty((len(samples), 3))
    for k in range(len(samples)):
        x, y = front_place(emitter.row, samples[k, 0], samples[k, 1])
        out[k, 0], out[k, 1] = x, y
        out[k, 2] = pattern_at(emitter.row, emitter.pattern, x, y, samples[k, 0], samples[k, 1])
    return out


@nb.njit(error_model="numpy", cache=True)
def front_tables(row, nodes):
    """The front's places and hot centre at Gauss-Legendre nodes, apart for the two sample coordinates.

    across : (counts, nodes, 2) x, or the radius of a round front, and its part of the pattern
    along : (counts, nodes, 3) y, or cosine and sine of the turn, and its part of the pattern
    """
    across, along = np.zeros((*nodes.shape, 2)), np.zeros((*nodes.shape, 3))
    fall = -0.6931471805599453 * row[HOT]
    for n in range(1, nodes.shape[0]):
        for k in range(n):
            a = nodes[n, k]
            if row[ROUND] > 0:
                square = row[HOLE] + (1 - row[HOLE]) * (a + 1) * 0.5
                across[n, k, 0], across[n, k, 1] = math.sqrt(square), math.exp(fall * square)
                along[n, k, 0], along[n, k, 1], along[n, k, 2] = math.cos(math.pi * a), math.sin(math.pi * a), 1.0
            else:
                across[n, k, 0], across[n, k, 1] = a, math.exp(fall * a * a)
                along[n, k, 0], along[n, k, 2] = a, math.exp(fall * a * a)
    return across, along


@nb.njit(inline="always", error_model="numpy")
def _lobe_toward(row, x, y, dx, dy, dz):
    """What the part of the light that keeps its direction adds toward -d, over an even spreader; see weights.py."""
    wx = row[0] + x * row[3] + y * row[6] - row[VIRTUAL]
    wy = row[1] + x * row[4] + y * row[7] - row[VIRTUAL + 1]
    wz = row[2] + x * row[5] + y * row[8] - row[VIRTUAL + 2]
    cos = -(wx * dx + wy * dy + wz * dz) / math.sqrt(wx * wx + wy * wy + wz * wz + 1e-12)
    lobe = cos ** row[EXPONENT] if cos > 0 else 0.0
    return 1 - row[SHARE] + 0.5 * (row[EXPONENT] + 2) * row[SHARE] * lobe


@nb.njit(inline="always", error_model="numpy")
def luminance_toward(emitter, x, y, dx, dy, dz):
    """Luminance at a place of the front toward the end -d of a unit way d to it; x, y -1..1 along its half edges."""
    row = emitter.row
    if row[ROUND] > 0 and (x * x + y * y > 1 or x * x + y * y < row[HOLE]):
        return 0.0
    cos = -(dx * row[9] + dy * row[10] + dz * row[11])
    value = 1.0
    if row[HAS_BEAM] > 0:
        value = beam_at(row, emitter.beam, cos, dx, dy, dz) / max(abs(cos), 0.05)
    elif cos <= 0:
        return 0.0
    elif row[LOBE] > 0:
        value = cos ** row[LOBE]
    if row[SHARE] > 0:
        value *= _lobe_toward(row, x, y, dx, dy, dz)
    a, b = x, y
    if row[ROUND] > 0:
        a, b = 2 * (x * x + y * y - row[HOLE]) / (1 - row[HOLE]) - 1, math.atan2(y, x) / math.pi
    return value * pattern_at(row, emitter.pattern, x, y, a, b)
