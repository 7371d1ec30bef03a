"""Directions round the facial plane: azimuth and elevation as the nose carries them."""

import math
from typing import Literal

import numpy as np

Half = Literal["left", "right"]
"""Of the dial: the side of the nose as one looks at the face. Left is where the azimuth is negative."""
MIDDLE = 6.0  # degrees round the nose's axis that are on neither side


def direction(azimuth: float, elevation: float) -> np.ndarray:
    """(3,) unit vector in the head's frame; azimuth is positive to the sitter's left (camera-right of a face to the
    lens), elevation positive up, both 0 along the nose [degrees]."""
    a, e = math.radians(azimuth), math.radians(elevation)
    return np.array([math.sin(a) * math.cos(e), math.sin(e), math.cos(a) * math.cos(e)])


def angles(way: np.ndarray) -> tuple[float, float]:
    """Azimuth and elevation of a way in the head's frame [degrees]."""
    x, y, z = (float(k) for k in way)
    return math.degrees(math.atan2(x, z)), math.degrees(math.atan2(y, math.hypot(x, z)))


def half_of(azimuth: float) -> Half | None:
    """The half of the dial that an azimuth [degrees] is on; None for one about the nose's axis."""
    return None if abs(azimuth) < MIDDLE else "left" if azimuth < 0 else "right"


def apart(a: np.ndarray, b: np.ndarray) -> float:
    """Angle between two ways [degrees]."""
    cos = float(np.dot(a, b) / (np.linalg.norm(a) * np.linalg.norm(b)))
    return math.degrees(math.acos(min(max(cos, -1.0), 1.0)))
