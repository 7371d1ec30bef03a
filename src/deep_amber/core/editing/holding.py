"""How far things go: held inside the room, with the name of what stopped them."""

from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np

from ..model.point import Point
from ..model.set import Set

GAP = 1e-4  # [m] kept from what resists, so that rounding does not put a thing into it


@dataclass(frozen=True)
class Move:
    photo_set: Set
    resisted: str
    """What stopped the move, in words; empty when nothing did."""


def clamped(value: float, low: float, high: float, low_name: str, high_name: str) -> tuple[float, str]:
    """The value held between two limits, and the name of the one that held it."""
    if high < low:
        return (low + high) / 2, f"no room between {low_name} and {high_name}"
    if value < low:
        return low, low_name
    if value > high:
        return high, high_name
    return value, ""


def merged(point: Point, to: Mapping[str, float]) -> Point:
    """The point with the coordinates that are given."""
    return replace(point, **{axis: float(to[axis]) for axis in ("x", "y", "z") if axis in to})


def inside(photo_set: Set, point: Point, reach: np.ndarray) -> tuple[Point, str]:
    """The point held so far inside the room that `reach` [m] on each axis fits, and what held it."""
    room = photo_set.room
    x, by_x = clamped(
        point.x, -room.width / 2 + reach[0], room.width / 2 - reach[0], "camera-left wall", "camera-right wall"
    )
    y, by_y = clamped(point.y, reach[1], room.height - reach[1], "floor", "ceiling")
    z, by_z = clamped(point.z, reach[2], room.depth - reach[2], "back wall", "wall behind the camera")
    return Point(float(x), float(y), float(z)), " and ".join(filter(None, (by_x, by_y, by_z)))


def inside_corners(photo_set: Set, point: Point, corners: np.ndarray) -> tuple[Point, str]:
    """The point held so far inside the room that corners (n, 3) about it [m] fit, and what held it."""
    room, low, high = photo_set.room, corners.min(0) - GAP, corners.max(0) + GAP
    x, by_x = clamped(
        point.x, -room.width / 2 - low[0], room.width / 2 - high[0], "camera-left wall", "camera-right wall"
    )
    y, by_y = clamped(point.y, -low[1], room.height - high[1], "floor", "ceiling")
    z, by_z = clamped(point.z, -low[2], room.depth - high[2], "back wall", "wall behind the camera")
    return Point(float(x), float(y), float(z)), " and ".join(filter(None, (by_x, by_y, by_z)))


def aim_apart(place: Point, aim: Point, before: Point) -> Point:
    """The aim, or what it was before when it would fall on the place itself."""
    return aim if place.array.tolist() != aim.array.tolist() else before
