"""Direct light of one emitter: unshadowed illuminance, visibility, and both together for sensors.

The picture uses E = U V: U is noise-free (Gauss-Legendre nodes), V is the visible share of the weight.
"""

import math

import numba as nb
import numpy as np

from .emitter import AREA, FINER, HAS_PATTERN, HEIGHT, HOT, ROUND, WIDTH, Emitter, front_tables
from .sampling import JITTER, MOST_NODES, NODES, WEIGHTS, rotations
from .sitter_rays import SitterRays
from .weights import BLOCK, FLAT, sampled_fronts, stop_at_quads, weigh
from .workers import in_chunks

CHUNK = 8192  # rays a piece of work
_AT_ORIGIN = (np.eye(3, dtype=np.float32), np.zeros(3, np.float32))
MIDDLES = np.full((256, 2), 0.5, np.float32)  # samples in the middle of their strata
UNEVEN = 1.2  # Gauss nodes more for each stop of hot centre
CELL = 0.5  # emitter size in distances a Gauss node more: .01 stop against the closed form (tests)


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _by_count(asked):
    """Indices of small counts in rising order, by counting them."""
    most = 0
    for k in asked:
        most = max(most, k)
    begins = np.zeros(most + 2, np.int64)
    for k in asked:
        begins[k + 1] += 1
    for k in range(most + 1):
        begins[k + 1] += begins[k]
    order = np.empty(len(asked), np.int64)
    for i in range(len(asked)):
        order[begins[asked[i]]] = i
        begins[asked[i]] += 1
    return order


