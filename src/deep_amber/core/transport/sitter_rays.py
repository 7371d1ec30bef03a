"""Rays against the sitter, through the ray library's own calls."""

from dataclasses import dataclass, replace

import numba as nb
import numpy as np

from ..sitter.mesh import CHAIN_HEAD, LASH, Posed, SitterMesh
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
        return (
            np.ascontiguousarray((origins - self.offset) @ self.rotation, np.float32),
            np.ascontiguousarray(directions @ self.rotation, np.float32),
        )

    def first_hits(self, origins: np.ndarray, directions: np.ndarray, with_lashes: bool = False) -> Hits:
        """First hits of (n, 3) float32 rays in room coordinates."""
        o, d = self._local(origins, directions)
        triangle, distance, place = self.solid.first_hits(o, d)
        face = np.where(triangle >= 0, self.solid_faces[triangle], -1).astype(np.int32)
        if with_lashes and self.lashes is not None:
            rows = np.where(self._toward_lashes(o, d))[0]
            lash, away, on_lash = self.lashes.first_hits(o[rows], d[rows])
            nearer = (lash >= 0) & (away < distance[rows])
            rows = rows[nearer]
            face[rows] = self.lash_faces[lash[nearer]]
            distance[rows], place[rows] = away[nearer], on_lash[nearer]
        return Hits(face, distance, np.stack([1 - place[:, 0] - place[:, 1], place[:, 0], place[:, 1]], 1))

    def _toward_lashes(self, origins: np.ndarray, directions: np.ndarray) -> np.ndarray:
        """(n,) bool: the ray comes near the lashes; most of a picture's do not."""
        out = np.empty(len(origins), np.bool_)
        _pass_near(origins, directions, self.lash_middle, self.lash_reach, out)
        return out

    def from_behind(self, hits: Hits, directions: np.ndarray) -> np.ndarray:
        """(n,) bool: the hit face is seen from its inner side, as under a strand of hair or inside a sleeve."""
        local = directions @ self.rotation
        return (hits.face >= 0) & (np.einsum("nk,nk->n", local, self.outward[hits.face]) > 0)

    def blocked(self, origins: np.ndarray, directions: np.ndarray) -> np.ndarray:
        """(n,) bool: the sitter stands between the origin and origin + direction, in room coordinates."""
        return self.blocked_locally(*self._local(origins, directions))

    def blocked_locally(self, origins: np.ndarray, directions: np.ndarray) -> np.ndarray:
        """As `blocked` for rays that are in the body frame already."""
        return self.solid.blocked(origins, directions, REACH)

    def blocked_by_body_locally(self, origins: np.ndarray, directions: np.ndarray) -> np.ndarray:
        """As `blocked_locally`, but the head lets light through: for a meter held before the face.

        Only first hits are looked at, so a shoulder behind the head does not block (assumption).
        """
        triangle, distance, _ = self.solid.first_hits(origins, directions)
        return (triangle >= 0) & (distance < REACH) & ~self.on_head[self.solid_faces[triangle]]


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _pass_near(origins, directions, middle, reach, out):
    for i in range(len(out)):
        off2, along, length2 = 0.0, 0.0, 0.0
        for k in range(3):
            off, way = middle[k] - origins[i, k], directions[i, k]
            off2, along, length2 = off2 + off * off, along + off * way, length2 + way * way
        out[i] = off2 - along * along / length2 < reach * reach


def build_sitter_rays(mesh: SitterMesh, posed: Posed) -> SitterRays:
    """Builds the structure for a posed head."""
    lash = mesh.parts[mesh.faces[:, 0]] == LASH
    solid_faces, lash_faces = np.where(~lash)[0], np.where(lash)[0]
    corners = posed.vertices[mesh.faces[lash_faces]].reshape(-1, 3)
    middle = corners.mean(0) if len(corners) else np.zeros(3)
    return SitterRays(
        solid=build_tracer(posed.vertices, mesh.faces[solid_faces]),
        solid_faces=solid_faces,
        lashes=build_tracer(posed.vertices, mesh.faces[lash_faces]) if len(lash_faces) else None,
        lash_faces=lash_faces,
        lash_middle=middle.astype(np.float32),
        lash_reach=float(np.linalg.norm(corners - middle, axis=1).max(initial=0)) + 1e-3,
        on_head=mesh.chain[mesh.faces[:, 0], CHAIN_HEAD] > 0.5,
        outward=posed.normals[mesh.faces].mean(1, dtype=np.float32),
        rotation=np.eye(3, dtype=np.float32),
        offset=np.zeros(3, np.float32),
    ).placed(posed)
