"""Moving lights, windows and panels by hand."""

from collections.abc import Mapping
from dataclasses import replace

import numpy as np

from ..geometry.quads import emitter_quad, panel_quads
from ..model.point import Point
from ..model.set import Set, with_light, with_panel
from .holding import GAP, Move, aim_apart, inside, inside_corners, merged


def move_panel(photo_set: Set, index: int, handle: str, to: Mapping[str, float]) -> Move:
    """A panel by its place or aim; all of it stays in the room."""
    panel, resisted = photo_set.panels[index], ""
    if handle == "aim":
        aim, resisted = inside(photo_set, merged(panel.aim, to), np.zeros(3))
        panel = replace(panel, aim=aim_apart(panel.place, aim, panel.aim))
    else:
        panel = replace(panel, place=merged(panel.place, to))
    for _ in range(40):
        corners = np.concatenate([q.corners for q in panel_quads(panel)]) - panel.place.array
        place, by = inside_corners(photo_set, panel.place, corners)
        resisted = resisted or by
        if place == panel.place:
            break
        panel = replace(panel, place=place)
    return Move(with_panel(photo_set, index, panel), resisted)


def _move_window(photo_set: Set, index: int, handle: str, to: Mapping[str, float]) -> Move:
    """A window slides along its wall; it cannot be aimed."""
    light, room = photo_set.lights[index], photo_set.room
    if handle == "aim":
        return Move(photo_set, "its wall")
    way = light.aim.array - light.place.array
    axis = 0 if abs(way[0]) > abs(way[2]) else 2
    corners = np.abs(emitter_quad(light).corners - light.place.array).max(0)
    corners[axis] = 0.0
    place, by = inside(photo_set, merged(light.place, to), corners)
    ends = {0: (-room.width / 2, room.width / 2), 2: (0.0, room.depth)}[axis]
    wall = ends[0] if way[axis] > 0 else ends[1]
    place = replace(place, **{"x" if axis == 0 else "z": wall})
    aim = Point(*map(float, place.array + way))
    return Move(with_light(photo_set, index, replace(light, place=place, aim=aim)), by)


def move_light(photo_set: Set, index: int, handle: str, to: Mapping[str, float]) -> Move:
    """A light by its place or aim; all of its front stays in the room."""
    light, resisted = photo_set.lights[index], ""
    if light.source.kind == "window":
        return _move_window(photo_set, index, handle, to)
    if handle == "aim":
        aim, resisted = inside(photo_set, merged(light.aim, to), np.zeros(3))
        light = replace(light, aim=aim_apart(light.place, aim, light.aim))
    else:
        light = replace(light, place=merged(light.place, to))
    for _ in range(40):  # the cloth turns with the place, so its reach changes a little
        corners = emitter_quad(light).corners - light.place.array
        place, by = inside(photo_set, light.place, np.abs(corners).max(0) + GAP)
        resisted = resisted or by
        if place == light.place:
            break
        light = replace(light, place=place)
    return Move(with_light(photo_set, index, light), resisted)
