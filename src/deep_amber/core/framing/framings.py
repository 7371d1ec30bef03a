"""Framings: what of the sitter is in the picture, and where the camera stands for it."""

import math
from dataclasses import dataclass, replace

import numpy as np

from ..geometry.quads import field_of_view
from ..geometry.vectors import aiming_axes, unit
from ..model.camera import Camera, Lens
from ..model.point import Point
from ..model.set import Set
from ..problem import NotAccepted, Problem
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from .lenses import longest_under


@dataclass(frozen=True)
class Framing:
    name: str
    height: float
    """Of the picture at the face [m]. Assumption: proportions of a seated adult, crown at 9 % under the upper edge."""
    eyes_under_top: float
    """Of the eyes under the picture's upper edge, as a share of its height."""


FRAMINGS = {
    f.name: f
    for f in (
        Framing("tight head", 0.34, 0.42),
        Framing("head and shoulders", 0.62, 0.36),
        Framing("half", 0.95, 0.30),
        Framing("three-quarter", 1.40, 0.24),
    )
}
ROOM_BEHIND = 0.25  # [m] kept between lens and the wall behind the camera (assumption)


def sensor_height(camera: Camera) -> float:
    """Height of the picture on the sensor [mm]."""
    return 2 * field_of_view(camera, camera.aspect)[1] * camera.focal_length


def picture_height(camera: Camera, distance: float) -> float:
    """Height of the part of a plane at a distance that the picture shows [m]."""
    return distance * sensor_height(camera) / camera.focal_length


def nearest_framing(height: float) -> str:
    """Name of the framing that a picture of that height at the face [m] is nearest to, by ratio."""
    return min(FRAMINGS, key=lambda name: abs(math.log(height / FRAMINGS[name].height)))


def distance_for(camera: Camera, framing: Framing) -> float:
    """Lens to face for a framing [m]."""
    return framing.height / picture_height(camera, 1.0)


def _way_back(photo_set: Set, face: np.ndarray) -> np.ndarray:
    """Level unit vector from the face to the lens; toward the camera's wall when the lens is right over the face."""
    to_lens = photo_set.camera.place.array - face
    level = unit(np.array([to_lens[0], 0.0, to_lens[2]]))
    return level if level.any() else np.array([0.0, 0.0, 1.0])


def length_there(photo_set: Set, mesh: SitterMesh) -> float:
    """How far from the face the lens can stand in the present direction before a wall [m]."""
    face, room = np.array(face_marks(mesh, photo_set.sitter).face), photo_set.room
    way = _way_back(photo_set, face)
    ends = [math.inf]
    for axis, low, high in ((0, -room.width / 2, room.width / 2), (2, 0.0, room.depth)):
        if way[axis]:
            ends.append(((high if way[axis] > 0 else low) - face[axis]) / way[axis])
    return float(min(ends)) - ROOM_BEHIND


def lens_that_does(
    photo_set: Set, mesh: SitterMesh, framing: Framing, lenses: tuple[Lens, ...] = ()
) -> tuple[float, Lens | None] | None:
    """The longest focal length [mm] with which the room has the length for a framing, and its lens.

    `lenses` are those of the kit; without any the usual focal lengths are offered.
    """
    longest = photo_set.camera.focal_length * length_there(photo_set, mesh) / distance_for(photo_set.camera, framing)
    return longest_under(longest, lenses)


def framed_as(photo_set: Set, mesh: SitterMesh, name: str, lenses: tuple[Lens, ...] = ()) -> Set:
    """The set with the camera placed for a framing, in its present direction and at its present lens height.

    Raises NotAccepted when the room has not the length, naming the lens that would do.
    """
    if name not in FRAMINGS:
        raise NotAccepted([Problem("framing", f"{name!r} is not known", " or ".join(FRAMINGS))])
    framing, camera = FRAMINGS[name], photo_set.camera
    marks = face_marks(mesh, photo_set.sitter)
    face, away, there = np.array(marks.face), distance_for(camera, framing), length_there(photo_set, mesh)
    if away > there:
        lens = lens_that_does(photo_set, mesh, framing, lenses)
        named = f"the {lens[1].name} at {lens[0]:g} mm" if lens and lens[1] else f"{lens[0]:g} mm" if lens else ""
        would = f"{named} would do" if lens else "no lens offered is short enough here"
        raise NotAccepted(
            [
                Problem(
                    "camera.focal_length",
                    f"{camera.focal_length:g} mm needs {away:.2f} m from the face for {name}; the room has {there:.2f} m",
                    f"{would}, or a tighter framing",
                )
            ]
        )
    place = face + _way_back(photo_set, face) * away
    stands = Point(float(place[0]), camera.place.y, float(place[2]))
    # The aim is level with what the middle of the picture shows, in the plane of the face.
    middle = marks.eyes[1] - (0.5 - framing.eyes_under_top) * framing.height
    aim = Point(float(face[0]), float(middle), float(face[2]))
    return replace(photo_set, camera=replace(camera, place=stands, aim=aim))


STEEP = 0.5  # share of its way that the lens looks down from which the floor, not the backdrop, is the ground


def seen_from_above(camera: Camera) -> bool:
    """Whether the lens looks down so steeply that the backdrop is not the ground."""
    _, _, forward = aiming_axes(camera.place, camera.aim)
    return bool(forward[1] < -STEEP)
