"""The light of all lights on the face: what an eye sees of sockets and forehead. The pattern is drawn by the key alone."""

from dataclasses import dataclass

import numpy as np

from ..exposure.response import exposure_factor, stops_from_mid_grey
from ..kit.emission import emissions
from ..simulation.bounced import bounces, patches, sheet_rows
from ..simulation.exposing import exposed, lights_on
from ..simulation.key import sample_grid
from ..simulation.layers import Part, parts
from ..simulation.obstacles import obstacles, rows_of
from ..simulation.secondary import secondaries
from ..simulation.stages import Stages
from ..sitter.face import head_frame
from ..sitter.mesh import SKIN
from ..srgb import LUMINANCE
from ..transport.direct import even_illuminance
from ..transport.hemisphere import RAY_START, gather, look_around, patches_seen
from ..transport.patches import skin_places
from ..transport.sampling import rotations
from .face_points import face_points
from .key_light import placed
from .measures import stops_between


def light_on_face(stages: Stages) -> np.ndarray:
    """(n,) exposure of the face's points by all lights and by what they make into lights, straight from these."""
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


@dataclass(frozen=True)
class Eyes:
    """What an eye sees of sockets and forehead, by all light and what the room adds."""

    depth: float
    """The brighter eye socket over the brightest of cheeks and forehead [stops], negative under it."""
    forehead: float
    """Forehead over the brighter cheek [stops]."""
    tone: float
    """Skin in the brighter socket, as exposed [stops from mid grey]."""


REGIONS = ("socket_L", "socket_R", "cheek_L", "cheek_R", "forehead")
A_REGION, RAYS = 16, (16, 8)  # points of each at which the room's bounce is gathered, by so many ways


def room_adds(stages: Stages) -> dict[str, float]:
    """Exposure that has been thrown about before it comes to each of REGIONS, its mean."""
    face, head = face_points(stages.mesh), head_frame(stages.mesh, stages.photo_set.sitter)
    rows = [np.where(face.regions[name])[0] for name in REGIONS]
    rows = [k[np.linspace(0, len(k) - 1, min(A_REGION, len(k))).astype(int)] for k in rows]
    points, normals = (a[np.concatenate(rows)] for a in placed(face, head))
    view = look_around(stages.rays(), skin_places(stages.mesh), points, normals, RAYS, rotations(len(points)))
    seen = patches_seen(view, patches(stages), sheet_rows(stages), in_places=True)
    total = np.zeros(len(points))
    for light in lights_on(stages.photo_set):
        scale = LUMINANCE * exposed(stages.photo_set, light)
        for emission in emissions(light):
            total += gather(seen, bounces(stages, light, emission).seen) @ scale * emission.radiance
    parts_of = np.split(total, np.cumsum([len(k) for k in rows])[:-1])
    return {name: float(part.mean()) if len(part) else 0.0 for name, part in zip(REGIONS, parts_of, strict=True)}


def sockets_and_forehead(stages: Stages, room: dict[str, float]) -> Eyes:
    """Sockets and forehead of a set.

    Parameters
    ----------
    stages : of the set
    room : what the room adds (`room_adds`); it is taken to stay where a light is tried a little higher or lower
    """
    face = face_points(stages.mesh)
    exposure, r = light_on_face(stages), face.regions

    def mean(name: str) -> float:
        return (float(exposure[r[name]].mean()) if r[name].any() else 0.0) + room[name]

    cheek = max(float(np.quantile(exposure[r[f"cheek_{k}"]], 0.75)) + room[f"cheek_{k}"] for k in "LR")
    forehead, socket = mean("forehead"), max(mean("socket_L"), mean("socket_R"))
    most = max(float(exposure.max()), 1e-12)
    pairs = np.array([socket, forehead]) / most, np.array([max(cheek, forehead), cheek]) / most
    depth, over = stops_between(*pairs)
    skin = float((stages.mesh.colours[stages.mesh.parts == SKIN] @ LUMINANCE).mean())
    tone = stops_from_mid_grey(socket * skin * exposure_factor(stages.photo_set.camera))
    return Eyes(float(depth), float(over), tone)
