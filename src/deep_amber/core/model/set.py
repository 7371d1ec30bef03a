"""The set: one arrangement of room, backdrop, sitter, camera, lights and panels."""

from dataclasses import dataclass
from typing import Annotated

from annotated_types import MaxLen

from .backdrop import Backdrop
from .camera import Camera
from .furniture import Door, Furniture
from .light import Light
from .look import Look
from .panel import Panel
from .room import Room
from .sitter import Sitter


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
