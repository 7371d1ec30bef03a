"""What a point sees all round: rays to the sitter (kept), then walls and quads laid over (cheap)."""

import math
from dataclasses import dataclass

import numba as nb
import numpy as np

from .patches import POINTS_A_PATCH, Patches
from .quads import box_hit, quad_hit
from .sampling import JITTER, cosine_direction, stratum
from .sitter_rays import SitterRays
from .tracer import FAR
from .weights import DOME, FLAT
from .workers import in_chunks

RAY_START = 3e-4  # [m]: 0 gives speckle, 3e-3 leaks at the lips


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


@nb.njit(inline="always", error_model="numpy")
def _direction(receptor, u, v, nx, ny, nz):
    """Cosine density for a flat receptor; for a dome density (1 + c) / 4 pi over the whole sphere."""
    if receptor == 0:
        return cosine_direction(u, v, nx, ny, nz)
    # Inverse of the cumulated density of the cosine c, ((1 + c) / 2)^2 = v.
    c = 2 * math.sqrt(v) - 1
    r, turn = math.sqrt(max(1 - c * c, 0.0)), 2 * math.pi * u
    sign = 1.0 if nz >= 0 else -1.0
    a = -1 / (sign + nz)
    b = nx * ny * a
    x, y = r * math.cos(turn), r * math.sin(turn)
    return (
        x * (1 + sign * nx * nx * a) + y * b + c * nx,
        x * sign * b + y * (sign + ny * ny * a) + c * ny,
        -x * sign * nx - y * ny + c * nz,
    )


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _rays(points, normals, columns, rows, turn, jitter, receptor, origins, directions, start, stop):
    k = 0
    for i in range(start, stop):
        nx, ny, nz = normals[i, 0], normals[i, 1], normals[i, 2]
        for s in range(columns * rows):
            u, v = stratum(s, columns, rows, jitter[s, 0] + turn[i, 0], jitter[s, 1] + turn[i, 1])
            dx, dy, dz = _direction(receptor, u, v, nx, ny, nz)
            origins[k, 0] = points[i, 0] + RAY_START * nx
            origins[k, 1] = points[i, 1] + RAY_START * ny
            origins[k, 2] = points[i, 2] + RAY_START * nz
            directions[k, 0], directions[k, 1], directions[k, 2] = dx, dy, dz
            k += 1


def look_around(
    rays: SitterRays | None, places: np.ndarray | None, points: np.ndarray, normals: np.ndarray,
    grid: tuple[int, int], turn: np.ndarray, receptor: int = FLAT,
) -> View:  # fmt: skip
    """Traces the rays of each point against the sitter.

    Parameters
    ----------
    rays, places : the sitter and the place of each of its faces (patches.skin_places), or None for an empty room
    points, normals : (n, 3) float32 [m]; grid : columns and rows of rays; turn : (n, 2)
    receptor : FLAT or DOME; a dome's rays pass the sitter's head

    A face seen from its inner side counts as black: its patch holds the light of the outer side.
    """
    n, count = len(points), grid[0] * grid[1]
    distance, place = np.full((n, count), FAR, np.float32), np.full((n, count), -1, np.int32)
    view = View(points, normals, grid, turn, receptor, distance, place)
    if rays is None or places is None:
        return view

    def work(a: int, b: int) -> None:
        size = (b - a) * count
        origins, directions = np.empty((size, 3), np.float32), np.empty((size, 3), np.float32)
        _rays(points, normals, *grid, turn, JITTER, receptor, origins, directions, a, b)
        hits = rays.first_hits(origins, directions)
        hit = hits.face >= 0
        if receptor == DOME:
            hit &= ~rays.on_head[hits.face]
        distance[a:b] = np.where(hit, hits.distance, FAR).reshape(-1, count)
        bright = hit & ~rays.from_behind(hits, directions)
        place[a:b] = np.where(bright, places[hits.face], -1).reshape(-1, count)

    in_chunks(work, n, max(1, 32768 // count))
    return view


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _patch_seen(points, normals, columns, rows, turn, jitter, receptor, distance, place, quads, quad_cells,
                room, room_cells, places_from, out, start, stop):  # fmt: skip
    for i in range(start, stop):
        nx, ny, nz = normals[i, 0], normals[i, 1], normals[i, 2]
        ox, oy, oz = points[i, 0] + RAY_START * nx, points[i, 1] + RAY_START * ny, points[i, 2] + RAY_START * nz
        for s in range(columns * rows):
            u, v = stratum(s, columns, rows, jitter[s, 0] + turn[i, 0], jitter[s, 1] + turn[i, 1])
            dx, dy, dz = _direction(receptor, u, v, nx, ny, nz)
            nearest, patch = distance[i, s], place[i, s]
            if patch >= 0:
                patch = patch // POINTS_A_PATCH if places_from < 0 else places_from + patch
            t, face = box_hit(room, ox, oy, oz, dx, dy, dz)
            if t < nearest:
                nearest = t
                a = (ox + t * dx - room[0, 0]) / (room[1, 0] - room[0, 0])
                b = (oy + t * dy - room[0, 1]) / (room[1, 1] - room[0, 1])
                c = (oz + t * dz - room[0, 2]) / (room[1, 2] - room[0, 2])
                if face < 2:
                    a, b = c, b
                elif face < 4:
                    a, b = a, c
                wide, high = room_cells[face, 1], room_cells[face, 2]
                column = min(max(int(a * wide), 0), wide - 1)
                row = min(max(int(b * high), 0), high - 1)
                patch = room_cells[face, 0] + row * wide + column
            for q in range(quads.shape[0]):
                t, a, b = quad_hit(quads, q, ox, oy, oz, dx, dy, dz)
                if 1e-5 < t < nearest:
                    nearest = t
                    if quad_cells[q, 0] < 0:
                        patch = -1
                    else:
                        wide, high = quad_cells[q, 1], quad_cells[q, 2]
                        column = min(int((a + 1) * 0.5 * wide), wide - 1)
                        row = min(int((b + 1) * 0.5 * high), high - 1)
                        front = dx * quads[q, 9] + dy * quads[q, 10] + dz * quads[q, 11] < 0
                        patch = quad_cells[q, 0] + (0 if front else wide * high) + row * wide + column
            out[i, s] = patch


def patches_seen(view: View, patches: Patches, quads: np.ndarray, in_places: bool = False) -> np.ndarray:
    """(n, rays) int32: the patch each ray ends on, -1 for black. quads are the rows of the patches' quads.

    With `in_places` rays on the sitter end on patches.count + place, finer than its patches.
    """
    out = np.empty(view.place.shape, np.int32)
    places_from = patches.count if in_places else -1
    in_chunks(
        lambda a, b: _patch_seen(view.points, view.normals, *view.grid, view.turn, JITTER, view.receptor, view.distance,
                                 view.place, quads, patches.quad_cells, patches.room, patches.room_cells, places_from, out, a, b),
        len(out), max(1, 8192 // out.shape[1]),
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
