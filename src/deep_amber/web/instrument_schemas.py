"""Typed bodies of the instruments of Fill, Rim and Background."""

from typing import Annotated

from pydantic import Field

from ..core.backdrop.sources import GroundSource
from ..core.fill.schools import Compared
from ..core.fill.shares import Metered, Share
from ..core.rim.edge import EdgePlace
from ..core.rim.warmth import Warmth
from .key_schemas import KeyIn
from .schemas import AnswerOut, Out


class FillIn(KeyIn):
    ratio: Annotated[float, Field(ge=1.0, le=64.0)] = 3.0
    """Wanted, lit to shadow cheek, to one."""


class SchoolOut(Out):
    """A school of fill, or a fill lamp by its output."""

    where: str
    away: str
    """From the face, in words; of a lamp its output."""
    ratio: float
    there: bool
    """Whether it comes to the wanted ratio."""
    picture: str
    """A data address of the JPEG; empty where it cannot stand there."""
    answer: AnswerOut | None


class FillOut(Out):
    wanted: float
    ratio: float
    """Now, to one."""
    stops: float
    metered: Metered | None
    shares: list[Share]
    schools: list[SchoolOut]
    room: list[Share]
    """What the room's own surfaces fill, the strongest first."""
    surfaces: list[Compared]
    """White, silver, gold and black, each opposite the key."""
    surfaces_away: str
    """How far from the face these stand, in words."""


class EdgeOut(Out):
    places: list[EdgePlace]
    near: dict[str, float]
    """Tone of the cheek on camera-left and camera-right [stops from mid grey]."""
    hair: dict[str, float]
    """The hair's edge on camera-left and camera-right, as the Ladder has it [stops from mid grey]."""
    warmths: dict[str, Warmth]
    """Of each light from behind against the key."""
    spills: dict[str, dict[str, float]]
    """Of each light from behind: its share of the light on nose tip and cheeks."""
    veils: dict[str, float]
    """Of each light: stops by which what it sends into the lens lifts the blacks."""


class SpotOut(Out):
    light: str
    diameter: str
    """In words; empty where it runs over the backdrop's edge."""
    x: float
    """Of its brightest place in the picture, 0 to 1 from its left."""
    y: float


class GroundOut(Out):
    columns: int
    rows: int
    stops: list[list[float]]
    """Row by row from the picture's upper left, from mid grey."""
    codes: list[list[int]]
    seen: list[list[bool]]
    """False where the sitter or the floor is."""
    mean: float
    code: int
    lightness: float
    darkest: float
    lightest: float
    clips_at: float
    sources: list[GroundSource]
    """What lights it, the strongest first."""
    wrap: dict[str, float]
    """Stops that the background lights add to hair and cheeks."""
    spots: list[SpotOut]
    gap: str
    """Between boards at the sitter that the frame just does not see, in words."""


class WhiteOut(Out):
    """One way to a white ground."""

    name: str
    output: str
    """In words; empty for the key alone."""
    darkest: float
    """Over clipping; under zero it stays grey [stops]."""
    lightest: float
    wrap: float
    """Stops that it adds to the hair's edges."""
    answer: AnswerOut | None
    why_not: str
    """In words; empty where it can be done."""


class WhitesOut(Out):
    ways: list[WhiteOut]
