"""Practice of the eye: a picture whose light is to be read, and an answer against its truth."""

import base64
import random
from collections import OrderedDict
from typing import Annotated

from annotated_types import MaxLen
from flask import Response, current_app
from pydantic import Field

from ..core.eye.marking import Answer, clues, marked
from ..core.eye.practice import LEVELS, Task, task
from ..core.model.limits import check_limits
from ..core.model.patterns import AIMED
from ..core.picture.lens_rays import Size
from ..core.presenting.drawing import drawing
from ..core.presenting.eye import CLUES, NAMES, marked_texts, truth_text
from ..core.presenting.lines import Drawing
from ..core.problem import NotAccepted
from ..formats.picture_file import jpeg_bytes
from ..formats.sitter_file import known_sitters, load_sitter, sitter_of
from .answers import answer
from .pictures import PictureDesk
from .routes import Routes
from .schemas import Body, Out

practising = Routes("practice", "/api/practice", ("413", "422", "503"))
MOST_SEEDS, KEPT = 10**6, 12
SHOWN = Size(480, 600)
_TASKS: OrderedDict[tuple[int, int], Task] = OrderedDict()


class TaskIn(Out):
    level: Annotated[int, Field(ge=1, le=5)] = 1
    seed: Annotated[int, Field(ge=0, le=MOST_SEEDS)] | None = None
    """A task that was drawn before; None for another one."""


class EyeTaskOut(Out):
    level: int
    seed: int
    picture: str
    """A data address of a JPEG."""
    patterns: list[str]
    """That it may be."""
    levels: list[int]


class EyeAnswerIn(Body):
    level: Annotated[int, Field(ge=1, le=5)]
    seed: Annotated[int, Field(ge=0, le=MOST_SEEDS)]
    answer: Answer


class SkillMarkOut(Out):
    skill: str
    name: str
    mark: float
    text: str


class EyeMarkedOut(Out):
    total: float
    same: bool
    marks: list[SkillMarkOut]
    said: str
    """What is to be said before all else; empty for nothing."""
    truth: str
    truth_angles: Annotated[list[float], MaxLen(2)]
    """Azimuth and elevation of the key [degrees]."""
    size: float
    depth: float
    clues: list[str]
    own: str
    """The picture that the answer makes, as a data address."""
    drawing: Drawing
    """Of the true set."""


def _task(level: int, seed: int) -> Task:
    """The task; those drawn last are kept."""
    desk: PictureDesk = current_app.extensions["pictures"]
    if (level, seed) not in _TASKS:
        with desk.planning("practice", 0) as (look, _):
            _TASKS[level, seed] = task(level, seed, load_sitter, tuple(known_sitters()), look)
        while len(_TASKS) > KEPT:
            _TASKS.popitem(last=False)
    return _TASKS[level, seed]


def _coded(made: bytes) -> str:
    return f"data:image/jpeg;base64,{base64.b64encode(made).decode()}"


@practising.get("/task", responses={"200": EyeTaskOut})
def next_task(query: TaskIn) -> Response:
    """A picture to read; its truth stays here."""
    seed = random.randrange(MOST_SEEDS) if query.seed is None else query.seed
    made = _task(query.level, seed)
    desk: PictureDesk = current_app.extensions["pictures"]
    picture = desk.sized(made.photo_set, SHOWN).picture
    out = EyeTaskOut(
        level=query.level,
        seed=seed,
        picture=_coded(jpeg_bytes(picture, True)),
        patterns=list(AIMED),
        levels=list(LEVELS),
    )
    return answer(out)


@practising.post("/mark", responses={"200": EyeMarkedOut})
def mark(body: EyeAnswerIn) -> Response:
    """An answer against the truth, which is told with it."""
    problems = list(check_limits(body.answer))
    if problems:
        raise NotAccepted(problems)
    made = _task(body.level, body.seed)
    desk: PictureDesk = current_app.extensions["pictures"]
    with desk.planning("practice mark", 0) as (look, _):
        read = marked(made, body.answer, look)
    own = desk.thumbnail(read.photo_set).picture
    texts = marked_texts(read)
    said, rows = (texts[0], texts[1:]) if len(texts) > len(read.marks) else ("", texts)
    marks = [
        SkillMarkOut(skill=k, name=NAMES[k], mark=v, text=t) for (k, v), t in zip(read.marks.items(), rows, strict=True)
    ]
    truth = made.truth
    return answer(
        EyeMarkedOut(
            total=read.total, same=read.same, marks=marks, said=said, truth=truth_text(truth),
            truth_angles=[truth.azimuth, truth.elevation], size=truth.size, depth=truth.depth,
            clues=[CLUES[k] for k in clues(made)], own=_coded(jpeg_bytes(own, True)),
            drawing=drawing(made.photo_set, sitter_of(made.photo_set)),
        )
    )  # fmt: skip
