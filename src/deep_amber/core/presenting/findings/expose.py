"""Words of the step Expose."""

from ...checks.finding import Finding
from ...simulation.readings import LABELS
from ...units import aperture_text, metered_aperture_text
from ..exposing import TOUCHES
from ..say import Say, percent, stops, unbroken
from .wording import ActWords, Found, Sentence


def _meter(f: Finding, _: Say) -> str:
    k = f.figures
    filtered = f", with a neutral filter of {stops(k['filter_stops'])}" if k["filter_stops"] else ""
    return (
        f"The flat disc before the face, turned to the key, reads {metered_aperture_text(k['disc_f'])}; "
        f"the camera is at {aperture_text(k['aperture_f'])}{filtered}."
    )


def _face(f: Finding, _: Say) -> str:
    k = f.figures
    held = (
        f"a raw file still holds it, {stops(k['headroom_stops'])} from full"
        if k["headroom_stops"] > 0
        else "a raw file is full there too"
    )
    return f"{percent(k['white_share'])} of the face has a channel at white; {held}."


def _said(text: str) -> Sentence:
    return lambda f, _: text


FINDINGS: dict[str, Sentence] = {
    "expose.meter": _meter,
    "expose.face_clips": _face,
    **{f"expose.{code}": _said(text) for code, text in TOUCHES.items()},
    "expose.black": lambda f, _: (
        f"Without flash the frame is black: room light on the face is {stops(f.figures['under_stops'])} under the picture."
    ),
    "expose.room": lambda f, _: (
        f"Without flash the frame is not black: the {LABELS[f.named['surface']]} is at file value {f.figures['code']:.0f}, "
        f"room light on the face {stops(f.figures['under_stops'])} under the picture."
    ),
    "expose.mixed": lambda f, _: (
        f"The {f.named['light']} is {abs(f.figures['off_key_mired']):.0f} mired {f.named['way']} than the key and gives "
        f"{percent(f.figures['share'])} of the light on the face: no one white balance fits both."
    ),
    "expose.bright": lambda f, _: (
        f"The {f.named['light']} puts {f.figures['at_face_lxs']:.0f} lx s near the eyes at each frame. Ask first whether "
        "somebody reacts to flashing light, and leave pauses in a row of frames."
    ),
}
ACTS: dict[str, ActWords] = {
    "expose.gels": lambda a, _: f"put {a.named['gels']} gel on the {a.named['light']}",
    "expose.sensitivity": lambda a, _: f"set ISO {a.figures['to_iso']:.0f}",
    "expose.filter": lambda a, _: f"put a neutral filter of {stops(a.figures['to_stops'])} before the lens",
    "expose.filter_off": lambda a, _: "take the neutral filter off",
    "expose.cloth_out": lambda a, _: f"take the {a.named['cloth']} out of the {a.named['light']}",
    "expose.cloth_in": lambda a, _: f"put the {a.named['cloth']} into the {a.named['light']}",
    "expose.shut": lambda a, _: f"cover the {a.named['light']} with blackout, 15 cm wider on every side",
    "expose.flash_follows": lambda a, _: "turn every flash up by as much",
    "expose.set": lambda a, _: "set the outputs as listed",
}


def telling(found: Found, _: Say) -> str:
    """What the meter reads."""
    meter = found.get("expose.meter")
    return unbroken(metered_aperture_text(meter.figures["disc_f"])) if meter else ""
