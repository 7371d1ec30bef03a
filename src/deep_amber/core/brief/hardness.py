"""How wide the edges of shadows on the face are."""

import numpy as np

from ..geometry.quads import front_size
from ..model.light import Light
from ..model.look import Look

NOSE = 0.030  # [m] from the nose's edge to the cheek its shadow falls on (laboratory notes)
WIDTHS = {"hard": (0.0, 6.0), "medium": (4.0, 15.0), "soft": (12.0, 60.0)}
"""Edge of the nose's shadow for each wish, lowest and highest [mm] (assumptions; over 25 mm the pattern is barely
drawn)."""


def edge_width(light: Light, face: np.ndarray) -> float:
    """Width of the nose's shadow edge [mm]: 30 mm x size of the front / distance, similar triangles."""
    wide, high, _ = front_size(light)
    away = max(float(np.linalg.norm(light.place.array - face)), 0.05)
    return NOSE * 1000 * (wide + high) / 2 / away


def as_wished(look: Look, width: float) -> bool:
    """Whether an edge of that width [mm] is what the look asks for."""
    low, high = WIDTHS[look.hardness]
    return low <= width <= high
