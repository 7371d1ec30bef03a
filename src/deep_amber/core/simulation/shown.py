"""What stands before the lens: panels with the light that falls on them and passes through them, and lights' own fronts."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..exposure.response import exposure_factor
from ..gear.surfaces import PANEL_SURFACES
from ..geometry.clipping import clipped, view_sides
from ..geometry.quads import Quad, emitter_quad, field_of_view, panel_quads
from ..geometry.vectors import aiming_axes
from ..kit.emission import Emission, emissions
from ..model.light import Light
from ..picture.catchlight import luminances
from ..picture.develop import table_values
from ..transport.direct import illuminance
from ..transport.emitter import HEIGHT, WIDTH, Emitter
from ..transport.hemisphere import RAY_START
from ..transport.quads import quad_hits, quad_rows
from .bounced import bounces, patches
from .exposing import exposed, lights_on
from .obstacles import between_walls, rows_of
from .quality import SMALL
from .secondary import SAME_PLACE, secondaries
from .stages import Stages, panels_standing, standing

CELLS, CELLS_QUICK = 28, 10  # a side of a panel's part at which its light is found
SHADOWS, SHADOWS_QUICK = (8, 8), (2, 2)  # samples of the light from each of them


@dataclass(frozen=True, eq=False)
class Thing:
    """Something flat before the lens."""

    quad: Quad
    rows: tuple[float, float]
    """Between which heights of the picture it may be seen, from its top 0 to its foot 1."""
    values: np.ndarray
    """(cells, cells, 3) toward the lens, 1 = white, row by row along the quad's half_y; (1, 1, 3) for a light's front."""
    emitter: Emitter | None
    """A light's, whose pattern and beam are drawn at that value along its axis."""


def _rows_seen(stages: Stages, quad: Quad) -> tuple[float, float]:
    """Between which heights of the picture a quad may be seen, from its top 0 to its foot 1; (0, 0) when it is not."""
    camera = stages.photo_set.camera
    right, up, forward = aiming_axes(camera.place, camera.aim)
    wide, high = field_of_view(camera, stages.quality.size.aspect)
    seen = clipped(quad.corners - camera.place.array, view_sides(right, up, forward, wide, high))
    if not len(seen):
        return 0.0, 0.0
    down = (1 - (seen @ up) / np.maximum((seen @ forward) * high, 1e-9)) / 2
    return float(down.min()), float(down.max())


def things_shown(stages: Stages, lights: Sequence[Light] | None = None) -> list[Thing]:
    """The parts of panels, and the lights, that the lens may see, lit by all lights that are on or by some `lights`."""
    shining = lights_on(stages.photo_set) if lights is None else lights

    def make() -> list[Thing]:
        photo_set = stages.photo_set
        made = []
        parts = [(q, panel.surface) for panel in panels_standing(photo_set) for q in panel_quads(panel)]
        for number, (quad, surface) in enumerate(parts):
            if (rows := _rows_seen(stages, quad)) != (0.0, 0.0):
                made.append(Thing(quad, rows, _sheet(stages, number, quad, surface, shining), None))
        for light in photo_set.lights:
            quad = emitter_quad(light)
            if (rows := _rows_seen(stages, quad)) != (0.0, 0.0):
                emission = emissions(light)[0]
                own = light if lights is None or light.name in {k.name for k in lights} else replace(light, on=False)
                value = emission.radiance * exposed(photo_set, own) * exposure_factor(photo_set.camera) * math.pi
                made.append(Thing(quad, rows, value[None, None], emission.emitter))
        return made

    key = ("things shown", None if lights is None else tuple(id(k) for k in lights))
    return stages.once(key, make)


