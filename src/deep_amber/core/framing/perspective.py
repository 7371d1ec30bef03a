"""Perspective on the face: how much larger the near parts are drawn."""

import numpy as np

from ..model.set import Set
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from ..sitter.pose import posed

TOUCHING = 0.01  # [m]
CHEST = 0.10  # [m] under the lowest neck joint (assumption: a hand)
STRONG = 1.13  # nose to ear from which noses are usually said to look large (assumption; about 90 cm and nearer)


def nose_to_ear(distance: float, depth: float) -> float:
    """How much larger the nose is drawn than the ears: (d + depth) / d.

    Parameters
    ----------
    distance : lens to nose tip [m]; depth : nose tip to ears along the way [m]

    The focal length does not occur: it only crops.
    """
    return (distance + depth) / distance


def face_depth(mesh: SitterMesh) -> float:
    """Nose tip to ear lobes along the nose's axis [m]."""
    marks, v = mesh.landmarks, mesh.vertices
    ears = (v[marks["ear_lobe_L"], 2] + v[marks["ear_lobe_R"], 2]) / 2
    return float(v[marks["nose_tip"], 2] - ears)


def nose_drawn(photo_set: Set, mesh: SitterMesh) -> float:
    """How much larger the nose is drawn than the ears in this set, the face toward the lens."""
    v = mesh.vertices
    ahead = float(v[mesh.landmarks["nose_tip"], 2] - v[mesh.landmarks["nose_bridge"], 2])
    return nose_to_ear(max(lens_to_face(photo_set, mesh) - ahead, TOUCHING), face_depth(mesh))


def lens_to_face(photo_set: Set, mesh: SitterMesh) -> float:
    """Lens to the bridge of the nose, TOUCHING or more [m]."""
    away = np.linalg.norm(photo_set.camera.place.array - face_marks(mesh, photo_set.sitter).face)
    return max(float(away), TOUCHING)


def places_behind_eyes(mesh: SitterMesh) -> dict[str, float]:
    """How far nose tip, ear lobes and shoulders are behind the eyes along the nose's axis [m]; the nose is before them."""
    nose = float(mesh.vertices[mesh.landmarks["nose_tip"], 2])
    return {"nose": -nose, "ears": face_depth(mesh) - nose, "shoulders": -float(mesh.joints[0, 2])}


def heights_of(photo_set: Set, mesh: SitterMesh) -> dict[str, float]:
    """Heights over the floor of eyes, chin and chest of the posed sitter [m]; the chest a hand under the neck's pit."""
    body = posed(mesh, photo_set.sitter)
    chin = body.in_room(body.vertices[[mesh.landmarks["menton"]]])[0, 1]
    neck = body.in_room(mesh.joints[:1])[0, 1]
    return {"eyes": face_marks(mesh, photo_set.sitter).eyes[1], "chin": float(chin), "chest": float(neck) - CHEST}
