"""Furniture, doors and the stands of a backdrop as lines."""

import math
from typing import Any

import numpy as np

from ..backdrop.coverage import coverage
from ..geometry.quads import STAND_BESIDE
from ..model.backdrop import Backdrop
from ..model.furniture import Door, Furniture
from ..model.room import Room
from ..model.set import Set
from .lines import DoorLines, FurnitureLines, Line, line_of, rounded

SWING = 7  # points of the way of a door's leaf


def furniture_lines(piece: Furniture, letter: str) -> FurnitureLines:
    """A piece from above, and its height."""
    x, z = piece.width / 2, piece.depth / 2
    corners = [(piece.x + a * x, piece.z + b * z) for a, b in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
    return FurnitureLines(
        piece.name,
        letter,
        line_of(corners),
        piece.base,
        piece.base + piece.height,
        rounded((piece.x, piece.base, piece.z)),
    )


def door_lines(room: Room, door: Door, letter: str) -> DoorLines:
    """A door in its wall, and where its leaf swings."""
    half = door.width / 2
    at, along, inward = {
        "left": ((-room.width / 2, door.along), (0, 1), (1, 0)),
        "right": ((room.width / 2, door.along), (0, 1), (-1, 0)),
        "back": ((door.along, 0.0), (1, 0), (0, 1)),
        "front": ((door.along, room.depth), (1, 0), (0, -1)),
    }[door.wall]
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
    turn, out = np.radians(backdrop.turn), backdrop.width / 2 + STAND_BESIDE
    way = np.array([np.cos(turn), -np.sin(turn)])
    middle = np.array([backdrop.x, backdrop.z])
    return line_of([middle - way * out, middle + way * out])


def backdrop_seen(photo_set: Set) -> tuple[Line, list[tuple[str, tuple[Any, ...], tuple[Any, ...]]]]:
    """Ends of the part of the backdrop that the frame sees, (x, z), and the margins left over at its sides as tapes."""
    backdrop, seen = photo_set.backdrop, coverage(photo_set)
    turn, half = np.radians(backdrop.turn), backdrop.width / 2
    way, middle = np.array([np.cos(turn), 0.0, -np.sin(turn)]), np.array([backdrop.x, backdrop.height, backdrop.z])
    left, right = max(seen.left, -half), min(seen.right, half)
    if not left < right:
        return (), []
    ends = [middle + way * at for at in (left, right)]
    margins = [
        (f"backdrop margin {name}", tuple(end), tuple(middle + way * edge))
        for name, end, edge, margin in (
            ("left", ends[0], -half, seen.margin_left),
            ("right", ends[1], half, seen.margin_right),
        )
        if math.isfinite(margin) and margin > 0
    ]
    return line_of([end[[0, 2]] for end in ends]), margins
