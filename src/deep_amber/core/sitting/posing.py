"""Posing: cards for body, shoulders, head, chin and lids with small drawings, and poses that are kept by name."""

import math
from dataclasses import dataclass, replace
from typing import Annotated, Literal

import numpy as np
from annotated_types import Interval, MaxLen, MinLen

from ..model.limits import check_limits
from ..model.set import Set
from ..model.sitter import Gaze, Posture, Sitter
from ..problem import Problem

Angle = Annotated[float, Interval(ge=-180.0, le=180.0)]
BetterSide = Literal["not noted", "sitter's left", "sitter's right"]
SIDES: tuple[BetterSide, ...] = ("not noted", "sitter's left", "sitter's right")
ROUND = 24  # points of a curve
Style = Literal["now", "before", "arrow"]


@dataclass(frozen=True)
class Pose:
    """Posture, turn and gaze, without who has them and where."""

    name: Annotated[str, MinLen(1), MaxLen(60)]
    posture: Posture = "seated"
    body_turn: Angle = 0.0
    head_turn: Annotated[float, Interval(ge=-75.0, le=75.0)] = 0.0
    head_nod: Annotated[float, Interval(ge=-35.0, le=40.0)] = 0.0
    head_tilt: Annotated[float, Interval(ge=-30.0, le=30.0)] = 0.0
    chin_forward: Annotated[float, Interval(ge=0.0, le=0.05)] = 0.0
    gaze: Gaze = "to the lens"
    note: Annotated[str, MaxLen(200)] = ""


def pose_problems(pose: Pose) -> list[Problem]:
    """What is wrong with a pose."""
    empty = [] if pose.name.strip() else [Problem("name", "is empty", "a name of its own")]
    return [*check_limits(pose), *empty]


def pose_of(sitter: Sitter, name: str, note: str = "") -> Pose:
    """The pose that a sitter has, by a name."""
    return Pose(
        name, sitter.posture, sitter.body_turn, sitter.head_turn, sitter.head_nod, sitter.head_tilt, sitter.chin_forward,
        sitter.gaze, note,
    )  # fmt: skip


def laid(photo_set: Set, pose: Pose) -> Set:
    """The set with its sitter in a pose; who, where and what is worn stay. The posture must be the same: standing up and sitting
    down move camera and lights too (editing/posture.py)."""
    kept = {k: getattr(pose, k) for k in ("body_turn", "head_turn", "head_nod", "head_tilt", "chin_forward", "gaze")}
    return replace(photo_set, sitter=replace(photo_set.sitter, **kept))


@dataclass(frozen=True)
class Stroke:
    """A line of a small drawing, in a box of 100 by 100, y down."""

    points: tuple[tuple[float, float], ...]
    style: Style = "now"


@dataclass(frozen=True)
class PosingCard:
    code: str
    """Words are made of it in core/presenting."""
    strokes: tuple[Stroke, ...]


def _oval(x: float, y: float, wide: float, high: float, turn: float = 0.0) -> tuple[tuple[float, float], ...]:
    angles = np.linspace(0, 2 * math.pi, ROUND + 1)
    c, s = math.cos(math.radians(turn)), math.sin(math.radians(turn))
    across, along = np.cos(angles) * wide / 2, np.sin(angles) * high / 2
    return tuple(zip((x + across * c - along * s).round(1).tolist(), (y + across * s + along * c).round(1).tolist(), strict=True))  # fmt: skip


def _turned(
    points: list[tuple[float, float]], about: tuple[float, float], degrees: float
) -> tuple[tuple[float, float], ...]:
    c, s = math.cos(math.radians(degrees)), math.sin(math.radians(degrees))
    off = np.array(points, float) - about
    made = np.stack([off[:, 0] * c - off[:, 1] * s, off[:, 0] * s + off[:, 1] * c], 1) + about
    return tuple((round(x, 1), round(y, 1)) for x, y in made.tolist())


def _arrow(start: tuple[float, float], end: tuple[float, float]) -> tuple[Stroke, ...]:
    turn = math.atan2(end[1] - start[1], end[0] - start[0])
    head = [(end[0] - 6 * math.cos(turn + k), end[1] - 6 * math.sin(turn + k)) for k in (0.5, -0.5)]
    return (Stroke((start, end), "arrow"), Stroke((head[0], end, head[1]), "arrow"))


def _profile(dx: float, nod: float) -> tuple[tuple[float, float], ...]:
    """A face from the side, looking to the right, over its neck."""
    line = [(32, 66), (27, 50), (25, 36), (30, 24), (42, 17), (54, 17), (61, 24), (62, 33), (69, 43), (63, 45), (64, 50),
            (61, 57), (50, 59), (47, 66)]  # fmt: skip
    return tuple((x + dx, y) for x, y in _turned([(float(x), float(y)) for x, y in line], (46, 45), nod))


def _body() -> tuple[Stroke, ...]:
    """From above, the lens below: shoulders square, and turned a third away."""
    square = _oval(50, 45, 64, 22)
    return (Stroke(square, "before"), Stroke(_oval(50, 45, 64, 22, 35)), Stroke(_oval(50, 47, 20, 24)),
            Stroke(((44, 90), (50, 82), (56, 90)), "arrow"))  # fmt: skip


def _shoulders() -> tuple[Stroke, ...]:
    """From the front: level, and the near one lower."""
    level = [(18.0, 70.0), (50.0, 60.0), (82.0, 70.0)]
    return (Stroke(tuple(level), "before"), Stroke(_turned(level, (50, 60), 11)), Stroke(_oval(50, 38, 26, 34)),
            *_arrow((86, 70), (84, 82)))  # fmt: skip


def _head() -> tuple[Stroke, ...]:
    """From the front: upright, and tilted to the higher shoulder."""
    shoulders = _turned([(18.0, 76.0), (50.0, 66.0), (82.0, 76.0)], (50, 66), 9)
    return (Stroke(_oval(50, 42, 28, 38), "before"), Stroke(_oval(47, 42, 28, 38, -10)), Stroke(shoulders),
            *_arrow((56, 16), (42, 17)))  # fmt: skip


def _chin() -> tuple[Stroke, ...]:
    """From the side: straight up, and forward and a little down."""
    neck = ((30.0, 66.0), (22.0, 84.0), (74.0, 92.0))
    return (Stroke(_profile(-2, 0), "before"), Stroke(_profile(8, 8)), Stroke(neck), *_arrow((72, 62), (86, 68)))


def _lids() -> tuple[Stroke, ...]:
    """An eye wide open, and its lower lid raised a little."""
    angles = np.linspace(0, math.pi, ROUND)
    x = 50 - 34 * np.cos(angles)
    upper, lower, raised = (50 - 20 * np.sin(angles), 50 + 18 * np.sin(angles), 50 + 11 * np.sin(angles))
    made = [tuple(zip(x.round(1).tolist(), k.round(1).tolist(), strict=True)) for k in (upper, lower, raised)]
    return (Stroke(made[0]), Stroke(made[1], "before"), Stroke(made[2]), Stroke(_oval(50, 46, 22, 22)),
            *_arrow((50, 82), (50, 68)))  # fmt: skip


CARDS = tuple(
    PosingCard(code, strokes())
    for code, strokes in (("body", _body), ("shoulders", _shoulders), ("head", _head), ("chin", _chin), ("lids", _lids))
)
"""From the feet up, as a pose is built."""
