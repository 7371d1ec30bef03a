"""People in a row: light on each face, how far it spreads, and how one box makes it least.

Simple sitters: a head and a trunk as closed blocks, side by side at a spacing, all as tall as the set's sitter and
square to the lens. Straight light alone; what the walls add evens it a little more.
"""

import math
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Act, Answer
from ..editing.move_light import move_light
from ..geometry.quads import backdrop_quad, furniture_quads, panel_quads
from ..kit.emission import emissions
from ..model.furniture import Furniture
from ..model.light import Light
from ..model.point import Point
from ..model.room import Surface
from ..model.set import Set, with_light
from ..problem import NotAccepted, Problem
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from ..transport.direct import even_illuminance
from ..transport.quads import quad_rows

FEWEST, MOST = 2, 6
NARROWEST, WIDEST = 0.35, 1.2  # [m] between faces
HEAD, TRUNK = (0.16, 0.24, 0.20), (0.42, 0.55, 0.24)  # [m] width, height, depth of the blocks
NOSE_OUT = 0.13  # [m] from a face's middle in its block to where its light is read
TURNS, DISTANCES = tuple(np.arange(-60.0, 61.0, 15.0)), (0.75, 1.0, 1.3, 1.7, 2.2, 2.8)
AIMS = np.linspace(-0.9, 1.5, 9)  # along the row, in half rows from its middle, away from the light
DARKEST = 8.0  # stops under the mean: deeper is not told apart
LEAST_LIGHT = 1 / 16  # of the present light: darkness is even, but no light
LEAST_STEP, AT_FACE = 0.02, 0.12  # [m] of distance that is worth saying; of an aim that is at a face
A_MOVE = 0.04  # stops of spread that a step of distance or turn must gain (assumption)


@dataclass(frozen=True)
class Row:
    stops: tuple[float, ...]
    """Light on each face against the mean, from camera-left [stops]."""
    spread: float
    """Brightest over darkest [stops]."""
    mean: float
    """Mean light on the faces at full output [lx, or lx s for a flash]."""


@dataclass(frozen=True)
class Evened:
    now: Row
    best: Row
    answer: Answer | None
    """What to do; None when nothing gains."""


def _checked(count: int, spacing: float) -> None:
    problems = []
    if not FEWEST <= count <= MOST:
        problems.append(Problem("count", f"{count} people cannot be in the row", f"{FEWEST} to {MOST}"))
    if not NARROWEST <= spacing <= WIDEST:
        problems.append(Problem("spacing", f"{spacing:g} m between faces", f"{NARROWEST:g} to {WIDEST:g} m"))
    if problems:
        raise NotAccepted(problems)


@dataclass(frozen=True, eq=False)
class _Row:
    faces: np.ndarray  # (n, 3) [m]
    along: np.ndarray  # (3,) unit, toward camera-right
    out: np.ndarray  # (3,) unit level way to the lens
    quads: np.ndarray  # what stands in the way


def _placed(photo_set: Set, mesh: SitterMesh, count: int, spacing: float) -> _Row:
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    out = photo_set.camera.place.array - face
    out = np.array([out[0], 0.0, out[2]]) / max(math.hypot(out[0], out[2]), 1e-6)
    along = np.array([out[2], 0.0, -out[0]])
    offsets = (np.arange(count) - (count - 1) / 2) * spacing
    faces = face + offsets[:, None] * along
    quads = [backdrop_quad(photo_set.backdrop)]
    quads += [q for p in photo_set.panels if p.on for q in panel_quads(p)]
    quads += [q for f in photo_set.furniture for q in furniture_quads(f)]
    for place in faces:
        for (wide, high, deep), under in ((HEAD, HEAD[1] / 2), (TRUNK, HEAD[1] / 2 + 0.06 + TRUNK[1])):
            block = Furniture(
                "sitter",
                float(place[0]),
                float(place[2]),
                wide,
                deep,
                high,
                max(float(place[1]) - under, 0.0),
                Surface(0.3),
            )
            quads += furniture_quads(block)
    return _Row(faces + out * NOSE_OUT, along, out, quad_rows(quads))


