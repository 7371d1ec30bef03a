"""Carries coarse bounced light to every pixel, along surfaces rather than across their edges."""

from dataclasses import dataclass

import numba as nb
import numpy as np

from ..transport.workers import in_chunks
from .lens_rays import Size
from .seen import Seen

NEAR = 0.012  # [m]: coarse points farther off the pixel's surface count less


@dataclass(frozen=True, eq=False)
class Spreading:
    rows: np.ndarray  # (n, 4) uint16 coarse places, uint32 where there are over 65,535
    weights: np.ndarray  # (n, 4) float32, each row sums to one


@nb.njit(inline="always", error_model="numpy")
def _place(places, width, height, i):
    """The i-th of the places, or the middle of the i-th pixel."""
    if len(places):
        return places[i, 0], places[i, 1]
    return (i % width + 0.5) / width, (i // width + 0.5) / height


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _choose(
    places,
    width,
    height,
    points,
    normals,
    kinds,
    c_points,
    c_normals,
    c_kinds,
    wide,
    high,
    near,
    rows,
    weights,
    start,
    stop,
):
    one, reach, least, other = np.float32(1), np.float32(1.5), np.float32(0.02), np.float32(0.05)
    nearness, none = one / np.float32(near), np.float32(-1)
    for i in range(start, stop):
        x, y = _place(places, width, height, i)
        x, y = x * wide - 0.5, y * high - 0.5
        cx, cy = int(np.floor(x + 0.5)), int(np.floor(y + 0.5))
        # The four best so far in falling order; of equal ones the first stays before.
        w0, w1, w2, w3, r0, r1, r2, r3 = none, none, none, none, 0, 0, 0, 0
        for b in range(cy - 1, cy + 2):
            for a in range(cx - 1, cx + 2):
                ca, cb = min(max(a, 0), wide - 1), min(max(b, 0), high - 1)
                j = cb * wide + ca
                across, along = np.float32(abs(x - a)), np.float32(abs(y - b))
                tent = max(reach - across, np.float32(0)) * max(reach - along, np.float32(0)) + np.float32(1e-3)
                off, facing = np.float32(0), np.float32(0)
                for m in range(3):
                    off += (points[i, m] - c_points[j, m]) * normals[i, m]
                    facing += normals[i, m] * c_normals[j, m]
                off, facing = off * nearness, max(facing, least)
                far, square = one + off * off, facing * facing
                match = square * square / (far * far)
                if kinds[i] != c_kinds[j]:
                    match *= other
                w = tent * match
                if w <= w3:
                    continue
                if w <= w2:
                    w3, r3 = w, j
                    continue
                w3, r3 = w2, r2
                if w <= w1:
                    w2, r2 = w, j
                    continue
                w2, r2 = w1, r1
                if w <= w0:
                    w1, r1 = w, j
                    continue
                w1, r1, w0, r0 = w0, r0, w, j
        total = 0.0 + w0 + w1 + w2 + w3
        rows[i, 0], rows[i, 1], rows[i, 2], rows[i, 3] = r0, r1, r2, r3
        weights[i, 0], weights[i, 1], weights[i, 2], weights[i, 3] = w0 / total, w1 / total, w2 / total, w3 / total


def spreading(places: np.ndarray | Size, seen: Seen, coarse: Seen, coarse_size: Size) -> Spreading:
    """The four coarse places, with weights, that stand for each picture place.

    Parameters
    ----------
    places : (n, 2) picture places in 0..1, or the size of the picture for its pixels; seen : their surfaces; coarse : surfaces of the coarse grid
    """
    n, size = len(seen.points), places if isinstance(places, Size) else Size(1, 1)
    at = np.zeros((0, 2)) if isinstance(places, Size) else places
    rows, weights = (
        np.empty((n, 4), np.uint16 if len(coarse.points) < 1 << 16 else np.uint32),
        np.empty((n, 4), np.float32),
    )
    in_chunks(
        lambda a, b: _choose(at, size.width, size.height, seen.points, seen.normals, seen.kinds, coarse.points, coarse.normals, coarse.kinds,
                             coarse_size.width, coarse_size.height, NEAR, rows, weights, a, b),
        n, 16384,
    )  # fmt: skip
    return Spreading(rows, weights)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _apply(rows, weights, coarse, out, start, stop):
    for i in range(start, stop):
        for c in range(3):
            total = np.float32(0)
            for m in range(4):
                total += weights[i, m] * coarse[rows[i, m], c]
            out[i, c] = total


def spread(spreading: Spreading, coarse: np.ndarray) -> np.ndarray:
    """(n, 3) float32 values at each pixel from the (coarse, 3) ones."""
    out = np.empty((len(spreading.rows), 3), np.float32)
    in_chunks(lambda a, b: _apply(spreading.rows, spreading.weights, coarse, out, a, b), len(out), 32768)
    return out
