"""The picture and the readings of a set, both from the same state."""

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from ..exposure.response import FULL_OVER_WHITE, exposure_factor
from ..exposure.shutter import covered_part
from ..kit.emission import emissions, shape_of
from ..model.light import Light
from ..model.set import Set
from ..picture.catchlight import mirrored
from ..picture.develop import add_bounce, add_light, show_sheet, to_srgb
from ..picture.seen import Seen
from ..picture.spread import spread
from ..sitter.mesh import SitterMesh
from .exposing import exposed, lights_on, without_flash
from .focus import focused
from .layers import (
    DirectLayer,
    Part,
    bounced_layer,
    direct_layer,
    outline_layer,
    outline_spreading,
    part_key,
    parts,
    pixel_spreading,
)
from .memory import Memory
from .obstacles import obstacles
from .quality import DRAGGED, SETTLED, SKETCHED, Quality, oriented
from .readings import Readings, readings_of
from .secondary import secondaries
from .shown import Thing, draw_things, things_shown
from .stages import Stages, framed, panels_standing
from .veil import Veil, veil_of


@dataclass(frozen=True, eq=False)
class Simulated:
    picture: np.ndarray  # (height, width, 3) uint8 sRGB
    readings: Readings
    veil: Veil
    """In the picture where it shows; readings are of what is lit, without it."""
    raw_full: np.ndarray
    """(height, width) bool, pixels in which a raw file is full in a channel."""


def _nothing() -> None:
    return None


def _show_things(stages: Stages, seen: Seen, out: np.ndarray, in_rows: bool) -> np.ndarray:
    """Draws panels and lights that stand in the picture; in_rows : the places are its pixels, row by row.

    Returns the distance of what is drawn at each place, (n,) [m]: `seen.distance` itself when nothing is.
    """
    if not stages.quality.things or not things_shown(stages):
        return seen.distance
    nearest, lens = seen.distance.copy(), stages.photo_set.camera.place.array

    def draw(row: np.ndarray, thing: Thing, part: tuple[int, int]) -> None:
        show_sheet(seen, nearest, lens, row, out, thing.values, part, thing.emitter)

    draw_things(stages, len(seen.points), draw, in_rows)
    return nearest


def _add_catchlights(stages: Stages, seen: Seen, at: str, light: Light, scale: np.ndarray, out: np.ndarray) -> None:
    """Panels mirrored in the eyes; `at` names the places."""

    def make() -> list[tuple[np.ndarray, np.ndarray]]:
        return [
            (rows, luminance[:, None] * (s.radiance * emission.radiance))
            for emission in emissions(light)
            for s in secondaries(stages, light, emission)
            if not s.key_light
            for rows, luminance in [mirrored(seen, stages.rays(), s.emitter)]
        ]

    around = tuple(obstacles(stages, light, e.emitter) for e in emissions(light))
    key = (stages.key(framed), stages.key(panels_standing), shape_of(light), around)
    for rows, luminance in stages.keep_layer(f"panels in the eyes, {at}", key, make, len(stages.photo_set.lights)):
        out[rows] += math.pi * luminance * scale


def _bounced(stages: Stages) -> np.ndarray:
    """(coarse places, 3) bounced light of all lights, as values of a white surface."""
    photo_set = stages.photo_set
    total = np.zeros((len(stages.coarse().points), 3), np.float32)
    for light in lights_on(photo_set):
        total += bounced_layer(stages, light) * (exposed(photo_set, light) * exposure_factor(photo_set.camera)).astype(
            np.float32
        )
    return total


Drawn = list[tuple[Part, np.ndarray]]  # parts of lights, each with its scale to the exposure (3,)


def _summed(
    stages: Stages, seen: Seen, layer: Callable[[Stages, Part], DirectLayer], at: str, drawn: Drawn, whole: bool = True
) -> np.ndarray:
    """(n, 3) light of the drawn parts one after the other; with `whole` the sum of all but the last is kept too."""

    def make() -> np.ndarray:
        out, first = np.zeros((len(seen.points), 3), np.float32), 0
        if whole and len(drawn) > 1:
            first = len(drawn) - 1
            out = _summed(stages, seen, layer, at, drawn[:first], False).copy()
        for part, scale in drawn[first:]:
            made = layer(stages, part)
            add_light(seen, made.diffuse, made.shine, scale, out)
        return out

    if len(drawn) < 2:
        return make()
    key = tuple((part_key(stages, part), scale.tobytes()) for part, scale in drawn)
    return stages.keep_picture(f"sum of lights, {at}", key, make, 2)


