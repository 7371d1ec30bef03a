"""Words of the step Background."""

from ...checks.finding import Finding
from ...units import stops_text
from ..say import Say, percent, stops, unbroken
from .wording import ActWords, Found, Sentence


def _tone(f: Finding, _: Say) -> str:
    k = f.figures
    said = (
        f"The backdrop in the frame is at {stops_text(k['stops'])} stops, file value {k['code']:.0f}, "
        f"L* {k['lightness']:.0f}, even within {stops(k['uneven_stops'])}."
    )
    return said + (f" The brief asks {stops_text(k['aimed_stops'])}." if f.severity == "warn" else "")


def _meets(f: Finding, _: Say) -> str:
    gap = f.figures["gap_stops"]
    how = "the same tone as" if abs(gap) < 0.05 else f"only {stops(gap)} {'over' if gap > 0 else 'under'}"
    return f"The shadow cheek is {how} the backdrop beside it on {f.named['side']}: the face has no edge there."


FINDINGS: dict[str, Sentence] = {
    "background.tone": _tone,
    "background.white": lambda f, _: (
        f"All of the backdrop in the frame clips: its darkest place is {stops(f.figures['darkest_over_white_stops'])} "
        "over white."
    ),
    "background.grey": lambda f, _: (
        f"The backdrop is not white everywhere: its darkest place in the frame is "
        f"{stops(f.figures['darkest_over_white_stops'])} under white."
    ),
    "background.wraps": lambda f, _: (
        f"The backdrop is {stops(f.figures['lightest_over_white_stops'])} over white at its lightest: "
        "its light wraps round hair and cheeks and veils the picture."
    ),
    "background.from": lambda f, _: (
        f"The {f.named['light']} puts {percent(f.figures['share'])} of the light on the dark backdrop."
    ),
    "background.spot": lambda f, say: (
        f"The {f.named['light']} draws a spot of {say.length(f.figures['diameter_m'])}, measured where it falls to half."
    ),
    "background.checkered": lambda f, _: (
        f"The backdrop is {stops(f.figures['across_stops'])} lighter behind the shadow side, on {f.named['side']}, than "
        "behind the lit one: light stands on dark and dark on light, on both sides of the face."
    ),
    "background.meets": _meets,
    "background.veil": lambda f, _: (
        f"What is bright in the frame veils the picture: blacks {stops(f.figures['blacks_stops'])} lighter, "
        f"{percent(f.figures['contrast_share'])} of the contrast gone."
    ),
}
ACTS: dict[str, ActWords] = {}


def telling(found: Found, _: Say) -> str:
    """The backdrop's tone."""
    tone, white = found.get("background.tone"), found.get("background.white")
    if white:
        return "white"
    return unbroken(f"{stops_text(tone.figures['stops'])} stops") if tone else ""
