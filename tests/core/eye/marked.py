"""Marks of computed sets, where their truth puts them, and disturbed as a hand does."""

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cache

import numpy as np

from deep_amber.core.eye.points import Marks
from deep_amber.core.eye.shadow_map import end_of_shadow
from deep_amber.core.geometry.projected import projected
from deep_amber.core.geometry.quads import field_of_view
from deep_amber.core.geometry.vectors import aiming_axes
from deep_amber.core.model import Camera, Point, Set
from deep_amber.core.pattern.cornea import halfway
from deep_amber.core.pattern.softness import NOSE
from deep_amber.core.sitter.face import face_marks, head_frame
from deep_amber.core.sitter.gaze import eyes_in_room
from deep_amber.formats.sitter_file import known_sitters, load_sitter
from tests.sets import plain_set

HEIGHT, FINELY = 800, 0.002
MANY, DISTURBED = 24, 2.0


@dataclass(frozen=True)
class Truth:
    marks: Marks
    azimuth: float
    elevation: float
    way: np.ndarray


def sat(dice: np.random.Generator) -> Set:
    """A sitter in a usual pose, framed from usual distances."""
    who = str(dice.choice(list(known_sitters())))
    s = plain_set()
    sitter = replace(
        s.sitter, who=who, body_turn=float(dice.uniform(-25, 25)), head_turn=float(dice.uniform(-18, 18)),
        head_nod=float(dice.uniform(-6, 9)), head_tilt=float(dice.uniform(-7, 7)), gaze="to the lens",
    )  # fmt: skip
    mesh = load_sitter(who)
    face = np.array(face_marks(mesh, sitter).face)
    away, high = float(dice.uniform(1.2, 2.4)), float(dice.uniform(0.34, 0.64))
    place = Point(
        float(face[0] + dice.uniform(-0.2, 0.2)), float(face[1] + dice.uniform(-0.1, 0.1)), float(face[2] + away)
    )
    focal = s.camera.sensor_height * away / high
    camera = replace(
        s.camera,
        place=place,
        aim=Point(float(face[0]), float(face[1] - 0.05), float(face[2])),
        focal_length=focal,
        lens=None,
    )
    return replace(s, sitter=sitter, camera=camera)


def _pixels(camera: Camera, points: np.ndarray) -> np.ndarray:
    at = projected(camera, np.atleast_2d(points))
    width = HEIGHT * camera.aspect
    return np.stack([(at[:, 0] + 1) / 2 * width, (1 - at[:, 1]) / 2 * HEIGHT], 1)


def _frame(s: Set, face: np.ndarray) -> np.ndarray:
    """(3, 3) rows right, up and back to the lens, as the picture has them."""
    _, up, _ = aiming_axes(s.camera.place, s.camera.aim)
    back = s.camera.place.array - face
    back /= np.linalg.norm(back)
    right = np.cross(up, back)
    right /= np.linalg.norm(right)
    return np.stack([right, np.cross(back, right), back])


def marked(s: Set, azimuth: float, elevation: float, away: float, dice: np.random.Generator, disturbed: float) -> Truth:
    """Marks for a small key at a direction from the way to the lens [degrees] and a distance [m]."""
    mesh = load_sitter(s.sitter.who)
    face = head_frame(mesh, s.sitter).in_room(mesh.vertices[mesh.landmarks["nose_tip"]].astype(float))
    a, e = math.radians(azimuth), math.radians(elevation)
    way = np.array([math.sin(a) * math.cos(e), math.sin(e), math.cos(a) * math.cos(e)]) @ _frame(s, face)
    return Truth(_marks(s, face + way * away, way, None, dice, disturbed), azimuth, elevation, way)


def marked_key(s: Set, place: np.ndarray, size: float, dice: np.random.Generator, disturbed: float) -> Truth:
    """Marks for the key of a set, with the edge of its shadow; size : of its front over its distance."""
    face = np.array(face_marks(load_sitter(s.sitter.who), s.sitter).face)
    away = place - face
    away /= np.linalg.norm(away)
    x, y, z = _frame(s, face) @ away
    azimuth, elevation = math.degrees(math.atan2(x, z)), math.degrees(math.asin(y))
    return Truth(_marks(s, place, away, size, dice, disturbed), azimuth, elevation, away)


def _marks(
    s: Set, light: np.ndarray, way: np.ndarray, size: float | None, dice: np.random.Generator, disturbed: float
) -> Marks:
    mesh, camera = load_sitter(s.sitter.who), s.camera
    head = head_frame(mesh, s.sitter)
    face = head.in_room(mesh.vertices[mesh.landmarks["nose_tip"]].astype(float))
    back = camera.place.array - face

    def off(place: np.ndarray) -> tuple[float, float]:
        x, y = place + dice.normal(0, disturbed, 2)
        return float(x), float(y)

    def mark(point: np.ndarray) -> tuple[float, float]:
        return off(_pixels(camera, point)[0])

    eyes = eyes_in_room(mesh, s.sitter, camera.place)
    pupils, catchlights = [], []
    for k in (1, 0):  # the sitter's right eye is at the picture's left
        cornea = eyes[k, 3:]
        gaze = camera.place.array - cornea
        gaze /= np.linalg.norm(gaze)
        pupils.append(mark(cornea + gaze * 0.005))
        points, normals = halfway(light[None], camera.place.array, cornea, gaze)
        seen = float(normals[0] @ gaze) > 0.72
        catchlights.append((mark(points[0]),) if seen else ())
    end = end_of_shadow(mesh, way @ head.rotation, FINELY)
    shadow = edge = None
    if np.isfinite(end).all():
        shadow = mark(head.in_room(end))
        if size is not None:
            edge = _edge(camera, face, head.in_room(end), size, off)
    ears = []
    for name, sign in (("ear_lobe_R", -1), ("ear_lobe_L", 1)):
        shown = (head.rotation.T @ back)[0] * sign > -0.25 * np.linalg.norm(back)
        ears.append(mark(head.in_room(mesh.vertices[mesh.landmarks[name]].astype(float))) if shown else None)
    return Marks(
        round(HEIGHT * camera.aspect), HEIGHT, pupils[0], pupils[1], mark(face), shadow, *catchlights, *ears, edge,
    )  # fmt: skip


def _edge(camera: Camera, tip: np.ndarray, end: np.ndarray, size: float, off: Callable) -> tuple:
    """Across the end of the shadow, as wide as similar triangles say: 30 mm times the front over its distance."""
    _, high = field_of_view(camera, camera.aspect)
    scale = HEIGHT / (2 * high * float(np.linalg.norm(camera.place.array - end)))
    along = np.diff(_pixels(camera, np.stack([tip, end])), axis=0)[0]
    half = along / max(float(np.linalg.norm(along)), 1e-6) * NOSE * size * scale / 2
    (middle,) = _pixels(camera, end)
    return off(middle - half), off(middle + half)


def way(azimuth: float, elevation: float) -> np.ndarray:
    a, e = np.radians([azimuth, elevation])
    return np.array([np.sin(a) * np.cos(e), np.sin(e), np.cos(a) * np.cos(e)])


@cache
def meshes() -> tuple:
    return tuple(load_sitter(k) for k in known_sitters())


@cache
def drawn() -> tuple[Truth, ...]:
    dice = np.random.default_rng(11)
    made = []
    for _ in range(MANY):
        s = sat(dice)
        made.append(marked(s, float(dice.uniform(-70, 70)), float(dice.uniform(5, 55)), 1.4, dice, DISTURBED))
    return tuple(made)
