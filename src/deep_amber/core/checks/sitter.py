"""Sitter: where the face is, glasses that mirror a light, and what a pose usually gains from."""

import math
from collections.abc import Iterator
from dataclasses import replace

from ..answer import Answer, mend
from ..framing.glare import glare
from ..model.set import Set, with_light
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from .finding import Finding

NODS = (3.0, 6.0, 9.0, 12.0)  # degrees of chin down that are tried against glare
RISE, RISES = 0.1, 8  # [m] steps by which the mirrored light is raised, and how many
SQUARE = 8.0  # degrees of body to the camera under which shoulders are square to it
TURNS = ((25.0, 20.0), (25.0, 25.0), (-25.0, -20.0), (-25.0, -25.0))
"""Degrees of the body, and of the head against it, that are tried against square shoulders."""
TURNED, POSED = 20.0, 8.0  # degrees of the head, aside and else, that nobody holds without meaning it (assumption)
FRONTAL = ("butterfly", "clamshell", "under light", "silhouette", "profile", "rim")
"""Wanted patterns that leave no word on the pose."""
LEAST_CHIN, USUAL_CHIN = 0.01, 0.02  # [m]


def sitter_findings(photo_set: Set, mesh: SitterMesh) -> Iterator[Finding]:
    """What there is to say about the sitter."""
    sitter = photo_set.sitter
    gap, eyes = sitter.z - photo_set.backdrop.z, face_marks(mesh, sitter).eyes[1]
    yield from glare_findings(photo_set, mesh)
    yield Finding("sitter.place", "note", {"eye_height_m": eyes, "to_backdrop_m": gap})
    yield from _pose(photo_set)


def _mended(photo_set: Set, mesh: SitterMesh, index: int) -> Iterator[Answer]:
    """Chin down as little as does and a little more, then the light higher."""
    sitter = photo_set.sitter
    for by in NODS:
        nodded = replace(photo_set, sitter=replace(sitter, head_nod=sitter.head_nod + by))
        if not glare(nodded, mesh):
            yield mend(nodded, "sitter.chin_down", {"by_degrees": by})
    for step in range(1, RISES + 1):
        light = photo_set.lights[index]
        raised = replace(light, place=replace(light.place, y=light.place.y + step * RISE))
        made = with_light(photo_set, index, raised)
        if not any(found.light == index for found in glare(made, mesh)):
            yield mend(made, "light.raise", {"by_m": step * RISE}, light=light.name)


def glare_findings(photo_set: Set, mesh: SitterMesh, step: str = "sitter") -> Iterator[Finding]:
    """Lights that the glasses mirror into the lens."""
    found = glare(photo_set, mesh)
    for first in {g.light: g for g in found}.values():
        named = {"light": photo_set.lights[first.light].name}
        figures = {"share_of_lens": first.share}
        mends = tuple(_mended(photo_set, mesh, first.light))
        yield Finding(f"{step}.glare", "warn", figures, named, *_offered(mends))


def _offered(mends: tuple[Answer, ...]) -> tuple[Answer | None, tuple[Answer, ...]]:
    return (mends[0], mends[1:]) if mends else (None, ())


def _turned(photo_set: Set, body: float, head: float) -> Answer:
    """The body turned, and the head back against it [degrees]."""
    sitter = photo_set.sitter
    turned = replace(
        sitter, body_turn=sitter.body_turn + body, head_turn=min(max(sitter.head_turn - head, -75.0), 75.0)
    )
    return mend(replace(photo_set, sitter=turned), "sitter.turn_body", {"by_degrees": abs(body)})


def _meant(photo_set: Set) -> bool:
    """A head that is turned, tilted, raised or well lowered was posed; a body square to the lens belongs to light from
    the middle, and no chin is seen in a dark face."""
    sitter, look = photo_set.sitter, photo_set.look
    posed = abs(sitter.head_turn) > TURNED or abs(sitter.head_tilt) > POSED or not -POSED / 2 < sitter.head_nod < POSED
    return posed or (look is not None and look.pattern in FRONTAL)


def _pose(photo_set: Set) -> Iterator[Finding]:
    """Posing notes: suggestions, never asked for, and none where the pose is plainly meant."""
    sitter, camera = photo_set.sitter, photo_set.camera
    if sitter.posture == "lying" or _meant(photo_set):
        return
    to_camera = math.degrees(math.atan2(camera.place.x - sitter.x, camera.place.z - sitter.z))
    off = (sitter.body_turn - to_camera + 180) % 360 - 180
    if abs(off) < SQUARE:
        turns = tuple(_turned(photo_set, body, head) for body, head in TURNS)
        yield Finding("sitter.square", "note", {"body_to_camera_degrees": off}, {}, *_offered(turns))
    if sitter.chin_forward < LEAST_CHIN:
        nod = sitter.head_nod if sitter.head_nod > 2 else 3.0
        brought = replace(photo_set, sitter=replace(sitter, chin_forward=USUAL_CHIN, head_nod=nod))
        yield Finding("sitter.chin", "note", mend=mend(brought, "sitter.chin_forward", {"by_m": USUAL_CHIN}))
