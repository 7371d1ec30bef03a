"""Camera: gear that stands in the picture, and the room over the head."""

from collections.abc import Iterator
from dataclasses import replace
from itertools import islice

import numpy as np

from ..answer import Answer, mend
from ..editing.move_light import move_light, move_panel
from ..framing.in_frame import InFrame, gear_in_frame
from ..geometry.projected import projected
from ..geometry.quads import field_of_view
from ..geometry.vectors import aiming_axes
from ..model.set import Set
from ..sitter.face import face_marks
from ..sitter.mesh import HAIR, SCALP, SKIN, SitterMesh
from ..sitter.pose import posed
from .finding import Finding
from .held import on_booms

STEP, MOST_STEPS = 0.05, 24  # [m] by which a thing is moved out of the picture
LEAST_HEADROOM, MOST_HEADROOM, WANTED_HEADROOM = 0.0, 0.20, 0.08  # of the picture's height (assumptions)
CROPPED_BELOW = 0.45  # [m] of picture height at the face under which a cut crown is meant


def _moved(photo_set: Set, found: InFrame, aside: float, up: float) -> Set:
    """The thing that far aside and up [m], still facing what it faces."""
    right, _, _ = aiming_axes(photo_set.camera.place, photo_set.camera.aim)
    thing = getattr(photo_set, found.kind)[found.index]
    at = thing.place.array + right * aside
    to = {"x": float(at[0]), "y": float(at[1]) + up, "z": float(at[2])}
    return (move_light if found.kind == "lights" else move_panel)(photo_set, found.index, "place", to).photo_set


def _out_of_frame(photo_set: Set, mesh: SitterMesh, found: InFrame, name: str) -> list[Answer]:
    """For a stand a boom; the least steps aside, up and down that take it out of the picture, the least of them first."""
    side = "camera-right" if found.side > 0 else "camera-left"
    ways = {
        "thing.aside": (found.side, 0.0),
        "thing.up": (0.0, 1.0),
        "thing.down": (0.0, -1.0),
        "thing.across": (-found.side, 0.0),
    }
    made = []
    for code, (aside, up) in ways.items():
        for step in range(1, MOST_STEPS + 1):
            by = step * STEP
            tried = _moved(photo_set, found, aside * by, up * by)
            if _is_out(tried, mesh, found):
                made.append((by, mend(tried, code, {"by_m": by}, thing=name, side=side)))
                break
    booms = list(islice(on_booms(photo_set, mesh, found.kind, found.index), 2)) if found.part == "stand" else []
    return booms + [answer for _, answer in sorted(made, key=lambda k: k[0])]


def _is_out(photo_set: Set, mesh: SitterMesh, found: InFrame) -> bool:
    return not any((g.kind, g.index) == (found.kind, found.index) for g in gear_in_frame(photo_set, mesh))


def gear_findings(photo_set: Set, mesh: SitterMesh) -> Iterator[Finding]:
    """Lights, panels and stands in the picture, each with the least step aside that takes it out."""
    for found in gear_in_frame(photo_set, mesh):
        thing = getattr(photo_set, found.kind)[found.index]
        if found.kind == "lights" and thing.role == "background":
            continue  # behind or beside the sitter it may be meant to show
        side = "camera-right" if found.side > 0 else "camera-left"
        named = {"thing": thing.name, "part": found.part, "side": side}
        mends = _out_of_frame(photo_set, mesh, found, thing.name)
        first = mends[0] if mends else None
        yield Finding("camera.gear", "warn", {"inward_share": found.inward}, named, first, tuple(mends[1:]))


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
    meant = room < LEAST_HEADROOM and height_at_face < CROPPED_BELOW
    if meant or LEAST_HEADROOM <= room <= MOST_HEADROOM:
        yield Finding("camera.headroom", "note", figures)
        return
    yield Finding("camera.headroom", "warn", figures, mend=mend(_tilted(photo_set, mesh, room), "camera.tilt"))


def _tilted(photo_set: Set, mesh: SitterMesh, room: float) -> Set:
    camera = photo_set.camera
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    _, high = field_of_view(camera, camera.aspect)
    by = (WANTED_HEADROOM - room) * 2 * high * float(np.linalg.norm(face - camera.place.array))
    return replace(photo_set, camera=replace(camera, aim=replace(camera.aim, y=camera.aim.y + by)))
