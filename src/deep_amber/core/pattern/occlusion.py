"""What of the sitter stands in light's way from each face point, for all directions at once.

With it a thousand lights are read in the time that rays take for forty. It knows head, hair, glasses and body, not
flags or furniture: for these the reading of a set goes by rays.
"""

from functools import lru_cache

import numpy as np

from ..model.sitter import Sitter
from ..sitter.mesh import CHAIN_HEAD, LASH, SitterMesh
from ..sitter.pose import neck_transforms, skin_mesh
from ..transport.hemisphere import RAY_START
from ..transport.tracer import Tracer, build_tracer
from ..transport.workers import in_chunks
from .face_points import FacePoints, face_points
from .octahedron import cell_directions

BEYOND = 0.05  # cosine under the surface to which directions are looked at, for the cells that straddle it
EVERY, ANCHOR_OUT = 5, 0.012  # the body is looked for from each so manyth point, that far off the skin [m]
FAR = 3.0  # [m] beyond which nothing of the sitter is


def _blocked(tracer: Tracer, points: np.ndarray, normals: np.ndarray | None, ways: np.ndarray) -> np.ndarray:
    """(n, k) bool for points and directions; directions far under the surface are taken as clear."""
    out = np.zeros((len(points), len(ways)), bool)

    def work(a: int, b: int) -> None:
        asked = np.ones((b - a, len(ways)), bool) if normals is None else normals[a:b] @ ways.T > -BEYOND
        which, way = np.nonzero(asked)
        out[a + which, way] = tracer.blocked(points[a + which], np.ascontiguousarray(ways[way] * np.float32(FAR)), 1.0)

    in_chunks(work, len(points), 16)
    return out


@lru_cache(maxsize=2)
def _head(mesh: SitterMesh) -> np.ndarray:
    """(n, cells) bool: the head blocks."""
    face = face_points(mesh)
    on_head = (mesh.chain[mesh.faces, CHAIN_HEAD].mean(1) > 0.5) & (mesh.parts[mesh.faces[:, 0]] != LASH)
    start = face.points + np.float32(RAY_START) * face.normals
    ways = cell_directions().reshape(-1, 3).astype(np.float32)
    return _blocked(build_tracer(mesh.vertices, mesh.faces[on_head]), start, face.normals, ways)


def _anchors(face: FacePoints) -> tuple[np.ndarray, np.ndarray]:
    """Indices of the anchors, and for each point the nearest of them."""
    chosen = np.where((face.cell % EVERY == 0).all(1))[0]
    away = ((face.points[:, None] - face.points[None, chosen]) ** 2).sum(2)
    return chosen, away.argmin(1)


@lru_cache(maxsize=1)
def _body(mesh: SitterMesh, turn: float, nod: float, tilt: float, forward: float) -> np.ndarray:
    """(n, cells) bool: the body under the posed head blocks, by the nearest anchor."""
    face = face_points(mesh)
    vertices = skin_mesh(mesh, turn, nod, tilt, forward)[0]
    head = neck_transforms(mesh.joints, turn, nod, tilt, forward)[4]
    at_rest = ((vertices - head[:3, 3]) @ head[:3, :3]).astype(np.float32)
    off_head = (mesh.chain[mesh.faces, CHAIN_HEAD].mean(1) <= 0.5) & (mesh.parts[mesh.faces[:, 0]] != LASH)
    anchors, nearest = _anchors(face)
    start = face.points[anchors] + np.float32(ANCHOR_OUT) * face.normals[anchors]
    ways = cell_directions().reshape(-1, 3).astype(np.float32)
    return _blocked(build_tracer(at_rest, mesh.faces[off_head]), start, None, ways)[nearest]


@lru_cache(maxsize=1)
def _clear(mesh: SitterMesh, turn: float, nod: float, tilt: float, forward: float) -> np.ndarray:
    side = cell_directions().shape[0]
    blocked = _head(mesh) | _body(mesh, turn, nod, tilt, forward)
    return np.ascontiguousarray(~blocked.reshape(-1, side, side)).astype(np.uint8)


def clear_ways(mesh: SitterMesh, sitter: Sitter) -> np.ndarray:
    """(n, SIDE + 2, SIDE + 2) uint8, 1 where nothing of the posed sitter blocks a direction of the head's frame.

    The head's part is kept for each sitter, the body's for each pose of the head.
    """
    return _clear(mesh, sitter.head_turn, sitter.head_nod, sitter.head_tilt, sitter.chin_forward)
