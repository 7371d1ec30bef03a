"""What a point sees all round: rays to the sitter (kept), then walls and quads laid over (cheap)."""

import math
from dataclasses import dataclass
from functools import cache

import numba as nb
import numpy as np

from .patches import POINTS_A_PATCH, Patches
from .quads import FAR, box_hit, quad_hits
from .sampling import JITTER
from .sitter_rays import SitterRays
from .weights import DOME, FLAT
from .workers import in_chunks

RAY_START = 3e-4  # [m]: 0 gives speckle, 3e-3 leaks at the lips
_0, _1, _2 = np.float32(0), np.float32(1), np.float32(2)


@dataclass(frozen=True, eq=False)
class View:
    """Points with their hemisphere rays (cosine density; all round for a dome) and the sitter hits of them."""

    points: np.ndarray  # (n, 3) float32 [m]
    normals: np.ndarray  # (n, 3) float32
    grid: tuple[int, int]
    turn: np.ndarray  # (n, 2) float32
    receptor: int
    distance: np.ndarray  # (n, rays) float32 to the sitter
    place: np.ndarray  # (n, rays) int32 place on the sitter (skin_places), -1 where it is missed


@cache
def _strata(columns: int, rows: int) -> np.ndarray:
    """(3, rays) float32 cosine and sine of the turn of each unshifted sample, and its row."""
    sample = np.arange(columns * rows)
    turn = 2 * np.pi * (sample % columns + JITTER[sample, 0].astype(float)) / columns
    return np.stack([np.cos(turn), np.sin(turn), sample // columns]).astype(np.float32)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _directions(receptor, columns, rows, strata, jitter, turn, normal, out):
    """Writes a point's rays (3, rays): cosine density about the normal for a flat receptor.

    For a dome density (1 + c) / 4 pi over the whole sphere: the inverse of the cumulated density of the cosine c is
    ((1 + c) / 2)^2 = v. The shift of the pattern by `turn` is a rotation, one cell less where it leaves its column.
    """
    step = 2 * math.pi / columns
    c0, s0 = np.float32(math.cos(step * turn[0])), np.float32(math.sin(step * turn[0]))
    c1, s1 = np.float32(math.cos(step * (turn[0] - 1))), np.float32(math.sin(step * (turn[0] - 1)))
    nx, ny, nz, high = normal[0], normal[1], normal[2], _1 / np.float32(rows)
    # Orthonormal basis without branches, T. Duff et al., JCGT 6(1), 2017.
    sign = _1 if nz >= 0 else -_1
    a = -_1 / (sign + nz)
    b = nx * ny * a
    for s in range(strata.shape[1]):
        left = jitter[s, 0] + turn[0] >= _1
        c, si = (c1 if left else c0), (s1 if left else s0)
        x, y = strata[0, s] * c - strata[1, s] * si, strata[0, s] * si + strata[1, s] * c
        jv = jitter[s, 1] + turn[1]
        v = (strata[2, s] + (jv - _1 if jv >= _1 else jv)) * high
        root = np.sqrt(v)
        if receptor == DOME:
            z = _2 * root - _1
            r = np.sqrt(max(_1 - z * z, _0))
        else:
            r, z = root, np.sqrt(max(_1 - v, _0))
        x, y = x * r, y * r
        out[0, s] = x * (_1 + sign * nx * nx * a) + y * b + z * nx
        out[1, s] = x * sign * b + y * (sign + ny * ny * a) + z * ny
        out[2, s] = -x * sign * nx - y * ny + z * nz


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _rays(points, normals, columns, rows, strata, turn, jitter, receptor, origins, directions, start, stop):
    count = strata.shape[1]
    ways = np.empty((3, count), np.float32)
    for i in range(start, stop):
        _directions(receptor, columns, rows, strata, jitter, turn[i], normals[i], ways)
        first = (i - start) * count
        for k in range(3):
            origin = points[i, k] + RAY_START * normals[i, k]
            for s in range(count):
                origins[first + s, k], directions[first + s, k] = origin, ways[k, s]


def look_around(
    rays: SitterRays | None, places: np.ndarray | None, points: np.ndarray, normals: np.ndarray,
    grid: tuple[int, int], turn: np.ndarray, receptor: int = FLAT, past_head: bool = False,
) -> View:  # fmt: skip
    """Traces the rays of each point against the sitter.

    Parameters
    ----------
    rays, places : the sitter and the place of each of its faces (patches.skin_places), or None for an empty room
    points, normals : (n, 3) float32 [m]; grid : columns and rows of rays; turn : (n, 2)
    receptor : FLAT or DOME; past_head : the rays pass the sitter's head, as a meter held before the face sees the room

    A face seen from its inner side counts as black: its patch holds the light of the outer side.
    """
    points, normals, turn = (np.ascontiguousarray(k, np.float32) for k in (points, normals, turn))
    n, count = len(points), grid[0] * grid[1]
    distance, place = np.full((n, count), FAR, np.float32), np.full((n, count), -1, np.int32)
    view = View(points, normals, grid, turn, receptor, distance, place)
    if rays is None or places is None:
        return view

    def work(a: int, b: int) -> None:
        size = (b - a) * count
        origins, directions = np.empty((size, 3), np.float32), np.empty((size, 3), np.float32)
        _rays(points, normals, *grid, _strata(*grid), turn, JITTER, receptor, origins, directions, a, b)
        rays.looked(origins, directions, past_head, places, distance[a:b].reshape(-1), place[a:b].reshape(-1))

    in_chunks(work, n, max(1, 32768 // count))
    return view


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _wall_patch(room, room_cells, face, x, y, z):
    """The patch of a room's face at a place on it."""
    a = (x - room[0, 0]) / (room[1, 0] - room[0, 0])
    b = (y - room[0, 1]) / (room[1, 1] - room[0, 1])
    c = (z - room[0, 2]) / (room[1, 2] - room[0, 2])
    if face < 2:
        a, b = c, b
    elif face < 4:
        a, b = a, c
    wide, high = room_cells[face, 1], room_cells[face, 2]
    column, row = min(max(int(a * wide), 0), wide - 1), min(max(int(b * high), 0), high - 1)
    return room_cells[face, 0] + row * wide + column


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _quad_patch(quad, cells, a, b, dx, dy, dz):
    """The patch of a quad at a place on it (-1..1 each), by the face that a ray meets; -1 for a black one."""
    if cells[0] < 0:
        return -1
    wide, high = cells[1], cells[2]
    column, row = min(int((a + 1) * 0.5 * wide), wide - 1), min(int((b + 1) * 0.5 * high), high - 1)
    front = dx * quad[9] + dy * quad[10] + dz * quad[11] < 0
    return cells[0] + (0 if front else wide * high) + row * wide + column


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _patch_seen(points, normals, columns, rows, strata, turn, jitter, receptor, distance, place, quads, quad_cells,
                room, room_cells, places_from, out, start, stop):  # fmt: skip
    count = strata.shape[1]
    ways, met = np.empty((3, count), np.float32), np.empty((3, count), np.float32)
    nearest, origin = np.empty(count, np.float32), np.empty(3, np.float32)
    for i in range(start, stop):
        _directions(receptor, columns, rows, strata, jitter, turn[i], normals[i], ways)
        for k in range(3):
            origin[k] = points[i, k] + RAY_START * normals[i, k]
        ox, oy, oz = origin
        for s in range(count):
            dx, dy, dz = ways[0, s], ways[1, s], ways[2, s]
            near, patch = distance[i, s], place[i, s]
            if patch >= 0:
                patch = patch // POINTS_A_PATCH if places_from < 0 else places_from + patch
            t, face = box_hit(room, ox, oy, oz, dx, dy, dz)
            if t < near:
                near, patch = t, _wall_patch(room, room_cells, face, ox + t * dx, oy + t * dy, oz + t * dz)
            nearest[s], out[i, s] = near, patch
        for q in range(quads.shape[0]):
            quad_hits(quads[q], origin, ways, met)
            for s in range(count):
                if met[0, s] < nearest[s]:
                    nearest[s] = met[0, s]
                    out[i, s] = _quad_patch(
                        quads[q], quad_cells[q], met[1, s], met[2, s], ways[0, s], ways[1, s], ways[2, s]
                    )


def patches_seen(view: View, patches: Patches, quads: np.ndarray, in_places: bool = False) -> np.ndarray:
    """(n, rays) int32: the patch each ray ends on, -1 for black. quads are the rows of the patches' quads.

    With `in_places` rays on the sitter end on patches.count + place, finer than its patches.
    """
    out = np.empty(view.place.shape, np.int32)
    places_from = patches.count if in_places else -1
    columns, rows = view.grid
    strata = _strata(columns, rows)
    in_chunks(
        lambda a, b: _patch_seen(view.points, view.normals, columns, rows, strata, view.turn, JITTER, view.receptor,
                                 view.distance, view.place, quads, patches.quad_cells, patches.room, patches.room_cells, places_from, out, a, b),
        len(out), max(1, 8192 // (columns * rows)),
    )  # fmt: skip
    return out


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _gather(seen, radiosity, scale, out, start, stop):
    rays = seen.shape[1]
    for i in range(start, stop):
        r, g, b = 0.0, 0.0, 0.0
        for s in range(rays):
            k = seen[i, s]
            if k >= 0:
                r += radiosity[k, 0]
                g += radiosity[k, 1]
                b += radiosity[k, 2]
        out[i, 0], out[i, 1], out[i, 2] = r * scale / rays, g * scale / rays, b * scale / rays


def gather(seen: np.ndarray, radiosity: np.ndarray, receptor: int = FLAT) -> np.ndarray:
    """Illuminance from what the rays see.

    Parameters
    ----------
    seen : (n, rays) int32 patches; radiosity : (patches, 3) float32 [lm/m2]

    Returns
    -------
    (n, 3) float32 [lx]. Flat: the mean radiosity, as the rays have cosine density. Dome: their density
    is (1 + c) / 4 pi and L = B / pi, so the integral of L (1 + c) / 2 is twice the mean.
    """
    out = np.empty((len(seen), 3), np.float32)
    scale = 2.0 if receptor == DOME else 1.0
    in_chunks(lambda a, b: _gather(seen, radiosity, scale, out, a, b), len(seen), max(1, 65536 // seen.shape[1]))
    return out
