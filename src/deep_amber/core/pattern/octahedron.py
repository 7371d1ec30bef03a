"""Directions as cells of a square: the octahedral map, with a rim of copies so that four neighbours always exist.

Source: T. Engelhardt, C. Dachsbacher, Octahedron environment maps (2008).
"""

import numba as nb
import numpy as np

SIDE = 48  # cells a side: about 4 degrees each


def cell_directions() -> np.ndarray:
    """(SIDE + 2, SIDE + 2, 3) unit direction of each cell; the rim repeats the cells beyond the fold."""
    index = np.arange(-1, SIDE + 1)
    u, v = np.meshgrid((index + 0.5) / SIDE * 2 - 1, (index + 0.5) / SIDE * 2 - 1, indexing="ij")
    over = np.abs(u) > 1
    u, v = np.where(over, np.sign(u) * 2 - u, u), np.where(over, -v, v)
    over = np.abs(v) > 1
    u, v = np.where(over, -u, u), np.where(over, np.sign(v) * 2 - v, v)
    z = 1 - np.abs(u) - np.abs(v)
    x = np.where(z < 0, (1 - np.abs(v)) * np.where(u >= 0, 1, -1), u)
    y = np.where(z < 0, (1 - np.abs(u)) * np.where(v >= 0, 1, -1), v)
    out = np.stack([x, y, z], -1)
    return out / np.linalg.norm(out, axis=-1, keepdims=True)


@nb.njit(inline="always", error_model="numpy")
def cell_place(x: float, y: float, z: float) -> tuple[float, float]:
    """Row and column of a direction of any length among the cells, in cells from the middle of the first rim cell."""
    a = 1 / (abs(x) + abs(y) + abs(z))
    u, v = x * a, y * a
    if z < 0:
        folded = (1 - abs(v)) * (1.0 if u >= 0 else -1.0)
        v = (1 - abs(u)) * (1.0 if v >= 0 else -1.0)
        u = folded
    return (u * 0.5 + 0.5) * SIDE + 0.5, (v * 0.5 + 0.5) * SIDE + 0.5