def one_kind(values: np.ndarray) -> np.ndarray:
    """As float32 without gaps: a kernel is compiled anew for every other kind of array."""
    return np.ascontiguousarray(values, np.float32)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _unshadowed(points, normals, emitter, cell, receptor, across, along, weights, out, start, stop):
    """Points that ask for as many nodes go through these together."""
    row, most, n = emitter.row, across.shape[1], stop - start
    asked = np.empty(n, np.int32)
    for i in range(start, stop):
        away = math.sqrt((row[0] - points[i, 0]) ** 2 + (row[1] - points[i, 1]) ** 2 + (row[2] - points[i, 2]) ** 2)
        columns, rows = _node_counts(emitter, cell * row[FINER] * away, most)
        asked[i - start] = columns * (MOST_NODES + 1) + rows
    order = _by_count(asked)
    at, fronts = np.empty((6, BLOCK), np.float32), np.empty((3, BLOCK), np.float32)
    made, total = np.empty((5, BLOCK), np.float32), np.empty(BLOCK, np.float32)
    first = 0
    while first < n:
        count = asked[order[first]]
        last = first
        while last < n and last < first + BLOCK and asked[order[last]] == count:
            last += 1
        block = order[first:last] + start
        _load(points, normals, block, at)
        columns, rows = count // (MOST_NODES + 1), count % (MOST_NODES + 1)
        total[:] = 0
        for r in range(rows):
            for c in range(columns):
                x, y = across[columns, c, 0], along[rows, r, 0]
                if row[ROUND] > 0:
                    x, y = x * y, x * along[rows, r, 1]
                pattern = across[columns, c, 1] * along[rows, r, 2] * weights[columns, c] * weights[rows, r] * row[AREA]
                if row[HAS_PATTERN] > 0:
                    pattern *= emitter.pattern[r, c]
                fronts[0, :], fronts[1, :], fronts[2, :] = x, y, pattern
                weigh(emitter, receptor, at, fronts, len(block), made)
                total += made[0]
        for j in range(len(block)):
            out[block[j]] = total[j]
        first = last


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _load(points, axes, rows, at):
    for j in range(len(rows)):
        for k in range(3):
            at[k, j], at[3 + k, j] = points[rows[j], k], axes[rows[j], k]


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
    out, points, normals = np.empty(len(points), np.float32), one_kind(points), one_kind(normals)
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
    count, wide, high = 0, np.float32(2 / columns), np.float32(2 / rows)
    at, fronts = np.empty((6, BLOCK), np.float32), np.empty((3, BLOCK), np.float32)
    u, v, made = np.empty(BLOCK, np.float32), np.empty(BLOCK, np.float32), np.empty((5, BLOCK), np.float32)
    for first in range(start, stop, BLOCK):
        n = min(BLOCK, stop - first)
        for j in range(n):
            i = first + j
            for k in range(3):
                at[k, j], at[3 + k, j] = points[i, k] + lift[i] * normals[i, k], normals[i, k]
            total[i - start] = 0
        for s in range(columns * rows):
            a, b = np.float32(s % columns), np.float32(s // columns)
            for j in range(n):
                ju, jv = jitter[s, 0] + turn[first + j, 0], jitter[s, 1] + turn[first + j, 1]
                ju, jv = ju - np.float32(ju >= 1), jv - np.float32(jv >= 1)
                u[j], v[j] = (a + ju) * wide - np.float32(1), (b + jv) * high - np.float32(1)
            sampled_fronts(emitter, u, v, n, fronts)
            weigh(emitter, receptor, at, fronts, n, made)
            for j in range(n):
                total[first - start + j] += made[0, j]
            stop_at_quads(quads, at, n, made)
            for j in range(n):
                if made[0, j] > 0:
                    ax, ay, az = at[0, j] - offset[0], at[1, j] - offset[1], at[2, j] - offset[2]
                    dx, dy, dz = made[1, j], made[2, j], made[3, j]
                    for k in range(3):
                        origins[count, k] = ax * rotation[0, k] + ay * rotation[1, k] + az * rotation[2, k]
                        directions[count, k] = dx * rotation[0, k] + dy * rotation[1, k] + dz * rotation[2, k]
                    weights[count], owner[count] = made[0, j], first - start + j
                    count += 1
    return count


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _add_clear(blocked, weights, owner, out):
    for k in range(len(blocked)):
        if not blocked[k]:
            out[owner[k]] += weights[k]


def _seen_and_whole(
    rays, points, normals, lift, emitter, quads, columns, rows, turn, receptor, jitter=JITTER, past_head=False
):
    """(n,) visible weight and (n,) whole weight, both averaged over the samples."""
    points, normals = one_kind(points), one_kind(normals)
    n, samples = len(points), columns * rows
    rotation, offset = (rays.rotation, rays.offset) if rays else _AT_ORIGIN
    seen, whole = np.zeros(n, np.float32), np.zeros(n, np.float32)

    def work(a: int, b: int) -> None:
        size = (b - a) * samples
        origins, directions = np.empty((size, 3), np.float32), np.empty((size, 3), np.float32)
        weights, owner = np.empty(size, np.float32), np.empty(size, np.int32)
        count = _shadow_rays(points, normals, lift, emitter, quads, columns, rows, turn, jitter, receptor,
                             rotation, offset, origins, directions, weights, owner, whole[a:b], a, b)  # fmt: skip
        if rays is None:
            blocked = np.zeros(count, np.bool_)
        elif past_head:
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
    quads: np.ndarray, grid: tuple[int, int] = (8, 8), receptor: int = FLAT, past_head: bool = False,
) -> np.ndarray:  # fmt: skip
    """Direct illuminance of sensors by an emitter at radiance 1, shadows included.

    Parameters as for `visibility`; axes : (n, 3) unit axes; receptor : FLAT or DOME
    past_head : the sitter's head lets light through, as for a meter held before the face

    Returns
    -------
    (n,) float32 [lx per cd/m2]
    """
    turn = rotations(len(points), 0.37)
    seen, whole = _seen_and_whole(rays, points, axes, lift, emitter, quads, *grid, turn, receptor, past_head=past_head)
    visible = np.minimum(seen / np.maximum(whole, 1e-20), 1)
    return unshadowed(points, axes, emitter, CELL / 2, receptor) * visible


def even_illuminance(
    rays: SitterRays | None, points: np.ndarray, axes: np.ndarray, lift: np.ndarray, emitter: Emitter,
    quads: np.ndarray, grid: tuple[int, int],
) -> np.ndarray:  # fmt: skip
    """As `illuminance` for flat receptors, by a regular grid of samples: the same for mirrored sets, and smooth when
    the light moves, at the price of a step in penumbras.

    Returns
    -------
    (n,) float32 [lx per cd/m2]
    """
    turn = np.zeros((len(points), 2), np.float32)
    seen, _ = _seen_and_whole(rays, points, axes, lift, emitter, quads, *grid, turn, FLAT, MIDDLES)
    return seen * np.float32(emitter.row[AREA])
