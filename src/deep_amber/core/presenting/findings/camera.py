"""Words of the step Camera."""

from collections.abc import Mapping

from ...checks.finding import Finding
from ...units import aperture_text, time_text
from ..say import Say, percent, sentence, unbroken
from .wording import ActWords, Found, Sentence


def _no_length(f: Finding, say: Say) -> str:
    away, there, needed = (say.length(f.figures[k]) for k in ("lens_to_face_m", "room_for_lens_m", "needed_m"))
    lens = f"{f.figures['focal_length_mm']:g} mm"
    return f"{lens} cuts the head at {away}. {sentence(f.named['framing'])} needs {needed}, the room has {there}."


def _perspective(f: Finding, say: Say) -> str:
    away, larger = say.length(f.figures["lens_to_face_m"]), f.figures["nose_to_ear"] - 1
    return (
        f"At {away} the nose is drawn {percent(larger)} larger than the ears. Distance alone sets this, not the lens."
    )


def _too_near(f: Finding, say: Say) -> str:
    away, nearest = say.length(f.figures["lens_to_face_m"]), say.length(f.figures["nearest_focus_m"])
    return f"A {f.figures['focal_length_mm']:g} mm lens hardly focuses at {away}. About {nearest} is the nearest."


def _depth(f: Finding, say: Say) -> str:
    behind = f.figures.get("sharp_behind_m")
    far = "the horizon" if behind is None else f"{say.length(behind)} behind it"
    sharp = f"At {aperture_text(f.figures['aperture'])} it is sharp from {say.length(f.figures['sharp_before_m'])} before the eye to {far}"
    ears = "soft" if f.code == "camera.ears_soft" else "sharp"
    blur = f.figures["backdrop_blur_share"] * 100
    return (
        f"{sharp}. Ears {ears}, nose {f.named['nose']}, shoulders {f.named['shoulders']}; "
        f"the backdrop is blurred over {blur:.1f} % of the picture's height."
    )


def _height(f: Finding, say: Say) -> str:
    over = f.figures["lens_over_eyes_m"]
    off = f"{say.length(abs(over))} {'over' if over > 0 else 'under'} the eyes"
    if f.severity == "warn":
        return f"The lens {'looks down on the face' if over > 0 else 'looks up at the chin'}: it is {off}."
    at = f.named.get("at", "")
    if at == "eyes":
        return "The lens is at eye height."
    return f"The lens is at {at} height, {off}." if at else f"The lens is {off}."


def _gear(f: Finding, _: Say) -> str:
    thing = f.named["thing"]
    what = thing if f.named["part"] == "front" else f"the stand of {thing}"
    inward = percent(f.figures["inward_share"])
    return f"{sentence(what)} stands in the picture on {f.named['side']}, {inward} in from the edge."


def _headroom(f: Finding, _: Say) -> str:
    room = f.figures["headroom_share"]
    if room < 0:
        return "The crown is cut, as in tight heads." if f.severity == "note" else "The crown is cut."
    sinks = "" if f.severity == "note" else ": the sitter sinks"
    return f"{percent(room)} of the picture is over the head{sinks}."


def _lens(named: Mapping[str, str], focal_length: float) -> str:
    if "lens" not in named:
        return f"take a {focal_length:g} mm lens for {named['framing']}"
    at = f" at {focal_length:g} mm" if "zoom" in named else ""
    return f"take {named['lens']}{at} for {named['framing']}"


FINDINGS: dict[str, Sentence] = {
    "camera.framing": lambda f, say: (
        f"The picture shows {say.length(f.figures['picture_height_m'])} of height at the face."
    ),
    "camera.tight": lambda f, say: (
        f"The frame is {say.length(f.figures['picture_height_m'])} high at the face: it cuts the head."
    ),
    "camera.no_length": _no_length,
    "camera.perspective": _perspective,
    "camera.too_near": _too_near,
    "camera.ears_soft": _depth,
    "camera.depth": _depth,
    "camera.height": _height,
    "camera.gear": _gear,
    "camera.headroom": _headroom,
    "camera.sync": lambda f, _: (
        f"{time_text(f.figures['time_s'])} is shorter than this camera's shutter allows with flash ({time_text(f.figures['sync_s'])}): "
        "part of the frame stays dark."
    ),
    "camera.balance": lambda f, _: (
        f"The white balance is {f.figures['balance_k']:.0f} K, the light of {f.named['light']} {f.figures['key_k']:.0f} K: "
        f"the picture comes out {f.named['cast']}."
    ),
}
ACTS: dict[str, ActWords] = {
    "camera.step_back": lambda a, say: f"step back to {say.length(a.figures['to_m'])} for {a.named['framing']}",
    "camera.take_lens": lambda a, _: _lens(a.named, a.figures["focal_length_mm"]),
    "camera.sync": lambda a, _: f"set {time_text(a.figures['time_s'])}",
    "camera.balance": lambda a, _: f"set the white balance to {a.figures['balance_k']:.0f} K",
    "camera.to_eyes": lambda a, _: "bring the lens to eye height",
    "camera.tilt": lambda a, _: "tilt for the usual room over the head",
    "thing.up": lambda a, say: f"raise {a.named['thing']} {say.length(a.figures['by_m'])}",
    "thing.down": lambda a, say: f"lower {a.named['thing']} {say.length(a.figures['by_m'])}",
    "thing.across": lambda a, say: (
        f"move {a.named['thing']} {say.length(a.figures['by_m'])} across the picture and out on the other side"
    ),
    "thing.aside": lambda a, say: f"move {a.named['thing']} {say.length(a.figures['by_m'])} to {a.named['side']}",
}


def telling(found: Found, say: Say) -> str:
    """How far the lens is from the face."""
    perspective = found.get("camera.perspective")
    return f"{unbroken(say.length(perspective.figures['lens_to_face_m']))} away" if perspective else ""