def _sheet(stages: Stages, number: int, quad: Quad, surface: str, lights: Sequence[Light]) -> np.ndarray:
    """(cells, cells, 3) values of one part of a panel toward the lens, by some lights."""
    photo_set = stages.photo_set
    cells = CELLS if stages.quality.bodies else CELLS_QUICK
    total = np.zeros((cells, cells, 3))
    for light in lights:
        scale = exposed(photo_set, light) * exposure_factor(photo_set.camera)
        for emission in emissions(light):
            total += _by(stages, light, emission, number, quad, surface, cells) * (emission.radiance * scale)
    return total.astype(np.float32)


def _by(
    stages: Stages, light: Light, emission: Emission, number: int, quad: Quad, surface: str, cells: int
) -> np.ndarray:
    """(cells, cells, 3) the same by one emitter of a light at radiance 1: its own light, what else it makes into lights,
    and the bounces."""
    key = (
        stages.key(standing),
        stages.key(panels_standing),
        number,
        stages.photo_set.camera.place,
        between_walls(stages, light, emission.emitter),
        emission.emitter.row.tobytes(),
        cells,
        stages.quality.patch_points,
    )
    return stages.memory.keep(
        "sheet before the lens",
        key,
        lambda: (
            _straight(stages, light, emission, number, quad, surface, cells)
            + _bounced(stages, light, emission, number, quad, cells)
        ),
        SMALL,
    )


def _straight(
    stages: Stages, light: Light, emission: Emission, number: int, quad: Quad, surface: str, cells: int
) -> np.ndarray:
    stages.go_on()
    figures, lens = PANEL_SURFACES[surface], stages.photo_set.camera.place.array
    steps = (np.arange(cells) + 0.5) / cells * 2 - 1
    u, v = (k.reshape(-1, 1) for k in np.meshgrid(steps, steps))
    places = np.array(quad.centre) + u * quad.half_x + v * quad.half_y
    side = 1.0 if (lens - np.array(quad.centre)) @ quad.normal > 0 else -1.0
    sources: list[tuple[Emitter, np.ndarray]] = [(emission.emitter, np.ones(3))]
    for s in secondaries(stages, light, emission):
        if (s.key_light or s.lobed) and s.sheet != number + 1:
            sources.append((s.emitter, s.radiance))
    quads = rows_of(between_walls(stages, light, emission.emitter))
    others = quads[(np.abs(quads[:, :3] - quad.centre) > SAME_PLACE).any(1)]
    lift = np.full(len(places), RAY_START, np.float32)
    grid = SHADOWS if stages.quality.bodies else SHADOWS_QUICK
    out = np.zeros((len(places), 3))
    for emitter, colour in sources:
        for facing, share, lobe in (
            (side, np.array(figures.reflects), (figures.gloss, figures.gloss_exponent)),
            (-side, np.full(3, figures.passes), (figures.straight, figures.straight_exponent)),
        ):
            if share.max() <= 0:
                continue
            normals = np.tile(facing * quad.normal, (len(places), 1)).astype(np.float32)
            lux = illuminance(stages.rays(), places.astype(np.float32), normals, lift, emitter, others, grid)
            if lux.max() <= 0:
                continue
            toward = _toward(emitter, places, quad, lens, mirrored=facing == side, lobe=lobe)
            out += (lux * toward)[:, None] * (share * colour)
    return out.reshape(cells, cells, 3)


def _toward(
    emitter: Emitter, places: np.ndarray, quad: Quad, lens: np.ndarray, mirrored: bool, lobe: tuple[float, float]
) -> np.ndarray:
    """(n,) light toward the lens over what an even spreader would send there: the share of it that keeps a direction is a
    lobe about the mirrored, or the straight way on (docs/light-model.md)."""
    share, exponent = lobe
    if not share:
        return np.ones(len(places))
    row = emitter.row
    source = row[:3] - (2 * ((row[:3] - quad.centre) @ quad.normal) * quad.normal if mirrored else 0.0)
    on, away = places - source, lens - places
    r2 = (on**2).sum(1)
    exponents = 1 / (1 / exponent + (row[WIDTH] ** 2 + row[HEIGHT] ** 2) / 24 / np.maximum(r2, 1e-6))
    cos = (on * away).sum(1) / np.sqrt(np.maximum(r2 * (away**2).sum(1), 1e-12))
    return 1 - share + share * (exponents + 2) / 2 * np.maximum(cos, 0) ** exponents


