"""From light on surfaces to the picture file's values."""

import math

import numba as nb
import numpy as np

from ..sitter.kinds import HAIR_KIND
from ..transport.quads import quad_hit
from ..transport.workers import in_chunks
from .seen import Seen


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _add(albedo, kinds, diffuse, shine, bounce, scale, out, start, stop):
    """out += scale * (albedo (diffuse + bounce) + pi tint shine), which is v of light-model a channel."""
    for i in range(start, stop):
        for c in range(3):
            a = albedo[i, c]
            tint = 0.6 + 1.2 * a if kinds[i] == HAIR_KIND else 1.0
            out[i, c] += scale[c] * (a * (diffuse[i] + bounce[i, c]) + math.pi * tint * shine[i])


def add_light(
    seen: Seen, diffuse: np.ndarray, shine: np.ndarray, bounce: np.ndarray, scale: np.ndarray, out: np.ndarray
) -> None:
    """Adds one light's part of the picture to `out`, in place.

    Parameters
    ----------
    diffuse : (n,) direct illuminance; shine : (n,) luminance; bounce : (n, 3) illuminance; all at radiance 1
    scale : (3,) radiance times exposure factor a channel; out : (n, 3) float32, 1 = white
    """
    in_chunks(lambda a, b: _add(seen.albedo, seen.kinds, diffuse, shine, bounce, scale, out, a, b), len(out), 32768)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _show(views, distance, lens, rows, values, out, start, stop):
    for i in range(start, stop):
        nearest = distance[i]
        for q in range(rows.shape[0]):
            dx, dy, dz = -views[i, 0], -views[i, 1], -views[i, 2]
            t, _, _ = quad_hit(rows, q, lens[0], lens[1], lens[2], dx, dy, dz)
            if 0 < t < nearest:
                nearest = t
                front = dx * rows[q, 9] + dy * rows[q, 10] + dz * rows[q, 11] < 0
                for c in range(3):
                    out[i, c] = values[q, c] if front else 0.0


def show_emitters(seen: Seen, lens: np.ndarray, rows: np.ndarray, values: np.ndarray, out: np.ndarray) -> None:
    """Draws the lights themselves where they stand in the picture, in place: bright in front, black behind.

    Parameters
    ----------
    lens : (3,) [m]; rows : (lights, 14) quads; values : (lights, 3) of their fronts, 1 = white; out : (n, 3)
    """
    in_chunks(lambda a, b: _show(seen.views, seen.distance, lens, rows, values, out, a, b), len(out), 65536)


def encode_table() -> np.ndarray:
    """(4096,) uint8: sRGB code values (IEC 61966-2-1) over the linear range 0..1, by square-rooted index."""
    linear = (np.arange(4096) / 4095) ** 2
    code = np.where(linear <= 0.0031308, 12.92 * linear, 1.055 * linear ** (1 / 2.4) - 0.055)
    return np.round(code * 255).astype(np.uint8)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _encode(linear, table, out, start, stop):
    for i in range(start, stop):
        for c in range(3):
            v = min(max(linear[i, c], 0.0), 1.0)
            out[i, c] = table[int(np.sqrt(v) * 4095 + 0.5)]


def to_srgb(linear: np.ndarray) -> np.ndarray:
    """(n, 3) linear values, white = 1 where they clip, to sRGB code values uint8."""
    out, table = np.empty(linear.shape, np.uint8), encode_table()
    in_chunks(lambda a, b: _encode(linear, table, out, a, b), len(out), 65536)
    return out
