"""How far a learner has come: per skill how it went, when it is due again, and what to practise next.

When a skill is due is told by a scheduler of the registries (FSRS: J. Ye, J. Su, Y. Cao, 2022, A stochastic shortest path
algorithm for optimizing spaced repetition scheduling, KDD): every attempt is a review whose grade is its mark.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Literal

from fsrs import Card, Rating, Scheduler

from .marking import SKILLS

Kind = Literal["eye", "hand"]
LAST = 10  # attempts that a skill's standing is the mean of
REPLAYED = 500  # attempts, the newest, that a schedule is made from
DRAWN = 60  # attempts that a curve shows at most
GRADES = ((0.9, Rating.Easy), (0.75, Rating.Good), (0.5, Rating.Hard), (0.0, Rating.Again))
"""Least mark for each grade (assumption)."""
FROM_LEVEL = {"side": 1, "height": 1, "pattern": 1, "size": 2, "fill": 2, "rim": 3, "background": 4}
"""The level at which a skill is asked of the eye for the first time."""
UP = (0.75, 0.9)  # standings from each of which a level more is asked (assumptions)
HIGHEST = 5
_SCHEDULER = Scheduler(enable_fuzzing=False)


@dataclass(frozen=True)
class Attempt:
    at: datetime
    """UTC, without a zone, as the store keeps it."""
    kind: Kind
    level: int
    seed: int
    marks: Mapping[str, float]
    """Of SKILLS, 0 to 1; those that were asked."""
    total: float
    seconds: float
    """It took."""


@dataclass(frozen=True)
class SkillProgress:
    skill: str
    attempts: int
    standing: float | None
    """Mean mark of the last ones; None before the first."""
    curve: tuple[tuple[datetime, float], ...]
    """Marks in time order."""
    due: datetime | None
    """When it is to be practised again; None before the first."""


@dataclass(frozen=True)
class Next:
    skill: str
    level: int
    why: Literal["new", "due", "weakest"]


def asked(level: int, marks: Mapping[str, float]) -> dict[str, float]:
    """The marks of those skills that a level asks for: what is not in its pictures is not practised by them."""
    return {k: v for k, v in marks.items() if FROM_LEVEL[k] <= level}


def grade_of(mark: float) -> Rating:
    """The scheduler's grade of a mark from 0 to 1."""
    return next(grade for least, grade in GRADES if mark >= least)


def due_of(marks: Sequence[tuple[datetime, float]]) -> datetime | None:
    """When a skill is due, by its marks in time order; None where there are none."""
    if not marks:
        return None
    card = Card(card_id=1, due=marks[0][0].replace(tzinfo=UTC))
    for at, mark in marks[-REPLAYED:]:
        card, _ = _SCHEDULER.review_card(card, grade_of(mark), at.replace(tzinfo=UTC))
    return card.due.replace(tzinfo=None)


def progress(attempts: Sequence[Attempt]) -> list[SkillProgress]:
    """Every skill, the weakest first; those never tried come before all.

    Parameters
    ----------
    attempts : in time order
    """
    made = []
    for skill in SKILLS:
        marks = [(k.at, k.marks[skill]) for k in attempts if skill in k.marks]
        last = [mark for _, mark in marks[-LAST:]]
        standing = sum(last) / len(last) if last else None
        made.append(SkillProgress(skill, len(marks), standing, tuple(marks[-DRAWN:]), due_of(marks)))
    return sorted(made, key=lambda k: (-1.0 if k.standing is None else k.standing, SKILLS.index(k.skill)))


def next_of(skills: Sequence[SkillProgress], now: datetime) -> Next:
    """What to practise now: what was never tried, else the weakest of what is due, else the weakest.

    Parameters
    ----------
    skills : of `progress`; now : UTC without a zone
    """
    new = sorted((k for k in skills if k.standing is None), key=lambda k: FROM_LEVEL[k.skill])
    if new:
        return Next(new[0].skill, FROM_LEVEL[new[0].skill], "new")
    due = [k for k in skills if k.due is not None and k.due <= now]
    chosen = due[0] if due else skills[0]
    assert chosen.standing is not None
    level = FROM_LEVEL[chosen.skill] + sum(chosen.standing >= k for k in UP)
    return Next(chosen.skill, min(level, HIGHEST), "due" if due else "weakest")
