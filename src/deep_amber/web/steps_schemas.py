"""Typed bodies of requests and answers about the steps of the work."""

from typing import Annotated

from annotated_types import MaxLen

from ..core.checks.finding import Severity
from ..core.model import Set
from ..core.model.camera import Lens
from ..core.model.patterns import Pattern
from ..core.steps import StateKind
from .schemas import AnswerOut, Body, Out, SceneIn


class FindingsIn(Body):
    set: Set
    feet: bool = False
    viewer: Annotated[str, MaxLen(64)]
    turn: int
    """Of the tab's newest picture."""


class StepOut(Out):
    code: str
    name: str
    thing: str
    """What is chosen for it; "key" for the key light."""
    instrument: str
    """Of its own in the page; empty for the sheet of its thing."""


class PatternOut(Out):
    name: Pattern
    key: str
    """Its letter, with Shift."""


class StepsOut(Out):
    steps: list[StepOut]
    """In working order."""
    framings: list[str]
    """Names of the framings that the camera can be placed for."""
    patterns: list[PatternOut]
    """In the order that they are shown in."""


class FindingOut(Out):
    code: str
    severity: Severity
    step: str
    message: str
    figures: dict[str, float]
    meant: bool
    """A note because the photographer means it so."""
    can_be_meant: bool
    """It asks to be looked at, and can be kept as it is."""
    mend: AnswerOut | None


class StateOut(Out):
    kind: StateKind
    text: str
    """For the rail."""


class FindingsOut(Out):
    states: dict[str, StateOut]
    """Of each step, by its code."""
    findings: list[FindingOut]


class MeantIn(SceneIn):
    code: Annotated[str, MaxLen(40)]
    """Of a finding."""
    meant: bool


class FramedIn(SceneIn):
    framing: Annotated[str, MaxLen(40)]


class LensesOut(Out):
    lenses: list[Lens]


class LensIn(SceneIn):
    name: Annotated[str, MaxLen(60)]
    """In the kit or among common lenses; empty for any focal length."""
