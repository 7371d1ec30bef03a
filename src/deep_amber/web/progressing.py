"""How far practice has come: every skill, the weakest first, when it is due, and all of it as CSV."""

import csv
import io
from collections.abc import Iterator
from datetime import UTC, datetime

from flask import Response, current_app

from ..core.eye.marking import SKILLS
from ..core.eye.progress import FROM_LEVEL, Attempt, next_of, progress
from ..core.presenting.eye import NAMES, due_text, next_text
from ..store import practice as store
from ..store.schedule import days_of, due_of, time_of
from ..store.sets import now
from .answers import answer
from .described import file_of
from .routes import Routes
from .schemas import Out

progressing = Routes("progress", "/api/practice", ("503",))
COLUMNS = ("at", "kind", "level", "number", *SKILLS, "total", "seconds")


class CurvePointOut(Out):
    at: datetime
    mark: float


class SkillOut(Out):
    skill: str
    name: str
    attempts: int
    standing: float | None
    """Mean mark of the last ones, 0 to 1."""
    due: str
    """In words."""
    level: int
    """At which it is asked first."""
    curve: list[CurvePointOut]


class ProgressOut(Out):
    skills: list[SkillOut]
    """The weakest first."""
    next: str
    """What to practise now, in words."""
    next_level: int
    attempts: int


@progressing.get("/progress", responses={"200": ProgressOut})
def how_far() -> Response:
    """Every skill, the weakest first, and what is next."""
    made = store.attempts(current_app.extensions["sessions"])
    skills, here = progress(made, due_of), days_of(now())
    following = next_of(skills, here)
    out = [
        SkillOut(
            skill=k.skill, name=NAMES[k.skill], attempts=k.attempts, standing=k.standing, due=due_text(k.due, here),
            level=FROM_LEVEL[k.skill], curve=[CurvePointOut(at=time_of(at).replace(tzinfo=UTC), mark=m) for at, m in k.curve],
        )
        for k in skills
    ]  # fmt: skip
    return answer(ProgressOut(skills=out, next=next_text(following), next_level=following.level, attempts=len(made)))


@progressing.get("/progress.csv", responses={"200": file_of("text/csv")})
def as_csv() -> Response:
    """Every answer that was ever marked, the oldest first."""
    headers = {"Content-Disposition": 'attachment; filename="practice.csv"'}
    return Response(
        _lines(store.all_attempts(current_app.extensions["sessions"])), mimetype="text/csv", headers=headers
    )


def _lines(attempts: Iterator[Attempt]) -> Iterator[str]:
    text = io.StringIO()
    writer = csv.writer(text, lineterminator="\n")
    writer.writerow(COLUMNS)
    for k in attempts:
        marks = [f"{k.marks[s]:.3f}" if s in k.marks else "" for s in SKILLS]
        writer.writerow(
            (time_of(k.at).isoformat(), k.kind, k.level, k.seed, *marks, f"{k.total:.3f}", f"{k.seconds:.0f}")
        )
        yield text.getvalue()
        text.seek(0)
        text.truncate()
    yield text.getvalue()
