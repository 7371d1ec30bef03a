"""One layer a light: its effect on the picture and on the sensors, at full output."""

from dataclasses import dataclass
from functools import partial
from typing import Any

import numpy as np

from ..geometry.quads import Quad
from ..kit.emission import Emission, emissions
from ..model.light import Light
from ..picture.catchlight import mirrored
from ..picture.seen import F0, ROUGHNESS, Seen
from ..picture.soft_shadow import carried_visibility, picture_visibility
from ..picture.spread import Spreading, spreading
from ..picture.wall_light import wall_light
from ..transport.direct import illuminance, unshadowed, visibility
from ..transport.emitter import ROUND, Emitter, emitter_key
from ..transport.hemisphere import RAY_START, gather, look_around, patches_seen
from ..transport.patches import skin_places
from ..transport.sampling import rotations
from ..transport.shine import lit_surfaces
from .bounced import bounce_key, bounces, coarse_patches, patches, sheet_rows
from .obstacles import between_walls, obstacles, rows_of
from .quality import PANEL_SHADOWS, PANEL_SHADOWS_QUICK, SECONDARY_GRID, SENSOR_GRID, SMALL
from .secondary import light_of, secondaries
from .sensors import Sensors
from .stages import Stages, framed, panels_standing, standing

OUTLINE_SHADOWS = (2, 2)  # shadow samples of an added place; several share a pixel
FAINT = 1e-4  # of a light's brightest place: under it nothing is lit


@dataclass(frozen=True, eq=False)
class DirectLayer:
    diffuse: np.ndarray  # (n,) illuminance, shadows included
    shine: np.ndarray  # (n,) luminance of shine and catchlights
    visible: np.ndarray  # (n,) visible share of the emitter


@dataclass(frozen=True, eq=False)
class Part:
    """An emitter whose light is drawn with fine shadows: a light's front, or what the light is bounced off."""

    light: Light
    emitter: Emitter
    radiance: np.ndarray  # (3,) at full output of the light


def parts(stages: Stages, light: Light) -> list[Part]:
    """The finely drawn emitters of a light."""
    made = []
    for emission in emissions(light):
        made.append(Part(light, emission.emitter, np.full(3, emission.radiance)))
        made += [Part(light, s.emitter, s.radiance * emission.radiance)
                 for s in secondaries(stages, light, emission) if s.key_light]  # fmt: skip
    return made


def _parts_count(stages: Stages) -> int:
    """How many finely drawn emitters the set's lights have, those that are off included."""
    return stages.once("parts", lambda: sum(len(parts(stages, light)) for light in stages.photo_set.lights))


def _unshadowed(stages: Stages, seen: Seen, emitter: Emitter, at_pixels: bool) -> tuple[np.ndarray, np.ndarray]:
    q = stages.quality
    diffuse, shine = np.zeros(len(seen.points), np.float32), np.zeros(len(seen.points), np.float32)
    if at_pixels:
        diffuse[seen.on_walls] = wall_light(seen, stages.wall_places(), q.size, emitter, q.cell)
    else:
        diffuse[seen.on_walls] = unshadowed(*seen.walls, emitter, q.cell)
    grid = q.shine_grid if emitter.row[ROUND] == 0 else q.shine_turns
    lit_surfaces(seen.points, seen.normals, seen.views, seen.tangents, seen.kinds, seen.on_sitter, ROUGHNESS, F0, emitter,
                 grid, diffuse, shine)  # fmt: skip
    return diffuse, shine


def _with_catchlights(
    stages: Stages, seen: Seen, emitter: Emitter, diffuse: np.ndarray, shine: np.ndarray, visible: np.ndarray
) -> DirectLayer:
    shine = shine * visible * seen.gloss
    rows, luminance = mirrored(seen, stages.rays(), emitter)
    shine[rows] += luminance
    return DirectLayer(diffuse * visible, shine, visible)


def part_key(stages: Stages, part: Part) -> tuple[Any, ...]:
    """What a part's layers depend on."""
    return (stages.key(framed), stages.quality, emitter_key(part.emitter),
            obstacles(stages, part.light, part.emitter))  # fmt: skip


