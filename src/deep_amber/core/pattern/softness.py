"""How soft the key draws: the width of the nose's shadow edge, its grade, and what would give another grade."""

from dataclasses import dataclass
from typing import Literal

from ..model.look import Look

Grade = Literal["hard", "medium", "soft", "very soft"]
GRADES: dict[Grade, tuple[float, float]] = {
    "hard": (0.0, 5.0),
    "medium": (5.0, 12.0),
    "soft": (12.0, 45.0),
    "very soft": (45.0, 120.0),
}
"""Widths of the edge [mm] (assumptions with the trade's feel: a box of 90 x 120 cm at a metre is soft, and draws)."""

NOSE = 0.030  # [m] from the nose's edge to the cheek its shadow falls on (assumption)
WISHED: dict[str, tuple[Grade, ...]] = {"hard": ("hard",), "medium": ("medium",), "soft": ("soft", "very soft")}
"""The grades that are what a look asks for."""
NEARLY = 1.15  # share of its border by which an edge may miss a wished grade


@dataclass(frozen=True)
class Softness:
    edge: float
    """Of the nose's shadow on the cheek [mm]."""
    grade: Grade
    size: float
    """Of the front across that edge [m]."""


@dataclass(frozen=True)
class Other:
    """What would give another grade."""

    grade: Grade
    size: tuple[float, float]
    """Least and greatest size of the front at the present distance [m]."""
    distance: tuple[float, float]
    """Least and greatest distance with the present front [m]."""


def softness(size: float, distance: float) -> Softness:
    """Of a front of a size across the edge at a distance [m]: 30 mm x size / distance, by similar triangles."""
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


def edges_wished(look: Look) -> tuple[float, float]:
    """Least and most width of an edge that is what the look asks for [mm]."""
    grades = WISHED[look.hardness]
    return GRADES[grades[0]][0] / NEARLY, GRADES[grades[-1]][1] * NEARLY


def as_wished(look: Look, soft: Softness) -> bool:
    """Whether an edge is what the look asks for."""
    low, high = edges_wished(look)
    return low <= soft.edge <= high
