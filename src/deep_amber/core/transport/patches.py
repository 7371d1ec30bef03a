"""Patches for bounced light: cells of walls and backdrop, clusters of the sitter.

Patch order: sitter clusters, the six room faces (left, right, floor, ceiling, back, front), then
front and back of each quad that reflects.
"""

import math
from dataclasses import dataclass
from functools import lru_cache

import numba as nb
import numpy as np

from ..geometry.quads import Quad
from ..model.room import SURFACE_NAMES, Room
from ..sitter.mesh import Posed, SitterMesh
from .sampling import rotations

WALL_CELL, QUAD_CELL = 0.35, 0.30  # smallest patches [m]
MOST_WALL_PATCHES = 700
POINTS_A_PATCH = 9
# Each face's axis of the normal, and the axes its cells run along.
_FACE_AXES = ((0, 2, 1), (0, 2, 1), (1, 0, 2), (1, 0, 2), (2, 0, 1), (2, 0, 1))


@dataclass(frozen=True, eq=False)
class Patches:
    points: np.ndarray  # (patches * 9, 3) float32 [m]
    normals: np.ndarray  # (patches * 9, 3) float32
    reflectance: np.ndarray  # (patches, 3) float32
    room: np.ndarray  # (2, 3) low and high corner [m]
    room_cells: np.ndarray  # (6, 3) int64: first patch, columns, rows
    quad_cells: np.ndarray  # (quads, 3) int64: first patch or -1 for black, columns, rows
    opposite: np.ndarray  # (patches,) int64 the patch on the other face of the same sheet, else itself
    passes: np.ndarray  # (patches,) float32 share of light that comes through from there

    @property
    def count(self) -> int:
        return len(self.reflectance)


def _grid(columns: int, rows: int) -> tuple[np.ndarray, np.ndarray]:
    """Nine places a cell, (cells, 9) in 0..1 along each side."""
    inner = (np.arange(3) + 0.5) / 3
    iv, iu, jv, ju = np.meshgrid(np.arange(rows), np.arange(columns), inner, inner, indexing="ij")
    return ((iu + ju) / columns).reshape(-1, 9), ((iv + jv) / rows).reshape(-1, 9)


@dataclass(frozen=True)
class Sheet:
    """A rectangle in the room with both faces alike."""

    quad: Quad
    reflects: tuple[float, ...] | None
    """A channel; None for a black one without patches."""
    passes: float = 0.0
    cell: float = QUAD_CELL
    """Smallest patch [m]."""


@lru_cache(maxsize=4)
def _cluster_points(mesh: SitterMesh) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """Faces (n,) and barycentric weights (n, 3) of nine points a cluster, by area at rest, and its mean colour.

    They do not depend on the pose, so they are found once a sitter.
    """
    corners = mesh.vertices[mesh.faces].astype(np.float64)
    area = np.linalg.norm(np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]), axis=1) / 2
    rng = np.random.default_rng(5)
    count = int(mesh.clusters.max()) + 1
    order = np.argsort(mesh.clusters, kind="stable")
    starts = np.searchsorted(mesh.clusters[order], np.arange(count + 1))
    colours = mesh.colours[mesh.faces].mean(1)
    faces, weights, reflectance = [], [], []
    for k in range(count):
        mine = order[starts[k] : starts[k + 1]]
        share = area[mine] / area[mine].sum()
        faces.append(rng.choice(mine, POINTS_A_PATCH, p=share))
        a, b = np.sqrt(rng.random(POINTS_A_PATCH)), rng.random(POINTS_A_PATCH)
        weights.append(np.stack([1 - a, a * (1 - b), a * b], 1))
        reflectance.append(share @ colours[mine])
    return np.concatenate(faces), np.concatenate(weights), np.array(reflectance)


@lru_cache(maxsize=4)
def skin_places(mesh: SitterMesh) -> np.ndarray:
    """(m,) int32 for each face of the sitter, the nearest of the nine points of its cluster: 9 cluster + point.

    Where a hard shadow crosses a cluster, a place beside it sees the near points, not the cluster's mean.
    """
    chosen, weights, _ = _cluster_points(mesh)
    corners = mesh.vertices[mesh.faces[chosen]].astype(np.float64)
    points = (corners * weights[..., None]).sum(1).reshape(-1, POINTS_A_PATCH, 3)
    nearest = np.empty(len(mesh.faces), np.int32)
    _nearest(mesh.vertices, mesh.faces, mesh.clusters, points, nearest)
    return nearest


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _nearest(vertices, faces, clusters, points, out):
    for f in range(len(faces)):
        a, b, c, of = faces[f, 0], faces[f, 1], faces[f, 2], points[clusters[f]]
        best, least = 0, np.inf
        for p in range(len(of)):
            off2 = 0.0
            for k in range(3):
                middle = (np.float64(vertices[a, k]) + vertices[b, k] + vertices[c, k]) / 3
                off2 += (middle - of[p, k]) ** 2
            if off2 < least:
                best, least = p, off2
        out[f] = clusters[f] * len(of) + best


