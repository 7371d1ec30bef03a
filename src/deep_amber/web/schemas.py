"""Typed bodies of requests and answers; the OpenAPI document is made from them."""

from datetime import datetime
from typing import Annotated, Literal

from annotated_types import MaxLen
from pydantic import BaseModel, ConfigDict, Field

from ..core.answer import Moves
from ..core.brief.aims import Aim
from ..core.brief.ratio import Ratio
from ..core.expose.histogram import Channels
from ..core.model import Set
from ..core.model.light import Role
from ..core.pattern.reading import PatternReading
from ..core.presenting.lines import Drawing
from ..core.presenting.pattern_summary import EyeTold
from ..core.simulation.falloff import ExposureLine
from ..core.simulation.readings import Readings
from ..formats.set_file import SetFile

Version = Annotated[int, Field(ge=0, le=2**31)]
Thing = Annotated[str, MaxLen(40)]


class Out(BaseModel):
    """What is sent or asked for; its checks are made when they are first needed, not while the server starts."""

    model_config = ConfigDict(defer_build=True)


class Body(Out):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class ProblemOut(Out):
    field: str
    message: str
    accepted: str


class ProblemsOut(Out):
    """Why a request was not accepted; nothing was changed."""

    problems: list[ProblemOut]


class SetPath(Out):
    set_id: Annotated[str, Field(max_length=32)]


class EntryOut(Out):
    id: str
    name: str
    version: int
    changed_at: datetime
    """With its zone, UTC."""
    readable: bool
    """Whether this program can read it; else it can be exported as text, or deleted."""


class ShelfOut(Out):
    sets: list[EntryOut]


class StoredOut(Out):
    id: str
    name: str
    version: int
    changed_at: datetime
    file: SetFile


class SaveIn(Body):
    based_on: Version
    """The version the tab had opened or last saved."""
    file: SetFile
    tab: Annotated[str, MaxLen(64)] = ""
    """The tab that saves: its own saves are never taken for another tab's. Empty for one that does not say."""
    turn: Annotated[int, Field(ge=0, le=2**31)] = 0
    """Counts the tab's saves."""


class StaleOut(Out):
    """The save was refused; both versions are kept."""

    present: StoredOut
    kept: StoredOut


class NameIn(Body):
    name: Annotated[str, MaxLen(1000)]


class AnswerOut(Out):
    """What to do, and the set with it done: a mend of a finding, or a way to a pattern."""

    text: str
    set: Set
    effort: float
    """In metres of a stand carried."""
    share: float
    """How surely it does what was asked, 0 to 1."""
    moves: Moves
    """What is moved."""
    note: str
    """What else it brings, in words; empty for nothing to speak of."""


class PictureIn(Body):
    set: Set
    quality: Literal["dragged", "settled"]
    viewer: Annotated[str, MaxLen(64)]
    """The tab that asks; a newer request of the same tab makes an older one worthless."""
    turn: Version
    """Counts the tab's requests."""
    solo: Annotated[int, Field(ge=0, le=7)] | None = None
    """The one light that is to be seen alone."""
    was: Annotated[str, MaxLen(20)] = ""
    """The pattern's name before, so that it does not flicker under the hand."""
    without_flash: bool = False
    """As when no flash fires."""
    marked: Literal["", "clipped", "raw"] = ""
    """What is marked in it: places that clip in the file at either end, or those that a raw file holds no longer."""


class PictureOut(Out):
    turn: int
    quality: Literal["dragged", "settled"]
    picture: str
    """A data address of the JPEG."""
    readings: Readings
    ratio: Ratio
    """The ratio that tells this face."""
    meter: dict[str, str]
    """The incident readings as a meter shows them."""
    pattern: PatternReading | None
    """Of the key; None when nothing of one comes to the face."""
    eyes: dict[Literal["left", "right"], EyeTold]
    """What is said beside each eye; none without a pattern."""
    off_aims: dict[str, float]
    """Stops by which each surface that the look aims at lies over (under is negative) its band; 0 inside it."""
    histogram: Channels
    """Of the file, whatever is marked in the picture."""


