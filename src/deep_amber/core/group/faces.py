"""The faces of a row: where they are, what stands between them and a light, and what the meter reads before each.

The set's sitter stands in one place of the row; the others are a head and a trunk as closed blocks, as tall and square
to the lens. The meter is that of the set: its dome to the lens, all lights and what the room adds, at full quality.
"""

import math
from dataclasses import dataclass, replace

import numpy as np

from ..geometry.quads import backdrop_quad, furniture_quads, panel_quads
from ..kit.emission import emissions
from ..model.furniture import Furniture
from ..model.light import Light
from ..model.people import People
from ..model.room import Surface
from ..model.set import Set
from ..simulation.exposing import exposed, lights_on
from ..simulation.layers import sensor_layer
from ..simulation.memory import Memory
from ..simulation.quality import SETTLED, oriented
from ..simulation.sensors import Sensors
from ..simulation.stages import Stages
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from ..srgb import LUMINANCE
from ..transport.direct import illuminance
from ..transport.quads import quad_rows
from ..transport.weights import DOME

HEAD, TRUNK = (0.16, 0.24, 0.20), (0.42, 0.55, 0.24)  # [m] width, height, depth of the blocks
CLOTHED = Surface(0.3)
DARKEST = 8.0  # stops under the mean: deeper is not told apart


@dataclass(frozen=True)
class Row:
    stops: tuple[float, ...]
    """Light on each face against the mean, from camera-left [stops]."""
    spread: float
    """Brightest over darkest [stops]."""
    mean: float
    """Mean exposure at the faces [lx s]."""


@dataclass(frozen=True, eq=False)
class Faces:
    places: np.ndarray
    """(n, 3) of the faces, from camera-left [m]."""
    along: np.ndarray
    """(3,) unit, toward camera-right."""
    out: np.ndarray
    """(3,) unit level way to the lens."""
    meters: Sensors
    own: int
    """Which of them the set's sitter is."""

    @property
    def middle(self) -> np.ndarray:
        return np.asarray(self.places.mean(0))

    @property
    def half(self) -> float:
        """Half the length of the row [m]."""
        return float(np.linalg.norm(self.places[-1] - self.places[0])) / 2


def faces_of(photo_set: Set, mesh: SitterMesh, people: People) -> Faces:
    """The row of a set: its middle is the sitter's face."""
    marks, lens = face_marks(mesh, photo_set.sitter), photo_set.camera.place.array
    face = np.array(marks.face)
    before = np.array(marks.meter) - face  # of everybody's face, turned to the lens
    out = lens - face
    out = np.array([out[0], 0.0, out[2]]) / max(math.hypot(out[0], out[2]), 1e-6)
    along = np.array([out[2], 0.0, -out[0]])
    places = face + (np.arange(people.count) - (people.count - 1) / 2)[:, None] * people.spacing * along
    points = places + math.hypot(before[0], before[2]) * out + [0.0, before[1], 0.0]
    axes = lens - points
    axes = axes / np.linalg.norm(axes, axis=1, keepdims=True)
    n = people.count
    names = tuple(f"face {k + 1}" for k in range(n))
    meters = Sensors(
        names,
        np.arange(n),
        points.astype(np.float32),
        axes.astype(np.float32),
        np.ones((n, 3)),
        DOME,
        past_head=True,
        anywhere=True,
    )
    return Faces(places, along, out, meters, people.count // 2)


def _blocks(face: np.ndarray, out: np.ndarray) -> list[Furniture]:
    """Head and trunk of somebody: the bridge of the nose lies on the head's front [m]."""
    made, middle = [], face - out * HEAD[2] / 2
    for (wide, high, deep), under in ((HEAD, HEAD[1] / 2), (TRUNK, HEAD[1] / 2 + 0.06 + TRUNK[1])):
        base = max(float(face[1]) - under, 0.0)
        made.append(Furniture("sitter", float(middle[0]), float(middle[2]), wide, deep, high, base, CLOTHED))
    return made


def with_people(photo_set: Set, faces: Faces) -> Set:
    """The set with its sitter in its place of the row and the others as blocks."""
    by = faces.places[faces.own] - faces.middle
    sitter = replace(photo_set.sitter, x=photo_set.sitter.x + float(by[0]), z=photo_set.sitter.z + float(by[2]))
    others = [b for k, place in enumerate(faces.places) if k != faces.own for b in _blocks(place, faces.out)]
    return replace(photo_set, sitter=sitter, furniture=(*photo_set.furniture, *others))


def _row(at: np.ndarray) -> Row:
    stops = np.log2(np.maximum(at / max(float(at.mean()), 1e-9), 2.0**-DARKEST))
    return Row(tuple(float(k) for k in stops), float(np.ptp(stops)), float(at.mean()))


def metered(photo_set: Set, mesh: SitterMesh, faces: Faces) -> Row:
    """What the set's meter reads before each face, its dome to the lens: all lights, what the room adds included."""
    made = with_people(photo_set, faces)
    stages = Stages(made, mesh, Memory(), oriented(SETTLED, made.camera), lambda: None)
    at = np.zeros((len(faces.places), 3))
    for light in lights_on(made):
        at += sensor_layer(stages, light, "faces", faces.meters) * exposed(made, light)
    return _row(at @ LUMINANCE)


class Straight:
    """One light straight on the meters of a row, quickly: what a search goes by. What everything else adds is taken to
    stay as it is."""

    def __init__(self, photo_set: Set, faces: Faces, index: int, now: Row):
        quads = [backdrop_quad(photo_set.backdrop)]
        quads += [q for p in photo_set.panels if p.on for q in panel_quads(p)]
        quads += [q for f in photo_set.furniture for q in furniture_quads(f)]
        trunks = [b for place in faces.places for b in _blocks(place, faces.out)]
        self._quads = quad_rows([*quads, *(q for b in trunks for q in furniture_quads(b))])
        self._set, self._faces = photo_set, faces
        whole = now.mean * 2.0 ** np.array(now.stops)
        self._rest = np.maximum(whole - self._of(photo_set.lights[index]), 0.0)

    def _of(self, light: Light) -> np.ndarray:
        """(n,) exposure by it alone."""
        meters = self._faces.meters
        lift, scale = np.zeros(len(meters.points), np.float32), exposed(self._set, light)
        at = np.zeros(len(meters.points))
        for emission in emissions(light):
            lux = illuminance(
                None, meters.points, meters.axes, lift, emission.emitter, self._quads, (4, 4), meters.receptor
            )
            at += lux * float(LUMINANCE @ (emission.radiance * scale))
        return at

    def row(self, light: Light) -> Row:
        """The row with the light as it is here."""
        return _row(self._of(light) + self._rest)
