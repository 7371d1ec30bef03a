"""What furniture, doors, a lying sitter and the lens must satisfy."""

from collections.abc import Iterator

import numpy as np

from ..geometry.held import LYING
from ..model.furniture import Furniture
from ..model.set import Set
from ..problem import Problem

TOUCHING = 1e-6  # [m] of tolerance


def _metres(value: float) -> str:
    return f"{value:.2f} m"


def _inside(piece: Furniture, point: np.ndarray) -> bool:
    middle = np.array([piece.x, piece.base + piece.height / 2, piece.z])
    half = np.array([piece.width, piece.height, piece.depth]) / 2
    return bool((np.abs(point - middle) < half - TOUCHING).all())


def furniture_in_room(photo_set: Set) -> Iterator[Problem]:
    """Furniture stands inside the room, and neither lens nor sitter stands in it."""
    room = photo_set.room
    sitter = photo_set.sitter
    for i, piece in enumerate(photo_set.furniture):
        at = f"furniture.{i}"
        if abs(piece.x) + piece.width / 2 > room.width / 2 + TOUCHING:
            yield Problem(
                f"{at}.x",
                f"{piece.name!r} goes through a wall",
                f"all of it between the walls, {_metres(room.width)} apart",
            )
        if piece.z - piece.depth / 2 < -TOUCHING or piece.z + piece.depth / 2 > room.depth + TOUCHING:
            yield Problem(
                f"{at}.z", f"{piece.name!r} goes through a wall", f"all of it between 0 and {_metres(room.depth)}"
            )
        if piece.base + piece.height > room.height + TOUCHING:
            yield Problem(
                f"{at}.height",
                f"{piece.name!r} goes through the ceiling",
                f"at most {_metres(room.height - piece.base)}",
            )
        if _inside(piece, photo_set.camera.place.array):
            yield Problem("camera.place", f"the camera is inside {piece.name!r}", "a place beside it")
        under_sitter = piece.base + piece.height <= sitter.seat_height + 0.02  # a seat or couch
        body = np.array([sitter.x, piece.base + piece.height / 2, sitter.z])
        if not under_sitter and piece.base < 1.2 and _inside(piece, body):
            yield Problem(
                "sitter.x", f"the sitter is inside {piece.name!r}", "a place beside it, or a seat on top of it"
            )
        for k, light in enumerate(photo_set.lights):
            if _inside(piece, light.place.array):
                yield Problem(f"lights.{k}.place", f"{light.name!r} is inside {piece.name!r}", "a place beside it")


def doors_in_walls(photo_set: Set) -> Iterator[Problem]:
    """All of a door lies in its wall."""
    room = photo_set.room
    for i, door in enumerate(photo_set.doors):
        beside, half = door.wall in ("left", "right"), door.width / 2
        low, high = (0.0, room.depth) if beside else (-room.width / 2, room.width / 2)
        if door.along - half < low - TOUCHING or door.along + half > high + TOUCHING:
            yield Problem(
                f"doors.{i}.along",
                f"{door.name!r} is not in its wall",
                f"{_metres(low + half)} to {_metres(high - half)}",
            )
        if door.height > room.height + TOUCHING:
            yield Problem(
                f"doors.{i}.height", f"{door.name!r} is higher than the room", f"at most {_metres(room.height)}"
            )


def lying_in_room(photo_set: Set) -> Iterator[Problem]:
    """Head and feet of a lying sitter are inside the room."""
    sitter, room = photo_set.sitter, photo_set.room
    if sitter.posture != "lying":
        return
    turn = np.radians(sitter.body_turn)
    for name, along in (("head", -LYING[0]), ("feet", LYING[1])):
        x, z = sitter.x + along * np.sin(turn), sitter.z + along * np.cos(turn)
        if abs(x) > room.width / 2 + TOUCHING:
            yield Problem(
                "sitter.x",
                f"the {name} of the lying sitter would be in a wall",
                "a place or turn with room for the body",
            )
        elif not -TOUCHING <= z <= room.depth + TOUCHING:
            yield Problem(
                "sitter.z",
                f"the {name} of the lying sitter would be in a wall",
                "a place or turn with room for the body",
            )


def backdrop_edges(photo_set: Set) -> Iterator[Problem]:
    """A backdrop's lower edge is under its upper one, and its sweep ends in the room."""
    backdrop, room = photo_set.backdrop, photo_set.room
    if backdrop.lower > backdrop.height - 0.2:
        yield Problem(
            "backdrop.lower",
            f"{_metres(backdrop.lower)} is not under its upper edge",
            f"at most {_metres(max(0.0, backdrop.height - 0.2))}",
        )
    if backdrop.sweep and backdrop.lower > TOUCHING:
        yield Problem("backdrop.sweep", "a backdrop that ends over the floor has no sweep", "0, or a lower edge of 0")
    if backdrop.z + backdrop.sweep > room.depth + TOUCHING:
        yield Problem(
            "backdrop.sweep",
            f"{_metres(backdrop.sweep)} runs through the wall behind the camera",
            f"at most {_metres(max(0.0, room.depth - backdrop.z))}",
        )


def lens_can(photo_set: Set) -> Iterator[Problem]:
    """Focal length and aperture are the lens's."""
    camera, lens = photo_set.camera, photo_set.camera.lens
    if lens is None:
        return
    if not lens.shortest - 0.5 <= camera.focal_length <= lens.longest + 0.5:
        span = f"{lens.shortest:g} mm" if lens.shortest == lens.longest else f"{lens.shortest:g} to {lens.longest:g} mm"
        yield Problem(
            "camera.focal_length", f"the {lens.name} has no {camera.focal_length:g} mm", f"{span}, or another lens"
        )
    if camera.aperture < lens.widest * 0.96:
        yield Problem(
            "camera.aperture",
            f"the {lens.name} does not open to f/{camera.aperture:g}",
            f"f/{lens.widest:g} or smaller openings",
        )