def _straight(stages: Stages, seen: Seen, layer: Callable[[Stages, Part], DirectLayer], at: str) -> np.ndarray:
    """(n, 3) straight light of all lights, 1 = white.

    The sums of all lights and of all but the last are kept, so that one more light, or another output of the last one,
    costs the same whether it is the second or the eighth.
    """
    photo_set = stages.photo_set
    factor = exposure_factor(photo_set.camera)
    drawn = [
        (part, exposed(photo_set, light) * factor * part.radiance)
        for light in lights_on(photo_set)
        for part in parts(stages, light)
    ]
    return _summed(stages, seen, layer, at, drawn).copy()


def linear_picture(stages: Stages) -> np.ndarray:
    """(height * width, 3) float32, white = 1; where the shutter covers the frame at the flash, by continuous light alone."""
    photo_set, size = stages.photo_set, stages.quality.size
    out, covered = _open_picture(stages), covered_part(photo_set.camera, size.width, size.height)
    if covered is not None and any(light.is_flash for light in lights_on(photo_set)):
        lasting = _open_picture(replace(stages, photo_set=without_flash(photo_set), found={}))
        shape = (size.height, size.width, 3)
        out.reshape(shape)[covered] = lasting.reshape(shape)[covered]
    return out


def _open_picture(stages: Stages) -> np.ndarray:
    """As the frame is where the shutter is open at the flash."""
    photo_set, seen, coarse = stages.photo_set, stages.seen(), _bounced(stages)
    out = _straight(stages, seen, direct_layer, "pixels")
    add_bounce(seen, spread(pixel_spreading(stages), coarse), out)
    if stages.quality.outlines:
        places, _, owner = stages.outlines()
        added = _straight(stages, places, outline_layer, "outlines")
        add_bounce(places, spread(outline_spreading(stages), coarse), added)
        for light in lights_on(photo_set):
            scale = exposed(photo_set, light) * exposure_factor(photo_set.camera)
            _add_catchlights(stages, seen, "pixels", light, scale, out)
            _add_catchlights(stages, places, "outlines", light, scale, added)
        _show_things(stages, places, added, False)
        drawn_at = _show_things(stages, seen, out, True)
        if not focused(stages, out, places, added, owner, drawn_at):
            _average_outlines(out, added, owner)
    else:
        _show_things(stages, seen, out, True)
    return out


def veiled_picture(stages: Stages) -> tuple[np.ndarray, Veil]:
    """(height * width, 3) float32, white = 1, as the file is made of it, and its veil, which is in it where it shows."""
    linear = linear_picture(stages)
    veil = veil_of(stages, linear)
    return (linear + np.float32(veil.value) if veil.shows else linear), veil


def _average_outlines(out: np.ndarray, added: np.ndarray, owner: np.ndarray) -> None:
    """Pixels on outlines become the mean of their clipped places, as a sensor cell would clip."""
    count = np.bincount(owner, minlength=len(out))
    rows = np.where(count > 0)[0]
    for c in range(3):
        total = np.bincount(owner, np.clip(added[:, c], 0, 1), len(out))
        out[rows, c] = total[rows] / count[rows]


def quick_quality(photo_set: Set, before: Set | None) -> Quality:
    """How finely to compute while something is dragged; `before` is the set of the picture before this one.

    What is seen through the lens changes for all lights at once when the sitter, the room or the camera moves.
    """
    moved = before is not None and framed(before) != framed(photo_set)
    return SKETCHED if moved and len(lights_on(photo_set)) > 1 else DRAGGED


def simulate(
    photo_set: Set,
    mesh: SitterMesh,
    quality: Quality = SETTLED,
    memory: Memory | None = None,
    go_on: Callable[[], None] = _nothing,
) -> Simulated:
    """Computes the picture and the readings of a sound set.

    Parameters
    ----------
    photo_set : a set without problems (scene.validation)
    mesh : the baked sitter it names
    quality : how finely
    memory : results of earlier calls to build on; the numbers are the same without
    go_on : called between stages; an exception it raises ends the work

    Returns
    -------
    The picture (sRGB) and the readings, of the same state.
    """
    quality = oriented(quality, photo_set.camera)
    return simulated(Stages(photo_set, mesh, memory if memory is not None else Memory(), quality, go_on))


def simulated(stages: Stages) -> Simulated:
    """As `simulate`, of stages that others go on with."""
    size = stages.quality.size
    stages.make_room()
    readings = readings_of(stages)
    linear, veil = veiled_picture(stages)
    shape = (size.height, size.width)
    raw_full = (linear >= FULL_OVER_WHITE).any(1).reshape(shape)
    return Simulated(to_srgb(linear).reshape(*shape, 3), readings, veil, np.asarray(raw_full))


def read(photo_set: Set, mesh: SitterMesh, quality: Quality = SETTLED, memory: Memory | None = None) -> Readings:
    """The readings alone, as `simulate` gives them."""
    quality = oriented(quality, photo_set.camera)
    return readings_of(Stages(photo_set, mesh, memory if memory is not None else Memory(), quality, _nothing))
