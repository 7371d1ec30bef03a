"""Putting furniture and doors into the room."""

from collections.abc import Iterator
from dataclasses import replace

from ..model.finishes import WALLS
from ..model.furniture import Door, Furniture
from ..model.room import Surface
from ..model.set import Set
from ..problem import NotAccepted, Problem
from ..rules.validation import problems_in_room
from .adding import free_name, room_for
from .moves import move

WOOD, CLOTH = WALLS["wood"], Surface(0.25)
# Common sizes, assumptions: width, depth, height [m].
FURNITURE = {
    "table": (1.2, 0.75, 0.75, WOOD),
    "desk": (1.4, 0.7, 0.74, WOOD),
    "shelf": (0.8, 0.3, 1.8, WOOD),
    "wardrobe": (1.0, 0.6, 2.0, WOOD),
    "chest": (0.9, 0.45, 0.85, WOOD),
    "sofa": (1.8, 0.85, 0.8, CLOTH),
    "bed": (0.9, 2.0, 0.5, CLOTH),
    "curtain": (0.06, 1.5, 2.2, CLOTH),
    "black cloth": (0.02, 2.0, 2.2, Surface(0.04)),
}
DOOR = "door"
"""Curtain and cloth hang along a side wall, over a part of it."""
FROM_CORNER = 0.1  # [m]
PLACES = 12  # tried along each side wall


def _places(photo_set: Set, width: float, depth: float) -> Iterator[tuple[float, float]]:
    """Places along the side walls, from the camera's end to the backdrop, then along the wall behind the camera."""
    room = photo_set.room
    side = (room.width - width) / 2
    reach = room.depth - depth - 2 * FROM_CORNER
    for k in range(PLACES + 1):
        z = room.depth - depth / 2 - FROM_CORNER - reach * k / PLACES
        yield from ((side, z), (-side, z))
    yield 0.0, room.depth - depth / 2


def add_furniture(photo_set: Set, kind: str) -> Set:
    """The set with a piece of furniture at the first free place along the walls.

    Raises NotAccepted for what is not known, when the set is full, or when there is no room.
    """
    if kind not in FURNITURE:
        raise NotAccepted([Problem("name", f"{kind!r} is not known", " or ".join(FURNITURE))])
    room_for(photo_set, "furniture")
    width, depth, height, surface = FURNITURE[kind]
    height = min(height, photo_set.room.height)
    for x, z in _places(photo_set, width, depth):
        piece = Furniture(free_name(photo_set, kind), x, z, width, depth, height, surface=surface)
        made = replace(photo_set, furniture=(*photo_set.furniture, piece))
        if not problems_in_room(made) and not _in_another(piece, photo_set.furniture):
            return made
    raise NotAccepted([Problem("name", f"there is no room for a {kind}", "a larger room, or less in it")])


def _in_another(piece: Furniture, others: tuple[Furniture, ...]) -> bool:
    return any(
        abs(piece.x - k.x) < (piece.width + k.width) / 2 and abs(piece.z - k.z) < (piece.depth + k.depth) / 2
        for k in others
    )


def add_door(photo_set: Set) -> Set:
    """The set with a door in the wall on camera-right, near the camera's end; raises NotAccepted when the set is full."""
    room_for(photo_set, "doors")
    room = photo_set.room
    wide, high = min(0.8, room.depth), min(2.0, room.height)
    door = Door(free_name(photo_set, DOOR), "right", room.depth - wide / 2 - FROM_CORNER, wide, high)
    made = replace(photo_set, doors=(*photo_set.doors, door))
    return move(made, f"doors.{len(made.doors) - 1}", "place", {"z": door.along}).photo_set
