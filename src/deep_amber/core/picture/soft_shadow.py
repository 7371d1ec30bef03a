"""Visibility of an emitter over the picture: coarse everywhere, fine only where the shadow changes."""

import numba as nb
import numpy as np

from ..sitter.kinds import HAIR_KIND
from ..transport.direct import visibility
from ..transport.emitter import Emitter
from ..transport.sampling import pixel_rotations
from ..transport.sitter_rays import SitterRays
from ..transport.workers import in_chunks
from .lens_rays import Size
from .seen import Seen

HAIR_REACH, LOCK = 5, 0.02  # pixels to each side over which the shadow on hair is a mean, and how near these are [m]


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _spread(coarse, stride, height, width, change, coarse_hair, kinds, lit, out, ask, guess, start, stop):
    """Where the 3 x 3 coarse neighbours agree, takes their mean; else asks for rays. Over rows of coarse pixels.

    All pixels of a coarse one have the same neighbours; the last ones reach to the picture's edge.
    """
    high, wide = coarse.shape
    for cy in range(start, stop):
        for cx in range(wide):
            low, most, total, count = 2.0, -1.0, 0.0, 0
            for a in range(max(cy - 1, 0), min(cy + 2, high)):
                for b in range(max(cx - 1, 0), min(cx + 2, wide)):
                    v = coarse[a, b]
                    if v >= 0:
                        low, most, total, count = min(low, v), max(most, v), total + v, count + 1
            mean, agree = total / max(count, 1), most - low <= change
            for y in range(cy * stride, height if cy == high - 1 else (cy + 1) * stride):
                for x in range(cx * stride, width if cx == wide - 1 else (cx + 1) * stride):
                    i = y * width + x
                    asks = lit[i] and (count < 3 or not (agree or (coarse_hair and kinds[i] == HAIR_KIND)))
                    guess[i], ask[i] = mean, asks
                    out[i] = -1.0 if asks else (mean if lit[i] else 0.0)


@nb.njit(inline="always", error_model="numpy")
def same_surface(points, normals, kinds, i, points_j, normals_j, kinds_j, j):
    """Likeness of two places: the eighth power of the cosine of their normals, 0 for other surfaces."""
    if kinds[i] != kinds_j[j]:
        return 0.0
    facing, away = 0.0, 0.0
    for k in range(3):
        facing += normals[i, k] * normals_j[j, k]
        away += (points[i, k] - points_j[j, k]) * normals[i, k]
    return facing**8 if facing > 0.5 and abs(away) < 4e-3 else 0.0


@nb.njit(inline="always", error_model="numpy")
def _same_lock(points, kinds, i, j):
    """Whether two places are hair at one depth: strands shade each other finer than they are drawn, so a lock has one mean."""
    if kinds[j] != HAIR_KIND:
        return 0.0
    away = 0.0
    for k in range(3):
        away += (points[i, k] - points[j, k]) ** 2
    return 1.0 if away < LOCK * LOCK else 0.0


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _smooth(values, ask, guess, normals, points, kinds, height, width, reach, out, start, stop):
    """For the pixels that asked: mean of the traced neighbours on the same surface, else the coarse guess."""
    for i in range(start, stop):
        if not ask[i]:
            out[i] = values[i]
            continue
        y, x = i // width, i % width
        total, weights, hair = 0.0, 0.0, kinds[i] == HAIR_KIND
        r = reach * HAIR_REACH if hair else reach
        for a in range(max(y - r, 0), min(y + r + 1, height)):
            for b in range(max(x - r, 0), min(x + r + 1, width)):
                j = a * width + b
                if values[j] >= 0:
                    if hair:
                        w = _same_lock(points, kinds, i, j)
                    else:
                        w = same_surface(points, normals, kinds, i, points, normals, kinds, j)
                    total += w * values[j]
                    weights += w
        if weights > 0:
            out[i] = total / weights
        else:
            out[i] = values[i] if values[i] >= 0 else guess[i]


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _carry(owner, points, normals, kinds, p_points, p_normals, p_kinds, p_values, height, width, out, start, stop):
    for i in range(start, stop):
        y, x = owner[i] // width, owner[i] % width
        total, weights = 0.0, 0.0
        for a in range(max(y - 1, 0), min(y + 2, height)):
            for b in range(max(x - 1, 0), min(x + 2, width)):
                j = a * width + b
                w = same_surface(points, normals, kinds, i, p_points, p_normals, p_kinds, j)
                total += w * p_values[j]
                weights += w
        out[i] = total / weights if weights > 0 else -1.0


def carried_visibility(seen: Seen, owner: np.ndarray, at_pixels: Seen, visible: np.ndarray, size: Size) -> np.ndarray:
    """Visibility at added places from the pixels round their owner that show the same surface.

    Parameters
    ----------
    seen, owner : the added places and the pixel of each; at_pixels, visible : the picture's surfaces and visibility

    Returns
    -------
    (n,) float32, -1 where no neighbouring pixel shows the same surface
    """
    out = np.empty(len(owner), np.float32)
    in_chunks(
        lambda a, b: _carry(owner, seen.points, seen.normals, seen.kinds, at_pixels.points, at_pixels.normals,
                            at_pixels.kinds, visible, size.height, size.width, out, a, b),
        len(owner), 16384,
    )  # fmt: skip
    return out


def picture_visibility(
    rays: SitterRays, seen: Seen, size: Size, emitter: Emitter, quads: np.ndarray,
    lit: np.ndarray, stride: int, grid: tuple[int, int], change: float,
    coarse_hair: bool, every: int,
) -> np.ndarray:  # fmt: skip
    """Visible share of an emitter at each pixel.

    Parameters
    ----------
    seen : the picture's surfaces, row by row; lit : (n,) bool, pixels that face the emitter
    stride : spacing of the coarse pixels; grid : columns and rows of samples
    change : difference of visibility between coarse neighbours that asks for full resolution
    coarse_hair : whether hair keeps the coarse values (it would ask for rays nearly everywhere)
    every : of the pixels that ask, each so manyth row and column is traced and stands for those around it
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
        return visibility(
            rays, seen.points[rows], seen.normals[rows], seen.lift[rows], emitter, quads, grid, turn[rows]
        )

    coarse = np.where(lit[chosen], -2.0, -1.0).astype(np.float32)
    facing = chosen[lit[chosen]]
    coarse[coarse < -1.5] = traced(facing)
    n = len(seen.points)
    values, guess, ask = np.empty(n, np.float32), np.empty(n, np.float32), np.empty(n, np.bool_)
    grid_values = coarse.reshape(middle.shape)
    in_chunks(
        lambda a, b: _spread(grid_values, stride, size.height, size.width, change, coarse_hair, seen.kinds, lit, values,
                             ask, guess, a, b),
        len(grid_values), 8,
    )  # fmt: skip
    rows = np.where(ask)[0] if every == 1 else np.where(ask.reshape(pixels.shape)[::every, ::every].ravel())[0]
    rows = rows if every == 1 else pixels[::every, ::every].ravel()[rows]
    values[rows] = np.maximum(traced(rows), 0)
    out = np.empty(n, np.float32)
    in_chunks(lambda a, b: _smooth(values, ask, guess, seen.normals, seen.points, seen.kinds, size.height,
                                     size.width, every, out, a, b),
              n, 16384)  # fmt: skip
    return out
