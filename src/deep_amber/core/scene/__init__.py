"""The set as data: room, backdrop, sitter, camera, lights; validation; geometry that follows.

Coordinates: x to camera-right, y up, z from the back wall toward the camera [m]. The origin is on
the floor, in the middle of the back wall, so the room is [-width/2, width/2] x [0, height] x [0, depth].
"""

from .backdrop import Backdrop
from .camera import Camera
from .light import Light, Softbox
from .point import Point
from .room import Room, Surface, Surfaces
from .set import Set
from .sitter import Sitter

__all__ = ["Backdrop", "Camera", "Light", "Point", "Room", "Set", "Sitter", "Softbox", "Surface", "Surfaces"]
