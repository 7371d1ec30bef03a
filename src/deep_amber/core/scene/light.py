"""A light: a source behind a modifier, with its place and aim."""

from dataclasses import dataclass, field
from typing import Annotated, Literal

from annotated_types import Interval, MaxLen, MinLen

from .point import Point


@dataclass(frozen=True)
class Softbox:
    """Rectangular front cloth, black sides and back."""

    width: Annotated[float, Interval(ge=0.1, le=3.0)]
    """[m]"""
    height: Annotated[float, Interval(ge=0.1, le=3.0)]
    """[m]"""
    kind: Literal["softbox"] = "softbox"


@dataclass(frozen=True)
class Light:
    place: Point
    """Middle of the front cloth [m]."""
    aim: Point
    """What the front cloth faces [m]."""
    output: Annotated[float, Interval(ge=-8.0, le=0.0)]
    """Stops under full output: 0 is 1/1, -3 is 1/8, -8 is 1/256."""
    modifier: Softbox
    name: Annotated[str, MinLen(1), MaxLen(40)] = "key"
    energy: Annotated[float, Interval(ge=20.0, le=2400.0)] = 400.0
    """Electrical flash energy at full output [W s]."""
    colour_temperature: Annotated[float, Interval(ge=2000.0, le=12000.0)] = 5600.0
    """[K]"""
    on: bool = True
    kind: Literal["strobe"] = field(default="strobe")
