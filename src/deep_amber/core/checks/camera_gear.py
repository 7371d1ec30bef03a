"""Camera: gear that stands in the picture, and the room over the head."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ..editing.move_light import move_light, move_panel
from ..framing.in_frame import InFrame, gear_in_frame, projected
from ..geometry.quads import field_of_view
from ..geometry.vectors import aiming_axes
from ..model.set import Set
from ..sitter.face import face_marks
from ..sitter.mesh import HAIR, SCALP, SKIN, SitterMesh
from ..sitter.pose import posed
from ..units import length_text
from .finding import Finding, Mend

STEP, MOST_STEPS = 0.05, 24  # [m] by which a thing is moved out of the picture
LEAST_HEADROOM, MOST_HEADROOM, WANTED_HEADROOM = 0.0, 0.20, 0.08  # of the picture's height (assumptions)
CROPPED_BELOW = 0.45  # [m] of picture height at the face under which a cut crown is meant


def _moved(photo_set: Set, found: InFrame, by: float) -> Set:
    """The thing that far aside, still facing what it faces."""
    right, _, _ = aiming_axes(photo_set.camera.place, photo_set.camera.aim)
    thing = getattr(photo_set, found.kind)[found.index]
    at = thing.place.array + right * by
    to = {"x": float(at[0]), "z": float(at[2])}
    return (move_light if found.kind == "lights" else move_panel)(photo_set, found.index, "place", to).photo_set


def _out_of_frame(photo_set: Set, found: InFrame, name: str, feet: bool) -> Mend | None:
    for step in range(1, MOST_STEPS + 1):
        made = _moved(photo_set, found, found.side * step * STEP)
        if not any((g.kind, g.index) == (found.kind, found.index) for g in gear_in_frame(made)):
            side = "camera-right" if found.side > 0 else "camera-left"
            return Mend(f"move {name} {length_text(step * STEP, feet)} to {side}", made)
    return None


def gear_findings(photo_set: Set, feet: bool = False) -> Iterator[Finding]:
    """Lights, panels and stands in the picture, each with the least step aside that takes it out."""
    for found in gear_in_frame(photo_set):
        thing = getattr(photo_set, found.kind)[found.index]
        if found.kind == "lights" and thing.role == "ground":
            continue  # behind or beside the sitter it may be meant to show
        side = "camera-right" if found.side > 0 else "camera-left"
        what = thing.name if found.part == "front" else f"the stand of {thing.name}"
        yield Finding(
            "camera.gear",
            "look",
            f"{what[0].upper()}{what[1:]} stands in the picture on {side}, {found.inward * 100:.0f} % in from "
            "the edge.",
            {"inward_share": found.inward},
            _out_of_frame(photo_set, found, thing.name, feet),
        )


def crown_in_picture(photo_set: Set, mesh: SitterMesh) -> float:
    """Room over the head as a share of the picture's height; negative when the crown is cut."""
    body = posed(mesh, photo_set.sitter)
    head = np.isin(mesh.parts, (HAIR, SCALP, SKIN)) & (mesh.chain[:, 4] > 0.9)
    at = projected(photo_set.camera, body.in_room(body.vertices[head][::3]))
    if not np.isfinite(at[:, 1]).any():
        return 0.0
    return float((1 - np.nanmax(at[:, 1])) / 2)


def headroom_findings(photo_set: Set, mesh: SitterMesh, height_at_face: float) -> Iterator[Finding]:
    """The room over the head, and the tilt that makes it usual."""
    room = crown_in_picture(photo_set, mesh)
    figures = {"headroom_share": room}
    if room < LEAST_HEADROOM and height_at_face < CROPPED_BELOW:
        yield Finding("camera.headroom", "note", "The crown is cut, as tight heads often are.", figures)
    elif LEAST_HEADROOM <= room <= MOST_HEADROOM:
        yield Finding("camera.headroom", "note", f"{room * 100:.0f} % of the picture is over the head.", figures)
    else:
        text = (
            "The crown is cut."
            if room < 0
            else f"{room * 100:.0f} % of the picture is over the head: the sitter sinks."
        )
        yield Finding(
            "camera.headroom",
            "look",
            text,
            figures,
            Mend("tilt for the usual room over the head", _tilted(photo_set, mesh, room)),
        )


def _tilted(photo_set: Set, mesh: SitterMesh, room: float) -> Set:
    camera = photo_set.camera
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    _, high = field_of_view(camera, camera.aspect)
    by = (WANTED_HEADROOM - room) * 2 * high * float(np.linalg.norm(face - camera.place.array))
    return replace(photo_set, camera=replace(camera, aim=replace(camera.aim, y=camera.aim.y + by)))
