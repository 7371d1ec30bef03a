"""A light: a source behind a modifier, with its place and aim."""

from dataclasses import dataclass, field
from typing import Annotated, Literal

from annotated_types import Interval, MaxLen, MinLen

from ..gear.modifiers import BarnDoors, Modifier
from ..gear.photometry import Photometry
from ..gear.sources import Source, Strobe
from .point import Point

Grid = Literal[0, 5, 10, 20, 30, 40]
Gel = Literal[
    "quarter warm",
    "half warm",
    "full warm",
    "quarter cool",
    "half cool",
    "full cool",
    "red",
    "amber",
    "green",
    "blue",
    "magenta",
    "one stop grey",
    "two stops grey",
]
Holding = Literal["stand", "boom", "clamp", "wall arm", "ceiling arm", "furniture", "hand"]
StandSide = Literal["where it fits", "behind", "camera-left", "camera-right", "toward camera", "toward backdrop"]
Role = Literal["key", "fill", "rim", "background", "room", "other"]


@dataclass(frozen=True)
class Light:
    place: Point
    """Middle of the front [m]."""
    aim: Point
    """What the front faces [m]."""
    output: Annotated[float, Interval(ge=-10.0, le=0.0)]
    """Stops under full output: 0 is 1/1, -3 is 1/8, -8 is 1/256."""
    modifier: Modifier
    name: Annotated[str, MinLen(1), MaxLen(40)] = "key"
    source: Source = field(default_factory=Strobe)
    role: Role = "key"
    """What it is for."""
    grid: Grid = 0
    """Honeycomb in front of a bowl, dish, bare head or speedlight: half-power full angle [degrees], 0 for none."""
    barn_doors: BarnDoors | None = None
    gels: Annotated[tuple[Gel, ...], MaxLen(3)] = ()
    photometry: Photometry | None = None
    """A measured beam in place of the bare source's own."""
    roll: Annotated[float, Interval(ge=-90.0, le=90.0)] = 0.0
    """Turn about its axis [degrees]."""
    trim: Annotated[float, Interval(ge=-4.0, le=4.0)] = 0.0
    """Stops by which own meter readings correct the table."""
    holding: Holding = "stand"
    """What holds it: a stand straight below, a boom on a stand aside, a clamp, an arm on a wall or the ceiling, a piece of
    furniture under it, somebody's hand."""
    stand_side: StandSide = "where it fits"
    """Where the stand of its boom is, seen from the light; behind is away from what it is aimed at."""
    boom_reach: Annotated[float, Interval(ge=0.2, le=4.0)] = 1.2
    """Level, from the boom's stand to the light [m]."""
    on: bool = True
    follow: bool = False
    """Whether it keeps its place to the facial plane when the sitter moves."""
    item: Annotated[str, MaxLen(60)] = ""
    """The source's name in the kit."""
    modifier_item: Annotated[str, MaxLen(60)] = ""
    """The modifier's name in the kit."""

    @property
    def is_flash(self) -> bool:
        """Whether it is a flash: shutter speed does not change its exposure."""
        return self.source.is_flash
