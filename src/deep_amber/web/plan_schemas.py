"""Bodies of planning: a look's sets, arrangements, complaints, sets side by side."""

from typing import Annotated

from annotated_types import MaxLen
from pydantic import Field

from ..core.brief.aims import Aim
from ..core.model import Set
from ..core.planning.limits import Limits
from ..core.presenting.lines import Drawing
from .schemas import Body, Out

Name = Annotated[str, MaxLen(80)]


class AskingIn(Body):
    viewer: Annotated[str, MaxLen(64)] = ""
    number: Annotated[int, Field(ge=0, le=2**31)] = 0
    """Counts what the tab has asked for: a newer one ends an older one."""
    feet: bool = False


class AskedIn(AskingIn):
    set: Set


class PlanASetIn(AskedIn):
    limits: Limits = Limits()
    before: Set | None = None
    """The set that stands: the fewest moves from it count then."""


class PlannedSetOut(Out):
    code: str
    title: str
    kind: str
    side: str
    set: Set
    text: str
    """How near it comes, in words."""
    met: bool
    """Every aim is met within a third of a stop."""
    closeness: float
    minutes: float
    """To build it; from the set before, where one was given."""
    uses: list[str]
    reasons: list[str]
    weak: list[str]
    binds: list[str]
    """Why it comes no nearer."""
    pattern: str
    hardness: str
    stops: dict[str, float]
    changes: list[str]
    """What hands do, from the set before."""


class CannotOut(Out):
    title: str
    why: str


class OpensOut(Out):
    text: str
    """What would have to be owned, or be otherwise."""
    title: str
    then: str
    """How near it would come then."""
    set: Set


class PlannedOut(Out):
    """How far a plan is; one a line."""

    done: float
    sets: list[PlannedSetOut]
    cannot: list[CannotOut]
    why: str
    """Why nothing does, where nothing does."""
    opens: list[OpensOut]
    aims: list[Aim]


class CheckedOut(Out):
    warnings: list[str]


class SmallIn(Body):
    set: Set


class SmallOut(Out):
    picture: str
    """A data address of a JPEG."""


class ArrangementOut(Out):
    code: str
    title: str
    kind: str
    when: str
    why: str
    watch: str
    words: list[str]
    """Moods and patterns that it is found by."""


class ArrangementsOut(Out):
    arrangements: list[ArrangementOut]


class ArrangeIn(AskedIn):
    words: Name = ""
    """Of a look: patterns, moods, kinds; all arrangements without any."""


class ArrangedOut(Out):
    """One arrangement in this room; one a line."""

    done: float
    code: str
    why: str
    """Why it cannot be; empty where it can."""
    made: PlannedSetOut | None
    picture: str


class ComplaintOut(Out):
    code: str
    title: str
    words: list[str]


class ComplaintsOut(Out):
    complaints: list[ComplaintOut]


class ComplainIn(AskedIn):
    words: Name


class CauseOut(Out):
    code: str
    text: str
    asks: bool
    """Whether it asks to be looked at; else it is a figure worth knowing."""


class MendOut(Out):
    text: str
    set: Set
    effort: float


class ComplainedOut(Out):
    """How far it is known; one a line."""

    done: float
    title: str
    causes: list[CauseOut]
    nothing: str
    """What is said where nothing computed causes it."""
    mends: list[MendOut]


class CompareIn(AskingIn):
    sets: Annotated[list[Set], Field(min_length=2, max_length=4)]
    names: Annotated[list[Annotated[str, MaxLen(120)]], Field(min_length=2, max_length=4)]
    same_exposure: bool = False


class BesideOut(Out):
    name: str
    set: Set
    """As it is shown: with the first's exposure where that is asked for."""
    pattern: str
    hardness: str
    ratio: str
    stops: dict[str, float]
    differs: list[str]
    """Against the first."""
    changes: list[str]
    minutes: float
    exposure: str
    drawing: Drawing


class BesidesOut(Out):
    sets: list[BesideOut]


class WayOut(Out):
    title: str
    set: Set
    texts: list[str]
    stops: dict[str, float]


class SchoolsOut(Out):
    """One question; one a line."""

    done: float
    code: str
    question: str
    ways: list[WayOut]
    why_not: str


class SubstituteOut(Out):
    missing: str
    text: str
    set: Set


class SubstitutesOut(Out):
    substitutes: list[SubstituteOut]
