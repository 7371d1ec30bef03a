"""Limits that a plan keeps: how many lights, no boom, nothing behind the sitter, seated on the floor, clear of doors, so wide."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Annotated

from annotated_types import Interval

from ..answer import Act
from ..geometry.held import foot_of, stands
from ..model.furniture import Door
from ..model.light import Light
from ..model.panel import Panel
from ..model.set import Set
from .rules import Arrangement

CUSHION = 0.1  # [m] that a sitter on the floor sits high (assumption)
LOWEST_LENS = 0.3  # [m] that a camera is held over the floor at least
BEHIND = 0.25  # [m] behind the sitter's middle from which a thing stands behind (assumption)


@dataclass(frozen=True)
class Limits:
    lights: Annotated[int, Interval(ge=1, le=8)] = 8
    """At most, windows not counted."""
    boom: bool = True
    """Whether one may be used."""
    behind: bool = True
    """Whether anything may stand behind the sitter."""
    floor: bool = False
    """Whether the sitter sits on the floor."""
    doors: bool = False
    """Whether doors are kept clear: nothing stands where one opens."""
    across: Annotated[float, Interval(ge=0.8, le=20.0)] | None = None
    """The width that everything has to stand in, camera-left to camera-right [m]; None for the room's."""


def allowed(arrangement: Arrangement, limits: Limits) -> bool:
    """Whether its rules keep within limits, before anything has a place."""
    if sum(k.where != "window" for k in arrangement.lights) > limits.lights:
        return False
    if not limits.boom and any(k.boom for k in arrangement.lights):
        return False
    return limits.behind or not any(
        abs(k.at.azimuth) > 90 or k.where == "behind the sitter" for k in arrangement.lights
    )


def seated(photo_set: Set, limits: Limits) -> Set:
    """The set with its sitter on the floor where that is a limit, the lens lowered with the face."""
    sitter = photo_set.sitter
    if not limits.floor or sitter.posture != "seated" or sitter.seat_height <= CUSHION:
        return photo_set
    down, camera = sitter.seat_height - CUSHION, photo_set.camera
    down_by = min(down, max(camera.place.y - LOWEST_LENS, 0.0))
    place, aim = replace(camera.place, y=camera.place.y - down_by), replace(camera.aim, y=camera.aim.y - down)
    lowered = replace(camera, place=place, aim=aim)
    return replace(photo_set, sitter=replace(sitter, seat_height=CUSHION), camera=lowered)


def beyond(photo_set: Set, limits: Limits) -> tuple[Act, ...]:
    """Which limits a set does not keep."""
    return tuple(_beyond(photo_set, limits))


def _beyond(photo_set: Set, limits: Limits) -> Iterator[Act]:
    things: list[Light | Panel] = [*(k for k in photo_set.lights if k.source.kind != "window"), *photo_set.panels]
    standing = [k for k in things if stands(k)]
    feet = [(k.name, foot) for k in standing if (foot := foot_of(photo_set, k)) is not None]
    if not limits.behind:
        for name, place in feet:
            if place[1] < photo_set.sitter.z - BEHIND:
                yield Act("plan.behind", {}, {"thing": name})
    if limits.across is not None and feet:
        xs = [photo_set.sitter.x, photo_set.camera.place.x, *(place[0] for _, place in feet)]
        if max(xs) - min(xs) > limits.across:
            yield Act("plan.across", {"needed_m": max(xs) - min(xs), "across_m": limits.across}, {})
    if limits.doors:
        for door in photo_set.doors:
            for name, place in feet:
                if in_the_way(photo_set, door, place):
                    yield Act("plan.door", {}, {"thing": name, "door": door.name})


def in_the_way(photo_set: Set, door: Door, place: tuple[float, float]) -> bool:
    """Whether a foot at (x, z) stands where a door opens: within its width of its middle."""
    room = photo_set.room
    at = {
        "left": (-room.width / 2, door.along),
        "right": (room.width / 2, door.along),
        "back": (door.along, 0.0),
        "front": (door.along, room.depth),
    }[door.wall]
    return math.hypot(place[0] - at[0], place[1] - at[1]) < door.width
