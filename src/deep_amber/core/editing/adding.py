"""Putting things into a set and taking them out: add, remove, copy, mirror, swap, pair with a board."""

import math
from dataclasses import replace
from typing import Any

import numpy as np

from ..gear.modifiers import Bare, Modifier
from ..gear.photometry import Photometry
from ..gear.sources import Source
from ..geometry.vectors import unit
from ..model.light import Light, Role
from ..model.panel import Panel
from ..model.point import Point
from ..model.set import Set, with_added, with_light, with_thing, without
from ..model.things import COUNTED, thing_index
from ..problem import NotAccepted, Problem
from ..rules.fitting import modifiers_for
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from .move_light import move_light, move_panel

MOST, MOST_DOORS = 8, 4
FIRST_OUTPUT = -3.0  # stops under full of a flash that is put in; continuous light is weak enough at full
# Where a light of a role first stands: azimuth and elevation about the face against the camera, distance [degrees, m].
FIRST_PLACES: dict[str, tuple[float, float, float]] = {
    "key": (-45.0, 35.0, 1.2),
    "fill": (30.0, 12.0, 1.5),
    "rim": (145.0, 35.0, 1.2),
    "other": (-70.0, 20.0, 1.4),
}
PANEL_PLACE = (62.0, -8.0, 0.7)
LAP_PLACE = (0.0, -52.0, 0.5)
CARD_PLACE = (0.0, -52.0, 0.28)
BOARD_SIZE = (1.0, 1.0)
# A flash that is turned to a board: before it, aside of the way to the face, and under its middle [m].
FLASH_TO_BOARD, ASIDE, UNDER = 0.55, 0.25, 0.20
BESIDE = 0.3  # [m] from a thing to its copy
BOARD_NAME = "board"
CEILING_LAMP = 0.25  # [m] that a room lamp hangs under the ceiling


def free_name(photo_set: Set, wanted: str) -> str:
    """The name, with a number when a thing of the set has it already."""
    taken = {k.name for kind in COUNTED for k in getattr(photo_set, kind)}
    if wanted not in taken:
        return wanted
    return next(f"{wanted[:34]} {n}" for n in range(2, 20) if f"{wanted[:34]} {n}" not in taken)


def room_for(photo_set: Set, kind: str) -> None:
    """Raises NotAccepted when the set holds no more of that kind."""
    most = MOST_DOORS if kind == "doors" else MOST
    if len(getattr(photo_set, kind)) >= most:
        raise NotAccepted([Problem(kind, f"a set holds no more than {most} {kind}", f"at most {most} {kind}")])


def _about(photo_set: Set, mesh: SitterMesh, azimuth: float, elevation: float, distance: float) -> tuple[Point, Point]:
    """A place about the face, measured against the way to the camera, and the face."""
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    to_camera = photo_set.camera.place.array - face
    a, e = math.atan2(to_camera[0], to_camera[2]) + math.radians(azimuth), math.radians(elevation)
    way = np.array([math.sin(a) * math.cos(e), math.sin(e), math.cos(a) * math.cos(e)])
    return Point(*map(float, face + way * distance)), Point(*map(float, face))


def _settled(photo_set: Set, kind: str, i: int) -> Set:
    """The set with a thing held inside the room."""
    thing = getattr(photo_set, kind)[i]
    at = {"x": thing.place.x, "y": thing.place.y, "z": thing.place.z}
    return (move_light if kind == "lights" else move_panel)(photo_set, i, "place", at).photo_set


def _window_place(photo_set: Set, width: float, height: float) -> tuple[Point, Point]:
    left, sitter = -photo_set.room.width / 2, photo_set.sitter
    at = max(height / 2, min(photo_set.room.height - height / 2 - 0.05, 1.45))
    z = max(width / 2, min(sitter.z + 0.6, photo_set.room.depth - width / 2 - 0.05))
    return Point(left, at, z), Point(left + 1.0, at, z)


