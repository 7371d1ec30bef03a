"""Fixed sample patterns: the same set gives the same numbers on every run."""

from functools import cache, lru_cache

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


@lru_cache(maxsize=16)
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