def _sitter_cells(mesh: SitterMesh, posed: Posed):
    face, weights, reflectance = _cluster_points(mesh)
    corners = mesh.faces[face]
    points = (posed.vertices[corners] * weights[..., None]).sum(1)
    normals = (posed.normals[corners] * weights[..., None]).sum(1)
    normals /= np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-9)
    return posed.in_room(points), normals @ posed.rotation.T, reflectance


def wall_cell(room: Room, smallest: float) -> float:
    """Cell size that keeps the walls' patches within MOST_WALL_PATCHES [m]."""
    area = 2 * (room.width * room.depth + room.width * room.height + room.depth * room.height)
    return max(smallest, math.sqrt(area / MOST_WALL_PATCHES))


def build_patches(
    room: Room,
    sitter: tuple[SitterMesh, Posed] | None,
    sheets: list[Sheet],
    smallest: float = WALL_CELL,
) -> Patches:
    """Lays out the patches.

    Parameters
    ----------
    room : the room
    sitter : mesh and pose, or None for an empty room
    sheets : backdrop, panels and bodies of lights
    smallest : side of the smallest wall patch [m]
    """
    points, normals, reflectance, first = [], [], [], 0
    if sitter:
        p, n, r = _sitter_cells(*sitter)
        points, normals, reflectance, first = [p], [n], [r], len(r)
    low, high = np.array([-room.width / 2, 0, 0]), np.array([room.width / 2, room.height, room.depth])
    size, cell, room_cells = high - low, wall_cell(room, smallest), []
    for face, (axis, a, b) in enumerate(_FACE_AXES):
        columns, rows = max(1, round(size[a] / cell)), max(1, round(size[b] / cell))
        u, v = _grid(columns, rows)
        place = np.empty((*u.shape, 3))
        place[..., axis] = (low, high)[face % 2][axis]
        place[..., a], place[..., b] = low[a] + u * size[a], low[b] + v * size[b]
        normal = np.zeros(3)
        normal[axis] = 1 - 2 * (face % 2)
        points.append(place.reshape(-1, 3))
        normals.append(np.tile(normal, (u.size, 1)))
        reflectance.append(np.tile(getattr(room.surfaces, SURFACE_NAMES[face]).rgb, (columns * rows, 1)))
        room_cells.append((first, columns, rows))
        first += columns * rows
    quad_cells, opposite, passes = [], [np.arange(first)], [np.zeros(first)]
    for sheet in sheets:
        if sheet.reflects is None:
            quad_cells.append((-1, 0, 0))
            continue
        quad = sheet.quad
        columns = max(1, round(2 * float(np.linalg.norm(quad.half_x)) / sheet.cell))
        rows = max(1, round(2 * float(np.linalg.norm(quad.half_y)) / sheet.cell))
        u, v = _grid(columns, rows)
        place = np.array(quad.centre) + (2 * u - 1)[..., None] * quad.half_x + (2 * v - 1)[..., None] * quad.half_y
        for side in (1, -1):
            points.append(place.reshape(-1, 3))
            normals.append(np.tile(side * quad.normal, (u.size, 1)))
            reflectance.append(np.tile(sheet.reflects, (columns * rows, 1)))
        there = np.arange(columns * rows)
        opposite += [first + columns * rows + there, first + there]
        passes.append(np.full(2 * columns * rows, sheet.passes))
        quad_cells.append((first, columns, rows))
        first += 2 * columns * rows
    return Patches(
        np.concatenate(points).astype(np.float32),
        np.concatenate(normals).astype(np.float32),
        np.concatenate(reflectance).astype(np.float32),
        np.stack([low, high]),
        np.array(room_cells, np.int64),
        np.array(quad_cells, np.int64).reshape(-1, 3),
        np.concatenate(opposite),
        np.concatenate(passes).astype(np.float32),
    )


def patch_rotations(patches: Patches) -> np.ndarray:
    """(points, 2) float32 shift of the sample pattern at each patch point."""
    return rotations(len(patches.points), 0.13)
