"""Typed bodies of requests and answers about the key light."""

from typing import Annotated

from annotated_types import MaxLen
from pydantic import Field

from ..core.model import Set
from ..core.model.patterns import Pattern
from ..core.pattern.dial import Dial
from ..core.pattern.directions import Half
from .schemas import AnswerOut, Body, Out, SceneIn


class KeyIn(Body):
    set: Set
    feet: bool = False
    viewer: Annotated[str, MaxLen(64)]
    turn: int
    """Of the tab's newest picture; a newer one ends this."""


class DialIn(KeyIn):
    who: Annotated[str, MaxLen(40)] = ""
    """Another sitter on the same seat, whose dial is wanted; empty for the set's own."""


class DialOut(Out):
    dial: Dial | None
    """None without a key that reaches the face."""


class TurnKeyIn(SceneIn):
    azimuth: Annotated[float, Field(ge=-180, le=180)]
    elevation: Annotated[float, Field(ge=-90, le=90)]
    """Round the facial plane [degrees]; the distance stays."""


class AdviceIn(KeyIn):
    target: Pattern
    half: Half | None = None
    """Of the dial that the key is to be on; None for either."""


class AdviceOut(Out):
    target: Pattern
    half: Half | None
    here: bool
    ways: list[AnswerOut]
    by_key: int | None
    """Which of them the dial goes by."""
    because: str
    possible: list[AnswerOut]


class TryOut(Out):
    name: Pattern
    picture: str
    """A data address of the JPEG; empty for a key that stays where it is."""
    reachable: bool
    reason: str
    half: Half | None
    """Of the dial, on which the key of the picture is."""


class TriesOut(Out):
    tries: list[TryOut]


class EyesOut(Out):
    """Each eye as the lens sees it."""

    left: str
    """The sitter's left; a data address of the JPEG."""
    right: str
    iris_of_width: float
    """Radius of the iris against half the picture's width."""


class GradeOut(Out):
    """What would give another grade of softness."""

    grade: str
    size: str
    """Of the front at the present distance, in words."""
    distance: str
    """Of the present front, in words."""


class SoftOut(Out):
    """What the key's size and distance do."""

    distance: str
    """Of its front from the face, in words."""
    others: list[GradeOut]
    lines: list[str]
    """Shine on the skin, and how the front is filled."""


class RowOut(Out):
    faces: list[str]
    """Stops on each face against the mean, from camera-left, in words."""
    spread: float
    best: list[str]
    best_spread: float
    answer: AnswerOut | None
    """What evens it most; None when nothing gains."""
