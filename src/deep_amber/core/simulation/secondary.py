"""Surfaces that a light makes into lights: panels, scrims, the board or wall that a flash is bounced off.

The first bounce of a light off each panel is sampled on the panel itself, with the panel's lobe and shadows, rather
than left to the rays that look round: these find a panel too seldom (they were .32 stop rms off the path tracer beside a panel).
"""

import math
from dataclasses import dataclass

import numpy as np

from ..gear.surfaces import PANEL_SURFACES
from ..geometry.quads import Quad, as_rectangle, panel_quads, quad_of
from ..geometry.vectors import unit
from ..kit.emission import Emission, emissions
from ..model.light import Light
from ..model.room import SURFACE_NAMES
from ..model.set import Set
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from ..transport.direct import illuminance, unshadowed
from ..transport.emitter import AREA, HEIGHT, WIDTH, Emitter, quad_emitter
from ..transport.hemisphere import RAY_START
from ..transport.sampling import emitter_nodes
from ..transport.weights import FLAT
from .memory import Memory
from .obstacles import between_walls, obstacles, rows_of, sheets
from .quality import DRAGGED, SMALL
from .stages import Stages, framed, panels_standing, standing

AWAY = math.cos(math.radians(50))  # a light whose axis is farther off the face than this is there to be bounced
WALL_REACH = 2.0  # half the side of the lit part of a wall, in distances from the light to it
NODES = 10  # a side, at which light on a face is found: within .01 stop of 14; 7 are off by .13, 3 by more than a stop
NODE_SHADOWS = (4, 4)  # samples of the light from each place of a panel
SAME_PLACE = 1e-5  # [m]
FAR = 20.0  # [m] along a light's axis in which what it is aimed at is looked for
DARKEST = 0.1  # reflectance under which a surface is not taken for a light
CROP, EDGE = 16, 0.02  # cells a side in which the lit part of a surface is found, and where it ends
LEAST = 0.002  # share of the brightest possible that a face must receive


Emitting = tuple[Emitter, np.ndarray]  # an emitter and its radiance a channel


@dataclass(frozen=True, eq=False)
class Secondary:
    emitter: Emitter
    radiance: np.ndarray  # (3,) at radiance 1 of the primary emitter, at the pattern's peak
    quad: Quad
    """Its front is the face that throws the light."""
    sheet: int
    """Which of the obstacles' sheets it is on; -1 for a wall."""
    front: bool
    """Whether that is the sheet's own front."""
    key_light: bool
    """Whether it is what the light is for, and gets shadows as fine as a light's."""
    lobed: bool
    through: bool
    """Whether it is let through, rather than thrown back."""


def _flipped(quad: Quad) -> Quad:
    return quad_of(quad.centre, -np.array(quad.half_x), quad.half_y)


def _spread_of(emitter: Emitter, place: np.ndarray) -> float:
    """Variance of the emitter's directions from a place [rad^2], that blurs the lobe of what it lights."""
    row = emitter.row
    r2 = float(((row[:3] - place) ** 2).sum())
    return float(row[WIDTH] ** 2 + row[HEIGHT] ** 2) / 24 / max(r2, 1e-6)


def _lux(
    stages: Stages, sources: list[Emitting], quads: np.ndarray, lit: Quad, out: Quad, places: np.ndarray
) -> np.ndarray:
    """(n, 3) light on the face `lit` at places of `out`, -1..1 each; both share their plane but for its sense."""
    points = np.array(out.centre) + places[:, :1] * np.array(out.half_x) + places[:, 1:] * np.array(out.half_y)
    normals = np.tile(lit.normal, (len(points), 1)).astype(np.float32)
    lift = np.full(len(points), RAY_START, np.float32)
    at = np.zeros((len(points), 3))
    for emitter, colour in sources:
        lux = illuminance(stages.rays(), points.astype(np.float32), normals, lift, emitter, quads, NODE_SHADOWS)
        at += lux[:, None] * colour
    return at


def _lit_part(stages: Stages, sources: list[Emitting], quads: np.ndarray, lit: Quad, out: Quad) -> Quad | None:
    """The part of `out` that is lit to more than EDGE of its brightest place; the rest is left to the bounces."""
    middle = (np.arange(CROP) + 0.5) / CROP * 2 - 1
    places = np.stack(np.meshgrid(middle, middle), -1).reshape(-1, 2)
    at = _lux(stages, sources, quads, lit, out, places).sum(1).reshape(CROP, CROP)
    if at.max() <= 0:
        return None
    spans = []
    for axis in (0, 1):
        rows = np.where(at.max(axis) > EDGE * at.max())[0]
        low, high = max(rows[0] - 1, 0), min(rows[-1] + 2, CROP)
        spans.append((low / CROP * 2 - 1, high / CROP * 2 - 1))
    (a0, a1), (b0, b1) = spans
    x, y = np.array(out.half_x), np.array(out.half_y)
    return quad_of(np.array(out.centre) + x * (a0 + a1) / 2 + y * (b0 + b1) / 2, x * (a1 - a0) / 2, y * (b1 - b0) / 2)


