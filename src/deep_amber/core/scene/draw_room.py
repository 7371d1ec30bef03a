"""Furniture, doors and the stands of a backdrop as lines."""

import numpy as np

from .backdrop import Backdrop
from .furniture import Door, Furniture
from .lines import DoorLines, FurnitureLines, Line, line_of, rounded
from .room import Room

BESIDE = 0.08  # [m] from a backdrop's edge to its stand
SWING = 7  # points of the way of a door's leaf


def furniture_lines(piece: Furniture, letter: str) -> FurnitureLines:
    """A piece from above, and its height."""
    x, z = piece.width / 2, piece.depth / 2
    corners = [(piece.x + a * x, piece.z + b * z) for a, b in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
    return FurnitureLines(piece.name, letter, line_of(corners), piece.base, piece.base + piece.height,
                          rounded((piece.x, piece.base, piece.z)))  # fmt: skip


def door_lines(room: Room, door: Door, letter: str) -> DoorLines:
    """A door in its wall, and where its leaf swings."""
    half = door.width / 2
    at, along, inward = {
        "left": ((-room.width / 2, door.along), (0, 1), (1, 0)), "right": ((room.width / 2, door.along), (0, 1), (-1, 0)),
        "back": ((door.along, 0.0), (1, 0), (0, 1)), "front": ((door.along, room.depth), (1, 0), (0, -1)),
    }[door.wall]  # fmt: skip
    middle, way, into = (np.array(k, float) for k in (at, along, inward))
    hinge, edge = middle - way * half, middle + way * half
    turn = np.radians(np.linspace(0, 90, SWING))
    leaf = hinge + door.width * (np.cos(turn)[:, None] * way + np.sin(turn)[:, None] * into)
    swing = line_of([*leaf, hinge]) if door.opens == "into the room" else ()
    return DoorLines(
        door.name, letter, line_of([hinge, edge]), swing, door.height, rounded((middle[0], 0.0, middle[1]))
    )


def backdrop_stands(backdrop: Backdrop) -> Line:
    """Where the stands of a backdrop are, (x, z); none when it hangs otherwise."""
    if backdrop.hung != "on stands" or backdrop.kind == "wall":
        return ()
    turn, out = np.radians(backdrop.turn), backdrop.width / 2 + BESIDE
    way = np.array([np.cos(turn), -np.sin(turn)])
    middle = np.array([backdrop.x, backdrop.z])
    return line_of([middle - way * out, middle + way * out])
