"""Camera: length of the room for the lens, perspective, depth of field, lens height."""

import math
from collections.abc import Iterator
from dataclasses import replace

from ..framing.depth_of_field import blur, circle, depth_of_field, nearest_focus
from ..framing.framings import (
    FRAMINGS,
    distance_for,
    framed_as,
    length_there,
    lens_that_does,
    picture_height,
    sensor_height,
)
from ..framing.lenses import with_lens
from ..framing.perspective import STRONG, TOUCHING, face_depth, heights_of, lens_to_face, nose_drawn, places_behind_eyes
from ..model.camera import Lens
from ..model.set import Set
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from ..units import aperture_text, length_text
from .camera_gear import gear_findings, headroom_findings
from .finding import Finding, Mend

TIGHTEST = 0.28  # [m] at the face: from crown to chin; less cuts the head (assumption: an adult's head is 22 to 25 cm)
USUAL = "head and shoulders"
EARS_SHARP = 0.75  # of the way to the ears that must be sharp for them to look so (assumption)
AT_MARK = 0.04  # [m] that still counts as eye, chin or chest height
LOW, HIGH = 0.25, 0.20  # [m] of the lens under and over the eyes that is worth a word


def camera_findings(
    photo_set: Set, mesh: SitterMesh, feet: bool = False, lenses: tuple[Lens, ...] = ()
) -> Iterator[Finding]:
    """What there is to say about the camera; `lenses` are those that could be taken instead."""
    yield from gear_findings(photo_set, feet)
    yield from _length(photo_set, mesh, feet, lenses)
    height = picture_height(photo_set.camera, lens_to_face(photo_set, mesh))
    if height >= TIGHTEST:
        yield from headroom_findings(photo_set, mesh, height)
    yield from _perspective(photo_set, mesh, feet)
    yield from _depth(photo_set, mesh, feet)
    yield from _height(photo_set, mesh, feet)


def _length(photo_set: Set, mesh: SitterMesh, feet: bool, lenses: tuple[Lens, ...]) -> Iterator[Finding]:
    """Too tight a picture with a wall behind the camera; else what the room would allow."""
    camera, there, away = photo_set.camera, length_there(photo_set, mesh), lens_to_face(photo_set, mesh)
    seen = picture_height(camera, away)
    figures = {"picture_height_m": seen, "lens_to_face_m": away, "room_for_lens_m": there}
    framing = FRAMINGS[USUAL]
    if seen >= TIGHTEST:
        yield Finding(
            "camera.framing", "note", f"The picture shows {length_text(seen, feet)} of height at the face.", figures
        )
        return
    lens = lens_that_does(photo_set, mesh, framing, lenses)
    needed = distance_for(camera, framing)
    if picture_height(camera, there) >= framing.height:
        mend = Mend(f"step back to {length_text(needed, feet)} for {USUAL}", framed_as(photo_set, mesh, USUAL))
        yield Finding(
            "camera.tight",
            "look",
            f"The frame is {length_text(seen, feet)} high at the face: it cuts the head.",
            figures,
            mend,
        )
        return
    mended = None
    if lens:
        shorter = replace(photo_set, camera=with_lens(camera, *lens))
        name = lens[1].name if lens[1] else f"a {lens[0]:g} mm lens"
        at = f" at {lens[0]:g} mm" if lens[1] and lens[1].shortest < lens[1].longest else ""
        mended = Mend(f"take {name}{at} for {USUAL}", framed_as(shorter, mesh, USUAL))
    yield Finding(
        "camera.no_length",
        "look",
        f"{camera.focal_length:g} mm cuts the head at {length_text(away, feet)}, and the room ends at "
        f"{length_text(there, feet)} from the face: {USUAL} would need {length_text(needed, feet)}.",
        figures | {"needed_m": needed},
        mended,
    )


def _perspective(photo_set: Set, mesh: SitterMesh, feet: bool) -> Iterator[Finding]:
    away = lens_to_face(photo_set, mesh)
    ratio = nose_drawn(photo_set, mesh)
    strong = ratio > STRONG
    text = (
        f"At {length_text(away, feet)} the nose is drawn {100 * (ratio - 1):.0f} % larger than the ears. "
        f"Distance alone sets this, whatever the lens is called."
    )
    yield Finding(
        "camera.perspective", "look" if strong else "note", text, {"nose_to_ear": ratio, "lens_to_face_m": away}
    )


def _depth(photo_set: Set, mesh: SitterMesh, feet: bool) -> Iterator[Finding]:
    camera, away = photo_set.camera, lens_to_face(photo_set, mesh)
    if away < nearest_focus(camera):
        yield Finding(
            "camera.too_near",
            "look",
            f"A {camera.focal_length:g} mm lens hardly focuses at {length_text(away, feet)}; "
            f"{length_text(nearest_focus(camera), feet)} is about the nearest.",
            {"lens_to_face_m": away, "nearest_focus_m": nearest_focus(camera)},
        )
        return
    depth, ears = depth_of_field(camera, away), face_depth(mesh)
    ground = max(abs(camera.place.z - photo_set.backdrop.z), TOUCHING)
    softness = blur(camera, away, ground) / sensor_height(camera)
    behind = "to the horizon" if math.isinf(depth.behind) else f"{length_text(depth.behind, feet)} behind"
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
    text = f"{aperture_text(camera.aperture)} is sharp {length_text(depth.before, feet)} before the eye and {behind}"
    nose, shoulders = ("sharp" if on[name] <= circle(camera) else "soft" for name in ("nose", "shoulders"))
    ground_text = f"the backdrop blurred over {softness * 100:.1f} % of the picture's height"
    if depth.behind < ears * EARS_SHARP:
        sharper = math.sqrt(ears / depth.behind) * camera.aperture
        yield Finding(
            "camera.ears_soft",
            "note",
            f"{text}: the ears are soft, the nose is {nose}, the shoulders are {shoulders}, {ground_text}.",
            figures | {"aperture_for_ears": sharper},
        )
        return
    yield Finding(
        "camera.depth",
        "note",
        f"{text}; the ears are sharp, the nose is {nose}, the shoulders are {shoulders}, {ground_text}.",
        figures,
    )


def _lens_height(marks: dict[str, float], over: float, lens: float, feet: bool) -> str:
    """The lens against eyes, chin and chest."""
    name, at = min(marks.items(), key=lambda mark: abs(lens - mark[1]))
    near = f"at {'eye' if name == 'eyes' else name} height" if abs(lens - at) < AT_MARK else ""
    off = (
        "" if name == "eyes" and near else f"{length_text(abs(over), feet)} {'over' if over > 0 else 'under'} the eyes"
    )
    return ", ".join(filter(None, (near, off)))


def _height(photo_set: Set, mesh: SitterMesh, feet: bool) -> Iterator[Finding]:
    eyes, lens = face_marks(mesh, photo_set.sitter).eyes[1], photo_set.camera.place.y
    over = lens - eyes
    figures = {"lens_over_eyes_m": over}
    if -LOW <= over <= HIGH:
        text = f"The lens is {_lens_height(heights_of(photo_set, mesh), over, lens, feet)}."
        yield Finding("camera.height", "note", text, figures)
        return
    level = replace(photo_set.camera.place, y=float(eyes))
    mended = replace(photo_set, camera=replace(photo_set.camera, place=level))
    where = "looks down on the face" if over > 0 else "looks up at the chin"
    yield Finding(
        "camera.height",
        "look",
        f"The lens {where}: {length_text(abs(over), feet)} {'over' if over > 0 else 'under'} the eyes.",
        figures,
        Mend("bring the lens to eye height", mended),
    )
