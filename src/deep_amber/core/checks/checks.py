"""All findings of a set, in working order, and the state of each step."""

from typing import Literal

from ..scene.set import Set
from ..sitter.mesh import SitterMesh
from .backdrop import backdrop_findings
from .camera import camera_findings
from .finding import STEPS, Finding
from .room import room_findings
from .sitter import sitter_findings

State = Literal["fine", "look here"]


def findings_of(photo_set: Set, mesh: SitterMesh, feet: bool = False) -> list[Finding]:
    """Every finding of a sound set; those that ask to be looked at come first within their step."""
    found = [
        *room_findings(photo_set, mesh),
        *backdrop_findings(photo_set, mesh, feet),
        *sitter_findings(photo_set, mesh, feet),
        *camera_findings(photo_set, mesh, feet),
    ]
    order = {step.code: k for k, step in enumerate(STEPS)}
    return sorted(found, key=lambda f: (order[f.step], f.severity != "look"))


def states_of(findings: list[Finding]) -> dict[str, State]:
    """Each step's state: "look here" when a finding asks for it, else "fine"."""
    asking = {f.step for f in findings if f.severity == "look"}
    return {step.code: "look here" if step.code in asking else "fine" for step in STEPS}
