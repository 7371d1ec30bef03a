"""The truth laid over a picture: the nose's shadow, the highlights in the eyes with their clock, the way down the cheek."""

from dataclasses import dataclass

import numpy as np

from ..geometry.projected import projected
from ..model.set import Set
from ..pattern.catchlights import IRIS
from ..pattern.face_points import face_points
from ..pattern.key_light import key_light
from ..pattern.measures import LIT, measures_of
from ..pattern.reading import read_pattern
from ..simulation.key import key_index
from ..simulation.readings import readings_of
from ..simulation.stages import Stages
from ..sitter.face import HeadFrame, head_frame
from ..sitter.gaze import eyes_in_room
from ..sitter.mesh import SitterMesh
from .shadow_map import end_of_shadow

FINELY = 0.002  # [m] between places of the skin where the shadow's end is looked for
GREY = 0.5
PUPIL = 0.005  # [m] of a pupil before the cornea's middle

Place = tuple[float, float]
"""Shares of the picture's width and height, from its left and top."""


@dataclass(frozen=True)
class Overlay:
    nose_shadow: tuple[Place, ...]
    """From the tip to the shadow's end; empty where no end shows."""
    catchlights: tuple[tuple[float, float, str], ...]
    """Where the key is mirrored, and its clock."""
    lit_way: tuple[Place, ...]
    """On the shadow side, from under the eye to the mouth."""
    closed: bool
    """Whether shadow closes that way."""


def overlay(stages: Stages) -> Overlay:
    """Of the key of a set."""
    photo_set, mesh = stages.photo_set, stages.mesh
    head = head_frame(mesh, photo_set.sitter)
    way, closed = _lit_way(stages, head)
    return Overlay(_nose_shadow(stages, head), _catchlights(stages, mesh), way, closed)


def difference(true: np.ndarray, own: np.ndarray) -> np.ndarray:
    """(rows, columns, 3) uint8 of two such pictures: grey where alike, lighter where the own is lighter."""
    off = (own.astype(np.float64) - true.astype(np.float64)) / 255
    return np.round(np.clip(GREY + off, 0, 1) * 255).astype(np.uint8)


def _shares(photo_set: Set, points: np.ndarray) -> tuple[Place, ...]:
    at = projected(photo_set.camera, np.atleast_2d(points))
    return tuple((float((x + 1) / 2), float((1 - y) / 2)) for x, y, _ in at)


def _key_way(stages: Stages, head: HeadFrame) -> np.ndarray | None:
    """(3,) unit way to the key in the head's frame."""
    index = key_index(stages)
    if index is None:
        return None
    way: np.ndarray = head.in_head(stages.photo_set.lights[index].place.array)
    return way / np.linalg.norm(way)


def _nose_shadow(stages: Stages, head: HeadFrame) -> tuple[Place, ...]:
    way, mesh = _key_way(stages, head), stages.mesh
    end = end_of_shadow(mesh, way, FINELY) if way is not None else np.full(3, np.nan)
    if not np.isfinite(end).all():
        return ()
    tip = mesh.vertices[mesh.landmarks["nose_tip"]].astype(float)
    return _shares(stages.photo_set, head.in_room(np.stack([tip, end])))


def _catchlights(stages: Stages, mesh: SitterMesh) -> tuple[tuple[float, float, str], ...]:
    photo_set, reading = stages.photo_set, read_pattern(stages, readings_of(stages))
    if reading is None:
        return ()
    name, lens, made = photo_set.lights[reading.light].name, photo_set.camera.place, []
    corneas = dict(zip(("left", "right"), eyes_in_room(mesh, photo_set.sitter, lens)[:, 3:6], strict=True))
    for k in reading.catchlights:
        if k.of == name and k.present:
            cornea = corneas[k.eye]
            back = lens.array - cornea
            pupil = cornea + back / np.linalg.norm(back) * PUPIL
            ((x, y),) = _shares(photo_set, pupil)
            ((right, _),) = _shares(photo_set, pupil + [IRIS, 0.0, 0.0])
            across = abs(right - x)
            made.append((x + k.x * across, y - k.y * across * photo_set.camera.aspect, k.clock))
    return tuple(made)


def _lit_way(stages: Stages, head: HeadFrame) -> tuple[tuple[Place, ...], bool]:
    index, face, mesh = key_index(stages), face_points(stages.mesh), stages.mesh
    light = key_light(stages, stages.photo_set.lights[index]) if index is not None else None
    if light is None:
        return (), False
    made = measures_of(light.level[None], face, light.direction[None])
    left, start = bool(made.shadow_left[0]), int(made.start[0])
    if start < 0:
        return (), False
    mouth = mesh.vertices[mesh.landmarks["mouth_corner_below_L" if left else "mouth_corner_below_R"]].astype(float)
    way = np.stack([face.points[start].astype(float), mouth])
    return _shares(stages.photo_set, head.in_room(way)), float(made.bottom[0]) < LIT
