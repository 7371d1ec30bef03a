"""The sets of the stored path-tracing reference, and the points that are compared."""

from dataclasses import dataclass

import numpy as np

from deep_amber.core.scene import Backdrop, Camera, Light, Point, Room, Set, Sitter, Softbox, Surface, Surfaces
from deep_amber.core.sitter.face import face_marks
from deep_amber.core.sitter.mesh import CLOTH, SKIN, Posed, SitterMesh
from deep_amber.core.sitter.pose import posed
from deep_amber.core.transport.sitter_rays import build_sitter_rays
from deep_amber.formats.sitter_file import load_sitter

ROOMS = {"white": 0.80, "grey": 0.45, "black": 0.08}
WIDTH, DEPTH, HEIGHT = 3.0, 4.2, 2.4
SITTER_Z, BACKDROP_REFLECTANCE = 2.2, 0.45
AZIMUTH, ELEVATION, DISTANCE = -48.0, 38.0, 1.1


@dataclass(frozen=True)
class Compared:
    """Points on the face, the cloth and the backdrop."""

    names: list[str]
    points: np.ndarray  # (n, 3) [m]
    normals: np.ndarray  # (n, 3)


def around_face(photo_set_sitter: Sitter, azimuth: float, elevation: float, distance: float) -> Point:
    """A place at an azimuth and elevation [degrees] about the face's mark, against the camera wall."""
    face = np.array(face_marks(load_sitter(photo_set_sitter.who), photo_set_sitter).face)
    a, e = np.radians([azimuth, elevation])
    way = np.array([np.sin(a) * np.cos(e), np.sin(e), np.cos(a) * np.cos(e)])
    return Point(*map(float, face + distance * way))


def reference_set(
    reflectance: float, who: str = "anton", behind: float = 1.0, light: tuple = (AZIMUTH, ELEVATION, DISTANCE)
) -> Set:
    """The room of the reference with one softbox of 60 x 90 cm; `behind` is sitter to backdrop [m]."""
    sitter = Sitter(who, 0.0, SITTER_Z, 0.45)
    face = face_marks(load_sitter(who), sitter).face
    walls = Surface(reflectance)
    eye = Point(0.0, face[1], min(face[2] + 1.6, DEPTH - 0.15))
    return Set(
        Room(WIDTH, DEPTH, HEIGHT, Surfaces(walls, walls, walls, walls, walls, walls)),
        Backdrop(0.0, SITTER_Z - behind, 0.0, 2.4, 2.2, Surface(BACKDROP_REFLECTANCE)),
        sitter,
        Camera(eye, Point(*face), 85.0, 8.0, 1 / 160, 100.0),
        (Light(around_face(sitter, *light), Point(*face), 0.0, Softbox(0.6, 0.9)),),
    )


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
