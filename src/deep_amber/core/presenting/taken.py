"""Words of what went wrong with a frame."""

from collections.abc import Callable

from ..capture.faults import Fault
from .say import Say, stops

WORDS: dict[str, Callable[[Fault, Say], str]] = {
    "not_there": lambda f, _: "The timer was over before you sat: the mark is empty. A longer timer, or a remote.",
    "none_fired": lambda f, _: f"No flash fired: {f.named['why']}.",
    "missed": lambda f, _: f"The {f.named['flash']} did not fire: {f.named['why']}.",
    "soft": lambda f, say: (
        f"The face is soft: focused at {say.length(f.figures['focus_m'])}, the eye is at {say.length(f.figures['eye_m'])}. "
        "Focus on the stand-in and lock it."
    ),
    "balance": lambda f, _: (
        f"White balance {f.figures['balance_k']:.0f} K, planned {f.figures['planned_k']:.0f} K: the file is too "
        f"{f.named['cast']}, and so is every frame of this sitting."
    ),
    "off": lambda f, _: (
        f"The file is {stops(f.figures['stops'])} {'lighter' if f.figures['stops'] > 0 else 'darker'} than computed."
    ),
}


def fault_text(fault: Fault, feet: bool = False) -> str:
    """In a sentence or two."""
    return WORDS[fault.code](fault, Say(feet))
