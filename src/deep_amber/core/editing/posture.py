"""Sitting down, standing up, lying down: the gear follows the face."""

from dataclasses import replace
from typing import TypeVar, cast

import numpy as np

from ..model.light import Light
from ..model.panel import Panel
from ..model.point import Point
from ..model.set import Set
from ..model.sitter import Posture, Sitter
from ..sitter.dressed import dressed
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from .holding import inside
from .move_light import move_light, move_panel
from .moves import follows, shifted

UNDER = {"seated": 0.48, "standing": 0.0, "lying": 0.45}
"""Seat, floor or couch that a posture begins on [m] (assumptions: a kitchen chair, a couch)."""

Thing = TypeVar("Thing", Light, Panel)


def with_posture(photo_set: Set, posture: str, mesh: SitterMesh | None) -> Set:
    """The set with the sitter in a posture; with its baked mesh, what is aimed at the face goes along with it."""
    old = photo_set.sitter
    new = replace(old, posture=cast(Posture, posture), seat_height=UNDER[posture])
    if mesh is None or new.posture == old.posture:
        return replace(photo_set, sitter=new)
    before, after = (np.array(face_marks(dressed(mesh, k), k).face) for k in (old, new))
    return _followed(replace(photo_set, sitter=new), old, after - before)


def _followed(photo_set: Set, old: Sitter, by: np.ndarray) -> Set:
    """Camera, and what is aimed at the sitter, moved by that much [m] as far as the room lets them."""

    def gone(point: Point) -> Point:
        return inside(photo_set, shifted(point, *map(float, by)), np.zeros(3))[0]

    def along(thing: Thing) -> Thing:
        return replace(thing, place=gone(thing.place), aim=gone(thing.aim)) if follows(thing, old) else thing

    camera = photo_set.camera
    made = replace(
        photo_set,
        camera=replace(camera, place=gone(camera.place), aim=gone(camera.aim)),
        lights=tuple(map(along, photo_set.lights)),
        panels=tuple(map(along, photo_set.panels)),
    )
    for i, light in enumerate(made.lights):
        if light.source.kind != "window":
            made = move_light(made, i, "place", {"y": light.place.y}).photo_set
    for i, panel in enumerate(made.panels):
        made = move_panel(made, i, "place", {"y": panel.place.y}).photo_set
    return made
