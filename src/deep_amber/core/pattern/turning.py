"""The key carried round the face by the dial: to an azimuth and elevation, at its present distance."""

from dataclasses import replace

import numpy as np

from ..problem import NotAccepted, Problem
from ..scene.holding import Move
from ..scene.move_light import move_light
from ..scene.set import Set
from ..sitter.face import head_frame
from ..sitter.mesh import SitterMesh
from .directions import direction
from .face_points import face_points
from .key_light import key_index
from .placing import moved_to


def turned_to(photo_set: Set, mesh: SitterMesh, azimuth: float, elevation: float) -> Move:
    """The set with its key there, as far as the room lets it.

    Parameters
    ----------
    photo_set : the set; mesh : its sitter
    azimuth, elevation : round the facial plane [degrees]

    Raises
    ------
    NotAccepted : without a key, or for one that stays where it is
    """
    index = key_index(photo_set)
    if index is None:
        raise NotAccepted([Problem("set.lights", "no light is on", "a set with a light on")])
    light = photo_set.lights[index]
    if light.source.kind == "window":
        return Move(photo_set, "its wall")
    head, face = head_frame(mesh, photo_set.sitter), face_points(mesh)
    middle = head.in_room(face.centre)
    away = float(np.linalg.norm(light.place.array - middle))
    moved = moved_to(light, middle + head.rotation @ direction(azimuth, elevation) * away, middle)
    made = replace(photo_set, lights=tuple(moved if k == index else o for k, o in enumerate(photo_set.lights)))
    place = moved.place
    return move_light(made, index, "place", {"x": place.x, "y": place.y, "z": place.z})
