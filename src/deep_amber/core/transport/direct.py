"""Direct light of one emitter: unshadowed illuminance, visibility, and both together for sensors.

The picture uses E = U V: U is noise-free (Gauss-Legendre nodes), V is the visible share of the weight.
"""

import math

import numba as nb
import numpy as np

from .emitter import (
    AREA,
    FINER,
    HAS_BEAM,
    HAS_PATTERN,
    HEIGHT,
    HOT,
    ROUND,
    WIDTH,
    Emitter,
    front_tables,
    place_weight,
    sample_weight,
)
from .quads import quad_hit
from .sampling import JITTER, NODES, WEIGHTS, rotations
from .sitter_rays import SitterRays
from .workers import in_chunks

FLAT, DOME = 0, 1
CHUNK = 8192  # rays a piece of work
_AT_ORIGIN = (np.eye(3, dtype=np.float32), np.zeros(3, np.float32))
UNEVEN = 1.2  # Gauss nodes more for each stop of hot centre
CELL = 0.5  # emitter size in distances a Gauss node more: .01 stop against the closed form (tests)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _unshadowed(points, normals, emitter, cell, receptor, across, along, weights, out, start, stop):
    row, most = emitter.row, across.shape[1]
    for i in range(start, stop):
        px, py, pz = points[i, 0], points[i, 1], points[i, 2]
        nx, ny, nz = normals[i, 0], normals[i, 1], normals[i, 2]
        if row[HAS_BEAM] == 0 and (px - row[0]) * row[9] + (py - row[1]) * row[10] + (pz - row[2]) * row[11] <= 0:
            out[i] = 0.0
            continue
        away = math.sqrt((row[0] - px) ** 2 + (row[1] - py) ** 2 + (row[2] - pz) ** 2)
        columns, rows = _node_counts(emitter, cell * row[FINER] * away, most)
        total = 0.0
        for r in range(rows):
            for c in range(columns):
                x, y = across[columns, c, 0], along[rows, r, 0]
                if row[ROUND] > 0:
                    x, y = x * y, x * along[rows, r, 1]
                pattern = across[columns, c, 1] * along[rows, r, 2]
                if row[HAS_PATTERN] > 0:
                    pattern *= emitter.pattern[r, c]
                w, _, _, _ = place_weight(emitter, px, py, pz, nx, ny, nz, receptor, x, y, pattern)
                total += w * weights[columns, c] * weights[rows, r]
        out[i] = total * row[AREA]


@nb.njit(error_model="numpy", cache=True)
def _node_counts(emitter, size, most):
    """Columns and rows of nodes for cells of a size [m]; of radii and turns for a round front."""
    row = emitter.row
    if row[HAS_PATTERN] > 0:
        return emitter.pattern.shape[1], emitter.pattern.shape[0]
    columns, rows = 1 + int(math.ceil(row[WIDTH] / size)), 1 + int(math.ceil(row[HEIGHT] / size))
    if row[ROUND] > 0:
        columns, rows = 1 + columns // 2, 3 + rows
    even = 1 + int(math.ceil(UNEVEN * abs(row[HOT])))
    columns = max(columns, even)
    if row[ROUND] == 0:
        rows = max(rows, even)
    return min(columns, most), min(rows, most)


def unshadowed(
    points: np.ndarray, normals: np.ndarray, emitter: Emitter, cell: float = CELL, receptor: int = FLAT
) -> np.ndarray:
    """Illuminance of surfaces by the whole emitter at radiance 1, nothing in the way.

    Parameters
    ----------
    points, normals : (n, 3) [m]
    emitter : the emitter; cell : size of it in distances that asks for one node more
    receptor : FLAT or DOME

    Returns
    -------
    (n,) float32 [lx per cd/m2]
    """
    out = np.empty(len(points), np.float32)
    across, along = front_tables(emitter.row, NODES)
    in_chunks(
        lambda a, b: _unshadowed(points, normals, emitter, cell, receptor, across, along, WEIGHTS, out, a, b),
        len(points), 512,
    )  # fmt: skip
    return out


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _shadow_rays(points, normals, lift, emitter, quads, columns, rows, turn, jitter, receptor,
                 rotation, offset, origins, directions, weights, owner, total, start, stop):  # fmt: skip
    """Writes the rays that no quad stops, in the sitter's body frame; total is the whole weight a point.

    Returns the ray count.
    """
    count = 0
    wide, high = 2.0 / columns, 2.0 / rows
    across, along = np.arange(columns * rows) % columns, np.arange(columns * rows) // columns
    for i in range(start, stop):
        nx, ny, nz = normals[i, 0], normals[i, 1], normals[i, 2]
        ox, oy, oz = points[i, 0] + lift[i] * nx, points[i, 1] + lift[i] * ny, points[i, 2] + lift[i] * nz
        whole = 0.0
        for s in range(columns * rows):
            ju, jv = jitter[s, 0] + turn[i, 0], jitter[s, 1] + turn[i, 1]
            ju, jv = ju - (1.0 if ju >= 1 else 0.0), jv - (1.0 if jv >= 1 else 0.0)
            u, v = (across[s] + ju) * wide - 1, (along[s] + jv) * high - 1
            w, dx, dy, dz = sample_weight(emitter, ox, oy, oz, nx, ny, nz, receptor, u, v)
            if w <= 0:
                continue
            whole += w
            clear = True
            for q in range(quads.shape[0]):
                t, _, _ = quad_hit(quads, q, ox, oy, oz, dx, dy, dz)
                if 0 < t < 0.9995:
                    clear = False
                    break
            if clear:
                ax, ay, az = ox - offset[0], oy - offset[1], oz - offset[2]
                for k in range(3):
                    origins[count, k] = ax * rotation[0, k] + ay * rotation[1, k] + az * rotation[2, k]
                    directions[count, k] = dx * rotation[0, k] + dy * rotation[1, k] + dz * rotation[2, k]
                weights[count] = w
                owner[count] = i - start
                count += 1
        total[i - start] = whole
    return count


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _add_clear(blocked, weights, owner, out):
    for k in range(len(blocked)):
        if not blocked[k]:
            out[owner[k]] += weights[k]


