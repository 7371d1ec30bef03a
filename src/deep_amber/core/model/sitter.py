"""The sitter: who, where, in which pose, and what is worn."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Interval, MaxLen, MinLen

from .point import Coordinate
from .room import Surface

Posture = Literal["seated", "standing", "lying"]
Gaze = Literal["to the lens", "along the nose", "elsewhere"]
Glasses = Literal["none", "thin", "heavy"]


@dataclass(frozen=True)
class Sitter:
    who: Annotated[str, MinLen(1), MaxLen(40)]
    """Name of a baked sitter."""
    x: Coordinate
    """Body axis toward camera-right [m]."""
    z: Coordinate
    """Body axis from the back wall [m]."""
    seat_height: Annotated[float, Interval(ge=0.0, le=1.0)]
    """Seat above the floor [m]; what a standing sitter stands on, or a lying one lies on."""
    body_turn: Annotated[float, Interval(ge=-180.0, le=180.0)] = 0.0
    """Body against the camera wall, positive toward camera-right [degrees]; lying, where the feet point."""
    head_turn: Annotated[float, Interval(ge=-75.0, le=75.0)] = 0.0
    """Head against the body, positive toward camera-right [degrees]."""
    head_nod: Annotated[float, Interval(ge=-35.0, le=40.0)] = 0.0
    """Chin down is positive [degrees]."""
    head_tilt: Annotated[float, Interval(ge=-30.0, le=30.0)] = 0.0
    """Crown toward camera-right is positive [degrees]."""
    chin_forward: Annotated[float, Interval(ge=0.0, le=0.05)] = 0.0
    """The head brought forward, level [m]."""
    posture: Posture = "seated"
    skin_stops: Annotated[float, Interval(ge=-2.0, le=1.0)] = 0.0
    """Skin lighter or darker than the baked one [stops]."""
    hair_stops: Annotated[float, Interval(ge=-3.0, le=4.0)] = 0.0
    """Hair lighter or darker than the baked one [stops]."""
    sheen: Annotated[float, Interval(ge=0.0, le=2.5)] = 1.0
    """Shine of the skin: 0 powdered matt, 1 as it is, 2.5 oily."""
    cloth: Surface | None = None
    """Of the top; None for the baked one."""
    glasses: Glasses = "none"
    gaze: Gaze = "to the lens"
    """Where the eyes look; to the lens as far as eyes turn, beyond that along the nose."""
    gaze_turn: Annotated[float, Interval(ge=-30.0, le=30.0)] = 0.0
    """Eyes that look elsewhere against the nose, positive toward camera-right [degrees]."""
    gaze_down: Annotated[float, Interval(ge=-20.0, le=20.0)] = 0.0
    """Eyes that look elsewhere under the nose's axis [degrees]."""
