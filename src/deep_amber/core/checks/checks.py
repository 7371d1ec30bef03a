"""All findings of a set, in working order, and the state of each step."""

from dataclasses import replace
from typing import Literal

from ..model.camera import Lens
from ..model.limits import check_limits
from ..model.set import Set
from ..pattern.reach import ANYWHERE, Support
from ..rules.validation import fits
from ..sitter.mesh import SitterMesh
from .backdrop import backdrop_findings
from .brief import brief_findings
from .camera import camera_findings
from .finding import STEPS, Finding, GoOn
from .key import key_findings
from .room import room_findings
from .sitter import sitter_findings

State = Literal["not begun", "fine", "look here"]


def findings_of(
    photo_set: Set,
    mesh: SitterMesh,
    feet: bool = False,
    go_on: GoOn = lambda: None,
    lenses: tuple[Lens, ...] = (),
    support: Support = ANYWHERE,
) -> list[Finding]:
    """Every finding of a sound set; those that ask to be looked at come first within their step.

    Parameters
    ----------
    photo_set : a set without problems (scene.validation); mesh : the sitter it names
    feet : lengths in feet and inches
    go_on : called between computations; an exception it raises ends the work
    lenses : of the kit, offered where another would do; without any the usual focal lengths are
    support : what the stands of the kit can do
    """
    found = [
        *brief_findings(photo_set, mesh, go_on, feet),
        *room_findings(photo_set, mesh, go_on),
        *backdrop_findings(photo_set, mesh, go_on, feet),
        *sitter_findings(photo_set, mesh, feet),
        *camera_findings(photo_set, mesh, feet, lenses),
        *key_findings(photo_set, mesh, go_on, feet, support),
    ]
    found = [f if f.mend is None or _sound(f.mend.photo_set) else replace(f, mend=None) for f in found]
    order = {step.code: k for k, step in enumerate(STEPS)}
    return sorted(found, key=lambda f: (order[f.step], f.severity != "look"))


def _sound(photo_set: Set) -> bool:
    """Whether a set can be: its numbers within their limits, and everything inside the room."""
    return not any(True for _ in check_limits(photo_set)) and fits(photo_set)


def states_of(photo_set: Set, findings: list[Finding]) -> dict[str, State]:
    """Each step's state: "not begun", "look here" when a finding asks for it, else "fine"."""
    asking = {f.step for f in findings if f.severity == "look"}
    states: dict[str, State] = {step.code: "look here" if step.code in asking else "fine" for step in STEPS}
    if photo_set.look is None:
        states["brief"] = "not begun"
    if not any(light.on for light in photo_set.lights):
        states["key"] = "not begun"
    return states
