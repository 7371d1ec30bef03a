"""How soft the key draws: the width of the nose's shadow edge, its grade, and what would give another grade."""

from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..geometry.quads import face_of
from ..model.light import Light
from ..model.look import Look

Grade = Literal["hard", "medium", "soft", "very soft"]
GRADES: dict[Grade, tuple[float, float]] = {
    "hard": (0.0, 5.0),
    "medium": (5.0, 12.0),
    "soft": (12.0, 25.0),
    "very soft": (25.0, 120.0),
}
"""Widths of the edge [mm] (assumptions; over 25 mm a pattern is barely drawn: laboratory notes)."""


NOSE = 0.030  # [m] from the nose's edge to the cheek its shadow falls on (laboratory notes)
WISHED = {"hard": (0.0, 6.0), "medium": (4.0, 15.0), "soft": (12.0, 60.0)}
"""Edge of the nose's shadow for each wish of a look, lowest and highest [mm] (assumptions): they overlap, as a wish is
wider than a grade."""


@dataclass(frozen=True)
class Softness:
    edge: float
    """Of the nose's shadow on the cheek [mm]."""
    grade: Grade
    size: float
    """Of the front, mean of width and height [m]."""


@dataclass(frozen=True)
class Other:
    """What would give another grade."""

    grade: Grade
    size: tuple[float, float]
    """Least and greatest size of the front at the present distance [m]."""
    distance: tuple[float, float]
    """Least and greatest distance with the present front [m]."""


def softness(size: float, distance: float) -> Softness:
    """Of a front of a mean size at a distance [m]: 30 mm x size / distance, by similar triangles."""
    edge = NOSE * 1000 * size / max(distance, 0.05)
    grade: Grade = next((g for g, (_, high) in GRADES.items() if edge < high), "very soft")
    return Softness(edge, grade, size)


def others(size: float, distance: float) -> list[Other]:
    """Sizes at this distance, and distances of this size, for the other grades."""
    now = softness(size, distance).grade
    made = []
    for grade, (low, high) in GRADES.items():
        if grade == now:
            continue
        sizes = (low / (NOSE * 1000) * distance, high / (NOSE * 1000) * distance)
        far = NOSE * 1000 * size / low if low else float("inf")
        made.append(Other(grade, sizes, (NOSE * 1000 * size / high, far)))
    return made


def edge_width(light: Light, middle: np.ndarray) -> float:
    """Width of the nose's shadow edge by a light's own front [mm]; middle : (3,) of the face [m]."""
    front = face_of(light)
    return softness((front.width + front.height) / 2, float(np.linalg.norm(light.place.array - middle))).edge


def as_wished(look: Look, width: float) -> bool:
    """Whether an edge of that width [mm] is what the look asks for."""
    low, high = WISHED[look.hardness]
    return low <= width <= high
