"""An answer against the truth: what is off by how much, and whether its picture would look the same."""

import math
from dataclasses import dataclass, replace
from typing import Annotated

import numpy as np
from annotated_types import Interval, MaxLen

from ..gear.modifiers import Bowl, Softbox
from ..model.point import Point
from ..model.set import Set, with_light
from ..pattern.key_light import key_light
from ..planning.measured import Look as Looked
from ..simulation.key import key_index
from ..simulation.stages import Stages
from ..sitter.face import face_marks
from .practice import Ground, Rim, Task

SKILLS = ("side", "height", "size", "fill", "rim", "background", "pattern")
FULL = {"side": 10.0, "height": 8.0, "size": 0.6, "fill": 0.34}
"""Off by so much a skill still has full marks: degrees, degrees, doublings, stops (assumptions)."""
NOTHING = {"side": 45.0, "height": 35.0, "size": 2.5, "fill": 2.0}
"""Off by so much it has none."""
SAME = (
    0.35  # stops by which light on the face may differ over its points, so that two pictures look the same (assumption)
)
SAME_DEPTH = 0.4  # stops by which the shadow may
DIM = 0.04  # of a facing receptor, added to both lights, so that darkness against darkness is no difference
SMALLEST_BOX, LARGEST = 0.25, 2.6  # [m] of a front's side from which it is a box


@dataclass(frozen=True)
class Answer:
    azimuth: Annotated[float, Interval(ge=-180.0, le=180.0)]
    """As of Truth [degrees]."""
    elevation: Annotated[float, Interval(ge=-80.0, le=85.0)]
    """[degrees]"""
    size: Annotated[float, Interval(ge=0.02, le=4.0)]
    """Longer side of the front over its distance."""
    depth: Annotated[float, Interval(ge=0.0, le=10.0)]
    """Lit over shadow cheek [stops]."""
    rim: Rim = "none"
    ground: Ground = "even"
    pattern: Annotated[str, MaxLen(20)] = ""


@dataclass(frozen=True)
class Marked:
    marks: dict[str, float]
    """Of SKILLS, 0 to 1."""
    off: dict[str, float]
    """Degrees, doublings and stops by which the answer is off."""
    same: bool
    """The picture made from the answer has the same light on the face."""
    differs: float
    """Root mean square of the light on the face, one against the other [stops]."""
    photo_set: Set
    """Made from the answer."""

    @property
    def total(self) -> float:
        return sum(self.marks.values()) / len(self.marks)


def _share(skill: str, off: float) -> float:
    return float(np.clip((NOTHING[skill] - off) / (NOTHING[skill] - FULL[skill]), 0.0, 1.0))


def _round(a: float, b: float) -> float:
    """Degrees between two azimuths."""
    return abs((a - b + 180) % 360 - 180)


def answered(task: Task, stages: Stages, answer: Answer) -> Set:
    """The set with its key as the answer has it, at the key's own distance.

    Parameters
    ----------
    stages : of the task's set
    """
    photo_set, index = stages.photo_set, key_index(stages)
    assert index is not None
    key, truth = photo_set.lights[index], task.truth
    face = np.array(face_marks(stages.mesh, photo_set.sitter).face)
    lens = photo_set.camera.place.array - face
    turn = math.atan2(lens[0], lens[2]) + math.radians(answer.azimuth)
    up = math.radians(answer.elevation)
    way = np.array([math.sin(turn) * math.cos(up), math.sin(up), math.cos(turn) * math.cos(up)])
    same_size = abs(math.log2(max(answer.size, 1e-3) / truth.size)) < 0.01
    side = float(np.clip(answer.size * truth.distance, 0.05, LARGEST))
    other = Softbox(max(side, SMALLEST_BOX), max(side, SMALLEST_BOX)) if side >= SMALLEST_BOX else Bowl(max(side, 0.06))
    made = replace(
        key, place=Point(*map(float, face + way * truth.distance)), aim=Point(*map(float, face)),
        modifier=key.modifier if same_size else other,
    )  # fmt: skip
    return with_light(photo_set, index, made)


def light_differs(a: Stages, b: Stages) -> float:
    """Root mean square of the key's light on the face of one set against another's [stops]; infinite where there is none."""
    levels = []
    for stages in (a, b):
        index = key_index(stages)
        found = key_light(stages, stages.photo_set.lights[index]) if index is not None else None
        if found is None:
            return math.inf
        levels.append(np.log2(found.level + DIM))
    return float(np.sqrt(((levels[0] - levels[1]) ** 2).mean()))


def marked(task: Task, answer: Answer, look: Looked) -> Marked:
    """Marks of an answer. Several sets give one picture: where its light on the face is the same, side, height, size and fill
    are right whatever the figures say."""
    truth, stages = task.truth, look(task.photo_set)
    made = answered(task, stages, answer)
    differs = light_differs(stages, look(made))
    off = {
        "side": _round(answer.azimuth, truth.azimuth),
        "height": abs(answer.elevation - truth.elevation),
        "size": abs(math.log2(max(answer.size, 1e-3) / max(truth.size, 1e-3))),
        "fill": abs(answer.depth - truth.depth),
    }
    same = differs <= SAME and off["fill"] <= SAME_DEPTH
    marks = {k: 1.0 if same else _share(k, off[k]) for k in FULL}
    named = answer.pattern == truth.pattern
    marks |= {
        "rim": float(answer.rim == truth.rim),
        "background": float(answer.ground == truth.ground),
        "pattern": float(named),
    }
    return Marked({k: marks[k] for k in SKILLS}, off, same, differs, made)


def clues(task: Task) -> list[str]:
    """Which clue is read first in this picture, and what comes after it; codes of presenting/eye.py."""
    truth = task.truth
    found = ["nose_shadow" if truth.size < 0.45 else "catchlights"]
    found.append("terminator" if abs(truth.azimuth) > 35 else "under_nose")
    found.append("depth")
    found += ["rim"] if truth.rim != "none" else []
    found.append("ground")
    return found
