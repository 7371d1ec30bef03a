"""Cameras that look closer: at each eye as the lens sees it, and at the face alone."""

from dataclasses import replace

import numpy as np

from ..geometry.vectors import aiming_axes
from ..model.camera import PICTURE_ASPECT, Camera
from ..model.point import Point
from ..model.set import Set
from ..picture.lens_rays import Size
from ..simulation.quality import DRAGGED
from ..sitter.face import face_marks
from ..sitter.gaze import eyes_in_room
from ..sitter.mesh import SitterMesh
from .catchlights import CORNEA, IRIS

EYE_HALF_WIDTH = 0.018  # [m] that an eye's picture shows either side
FACE_HALF_HEIGHT = 0.135  # [m] of the face's picture
EYE = replace(DRAGGED, size=Size(200, 160), shadow_grid=(3, 3), outlines=True, things=False)
FACE = replace(DRAGGED, size=Size(96, 120), bounce_rows=24, things=False)
"""How finely these are computed."""
IRIS_OF_WIDTH = IRIS / EYE_HALF_WIDTH
"""Radius of the iris against half the width of an eye's picture."""


def cropped(camera: Camera, middle: np.ndarray, half_width: float, level: bool) -> Camera:
    """The camera turned to a place and cropped to what lies so far either side of it [m]: a smaller sensor, so that
    perspective and blur stay those of the picture."""
    _, _, forward = aiming_axes(camera.place, Point(*map(float, middle)))
    away = float((middle - camera.place.array) @ forward)
    across = 2 * half_width / away * camera.focal_length
    longer, shorter = (across, across * PICTURE_ASPECT) if level else (across / PICTURE_ASPECT, across)
    return replace(
        camera,
        aim=Point(*map(float, middle)),
        sensor_width=shorter,
        sensor_height=longer,
        orientation="landscape" if level else "portrait",
    )


def eye_sets(photo_set: Set, mesh: SitterMesh) -> tuple[Set, Set]:
    """The set seen at the sitter's left and right eye, the iris in the middle."""
    made = []
    for eye in eyes_in_room(mesh, photo_set.sitter, photo_set.camera.place):
        gaze = (eye[3:6] - eye[:3]) / np.linalg.norm(eye[3:6] - eye[:3])
        iris = eye[3:6] + np.sqrt(CORNEA**2 - IRIS**2) * gaze
        made.append(replace(photo_set, camera=cropped(photo_set.camera, iris, EYE_HALF_WIDTH, True)))
    return made[0], made[1]


def face_set(photo_set: Set, mesh: SitterMesh) -> Set:
    """The set seen at the face alone."""
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    return replace(photo_set, camera=cropped(photo_set.camera, face, FACE_HALF_HEIGHT * PICTURE_ASPECT, False))
