"""Geometry that follows from a set: quads, axes, edges. Pure vector arithmetic."""

from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np

from ..gear.face import Face
from ..gear.sources import Window
from ..model.backdrop import Backdrop
from ..model.camera import Camera
from ..model.furniture import Door, Furniture
from ..model.light import Light
from ..model.panel import Panel
from ..model.room import Room, Surface
from ..model.set import Set
from .vectors import UP, Vector, aiming_axes, cross, fixed, unit

SWEEP_HEIGHT = 0.004  # [m] that what lies on the floor is over it
WINDOW_SILL = 0.002  # [m] that a window's pane stands before its wall, so that the two are told apart
BEYOND = Surface(0.04)  # of an open door: what is behind it is dark and throws hardly anything back (assumption)
CAMERA_BODY = (0.14, 0.10, 0.06)  # [m] wide, high, behind the pupil (assumption)
STAND_BESIDE, POLE = 0.08, 0.03  # [m] from a backdrop's edge to its stand, and across its poles
KEPT = 256  # results kept for things that did not change: a picture asks for each many times


@dataclass(frozen=True)
class Quad:
    """A rectangle, or an ellipse in it: centre and half edges [m]; its front normal is half_x cross half_y."""

    centre: tuple[float, float, float]
    half_x: tuple[float, float, float]
    half_y: tuple[float, float, float]
    round: bool = False

    @cached_property
    def normal(self) -> np.ndarray:
        return fixed(unit(cross(self.half_x, self.half_y)))

    @property
    def area(self) -> float:
        """Of the rectangle [m2]."""
        return float(4 * np.linalg.norm(cross(self.half_x, self.half_y)))

    @cached_property
    def corners(self) -> np.ndarray:
        """(4, 3) [m], round the outline."""
        c, x, y = np.array(self.centre), np.array(self.half_x), np.array(self.half_y)
        return fixed(np.array([c - x - y, c + x - y, c + x + y, c - x + y]))


def quad_of(centre: Vector, half_x: Vector, half_y: Vector, round_front: bool = False) -> Quad:
    """A quad from any vectors."""
    place, across, along = (tuple(map(float, v)) for v in (centre, half_x, half_y))
    return Quad(place, across, along, round_front)  # type: ignore[arg-type]


@lru_cache(maxsize=KEPT)
def backdrop_quad(backdrop: Backdrop) -> Quad:
    """The backdrop, its front toward the camera."""
    turn = np.radians(backdrop.turn)
    along = np.array([np.cos(turn), 0.0, -np.sin(turn)])
    high = (backdrop.height - backdrop.lower) / 2
    centre = (backdrop.x, backdrop.lower + high, backdrop.z)
    return quad_of(centre, along * backdrop.width / 2, UP * high)


@lru_cache(maxsize=KEPT)
def sweep_quad(backdrop: Backdrop) -> Quad | None:
    """What of the backdrop lies on the floor, its face up; None for none."""
    if not backdrop.sweep:
        return None
    quad = backdrop_quad(backdrop)
    foot = np.array([backdrop.x, SWEEP_HEIGHT, backdrop.z])
    out = quad.normal * backdrop.sweep / 2
    return quad_of(foot + out, quad.half_x, -out)


@lru_cache(maxsize=KEPT)
def furniture_quads(piece: Furniture) -> tuple[Quad, ...]:
    """The four sides and the top of a piece of furniture, and its lower side when it hangs; their fronts outward."""
    middle = np.array([piece.x, piece.base + piece.height / 2, piece.z])
    x, y, z = np.diag([piece.width / 2, piece.height / 2, piece.depth / 2])
    sides = [
        quad_of(middle + z, x, y),
        quad_of(middle - z, -x, y),
        quad_of(middle + x, -z, y),
        quad_of(middle - x, z, y),
        quad_of(middle + y, x, -z),
    ]
    if piece.base > SWEEP_HEIGHT:
        sides.append(quad_of(middle - y, x, z))
    return tuple(sides)


def face_of(light: Light) -> Face:
    """The light's front: its modifier's, else that of a measured beam or of the source itself."""
    if light.modifier.face is not None:
        return light.modifier.face
    if light.photometry:
        return Face(light.photometry.width, light.photometry.height)
    return light.source.face


@lru_cache(maxsize=KEPT)
def emitter_quad(light: Light) -> Quad:
    """The light's front, its face toward what it is aimed at."""
    right, up, _ = aiming_axes(light.place, light.aim)
    if light.roll:
        c, s = np.cos(np.radians(light.roll)), np.sin(np.radians(light.roll))
        right, up = right * c + up * s, up * c - right * s
    face = face_of(light)
    middle = light.place.array
    if isinstance(light.source, Window):
        middle = middle + unit(light.aim.array - middle) * WINDOW_SILL
    return quad_of(middle, -right * face.width / 2, up * face.height / 2, face.round)


