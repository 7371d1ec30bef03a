"""Camera: length of the room for the lens, perspective, depth of field, lens height."""

import math
from collections.abc import Iterator
from dataclasses import replace

from ..answer import mend
from ..framing.depth_of_field import blur, circle, depth_of_field, nearest_focus
from ..framing.framings import (
    FRAMINGS,
    distance_for,
    framed_as,
    length_there,
    lens_that_does,
    picture_height,
    seen_from_above,
    sensor_height,
)
from ..framing.lenses import with_lens
from ..framing.perspective import STRONG, TOUCHING, face_depth, heights_of, lens_to_face, nose_drawn, places_behind_eyes
from ..model.camera import Lens
from ..model.set import Set
from ..sitter.face import face_marks, head_frame
from ..sitter.mesh import SitterMesh
from .camera_gear import gear_findings, headroom_findings
from .camera_settings import settings_findings
from .finding import Finding, Severity

TIGHTEST = 0.28  # [m] at the face: from crown to chin; less cuts the head (assumption: an adult's head is 22 to 25 cm)
USUAL = "head and shoulders"
EARS_SHARP = 0.75  # of the way to the ears that must be sharp for them to look so (assumption)
AT_MARK = 0.04  # [m] that still counts as eye, chin or chest height
LOW, HIGH = 0.25, 0.20  # [m] of the lens under and over the eyes that is worth a word


def camera_findings(photo_set: Set, mesh: SitterMesh, lenses: tuple[Lens, ...] = ()) -> Iterator[Finding]:
    """What there is to say about the camera; `lenses` are those that could be taken instead."""
    yield from gear_findings(photo_set, mesh)
    yield from settings_findings(photo_set, mesh)
    yield from _length(photo_set, mesh, lenses)
    height = picture_height(photo_set.camera, lens_to_face(photo_set, mesh))
    if height >= TIGHTEST and not seen_from_above(photo_set.camera):
        yield from headroom_findings(photo_set, mesh, height)
    yield from _perspective(photo_set, mesh)
    yield from _depth(photo_set, mesh)
    yield from _height(photo_set, mesh)


def _length(photo_set: Set, mesh: SitterMesh, lenses: tuple[Lens, ...]) -> Iterator[Finding]:
    """Too tight a picture with a wall behind the camera; else what the room would allow."""
    camera, there, away = photo_set.camera, length_there(photo_set, mesh), lens_to_face(photo_set, mesh)
    seen = picture_height(camera, away)
    figures = {"picture_height_m": seen, "lens_to_face_m": away, "room_for_lens_m": there}
    framing = FRAMINGS[USUAL]
    if seen >= TIGHTEST:
        yield Finding("camera.framing", "note", figures)
        return
    lens = lens_that_does(photo_set, mesh, framing, lenses)
    needed = distance_for(camera, framing)
    named = {"framing": USUAL}
    if picture_height(camera, there) >= framing.height:
        back = mend(framed_as(photo_set, mesh, USUAL), "camera.step_back", {"to_m": needed}, **named)
        yield Finding("camera.tight", "warn", figures, mend=back)
        return
    made = None
    if lens:
        shorter = replace(photo_set, camera=with_lens(camera, *lens))
        kit = {"lens": lens[1].name} if lens[1] else {}
        zoom = {"zoom": "yes"} if lens[1] and lens[1].shortest < lens[1].longest else {}
        taken = framed_as(shorter, mesh, USUAL)
        made = mend(taken, "camera.take_lens", {"focal_length_mm": lens[0]}, **named, **kit, **zoom)
    figures |= {"needed_m": needed, "focal_length_mm": camera.focal_length}
    yield Finding("camera.no_length", "warn", figures, named, made)


def _perspective(photo_set: Set, mesh: SitterMesh) -> Iterator[Finding]:
    away = lens_to_face(photo_set, mesh)
    ratio = nose_drawn(photo_set, mesh)
    figures = {"nose_to_ear": ratio, "lens_to_face_m": away}
    yield Finding("camera.perspective", "warn" if ratio > STRONG else "note", figures)


def _depth(photo_set: Set, mesh: SitterMesh) -> Iterator[Finding]:
    camera, away = photo_set.camera, lens_to_face(photo_set, mesh)
    if away < nearest_focus(camera):
        figures = {
            "lens_to_face_m": away,
            "nearest_focus_m": nearest_focus(camera),
            "focal_length_mm": camera.focal_length,
        }
        yield Finding("camera.too_near", "warn", figures)
        return
    depth, ears = depth_of_field(camera, away), face_depth(mesh)
    ground = max(abs(camera.place.z - photo_set.backdrop.z), TOUCHING)
    softness = blur(camera, away, ground) / sensor_height(camera)
    on = {name: blur(camera, away, away + off) for name, off in places_behind_eyes(mesh).items()}
    figures = {
        "sharp_before_m": depth.before,
        "ears_behind_m": ears,
        "circle_mm": circle(camera),
        "backdrop_blur_share": softness,
        **{f"{name}_blur_mm": value for name, value in on.items()},
    }
    if math.isfinite(depth.behind):
        figures["sharp_behind_m"] = depth.behind
    figures["aperture"] = camera.aperture
    named = {name: "sharp" if on[name] <= circle(camera) else "soft" for name in ("nose", "shoulders")}
    if depth.behind < ears * EARS_SHARP:
        sharper = math.sqrt(ears / depth.behind) * camera.aperture
        yield Finding("camera.ears_soft", "note", figures | {"aperture_for_ears": sharper}, named)
        return
    yield Finding("camera.depth", "note", figures, named)


def _height(photo_set: Set, mesh: SitterMesh) -> Iterator[Finding]:
    if photo_set.sitter.posture == "lying":
        yield from _over_lying_face(photo_set, mesh)
        return
    eyes, lens = face_marks(mesh, photo_set.sitter).eyes[1], photo_set.camera.place.y
    over = lens - eyes
    figures = {"lens_over_eyes_m": over}
    if -LOW <= over <= HIGH:
        name, at = min(heights_of(photo_set, mesh).items(), key=lambda mark: abs(lens - mark[1]))
        yield Finding("camera.height", "note", figures, {"at": name} if abs(lens - at) < AT_MARK else {})
        return
    level = replace(photo_set.camera.place, y=float(eyes))
    mended = replace(photo_set, camera=replace(photo_set.camera, place=level))
    yield Finding("camera.height", "warn", figures, mend=mend(mended, "camera.to_eyes"))


def _over_lying_face(photo_set: Set, mesh: SitterMesh) -> Iterator[Finding]:
    """A lying head has its own up: the lens toward the crown looks down on the face, toward the chest up at the chin."""
    over = float(head_frame(mesh, photo_set.sitter).in_head(photo_set.camera.place.array)[1])
    severity: Severity = "note" if -LOW <= over <= HIGH else "warn"
    yield Finding("camera.height", severity, {"lens_over_eyes_m": over}, {"at": "eyes"} if abs(over) < AT_MARK else {})