def _bounced(stages: Stages, light: Light, emission: Emission, number: int, quad: Quad, cells: int) -> np.ndarray:
    """(cells, cells, 3) radiosity by light that has been thrown about, between the middles of the panel's patches."""
    first, columns, rows = (int(k) for k in patches(stages).quad_cells[1 + number])
    lens = stages.photo_set.camera.place.array
    if (lens - np.array(quad.centre)) @ quad.normal <= 0:
        first += columns * rows
    rest = bounces(stages, light, emission).rest[first : first + columns * rows].reshape(rows, columns, 3)
    steps = (np.arange(cells) + 0.5) / cells
    return _between(_between(rest, steps * rows - 0.5, 0), steps * columns - 0.5, 1)


def _between(table: np.ndarray, at: np.ndarray, axis: int) -> np.ndarray:
    """Linearly between the entries along an axis; the first and the last go on beyond."""
    last = table.shape[axis] - 1
    low = np.clip(np.floor(at).astype(int), 0, max(last - 1, 0))
    share = np.clip(at - low, 0, 1).reshape([-1 if k == axis else 1 for k in range(table.ndim)])
    return np.take(table, low, axis) * (1 - share) + np.take(table, np.minimum(low + 1, last), axis) * share


def draw_things(
    stages: Stages, count: int, draw: Callable[[np.ndarray, Thing, tuple[int, int]], None], in_rows: bool
) -> None:
    """Calls draw(quad's row, thing, first and last place that it may cover); in_rows : the `count` places are the
    picture's pixels, row by row."""
    size = stages.quality.size
    for thing in things_shown(stages):
        part = 0, count
        if in_rows:
            first = max(0, math.floor(thing.rows[0] * size.height) - 1)
            last = max(first, min(size.height, math.ceil(thing.rows[1] * size.height) + 1))
            part = first * size.width, last * size.width
        draw(quad_rows([thing.quad]), thing, part)


def things_at(
    stages: Stages, places: np.ndarray, lights: Sequence[Light] | None = None
) -> tuple[np.ndarray, np.ndarray]:
    """Which of some places are hidden from the lens by a panel or a light, and what is seen there instead.

    Parameters
    ----------
    places : (n, 3) float32 [m]

    What hides none of them but where the sitter stands before it is not counted: a lamp behind the head.

    Returns
    -------
    hidden : (n,) bool; values : (n, 3) of what hides them, 1 = white
    """
    lens = stages.photo_set.camera.place.array
    ways = places - lens
    nearest = np.linalg.norm(ways, axis=1)
    things = things_shown(stages, lights)
    sitter = (
        stages.rays().blocked(np.tile(lens.astype(np.float32), (len(places), 1)), ways.astype(np.float32))
        if things
        else None
    )
    ways = ways / nearest[:, None]
    hidden, values = np.zeros(len(places), bool), np.zeros((len(places), 3))
    for thing in things:
        met = np.empty((3, len(places)), np.float32)
        quad_hits(quad_rows([thing.quad])[0], lens.astype(np.float32), np.ascontiguousarray(ways.T, np.float32), met)
        at = np.where(met[0] < nearest)[0]
        if not len(at) or (sitter is not None and sitter[at].all()):
            continue
        hidden[at], nearest[at] = True, met[0, at]
        x, y = met[1, at].astype(float), met[2, at].astype(float)
        if thing.emitter is not None:
            values[at] = luminances(thing.emitter, x, y, ways[at])[:, None] * thing.values[0, 0]
        else:
            values[at] = table_values(thing.values, x, y)
    return hidden, values