@lru_cache(maxsize=KEPT)
def panel_quads(panel: Panel) -> tuple[Quad, ...]:
    """The flat parts of a panel, their fronts toward what it is aimed at.

    A V-flat has two wings that open toward its aim; a curved one three level strips, the outer ones bent toward it.
    """
    right, up, forward = aiming_axes(panel.place, panel.aim)
    middle = panel.place.array
    bend = np.radians(180 - panel.fold) / 2
    c, s = np.cos(bend), np.sin(bend)
    if panel.shape == "V-flat":
        wings = []
        for side in (-1, 1):
            along = side * right * c + forward * s
            centre = middle + along * panel.width / 4
            wings.append(quad_of(centre, -side * along * panel.width / 4, up * panel.height / 2))
        return tuple(wings)
    if panel.shape == "curved":
        high = panel.height / 6
        strips = [quad_of(middle, -right * panel.width / 2, up * high)]
        for side in (-1, 1):
            along = side * up * c + forward * s
            centre = middle + side * up * high + along * high
            strips.append(quad_of(centre, -right * panel.width / 2, side * along * high))
        return tuple(strips)
    return (quad_of(middle, -right * panel.width / 2, up * panel.height / 2, panel.shape == "round"),)


def as_rectangle(quad: Quad) -> Quad:
    """A rectangle; for an ellipse the one of its area: what it throws is the same but very near."""
    if not quad.round:
        return quad
    side = np.sqrt(np.pi) / 2
    return quad_of(quad.centre, side * np.array(quad.half_x), side * np.array(quad.half_y))


def still_quads(photo_set: Set) -> tuple[tuple[Quad, Surface], ...]:
    """The surfaces that stand beside the walls: backdrop, its sweep, furniture, doors that stand open."""
    backdrop = photo_set.backdrop
    made = [(backdrop_quad(backdrop), backdrop.surface)]
    sweep = sweep_quad(backdrop)
    if sweep:
        made.append((sweep, backdrop.surface))
    made += [(quad, piece.surface) for piece in photo_set.furniture for quad in furniture_quads(piece)]
    return (*made, *((opening_quad(photo_set.room, k), BEYOND) for k in photo_set.doors if k.opens == "stands open"))


def opening_quad(room: Room, door: Door) -> Quad:
    """The opening of a door in its wall, its face into the room."""
    half, high = door.width / 2, UP * door.height / 2
    if door.wall in ("left", "right"):
        side = -1.0 if door.wall == "left" else 1.0
        middle = np.array([side * (room.width / 2 - SWEEP_HEIGHT), door.height / 2, door.along])
        return quad_of(middle, np.array([0.0, 0.0, side * half]), high)
    side = -1.0 if door.wall == "back" else 1.0
    z = SWEEP_HEIGHT if door.wall == "back" else room.depth - SWEEP_HEIGHT
    return quad_of(np.array([door.along, door.height / 2, z]), np.array([-side * half, 0.0, 0.0]), high)


def camera_quad(camera: Camera) -> Quad:
    """The body of the camera behind its lens, as a sheet that light from behind it meets."""
    right, up, forward = aiming_axes(camera.place, camera.aim)
    wide, high, behind = CAMERA_BODY
    return quad_of(camera.place.array - forward * behind, -right * wide / 2, up * high / 2)


def backdrop_bars(backdrop: Backdrop) -> tuple[Quad, ...]:
    """The two stands and the bar of a backdrop on stands, as strips toward the camera; none when it hangs otherwise."""
    if backdrop.hung != "on stands" or backdrop.kind == "wall":
        return ()
    quad = backdrop_quad(backdrop)
    along, middle = unit(np.array(quad.half_x)), np.array(quad.centre)
    out, thick = backdrop.width / 2 + STAND_BESIDE, along * POLE / 2
    made = []
    for side in (-1, 1):
        pole = middle + side * along * out
        pole[1] = backdrop.height / 2
        made.append(quad_of(pole, thick, UP * backdrop.height / 2))
    top = middle.copy()
    top[1] = backdrop.height + POLE / 2
    return (*made, quad_of(top, along * out, UP * POLE / 2))


@lru_cache(maxsize=KEPT)
def door_quads(light: Light) -> tuple[Quad, ...]:
    """The leaves of a light's barn doors, each as wide as the front and half as long again as its half."""
    if light.barn_doors is None:
        return ()
    quad = emitter_quad(light)
    centre, x, y, out = np.array(quad.centre), -np.array(quad.half_x), np.array(quad.half_y), quad.normal
    made = []
    for opening, side, along in (
        (light.barn_doors.left, -x, y),
        (light.barn_doors.right, x, y),
        (light.barn_doors.top, y, x),
        (light.barn_doors.bottom, -y, x),
    ):
        a, reach = np.radians(opening), float(np.linalg.norm(side))
        leaf = (-unit(side) * np.cos(a) + out * np.sin(a)) * 1.5 * reach
        made.append(quad_of(centre + side + out * 0.005 + leaf / 2, leaf / 2, along))
    return tuple(made)


def lower_edge(light: Light) -> float:
    """Height of the lowest corner of the front cloth above the floor [m]."""
    return float(emitter_quad(light).corners[:, 1].min())


def field_of_view(camera: Camera, aspect: float) -> tuple[float, float]:
    """Half width and half height of the picture at unit distance.

    The picture is the largest middle crop of the sensor with the given aspect (width / height).
    """
    width, height = camera.sensor
    if width / height > aspect:
        width = height * aspect
    else:
        height = width / aspect
    return width / 2 / camera.focal_length, height / 2 / camera.focal_length


def distance_to(quad: Quad, point: np.ndarray) -> float:
    """Least distance of a point from a rectangle [m]."""
    off = point - np.array(quad.centre)
    share_x, share_y = (float(off @ np.array(h)) / float(np.dot(h, h)) for h in (quad.half_x, quad.half_y))
    on = min(max(share_x, -1), 1) * np.array(quad.half_x) + min(max(share_y, -1), 1) * np.array(quad.half_y)
    return float(np.linalg.norm(off - on))
