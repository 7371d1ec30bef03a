"""What was practised, in time order."""

import json
import uuid
from collections.abc import Iterator

from sqlalchemy import select

from ..core.eye.progress import Attempt
from .models import AttemptRow
from .schedule import days_of, time_of
from .sets import Sessions

MOST_READ = 5000  # attempts, the newest, that a standing is made from


def _attempt(row: AttemptRow) -> Attempt:
    return Attempt(days_of(row.at), row.kind, row.level, row.seed, json.loads(row.marks), row.total, row.seconds)  # type: ignore[arg-type]


def keep_attempt(sessions: Sessions, attempt: Attempt) -> None:
    """Keeps a marked answer."""
    with sessions.begin() as session:
        session.add(
            AttemptRow(
                id=uuid.uuid4().hex, at=time_of(attempt.at), kind=attempt.kind, level=attempt.level, seed=attempt.seed,
                marks=json.dumps(dict(attempt.marks)), total=attempt.total, seconds=attempt.seconds,
            )
        )  # fmt: skip


def attempts(sessions: Sessions) -> list[Attempt]:
    """The newest MOST_READ, the oldest of them first."""
    with sessions() as session:
        rows = session.scalars(select(AttemptRow).order_by(AttemptRow.at.desc(), AttemptRow.id).limit(MOST_READ))
        return [_attempt(row) for row in rows][::-1]


def all_attempts(sessions: Sessions) -> Iterator[Attempt]:
    """Every one, the oldest first."""
    with sessions() as session:
        for row in session.scalars(
            select(AttemptRow).order_by(AttemptRow.at, AttemptRow.id).execution_options(yield_per=500)
        ):
            yield _attempt(row)