@dataclass(frozen=True, eq=False)
class _Face:
    """A face that light falls on, and the one it leaves by: the same, or the other one of a scrim."""

    lit: Quad
    out: Quad
    share: tuple[float, ...]
    """Of the light that leaves, a channel."""
    lobe: tuple[float, float]
    """Share of that which keeps a direction, and its exponent."""
    virtual: np.ndarray
    """Where the light that keeps its direction seems to come from."""
    sheet: int
    front: bool
    key_light: bool


def _made(stages: Stages, sources: list[Emitting], quads: np.ndarray, face: _Face) -> Secondary | None:
    """What a face throws of the sources' light; None when nothing falls on it."""
    through, out = face.lit is not face.out and face.sheet >= 0, face.out
    if face.key_light:
        cropped = _lit_part(stages, sources, quads, face.lit, out)
        if cropped is None:
            return None
        out = cropped
    at = _lux(stages, sources, quads, face.lit, out, emitter_nodes(NODES, NODES)[0])
    if at.max() <= 0:
        return None
    pattern = at.sum(1).reshape(NODES, NODES)
    tint = at.sum(0) / at.sum() * pattern.max()
    share, exponent = face.lobe
    if share:
        exponent = 1 / (1 / exponent + _spread_of(sources[0][0], np.array(out.centre)))
    emitter = quad_emitter(out, pattern=pattern / pattern.max(), virtual=face.virtual, share=share, exponent=exponent)
    radiance = tint * np.array(face.share) / math.pi
    return Secondary(emitter, radiance, out, face.sheet, face.front, face.key_light, share > 0, through)


def _wall(stages: Stages, emitter: Emitter) -> tuple[Quad, tuple[float, ...]]:
    """The lit part of the wall, floor or ceiling that the emitter's axis meets, and its reflectance a channel."""
    room = stages.photo_set.room
    start, way = emitter.row[:3], emitter.row[9:12]
    low, high = np.array([-room.width / 2, 0, 0]), np.array([room.width / 2, room.height, room.depth])
    with np.errstate(divide="ignore"):
        ends = np.where(way > 0, (high - start) / way, np.where(way < 0, (low - start) / way, np.inf))
    axis = int(np.argmin(ends))
    away = float(ends[axis])
    surface = getattr(room.surfaces, SURFACE_NAMES[2 * axis + (way[axis] > 0) if axis < 2 else 4 + (way[2] > 0)])
    a, b = [k for k in range(3) if k != axis]
    hit, reach = start + way * away, WALL_REACH * max(away, 0.1)
    lows, highs = np.maximum(low, hit - reach), np.minimum(high, hit + reach)
    centre = (lows + highs) / 2
    centre[axis] = hit[axis] - np.sign(way[axis]) * 1e-4
    half_a, half_b = np.zeros(3), np.zeros(3)
    half_a[a], half_b[b] = (highs - lows)[a] / 2, (highs - lows)[b] / 2
    quad = quad_of(centre, half_a, half_b)
    return (_flipped(quad) if quad.normal[axis] * way[axis] > 0 else quad), surface.rgb


def _meets(quad: Quad, start: np.ndarray, way: np.ndarray) -> float:
    """Share of the way at which it meets the quad; infinite when it does not."""
    along = float(way @ quad.normal)
    if abs(along) < 1e-9:
        return math.inf
    t = float((np.array(quad.centre) - start) @ quad.normal) / along
    off = start + way * t - np.array(quad.centre)
    x, y = np.array(quad.half_x), np.array(quad.half_y)
    return t if t > 1e-6 and abs(off @ x) <= x @ x and abs(off @ y) <= y @ y else math.inf


def _faces(stages: Stages, primary: Emitter, aside: bool) -> list[_Face]:
    """The faces of panels that the emitter's side of them makes into lights, scrims' other faces included."""
    start, axis = primary.row[:3], primary.row[9:12]
    face = np.array(face_marks(stages.mesh, stages.photo_set.sitter).face)
    parts = [(quad, panel.surface) for panel in panels_standing(stages.photo_set) for quad in panel_quads(panel)]
    ends = [_meets(quad, start, axis * FAR) for quad, _ in parts]
    made = []
    for number, (shape, surface) in enumerate(parts):
        quad, figures = as_rectangle(shape), PANEL_SURFACES[surface]
        lit = quad if (start - quad.centre) @ quad.normal > 0 else _flipped(quad)
        if figures.passes:
            between = _meets(quad, start, face - start) < 1
            lobe = (figures.straight, figures.straight_exponent)
            made.append(
                _Face(lit, _flipped(lit), (figures.passes,) * 3, lobe, start, number + 1, lit is not quad, between)
            )
        if max(figures.reflects) > DARKEST:
            aimed = aside and math.isfinite(ends[number]) and ends[number] == min(ends)
            lobe = (figures.gloss, figures.gloss_exponent)
            mirrored = start - 2 * ((start - quad.centre) @ lit.normal) * lit.normal
            made.append(_Face(lit, lit, figures.reflects, lobe, mirrored, number + 1, lit is quad, aimed))
    if aside and not any(map(math.isfinite, ends)):
        wall, reflects = _wall(stages, primary)
        if max(reflects) > DARKEST:
            made.append(_Face(wall, wall, reflects, (0.0, 0.0), start, -1, True, True))
    return made


