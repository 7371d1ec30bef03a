"""The set: one arrangement of room, backdrop, sitter, camera, lights and panels."""

from dataclasses import dataclass, replace
from typing import Annotated

from annotated_types import MaxLen

from .backdrop import Backdrop
from .camera import Camera
from .furniture import Door, Furniture
from .light import Light
from .look import Look
from .panel import Panel
from .people import People
from .room import Room, Surface
from .sitter import Sitter

Thing = Light | Panel | Furniture | Door


@dataclass(frozen=True)
class Set:
    room: Room
    backdrop: Backdrop
    sitter: Sitter
    camera: Camera
    lights: Annotated[tuple[Light, ...], MaxLen(8)]
    panels: Annotated[tuple[Panel, ...], MaxLen(8)] = ()
    furniture: Annotated[tuple[Furniture, ...], MaxLen(8)] = ()
    doors: Annotated[tuple[Door, ...], MaxLen(4)] = ()
    look: Look | None = None
    """What the picture aims at; None before the brief is begun."""
    people: People | None = None
    """More people than the sitter, in a row; None for one alone."""
    meant: Annotated[tuple[Annotated[str, MaxLen(40)], ...], MaxLen(40)] = ()
    """Codes of findings that the photographer means to be so: they are told as notes."""


def with_thing(photo_set: Set, kind: str, index: int, thing: Thing) -> Set:
    """The set with another thing of a counted kind ("lights", "panels", "furniture", "doors") at an index."""
    things = tuple(thing if k == index else other for k, other in enumerate(getattr(photo_set, kind)))
    return replace(photo_set, **{kind: things})  # type: ignore[arg-type]


def without(photo_set: Set, kind: str, index: int) -> Set:
    """The set without a thing of a counted kind."""
    things = tuple(other for k, other in enumerate(getattr(photo_set, kind)) if k != index)
    return replace(photo_set, **{kind: things})  # type: ignore[arg-type]


def with_added(photo_set: Set, kind: str, thing: Thing) -> Set:
    """The set with one more thing of a counted kind, the last of its kind."""
    return replace(photo_set, **{kind: (*getattr(photo_set, kind), thing)})  # type: ignore[arg-type]


def with_light(photo_set: Set, index: int, light: Light) -> Set:
    """The set with another light at an index."""
    return with_thing(photo_set, "lights", index, light)


def with_panel(photo_set: Set, index: int, panel: Panel) -> Set:
    """The set with another panel at an index."""
    return with_thing(photo_set, "panels", index, panel)


def with_surfaces(photo_set: Set, **surfaces: Surface) -> Set:
    """The set with other surfaces of the room, by their names."""
    room = photo_set.room
    return replace(photo_set, room=replace(room, surfaces=replace(room.surfaces, **surfaces)))