def direct_layer(stages: Stages, part: Part) -> DirectLayer:
    """Light straight from one emitter at radiance 1 on every pixel."""
    q = stages.quality

    def make() -> DirectLayer:
        stages.go_on()
        seen, emitter = stages.seen(), part.emitter
        quads = rows_of(obstacles(stages, part.light, emitter))
        diffuse, shine = _unshadowed(stages, seen, emitter, True)
        stages.go_on()
        lit = diffuse > FAINT * float(diffuse.max())
        visible = picture_visibility(stages.rays(), seen, q.size, emitter, quads, lit, q.stride, q.shadow_grid,
                                     q.shadow_change, q.coarse_hair, q.every)  # fmt: skip
        return _with_catchlights(stages, seen, emitter, diffuse, shine, visible)

    return stages.keep_layer("direct layer", part_key(stages, part), make, _parts_count(stages))


def outline_layer(stages: Stages, part: Part) -> DirectLayer:
    """The same on the added places of outlines; their shadows come from the pixels around where these agree."""

    def make() -> DirectLayer:
        stages.go_on()
        seen, _, owner = stages.outlines()
        emitter = part.emitter
        diffuse, shine = _unshadowed(stages, seen, emitter, False)
        visible = carried_visibility(
            seen, owner, stages.seen(), direct_layer(stages, part).visible, stages.quality.size
        )
        alone = np.where((visible < 0) & (diffuse > 0))[0]
        quads = rows_of(obstacles(stages, part.light, emitter))
        visible[alone] = visibility(stages.rays(), seen.points[alone], seen.normals[alone], seen.lift[alone], emitter,
                                    quads, OUTLINE_SHADOWS, rotations(len(alone), 0.71))  # fmt: skip
        return _with_catchlights(stages, seen, emitter, diffuse, shine, np.maximum(visible, 0))

    return stages.keep_layer("outline layer", part_key(stages, part), make, _parts_count(stages))


def pixel_spreading(stages: Stages) -> Spreading:
    """How coarse bounced light is carried to every pixel."""
    size = stages.quality.size
    key = (stages.key(framed), size)
    return stages.keep_picture(
        "spreading", key, lambda: spreading(size, stages.seen(), stages.coarse(), stages.coarse_size())
    )


def outline_spreading(stages: Stages) -> Spreading:
    """How coarse bounced light is carried to the added places of outlines."""
    key = (stages.key(framed), stages.quality.size)

    def make() -> Spreading:
        seen, places, _ = stages.outlines()
        return spreading(places, seen, stages.coarse(), stages.coarse_size())

    return stages.keep_picture("outline spreading", key, make)


def _from_panels(
    stages: Stages,
    light: Light,
    emission: Emission,
    at: str,
    points: np.ndarray,
    normals: np.ndarray,
    lift: np.ndarray,
    receptor: int = 0,
    grid: tuple[int, int] = SECONDARY_GRID,
    fine: bool = False,
    past_head: bool = False,
) -> np.ndarray:
    """(n, 3) light of the first bounce off panels, at radiance 1; with `fine` also off what the light is aimed at."""
    out = np.zeros((len(points), 3), np.float32)
    for s in secondaries(stages, light, emission):
        if fine or not s.key_light:
            lux = light_of(stages, light, s, at, points, normals, lift, grid, receptor, past_head)
            out += lux[:, None] * s.radiance.astype(np.float32)
    return out


