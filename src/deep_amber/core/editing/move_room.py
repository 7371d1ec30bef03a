"""Moving furniture and doors by hand: furniture stays in the room, a door in its wall."""

from collections.abc import Mapping
from dataclasses import replace

from ..model.set import Set, with_thing
from .holding import Move, clamped


def move_furniture(photo_set: Set, index: int, _handle: str, to: Mapping[str, float]) -> Move:
    """A piece by its middle; y is that of its lower side."""
    piece, room = photo_set.furniture[index], photo_set.room
    x, by_x = clamped(
        to.get("x", piece.x),
        -(room.width - piece.width) / 2,
        (room.width - piece.width) / 2,
        "camera-left wall",
        "camera-right wall",
    )
    y, by_y = clamped(to.get("y", piece.base), 0.0, room.height - piece.height, "floor", "ceiling")
    z, by_z = clamped(
        to.get("z", piece.z), piece.depth / 2, room.depth - piece.depth / 2, "back wall", "wall behind the camera"
    )
    moved = replace(piece, x=x, z=z, base=y)
    return Move(with_thing(photo_set, "furniture", index, moved), " and ".join(filter(None, (by_x, by_y, by_z))))


def move_door(photo_set: Set, index: int, _handle: str, to: Mapping[str, float]) -> Move:
    """A door along its wall."""
    door, room = photo_set.doors[index], photo_set.room
    beside, half = door.wall in ("left", "right"), door.width / 2
    low, high = (0.0, room.depth) if beside else (-room.width / 2, room.width / 2)
    ends = ("back wall", "wall behind the camera") if beside else ("camera-left wall", "camera-right wall")
    along, by = clamped(to.get("z" if beside else "x", door.along), low + half, high - half, *ends)
    return Move(with_thing(photo_set, "doors", index, replace(door, along=along)), by)
