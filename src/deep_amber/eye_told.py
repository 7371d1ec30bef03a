"""What the commands of the eye print, in words and for machines."""

import json
from dataclasses import asdict
from pathlib import Path
from typing import Any

import numpy as np
from pydantic import TypeAdapter, ValidationError

from .core.eye.marking import Answer, clues, marked
from .core.eye.patches import patch_values
from .core.eye.points import Marks
from .core.eye.practice import Task, task
from .core.eye.readback import read_back
from .core.model.limits import check_limits
from .core.presenting.eye import CLUES, doubt_texts, marked_texts, read_back_texts, truth_text
from .core.problem import NotAccepted
from .core.simulation import simulate
from .formats.errors import problems_in
from .formats.picture_file import png_bytes
from .formats.sitter_file import known_sitters, load_sitter, sitter_of
from .plan_told import looks

Told = tuple[str, dict[str, Any]]


def _task(level: int, seed: int) -> Task:
    return task(level, seed, load_sitter, tuple(known_sitters()), looks())


def practised(level: int, seed: int, to: Path | None) -> Told:
    """A task with its truth; the picture goes to a file."""
    made = _task(level, seed)
    if to is not None:
        to.write_bytes(png_bytes(simulate(made.photo_set, sitter_of(made.photo_set)).picture))
    told = {
        "level": level,
        "seed": seed,
        "truth": asdict(made.truth),
        "set": asdict(made.photo_set),
        "clues": clues(made),
    }
    return "\n".join([truth_text(made.truth), *(CLUES[k] for k in clues(made))]), told


def _parsed(raw: bytes, kind: type) -> Any:
    try:
        made: Any = TypeAdapter(kind).validate_json(raw)
    except ValidationError as error:
        raise NotAccepted(problems_in(error, {})) from None
    problems = list(check_limits(made))
    if problems:
        raise NotAccepted(problems)
    return made


def answer_marked(level: int, seed: int, raw: bytes) -> Told:
    """An answer against the truth."""
    made = marked(_task(level, seed), _parsed(raw, Answer), looks())
    told = {"marks": made.marks, "off": made.off, "same": made.same, "total": made.total, "set": asdict(made.photo_set)}
    return "\n".join(marked_texts(made)), told


def told_back(linear: np.ndarray, raw: bytes) -> Told:
    """What marks on a picture tell of its light.

    The marks are those of core/eye/points.py, with "patches": places at which values are read, by name.
    """
    try:
        body = TypeAdapter(dict[str, Any]).validate_json(raw)
        patches = TypeAdapter(dict[str, tuple[float, float]]).validate_python(body.get("patches", {}))
    except ValidationError as error:
        raise NotAccepted(problems_in(error, {})) from None
    marks = _parsed(json.dumps({k: v for k, v in body.items() if k != "patches"}).encode(), Marks)
    values = patch_values(marks, patches, linear)
    read = read_back(marks, values, [load_sitter(k) for k in known_sitters()], linear)
    return "\n".join(read_back_texts(read) + doubt_texts(read)), asdict(read)
