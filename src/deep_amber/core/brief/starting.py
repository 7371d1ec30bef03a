"""A first set from a few answers: own room, a backdrop, a sitter, a framed camera and one light."""

import math
from dataclasses import dataclass, replace
from typing import Any

from ..editing.adding import add_light
from ..framing.framings import FRAMINGS, framed_as, lens_that_does
from ..framing.lenses import with_lens
from ..gear.modifiers import Softbox
from ..gear.sources import Strobe
from ..model.backdrop import Backdrop
from ..model.camera import Camera, Lens
from ..model.finishes import BACKDROPS, WALLS, Material
from ..model.point import Point
from ..model.room import Room, Surfaces
from ..model.set import Set
from ..model.sitter import Sitter
from ..problem import NotAccepted, Problem
from ..simulation.quality import DRAGGED
from ..simulation.simulate import read
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from ..units import APERTURES

# Where things usually begin (assumptions) [m].
BACKDROP_FROM_WALL, ROLL, BACKDROP_TOP = 0.25, 2.7, 2.3
SITTER_FROM_BACKDROP, LEAST_FROM_BACKDROP = 1.5, 0.6
CHAIR, LENS_WALL = 0.48, 0.45
USUAL_LENS = 85.0  # [mm], taken where the room has the length
THIRD = 1 / 3


USUAL = {
    "width": "3.2 m",
    "depth": "4.2 m",
    "height": "2.4 m",
    "walls": "white emulsion",
    "backdrop": "mid grey paper",
    "who": "nadia",
    "framing": "head and shoulders",
}
"""Answers to start from, as they would be typed."""
IN_FEET = {"width": "10 ft 6", "depth": "13 ft 9", "height": "8 ft"}


@dataclass(frozen=True)
class Answers:
    width: float
    """Camera-left wall to camera-right wall [m]."""
    depth: float
    """[m]"""
    height: float
    """[m]"""
    walls: str
    """A named finish."""
    backdrop: str
    """A named material."""
    framing: str


def _known(field: str, name: str, table: dict[str, Any]) -> None:
    if name not in table:
        raise NotAccepted([Problem(field, f"{name!r} is not known", " or ".join(table))])


def _room(answers: Answers) -> Room:
    wall = WALLS[answers.walls]
    surfaces = Surfaces(wall, wall, WALLS["wood"], WALLS["white emulsion"], wall, wall)
    return Room(answers.width, answers.depth, answers.height, surfaces)


def _backdrop(room: Room, made: Material) -> Backdrop:
    if made.kind == "wall":
        width, top, z = min(room.width, 8.0), min(room.height, 5.0), 0.01
    else:
        width, top, z = min(ROLL, room.width - 0.2), min(BACKDROP_TOP, room.height - 0.05), BACKDROP_FROM_WALL
    return Backdrop(
        0.0,
        z,
        0.0,
        max(width, 0.3),
        top,
        made.surface,
        made.kind,
        0.0,
        0.0,
        "on stands",
        made.variation,
        made.grain,
        made.creases,
    )


def starting_set(answers: Answers, mesh: SitterMesh, lenses: tuple[Lens, ...] = ()) -> Set:
    """A set to begin with, its one light metered.

    Parameters
    ----------
    answers : what was asked; mesh : of the sitter; lenses : of the kit, else usual focal lengths

    The camera stands for the framing, with 85 mm or the longest lens that the room has the length for.

    Raises
    ------
    NotAccepted : for a name that is not known, or a room too short for any lens
    """
    _known("walls", answers.walls, WALLS)
    _known("backdrop", answers.backdrop, BACKDROPS)
    _known("framing", answers.framing, FRAMINGS)
    try:
        begun = _begun(answers, mesh, lenses)
    except _TooShort:
        enough = next(d for d in _deeper(answers.depth) if _long_enough(replace(answers, depth=d), mesh, lenses))
        message = f"{answers.depth:.2f} m is too short for {answers.framing} with any lens"
        raise NotAccepted([Problem("depth", message, f"at least {enough:.1f} m, or a tighter framing")]) from None
    lit = add_light(begun, mesh, Strobe(), Softbox(0.6, 0.9), "key")
    return _metered(lit, mesh)


def _begun(answers: Answers, mesh: SitterMesh, lenses: tuple[Lens, ...]) -> Set:
    """Room, backdrop, sitter and framed camera."""
    room = _room(answers)
    backdrop = _backdrop(room, BACKDROPS[answers.backdrop])
    z = min(backdrop.z + SITTER_FROM_BACKDROP, max(backdrop.z + LEAST_FROM_BACKDROP, room.depth * 0.4))
    sitter = Sitter(mesh.name, 0.0, z, CHAIR, -15.0, 12.0, 3.0)
    eyes = face_marks(mesh, sitter).eyes
    camera = Camera(Point(0.0, eyes[1], room.depth - LENS_WALL), Point(*eyes), USUAL_LENS, 8.0, 1 / 160, 100.0)
    return _framed(Set(room, backdrop, sitter, camera, ()), mesh, answers.framing, lenses)


def _deeper(depth: float) -> list[float]:
    return [k / 10 for k in range(math.floor(depth * 10) + 1, 201)]


def _long_enough(answers: Answers, mesh: SitterMesh, lenses: tuple[Lens, ...]) -> bool:
    try:
        _begun(answers, mesh, lenses)
    except _TooShort:
        return False
    return True


class _TooShort(Exception):
    """No lens is short enough."""


def _framed(photo_set: Set, mesh: SitterMesh, name: str, lenses: tuple[Lens, ...]) -> Set:
    """The camera with the longest usual lens that does, standing for the framing."""
    camera, framing = photo_set.camera, FRAMINGS[name]
    most = lens_that_does(photo_set, mesh, framing, lenses)
    if most is None:
        raise _TooShort
    usual = [k for k in lenses if k.shortest <= USUAL_LENS <= k.longest]
    if most[0] >= USUAL_LENS:
        most = (USUAL_LENS, usual[0] if usual else None) if usual or not lenses else most
    return framed_as(replace(photo_set, camera=with_lens(camera, *most)), mesh, name, lenses)


def _metered(photo_set: Set, mesh: SitterMesh) -> Set:
    """The light at the output whose reading, dome to the camera, is the aperture, else the aperture that the light comes to."""
    light = photo_set.lights[0]
    over = read(photo_set, mesh, DRAGGED).incident["dome_to_camera"].over
    output = round((light.output - over) / THIRD) * THIRD
    held = min(0.0, max(light.source.lowest_output, output))
    made = replace(photo_set, lights=(replace(light, output=held),))
    left = output - held
    if abs(left) < THIRD:
        return made
    wanted = photo_set.camera.aperture * 2 ** (-left / 2)
    lens = photo_set.camera.lens
    aperture = max(min(APERTURES, key=lambda k: abs(k - wanted)), lens.widest if lens else 1.0)
    return replace(made, camera=replace(made.camera, aperture=float(aperture)))
