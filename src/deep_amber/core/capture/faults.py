"""What went wrong with a frame: flashes that did not fire, focus off the eye, the sitter not there, another white balance."""

from dataclasses import dataclass, field
from typing import Literal

from ..expose.self_portrait import in_focus
from ..model.camera import Camera

Code = Literal["missed", "none_fired", "soft", "not_there", "balance", "off"]
OFF_BALANCE = 12.0  # mired between the balance that was set and the one planned from which it is told (assumption)
OFF = 0.15  # stops between file and picture from which it is told (assumption: half a third)


@dataclass(frozen=True)
class Fault:
    code: Code
    figures: dict[str, float] = field(default_factory=dict)
    named: dict[str, str] = field(default_factory=dict)


@dataclass(frozen=True)
class Taken:
    """What a camera tells of a frame."""

    fired: dict[str, float]
    missed: tuple[tuple[str, str], ...]
    """Name and why."""
    focus: float | None
    eye: float
    """Along the axis [m]."""
    on_mark: bool
    white_balance: float


def faults_of(taken: Taken, planned: Camera, used: Camera, off: float) -> list[Fault]:
    """The worst first.

    Parameters
    ----------
    planned : the set's camera; used : as the frame was taken; off : stops that the file is lighter than computed, 0 if
    it cannot be told
    """
    found = [Fault("not_there")] if not taken.on_mark else []
    if taken.missed and not taken.fired:
        found.append(Fault("none_fired", {}, {"why": taken.missed[0][1]}))
    else:
        found += [Fault("missed", {}, {"flash": name, "why": why}) for name, why in taken.missed]
    if taken.on_mark and taken.focus is not None and not in_focus(used, taken.focus, taken.eye):
        found.append(Fault("soft", {"focus_m": taken.focus, "eye_m": taken.eye}))
    mired = 1e6 / planned.white_balance - 1e6 / taken.white_balance
    if abs(mired) >= OFF_BALANCE:
        figures = {"balance_k": taken.white_balance, "planned_k": planned.white_balance, "mired": mired}
        found.append(Fault("balance", figures, {"cast": "cool" if mired < 0 else "warm"}))
    if abs(off) >= OFF and not found:
        found.append(Fault("off", {"stops": off}))
    return found