class SceneIn(Body):
    set: Set
    thing: Thing | None = None
    """Whose values to list."""
    feet: bool = False


class MoveIn(SceneIn):
    thing: Thing
    handle: Annotated[str, MaxLen(20)]
    to: dict[Literal["x", "y", "z"], float]


class SeatIn(SceneIn):
    who: Annotated[str, MaxLen(40)]


class SitterOut(Out):
    name: str
    description: str


class SittersOut(Out):
    sitters: list[SitterOut]


class EnterIn(SceneIn):
    field: Annotated[str, MaxLen(80)]
    text: Annotated[str, MaxLen(80)]


class StepIn(SceneIn):
    field: Annotated[str, MaxLen(80)]
    steps: Annotated[int, Field(ge=-30, le=30)]


class NudgeIn(SceneIn):
    field: Annotated[str, MaxLen(80)]
    by: Annotated[float, Field(ge=-10, le=10)]
    """[m or degrees]"""


class RungOut(Out):
    stops: float
    code: int
    """8-bit value of the grey."""


class LadderOut(Out):
    """The Ladder's spine."""

    rungs: list[RungOut]
    clips_at: float
    """Where white clips, in stops over mid grey."""


class ValueOut(Out):
    field: str
    label: str
    text: str
    steps: bool
    """Whether it goes by third stops."""
    group: str
    """Part of the thing's sheet."""


class ChoiceOut(Out):
    field: str
    label: str
    options: list[str]
    """Two for a switch: "no", "yes"."""
    chosen: str
    group: str


class SceneOut(Out):
    set: Set
    drawing: Drawing
    values: list[ValueOut]
    """The typed values of the thing that was asked for."""
    exposure: list[ValueOut]
    """The camera's exposure values, always."""
    choices: list[ChoiceOut]
    """What can be chosen of it."""
    fits: list[str]
    """Kinds of modifier that fit a light."""
    facts: list[str]
    """What follows from a light's figures."""
    aims: list[Aim]
    """What the look aims at, as bands on the Ladder."""
    warnings: list[str]
    """What to be careful with, and what the kit does not have, in words."""
    key: int | None
    """Index of the light that is the key; None when none is on."""
    thing: str
    """What is chosen now."""
    resisted: str


class AddIn(SceneIn):
    part: Literal["sources", "panels", "furniture", "doors"]
    """A list of the kit, or what the room has."""
    name: Annotated[str, MaxLen(60)]
    """The item's."""
    modifier: Annotated[str, MaxLen(60)] = ""
    """For a source: the modifier's name in the kit."""
    role: Role = "key"


class EditIn(SceneIn):
    thing: Thing
    action: Literal["remove", "copy", "mirror", "board"]


class SwapIn(SceneIn):
    thing: Thing
    modifier: Annotated[str, MaxLen(60)]
    """Its name in the kit."""


class ChooseIn(SceneIn):
    field: Annotated[str, MaxLen(80)]
    option: Annotated[str, MaxLen(60)]


class BeamIn(SceneIn):
    thing: Thing
    name: Annotated[str, MaxLen(60)]
    """Of the file."""
    text: Annotated[str, MaxLen(1_000_000)]
    """The photometric file's content; empty takes the measured beam off."""


class LinesOut(Out):
    lines: list[ExposureLine]


class PickOut(Out):
    part: str
    name: str
    summary: str
    kind: str
    """Of a source or modifier, or the surface of a panel."""
    owned: bool
    """Whether it is of the kit; else of the common gear."""
    quantity: int
    """How many are owned."""
    fits: list[str]
    """For a source, the kinds of modifier that fit it."""


class PicksOut(Out):
    picks: list[PickOut]
