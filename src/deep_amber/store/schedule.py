"""When a skill is due again, by a scheduler of the registries.

FSRS: J. Ye, J. Su, Y. Cao, 2022, A stochastic shortest path algorithm for optimizing spaced repetition scheduling, KDD.
Nothing of it is kept: it is fed every attempt anew, so that what is due follows from what was answered.
"""

from collections.abc import Sequence
from datetime import UTC, datetime, timedelta

from fsrs import Card, Rating, Scheduler

from ..core.eye.progress import Grade

EPOCH = datetime(1970, 1, 1)
_SCHEDULER = Scheduler(enable_fuzzing=False)


def days_of(at: datetime) -> float:
    """A time as the tables keep it, in days since 1970."""
    return (at - EPOCH) / timedelta(days=1)


def time_of(days: float) -> datetime:
    """The same back."""
    return EPOCH + timedelta(days=days)


def due_of(grades: Sequence[tuple[float, Grade]]) -> float:
    """When a skill is due [days], by its grades in time order, of which there is one at least."""
    card = Card(card_id=1, due=time_of(grades[0][0]).replace(tzinfo=UTC))
    for at, grade in grades:
        card, _ = _SCHEDULER.review_card(card, Rating(grade), time_of(at).replace(tzinfo=UTC))
    return days_of(card.due.replace(tzinfo=None))
