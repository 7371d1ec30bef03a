"""What an arrangement is: rules about face, lens and room, never coordinates."""

from dataclasses import dataclass
from typing import Literal

from ..model.light import Grid, Role
from ..model.panel import PanelShape, PanelSurface

Kind = Literal["one light", "one light and boards", "two lights", "many lights", "window", "bounced", "lamps"]
Frame = Literal["lens", "nose"]
Aim = Literal["face", "past the face", "backdrop", "nearest wall", "ceiling", "board", "away"]
Where = Literal["about the face", "at the backdrop", "behind the sitter", "window"]
FLASH = ("strobe", "speedlight")
LASTING = ("lamp", "led", "tube")
"""Does instead of flash where a kit has too little of that; the two are not mixed."""
BOXES = ("softbox", "octa", "home-made box", "umbrella")
"""Kinds of modifier that make a light larger than a face, the likeliest first."""


@dataclass(frozen=True)
class At:
    """A direction and a distance from the face."""

    azimuth: float
    """Round the face, positive to the side of the key [degrees]; 180 is behind the head."""
    elevation: float
    """Over the face's level [degrees]."""
    distance: float
    """Front to face [m]."""
    of: Frame = "lens"
    """What 0 degrees is: the way to the lens, or where the nose points."""


@dataclass(frozen=True)
class LightRule:
    role: Role
    at: At
    modifiers: tuple[str, ...]
    """Kinds in order of preference; "bare" for none."""
    sources: tuple[str, ...] = FLASH
    aim: Aim = "face"
    where: Where = "about the face"
    longest: tuple[float, float] = (0.0, 9.0)
    """Of its front's longer side [m]."""
    narrow: bool = False
    """Whether its front is a strip: under half as wide as it is long."""
    grid: Grid = 0
    upright: bool | None = None
    """Whether the longer side of its front stands; None for as it is."""
    under: float = 0.0
    """Stops that it is begun under the key, before all are set."""
    boom: bool = False
    """Whether it hangs from a boom, where a stand would show or be in the way."""


@dataclass(frozen=True)
class PanelRule:
    surface: PanelSurface
    at: At
    shape: PanelShape = "flat"
    holding: Literal["stand", "held", "floor", "lap"] = "stand"
    least: float = 0.4
    """Of its shorter side [m]."""
    needed: bool = True
    """Whether the arrangement is nothing without it."""


@dataclass(frozen=True)
class Arrangement:
    code: str
    title: str
    """Our own name of it."""
    kind: Kind
    when: str
    """In a line: what it is for."""
    why: str
    """What it does to the face."""
    watch: str
    """What goes wrong with it."""
    patterns: tuple[str, ...]
    """That its key can be turned to."""
    lights: tuple[LightRule, ...]
    panels: tuple[PanelRule, ...] = ()
    hardness: tuple[str, ...] = ("soft", "medium")
    tones: tuple[float, float] = (-7.0, 3.0)
    """Of the backdrop that it is fit for [stops from mid grey]."""
    turns: bool = True
    """Whether its key goes round the face to the wanted pattern; else it stands where its rule says."""
    moods: tuple[str, ...] = ()
    """Words that it is found by."""
    postures: tuple[str, ...] = ("seated", "standing")
    for_two: bool = False
    """Whether it is for more people than one."""
    forward: float = 0.0
    """By which sitter and camera are carried from the backdrop, so that a window comes from elsewhere [m]."""
