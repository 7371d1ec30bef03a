"""Marks on the face that everything else is measured to."""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from ..assumptions import METER_TO_NOSE
from ..model.sitter import Sitter
from .mesh import SitterMesh
from .pose import neck_transforms, place_of


@dataclass(frozen=True)
class FaceMarks:
    face: tuple[float, float, float]
    """The bridge of the nose: where tapes to the face end [m]."""
    eyes: tuple[float, float, float]
    """Middle between the eyes [m]."""
    forward: tuple[float, float, float]
    """Where the nose points: the axis of the facial plane."""
    meter: tuple[float, float, float]
    """Where the incident meter is held, in front of the nose tip [m]."""


@dataclass(frozen=True, eq=False)
class HeadFrame:
    """Where the head at rest (facing +z, the middle between the eyes at the origin) stands in the room."""

    rotation: np.ndarray  # (3, 3); its third column is where the nose points
    offset: np.ndarray  # (3,) [m]

    def in_room(self, points: np.ndarray) -> np.ndarray:
        """(..., 3) points of the head at rest, in the room [m]."""
        return points @ self.rotation.T + self.offset

    def in_head(self, points: np.ndarray) -> np.ndarray:
        """(..., 3) points of the room as the head at rest has them [m]."""
        return (points - self.offset) @ self.rotation


@lru_cache(maxsize=64)
def head_frame(mesh: SitterMesh, sitter: Sitter) -> HeadFrame:
    """The frame that the nose carries, in the room: the facial plane is its x and y."""
    head = neck_transforms(mesh.joints, sitter.head_turn, sitter.head_nod, sitter.head_tilt, sitter.chin_forward)[4]
    rotation, offset = place_of(mesh, sitter)
    return HeadFrame(rotation @ head[:3, :3], rotation @ head[:3, 3] + offset)


@lru_cache(maxsize=64)
def face_marks(mesh: SitterMesh, sitter: Sitter) -> FaceMarks:
    """Marks of the posed face in the room, without posing the whole mesh."""
    head = head_frame(mesh, sitter)
    forward = head.rotation @ np.array([0.0, 0.0, 1.0])
    nose = head.in_room(mesh.vertices[mesh.landmarks["nose_tip"]])
    marks = (
        head.in_room(mesh.vertices[mesh.landmarks["nose_bridge"]]),
        head.in_room(np.zeros(3)),
        forward,
        nose + forward * METER_TO_NOSE,
    )
    return FaceMarks(*(tuple(map(float, m)) for m in marks))  # type: ignore[arg-type]


@lru_cache(maxsize=32)
def vertices_near(mesh: SitterMesh, landmark: str, radius: float, count: int, part: int) -> np.ndarray:
    """Up to `count` evenly chosen vertices of one part within `radius` [m] of a landmark, nearest first."""
    distance = np.linalg.norm(mesh.vertices - mesh.vertices[mesh.landmarks[landmark]], axis=1)
    near = np.where((distance < radius) & (mesh.parts == part))[0]
    near = near[np.argsort(distance[near], kind="stable")]
    return near[np.linspace(0, len(near) - 1, min(count, len(near))).astype(int)]
