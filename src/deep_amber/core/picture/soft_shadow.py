"""Visibility of an emitter over the picture: coarse everywhere, fine only where the shadow changes."""

import numba as nb
import numpy as np

from ..transport.direct import visibility
from ..transport.sampling import pixel_rotations
from ..transport.sitter_rays import SitterRays
from ..transport.workers import in_chunks
from .lens_rays import Size
from .seen import Seen


@nb.njit(nogil=True, cache=True)
def _spread(coarse, stride, width, change, coarse_hair, kinds, lit, out, ask, start, stop):
    """Where the 3 x 3 coarse neighbours agree, takes their mean; else asks for rays."""
    high, wide = coarse.shape
    for i in range(start, stop):
        y, x = i // width, i % width
        cy, cx = min(y // stride, high - 1), min(x // stride, wide - 1)
        low, most, total, count = 2.0, -1.0, 0.0, 0
        for a in range(max(cy - 1, 0), min(cy + 2, high)):
            for b in range(max(cx - 1, 0), min(cx + 2, wide)):
                v = coarse[a, b]
                if v >= 0:
                    low, most, total, count = min(low, v), max(most, v), total + v, count + 1
        if not lit[i]:
            out[i], ask[i] = 0.0, False
        elif count < 3 or (most - low > change and not (coarse_hair and kinds[i] == 4)):
            out[i], ask[i] = -1.0, True
        else:
            out[i], ask[i] = total / count, False


@nb.njit(nogil=True, fastmath=True, cache=True)
def _smooth(values, ask, normals, points, kinds, height, width, out, start, stop):
    """3 x 3 mean over neighbours on the same surface (normal and place), for the traced pixels."""
    for i in range(start, stop):
        if not ask[i]:
            out[i] = values[i]
            continue
        y, x = i // width, i % width
        total, weights = 0.0, 0.0
        for a in range(max(y - 1, 0), min(y + 2, height)):
            for b in range(max(x - 1, 0), min(x + 2, width)):
                j = a * width + b
                if values[j] < 0 or kinds[j] != kinds[i]:
                    continue
                facing = normals[i, 0] * normals[j, 0] + normals[i, 1] * normals[j, 1] + normals[i, 2] * normals[j, 2]
                if facing < 0.5:
                    continue
                away = 0.0
                for k in range(3):
                    away += (points[i, k] - points[j, k]) * normals[i, k]
                if abs(away) > 4e-3:
                    continue
                w = facing**8
                total += w * values[j]
                weights += w
        out[i] = total / weights if weights > 0 else max(values[i], 0.0)


def picture_visibility(
    rays: SitterRays, seen: Seen, size: Size, emitter: np.ndarray, quads: np.ndarray, own: int,
    lit: np.ndarray, stride: int, grid: tuple[int, int], change: float,
    coarse_hair: bool,
) -> np.ndarray:  # fmt: skip
    """Visible share of an emitter at each pixel.

    Parameters
    ----------
    seen : the picture's surfaces, row by row; lit : (n,) bool, pixels that face the emitter
    stride : spacing of the coarse pixels; grid : columns and rows of samples
    change : difference of visibility between coarse neighbours that asks for full resolution
    coarse_hair : whether hair keeps the coarse values (it would ask for rays nearly everywhere)
    other parameters as for `transport.direct.visibility`

    Returns
    -------
    (n,) float32 in 0..1
    """
    turn = pixel_rotations(size.height, size.width)
    pixels = np.arange(size.height * size.width).reshape(size.height, size.width)
    middle = pixels[stride // 2 :: stride, stride // 2 :: stride]
    chosen = middle.ravel()

    def traced(rows: np.ndarray) -> np.ndarray:
        return visibility(rays, seen.points[rows], seen.normals[rows], seen.lift[rows], emitter, quads, own, grid, turn[rows])

    coarse = np.where(lit[chosen], -2.0, -1.0).astype(np.float32)
    facing = chosen[lit[chosen]]
    coarse[coarse < -1.5] = traced(facing)
    n = len(seen.points)
    values, ask = np.empty(n, np.float32), np.empty(n, np.bool_)
    grid_values = coarse.reshape(middle.shape)
    in_chunks(lambda a, b: _spread(grid_values, stride, size.width, change, coarse_hair, seen.kinds, lit,
                                    values, ask, a, b), n, 32768)
    rows = np.where(ask)[0]
    values[rows] = np.maximum(traced(rows), 0)
    out = np.empty(n, np.float32)
    in_chunks(lambda a, b: _smooth(values, ask, seen.normals, seen.points, seen.kinds, size.height, size.width, out, a, b),
              n, 16384)  # fmt: skip
    return out
