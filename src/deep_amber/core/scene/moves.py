"""Moving things by hand: where they may go, and what resists.

A move never fails: what would go through a wall, the ceiling, the floor or the backdrop stops there,
and the answer says what stopped it. Aims follow the sitter, as a photographer turns the head of a
stand and the lens back to the face.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np

from ..kit.assumptions import BODY_EXTENT, CAMERA_CLEARANCE
from ..problem import NotAccepted, Problem
from .backdrop import Backdrop
from .geometry import backdrop_quad, emitter_quad
from .handles import NOSE_HANDLE
from .limits import interval_of
from .point import Point
from .set import Set
from .sitter import Sitter
from .validation import fits

BACKDROP_FROM_WALL = 0.02  # [m]: a hanging cloth is not in the wall
GAP = 1e-4  # [m] kept from what resists, so that rounding does not put a thing into it


@dataclass(frozen=True)
class Move:
    photo_set: Set
    resisted: str
    """What stopped the move, in words; empty when nothing did."""


def _held(value: float, low: float, high: float, low_name: str, high_name: str) -> tuple[float, str]:
    if high < low:
        return (low + high) / 2, f"no room between {low_name} and {high_name}"
    if value < low:
        return low, low_name
    if value > high:
        return high, high_name
    return value, ""


def _merged(point: Point, to: Mapping[str, float]) -> Point:
    return replace(point, **{axis: float(to[axis]) for axis in ("x", "y", "z") if axis in to})


def _inside(photo_set: Set, point: Point, reach: np.ndarray) -> tuple[Point, str]:
    """The point held so far inside the room that `reach` [m] on each axis fits, and what held it."""
    room = photo_set.room
    x, by_x = _held(
        point.x, -room.width / 2 + reach[0], room.width / 2 - reach[0], "camera-left wall", "camera-right wall"
    )
    y, by_y = _held(point.y, reach[1], room.height - reach[1], "floor", "ceiling")
    z, by_z = _held(point.z, reach[2], room.depth - reach[2], "back wall", "wall behind the camera")
    return Point(x, y, z), " and ".join(filter(None, (by_x, by_y, by_z)))


def _aim_apart(place: Point, aim: Point, before: Point) -> Point:
    return aim if place.array.tolist() != aim.array.tolist() else before


def _move_light(photo_set: Set, index: int, handle: str, to: Mapping[str, float]) -> Move:
    light, resisted = photo_set.lights[index], ""
    if handle == "aim":
        aim, resisted = _inside(photo_set, _merged(light.aim, to), np.zeros(3))
        light = replace(light, aim=_aim_apart(light.place, aim, light.aim))
    else:
        light = replace(light, place=_merged(light.place, to))
    for _ in range(40):  # the cloth turns with the place, so its reach changes a little
        corners = emitter_quad(light).corners - light.place.array
        place, by = _inside(photo_set, light.place, np.abs(corners).max(0) + GAP)
        resisted = resisted or by
        if place == light.place:
            break
        light = replace(light, place=place)
    lights = tuple(light if i == index else k for i, k in enumerate(photo_set.lights))
    return Move(replace(photo_set, lights=lights), resisted)


def _move_camera(photo_set: Set, handle: str, to: Mapping[str, float]) -> Move:
    camera = photo_set.camera
    if handle == "aim":
        aim, by = _inside(photo_set, _merged(camera.aim, to), np.zeros(3))
        camera = replace(camera, aim=_aim_apart(camera.place, aim, camera.aim))
    else:
        place, by = _inside(photo_set, _merged(camera.place, to), np.full(3, CAMERA_CLEARANCE))
        camera = replace(camera, place=_aim_apart(camera.aim, place, camera.place))
    return Move(replace(photo_set, camera=camera), by)


def _nodded(sitter: Sitter, eyes_y: float, y: float) -> tuple[Sitter, str]:
    limit = interval_of(Sitter, "head_nod")
    assert limit is not None
    nod = math.degrees(math.asin(min(max((eyes_y - y) / NOSE_HANDLE, -1.0), 1.0)))
    nod, by = _held(nod, float(limit.ge), float(limit.le), "the neck", "the neck")  # type: ignore[arg-type]
    return replace(sitter, head_nod=nod), by


def _turned(sitter: Sitter, handle: str, to: Mapping[str, float]) -> tuple[Sitter, str]:
    toward = math.degrees(math.atan2(to["x"] - sitter.x, to["z"] - sitter.z))
    if handle == "turn":
        return replace(sitter, body_turn=toward), ""
    limit = interval_of(Sitter, "head_turn")
    assert limit is not None
    turn = (toward - sitter.body_turn + 180) % 360 - 180
    turn, by = _held(turn, float(limit.ge), float(limit.le), "the neck", "the neck")  # type: ignore[arg-type]
    return replace(sitter, head_turn=turn), by


def _shifted(point: Point, x: float, y: float, z: float) -> Point:
    return Point(point.x + x, point.y + y, point.z + z)


def _aims_follow(photo_set: Set, sitter: Sitter) -> Set:
    old = photo_set.sitter
    by = (sitter.x - old.x, sitter.seat_height - old.seat_height, sitter.z - old.z)
    camera = replace(photo_set.camera, aim=_inside(photo_set, _shifted(photo_set.camera.aim, *by), np.zeros(3))[0])
    lights = tuple(replace(k, aim=_inside(photo_set, _shifted(k.aim, *by), np.zeros(3))[0]) for k in photo_set.lights)
    return replace(photo_set, sitter=sitter, camera=camera, lights=lights)


def _move_sitter(photo_set: Set, handle: str, to: Mapping[str, float]) -> Move:
    sitter, room = photo_set.sitter, photo_set.room
    if handle in ("turn", "head"):
        sitter, by = _turned(sitter, handle, to)
        return Move(replace(photo_set, sitter=sitter), by)
    x, by_x = _held(to.get("x", sitter.x), -room.width / 2 + BODY_EXTENT[0], room.width / 2 - BODY_EXTENT[0],
                    "camera-left wall", "camera-right wall")  # fmt: skip
    quad = backdrop_quad(photo_set.backdrop)
    behind = BODY_EXTENT[1]
    across = abs(x - photo_set.backdrop.x) < photo_set.backdrop.width / 2 + BODY_EXTENT[0]
    if sitter.z > photo_set.backdrop.z and across:
        slope = quad.normal[0] / max(quad.normal[2], 1e-6)
        behind = max(behind, quad.centre[2] - slope * (x - quad.centre[0]) + BODY_EXTENT[1] / max(quad.normal[2], 1e-6))
    z, by_z = _held(to.get("z", sitter.z), behind + GAP, room.depth - BODY_EXTENT[1],
                    "backdrop" if behind > BODY_EXTENT[1] else "back wall", "wall behind the camera")  # fmt: skip
    limit = interval_of(Sitter, "seat_height")
    assert limit is not None
    y, by_y = _held(to.get("y", sitter.seat_height), float(limit.ge), float(limit.le),  # type: ignore[arg-type]
                    "lowest seat", "highest seat")  # fmt: skip
    moved = replace(sitter, x=x, z=z, seat_height=y)
    return Move(_aims_follow(photo_set, moved), " and ".join(filter(None, (by_x, by_y, by_z))))


def _turn_backdrop(photo_set: Set, wanted: float) -> Move:
    """Turns it as far toward the wanted angle as walls and sitter let it, found by halving."""
    now = photo_set.backdrop.turn
    limit = interval_of(Backdrop, "turn")
    assert limit is not None
    wanted, by = _held(wanted, float(limit.ge), float(limit.le), "its stand", "its stand")  # type: ignore[arg-type]

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
        height, by = _held(to["y"], 0.5, min(room.height, 5.0), "lowest backdrop", "ceiling")
        return Move(replace(photo_set, backdrop=replace(backdrop, height=height)), by)
    if handle == "turn":
        return _turn_backdrop(photo_set, math.degrees(math.atan2(to["x"] - backdrop.x, to["z"] - backdrop.z)))
    half = np.abs(backdrop_quad(backdrop).corners - np.array(backdrop_quad(backdrop).centre)).max(0)
    x, by_x = _held(to.get("x", backdrop.x), -room.width / 2 + half[0], room.width / 2 - half[0],
                    "camera-left wall", "camera-right wall")  # fmt: skip
    deepest = photo_set.sitter.z - BODY_EXTENT[1] - half[2] - GAP
    z, by_z = _held(to.get("z", backdrop.z), BACKDROP_FROM_WALL + half[2], deepest, "back wall", "sitter")
    return Move(replace(photo_set, backdrop=replace(backdrop, x=x, z=z)), " and ".join(filter(None, (by_x, by_z))))


HANDLES = {"light": ("place", "aim"), "camera": ("place", "aim"), "sitter": ("place", "turn", "head", "nod"),
           "backdrop": ("place", "turn", "top")}  # fmt: skip


def light_index(photo_set: Set, thing: str) -> int:
    """The index in "lights.0"; raises NotAccepted when there is no such light."""
    kind, _, number = thing.partition(".")
    if kind != "lights" or not number.isdigit() or int(number) >= len(photo_set.lights):
        raise NotAccepted([Problem("thing", f"{thing!r} is not in the set", "lights.0, sitter, camera or backdrop")])
    return int(number)


def move(photo_set: Set, thing: str, handle: str, to: Mapping[str, float], eyes_height: float | None = None) -> Move:
    """Moves a thing by one of its handles.

    Parameters
    ----------
    thing : "lights.0", "sitter", "camera" or "backdrop"
    handle : see HANDLES
    to : wanted room coordinates of the handle, x, y, z [m]; those left out stay
    eyes_height : of the sitter [m], for the handle "nod"

    Raises
    ------
    NotAccepted : for a thing or handle that does not exist, or coordinates that are not finite
    """
    if not all(math.isfinite(v) and abs(v) < 1e4 for v in to.values()):
        raise NotAccepted([Problem("to", "is not a place in the room", "finite metres")])
    kind = "light" if thing.startswith("lights") else thing
    if kind not in HANDLES or handle not in HANDLES[kind]:
        known = "; ".join(f"{k}: {', '.join(v)}" for k, v in HANDLES.items())
        raise NotAccepted([Problem("handle", f"{thing} has no handle {handle!r}", known)])
    if handle in ("turn", "head") and not {"x", "z"} <= set(to):
        raise NotAccepted([Problem("to", "a turn needs x and z", "x and z [m]")])
    if handle == "top" and "y" not in to:
        raise NotAccepted([Problem("to", "the top edge needs y", "y [m]")])
    if kind == "light":
        made = _move_light(photo_set, light_index(photo_set, thing), handle, to)
    elif kind == "camera":
        made = _move_camera(photo_set, handle, to)
    elif handle == "nod":
        if eyes_height is None or "y" not in to:
            raise NotAccepted([Problem("to", "a nod needs y", "y [m]")])
        sitter, by = _nodded(photo_set.sitter, eyes_height, to["y"])
        made = Move(replace(photo_set, sitter=sitter), by)
    elif kind == "sitter":
        made = _move_sitter(photo_set, handle, to)
    else:
        made = _move_backdrop(photo_set, handle, to)
    return made if fits(made.photo_set) else Move(photo_set, "what stands there")
