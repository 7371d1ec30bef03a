"""The key, and its light on the face alone: what the pattern is read from."""

from dataclasses import dataclass

import numpy as np

from ..model.light import Light
from ..simulation.key import sample_grid, surface_of, working_parts
from ..simulation.obstacles import obstacles, rows_of
from ..simulation.stages import Stages, panels_standing, standing
from ..sitter.face import HeadFrame, head_frame
from ..srgb import LUMINANCE
from ..transport.direct import even_illuminance
from ..transport.hemisphere import RAY_START
from .face_points import FacePoints, face_points


@dataclass(frozen=True, eq=False)
class KeyLight:
    level: np.ndarray
    """(n,) light on each face point over that on an unblocked receptor at the face that faces the light."""
    direction: np.ndarray
    """(3,) unit way to the middle of the light that comes to the face, in the head's frame."""
    distance: float
    """From the middle of the face [m]."""
    extent: float
    """Of what throws the light, across the edge of the nose's shadow [m]."""


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
    surface = surface_of(working[0][0], light, middle)
    way = head.in_head(surface.centre) - face.centre
    away = float(np.linalg.norm(way))
    direction = way / away
    extent = surface.extent(head.rotation @ along_shadow(direction))
    return KeyLight(level / reference, direction, away, extent)


def along_shadow(key: np.ndarray) -> np.ndarray:
    """(3,) unit vector across the key's way in which the nose's shadow runs, in the head's frame: the end of that shadow
    is as wide as the key is in this direction. For a key on the nose's axis, upward."""
    off = np.array([0.0, 0.0, 1.0]) - key * key[2]
    length = float(np.linalg.norm(off))
    return off / length if length > 0.05 else np.array([0.0, 1.0, 0.0])
