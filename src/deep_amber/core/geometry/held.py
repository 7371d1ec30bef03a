"""How lights and panels are held: where feet stand, and the poles and arms between floor, wall or ceiling and them."""

import math

import numpy as np

from ..model.light import Light
from ..model.panel import Panel
from ..model.set import Set
from .projected import projected
from .quads import Quad, distance_to, panel_quads

WAYS = {
    "camera-left": (-1.0, 0.0),
    "camera-right": (1.0, 0.0),
    "toward camera": (0.0, 1.0),
    "toward backdrop": (0.0, -1.0),
}
"""Level, (x, z), of each side that a boom's stand can be on."""
ANY_SIDE = "where it fits"
FOOT_OUT = 0.45  # [m] from the body's axis where no stand's foot can be (assumption: knees and seat)
LYING = (0.32, 1.55)  # [m] from the neck to crown and soles of a lying adult (assumption: 1.75 m tall)
AT_WALL, FOOT_HIGH = 0.12, 0.6  # [m] that a foot keeps from a wall, and under which furniture is in its way
STEEP = 0.05  # of a light's way that is level, under which it shines straight up or down
POLE_SAMPLES = 12
UP_THE_POLE = 0.1  # [m] that a boom's stand is higher than its light, so that the arm leans (assumption)

Segment = tuple[np.ndarray, np.ndarray]
"""Two ends (3,) [m]."""


def stands(thing: Light | Panel) -> bool:
    """Whether a stand of its own holds it, straight below or with a boom."""
    if isinstance(thing, Panel):
        return thing.holding in ("stand", "boom")
    return thing.source.on_stand and thing.role != "room" and thing.holding in ("stand", "boom")


def in_the_sitter(photo_set: Set, x: float, z: float) -> bool:
    """Whether a foot there would stand in the sitter's knees, seat or lying body."""
    sitter = photo_set.sitter
    off = np.array([x - sitter.x, z - sitter.z])
    if sitter.posture == "lying":
        turn = math.radians(sitter.body_turn)
        along = np.array([math.sin(turn), math.cos(turn)])
        off = off - along * min(max(float(off @ along), -LYING[0]), LYING[1])
    return float(np.linalg.norm(off)) < FOOT_OUT


def stands_free(photo_set: Set, x: float, z: float) -> bool:
    """Whether a stand's foot can be there: in the room, out of the sitter, of furniture and of boards on the floor."""
    room = photo_set.room
    if abs(x) > room.width / 2 - AT_WALL or not AT_WALL < z < room.depth - AT_WALL or in_the_sitter(photo_set, x, z):
        return False
    low = (k for k in photo_set.furniture if k.base < FOOT_HIGH)
    if any(abs(x - k.x) < k.width / 2 and abs(z - k.z) < k.depth / 2 for k in low):
        return False
    boards = (q for panel in photo_set.panels if panel.on for q in panel_quads(panel))
    return not any(_at_board(q, x, z) for q in boards)


def _at_board(quad: Quad, x: float, z: float) -> bool:
    """Whether a foot there would stand in a board that reaches down to it."""
    if quad.corners[:, 1].min() > FOOT_HIGH:
        return False
    return distance_to(quad, np.array([x, float(quad.corners[:, 1].min()), z])) < AT_WALL


def _behind(thing: Light | Panel) -> np.ndarray:
    off = (thing.place.array - thing.aim.array)[[0, 2]]
    length = float(np.linalg.norm(off))
    steep = length <= STEEP * float(np.linalg.norm(thing.place.array - thing.aim.array))
    return np.array(WAYS["toward backdrop"]) if steep else off / length  # out of the picture's way


def _boom_feet(thing: Light | Panel) -> dict[str, tuple[float, float]]:
    """Where the foot of its boom's stand would be on each side, (x, z) [m]."""
    ways = {"behind": _behind(thing)} | {side: np.array(way) for side, way in WAYS.items()}
    at = np.array([thing.place.x, thing.place.z])
    feet = {side: at + way * thing.boom_reach for side, way in ways.items()}
    return {side: (float(x), float(z)) for side, (x, z) in feet.items()}


def foot_of(photo_set: Set, thing: Light | Panel) -> tuple[float, float] | None:
    """Where its stand's foot is, (x, z) [m]; None for what no stand holds.

    A boom whose stand may be anywhere has it behind, or on the first side where it can stand, out of the picture where
    there is such a side.
    """
    if not stands(thing):
        return None
    if thing.holding == "stand":
        return thing.place.x, thing.place.z
    feet, side = _boom_feet(thing), getattr(thing, "stand_side", ANY_SIDE)
    if side != ANY_SIDE:
        return feet[side]
    free = [foot for foot in feet.values() if stands_free(photo_set, *foot)]
    unseen = (foot for foot in free if not _in_picture(photo_set, foot, thing.place.y))
    return next(unseen, free[0] if free else feet["behind"])


def _in_picture(photo_set: Set, foot: tuple[float, float], high: float) -> bool:
    """Whether a pole there would be seen, as far as nothing stands before it."""
    heights = np.linspace(0.0, high, POLE_SAMPLES)
    at = projected(
        photo_set.camera, np.stack([np.full_like(heights, foot[0]), heights, np.full_like(heights, foot[1])], 1)
    )
    return bool(((np.abs(at[:, 0]) < 1) & (np.abs(at[:, 1]) < 1)).any())


def nearest_wall(photo_set: Set, place: np.ndarray) -> np.ndarray:
    """(3,) the place on the nearest of the four walls, as high [m]."""
    half, depth = photo_set.room.width / 2, photo_set.room.depth
    walls = [(-half, place[2]), (half, place[2]), (place[0], 0.0), (place[0], depth)]
    x, z = min(walls, key=lambda k: math.hypot(k[0] - place[0], k[1] - place[2]))
    return np.array([x, place[1], z])


def held_by(photo_set: Set, thing: Light | Panel) -> list[Segment]:
    """The pole and the arm that hold a thing; none for a clamp, a hand, a lap, furniture or the floor."""
    place, foot = thing.place.array, foot_of(photo_set, thing)
    if foot is not None:
        top = np.array([foot[0], place[1], foot[1]])
        if thing.holding == "stand":
            return [(top * [1, 0, 1], top)]
        top = top + [0.0, min(UP_THE_POLE, max(photo_set.room.height - float(place[1]), 0.0)), 0.0]
        return [(top * [1, 0, 1], top), (top, place)]
    if isinstance(thing, Light) and thing.source.on_stand and thing.role != "room":
        if thing.holding == "ceiling arm":
            return [(place, np.array([place[0], photo_set.room.height, place[2]]))]
        if thing.holding == "wall arm":
            return [(nearest_wall(photo_set, place), place)]
    return []
