"""How far a learner has come: per skill how it went, when it is due again, and what to practise next.

Times are days since 1970, UTC. When a skill is due is told by a scheduler that every mark is given to as a grade.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from .marking import SKILLS

Kind = Literal["eye", "hand"]
Grade = Literal[1, 2, 3, 4]
"""Again, hard, good, easy."""
Schedule = Callable[[Sequence[tuple[float, Grade]]], float]
"""When a skill is due [days], by its grades in time order."""
LAST = 10  # attempts that a skill's standing is the mean of
REPLAYED = 500  # attempts, the newest, that a schedule is made from
DRAWN = 60  # attempts that a curve shows at most
GRADES: tuple[tuple[float, Grade], ...] = ((0.9, 4), (0.75, 3), (0.5, 2), (0.0, 1))
"""Least mark for each grade (assumption)."""
FROM_LEVEL = {"side": 1, "height": 1, "pattern": 1, "size": 2, "fill": 2, "rim": 3, "background": 4}
"""The level at which a skill is asked of the eye for the first time."""
UP = (0.75, 0.9)  # standings from each of which a level more is asked (assumptions)
HIGHEST = 5


@dataclass(frozen=True)
class Attempt:
    at: float
    """[days]"""
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
    curve: tuple[tuple[float, float], ...]
    """Marks in time order."""
    due: float | None
    """When it is to be practised again [days]; None before the first."""


@dataclass(frozen=True)
class Next:
    skill: str
    level: int
    why: Literal["new", "due", "weakest"]


def asked(level: int, marks: Mapping[str, float]) -> dict[str, float]:
    """The marks of those skills that a level asks for: what is not in its pictures is not practised by them."""
    return {k: v for k, v in marks.items() if FROM_LEVEL[k] <= level}


def grade_of(mark: float) -> Grade:
    """The scheduler's grade of a mark from 0 to 1."""
    return next(grade for least, grade in GRADES if mark >= least)


def progress(attempts: Sequence[Attempt], schedule: Schedule) -> list[SkillProgress]:
    """Every skill, the weakest first; those never tried come before all.

    Parameters
    ----------
    attempts : in time order; schedule : when a skill is due
    """
    made = []
    for skill in SKILLS:
        marks = [(k.at, k.marks[skill]) for k in attempts if skill in k.marks]
        last = [mark for _, mark in marks[-LAST:]]
        standing = sum(last) / len(last) if last else None
        due = schedule([(at, grade_of(mark)) for at, mark in marks[-REPLAYED:]]) if marks else None
        made.append(SkillProgress(skill, len(marks), standing, tuple(marks[-DRAWN:]), due))
    return sorted(made, key=lambda k: (-1.0 if k.standing is None else k.standing, SKILLS.index(k.skill)))


def next_of(skills: Sequence[SkillProgress], now: float) -> Next:
    """What to practise now: what was never tried, else the weakest of what is due, else the weakest.

    Parameters
    ----------
    skills : of `progress`; now : [days]
    """
    new = sorted((k for k in skills if k.standing is None), key=lambda k: FROM_LEVEL[k.skill])
    if new:
        return Next(new[0].skill, FROM_LEVEL[new[0].skill], "new")
    due = [k for k in skills if k.due is not None and k.due <= now]
    chosen = due[0] if due else skills[0]
    assert chosen.standing is not None
    level = FROM_LEVEL[chosen.skill] + sum(chosen.standing >= k for k in UP)
    return Next(chosen.skill, min(level, HIGHEST), "due" if due else "weakest")
