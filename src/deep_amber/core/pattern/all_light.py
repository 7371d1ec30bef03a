"""The light of all lights on the face: what an eye sees of sockets and forehead. The pattern is drawn by the key alone."""

import numpy as np

from ..kit.emission import emissions
from ..simulation.exposing import exposed, lights_on
from ..simulation.key import sample_grid
from ..simulation.layers import Part, parts
from ..simulation.obstacles import obstacles, rows_of
from ..simulation.secondary import secondaries
from ..simulation.stages import Stages
from ..sitter.face import head_frame
from ..srgb import LUMINANCE
from ..transport.direct import even_illuminance
from ..transport.hemisphere import RAY_START
from .face_points import face_points
from .key_light import placed
from .measures import stops_between


def light_on_face(stages: Stages) -> np.ndarray:
    """(n,) exposure of the face's points by all lights and by what they make into lights; the room's bounce is left out."""
    face, head = face_points(stages.mesh), head_frame(stages.mesh, stages.photo_set.sitter)
    points, normals = placed(face, head)
    lift, total = np.full(len(points), RAY_START, np.float32), np.zeros(len(points))
    for light in lights_on(stages.photo_set):
        scale = exposed(stages.photo_set, light)
        shining = list(parts(stages, light))
        for emission in emissions(light):
            shining += [
                Part(light, s.emitter, s.radiance * emission.radiance)
                for s in secondaries(stages, light, emission)
                if not s.key_light
            ]
        for part in shining:
            quads = rows_of(obstacles(stages, light, part.emitter))
            lux = even_illuminance(stages.rays(), points, normals, lift, part.emitter, quads, sample_grid(part))
            total += lux * float(LUMINANCE @ (part.radiance * scale))
    return total


def sockets_and_forehead(stages: Stages) -> tuple[float, float]:
    """The brighter eye socket under the brightest of the face, and the forehead over the brighter cheek, by all light
    [stops]."""
    face = face_points(stages.mesh)
    level = light_on_face(stages)
    level = level / max(float(level.max()), 1e-12)
    r = face.regions

    def mean(name: str) -> float:
        return float(level[r[name]].mean()) if r[name].any() else 0.0

    cheek = max(float(np.quantile(level[r[f"cheek_{k}"]], 0.75)) for k in "LR")
    forehead = mean("forehead")
    socket = max(mean("socket_L"), mean("socket_R"))
    pairs = np.array([socket, forehead]), np.array([max(cheek, forehead), cheek])
    depth, over = stops_between(*pairs)
    return float(depth), float(over)
