"""Words of the step Room."""

from collections.abc import Mapping

from ...checks.finding import Finding
from ...model.room import SURFACE_LABELS
from ...units import time_text
from ..say import Say, stops, unbroken
from .wording import ActWords, Found, Sentence


def _lamps(named: Mapping[str, str], figures: Mapping[str, float]) -> str:
    return named.get("light") or f"{figures['room_lights']:.0f} room lights"


def _lamp_light(f: Finding, _: Say) -> str:
    under = stops(f.figures["room_light_under_flash_stops"])
    name = _lamps(f.named, f.figures)
    if f.severity == "note":
        return f"The light of {name} is {under} under the flash: it does not show."
    return f"The light of {name} is only {under} under the flash: it colours the picture."


FINDINGS: dict[str, Sentence] = {
    "room.fill": lambda f, _: f"The room adds {stops(f.figures['fill_stops'])} to the shadow cheek.",
    "room.help": lambda f, _: f"The shadow cheek can go {stops(f.figures['shadow_deeper_stops'])} deeper.",
    "room.tint": lambda f, _: (
        f"The {SURFACE_LABELS[f.named['surface']]} tints the shadow side of the face: "
        f"a colour difference of {f.figures['colour_difference']:.0f}, plain to see."
    ),
    "room.neutral": lambda f, _: (
        f"No wall tints the face visibly. The {SURFACE_LABELS[f.named['surface']]} comes closest, "
        f"with a colour difference of {f.figures['colour_difference']:.1f}."
    ),
    "room.lamps": _lamp_light,
    "room.door": lambda f, _: (
        f"{f.named['things']} stands before {f.named['door']}: whoever comes in knocks it over. Keep the way out free."
    ),
}
ACTS: dict[str, ActWords] = {
    "room.grey_cloth": lambda a, _: f"hang neutral grey cloth on the {SURFACE_LABELS[a.named['surface']]}",
    "room.black_cloth": lambda a, _: f"hang black cloth on the {SURFACE_LABELS[a.named['surface']]}",
    "room.black_board": lambda a, _: f"stand a black board beside the face on {a.named['side']}",
    "room.black_out": lambda a, _: f"black out {a.named['light']}",
    "room.shut_out": lambda a, _: f"shut {a.named['light']} out",
    "room.lamps_off": lambda a, _: f"switch {_lamps(a.named, a.figures)} off",
    "camera.time": lambda a, _: f"shorten the exposure to {time_text(a.figures['time_s'])}",
}


def telling(found: Found, _: Say) -> str:
    """What the room adds to the shadow cheek."""
    fill = found.get("room.fill")
    return f"{unbroken(stops(fill.figures['fill_stops']))} of fill" if fill else ""