def _under_ceiling(photo_set: Set) -> tuple[Point, Point]:
    """Where the lamp of a room hangs, and the floor under it."""
    middle = photo_set.room.depth / 2
    return Point(0.0, photo_set.room.height - CEILING_LAMP, middle), Point(0.0, 0.0, middle)


def add_light(
    photo_set: Set,
    mesh: SitterMesh,
    source: Source,
    modifier: Modifier | None = None,
    role: Role = "key",
    item: str = "",
    modifier_item: str = "",
    trim: float = 0.0,
) -> Set:
    """The set with one more light, where a light of its role usually stands, and dimmed to where it can be.

    Raises NotAccepted when the set is full.
    """
    room_for(photo_set, "lights")
    if source.kind == "window":
        place, aim = _window_place(photo_set, source.width, source.height)
    elif role == "background":
        backdrop = photo_set.backdrop
        x = backdrop.x - min(backdrop.width, photo_set.room.width) * 0.4
        place = Point(x, 0.7, (backdrop.z + photo_set.sitter.z) / 2)
        aim = Point(backdrop.x, min(1.3, backdrop.height * 0.7), backdrop.z)
    elif role == "room":
        place, aim = _under_ceiling(photo_set)
    else:
        place, aim = _about(photo_set, mesh, *FIRST_PLACES[role])
    name = {"other": source.kind, "room": "room lamp"}.get(role, role)
    output = max(FIRST_OUTPUT, source.lowest_output) if source.is_flash else 0.0
    light = Light(
        place,
        aim,
        output,
        modifier or Bare(),
        free_name(photo_set, name),
        source,
        role,
        item=item,
        modifier_item=modifier_item,
        trim=trim,
    )
    if light.modifier.kind not in modifiers_for(light.source):
        light = replace(light, modifier=Bare(), modifier_item="")
    added = with_added(photo_set, "lights", light)
    return _settled(added, "lights", len(added.lights) - 1)


def add_panel(photo_set: Set, mesh: SitterMesh, template: dict[str, Any], item: str = "") -> Set:
    """The set with one more panel of those figures: opposite the camera-left, on the lap for a curved one, a grey card held
    under the chin and turned to the lens."""
    room_for(photo_set, "panels")
    lap, card = template.get("shape") == "curved", template.get("surface") == "grey card"
    place, face = _about(photo_set, mesh, *(CARD_PLACE if card else LAP_PLACE if lap else PANEL_PLACE))
    name = free_name(photo_set, template.get("surface", BOARD_NAME))
    aim = photo_set.camera.place if card else face
    holding = "held" if card else "lap" if lap else "stand"
    panel = Panel(place, aim, **{"holding": holding, **template, "name": name, "item": item})
    added = with_added(photo_set, "panels", panel)
    return _settled(added, "panels", len(added.panels) - 1)


def remove(photo_set: Set, thing: str) -> Set:
    """The set without a light or panel; raises NotAccepted when it is not there."""
    kind, i = thing_index(photo_set, thing)
    return without(photo_set, kind, i)


def duplicate(photo_set: Set, thing: str) -> Set:
    """The set with a copy of a light or panel 30 cm beside it; raises NotAccepted when the set is full or it has gone."""
    kind, i = thing_index(photo_set, thing)
    room_for(photo_set, kind)
    if kind not in ("lights", "panels"):
        raise NotAccepted([Problem("thing", "is not copied", "a light or a panel")])
    old = getattr(photo_set, kind)[i]
    beside = BESIDE if old.place.x < photo_set.sitter.x else -BESIDE
    along = (
        {"z": old.place.z - BESIDE} if kind == "lights" and old.source.kind == "window" else {"x": old.place.x + beside}
    )
    copy = replace(old, name=free_name(photo_set, old.name), place=replace(old.place, **along))
    added = with_added(photo_set, kind, copy)
    return _settled(added, kind, len(getattr(added, kind)) - 1)


