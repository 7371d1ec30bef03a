"""The points of the stored reference: skin, cloth, backdrop, and the meters before the face."""

from dataclasses import dataclass

import numpy as np

from deep_amber.core.model import Set, Sitter
from deep_amber.core.sitter.mesh import CLOTH, SKIN, Posed, SitterMesh
from deep_amber.core.sitter.pose import posed
from deep_amber.core.transport.sitter_rays import build_sitter_rays


@dataclass(frozen=True)
class Compared:
    """Points on the face, the cloth and the backdrop."""

    names: list[str]
    points: np.ndarray  # (n, 3) [m]
    normals: np.ndarray  # (n, 3)


def _spread_out(candidates: np.ndarray, positions: np.ndarray, count: int) -> np.ndarray:
    """Farthest-point choice of `count` candidates."""
    chosen = [int(candidates[0])]
    away = np.linalg.norm(positions[candidates] - positions[chosen[0]], axis=1)
    while len(chosen) < count:
        chosen.append(int(candidates[np.argmax(away)]))
        away = np.minimum(away, np.linalg.norm(positions[candidates] - positions[chosen[-1]], axis=1))
    return np.array(chosen)


def _open(mesh: SitterMesh, rows: np.ndarray) -> np.ndarray:
    """Those vertices that look out freely: not under hair or cloth, nor inside the mouth."""
    rest = posed(mesh, Sitter(mesh.name, 0.0, 0.0, 0.5))
    rays = build_sitter_rays(mesh, rest)
    points, normals = rest.in_room(mesh.vertices[rows]), mesh.normals[rows]
    aside = np.cross(normals, [0.3, 0.9, 0.31])
    aside /= np.linalg.norm(aside, axis=1, keepdims=True)
    over = np.cross(normals, aside)
    free = np.ones(len(rows), bool)
    for a, b in ((0, 0), (0.8, 0), (-0.8, 0), (0, 0.8), (0, -0.8)):
        way = (normals + a * aside + b * over) * 0.6
        free &= ~rays.blocked((points + normals * 1e-3).astype(np.float32), way.astype(np.float32))
    return rows[free]


def _face_vertices(mesh: SitterMesh, count: int) -> np.ndarray:
    """Frontal skin without the folds of sockets and mouth, where a millimetre decides."""
    v, n = mesh.vertices, mesh.normals
    keep = (mesh.parts == SKIN) & (abs(v[:, 0]) < 0.07) & (v[:, 1] > -0.11) & (v[:, 1] < 0.08) & (n[:, 2] > 0.2)
    for landmark, radius in (("upper_lip", 0.026), ("subnasale", 0.016)):
        keep &= np.linalg.norm(v - v[mesh.landmarks[landmark]], axis=1) > radius
    for eye in mesh.eyes:
        keep &= np.linalg.norm(v[:, :2] - eye[:2], axis=1) > 0.024
    return _spread_out(_open(mesh, np.where(keep)[0]), v, count)


def _chest_vertices(mesh: SitterMesh, count: int) -> np.ndarray:
    v, n = mesh.vertices, mesh.normals
    under = v[:, 1] - mesh.joints[0, 1]
    keep = (mesh.parts == CLOTH) & (abs(v[:, 0]) < 0.15) & (n[:, 2] > 0.4) & (under < -0.11) & (under > -0.25)
    return _spread_out(_open(mesh, np.where(keep)[0]), v, count)


def compared(photo_set: Set, mesh: SitterMesh, body: Posed | None = None) -> Compared:
    """30 points of the face, 6 of the cloth and 10 of the backdrop."""
    body = body or posed(mesh, photo_set.sitter)
    rows = np.concatenate([_face_vertices(mesh, 30), _chest_vertices(mesh, 6)])
    points = body.in_room(body.vertices[rows].astype(float))
    normals = body.normals[rows] @ body.rotation.T
    wall = np.array([[x, y, photo_set.backdrop.z] for y in (1.0, 1.6) for x in (-0.8, -0.4, 0.0, 0.4, 0.8)])
    names = ["face"] * 30 + ["cloth"] * 6 + ["backdrop"] * 10
    normals = np.concatenate([normals, np.tile([0.0, 0.0, 1.0], (10, 1))])
    return Compared(names, np.concatenate([points, wall]), normals / np.linalg.norm(normals, axis=1, keepdims=True))


def first_light(photo_set: Set) -> np.ndarray:
    """(3,) place of the first light that is on [m]: what the compared meters are turned to."""
    return next(light.place.array for light in photo_set.lights if light.on)
