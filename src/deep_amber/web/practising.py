"""Practice of the eye: a picture whose light is to be read, and an answer against its truth."""

import random
from collections import OrderedDict
from typing import Annotated

from annotated_types import MaxLen
from flask import Response, current_app
from pydantic import Field

from ..core.eye.marking import Answer, answered, clues, marked
from ..core.eye.overlay import Overlay, difference, overlay
from ..core.eye.practice import LEVELS, Task, task
from ..core.eye.progress import Attempt, asked, next_of, progress
from ..core.model.limits import check_limits
from ..core.model.patterns import AIMED
from ..core.picture.lens_rays import Size
from ..core.presenting.drawing import drawing
from ..core.presenting.eye import CLUES, NAMES, marked_texts, truth_text
from ..core.presenting.lines import Drawing
from ..core.problem import NotAccepted
from ..formats.picture_file import jpeg_bytes
from ..formats.sitter_file import known_sitters, load_sitter, sitter_of
from ..store import practice as store
from ..store.schedule import days_of, due_of
from ..store.sets import now
from .answers import answer, jpeg_address
from .pictures import PictureDesk
from .routes import Routes
from .schemas import Body, Out

practising = Routes("practice", "/api/practice", ("413", "422", "503"))
MOST_SEEDS, KEPT = 10**6, 12
SHOWN = Size(480, 600)
LONGEST = 3600.0  # [s] that an answer takes, at most: who is away for longer has not looked for longer


class TaskIn(Out):
    level: Annotated[int, Field(ge=1, le=5)] | None = None
    """None for the one that is due, or the weakest skill's."""
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
    skill: str
    """That it is drawn for, in words; empty where a level was asked for."""


class EyeAnswerIn(Body):
    level: Annotated[int, Field(ge=1, le=5)]
    seed: Annotated[int, Field(ge=0, le=MOST_SEEDS)]
    answer: Answer
    seconds: Annotated[float, Field(ge=0, le=LONGEST)] = 0.0
    """That it took."""


class SkillMarkOut(Out):
    skill: str
    name: str
    mark: float
    text: str


class EyeSpotOut(Out):
    x: float
    y: float
    clock: str


class OverlayOut(Out):
    """What is drawn over the true picture, in shares of its width and height."""

    nose_shadow: list[list[float]]
    """From the tip to its end."""
    catchlights: list[EyeSpotOut]
    lit_way: list[list[float]]
    closed: bool
    """Whether shadow closes the way down the cheek."""


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
    overlay: OverlayOut
    drawing: Drawing
    """Of the true set."""


class OwnPictureOut(Out):
    own: str
    """The picture that the answer makes, as a data address."""
    difference: str
    """Of both pictures: mid grey where they are alike, lighter where the answer is too light."""


def task_of(level: int, seed: int) -> Task:
    """The task; those drawn last are kept."""
    desk: PictureDesk = current_app.extensions["pictures"]
    tasks: OrderedDict[tuple[int, int], Task] = current_app.extensions["practice"]
    if (level, seed) not in tasks:
        with desk.planning("practice", 0) as looks:
            tasks[level, seed] = task(level, seed, load_sitter, tuple(known_sitters()), looks.quick)
        while len(tasks) > KEPT:
            tasks.popitem(last=False)
    return tasks[level, seed]


@practising.get("/task", responses={"200": EyeTaskOut})
def next_task(query: TaskIn) -> Response:
    """A picture to read; its truth stays here."""
    seed = random.randrange(MOST_SEEDS) if query.seed is None else query.seed
    wanted = None
    if query.level is None:
        attempts = store.attempts(current_app.extensions["sessions"])
        wanted = next_of(progress(attempts, due_of), days_of(now()))
    level = query.level or (wanted.level if wanted else 1)
    made = task_of(level, seed)
    desk: PictureDesk = current_app.extensions["pictures"]
    picture = desk.sized(made.photo_set, SHOWN).picture
    out = EyeTaskOut(
        level=level,
        seed=seed,
        picture=jpeg_address(jpeg_bytes(picture, True)),
        patterns=list(AIMED),
        levels=list(LEVELS),
        skill=NAMES[wanted.skill] if wanted else "",
    )
    return answer(out)


def _overlay_out(laid: Overlay) -> OverlayOut:
    return OverlayOut(
        nose_shadow=[list(k) for k in laid.nose_shadow], lit_way=[list(k) for k in laid.lit_way], closed=laid.closed,
        catchlights=[EyeSpotOut(x=x, y=y, clock=clock) for x, y, clock in laid.catchlights],
    )  # fmt: skip


def _answered(body: EyeAnswerIn) -> Task:
    problems = list(check_limits(body.answer))
    if problems:
        raise NotAccepted(problems)
    return task_of(body.level, body.seed)


@practising.post("/mark", responses={"200": EyeMarkedOut})
def mark(body: EyeAnswerIn) -> Response:
    """An answer against the truth, which is told with it."""
    made = _answered(body)
    desk: PictureDesk = current_app.extensions["pictures"]
    with desk.planning("practice mark", 0) as looks:
        read = marked(made, body.answer, looks.quick)
        laid = overlay(looks.quick(made.photo_set))
    attempt = Attempt(
        days_of(now()), "eye", body.level, body.seed, asked(body.level, read.marks), read.total, body.seconds
    )
    store.keep_attempt(current_app.extensions["sessions"], attempt)
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
            clues=[CLUES[k] for k in clues(made)], overlay=_overlay_out(laid),
            drawing=drawing(made.photo_set, sitter_of(made.photo_set)),
        )
    )  # fmt: skip


@practising.post("/own", responses={"200": OwnPictureOut})
def own_picture(body: EyeAnswerIn) -> Response:
    """The picture of an answer, and how it differs from the true one; asked for once the answer is marked."""
    made = _answered(body)
    desk: PictureDesk = current_app.extensions["pictures"]
    with desk.planning("practice own", 0) as looks:
        photo_set = answered(made, looks.quick(made.photo_set), body.answer)
    own, true = desk.sized(photo_set, SHOWN).picture, desk.sized(made.photo_set, SHOWN).picture
    return answer(
        OwnPictureOut(
            own=jpeg_address(jpeg_bytes(own, True)),
            difference=jpeg_address(jpeg_bytes(difference(true, own), True)),
        )
    )