def mirror(photo_set: Set, thing: str) -> Set:
    """The set with a light or panel on the other side of the sitter; a window goes to the opposite wall.

    Raises NotAccepted for furniture and doors.
    """
    kind, i = thing_index(photo_set, thing)
    if kind not in ("lights", "panels"):
        raise NotAccepted([Problem("thing", "is not mirrored about the sitter", "a light or a panel")])
    old = getattr(photo_set, kind)[i]
    middle = 0.0 if kind == "lights" and old.source.kind == "window" else photo_set.sitter.x
    place, aim = (replace(p, x=2 * middle - p.x) for p in (old.place, old.aim))
    new = replace(old, place=place, aim=aim, **({"roll": -old.roll} if kind == "lights" else {}))
    return _settled(with_thing(photo_set, kind, i, new), kind, i)


def swap_modifier(photo_set: Set, thing: str, modifier: Modifier, item: str = "") -> Set:
    """The set with another modifier on a light, at the same place; its grid, doors and
    measured beam come off. Raises NotAccepted for a modifier that does not fit.
    """
    kind, i = thing_index(photo_set, thing)
    if kind != "lights":
        raise NotAccepted([Problem("thing", "a panel has no modifier", "a light")])
    light = replace(
        photo_set.lights[i], modifier=modifier, modifier_item=item, grid=0, barn_doors=None, photometry=None
    )
    if modifier.kind not in modifiers_for(light.source):
        raise NotAccepted(
            [
                Problem(
                    f"lights.{i}.modifier",
                    f"a {modifier.kind} does not fit it",
                    " or ".join(modifiers_for(light.source)),
                )
            ]
        )
    return _settled(with_light(photo_set, i, light), "lights", i)


def pair_with_board(photo_set: Set, mesh: SitterMesh, thing: str) -> Set:
    """A white board where the light was, facing the face, and the light turned round before it.

    Raises NotAccepted for a window or a panel, and when the set holds no more panels.
    """
    kind, i = thing_index(photo_set, thing)
    if kind != "lights" or photo_set.lights[i].source.kind == "window":
        raise NotAccepted([Problem("thing", "cannot be turned to a board", "a light on a stand")])
    room_for(photo_set, "panels")
    light, face = photo_set.lights[i], np.array(face_marks(mesh, photo_set.sitter).face)
    way = unit(face - light.place.array)
    board = Panel(light.place, Point(*map(float, face)), *BOARD_SIZE, "white", name=free_name(photo_set, BOARD_NAME))
    with_board = with_added(photo_set, "panels", board)
    with_board = _settled(with_board, "panels", len(with_board.panels) - 1)
    board = with_board.panels[-1]
    aside = unit(np.array([-way[2], 0.0, way[0]])) * (ASIDE if light.place.x < photo_set.sitter.x else -ASIDE)
    place = board.place.array + way * FLASH_TO_BOARD + aside + [0.0, -UNDER, 0.0]
    turned = replace(light, place=Point(*map(float, place)), aim=board.place)
    return _settled(with_light(with_board, i, turned), "lights", i)


def with_beam(photo_set: Set, thing: str, photometry: Photometry | None) -> Set:
    """The set with a measured beam on a light, which is bare then; None takes it off. Raises NotAccepted for a panel."""
    kind, i = thing_index(photo_set, thing)
    if kind != "lights":
        raise NotAccepted([Problem("thing", "a panel has no beam", "a light")])
    light = replace(photo_set.lights[i], photometry=photometry)
    if photometry:
        light = replace(light, modifier=Bare(), modifier_item="")
    return _settled(with_light(photo_set, i, light), "lights", i)


def alone(photo_set: Set, index: int) -> Set:
    """The set with one light alone, on whatever its switch says."""
    lights = tuple(replace(k, on=j == index) for j, k in enumerate(photo_set.lights))
    return replace(photo_set, lights=lights)
