"""Names that take more than the key: clamshell, silhouette, edge light only."""

from functools import lru_cache

import numpy as np

from ..exposure.response import CLIP_STOPS, stops_from_mid_grey
from ..kit.emission import emissions
from ..model.light import Light
from ..model.patterns import Pattern
from ..simulation.exposing import exposed, lights_on
from ..simulation.layers import parts
from ..simulation.readings import Readings, surfaces_read
from ..simulation.secondary import secondaries
from ..simulation.stages import Stages
from ..sitter.face import head_frame
from ..sitter.mesh import SKIN, SitterMesh
from ..srgb import LUMINANCE
from ..transport.direct import unshadowed
from ..transport.emitter import Emitter
from .directions import angles
from .face_points import face_points

BELOW, ASIDE = -15.0, 40.0  # degrees: light from under this and within that of the middle comes from below
FILLS = -6.5  # stops under the key from which light from below counts
FACE_UNDER, SKIN_UNDER, NEARLY_CLIPS = 3.0, 1.5, 1.0
"""Stops of a silhouette: the face under the ground, and under its own tone; the ground clips at its brightest, and is at
most so far under it over most (assumptions)."""
FACING = 0.25  # cosine toward the lens from which a place of the face counts as seen
EDGE_UNDER = -2.5  # stops from mid grey under which the face itself is dark


def _on_face(stages: Stages, emitter: Emitter, radiance: np.ndarray) -> tuple[float, float]:
    """Light on a receptor at the face that faces an emitter, and the share of it that comes from below."""
    head, face = head_frame(stages.mesh, stages.photo_set.sitter), face_points(stages.mesh)
    middle = head.in_room(face.centre)
    way = emitter.row[:3] - middle
    axis = (way / np.linalg.norm(way))[None].astype(np.float32)
    lux = float(unshadowed(middle[None].astype(np.float32), axis, emitter)[0] * (LUMINANCE @ radiance))
    azimuth, elevation = angles(head.rotation.T @ way)
    return lux, lux if elevation < BELOW and abs(azimuth) < ASIDE else 0.0


def from_below(stages: Stages, key: Light) -> float:
    """Light from below against the key's, from second lights and from panels [stops]; far under zero for none."""
    main, below = 0.0, 1e-9
    for light in lights_on(stages.photo_set):
        scale = exposed(stages.photo_set, light)
        for part in parts(stages, light):
            lux, under = _on_face(stages, part.emitter, part.radiance * scale)
            main, below = main + (lux if light is key else 0.0), below + (0.0 if light is key else under)
        for emission in emissions(light):
            for s in secondaries(stages, light, emission):
                if not s.key_light and s.sheet > 0:
                    below += _on_face(stages, s.emitter, s.radiance * emission.radiance * scale)[1]
    return float(np.log2(below / max(main, 1e-9)))


def _face_seen(stages: Stages, readings: Readings) -> list[str]:
    """The readings of the face that the lens sees; all of them when it sees the back of the head."""
    sensors, lens = surfaces_read(stages), stages.photo_set.camera.place.array
    sides = {readings.surfaces[k].side.replace("camera-", "cheek_"): k for k in ("lit_cheek", "shadow_cheek")}
    seen = []
    for name, read in (*sides.items(), ("forehead", "forehead"), ("chin", "chin")):
        own = sensors.group == sensors.names.index(name)
        ways = lens - sensors.points[own]
        toward = (sensors.axes[own] * ways).sum(1) / np.linalg.norm(ways, axis=1)
        if toward.mean() > FACING:
            seen.append(read)
    return seen or [*sides.values(), "forehead"]


@lru_cache(maxsize=8)
def _skin_tone(mesh: SitterMesh) -> float:
    """Of the sitter's skin, facing the light that an exposure is metered for [stops from mid grey]."""
    return stops_from_mid_grey(float((mesh.colours[mesh.parts == SKIN] @ LUMINANCE).mean()))


def composed_name(stages: Stages, key: Light, pattern: Pattern, readings: Readings) -> str:
    """ "clamshell", "silhouette", "edge light only", or empty."""
    stops = {name: k.stops for name, k in readings.surfaces.items()}
    face = max(stops[k] for k in _face_seen(stages, readings))
    # Bright over most of it: a lamp in the picture is no ground.
    _, ground, brightest = sorted(stops[k] for k in ("backdrop_left", "backdrop_middle", "backdrop_right"))
    own = _skin_tone(stages.mesh)
    if (
        ground - face >= FACE_UNDER
        and brightest >= CLIP_STOPS
        and ground >= CLIP_STOPS - NEARLY_CLIPS
        and face <= own - SKIN_UNDER
    ):
        return "silhouette"
    if pattern == "rim" and face < EDGE_UNDER:
        return "edge light only"
    if pattern == "butterfly" and from_below(stages, key) > FILLS:
        return "clamshell"
    return ""
