"""What a card says: every figure that is needed to build a set again, as a tape and a level give them."""

import math
from dataclasses import dataclass

import numpy as np

from ..expose.hand_meter import HandMeter, alone_at_face, held_at, meter_reading
from ..geometry.quads import lower_edge
from ..model.light import Light
from ..model.panel import Panel
from ..model.point import Point
from ..model.set import Set
from ..simulation.key import key_index
from ..simulation.stages import Stages
from ..sitter.face import face_marks


@dataclass(frozen=True)
class Stood:
    """Where a thing is: from two walls and the floor, and which way its axis goes."""

    from_left: float
    """From the camera-left wall [m]."""
    from_back: float
    """From the back wall [m]."""
    height: float
    """[m]"""
    turn: float
    """Of its axis seen from above: 0 toward the wall behind the camera, positive to camera-right [degrees]."""
    down: float
    """Of its axis under level [degrees]."""


@dataclass(frozen=True)
class CardLight:
    index: int
    stood: Stood
    to_face: float
    """Front to face [m]."""
    lower_edge: float
    """Above the floor [m]."""
    alone: float
    """By itself at the face, the flat disc turned to it [f-number]; 0 for one that is off."""


@dataclass(frozen=True)
class CardPanel:
    index: int
    stood: Stood
    to_face: float
    """Middle to face [m]."""


@dataclass(frozen=True)
class Card:
    photo_set: Set
    camera: Stood
    sitter_from_left: float
    backdrop_from_left: float
    lights: tuple[CardLight, ...]
    panels: tuple[CardPanel, ...]
    """Those in the light."""
    all_lights: float
    """At the face, the dome to the lens [f-number]."""
    to_key: float
    """At the face, the dome to the key [f-number]; 0 without one."""


def stood(photo_set: Set, place: Point, aim: Point) -> Stood:
    """A thing's place from two walls, and the way of its axis."""
    way = aim.array - place.array
    turn = math.degrees(math.atan2(way[0], way[2]))
    down = math.degrees(math.atan2(-way[1], math.hypot(way[0], way[2])))
    return Stood(place.x + photo_set.room.width / 2, place.z, place.y, turn, down)


def placed(photo_set: Set, at: Stood) -> tuple[Point, Point]:
    """Place and aim of a thing that stands as a card says: `stood` backwards, the aim one metre along the axis."""
    place = Point(at.from_left - photo_set.room.width / 2, at.height, at.from_back)
    turn, down = math.radians(at.turn), math.radians(at.down)
    way = np.array([math.sin(turn) * math.cos(down), -math.sin(down), math.cos(turn) * math.cos(down)])
    return place, Point(*map(float, place.array + way))


def card_of(stages: Stages) -> Card:
    """The card of a set, its readings as finely as the stages compute them."""
    photo_set = stages.photo_set
    face = np.array(face_marks(stages.mesh, photo_set.sitter).face)
    key = key_index(stages)
    alone = {k.index: k.aperture for k in alone_at_face(stages, key)}
    at, _ = held_at(stages, "face")

    def read(toward: Point) -> float:
        return meter_reading(stages, HandMeter(at, toward, "dome", before_face=True)).aperture

    def off(thing: Light | Panel) -> float:
        return float(np.linalg.norm(thing.place.array - face))

    camera, half = photo_set.camera, photo_set.room.width / 2
    return Card(
        photo_set,
        stood(photo_set, camera.place, camera.aim),
        photo_set.sitter.x + half,
        photo_set.backdrop.x + half,
        tuple(
            CardLight(i, stood(photo_set, k.place, k.aim), off(k), lower_edge(k), alone.get(i, 0.0))
            for i, k in enumerate(photo_set.lights)
        ),
        tuple(
            CardPanel(i, stood(photo_set, k.place, k.aim), off(k)) for i, k in enumerate(photo_set.panels) if k.on
        ),
        read(camera.place),
        read(photo_set.lights[key].place) if key is not None else 0.0,
    )  # fmt: skip