def bounced_layer(stages: Stages, light: Light) -> np.ndarray:
    """(coarse places, 3) bounced illuminance of one light at full output."""
    coarse, q = stages.coarse(), stages.quality
    around = tuple(obstacles(stages, light, e.emitter) for e in emissions(light))
    shape, size = stages.shape(light), stages.coarse_size()

    def zero() -> np.ndarray:
        return np.zeros((len(coarse.points), 3), np.float32)

    # Panels apart from the rest: another light's body changes what rays see all round, but not these.
    def off_panels() -> np.ndarray:
        stages.go_on()
        parts = (_from_panels(stages, light, e, "coarse", coarse.points, coarse.normals, coarse.lift) * np.float32(e.radiance)
                 for e in emissions(light))  # fmt: skip
        return sum(parts, start=zero())

    def all_round() -> np.ndarray:
        stages.go_on()
        at = coarse_patches(stages)
        return sum(
            (gather(at, bounces(stages, light, e).seen) * np.float32(e.radiance) for e in emissions(light)),
            start=zero(),
        )

    near = (stages.key(framed), stages.key(panels_standing), size, shape, around, q.patch_points)
    far = (stages.key(framed), bounce_key(stages), size, shape, around, q.patch_grid)
    count = len(stages.photo_set.lights)
    return stages.keep_layer("off panels", near, off_panels, count) + stages.keep_layer(
        "all round", far, all_round, count
    )


def sensor_grid(stages: Stages, light: Light) -> tuple[int, int]:
    """Shadow samples where surfaces are read; leaves close to a small front ask for more."""
    grid = stages.quality.sensor_shadows
    return (2 * grid[0], 2 * grid[1]) if light.barn_doors else grid


def sensor_layer(stages: Stages, light: Light, name: str, sensors: Sensors) -> np.ndarray:
    """(n, 3) illuminance at the sensors' points by one light at full output, bounces included."""
    q = stages.quality
    place = (sensors.points.tobytes(), sensors.axes.tobytes())
    between = between_walls if sensors.anywhere else obstacles
    around = tuple(between(stages, light, e.emitter) for e in emissions(light))
    key = (place, bounce_key(stages), stages.shape(light), around, q.patch_grid, q.patch_points, q.precision)
    return stages.memory.keep(
        f"light at {name}", key, lambda: _sensor_layer(stages, light, name, sensors, place), SMALL
    )


def _sensor_layer(stages: Stages, light: Light, name: str, sensors: Sensors, place: tuple[Any, ...]) -> np.ndarray:
    q = stages.quality
    lift = np.full(len(sensors.points), RAY_START, np.float32)

    def seen() -> np.ndarray:
        turn = rotations(len(sensors.points), 0.29)
        view = stages.memory.keep(
            f"view of {name}", (place, stages.photo_set.sitter),
            lambda: look_around(stages.rays(), skin_places(stages.mesh), sensors.points, sensors.axes, SENSOR_GRID, turn,
                                sensors.receptor, sensors.past_head),
        )  # fmt: skip
        return patches_seen(view, patches(stages), sheet_rows(stages), in_places=True)

    def straight(emission: Emission, quads: tuple[Quad, ...]) -> np.ndarray:
        lux = illuminance(stages.rays(), sensors.points, sensors.axes, lift, emission.emitter, rows_of(quads),
                          sensor_grid(stages, light), sensors.receptor, sensors.past_head)  # fmt: skip
        grid = PANEL_SHADOWS if q.bodies else PANEL_SHADOWS_QUICK
        return lux[:, None] + _from_panels(stages, light, emission, name, sensors.points, sensors.axes, lift, sensors.receptor,
                                           grid, fine=True, past_head=sensors.past_head)  # fmt: skip

    between = between_walls if sensors.anywhere else obstacles
    out = np.zeros((len(sensors.points), 3))
    at_patches = stages.memory.keep(f"patches of {name}", (place, bounce_key(stages), q.bodies), seen)
    for emission in emissions(light):
        quads = between(stages, light, emission.emitter)
        direct = stages.memory.keep(
            f"direct at {name}",
            (
                place,
                stages.key(standing),
                # What panels throw comes past nothing that stands between: they count wherever they are.
                stages.key(panels_standing),
                between_walls(stages, light, emission.emitter),
                emitter_key(emission.emitter),
                quads,
                q.patch_points,
            ),
            partial(straight, emission, quads),
            entries=SMALL,
        )
        bounced = gather(at_patches, bounces(stages, light, emission).seen, sensors.receptor)
        out += (direct + bounced) * emission.radiance
    return out