def _row(light: Light, row: _Row) -> Row:
    """Light on a receptor at each face that faces the lens."""
    at = row.faces.astype(np.float32)
    axes = np.repeat(row.out[None], len(at), 0).astype(np.float32)
    lux = np.zeros(len(at))
    for emission in emissions(light):
        lux += (
            even_illuminance(None, at, axes, np.zeros(len(at), np.float32), emission.emitter, row.quads, (4, 4))
            * emission.radiance
        )
    stops = np.log2(np.maximum(lux / max(float(lux.mean()), 1e-6), 2.0**-DARKEST))
    return Row(tuple(float(k) for k in stops), float(np.ptp(stops)), float(lux.mean()))


def _tried(photo_set: Set, index: int, row: _Row, turn: float, scale: float, aim: float) -> Set | None:
    """The set with the box walked round the row's middle, nearer or farther, and aimed along the row."""
    light, middle = photo_set.lights[index], row.faces.mean(0)
    off, a = light.place.array - middle, math.radians(turn)
    x, z = off[0] * math.cos(a) + off[2] * math.sin(a), off[2] * math.cos(a) - off[0] * math.sin(a)
    place = middle + np.array([x * scale, off[1], z * scale])
    side = -1.0 if (place - middle) @ row.along > 0 else 1.0
    half = float(np.linalg.norm(row.faces[-1] - row.faces[0])) / 2
    target = middle + side * aim * half * row.along
    moved = replace(light, place=Point(*map(float, place)), aim=Point(*map(float, target)))
    made = with_light(photo_set, index, moved)
    held = move_light(made, index, "place", {"x": moved.place.x, "y": moved.place.y, "z": moved.place.z})
    return None if held.resisted else made


def _acts(photo_set: Set, made: Set, index: int, row: _Row, turn: float) -> tuple[Act, ...]:
    light, new, middle = photo_set.lights[index], made.lights[index], row.faces.mean(0)
    acts = []
    if turn:
        lens = photo_set.camera.place.array - middle
        before, after = (math.hypot(*(k.place.array - middle - lens)[[0, 2]]) for k in (light, new))
        where = "toward" if after < before else "away from"
        acts.append(Act("row.round", {"by_degrees": abs(turn)}, {"light": light.name, "where": where}))
    far, near = (math.hypot(*(k.place.array - middle)[[0, 2]]) for k in (new, light))
    if abs(far - near) > LEAST_STEP:
        acts.append(Act("row.farther" if far > near else "row.nearer", {"to_m": far}))
    person = int(np.abs((row.faces - new.aim.array) @ row.along).argmin())
    past = abs(float((new.aim.array - row.faces[person]) @ row.along))
    figures = {"person": person + 1.0} | ({} if past < AT_FACE else {"past_m": past})
    return (*acts, Act("row.aim", figures))


def row_of(photo_set: Set, mesh: SitterMesh, index: int, count: int, spacing: float) -> Evened:
    """Light over a row of people by one light, and the aim, place round the row and distance that even it most.

    Parameters
    ----------
    photo_set : the set; mesh : its sitter, whose face is the row's middle; index : of the light
    count : of people, 2 to 6; spacing : between faces, .35 to 1.2 [m]

    Raises
    ------
    NotAccepted : for a count or a spacing outside these
    """
    _checked(count, spacing)
    row = _placed(photo_set, mesh, count, spacing)
    now = _row(photo_set.lights[index], row)
    best: tuple[float, float, Row, Set] | None = None
    for turn in TURNS:
        for step, scale in enumerate(DISTANCES):
            for aim in AIMS:
                made = _tried(photo_set, index, row, turn, scale, aim)
                if made is None:
                    continue
                got = _row(made.lights[index], row)
                if got.mean < now.mean * LEAST_LIGHT:
                    continue
                cost = got.spread + A_MOVE * (abs(turn) / 15 + abs(step - 1))
                if best is None or cost < best[0]:
                    best = (cost, turn, got, made)
    if best is None or best[2].spread > now.spread - A_MOVE:
        return Evened(now, now, None)
    return Evened(now, best[2], Answer(_acts(photo_set, best[3], index, row, best[1]), best[3], moves="key"))
