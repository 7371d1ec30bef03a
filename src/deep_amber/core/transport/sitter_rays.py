"""Rays against the sitter, through the ray library's own calls."""

from dataclasses import dataclass, replace
from functools import lru_cache

import numba as nb
import numpy as np

from ..sitter.mesh import CHAIN_HEAD, LASH, Posed, SitterMesh
from .quads import FAR
from .tracer import Tracer, build_tracer

REACH = 0.9995  # share of the way to an emitter that must be free


@dataclass(frozen=True, eq=False)
class Hits:
    """First hits of rays; face is -1 where the sitter is missed."""

    face: np.ndarray  # (n,) int32, index into the mesh's faces
    distance: np.ndarray  # (n,) float32, in lengths of the direction
    weights: np.ndarray  # (n, 3) float32, barycentric


@dataclass(frozen=True, eq=False)
class SitterRays:
    """The sitter's ray structure in its body frame, and where that frame stands in the room.

    Moving or turning the body only changes the frame; the structure is rebuilt for a new head pose.
    Lashes are seen by the camera but cast no shadows: at their width they would only add noise.
    """

    solid: Tracer
    solid_faces: np.ndarray  # face indices of the mesh
    lashes: Tracer | None
    lash_faces: np.ndarray
    lash_middle: np.ndarray  # (3,) float32, body frame
    lash_reach: float  # [m] of the lashes from there
    on_head: np.ndarray  # (m,) bool for each face of the mesh
    outward: np.ndarray  # (m, 3) float32, mean shading normal of each face, body frame
    rotation: np.ndarray  # (3, 3) float32
    offset: np.ndarray  # (3,) float32

    def placed(self, posed: Posed) -> "SitterRays":
        """The same structure with the body standing elsewhere."""
        return replace(self, rotation=posed.rotation.astype(np.float32), offset=posed.offset.astype(np.float32))

    def _local(self, origins: np.ndarray, directions: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
        o, d = np.empty(origins.shape, np.float32), np.empty(directions.shape, np.float32)
        _to_body(origins, directions, self.rotation, self.offset, o, d)
        return o, d

    def first_hits(self, origins: np.ndarray, directions: np.ndarray, with_lashes: bool = False) -> Hits:
        """First hits of (n, 3) float32 rays in room coordinates."""
        o, d = self._local(origins, directions)
        triangle, distance, place = self.solid.first_hits(o, d)
        face, weights = np.empty(len(o), np.int32), np.empty((len(o), 3), np.float32)
        _named(triangle, place, self.solid_faces, face, weights)
        if with_lashes and self.lashes is not None:
            rows = np.where(self._toward_lashes(o, d))[0]
            lash, away, on_lash = self.lashes.first_hits(o[rows], d[rows])
            nearer = (lash >= 0) & (away < distance[rows])
            rows = rows[nearer]
            face[rows] = self.lash_faces[lash[nearer]]
            distance[rows], u, v = away[nearer], *on_lash[nearer].T
            weights[rows] = np.stack([1 - u - v, u, v], 1)
        return Hits(face, distance, weights)

    def looked(
        self,
        origins: np.ndarray,
        directions: np.ndarray,
        past_head: bool,
        places: np.ndarray,
        distance: np.ndarray,
        place: np.ndarray,
    ) -> None:
        """What (n, 3) float32 rays in room coordinates end on, written to `distance` and `place`.

        Parameters
        ----------
        past_head : the head lets them through to what is behind the sitter
        places : (m,) place of each face
        distance : (n,) float32, FAR where the sitter is missed
        place : (n,) int32, -1 where it is missed or a face is met from its inner side, as under a strand of hair
        """
        o, d = self._local(origins, directions)
        triangle, away, _ = self.solid.first_hits(o, d)
        _ends(triangle, away, d, self.solid_faces, self.on_head, self.outward, past_head, places, distance, place)

    def _toward_lashes(self, origins: np.ndarray, directions: np.ndarray) -> np.ndarray:
        """(n,) bool: the ray comes near the lashes; most of a picture's do not."""
        out = np.empty(len(origins), np.bool_)
        _pass_near(origins, directions, self.lash_middle, self.lash_reach, out)
        return out

    def blocked(self, origins: np.ndarray, directions: np.ndarray) -> np.ndarray:
        """(n,) bool: the sitter stands between the origin and origin + direction, in room coordinates."""
        return self.blocked_locally(*self._local(origins, directions))

    def blocked_locally(self, origins: np.ndarray, directions: np.ndarray) -> np.ndarray:
        """As `blocked` for rays that are in the body frame already."""
        return self.solid.blocked(origins, directions, REACH)

    def blocked_by_body_locally(self, origins: np.ndarray, directions: np.ndarray) -> np.ndarray:
        """As `blocked_locally`, but the head lets light through: for a meter held before the face.

        Only first hits are looked at, so a shoulder behind the head does not block (simplified).
        """
        triangle, distance, _ = self.solid.first_hits(origins, directions)
        return (triangle >= 0) & (distance < REACH) & ~self.on_head[self.solid_faces[triangle]]


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _to_body(origins, directions, rotation, offset, out_origins, out_directions):
    for i in range(len(origins)):
        x, y, z = origins[i, 0] - offset[0], origins[i, 1] - offset[1], origins[i, 2] - offset[2]
        for k in range(3):
            out_origins[i, k] = x * rotation[0, k] + y * rotation[1, k] + z * rotation[2, k]
            out_directions[i, k] = (
                directions[i, 0] * rotation[0, k]
                + directions[i, 1] * rotation[1, k]
                + directions[i, 2] * rotation[2, k]
            )


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _named(triangle, place, faces, face, weights):
    """The mesh's faces of the triangles hit, and the places on them as weights of their corners."""
    for i in range(len(triangle)):
        face[i] = faces[triangle[i]] if triangle[i] >= 0 else -1
        u, v = place[i, 0], place[i, 1]
        weights[i, 0], weights[i, 1], weights[i, 2] = np.float32(1) - u - v, u, v


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _ends(triangle, away, directions, faces, on_head, outward, past_head, places, distance, place):
    for i in range(len(triangle)):
        distance[i], place[i] = FAR, -1
        if triangle[i] < 0:
            continue
        face = faces[triangle[i]]
        if past_head and on_head[face]:
            continue
        distance[i], facing = away[i], np.float32(0)
        for k in range(3):
            facing += directions[i, k] * outward[face, k]
        if facing <= 0:
            place[i] = places[face]


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _mean_normals(faces, normals, out):
    for f in range(len(faces)):
        for k in range(3):
            out[f, k] = (normals[faces[f, 0], k] + normals[faces[f, 1], k] + normals[faces[f, 2], k]) / np.float32(3)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _pass_near(origins, directions, middle, reach, out):
    for i in range(len(out)):
        off2, along, length2 = 0.0, 0.0, 0.0
        for k in range(3):
            off, way = middle[k] - origins[i, k], directions[i, k]
            off2, along, length2 = off2 + off * off, along + off * way, length2 + way * way
        out[i] = off2 - along * along / length2 < reach * reach


@dataclass(frozen=True, eq=False)
class _Faces:
    """The faces of a mesh that rays are traced against; the pose does not change them."""

    solid: np.ndarray  # (k,) indices into the mesh's faces
    solid_corners: np.ndarray  # (k, 3) uint32
    lash: np.ndarray
    lash_corners: np.ndarray
    on_head: np.ndarray  # (m,) bool


@lru_cache(maxsize=4)
def _faces_of(mesh: SitterMesh) -> _Faces:
    of_lash = mesh.parts[mesh.faces[:, 0]] == LASH
    solid, lash = np.where(~of_lash)[0], np.where(of_lash)[0]
    corners = mesh.faces.astype(np.uint32)
    return _Faces(solid, corners[solid], lash, corners[lash], mesh.chain[mesh.faces[:, 0], CHAIN_HEAD] > 0.5)


def build_sitter_rays(mesh: SitterMesh, posed: Posed) -> SitterRays:
    """Builds the structure for a posed head."""
    of = _faces_of(mesh)
    outline = posed.vertices[of.lash_corners].reshape(-1, 3)
    middle = outline.mean(0) if len(outline) else np.zeros(3)
    outward = np.empty((len(mesh.faces), 3), np.float32)
    _mean_normals(mesh.faces, posed.normals, outward)
    return SitterRays(
        solid=build_tracer(posed.vertices, of.solid_corners),
        solid_faces=of.solid,
        lashes=build_tracer(posed.vertices, of.lash_corners) if len(of.lash) else None,
        lash_faces=of.lash,
        lash_middle=middle.astype(np.float32),
        lash_reach=float(np.linalg.norm(outline - middle, axis=1).max(initial=0)) + 1e-3,
        on_head=of.on_head,
        outward=outward,
        rotation=np.eye(3, dtype=np.float32),
        offset=np.zeros(3, np.float32),
    ).placed(posed)
