"""The backdrop: a hanging plane behind the sitter, which may run out over the floor."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Interval

from .point import Coordinate
from .room import Surface

BackdropKind = Literal[
    "paper",
    "cloth",
    "painted cloth",
    "muslin",
    "wall",
    "bed sheet",
    "blind",
    "foam board",
    "collapsible",
    "black board",
    "reflector",
    "softbox face",
]
Hung = Literal["on stands", "wall bar", "ceiling bar", "clamped", "leaning"]
Creases = Literal["none", "soft folds", "fold lines", "crumpled"]


@dataclass(frozen=True)
class Backdrop:
    x: Coordinate
    """Middle of the backdrop toward camera-right [m]."""
    z: Coordinate
    """Distance of its middle from the back wall [m]."""
    turn: Annotated[float, Interval(ge=-80.0, le=80.0)]
    """Turned about its middle, positive toward camera-right [degrees]."""
    width: Annotated[float, Interval(ge=0.3, le=8.0)]
    """[m]"""
    height: Annotated[float, Interval(ge=0.5, le=5.0)]
    """Upper edge above the floor [m]."""
    surface: Surface
    kind: BackdropKind = "paper"
    lower: Annotated[float, Interval(ge=0.0, le=4.0)] = 0.0
    """Lower edge above the floor [m]."""
    sweep: Annotated[float, Interval(ge=0.0, le=5.0)] = 0.0
    """How far it runs out over the floor toward the camera [m]; 0 for none."""
    hung: Hung = "on stands"
    variation: Annotated[float, Interval(ge=0.0, le=3.0)] = 0.0
    """From its darkest to its lightest blotches, unlit differences of the material alone [stops]."""
    grain: Annotated[float, Interval(ge=0.005, le=1.0)] = 0.25
    """Size of the blotches [m]."""
    creases: Creases = "none"
    translucent: bool = False
    """Whether light comes through it, as through a bed sheet: lit from behind it glows."""
