"""Pose: the head's rotation shared over the neck, the body turned and set on its seat."""

from functools import lru_cache

import numpy as np

from ..geometry.vectors import rotation, rotation_vector
from ..model.sitter import Sitter
from .blend import blend
from .mesh import Posed, SitterMesh

# Share of the head's rotation at neck01, neck02, neck03 and head (docs/light-model.md, assumption).
NECK_SHARES = (0.20, 0.25, 0.25, 0.30)


def head_rotation(turn: float, nod: float, tilt: float) -> np.ndarray:
    """(3, 3) turn (toward the sitter's left), nod (chin down) and tilt (crown to the sitter's left) [degrees]."""
    y, x, z = np.radians([turn, nod, -tilt])
    return rotation((0, y, 0)) @ rotation((x, 0, 0)) @ rotation((0, 0, z))


def _leans(joints: np.ndarray, forward: float) -> tuple[float, ...]:
    """Nods [radians] at the four joints that bring the head forward [m] and leave it level: the neck leans, the head
    nods back."""
    up, ahead = (float(joints[-1, k] - joints[0, k]) for k in (1, 2))
    neck = float(np.hypot(up, ahead))
    lean = float(np.arcsin(min((ahead + forward) / neck, 1.0)) - np.arcsin(ahead / neck)) if forward else 0.0
    return lean, 0.0, 0.0, -lean


def neck_transforms(joints: np.ndarray, turn: float, nod: float, tilt: float, forward: float = 0.0) -> np.ndarray:
    """(5, 4, 4) transforms of body, three neck joints and head, each about its own joint."""
    whole = rotation_vector(head_rotation(turn, nod, tilt))
    transforms, current = [np.eye(4)], np.eye(4)
    for joint, share, lean in zip(joints, NECK_SHARES, _leans(joints, forward), strict=True):
        local = np.eye(4)
        local[:3, :3] = rotation((lean, 0, 0)) @ rotation(whole * share)
        local[:3, 3] = joint - local[:3, :3] @ joint
        current = current @ local
        transforms.append(current)
    return np.array(transforms)


@lru_cache(maxsize=2)
def skin_mesh(
    mesh: SitterMesh, turn: float, nod: float, tilt: float, forward: float = 0.0
) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """Linear blend skinning with five weights a vertex: vertices [m], normals, tangents (n, 3) float32.

    The last two head poses are kept, as moving or turning the body does not change them.
    """
    if turn == nod == tilt == forward == 0:
        return mesh.vertices, mesh.normals, mesh.tangents
    transforms = neck_transforms(mesh.joints, turn, nod, tilt, forward).astype(np.float32)
    vertices, normals, tangents = (np.empty_like(mesh.vertices) for _ in range(3))
    blend(mesh.chain, transforms, mesh.vertices, mesh.normals, mesh.tangents, vertices, normals, tangents)
    return vertices, normals, tangents


def place_of(mesh: SitterMesh, sitter: Sitter) -> tuple[np.ndarray, np.ndarray]:
    """Rotation (3, 3) and offset (3,) [m] from the body frame to the room.

    The body turns about the vertical through its lowest neck joint, which stands over the sitter's mark; lying on the
    back, feet toward the camera when not turned, the joint is as high over the couch as the back is deep.
    """
    turned = rotation((0, np.radians(sitter.body_turn), 0))
    axis = np.array([0.0, 0.0, mesh.joints[0, 2]])
    if sitter.posture == "lying":
        turned = turned @ rotation((-np.pi / 2, 0, 0))
        axis = mesh.joints[0].astype(float)
        stands = np.array([sitter.x, sitter.seat_height + mesh.joints[0, 2] - _back(mesh), sitter.z])
    else:
        over = mesh.eye_above_seat if sitter.posture == "seated" else -_sole(mesh)
        stands = np.array([sitter.x, sitter.seat_height + over, sitter.z])
    return turned, stands - turned @ axis


@lru_cache(maxsize=16)
def _sole(mesh: SitterMesh) -> float:
    """Height of the soles of a standing sitter against its eyes [m]."""
    return float(mesh.standing_vertices[:, 1].min())


@lru_cache(maxsize=16)
def _back(mesh: SitterMesh) -> float:
    """Depth of the rearmost place of body and head against the eyes [m]."""
    return float(mesh.vertices[:, 2].min())


def posed(mesh: SitterMesh, sitter: Sitter) -> Posed:
    """The sitter in the room."""
    head_pose = (sitter.head_turn, sitter.head_nod, sitter.head_tilt, sitter.chin_forward)
    vertices, normals, tangents = skin_mesh(mesh, *head_pose)
    turned, offset = place_of(mesh, sitter)
    head = neck_transforms(mesh.joints, *head_pose)[4]
    eyes = mesh.eyes.astype(float).copy()
    for columns in (slice(0, 3), slice(3, 6)):
        in_body = eyes[:, columns] @ head[:3, :3].T + head[:3, 3]
        eyes[:, columns] = in_body @ turned.T + offset
    return Posed(vertices, normals, tangents, turned, offset, turned @ head[:3, :3], eyes)
