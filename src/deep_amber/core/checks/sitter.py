"""Sitter: where the face is, glasses that mirror a light, and what a pose usually gains from."""

import math
from collections.abc import Iterator
from dataclasses import replace

from ..framing.glare import glare
from ..model.set import Set, with_light
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from ..units import length_text
from .finding import Finding, Mend

NODS = (3.0, 6.0, 9.0, 12.0)  # degrees of chin down that are tried against glare
RISE, RISES = 0.1, 8  # [m] steps by which the mirrored light is raised, and how many
SQUARE = 8.0  # degrees of body to the camera under which shoulders are square to it
USUAL_CHIN = 0.02  # [m]


def sitter_findings(photo_set: Set, mesh: SitterMesh, feet: bool = False) -> Iterator[Finding]:
    """What there is to say about the sitter."""
    sitter = photo_set.sitter
    gap, eyes = sitter.z - photo_set.backdrop.z, face_marks(mesh, sitter).eyes[1]
    text = (
        f"The eyes are {length_text(eyes, feet)} over the floor, the body {length_text(gap, feet)} before the backdrop."
    )
    yield from glare_findings(photo_set, mesh, feet)
    yield Finding("sitter.place", "note", text, {"eye_height_m": eyes, "to_backdrop_m": gap})
    yield from _pose(photo_set, feet)


def _mended(photo_set: Set, mesh: SitterMesh, index: int, feet: bool) -> Mend | None:
    """Chin down as little as does, then the light higher."""
    sitter = photo_set.sitter
    for by in NODS:
        nodded = replace(photo_set, sitter=replace(sitter, head_nod=sitter.head_nod + by))
        if not glare(nodded, mesh):
            return Mend(f"chin down by {by:.0f} degrees", nodded)
    for step in range(1, RISES + 1):
        light = photo_set.lights[index]
        raised = replace(light, place=replace(light.place, y=light.place.y + step * RISE))
        made = with_light(photo_set, index, raised)
        if not any(found.light == index for found in glare(made, mesh)):
            return Mend(f"raise {light.name} by {length_text(step * RISE, feet)}", made)
    return None


def glare_findings(photo_set: Set, mesh: SitterMesh, feet: bool, step: str = "sitter") -> Iterator[Finding]:
    """Lights that the glasses mirror into the lens."""
    found = glare(photo_set, mesh)
    for first in {g.light: g for g in found}.values():
        name = photo_set.lights[first.light].name
        yield Finding(
            f"{step}.glare",
            "look",
            f"The glasses mirror {name} into the lens, over {first.share * 100:.0f} % of a lens.",
            {"share_of_lens": first.share},
            _mended(photo_set, mesh, first.light, feet),
        )


def _pose(photo_set: Set, feet: bool) -> Iterator[Finding]:
    """Posing notes: suggestions, never asked for."""
    sitter, camera = photo_set.sitter, photo_set.camera
    if sitter.posture == "lying":
        return
    to_camera = math.degrees(math.atan2(camera.place.x - sitter.x, camera.place.z - sitter.z))
    off = (sitter.body_turn - to_camera + 180) % 360 - 180
    if abs(off) < SQUARE:
        turned = replace(
            photo_set,
            sitter=replace(sitter, body_turn=sitter.body_turn + 25.0, head_turn=max(sitter.head_turn - 20.0, -75.0)),
        )
        yield Finding(
            "sitter.square",
            "note",
            "The shoulders are square to the lens; turned, they look narrower. Near shoulder down.",
            {"body_to_camera_degrees": off},
            Mend("turn the body by 25 degrees, the face stays", turned),
        )
    if sitter.chin_forward < 0.01:
        nod = sitter.head_nod if sitter.head_nod > 2 else 3.0
        brought = replace(photo_set, sitter=replace(sitter, chin_forward=USUAL_CHIN, head_nod=nod))
        yield Finding(
            "sitter.chin",
            "note",
            "Chin forward and slightly down draws the jaw clear of the neck.",
            {},
            Mend(f"bring the chin {length_text(USUAL_CHIN, feet)} forward and slightly down", brought),
        )
