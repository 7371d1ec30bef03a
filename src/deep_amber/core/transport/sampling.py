"""Fixed sample patterns: the same set gives the same numbers on every run."""

import math
from functools import cache

import numba as nb
import numpy as np

# Offsets inside each stratum; one table for all kernels.
JITTER = np.random.default_rng(7).random((4096, 2)).astype(np.float32)
MOST_NODES = 16


def _gauss_tables() -> tuple[np.ndarray, np.ndarray]:
    nodes, weights = np.zeros((MOST_NODES + 1, MOST_NODES)), np.zeros((MOST_NODES + 1, MOST_NODES))
    for n in range(1, MOST_NODES + 1):
        nodes[n, :n], weights[n, :n] = np.polynomial.legendre.leggauss(n)
    return nodes, weights / 2


# Gauss-Legendre nodes in -1..1 and weights that sum to one, by number of nodes.
NODES, WEIGHTS = _gauss_tables()


def emitter_nodes(columns: int, rows: int) -> tuple[np.ndarray, np.ndarray]:
    """(n, 2) Gauss-Legendre places on an emitter, -1..1 each, and their (n,) shares that sum to one."""
    v, u = np.meshgrid(NODES[rows, :rows], NODES[columns, :columns], indexing="ij")
    return np.stack([u.ravel(), v.ravel()], 1), np.outer(WEIGHTS[rows, :rows], WEIGHTS[columns, :columns]).ravel()


def rotations(count: int, seed: float = 0.5) -> np.ndarray:
    """(count, 2) float32 in [0, 1): the R2 low-discrepancy sequence, one shift of the pattern a point.

    Source: M. Roberts, The unreasonable effectiveness of quasirandom sequences (2018).
    """
    steps = np.array([0.7548776662466927, 0.5698402909980532])
    return ((seed + np.arange(count)[:, None] * steps) % 1).astype(np.float32)


@cache
def pixel_rotations(height: int, width: int) -> np.ndarray:
    """(height * width, 2) float32: interleaved gradient noise, even over every small window of pixels.

    Source: J. Jimenez, SIGGRAPH 2014 course Advances in Real-Time Rendering.
    """
    y, x = np.mgrid[0:height, 0:width].astype(float)
    first = (52.9829189 * ((0.06711056 * x + 0.00583715 * y) % 1)) % 1
    second = (52.9829189 * ((0.06711056 * (x + 5.588238) + 0.00583715 * (y + 5.588238)) % 1)) % 1
    return np.stack([first, second], -1).reshape(-1, 2).astype(np.float32)


@nb.njit(inline="always", error_model="numpy")
def stratum(sample, columns, rows, ju, jv):
    """Place of a sample in its cell of a columns x rows grid, (0..1, 0..1)."""
    if ju >= 1:
        ju -= 1
    if jv >= 1:
        jv -= 1
    return (sample % columns + ju) / columns, (sample // columns + jv) / rows


@nb.njit(inline="always", error_model="numpy")
def cosine_direction(u, v, nx, ny, nz):
    """Direction about a unit normal with density cos / pi."""
    r, turn = math.sqrt(v), 2 * math.pi * u
    x, y, z = r * math.cos(turn), r * math.sin(turn), math.sqrt(max(1 - v, 0.0))
    sign = 1.0 if nz >= 0 else -1.0
    a = -1 / (sign + nz)
    b = nx * ny * a
    # Orthonormal basis without branches, T. Duff et al., JCGT 6(1), 2017.
    return (
        x * (1 + sign * nx * nx * a) + y * b + z * nx,
        x * sign * b + y * (sign + ny * ny * a) + z * ny,
        -x * sign * nx - y * ny + z * nz,
    )
