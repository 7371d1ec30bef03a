"""The set as data: room, backdrop, sitter, camera, lights, panels; validation; geometry that follows.

Coordinates: x to camera-right, y up, z from the back wall toward the camera [m]. The origin is on
the floor, in the middle of the back wall, so the room is [-width/2, width/2] x [0, height] x [0, depth].
"""

from ..gear.modifiers import Bare, BarnDoors, Bowl, Dish, HomeBox, Modifier, Octa, Snoot, Softbox, Umbrella
from ..gear.photometry import Photometry
from ..gear.sources import Lamp, Led, Source, Speedlight, Strobe, Tube, Window
from .backdrop import Backdrop
from .camera import Camera
from .light import Light
from .panel import Panel
from .point import Point
from .room import Colour, Room, Surface, Surfaces
from .set import Set
from .sitter import Sitter

__all__ = [
    "Backdrop",
    "Bare",
    "BarnDoors",
    "Bowl",
    "Camera",
    "Colour",
    "Dish",
    "HomeBox",
    "Lamp",
    "Led",
    "Light",
    "Modifier",
    "Octa",
    "Panel",
    "Photometry",
    "Point",
    "Room",
    "Set",
    "Sitter",
    "Snoot",
    "Softbox",
    "Source",
    "Speedlight",
    "Strobe",
    "Surface",
    "Surfaces",
    "Tube",
    "Umbrella",
    "Window",
]
