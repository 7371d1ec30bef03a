"""A baked sitter and the same sitter posed in the room."""

from dataclasses import dataclass, field

import numpy as np

SKIN, CLOTH, EYE_LEFT, EYE_RIGHT, LASH, HAIR, SCALP, TROUSERS, GLASSES = range(9)
CHAIN_HEAD = 4  # column of the head in the chain weights: body, three neck joints, head


@dataclass(frozen=True, eq=False)
class SitterMesh:
    """A sitter at rest, facing +z, the middle between the eyes at the origin [m].

    Compared by name: two meshes of the same name are the same sitter, dressed alike.
    """

    name: str
    description: str
    form: str
    """Its shape: sitters of one form differ in colour alone."""
    vertices: np.ndarray  # (n, 3) float32 [m]
    normals: np.ndarray  # (n, 3) float32
    tangents: np.ndarray  # (n, 3) float32, along the hair, else zero
    colours: np.ndarray  # (n, 3) float32, linear reflectance
    gloss: np.ndarray  # (n,) float32, share of its kind's shine
    hair: np.ndarray  # (n,) float32, share of hair that covers the place: 1 on hair, in between on brows and hairline
    faces: np.ndarray  # (m, 3) int32
    parts: np.ndarray  # (n,) uint8, one of SKIN ... GLASSES
    chain: np.ndarray  # (n, 5) float32, weights of body, neck01, neck02, neck03, head
    joints: np.ndarray  # (4, 3) neck01, neck02, neck03, head [m]
    eyes: np.ndarray  # (2, 7) sitter's left, right: centre, cornea centre, eyeball radius [m]
    clusters: np.ndarray  # (m,) int32, patch of each face for bounced light
    landmarks: dict[str, int] = field(repr=False)
    eye_above_seat: float  # [m]
    standing_rows: np.ndarray  # (k,) int64, vertices that lie elsewhere when the sitter stands
    standing_vertices: np.ndarray  # (k, 3) float32 [m]
    standing_normals: np.ndarray  # (k, 3) float32

    def __hash__(self) -> int:
        return hash(self.name)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, SitterMesh) and other.name == self.name


@dataclass(frozen=True, eq=False)
class Posed:
    """A sitter with its head pose applied, still at rest in its own frame, and where that frame stands."""

    vertices: np.ndarray  # (n, 3) float32, body frame [m]
    normals: np.ndarray  # (n, 3) float32, body frame
    tangents: np.ndarray  # (n, 3) float32, body frame
    rotation: np.ndarray  # (3, 3) body frame -> room
    offset: np.ndarray  # (3,) [m]
    head_rotation: np.ndarray  # (3, 3) head at rest -> room
    eyes: np.ndarray  # (2, 7) in the room [m]

    def in_room(self, points: np.ndarray) -> np.ndarray:
        """(n, 3) body-frame points in room coordinates [m]."""
        return points @ self.rotation.T + self.offset
