"""Moving things by hand: where they may go, and what resists.

A move never fails: what would go through a wall, the ceiling, the floor or the backdrop stops there,
and the answer says what stopped it. Aims follow the sitter, as a photographer turns the head of a
stand and the lens back to the face.
"""

import math
from collections.abc import Mapping
from dataclasses import replace
from typing import Any

import numpy as np

from ..assumptions import BODY_EXTENT, CAMERA_CLEARANCE
from ..geometry.quads import backdrop_quad
from ..model.backdrop import Backdrop
from ..model.light import Light
from ..model.limits import bounds
from ..model.panel import Panel
from ..model.point import Point
from ..model.set import Set
from ..model.sitter import Sitter
from ..model.things import thing_index
from ..problem import NotAccepted, Problem
from ..rules.validation import fits
from .handles import NOSE_HANDLE
from .holding import GAP, Move, aim_apart, clamped, inside, merged
from .move_light import move_light, move_panel
from .move_room import move_door, move_furniture

BACKDROP_FROM_WALL = 0.02  # [m]: a hanging cloth is not in the wall
FOLLOWS_WITHIN = 0.6  # [m] from the sitter: an aim there is meant for the sitter


def _move_camera(photo_set: Set, handle: str, to: Mapping[str, float]) -> Move:
    camera = photo_set.camera
    if handle == "aim":
        aim, by = inside(photo_set, merged(camera.aim, to), np.zeros(3))
        camera = replace(camera, aim=aim_apart(camera.place, aim, camera.aim))
    else:
        place, by = inside(photo_set, merged(camera.place, to), np.full(3, CAMERA_CLEARANCE))
        camera = replace(camera, place=aim_apart(camera.aim, place, camera.place))
    return Move(replace(photo_set, camera=camera), by)


def _nodded(sitter: Sitter, eyes_y: float, y: float) -> tuple[Sitter, str]:
    nod = math.degrees(math.asin(min(max((eyes_y - y) / NOSE_HANDLE, -1.0), 1.0)))
    nod, by = clamped(nod, *bounds(Sitter, "head_nod"), "neck limit", "neck limit")
    return replace(sitter, head_nod=nod), by


def _turned(sitter: Sitter, handle: str, to: Mapping[str, float]) -> tuple[Sitter, str]:
    toward = math.degrees(math.atan2(to["x"] - sitter.x, to["z"] - sitter.z))
    if handle == "turn":
        return replace(sitter, body_turn=toward), ""
    turn = (toward - sitter.body_turn + 180) % 360 - 180
    turn, by = clamped(turn, *bounds(Sitter, "head_turn"), "neck limit", "neck limit")
    return replace(sitter, head_turn=turn), by


def shifted(point: Point, x: float, y: float, z: float) -> Point:
    """The point that much aside, up and forward [m]."""
    return Point(point.x + x, point.y + y, point.z + z)


def follows(thing: Light | Panel, sitter: Sitter) -> bool:
    """Whether it is aimed near the sitter."""
    if isinstance(thing, Light) and thing.source.kind == "window":
        return False
    return math.hypot(thing.aim.x - sitter.x, thing.aim.z - sitter.z) < FOLLOWS_WITHIN


def _aims_follow(photo_set: Set, sitter: Sitter) -> Set:
    old = photo_set.sitter
    by = (sitter.x - old.x, sitter.seat_height - old.seat_height, sitter.z - old.z)
    camera = replace(photo_set.camera, aim=inside(photo_set, shifted(photo_set.camera.aim, *by), np.zeros(3))[0])

    def following(things: tuple[Any, ...]) -> tuple[Any, ...]:
        """Those that are aimed at the sitter; a light turned to a wall or board, and a window, stay."""
        return tuple(
            replace(k, aim=inside(photo_set, shifted(k.aim, *by), np.zeros(3))[0]) if follows(k, old) else k
            for k in things
        )

    return replace(
        photo_set, sitter=sitter, camera=camera, lights=following(photo_set.lights), panels=following(photo_set.panels)
    )


def _move_sitter(photo_set: Set, handle: str, to: Mapping[str, float]) -> Move:
    sitter, room = photo_set.sitter, photo_set.room
    if handle in ("turn", "head"):
        sitter, by = _turned(sitter, handle, to)
        return Move(replace(photo_set, sitter=sitter), by)
    x, by_x = clamped(
        to.get("x", sitter.x),
        -room.width / 2 + BODY_EXTENT[0],
        room.width / 2 - BODY_EXTENT[0],
        "camera-left wall",
        "camera-right wall",
    )
    quad = backdrop_quad(photo_set.backdrop)
    behind = BODY_EXTENT[1]
    across = abs(x - photo_set.backdrop.x) < photo_set.backdrop.width / 2 + BODY_EXTENT[0]
    if sitter.z > photo_set.backdrop.z and across:
        slope = quad.normal[0] / max(quad.normal[2], 1e-6)
        behind = max(behind, quad.centre[2] - slope * (x - quad.centre[0]) + BODY_EXTENT[1] / max(quad.normal[2], 1e-6))
    z, by_z = clamped(
        to.get("z", sitter.z),
        behind + GAP,
        room.depth - BODY_EXTENT[1],
        "backdrop" if behind > BODY_EXTENT[1] else "back wall",
        "wall behind the camera",
    )
    y, by_y = clamped(
        to.get("y", sitter.seat_height),
        *bounds(Sitter, "seat_height"),
        "lowest seat",
        "highest seat",
    )
    moved = replace(sitter, x=x, z=z, seat_height=y)
    return Move(_aims_follow(photo_set, moved), " and ".join(filter(None, (by_x, by_y, by_z))))


