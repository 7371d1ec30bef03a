"""Typed bodies of devices and frames."""

from typing import Annotated, Literal

from annotated_types import MaxLen
from pydantic import Field

from ..core.expose.compared import Between
from ..core.expose.histogram import Channels
from ..core.model import Set
from ..store.devices import Kind
from .schemas import Body, Out, SetPath


class DeviceOut(Out):
    kind: Kind
    address: str
    """Host and port; empty for the stand-in that this program starts."""
    on: bool
    answers: bool
    told: str
    """In words: what it says of itself, or why it does not answer."""


class UnitOut(Out):
    """A flash on the trigger."""

    name: str
    group: int
    channel: int
    setting: str
    modelling: bool
    battery: float
    on_mains: bool
    ready_in: float


class DevicesOut(Out):
    devices: list[DeviceOut]
    units: list[UnitOut]
    channel: int
    """The trigger's."""


class DeviceIn(Body):
    kind: Kind
    address: Annotated[str, MaxLen(120)] = ""
    on: bool = True


class UnitIn(Body):
    name: Annotated[str, MaxLen(40)]
    group: Annotated[int, Field(ge=1, le=16)] | None = None
    channel: Annotated[int, Field(ge=1, le=32)] | None = None
    modelling: bool | None = None
    battery: Annotated[float, Field(ge=0.0, le=1.0)] | None = None


class SetDevicesIn(Body):
    set: Set


class FocusIn(SetDevicesIn):
    on: Literal["sitter", "object", "empty"]
    lock: bool = True


class FocusOut(Out):
    focus: float
    """[m]"""
    words: str


class ShootIn(Body):
    set: Set
    timer: Annotated[float, Field(ge=0.0, le=60.0)] = 0.0
    """[s]"""
    row: Annotated[int, Field(ge=1, le=12)] = 1
    focus: Literal["auto", "locked"] = "auto"
    on: Literal["sitter", "object", "empty"] = "sitter"
    """What is at the mark when the button is pressed."""
    walk: Annotated[float, Field(ge=0.0, le=120.0)] = 0.0
    """Until the sitter has come to the mark; 0 where they sit there [s]."""
    set_first: bool = True
    """Camera and flashes are set as planned before; else as they were left."""
    white_balance: Annotated[float, Field(ge=2000.0, le=12000.0)] | None = None
    """Of the camera, where it is not as planned [K]."""
    feet: bool = False


class FrameOut(Out):
    id: str
    name: str
    faults: list[str]
    fired: dict[str, float]
    raw: bool
    between: Between | None
    """Against the picture that was computed; None for one that could not be."""
    histogram: Channels | None
    mean: float
    """Mean luminance [stops from mid grey]."""
    predicted: float
    """Of the computed picture."""


class FramesOut(Out):
    frames: list[FrameOut]


class FramePath(SetPath):
    frame_id: Annotated[str, Field(max_length=32)]


class MeteredOut(Out):
    shown: str
    aperture: float
    computed: str
    off: float
    """Stops by which the meter in the hand shows more than is computed."""
