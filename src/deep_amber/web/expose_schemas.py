"""Typed bodies of the step Expose."""

from typing import Annotated, Literal

from annotated_types import MaxLen
from pydantic import Field

from ..core.expose.ambient import Ambient
from ..core.expose.balance import Balance
from ..core.expose.hand_meter import Receptor
from ..core.expose.histogram import ClippedZone
from ..core.expose.outputs import By
from ..core.expose.thirds import Third
from ..core.model import Set
from ..core.model.point import Point
from .key_schemas import KeyIn
from .schemas import AnswerOut, Body, Out

Named = Literal["face", "cheek_left", "cheek_right", "forehead", "chin", "cloth", "backdrop_middle"]
Aperture = Annotated[float, Field(ge=0.0, le=1000.0)]


class OutputsIn(KeyIn):
    by: By | None = None
    """What the exposure is set by; None for the brief where there is one, else the disc."""
    recycle: Annotated[float, Field(ge=0.05, le=30.0)] | None = None
    """No flash takes longer to be ready again [s]."""
    comfort: Annotated[float, Field(ge=1.0, le=1e6)] | None = None
    """No light puts more than that on the face [lx s]."""
    depth: bool = False
    """The aperture stays."""
    backdrop: bool = False
    """The backdrop's tone stays."""


class LightOutputOut(Out):
    name: str
    letter: str
    follows: bool
    before: str
    """On its own scale."""
    setting: str
    to_key: float
    """Stops, each alone at the face."""
    aperture: str
    """As the meter shows it alone."""
    recycle: float
    on_face: float
    cannot: str
    """In words; empty where it gets there."""


class OutputsOut(Out):
    by: By
    disc: str
    over: float
    fits: bool
    same: bool
    """Nothing has to be changed."""
    lights: list[LightOutputOut]
    answer: AnswerOut
    """The outputs as listed."""
    ways_out: list[AnswerOut]
    too_bright: bool
    """Room light alone is over what is wanted."""


class KillOut(Out):
    answer: AnswerOut
    under: float
    black: bool


class TimeOut(Out):
    """Room light mixed in on purpose."""

    text: str
    under: float
    answer: AnswerOut


class RoomLightOut(Out):
    ambient: Ambient | None
    black: bool
    seen: list[str]
    """Surfaces that are not black, in words."""
    kills: list[KillOut]
    times: list[TimeOut]
    """Whole stops from the sync limit to longer ones."""


class HistogramOut(Out):
    zones: list[ClippedZone]
    face_stops: float
    picture_stops: float
    touches: list[str]
    """What it should not do and does, in words."""
    raw_over: float
    """Stops that a raw file holds over white."""


class ColourOut(Out):
    balance: Balance | None
    off: float
    """How much warmer the key is than the balance that is set [mired]."""
    answers: dict[str, AnswerOut]
    """By a light's name: its gel; "camera": the balance of the key."""


class CorrectionOut(Out):
    text: str
    stops: float
    rule: str
    holds: bool


class RulesOut(Out):
    corrections: list[CorrectionOut]
    thirds: list[Third]


class LineOut(Out):
    about: str
    what: str


class OrderOut(Out):
    lines: list[LineOut]


class MeterIn(Body):
    set: Set
    viewer: Annotated[str, MaxLen(64)]
    at: Named | None = "face"
    """Where it is held by name; None for `place`."""
    place: Point | None = None
    toward: Annotated[str, MaxLen(40)] = "lens"
    """What it faces: "lens", "key", "out" (straight off what it is held at), a light as in "lights.0", or "aim"."""
    aim: Point | None = None
    receptor: Receptor = "dome"
    lights: Annotated[list[int], MaxLen(8)] | None = None
    """Indices of the lights that are read; None for all."""
    resting: bool = True
    """Read as finely as a picture at rest; else while it is pulled."""


class AtMeterOut(Out):
    name: str
    index: int
    letter: str
    flash: bool
    aperture: str
    share: float
    off_axis: float
    half: float
    """Share of the receptor that faces it."""
    side: float
    """Across the dome, clockwise from up, as seen from where it points to [degrees]."""
    to_first: float
    """Stops to the strongest."""


class MeterOut(Out):
    place: Point
    aim: Point
    shown: str
    """As the meter shows it, in tenths."""
    aperture: float
    flash: str
    room: str
    flash_share: float
    over: float
    """Stops over the aperture that is set."""
    lights: list[AtMeterOut]


class RatioIn(Body):
    first: Aperture
    second: Aperture


class RatioOut(Out):
    stops: float
    text: str


class SpotIn(Body):
    set: Set
    x: Annotated[float, Field(ge=0.0, le=1.0)]
    y: Annotated[float, Field(ge=0.0, le=1.0)]
    without_flash: bool = False


class SpotReadOut(Out):
    x: float
    y: float
    stops: float
    code: int
    lightness: float


class SelfOut(Out):
    mark: str
    """Where it is on the floor, in words."""
    eye_height: str
    distance: str
    before: str
    behind: str
    sway: str
    holds: bool
    aperture: str
    """The widest that keeps swaying sharp; empty for none."""
    walk: float
    timer: float
    forgotten: list[LineOut]
