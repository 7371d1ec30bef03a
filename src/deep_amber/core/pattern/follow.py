"""A key that follows the face: when head or body moves, it keeps its place to the facial plane."""

from dataclasses import replace
from typing import TypeVar

import numpy as np

from ..editing.holding import Move
from ..editing.move_light import move_light
from ..geometry.quads import panel_quads
from ..geometry.vectors import unit
from ..model.light import Light
from ..model.panel import Panel
from ..model.point import Point
from ..model.set import Set, with_light, with_panel
from ..sitter.face import HeadFrame, head_frame
from ..sitter.mesh import SitterMesh

AWAY, FAR = 0.64, 3.0  # cosine off the face from which a light is there to be bounced; [m] of its axis looked at
NEAR = 0.01  # [m] within which it stands where it should

Thing = TypeVar("Thing", Light, Panel)


def _carried(thing: Thing, before: HeadFrame, after: HeadFrame) -> Thing:
    place, aim = (Point(*map(float, after.in_room(before.in_head(p.array)))) for p in (thing.place, thing.aim))
    return replace(thing, place=place, aim=aim)


def _worked(photo_set: Set, light: Light, face: np.ndarray) -> int | None:
    """Index of the board that a light is turned to, or of the scrim between it and the face: it goes with the light."""
    start, axis = light.place.array, unit(light.aim.array - light.place.array)
    turned_away = float(axis @ unit(face - start)) < AWAY
    reach = FAR if turned_away else float(np.linalg.norm(face - start)) - 0.1
    for i, panel in enumerate(photo_set.panels):
        for quad in panel_quads(panel) if panel.on and panel.surface != "black" else ():
            along = float(axis @ quad.normal)
            t = float((np.array(quad.centre) - start) @ quad.normal) / along if abs(along) > 1e-6 else -1.0
            off = start + axis * t - np.array(quad.centre)
            inside = all(abs(float(off @ np.array(h))) <= float(np.dot(h, h)) for h in (quad.half_x, quad.half_y))
            if 0 < t < reach and inside:
                return i
    return None


def followed(before: Set, made: Set, mesh_before: SitterMesh, mesh: SitterMesh) -> Move:
    """The changed set with its following lights carried along with the face.

    Parameters
    ----------
    before, made : the set before and after the change; mesh_before, mesh : their sitters

    Returns
    -------
    The set, and what kept a light from following. A window does not follow; a board or scrim that the light works
    through goes with it.
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
        made = with_light(made, i, carried)
        held = move_light(made, i, "place", {"x": wanted.place.x, "y": wanted.place.y, "z": wanted.place.z})
        made = held.photo_set
        off = np.linalg.norm(made.lights[i].place.array - wanted.place.array)
        if held.resisted and off > NEAR:
            resisted.append(f"{light.name} cannot follow: {held.resisted}")
        elif (board := _worked(before, light, old.offset)) is not None:
            panel = _carried(before.panels[board], old, new)
            made = with_panel(made, board, panel)
    return Move(made, "; ".join(resisted))
