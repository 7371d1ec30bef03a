"""Typed bodies of sittings, poses and the shoot view."""

from typing import Annotated, Literal

from annotated_types import MaxLen
from pydantic import Field

from ..core.expose.hand_meter import Receptor
from ..core.sitting.posing import Pose, Stroke
from ..core.sitting.sitting import Sitting
from .device_schemas import FrameOut
from .schemas import Body, Out, SceneIn, Version


class SittingPath(Out):
    sitting_id: Annotated[str, Field(max_length=32)]


class SittingOut(Out):
    id: str
    version: int
    sitting: Sitting
    look: int
    done: int


class SittingsOut(Out):
    sittings: list[SittingOut]


class SittingIn(Body):
    sitting: Sitting


class SaveSittingIn(SittingIn):
    based_on: Version


class StaleSittingOut(Out):
    """The save was refused; what is kept is `present`."""

    present: SittingOut


class PlanIn(SittingIn):
    feet: bool = False


class ChangeOut(Out):
    text: str
    minutes: float


class PartOut(Out):
    set_id: str
    set_name: str
    changes: list[ChangeOut]
    minutes: float


class PlannedLookOut(Out):
    look: int
    name: str
    begins: str
    """Time of day."""
    ready: str
    ends: str
    minutes: float
    """Of the changes to it, with the margin."""
    parts: list[PartOut]
    pause: float
    frames: int
    charges: dict[str, float]
    paper: str
    """That is cut off after it; empty for none."""
    checks: list[str]
    wardrobe: str
    note: str


class PackedOut(Out):
    part: str
    name: str
    count: int


class PlanOut(Out):
    looks: list[PlannedLookOut]
    changes: float
    as_given: float
    begins: str
    ends: str
    frames: int
    gigabytes: float
    charges: dict[str, float]
    paper: str
    preparing: list[str]
    packing: list[PackedOut]
    """Empty at home."""
    safety: str


class PosingCardOut(Out):
    title: str
    say: str
    why: str
    strokes: list[Stroke]


class PosesOut(Out):
    poses: list[Pose]
    cards: list[PosingCardOut]


class PosePath(Out):
    name: Annotated[str, Field(max_length=60)]


class KeepPoseIn(Body):
    pose: Pose


class LayPoseIn(SceneIn):
    name: Annotated[str, MaxLen(60)]


class ShotLightOut(Out):
    index: int
    name: str


class ShootOut(Out):
    """What the screen at arm's length shows."""

    name: str
    better_side: str
    looks: list[str]
    """In the order of the plan."""
    look: int
    part: int
    """Of the look: 0 is the look itself, then its variants."""
    set_id: str
    set_name: str
    changes: list[str]
    """To this set, in words."""
    done: int
    checks: list[str]
    ready: str
    """When the sitter is called, by the plan."""
    minutes: float
    """With the camera, by the plan."""
    lights: list[ShotLightOut]
    places: dict[str, str]
    """Where a reading can be taken, and what that is called."""
    picture: str
    """Of the set as it is planned: an address."""
    last: FrameOut | None
    last_id: str
    kept: bool | None
    note: str


class ShootRowOut(Out):
    id: str
    name: str
    date: str
    looks: int


class ShootListOut(Out):
    sittings: list[ShootRowOut]


class ComeIn(Body):
    step: Annotated[int, Field(ge=0, le=200)]
    """Which set of the whole plan, variants counted."""
    done: Annotated[int, Field(ge=0, le=500)] = 0
    feet: bool = False


class UnitsIn(Out):
    feet: bool = False


class ReadingIn(Body):
    at: Annotated[str, MaxLen(20)] = "face"
    toward: Annotated[str, MaxLen(40)] = "lens"
    receptor: Receptor = "dome"
    light: Annotated[int, Field(ge=0, le=7)] | None = None
    """The one light that was on; None for all."""
    aperture: Annotated[str, MaxLen(20)]
    """As the meter shows it: f/8, or f/8 +0.3."""
    note: Annotated[str, MaxLen(500)] = ""


class ReadingOut(Out):
    shown: str
    computed: str
    off: float
    """Stops by which it reads more than computed."""
    words: str


class FireIn(Body):
    timer: Annotated[float, Field(ge=0.0, le=60.0)] = 0.0
    feet: bool = False


class JudgeFrameIn(Body):
    kept: bool | None = None
    stars: Annotated[int, Field(ge=0, le=5)] | None = None
    note: Annotated[str, MaxLen(1000)] | None = None


class FiredOut(Out):
    frame: FrameOut
    kind: Literal["frame"] = "frame"
