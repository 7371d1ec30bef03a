"""Typed bodies of the log, of real pictures against sets, and of calibrations."""

from datetime import date, datetime
from typing import Annotated, Literal

from annotated_types import MaxLen
from pydantic import Field

from ..core.capture.judge import LightOff, SamePattern, SurfaceOff
from ..core.capture.real_card import CardRead
from ..core.capture.without_set import Skin
from ..core.expose.histogram import Channels
from ..store.log import NOTE_LENGTH
from .schemas import Body, Out

Share = Annotated[float, Field(ge=0.0, le=1.0)]


class EntryPath(Out):
    entry_id: Annotated[str, Field(max_length=32)]


class LogIn(Out):
    """Which lines are looked for; what is empty is not asked for."""

    words: Annotated[str, MaxLen(200)] = ""
    kind: Literal["", "frame", "picture", "reading", "note"] = ""
    set_id: Annotated[str, MaxLen(32)] = ""
    sitting_id: Annotated[str, MaxLen(32)] = ""
    look: Annotated[str, MaxLen(80)] = ""
    sitter: Annotated[str, MaxLen(80)] = ""
    kept: Literal["", "yes", "no"] = ""
    stars: Annotated[int, Field(ge=0, le=5)] = 0
    since: date | None = None
    until: date | None = None
    """That day included."""
    after: Annotated[str, MaxLen(32)] = ""
    """Id of the last line of the page before."""
    feet: bool = False


class TagsOut(Out):
    aperture: float | None = None
    time: float | None = None
    sensitivity: float | None = None
    focal_length: float | None = None
    text: str = ""
    """All of them as they are said."""
    doubted: list[str] = []


class LogEntryOut(Out):
    id: str
    kind: Literal["frame", "picture", "reading", "note"]
    at: datetime
    """With its zone, UTC."""
    name: str
    set_id: str
    set_name: str
    sitting_id: str
    sitting_name: str
    look: str
    sitter: str
    note: str
    stars: int
    kept: bool | None
    changed: list[str]
    """What changed in the set since the line before."""
    told: list[str]
    """What is known of it, in words."""
    picture: str
    """Address of its JPEG; empty where there is none."""
    raw: str
    """Suffix of the file as it came; empty where there is none."""


class LogOut(Out):
    entries: list[LogEntryOut]
    more: bool


class ImportedOut(Out):
    entry: LogEntryOut
    again: bool
    """The same file was there already: nothing was added."""


class ImportIn(Out):
    name: Annotated[str, MaxLen(120)] = "picture"
    set_id: Annotated[str, MaxLen(32)] = ""
    sitting_id: Annotated[str, MaxLen(32)] = ""
    look: Annotated[str, MaxLen(80)] = ""
    feet: bool = False


class LogNoteIn(Body):
    note: Annotated[str, MaxLen(NOTE_LENGTH)]
    set_id: Annotated[str, MaxLen(32)] = ""
    sitting_id: Annotated[str, MaxLen(32)] = ""


class ChangeEntryIn(Body):
    note: Annotated[str, MaxLen(NOTE_LENGTH)] | None = None
    stars: Annotated[int, Field(ge=0, le=5)] | None = None
    kept: bool | None = None
    feet: bool = False


class MarkOut(Out):
    name: str
    label: str
    x: float
    y: float


class JudgeIn(Body):
    marks: Annotated[dict[Annotated[str, MaxLen(20)], tuple[Share, Share]], MaxLen(20)] = {}
    """Where a surface, or the "card", is in the picture; others lie where the set has them."""
    white_balance: Annotated[float, Field(ge=2000.0, le=12000.0)] | None = None
    """That the camera was set to; None for as the set has it, or 5,600 K."""
    skin: Skin = "medium"
    feet: bool = False


class CorrectionLineOut(Out):
    text: str
    wrong: bool
    """Whether something is to be set."""


class JudgedOut(Out):
    predicted: str
    """A data address of the computed picture; empty without a set."""
    marks: list[MarkOut]
    surfaces: list[SurfaceOff]
    lights: list[LightOff]
    corrections: list[CorrectionLineOut]
    overall: float
    left: float
    ratio: list[float]
    """Lit to shadow cheek in the file and as computed [stops]; empty without a set."""
    same: SamePattern | None
    card: CardRead | None
    said: list[str]
    """Of balance, pattern and exposure, in words."""
    histogram: Channels
    predicted_histogram: Channels | None
    clipped: dict[str, float]
    """Share of the picture that is "white" in any channel, "black" in all; of the face, hair, cloth and backdrop what is at white,
    where it is of a set."""
    tags: TagsOut
    linear: bool
    """Whether its values are a sensor's own; else sRGB was undone, as well as that can be said."""


class CalibrateIn(Body):
    wall: Literal["", "left", "right", "floor", "ceiling", "back", "front"] = ""
    set_id: Annotated[str, MaxLen(32)] = ""
    """Readings of this set alone; empty for all that there are."""


class TakeIn(CalibrateIn):
    pass


class FoundOut(Out):
    text: str
    figure: str
    spread: str
    told: bool
    """Whether enough was read to trust it."""


class ResidualOut(Out):
    id: str
    """Of the reading in the log."""
    name: str
    before: float
    after: float
    outlier: bool


class CalibratedOut(Out):
    found: list[FoundOut]
    readings: list[ResidualOut]
    left: float
    takes: list[str]
    """What would be changed, in words."""


class TakenOut(Out):
    id: str
    taken_at: datetime
    undone: bool
    texts: list[str]


class CalibrationsOut(Out):
    taken: list[TakenOut]


class CalibrationPath(Out):
    calibration_id: Annotated[str, Field(max_length=32)]
