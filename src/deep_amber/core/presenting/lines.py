"""What the drawings hold: lines in metres, nothing of the screen."""

from collections.abc import Iterable
from dataclasses import dataclass

Line = tuple[tuple[float, ...], ...]


@dataclass(frozen=True)
class LightLines:
    name: str
    letter: str
    role: str
    source: str
    """Its kind."""
    modifier: str
    """Its kind."""
    front: Line
    """Outline of the front (x, y, z): four corners, or eight of a round one."""
    back: tuple[float, ...]
    """Where the body narrows to the source."""
    place: tuple[float, ...]
    aim: tuple[float, ...]
    spread: Line
    """Ends of the half-power edges of its beam in the room: left, right, upper, lower."""
    held: tuple[Line, ...]
    """Ends of its pole and arm (x, y, z)."""
    on: bool


@dataclass(frozen=True)
class PanelLines:
    name: str
    letter: str
    surface: str
    parts: tuple[Line, ...]
    """Corners of each flat part."""
    held: tuple[Line, ...]
    """Ends of its pole and arm (x, y, z)."""
    place: tuple[float, ...]
    aim: tuple[float, ...]
    on: bool


@dataclass(frozen=True)
class SitterLines:
    place: tuple[float, ...]
    """Body axis on the seat."""
    face: tuple[float, ...]
    eyes: tuple[float, ...]
    forward: tuple[float, ...]
    """Where the nose points."""
    nose_handle: tuple[float, ...]
    """Turns and nods the head."""
    chest_handle: tuple[float, ...]
    """Turns the body."""
    body_from_above: Line
    """(x, z)"""
    head_from_above: Line
    """(x, z)"""
    reach_from_above: Line
    """With legs and hands, (x, z)."""
    from_side: Line
    """(z, y)"""


@dataclass(frozen=True)
class CameraLines:
    place: tuple[float, ...]
    aim: tuple[float, ...]
    frame: Line
    """Ends of the middles of the frame's left, right, upper and lower edge (x, y, z)."""


@dataclass(frozen=True)
class FurnitureLines:
    name: str
    letter: str
    from_above: Line
    """Corners (x, z)."""
    low: float
    high: float
    """Lower and upper side above the floor [m]."""
    place: tuple[float, ...]


@dataclass(frozen=True)
class DoorLines:
    name: str
    letter: str
    from_above: Line
    """Its two edges in the wall (x, z)."""
    swing: Line
    """Where its leaf goes, from shut to open (x, z); none for one that does not open into the room."""
    high: float
    place: tuple[float, ...]


@dataclass(frozen=True)
class ShadowLines:
    """Where a light throws the head's shadow on the backdrop's plane."""

    letter: str
    """Of the light."""
    place: tuple[float, ...]
    in_frame: bool


@dataclass(frozen=True)
class Tape:
    name: str
    start: tuple[float, ...]
    end: tuple[float, ...]
    metres: float
    centimetres_text: str
    feet_text: str


@dataclass(frozen=True)
class Drawing:
    width: float
    depth: float
    height: float
    backdrop: Line
    """Upper corners and lower corners (x, y, z)."""
    backdrop_sweep: Line
    """Corners of what of it lies on the floor (x, z); none for none."""
    backdrop_seen: Line
    """Ends of the part of it that the frame sees (x, z); none when it sees none."""
    backdrop_stands: Line
    """Where its stands are (x, z); none when it hangs otherwise."""
    backdrop_handle: tuple[float, ...]
    """Turns the backdrop; at the height of its upper edge."""
    sitter: SitterLines
    camera: CameraLines
    lights: tuple[LightLines, ...]
    panels: tuple[PanelLines, ...]
    furniture: tuple[FurnitureLines, ...]
    doors: tuple[DoorLines, ...]
    head_shadows: tuple[ShadowLines, ...]
    tapes: tuple[Tape, ...]


def rounded(values: Iterable[float]) -> tuple[float, ...]:
    """To a tenth of a millimetre."""
    return tuple(round(float(v), 4) for v in values)


def line_of(points: Iterable[Iterable[float]]) -> Line:
    """A line through points."""
    return tuple(rounded(p) for p in points)