def _turn_backdrop(photo_set: Set, wanted: float) -> Move:
    """Turns it as far toward the wanted angle as walls and sitter let it, found by halving."""
    now = photo_set.backdrop.turn
    wanted, by = clamped(wanted, *bounds(Backdrop, "turn"), "limit of its stand", "limit of its stand")

    def turned(share: float) -> Set:
        return replace(photo_set, backdrop=replace(photo_set.backdrop, turn=now + (wanted - now) * share))

    if fits(turned(1.0)):
        return Move(turned(1.0), by)
    free, stopped = 0.0, 1.0
    for _ in range(12):
        middle = (free + stopped) / 2
        free, stopped = (middle, stopped) if fits(turned(middle)) else (free, middle)
    return Move(turned(free), "walls or the sitter")


def _move_backdrop(photo_set: Set, handle: str, to: Mapping[str, float]) -> Move:
    backdrop, room = photo_set.backdrop, photo_set.room
    if handle == "top":
        height, by = clamped(to["y"], 0.5, min(room.height, 5.0), "lowest backdrop", "ceiling")
        return Move(replace(photo_set, backdrop=replace(backdrop, height=height)), by)
    if handle == "turn":
        return _turn_backdrop(photo_set, math.degrees(math.atan2(to["x"] - backdrop.x, to["z"] - backdrop.z)))
    half = np.abs(backdrop_quad(backdrop).corners - np.array(backdrop_quad(backdrop).centre)).max(0)
    x, by_x = clamped(
        to.get("x", backdrop.x),
        -room.width / 2 + half[0],
        room.width / 2 - half[0],
        "camera-left wall",
        "camera-right wall",
    )
    deepest = photo_set.sitter.z - BODY_EXTENT[1] - half[2] - GAP
    z, by_z = clamped(to.get("z", backdrop.z), BACKDROP_FROM_WALL + half[2], deepest, "back wall", "sitter")
    return Move(replace(photo_set, backdrop=replace(backdrop, x=x, z=z)), " and ".join(filter(None, (by_x, by_z))))


HANDLES = {
    "light": ("place", "aim"),
    "panel": ("place", "aim"),
    "camera": ("place", "aim"),
    "sitter": ("place", "turn", "head", "nod"),
    "backdrop": ("place", "turn", "top"),
    "furniture": ("place",),
    "doors": ("place",),
}
BY_INDEX = {"light": move_light, "panel": move_panel, "furniture": move_furniture, "doors": move_door}


def move(photo_set: Set, thing: str, handle: str, to: Mapping[str, float], eyes_height: float | None = None) -> Move:
    """Moves a thing by one of its handles.

    Parameters
    ----------
    thing : "lights.0", "panels.0", "furniture.0", "doors.0", "sitter", "camera" or "backdrop"
    handle : see HANDLES
    to : wanted room coordinates of the handle, x, y, z [m]; those left out stay
    eyes_height : of the sitter [m], for the handle "nod"

    Raises
    ------
    NotAccepted : for a thing or handle that does not exist, or coordinates that are not finite
    """
    if not all(math.isfinite(v) and abs(v) < 1e4 for v in to.values()):
        raise NotAccepted([Problem("to", "is not a place in the room", "finite metres")])
    first = thing.partition(".")[0]
    kind = {"lights": "light", "panels": "panel"}.get(first, first)
    _check_handle(kind, thing, handle, to)
    if kind in BY_INDEX:
        made = BY_INDEX[kind](photo_set, thing_index(photo_set, thing)[1], handle, to)
    elif kind == "camera":
        made = _move_camera(photo_set, handle, to)
    elif handle == "nod":
        if eyes_height is None:
            raise NotAccepted([Problem("to", "a nod needs the height of the eyes", "eyes_height [m]")])
        sitter, by = _nodded(photo_set.sitter, eyes_height, to["y"])
        made = Move(replace(photo_set, sitter=sitter), by)
    elif kind == "sitter":
        made = _move_sitter(photo_set, handle, to)
    else:
        made = _move_backdrop(photo_set, handle, to)
    return made if fits(made.photo_set) else Move(photo_set, "what stands there")


def _check_handle(kind: str, thing: str, handle: str, to: Mapping[str, float]) -> None:
    if kind not in HANDLES or handle not in HANDLES[kind]:
        known = "; ".join(f"{k}: {', '.join(v)}" for k, v in HANDLES.items())
        raise NotAccepted([Problem("handle", f"{thing} has no handle {handle!r}", known)])
    if handle in ("turn", "head") and not {"x", "z"} <= set(to):
        raise NotAccepted([Problem("to", "a turn needs x and z", "x and z [m]")])
    if handle in ("top", "nod") and "y" not in to:
        raise NotAccepted([Problem("to", f"the handle {handle!r} needs y", "y [m]")])
