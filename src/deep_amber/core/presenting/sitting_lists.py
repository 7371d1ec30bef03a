"""Words of a sitting's lists: what is looked at before each look, what is done in the room, posing cards."""

from collections.abc import Callable

from ..answer import Act
from ..model.room import SURFACE_LABELS
from ..units import time_text
from .say import Say, sentence, stops

Words = Callable[[Act, Say], str]
SIDES = {"where it fits": "", "behind": ", its stand behind it"}


def _boom(a: Act, say: Say) -> str:
    side = a.named["side"]
    at = SIDES.get(side, f", its stand {side}")
    return (
        f"boom of the {a.named['thing']}: {say.length(a.figures['reach_m'])} out{at}; the arm on the side that tightens, a "
        "leg under the load, weight on its far end"
    )


CHECKS: dict[str, Words] = {
    "check.weights": lambda a, _: f"weights on the stands, off the floor on the high leg: {a.named['names']}",
    "check.boom": _boom,
    "check.panel_weight": lambda a, _: f"weight on the stand of the {a.named['thing']}: a board catches air",
    "check.cables": lambda a, _: f"cables taped down, none joined to another: {a.named['names']}",
    "check.lamp_off": lambda a, _: f"{a.named['thing']} off",
    "check.window_covered": lambda a, _: f"{a.named['thing']} covered",
    "check.modelling_off": lambda a, _: "modelling lamps off before the exposure",
    "check.trigger": lambda a, _: f"trigger: one channel on all; {a.named['groups']}",
    "check.balance": lambda a, _: f"white balance {a.figures['kelvin']:.0f} K, not automatic",
    "check.format": lambda a, _: f"raw, and room for {a.figures['frames']:.0f} frames on the card",
    "check.sync": lambda a, _: f"{time_text(a.figures['time_s'])}: within the sync limit",
    "check.sync_over": lambda a, _: (
        f"{time_text(a.figures['time_s'])} is shorter than the sync limit of {time_text(a.figures['limit_s'])}: set that"
    ),
    "check.focus_eye": lambda a, _: "focus on the near eye",
    "check.focus_at": lambda a, say: f"focus locked at {say.length(a.figures['at_m'])}",
    "check.filter": lambda a, _: f"neutral filter of {stops(a.figures['stops'])} on the lens",
    "check.hood": lambda a, _: f"hood on the lens: {a.named['names']} shines toward it",
    "check.ideas": lambda a, _: f"idea board at hand: {a.figures['count']:.0f} pictures",
    "check.blackout": lambda a, say: (
        f"{a.named['thing']}: blackout of {say.length(a.figures['width_m'])} x {say.length(a.figures['height_m'])}, wider "
        "than the window on every side"
    ),
    "check.cover_wall": lambda a, _: (
        f"{SURFACE_LABELS[a.named['surface']]}: cover its colour with neutral cloth or boards"
    ),
    "check.creases": lambda a, _: (
        f"{a.named['backdrop']}: {a.named['creases']}; roll it overnight, or steam it hanging"
    ),
    "check.bar": lambda a, say: (
        f"{a.named['bar']} for {say.length(a.figures['width_m'])}: its weight pole in; fixings and hidden cables are a "
        "qualified person's"
    ),
    "check.backdrop_stands": lambda a, say: (
        f"two stands and a bar for {say.length(a.figures['width_m'])} of backdrop, a weight on each"
    ),
    "check.sweep": lambda a, say: f"{say.length(a.figures['length_m'])} of paper on the floor: taped, shoes off",
    "check.ceiling": lambda a, say: f"ceiling at {say.length(a.figures['room_m'])}: stands are raised with care",
    "check.circuit": lambda a, _: (
        f"lamps draw {a.figures['watts']:.0f} W in all: keep under what the circuit is marked for"
    ),
}
"""Each as it is said after a box to tick."""

POSING: dict[str, tuple[str, str, str]] = {
    "body": ("Body", "Turn it a third away from the lens", "Square to the lens is the widest it gets."),
    "shoulders": ("Shoulders", "Let the near one drop", "A line that slopes lengthens the neck."),
    "head": (
        "Head",
        "Bring it back toward the lens, tilt a little",
        "Toward the higher shoulder is soft, to the lower firm.",
    ),
    "chin": ("Chin", "Forward, then slightly down", "The jaw draws its line; the neck stays behind it."),
    "lids": ("Lids", "Raise the lower ones a little", "Eyes that are wide open look startled; the brows stay still."),
}
"""Title, what to say to the sitter, and why."""

SAFETY = (
    "Children and pets never alone with stands. Ask first whether flashing light is a trouble. Local rules and licensed people "
    "come first."
)


def check_text(act: Act, feet: bool = False) -> str:
    """One line of a list."""
    return sentence(CHECKS[act.code](act, Say(feet)))