def works_from(photo_set: Set, mesh: SitterMesh, light: Light) -> np.ndarray:
    """(3,) where the light of a light comes to the face from [m]: its front, or where its axis meets the board or wall that
    it is turned to, or where its way to the face passes a scrim. Without computing any light: for drawings and shadows."""
    stages = Stages(photo_set, mesh, Memory(), DRAGGED, lambda: None)
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    row = emissions(light)[0].emitter.row
    start, axis = row[:3], row[9:12]
    aside = float(axis @ unit(face - start)) < AWAY
    for part in _faces(stages, emissions(light)[0].emitter, aside):
        if part.key_light:
            way = axis * FAR if part.lit is part.out else face - start
            met = _meets(part.lit, start, way)
            return start + way * met if math.isfinite(met) else np.array(part.lit.centre)
    return np.array(start)


def _all(stages: Stages, light: Light, primary: Emitter) -> list[Secondary]:
    """What the light is for first, as it lights the other panels too."""
    row = primary.row
    to_face = unit(np.array(face_marks(stages.mesh, stages.photo_set.sitter).face) - row[:3])
    quads = rows_of(between_walls(stages, light, primary))
    sources: list[Emitting] = [(primary, np.ones(3))]
    made: list[Secondary] = []
    for face in sorted(_faces(stages, primary, float(row[9:12] @ to_face) < AWAY), key=lambda f: not f.key_light):
        others = quads[(np.abs(quads[:, :3] - face.lit.centre) > SAME_PLACE).any(1)]
        lights = sources + ([] if face.key_light else [(s.emitter, s.radiance) for s in made if s.key_light])
        if (found := _made(stages, lights, others, face)) is not None:
            made.append(found)
    return made


def secondaries(stages: Stages, light: Light, emission: Emission) -> list[Secondary]:
    """The surfaces that an emitter of a light makes into lights, at radiance 1 of that emitter."""
    emitter = emission.emitter
    key = (
        stages.key(standing),
        stages.key(panels_standing),
        between_walls(stages, light, emitter),
        emitter.row.tobytes(),
    )

    def make() -> list[Secondary]:
        found = _all(stages, light, emitter)
        brightest = max((float(s.radiance.max()) * s.emitter.row[AREA] for s in found), default=0.0)
        return [s for s in found if s.key_light or s.radiance.max() * s.emitter.row[AREA] > LEAST * brightest]

    return stages.memory.keep("secondaries", key, make, entries=SMALL)


def light_of(
    stages: Stages,
    light: Light,
    s: Secondary,
    at: str,
    points: np.ndarray,
    normals: np.ndarray,
    lift: np.ndarray,
    grid: tuple[int, int],
    receptor: int = FLAT,
    past_head: bool = False,
) -> np.ndarray:
    """(n,) light of a secondary light on points, at the radiance of its pattern's peak 1.

    While something is dragged, how much of a panel is seen from the points (named `at`) is kept from before: a
    light's move does not change it.
    """
    if not stages.quality.keep_shadows or s.key_light:
        around = between_walls if at == "patches" else obstacles
        quads = around(stages, light, s.emitter)
        return illuminance(stages.rays(), points, normals, lift, s.emitter, rows_of(quads), grid, receptor, past_head)
    # Bodies of lights are left out of what is kept, so that one share serves all lights.
    quads = tuple(sheet.quad for sheet in sheets(stages))
    key = (
        at,
        stages.key(framed),
        points.tobytes() if at != "coarse" else len(points),
        s.quad,
        quads,
        receptor,
        past_head,
    )

    def share() -> np.ndarray:
        plain = quad_emitter(s.quad)
        whole = unshadowed(points, normals, plain, receptor=receptor)
        got = illuminance(stages.rays(), points, normals, lift, plain, rows_of(quads), grid, receptor, past_head)
        # Both are sums over samples, so where almost nothing arrives the ratio could exceed the whole.
        return np.clip(got / np.maximum(whole, 1e-20), 0, 1)

    return unshadowed(points, normals, s.emitter, receptor=receptor) * stages.memory.keep(
        "seen of panels", key, share, 2 * SMALL
    )
