"""The light of one emitter at many places on the face points, by the occlusion table."""

import numba as nb
import numpy as np

from ..simulation.key import AROUND
from ..transport.emitter import AREA, ROUND, Emitter
from ..transport.weights import BLOCK, FLAT, sampled_fronts, weigh
from ..transport.workers import in_chunks
from .octahedron import cell_place

SQUARE_GRID, ROUND_GRID = (3, 3), (2, 6)
"""Samples of a front: fewer than a set's own reading, which changes probabilities by at most .05 (docs/patterns.md)."""


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _add(points, normals, clear, emitter, columns, rows, out):
    """Adds the mean weight over the samples of one emitter, in the head's frame, to out (n,)."""
    at, fronts, made = (
        np.empty((6, BLOCK), np.float32),
        np.empty((3, BLOCK), np.float32),
        np.empty((5, BLOCK), np.float32),
    )
    u, v = np.empty(BLOCK, np.float32), np.empty(BLOCK, np.float32)
    share = np.float32(emitter.row[AREA] / (columns * rows))
    for first in range(0, len(points), BLOCK):
        n = min(BLOCK, len(points) - first)
        for j in range(n):
            for k in range(3):
                at[k, j], at[3 + k, j] = points[first + j, k], normals[first + j, k]
        for s in range(columns * rows):
            u[:] = (s % columns + np.float32(0.5)) * np.float32(2 / columns) - np.float32(1)
            v[:] = (s // columns + np.float32(0.5)) * np.float32(2 / rows) - np.float32(1)
            sampled_fronts(emitter, u, v, n, fronts)
            weigh(emitter, FLAT, at, fronts, n, made)
            for j in range(n):
                if made[0, j] <= 0:
                    continue
                r, c = cell_place(made[1, j], made[2, j], made[3, j])
                i, k = int(r), int(c)
                f, g = r - i, c - k
                seen = (clear[first + j, i, k] * (1 - g) + clear[first + j, i, k + 1] * g) * (1 - f) + (
                    clear[first + j, i + 1, k] * (1 - g) + clear[first + j, i + 1, k + 1] * g
                ) * f
                out[first + j] += made[0, j] * share * np.float32(seen)


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _free(emitter, places, columns, rows):
    """Most light on receptors at some places that face the emitter's middle, nothing in the way."""
    at, fronts, made = (
        np.empty((6, BLOCK), np.float32),
        np.empty((3, BLOCK), np.float32),
        np.empty((5, BLOCK), np.float32),
    )
    u, v, total = np.empty(BLOCK, np.float32), np.empty(BLOCK, np.float32), np.zeros(BLOCK, np.float32)
    n = len(places)
    for j in range(n):
        away = 0.0
        for k in range(3):
            at[k, j] = places[j, k]
            at[3 + k, j] = emitter.row[k] - places[j, k]
            away += at[3 + k, j] ** 2
        for k in range(3):
            at[3 + k, j] /= np.sqrt(away)
    for s in range(columns * rows):
        u[:] = (s % columns + np.float32(0.5)) * np.float32(2 / columns) - np.float32(1)
        v[:] = (s // columns + np.float32(0.5)) * np.float32(2 / rows) - np.float32(1)
        sampled_fronts(emitter, u, v, n, fronts)
        weigh(emitter, FLAT, at, fronts, n, made)
        for j in range(n):
            total[j] += made[0, j]
    return total[:n].max() * emitter.row[AREA] / (columns * rows)


def levels(
    points: np.ndarray, normals: np.ndarray, clear: np.ndarray, emitters: list[Emitter], centre: np.ndarray
) -> np.ndarray:
    """Light on face points for each of many places of a light, over that on an unblocked facing receptor.

    Parameters
    ----------
    points, normals : (n, 3) float32 of the face at rest
    clear : the occlusion table
    emitters : one a place, in the head's frame
    centre : (3,) middle of the face

    Returns
    -------
    (k, n) float32; zeros where the emitter does not shine on the face
    """
    out = np.zeros((len(emitters), len(points)), np.float32)
    places = (centre + AROUND).astype(np.float32)

    def work(a: int, b: int) -> None:
        for k in range(a, b):
            columns, rows = ROUND_GRID if emitters[k].row[ROUND] else SQUARE_GRID
            _add(points, normals, clear, emitters[k], columns, rows, out[k])
            free = _free(emitters[k], places, columns, rows)
            if free > 0:
                out[k] /= free

    in_chunks(work, len(emitters), 8)
    return out
