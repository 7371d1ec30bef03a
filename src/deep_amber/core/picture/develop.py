"""From light on surfaces to the picture file's values."""

import math

import numba as nb
import numpy as np

from ..geometry.quads import Quad
from ..sitter.kinds import HAIR_KIND
from ..srgb import encoded
from ..transport.emitter import Emitter, luminance_toward, quad_emitter
from ..transport.quads import quad_hit
from ..transport.workers import in_chunks
from .seen import Seen

_0, _1, _HALF, _PI = np.float32(0), np.float32(1), np.float32(0.5), np.float32(math.pi)
_LEAST_TINT, _TINT = np.float32(0.6), np.float32(1.2)  # of the shine on hair by the hair's colour
UNIT = Quad((0.0, 0.0, 0.0), (1.0, 0.0, 0.0), (0.0, 1.0, 0.0))


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _add(albedo, kinds, diffuse, shine, scale, out, start, stop):
    """out += scale * (albedo diffuse + pi tint shine), which is v of light-model a channel."""
    for i in range(start, stop):
        d, s, tinted = diffuse[i], _PI * shine[i], kinds[i] == HAIR_KIND
        for c in range(3):
            a = albedo[i, c]
            tint = _LEAST_TINT + _TINT * a if tinted else _1
            out[i, c] += scale[c] * (a * d + tint * s)


def add_light(seen: Seen, diffuse: np.ndarray, shine: np.ndarray, scale: np.ndarray, out: np.ndarray) -> None:
    """Adds one emitter's part of the picture to `out`, in place.

    Parameters
    ----------
    diffuse : (n,) direct illuminance; shine : (n,) luminance; both at radiance 1
    scale : (3,) radiance times exposure factor a channel; out : (n, 3) float32, 1 = white
    """
    exact = scale.astype(np.float32)
    in_chunks(lambda a, b: _add(seen.albedo, seen.kinds, diffuse, shine, exact, out, a, b), len(out), 16384)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _add_bounce(albedo, bounce, out, start, stop):
    for i in range(start, stop):
        for c in range(3):
            out[i, c] += albedo[i, c] * bounce[i, c]


def add_bounce(seen: Seen, bounce: np.ndarray, out: np.ndarray) -> None:
    """Adds bounced light to the picture, in place: (n, 3) as values of a white surface."""
    in_chunks(lambda a, b: _add_bounce(seen.albedo, bounce, out, a, b), len(out), 16384)


@nb.njit(inline="always", error_model="numpy")
def _table_at(values, x, y, c):
    """A channel of a table of cells at a place -1..1 each, linearly between the cells' middles."""
    rows, columns = values.shape[0], values.shape[1]
    a = min(max((x + 1) * 0.5 * columns - 0.5, 0.0), columns - 1.0)
    b = min(max((y + 1) * 0.5 * rows - 0.5, 0.0), rows - 1.0)
    i, j = min(int(a), max(columns - 2, 0)), min(int(b), max(rows - 2, 0))
    p, q, k, m = a - i, b - j, min(i + 1, columns - 1), min(j + 1, rows - 1)
    upper = values[j, i, c] * (1 - p) + values[j, k, c] * p
    return upper * (1 - q) + (values[m, i, c] * (1 - p) + values[m, k, c] * p) * q


@nb.njit(error_model="numpy", cache=True)
def table_values(values, x, y):
    """(n, 3) of a table of cells (rows, columns, 3) at places x, y -1..1 each, linearly between the cells' middles."""
    out = np.empty((len(x), 3))
    for i in range(len(x)):
        for c in range(3):
            out[i, c] = _table_at(values, x[i], y[i], c)
    return out


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _show(views, nearest, lens, quad, emitter, values, glows, out, start, stop):
    for i in range(start, stop):
        dx, dy, dz = -views[i, 0], -views[i, 1], -views[i, 2]
        t, x, y = quad_hit(quad, 0, lens[0], lens[1], lens[2], dx, dy, dz)
        if 0 < t < nearest[i]:
            nearest[i] = t
            share = luminance_toward(emitter, x, y, dx, dy, dz) if glows else 1.0
            for c in range(3):
                out[i, c] = share * values[0, 0, c] if glows else _table_at(values, x, y, c)


def show_sheet(
    seen: Seen,
    nearest: np.ndarray,
    lens: np.ndarray,
    quad: np.ndarray,
    out: np.ndarray,
    values: np.ndarray,
    part: tuple[int, int],
    emitter: Emitter | None = None,
) -> None:
    """Draws a panel or a light itself where it stands in the picture, in place.

    Parameters
    ----------
    nearest : (n,) distance of what is drawn already [m], kept up; lens : (3,) [m]; quad : (1, 15) row
    values : (rows, columns, 3) of the sheet's cells toward the lens, 1 = white; out : (n, 3)
    part : first place and the one after the last that the sheet may cover
    emitter : a light's, whose pattern and beam are drawn at its one value along its axis
    """
    glows = emitter is not None
    table = emitter if emitter is not None else quad_emitter(UNIT)
    cells = np.ascontiguousarray(values, np.float32)
    first, last = part
    in_chunks(
        lambda a, b: _show(seen.views, nearest, lens, quad, table, cells, glows, out, first + a, first + b),
        last - first,
        65536,
    )


def encode_table() -> np.ndarray:
    """(4096,) uint8: sRGB code values (IEC 61966-2-1) over the linear range 0..1, by square-rooted index."""
    linear = (np.arange(4096) / 4095) ** 2
    code = encoded(linear)
    return np.round(code * 255).astype(np.uint8)


# What is no number is shown black: an index made of it would reach outside the table.
@nb.njit(nogil=True, fastmath={"nsz", "arcp", "contract", "afn", "reassoc"}, error_model="numpy", cache=True)
def _encode(linear, table, out, start, stop):
    most = np.float32(len(table) - 1)
    for i in range(start, stop):
        for c in range(3):
            v = linear[i, c]
            v = min(v, _1) if v > _0 else _0
            out[i, c] = table[int(np.sqrt(v) * most + _HALF)]


def to_srgb(linear: np.ndarray) -> np.ndarray:
    """(n, 3) linear values, white = 1 where they clip, to sRGB code values uint8."""
    out, table = np.empty(linear.shape, np.uint8), encode_table()
    in_chunks(lambda a, b: _encode(linear, table, out, a, b), len(out), 65536)
    return out
