"""One layer a light: its effect on the picture and on the sensors, at radiance 1."""

from dataclasses import dataclass

import numpy as np

from ..picture.catchlight import mirrored
from ..picture.lens_rays import pixel_places
from ..picture.seen import F0, ROUGHNESS, Seen
from ..picture.soft_shadow import carried_visibility, picture_visibility
from ..picture.spread import Spreading, spreading
from ..scene.light import Light
from ..transport.direct import illuminance, unshadowed, visibility
from ..transport.emitter import emitter_row
from ..transport.hemisphere import RAY_START, gather, look_around, patches_seen
from ..transport.sampling import rotations
from ..transport.shine import lit_surfaces
from .quality import SENSOR_GRID, SENSOR_SHADOWS
from .sensors import Sensors
from .stages import Stages, framed, shape_of

OUTLINE_SHADOWS = (2, 2)  # shadow samples of an added place; several share a pixel


@dataclass(frozen=True, eq=False)
class DirectLayer:
    diffuse: np.ndarray  # (n,) illuminance, shadows included
    shine: np.ndarray  # (n,) luminance of shine and catchlights
    visible: np.ndarray  # (n,) visible share of the emitter


def _unshadowed(stages: Stages, seen: Seen, emitter: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    q = stages.quality
    diffuse, shine = np.zeros(len(seen.points), np.float32), np.zeros(len(seen.points), np.float32)
    diffuse[seen.on_walls] = unshadowed(*seen.walls, emitter, q.cell)
    lit_surfaces(seen.points, seen.normals, seen.views, seen.tangents, seen.kinds, seen.on_sitter, ROUGHNESS, F0, emitter,
                 q.shine_grid, diffuse, shine)  # fmt: skip
    return diffuse, shine


def _with_catchlights(stages: Stages, seen: Seen, emitter, diffuse, shine, visible) -> DirectLayer:
    shine = shine * visible * seen.gloss
    rows, luminance = mirrored(seen, stages.rays(), emitter)
    shine[rows] += luminance
    return DirectLayer(diffuse * visible, shine, visible)


def direct_layer(stages: Stages, light: Light) -> DirectLayer:
    """Direct light of one light on every pixel."""
    q = stages.quality

    def make() -> DirectLayer:
        stages.go_on()
        seen, emitter = stages.seen(), emitter_row(light)
        quads, own = stages.blockers(light)
        diffuse, shine = _unshadowed(stages, seen, emitter)
        stages.go_on()
        visible = picture_visibility(stages.rays(), seen, q.size, emitter, quads, own, diffuse > 0, q.stride, q.shadow_grid,
                                     q.shadow_change, q.coarse_hair, q.every)  # fmt: skip
        return _with_catchlights(stages, seen, emitter, diffuse, shine, visible)

    key = (framed(stages.photo_set), q, shape_of(light), stages.blocker_key())
    return stages.keep_layer("direct layer", key, make)


def outline_layer(stages: Stages, light: Light) -> DirectLayer:
    """Direct light on the added places of outlines; their shadows come from the pixels around where these agree."""

    def make() -> DirectLayer:
        stages.go_on()
        seen, _, owner = stages.outlines()
        emitter = emitter_row(light)
        diffuse, shine = _unshadowed(stages, seen, emitter)
        visible = carried_visibility(
            seen, owner, stages.seen(), direct_layer(stages, light).visible, stages.quality.size
        )
        alone = np.where((visible < 0) & (diffuse > 0))[0]
        quads, own = stages.blockers(light)
        visible[alone] = visibility(stages.rays(), seen.points[alone], seen.normals[alone], seen.lift[alone], emitter,
                                    quads, own, OUTLINE_SHADOWS, rotations(len(alone), 0.71))  # fmt: skip
        return _with_catchlights(stages, seen, emitter, diffuse, shine, np.maximum(visible, 0))

    key = (framed(stages.photo_set), stages.quality, shape_of(light), stages.blocker_key())
    return stages.keep_layer("outline layer", key, make)


def pixel_spreading(stages: Stages) -> Spreading:
    """How coarse bounced light is carried to every pixel."""
    size = stages.quality.size
    key = (framed(stages.photo_set), size)
    return stages.keep_picture(
        "spreading", key, lambda: spreading(pixel_places(size), stages.seen(), stages.coarse(), stages.coarse_size())
    )


def outline_spreading(stages: Stages) -> Spreading:
    """How coarse bounced light is carried to the added places of outlines."""
    key = (framed(stages.photo_set), stages.quality.size)

    def make() -> Spreading:
        seen, places, _ = stages.outlines()
        return spreading(places, seen, stages.coarse(), stages.coarse_size())

    return stages.keep_picture("outline spreading", key, make)


def bounced_layer(stages: Stages, light: Light) -> np.ndarray:
    """(coarse places, 3) bounced illuminance of one light."""
    return gather(stages.coarse_patches(), stages.radiosity(light))


def sensor_layer(stages: Stages, light: Light, name: str, sensors: Sensors) -> np.ndarray:
    """(n, 3) illuminance at the sensors' points by one light, bounces included."""
    q = stages.quality
    lift = np.full(len(sensors.points), RAY_START, np.float32)
    quads, own = stages.blockers(light)
    place = (sensors.points.tobytes(), sensors.axes.tobytes())
    direct = stages.memory.keep(
        f"direct at {name}",
        (place, stages.photo_set.sitter, shape_of(light), stages.blocker_key()),
        lambda: illuminance(stages.rays(), sensors.points, sensors.axes, lift, emitter_row(light), quads, own,
                            SENSOR_SHADOWS, sensors.receptor),
        entries=10,
    )  # fmt: skip

    def seen() -> np.ndarray:
        turn = rotations(len(sensors.points), 0.29)
        view = stages.memory.keep(
            f"view of {name}", (place, stages.photo_set.sitter),
            lambda: look_around(stages.rays(), stages.mesh.clusters, sensors.points, sensors.axes, SENSOR_GRID, turn,
                                sensors.receptor),
        )  # fmt: skip
        return patches_seen(view, stages.patches(), stages.bounce_quads())

    patches = stages.memory.keep(f"patches of {name}", (place, stages.bounce_key(), q.bodies_reflect), seen)
    return direct[:, None] + gather(patches, stages.radiosity(light), sensors.receptor)
