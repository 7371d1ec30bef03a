"""What would help most against the room's bounce: black cloth, a black board, a window or lamp shut out.

Each is computed as the set with it done; the best ones are offered.
"""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ..answer import Answer, mend
from ..exposure.cast import DARKNESS
from ..gear.sources import Window
from ..model.panel import Panel
from ..model.point import Point
from ..model.room import SURFACE_NAMES, Surface
from ..model.set import Set, with_added, with_light, with_surfaces
from ..rules.validation import fits
from ..simulation.readings import light_on_cheeks
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from ..srgb import LUMINANCE
from .finding import Finding, GoOn, sketch_for

BLACK_CLOTH = Surface(0.04)
BOARD = (0.9, 1.8)  # [m], of the black board that is tried
BOARD_AWAY = 0.55  # [m] from the face
MOST_LOST = 0.15  # stops that a help may take from the lit cheek
LEAST, MOST_HELPS = 0.15, 3  # stops that are worth a word; how many are offered


def cheeks(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> tuple[np.ndarray, np.ndarray]:
    """(3,) light on the lit and the shadow cheek."""
    return light_on_cheeks(sketch_for(photo_set, mesh, go_on))


def stops_over(a: np.ndarray, b: np.ndarray) -> float:
    """Of one light (3,) over another [stops]."""
    return float(np.log2((LUMINANCE @ a + DARKNESS) / (LUMINANCE @ b + DARKNESS)))


def _board(photo_set: Set, mesh: SitterMesh, side: int) -> Set | None:
    """A black board beside the face, on one side of the way to the camera; None where there is no room."""
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    to_camera = photo_set.camera.place.array - face
    level = np.array([to_camera[0], 0.0, to_camera[2]]) / max(float(np.hypot(to_camera[0], to_camera[2])), 1e-6)
    place = face + side * BOARD_AWAY * np.array([level[2], 0.0, -level[0]])
    place[1] = max(min(place[1], photo_set.room.height - BOARD[1] / 2 - 0.02), BOARD[1] / 2 + 0.02)
    name = next(
        n for n in ("black board", "black board 2", "black board 3") if n not in {k.name for k in photo_set.panels}
    )
    board = Panel(
        Point(*map(float, place)), Point(float(face[0]), float(place[1]), float(face[2])), *BOARD, "black", name=name
    )
    made = with_added(photo_set, "panels", board)
    return made if len(made.panels) <= 8 and fits(made) else None


def _candidates(photo_set: Set, mesh: SitterMesh) -> Iterator[Answer]:
    surfaces = photo_set.room.surfaces
    for name in SURFACE_NAMES:
        if getattr(surfaces, name).reflectance > 2 * BLACK_CLOTH.reflectance:
            yield mend(with_surfaces(photo_set, **{name: BLACK_CLOTH}), "room.black_cloth", surface=name)
    for side, name in ((-1, "camera-left"), (1, "camera-right")):
        made = _board(photo_set, mesh, side)
        if made:
            yield mend(made, "room.black_board", side=name)
    for i, light in enumerate(photo_set.lights):
        if (
            not light.on
            or not isinstance(light.source, Window)
            or light.source.cover == "blackout"
            or light.role == "key"
        ):
            continue
        dark = replace(light, source=replace(light.source, cover="blackout"))
        yield mend(with_light(photo_set, i, dark), "room.black_out", light=light.name)


def room_helps(photo_set: Set, mesh: SitterMesh, lit: np.ndarray, shadow: np.ndarray, go_on: GoOn) -> Iterator[Finding]:
    """The changes that deepen the shadow cheek (3,) most and hold the lit one, best first, with their computed differences."""
    made = []
    for answer in _candidates(photo_set, mesh):
        bright, dark = cheeks(answer.photo_set, mesh, go_on)
        if stops_over(lit, bright) <= MOST_LOST:
            made.append((stops_over(shadow, dark), answer))
    for helped, answer in sorted(made, key=lambda k: -k[0])[:MOST_HELPS]:
        if helped >= LEAST:
            yield Finding("room.help", "note", {"shadow_deeper_stops": helped}, mend=answer, only_mend=True)
