"""Alone before the camera: the mark, what is sharp when one sways, the time to walk, what is forgotten."""

import math
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from ..framing.depth_of_field import depth_of_field, nearest_focus
from ..framing.lenses import openings
from ..geometry.quads import backdrop_quad
from ..geometry.vectors import aiming_axes
from ..model.camera import Camera
from ..model.set import Set
from ..simulation.focus import eye_distance, to_near_eye
from ..simulation.stages import Stages
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from ..sitter.pose import posed

WALKING = 0.7  # [m/s] in a room of cables and stands (assumption: half of walking outside)
SITTING_DOWN = 3.0  # [s] to sit and find the pose (assumption)
SWAY = 0.03  # [m] that a seated head sways forward and back in ten seconds (assumption)
STANDING_SWAY = 0.06  # [m] standing (assumption)
TIMERS = (2.0, 10.0)  # [s] that cameras have
Forgotten = Literal["focus_manual", "format", "battery", "white_balance", "timer", "sync", "screen", "card", "eyes"]
FORGOTTEN: tuple[Forgotten, ...] = (
    "focus_manual",
    "white_balance",
    "format",
    "timer",
    "screen",
    "battery",
    "card",
    "eyes",
)
"""What is forgotten most, in the order it is set."""


@dataclass(frozen=True)
class SelfPortrait:
    mark_x: float
    """Of the sitter's middle on the floor, from the room's middle to camera-right [m]."""
    mark_z: float
    """From the back wall [m]."""
    eye_height: float
    """Of the stand-in object: something with white on it [m]."""
    distance: float
    """Lens to the near eye along the axis [m]: to what is focused."""
    before: float
    """Sharp before that [m]."""
    behind: float
    """Sharp behind it [m]; infinite where all of it is."""
    sway: float
    """That is usual [m]."""
    holds: bool
    """Whether swaying stays sharp."""
    aperture: float
    """The widest of the series that keeps swaying sharp [f-number]."""
    walk: float
    """From the camera to the mark, and to sit down [s]."""
    timer: float
    """The camera's timer that is enough [s]; 0 for none, a remote it must be."""


def self_portrait_of(stages: Stages) -> SelfPortrait:
    """Of a set: sitter and photographer are one."""
    photo_set = stages.photo_set
    camera, sitter = photo_set.camera, photo_set.sitter
    distance = eye_distance(stages)
    depth = depth_of_field(camera, distance)
    sway = SWAY if sitter.seat_height > 0 else STANDING_SWAY
    walk = way_to_mark(photo_set) / WALKING + SITTING_DOWN
    wide = next((n for n in openings(camera) if _margin(camera, n, distance) >= sway), 0.0)
    return SelfPortrait(
        sitter.x, sitter.z, face_marks(stages.mesh, sitter).eyes[1], distance, depth.before, depth.behind, sway,
        min(depth.before, depth.behind) >= sway, wide, walk, next((t for t in TIMERS if t >= walk), 0.0),
    )  # fmt: skip


def _margin(camera: Camera, aperture: float, distance: float) -> float:
    depth = depth_of_field(replace(camera, aperture=aperture), distance)
    return min(depth.before, depth.behind)


def way_to_mark(photo_set: Set) -> float:
    """From behind the camera to the mark [m]."""
    camera = photo_set.camera.place
    return math.hypot(camera.x - photo_set.sitter.x, camera.z - photo_set.sitter.z)


def in_focus(camera: Camera, focus: float, eye: float) -> bool:
    """Whether an eye at a distance along the axis is sharp, focused at another [m]."""
    depth = depth_of_field(camera, max(focus, nearest_focus(camera)))
    return focus - depth.before <= eye <= focus + depth.behind


def to_eye(photo_set: Set, mesh: SitterMesh) -> float:
    """Lens to the near eye along the lens's axis [m]."""
    return to_near_eye(photo_set.camera, posed(mesh, photo_set.sitter))


def to_backdrop(photo_set: Set) -> float:
    """Lens to the backdrop along the lens's axis [m]: what is focused where nobody is at the mark."""
    camera, quad = photo_set.camera, backdrop_quad(photo_set.backdrop)
    _, _, forward = aiming_axes(camera.place, camera.aim)
    toward = float(forward @ np.array(quad.normal))
    away = float((np.array(quad.centre) - camera.place.array) @ np.array(quad.normal))
    return max(away / toward if abs(toward) > 1e-3 else away, nearest_focus(camera))
