"""Bodies of wishes."""

from typing import Annotated

from annotated_types import MaxLen
from pydantic import Field

from ..core.model import Set
from .schemas import AnswerOut, Body, Out

Name = Annotated[str, MaxLen(40)]


class TargetIn(Body):
    surface: Name
    """A marker of the Ladder, "ratio" or "front_ratio"."""
    text: Name
    """As typed: "-2.5", "3:1", "code 30", "L* 20", "clip", "2 under lit cheek"."""


class WishIn(Body):
    set: Set
    targets: Annotated[list[TargetIn], MaxLen(12)] = []
    aims: bool = False
    """All bands of the brief at once, in place of targets."""
    let_go: Annotated[list[Name], MaxLen(20)] = []
    keep: Annotated[list[Name], MaxLen(20)] = []
    viewer: Annotated[str, MaxLen(64)] = ""
    number: Annotated[int, Field(ge=0, le=2**31)] = 0
    """Counts the tab's wishes: a newer one ends an older one."""
    feet: bool = False


class WishAnswerOut(AnswerOut):
    kind: str
    """Of what is moved."""
    reached: dict[str, float]
    """What the surfaces pulled read then [stops from mid grey]."""
    changes: dict[str, float]
    """Stops by which other markers change."""
    changed: str
    """The same in words."""
    why: str
    steps: list[str]
    """What is done, a move each, in order."""
    breaks: list[str]
    """What is kept and would not hold, in words."""


class KeptOut(Out):
    name: str
    label: str
    kept: bool


class TargetOut(Out):
    surface: str
    label: str
    stops: float | None
    """Where its marker should stand [stops from mid grey]; None for what is measured otherwise."""


class WishOut(Out):
    """How far the search is; one a line."""

    done: float
    """0 to 1."""
    here: bool
    """The set is as wished already."""
    targets: list[TargetOut]
    answers: list[WishAnswerOut]
    kept: list[KeptOut]
    cannot: str
    """Why nothing does it, in words; empty while it is searched, and where something does."""
    possible: list[str]
    """What would make it possible."""
    breaking: list[WishAnswerOut]
    """What would do it, and break something that is kept."""
