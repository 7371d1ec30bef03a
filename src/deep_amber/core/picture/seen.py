"""What the lens sees at each picture place: surface point, normal, kind, colour."""

from dataclasses import dataclass
from functools import cached_property

import numba as nb
import numpy as np

from ..assumptions import SHINE
from ..geometry.quads import backdrop_bars, still_quads
from ..model.room import SURFACE_NAMES, Surface
from ..model.set import Set
from ..sitter.kinds import CLOTH_KIND, EYE_KIND, HAIR_KIND, LASH_KIND, SKIN_KIND, WALL_KIND
from ..sitter.mesh import CLOTH, EYE_LEFT, EYE_RIGHT, GLASSES, HAIR, LASH, SCALP, SKIN, TROUSERS, Posed, SitterMesh
from ..transport.hemisphere import RAY_START
from ..transport.quads import box_hit, quad_hit, quad_rows
from ..transport.sitter_rays import SitterRays
from ..transport.workers import in_chunks

_KIND_OF_PART = np.zeros(9, np.uint8)
for _part, _kind in ((SKIN, SKIN_KIND), (CLOTH, CLOTH_KIND), (EYE_LEFT, EYE_KIND), (EYE_RIGHT, EYE_KIND),
                     (LASH, LASH_KIND), (HAIR, HAIR_KIND), (SCALP, LASH_KIND),
                     (TROUSERS, CLOTH_KIND), (GLASSES, LASH_KIND)):  # fmt: skip
    _KIND_OF_PART[_part] = _kind
_SHINE_ROWS = [SHINE[k] for k in ("skin", "cloth", "eye", "cloth", "hair", "cloth")]
ROUGHNESS = np.array([row[0] for row in _SHINE_ROWS], np.float64)
F0 = np.array([row[1] for row in _SHINE_ROWS], np.float64)
POLES = Surface(0.06)  # of stands and bars: black metal (assumption)
SURFACE_LIFT, HAIR_LIFT = RAY_START, 1.5e-3  # start of shadow rays above the surface [m]


@dataclass(frozen=True, eq=False)
class Seen:
    points: np.ndarray  # (n, 3) float32 [m]
    normals: np.ndarray  # (n, 3) float32, shading normals
    views: np.ndarray  # (n, 3) float32 unit, toward the lens
    tangents: np.ndarray  # (n, 3) float32, along the hair
    kinds: np.ndarray  # (n,) uint8
    albedo: np.ndarray  # (n, 3) float32
    gloss: np.ndarray  # (n,) float32, share of the kind's shine
    lift: np.ndarray  # (n,) float32 [m]
    distance: np.ndarray  # (n,) float32 from the lens [m]

    @cached_property
    def on_walls(self) -> np.ndarray:
        """Rows of the places on room and backdrop."""
        return np.where(self.kinds == WALL_KIND)[0]

    @cached_property
    def on_sitter(self) -> np.ndarray:
        """Rows of the places on the sitter."""
        return np.where(self.kinds != WALL_KIND)[0]

    @cached_property
    def on_eyes(self) -> np.ndarray:
        """Rows of the places on the eyes."""
        return np.where(self.kinds == EYE_KIND)[0]

    @property
    def walls(self) -> tuple[np.ndarray, np.ndarray]:
        """Points and normals of the places on room and backdrop."""
        return self.points[self.on_walls], self.normals[self.on_walls]


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _walls(lens, rays, room, quads, wall_normals, wall_colours, points, normals, views, albedo, distance, start, stop):
    for i in range(start, stop):
        dx, dy, dz = rays[i, 0], rays[i, 1], rays[i, 2]
        t, index = box_hit(room, lens[0], lens[1], lens[2], dx, dy, dz)
        for q in range(quads.shape[0]):
            tq, _, _ = quad_hit(quads, q, lens[0], lens[1], lens[2], dx, dy, dz)
            if 1e-4 < tq < t:
                t = tq
                front = dx * quads[q, 9] + dy * quads[q, 10] + dz * quads[q, 11] < 0
                index = 6 + 2 * q + (0 if front else 1)
        distance[i] = t
        for k in range(3):
            points[i, k], views[i, k] = lens[k] + t * rays[i, k], -rays[i, k]
            normals[i, k], albedo[i, k] = wall_normals[index, k], wall_colours[index, k]


def _wall_tables(photo_set: Set) -> tuple[np.ndarray, np.ndarray, np.ndarray, np.ndarray]:
    room = photo_set.room
    things = (*still_quads(photo_set), *((quad, POLES) for quad in backdrop_bars(photo_set.backdrop)))
    corners = np.array([[-room.width / 2, 0, 0], [room.width / 2, room.height, room.depth]])
    normals = [
        [1, 0, 0],
        [-1, 0, 0],
        [0, 1, 0],
        [0, -1, 0],
        [0, 0, 1],
        [0, 0, -1],
        *(side * quad.normal for quad, _ in things for side in (1, -1)),
    ]
    colours = [getattr(room.surfaces, name).rgb for name in SURFACE_NAMES] + [
        surface.rgb for _, surface in things for _ in (1, -1)
    ]
    return (
        corners,
        quad_rows([quad for quad, _ in things]),
        np.array(normals, np.float32),
        np.array(colours, np.float32),
    )


