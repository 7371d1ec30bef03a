"""A key that follows the face: when head or body moves, it keeps its place to the facial plane."""

from dataclasses import replace

import numpy as np

from ..scene.holding import Move
from ..scene.light import Light
from ..scene.move_light import move_light
from ..scene.point import Point
from ..scene.set import Set
from ..sitter.face import HeadFrame, head_frame
from ..sitter.mesh import SitterMesh

NEAR = 0.01  # [m] within which it stands where it should


def _carried(light: Light, before: HeadFrame, after: HeadFrame) -> Light:
    place, aim = (Point(*map(float, after.in_room(before.in_head(p.array)))) for p in (light.place, light.aim))
    return replace(light, place=place, aim=aim)


def followed(before: Set, made: Set, mesh_before: SitterMesh, mesh: SitterMesh) -> Move:
    """The changed set with its following lights carried along with the face.

    Parameters
    ----------
    before, made : the set before and after the change; mesh_before, mesh : their sitters

    Returns
    -------
    The set, and what kept a light from following. A window does not follow.
    """
    if before.sitter == made.sitter or len(before.lights) != len(made.lights):
        return Move(made, "")
    old, new = head_frame(mesh_before, before.sitter), head_frame(mesh, made.sitter)
    resisted = []
    for i, light in enumerate(before.lights):
        if not light.follow or light.source.kind == "window":
            continue
        wanted = _carried(light, old, new)
        carried = replace(made.lights[i], place=wanted.place, aim=wanted.aim)
        made = replace(made, lights=tuple(carried if k == i else o for k, o in enumerate(made.lights)))
        held = move_light(made, i, "place", {"x": wanted.place.x, "y": wanted.place.y, "z": wanted.place.z})
        made = held.photo_set
        off = np.linalg.norm(made.lights[i].place.array - wanted.place.array)
        if held.resisted and off > NEAR:
            resisted.append(f"{light.name} cannot follow: {held.resisted}")
    return Move(made, "; ".join(resisted))
