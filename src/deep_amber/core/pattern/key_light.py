"""The key, and its light on the face alone: what the pattern is read from."""

from dataclasses import dataclass

import numpy as np

from ..gear.surfaces import PANEL_SURFACES
from ..geometry.quads import panel_quads
from ..model.light import Light
from ..simulation.layers import Part, parts
from ..simulation.obstacles import obstacles, rows_of
from ..simulation.stages import Stages, panels_standing, standing
from ..sitter.face import HeadFrame, head_frame
from ..srgb import LUMINANCE
from ..transport.direct import even_illuminance
from ..transport.emitter import ROUND
from ..transport.hemisphere import RAY_START
from .face_points import FacePoints, face_points

SQUARE_GRID, ROUND_GRID = (4, 4), (2, 8)
"""Samples of a front. Regular, as jitter made left and right differ (laboratory notes)."""
NEGLIGIBLE = 0.01  # of the strongest part of a light: under it a part does not draw
AROUND = np.array([[0.0, 0.0, 0.0], [0.05, 0.0, 0.0], [-0.05, 0.0, 0.0], [0.0, 0.07, 0.0], [0.0, -0.06, 0.0]])
"""Places about the middle of the face where light could fall unblocked [m]."""


@dataclass(frozen=True, eq=False)
class KeyLight:
    level: np.ndarray
    """(n,) light on each face point over that on an unblocked receptor at the face that faces the light."""
    direction: np.ndarray
    """(3,) unit way to the light in the head's frame."""
    distance: float
    """From the middle of the face [m]."""
    size: float
    """Mean of width and height of what throws the light [m]."""


def sample_grid(part: Part) -> tuple[int, int]:
    """Samples of an emitter's front."""
    return ROUND_GRID if part.emitter.row[ROUND] else SQUARE_GRID


def _free(stages: Stages, part: Part, middle: np.ndarray) -> float:
    """Light of an emitter about a place that faces it, through what scrims leave of it: the most of five places."""
    scrims = [q for p in panels_standing(stages.photo_set) if PANEL_SURFACES[p.surface].passes for q in panel_quads(p)]
    places = (middle + AROUND).astype(np.float32)
    ways = part.emitter.row[:3] - places
    axes = (ways / np.linalg.norm(ways, axis=1, keepdims=True)).astype(np.float32)
    lux = even_illuminance(
        None, places, axes, np.zeros(len(places), np.float32), part.emitter, rows_of(tuple(scrims)), sample_grid(part)
    )
    return float(lux.max()) * float(LUMINANCE @ part.radiance)


def working_parts(stages: Stages, light: Light, middle: np.ndarray) -> list[tuple[Part, float]]:
    """What of a light works on the face, each with its free light there, the strongest first.

    A flash turned to a board or shut behind a scrim works through these alone; flags take nothing here.
    """
    free = [(part, _free(stages, part, middle)) for part in parts(stages, light)]
    most = max((lux for _, lux in free), default=0.0)
    return sorted((k for k in free if k[1] > NEGLIGIBLE * most), key=lambda k: -k[1])


def placed(face: FacePoints, head: HeadFrame) -> tuple[np.ndarray, np.ndarray]:
    """(n, 3) points [m] and (n, 3) normals of the face in the room, float32."""
    points = head.in_room(face.points.astype(float)).astype(np.float32)
    return points, (face.normals @ head.rotation.T).astype(np.float32)


def key_light(stages: Stages, light: Light) -> KeyLight | None:
    """What the key throws on the face: its front, or the board, scrim or wall that it works through.

    Everything in the way counts: the sitter's own nose, brow, hair and body, glasses, flags, panels, furniture.
    None where nothing of it comes to the face.
    """
    others = tuple(map(stages.shape, stages.photo_set.lights)) if stages.quality.bodies else ()
    key = (
        stages.mesh.form,
        stages.key(standing),
        stages.key(panels_standing),
        stages.shape(light),
        others,
        stages.quality,
    )
    return stages.memory.keep("key on the face", key, lambda: _key_light(stages, light))


def _key_light(stages: Stages, light: Light) -> KeyLight | None:
    face, head = face_points(stages.mesh), head_frame(stages.mesh, stages.photo_set.sitter)
    points, normals = placed(face, head)
    middle = head.in_room(face.centre)
    lift = np.full(len(points), RAY_START, np.float32)
    working = working_parts(stages, light, middle)
    if not working:
        return None
    level, reference = np.zeros(len(points)), sum(free for _, free in working)
    for part, _ in working:
        quads = rows_of(obstacles(stages, light, part.emitter))
        lux = even_illuminance(stages.rays(), points, normals, lift, part.emitter, quads, sample_grid(part))
        level += lux * float(LUMINANCE @ part.radiance)
    row = working[0][0].emitter.row
    way = head.in_head(row[:3]) - face.centre
    away = float(np.linalg.norm(way))
    return KeyLight(level / reference, way / away, away, _size(row))


def _size(row: np.ndarray) -> float:
    return float(np.linalg.norm(row[3:6]) + np.linalg.norm(row[6:9]))