def _seen_and_whole(rays, points, normals, lift, emitter, quads, columns, rows, turn, receptor):
    """(n,) visible weight and (n,) whole weight, both averaged over the samples."""
    n, samples = len(points), columns * rows
    rotation, offset = (rays.rotation, rays.offset) if rays else _AT_ORIGIN
    seen, whole = np.zeros(n, np.float32), np.zeros(n, np.float32)

    def work(a: int, b: int) -> None:
        size = (b - a) * samples
        origins, directions = np.empty((size, 3), np.float32), np.empty((size, 3), np.float32)
        weights, owner = np.empty(size, np.float32), np.empty(size, np.int32)
        count = _shadow_rays(points, normals, lift, emitter, quads, columns, rows, turn, JITTER, receptor,
                             rotation, offset, origins, directions, weights, owner, whole[a:b], a, b)  # fmt: skip
        if rays is None:
            blocked = np.zeros(count, np.bool_)
        elif receptor == DOME:
            blocked = rays.blocked_by_body_locally(origins[:count], directions[:count])
        else:
            blocked = rays.blocked_locally(origins[:count], directions[:count])
        _add_clear(blocked, weights[:count], owner[:count], seen[a:b])

    in_chunks(work, n, max(1, CHUNK // samples))
    return seen / samples, whole / samples


def visibility(
    rays: SitterRays | None, points: np.ndarray, normals: np.ndarray, lift: np.ndarray, emitter: Emitter,
    quads: np.ndarray, grid: tuple[int, int], turn: np.ndarray,
) -> np.ndarray:  # fmt: skip
    """Visible share of an emitter from surface points, weighted by what each part of it gives.

    Parameters
    ----------
    rays : the sitter, or None for an empty room
    points, normals : (n, 3) float32 [m]
    lift : (n,) start of the rays above the surface [m]
    emitter : the emitter; quads : (k, 15) rows that block
    grid : columns and rows of samples; turn : (n, 2) shift of the pattern a point

    Returns
    -------
    (n,) float32 in 0..1, and -1 where the surface faces away from all of the emitter
    """
    seen, whole = _seen_and_whole(rays, points, normals, lift, emitter, quads, *grid, turn, FLAT)
    return np.where(whole > 0, np.minimum(seen / np.maximum(whole, 1e-20), 1), -1).astype(np.float32)


def illuminance(
    rays: SitterRays | None, points: np.ndarray, axes: np.ndarray, lift: np.ndarray, emitter: Emitter,
    quads: np.ndarray, grid: tuple[int, int] = (8, 8), receptor: int = FLAT,
) -> np.ndarray:  # fmt: skip
    """Direct illuminance of sensors by an emitter at radiance 1, shadows included.

    Parameters as for `visibility`; axes : (n, 3) unit axes; receptor : FLAT or DOME. A dome looks past the
    sitter's head (the meter is held before the face).

    Returns
    -------
    (n,) float32 [lx per cd/m2]
    """
    turn = rotations(len(points), 0.37)
    seen, whole = _seen_and_whole(rays, points, axes, lift, emitter, quads, *grid, turn, receptor)
    visible = np.minimum(seen / np.maximum(whole, 1e-20), 1)
    return unshadowed(points, axes, emitter, CELL / 2, receptor) * visible