def walls_seen(photo_set: Set, rays: np.ndarray) -> Seen:
    """Room, backdrop and furniture along (n, 3) float32 rays from the lens, as if the sitter were away."""
    n = len(rays)
    corners, quads, wall_normals, wall_colours = _wall_tables(photo_set)
    points, normals, views, albedo = (np.empty((n, 3), np.float32) for _ in range(4))
    distance, lens = np.empty(n, np.float32), photo_set.camera.place.array
    in_chunks(
        lambda a, b: _walls(lens, rays, corners, quads, wall_normals, wall_colours, points, normals, views, albedo, distance,
                            a, b),
        n, 8192,
    )  # fmt: skip
    return Seen(
        points=points, normals=normals, views=views, tangents=np.zeros((n, 3), np.float32),
        kinds=np.full(n, WALL_KIND, np.uint8), albedo=albedo, gloss=np.ones(n, np.float32),
        lift=np.full(n, SURFACE_LIFT, np.float32), distance=distance,
    )  # fmt: skip


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _interpolate(lens, directions, distance, faces, face, weights, vertices, normals, tangents, colours, gloss, parts,
                 kind_of_part, rotation, rows, views, out_distance, out_points, out_normals, out_tangents, out_albedo, out_gloss, out_kinds, out_lift, start, stop):  # fmt: skip
    # Plain scalars throughout: a small array would be taken from the heap for every pixel.
    for j in range(start, stop):
        i = rows[j]
        f = face[i]
        a, b, c = faces[f, 0], faces[f, 1], faces[f, 2]
        wa, wb, wc = weights[i, 0], weights[i, 1], weights[i, 2]
        out_distance[i] = distance[i]
        out_gloss[i] = wa * gloss[a] + wb * gloss[b] + wc * gloss[c]
        for k in range(3):
            out_points[i, k] = lens[k] + directions[i, k] * distance[i]
            out_albedo[i, k] = wa * colours[a, k] + wb * colours[b, k] + wc * colours[c, k]
        n0 = wa * normals[a, 0] + wb * normals[b, 0] + wc * normals[c, 0]
        n1 = wa * normals[a, 1] + wb * normals[b, 1] + wc * normals[c, 1]
        n2 = wa * normals[a, 2] + wb * normals[b, 2] + wc * normals[c, 2]
        t0 = wa * tangents[a, 0] + wb * tangents[b, 0] + wc * tangents[c, 0]
        t1 = wa * tangents[a, 1] + wb * tangents[b, 1] + wc * tangents[c, 1]
        t2 = wa * tangents[a, 2] + wb * tangents[b, 2] + wc * tangents[c, 2]
        x1, y1, z1 = (vertices[b, 0] - vertices[a, 0], vertices[b, 1] - vertices[a, 1], vertices[b, 2] - vertices[a, 2])
        x2, y2, z2 = (vertices[c, 0] - vertices[a, 0], vertices[c, 1] - vertices[a, 1], vertices[c, 2] - vertices[a, 2])
        g0, g1, g2 = y1 * z2 - z1 * y2, z1 * x2 - x1 * z2, x1 * y2 - y1 * x2
        facing = 0.0
        for k in range(3):
            r0, r1, r2 = rotation[k, 0], rotation[k, 1], rotation[k, 2]
            out_normals[i, k] = r0 * n0 + r1 * n1 + r2 * n2
            out_tangents[i, k] = r0 * t0 + r1 * t1 + r2 * t2
            facing += (r0 * g0 + r1 * g1 + r2 * g2) * views[i, k]
        kind = kind_of_part[parts[a]]
        scale_n = (-1.0 if facing < 0 and kind != HAIR_KIND else 1.0) / np.sqrt(n0 * n0 + n1 * n1 + n2 * n2 + 1e-20)
        scale_t = 1.0 / max(np.sqrt(t0 * t0 + t1 * t1 + t2 * t2), 1e-6)
        for k in range(3):
            out_normals[i, k] *= scale_n
            out_tangents[i, k] *= scale_t
        out_kinds[i] = kind
        out_lift[i] = HAIR_LIFT if kind == HAIR_KIND else SURFACE_LIFT


def all_seen(photo_set: Set, mesh: SitterMesh, posed: Posed, rays: SitterRays, directions: np.ndarray) -> Seen:
    """Sitter, backdrop and room along (n, 3) float32 unit directions from the lens."""
    seen = walls_seen(photo_set, directions)
    lens = photo_set.camera.place.array.astype(np.float32)
    n = len(directions)
    face, distance = np.empty(n, np.int32), np.empty(n, np.float32)
    weights = np.empty((n, 3), np.float32)

    def work(a: int, b: int) -> None:
        hits = rays.first_hits(np.broadcast_to(lens, (b - a, 3)), directions[a:b], with_lashes=True)
        face[a:b], distance[a:b], weights[a:b] = hits.face, hits.distance, hits.weights

    in_chunks(work, n, 8192)
    rows = np.where((face >= 0) & (distance < seen.distance))[0]
    in_chunks(
        lambda a, b: _interpolate(lens, directions, distance, mesh.faces, face, weights, posed.vertices, posed.normals, posed.tangents,
                                  mesh.colours, mesh.gloss, mesh.parts, _KIND_OF_PART, posed.rotation, rows, seen.views, seen.distance,
                                  seen.points, seen.normals, seen.tangents, seen.albedo, seen.gloss, seen.kinds,
                                  seen.lift, a, b),
        len(rows), 8192,
    )  # fmt: skip
    return seen
