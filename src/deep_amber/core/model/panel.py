"""Panels: passive surfaces that throw light back, let it through, or take it away."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Interval, MaxLen, MinLen

from .point import Point

PanelSurface = Literal["white", "silver", "gold", "black", "silk", "bed sheet", "grey card"]
PanelBack = Literal["as its front", "white", "silver", "gold", "black"]
PanelShape = Literal["flat", "round", "V-flat", "curved"]


@dataclass(frozen=True)
class Panel:
    """Reflector, flag, board, disc, V-flat, scrim or under-chin reflector."""

    place: Point
    """Its middle [m]."""
    aim: Point
    """What its front faces [m]."""
    width: Annotated[float, Interval(ge=0.1, le=4.0)] = 0.8
    """[m]; of a V-flat both wings together."""
    height: Annotated[float, Interval(ge=0.1, le=4.0)] = 1.2
    """[m]"""
    surface: PanelSurface = "white"
    """Silk and bed sheet let light through; a grey card is for white balance and exposure."""
    shape: PanelShape = "flat"
    """A round one is an ellipse of its width and height; a V-flat is folded upright in its middle, a curved one bends about its level middle line."""
    fold: Annotated[float, Interval(ge=40.0, le=180.0)] = 100.0
    """Angle between the wings of a V-flat, or between the outer strips of a curved one [degrees]."""
    holding: Literal["stand", "boom", "held", "floor", "lap"] = "stand"
    name: Annotated[str, MinLen(1), MaxLen(40)] = "board"
    on: bool = True
    """In the set; one that is off is left out of the light."""
    item: Annotated[str, MaxLen(60)] = ""
    """Its name in the kit."""
    boom_reach: Annotated[float, Interval(ge=0.2, le=4.0)] = 1.2
    """Level, from the stand of its boom, which is behind it, to the panel [m]."""
    back: PanelBack = "as its front"
    """The other face; a board of two sides lets nothing through."""
