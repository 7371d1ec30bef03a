"""How one light falls off over the floor plan: lines of equal exposure in whole stops at face height."""

from dataclasses import dataclass

import contourpy
import numpy as np

from ..geometry.quads import backdrop_quad, door_quads, furniture_quads, panel_quads
from ..kit.emission import emissions
from ..model.light import Light
from ..model.set import Set
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from ..transport.direct import illuminance, unshadowed
from ..transport.quads import quad_rows

CELL = 0.08  # [m]
RANGE = 5  # stops either way
SHORTEST = 6  # points of a line that is drawn


@dataclass(frozen=True)
class ExposureLine:
    stops: int
    """From the exposure at the face."""
    points: tuple[tuple[float, float], ...]
    """(x, z) [m]"""


def _exposure(photo_set: Set, light: Light, points: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """(n,) straight light at full output on a disc that faces the light's front, the sitter left out, and (n,) bool
    where backdrop, panels or doors take away more than half of it."""
    quads = [backdrop_quad(photo_set.backdrop), *door_quads(light)]
    quads += [q for panel in photo_set.panels if panel.on for q in panel_quads(panel)]
    toward = light.place.array - points
    quads += [q for piece in photo_set.furniture for q in furniture_quads(piece)]
    axes = (toward / np.maximum(np.linalg.norm(toward, axis=1, keepdims=True), 1e-9)).astype(np.float32)
    lift, rows, at = np.zeros(len(points), np.float32), quad_rows(quads), points.astype(np.float32)
    whole, seen = np.zeros(len(points)), np.zeros(len(points))
    for e in emissions(light):
        whole += unshadowed(at, axes, e.emitter) * e.radiance
        seen += illuminance(None, at, axes, lift, e.emitter, rows, (3, 3)) * e.radiance
    return whole, seen < whole / 2


def equal_exposure(photo_set: Set, mesh: SitterMesh, light: Light) -> tuple[ExposureLine, ...]:
    """Lines at face height where a light's exposure is whole stops over or under that at the face.

    They end where something stands in the way. None when the light does not reach the face straight.
    """
    room, face = photo_set.room, np.array(face_marks(mesh, photo_set.sitter).face)
    x = np.arange(-room.width / 2 + CELL / 2, room.width / 2, CELL)
    z = np.arange(CELL / 2, room.depth, CELL)
    xx, zz = np.meshgrid(x, z)
    points = np.stack([xx.ravel(), np.full(xx.size, face[1]), zz.ravel()], 1)
    got, hidden = _exposure(photo_set, light, np.concatenate([points, [face]]))
    if got[-1] <= 1e-6 * got.max():
        return ()
    stops = np.log2(np.maximum(got[:-1], 1e-12) / got[-1])
    shown = np.ma.masked_array(stops, hidden[:-1] | (np.abs(stops) > RANGE + 1)).reshape(xx.shape)
    lines = contourpy.contour_generator(x, z, shown)
    made = []
    for level in range(-RANGE, RANGE + 1):
        made += [
            ExposureLine(level, tuple((round(float(a), 3), round(float(b), 3)) for a, b in np.asarray(line)))
            for line in lines.lines(level)
            if line is not None and len(line) >= SHORTEST
        ]
    return tuple(made)
