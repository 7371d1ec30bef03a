"""A sitting: the looks of one date with a sitter, and how the evening is to go."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Annotated

from annotated_types import Interval, MaxLen, MinLen

from ..model.limits import check_limits
from ..problem import Problem
from .order import MOST
from .posing import BetterSide

Name = Annotated[str, MinLen(1), MaxLen(80)]
SetId = Annotated[str, MinLen(1), MaxLen(32)]
MOST_VARIANTS = 11
Minutes = Annotated[float, Interval(ge=0.0, le=240.0)]


@dataclass(frozen=True)
class LookPlan:
    """One look: a set of the shelf, and what it needs."""

    name: Name
    set_id: SetId
    first: bool = False
    """It comes before all others: children, make-up that is fresh."""
    last: bool = False
    """It comes after all others: the white paper, before it is walked on."""
    after: Annotated[tuple[Name, ...], MaxLen(MOST)] = ()
    """Names of looks that come before it."""
    variants: Annotated[tuple[SetId, ...], MaxLen(MOST_VARIANTS)] = ()
    """More pictures of the same light: sets that differ from it by little."""
    wardrobe: Annotated[str, MaxLen(120)] = ""
    minutes: Minutes = 15.0
    """With the camera, each variant too."""
    frames: Annotated[int, Interval(ge=1, le=2000)] = 40
    """That are taken, about, each variant too."""
    note: Annotated[str, MaxLen(500)] = ""


@dataclass(frozen=True)
class Sitting:
    name: Name
    date: Annotated[str, MaxLen(10)] = ""
    """As in 2026-11-26; empty before it is set."""
    sitter: Annotated[str, MaxLen(80)] = ""
    better_side: BetterSide = "not noted"
    """Of the face."""
    begin: Annotated[str, MaxLen(5)] = "18:00"
    """When the first stand is carried, as in 18:00."""
    margin: Annotated[float, Interval(ge=0.0, le=1.0)] = 0.25
    """Share that is added to all work of hands."""
    work: Annotated[float, Interval(ge=10.0, le=240.0)] = 45.0
    """After which there is a break [minutes]."""
    pause: Minutes = 10.0
    """How long a break is [minutes]."""
    elsewhere: bool = False
    """Not at home: what is used must be packed."""
    as_given: bool = False
    """Looks in the order that they are listed; else in the order that costs the least."""
    looks: Annotated[tuple[LookPlan, ...], MaxLen(MOST)] = ()


def sitting_problems(sitting: Sitting) -> list[Problem]:
    """What is wrong with it: limits, names used twice, a time of day that is none."""
    return list(check_limits(sitting)) or [*_names(sitting), *_times(sitting)]


def _names(sitting: Sitting) -> Iterator[Problem]:
    names = [k.name for k in sitting.looks]
    for i, look in enumerate(sitting.looks):
        if names.index(look.name) != i:
            yield Problem(f"looks.{i}.name", f"{look.name!r} is used twice", "a name of its own for each look")
        if look.first and look.last:
            yield Problem(f"looks.{i}.first", "cannot be first and last", "one of them")
        for other in look.after:
            if other not in names or other == look.name:
                accepted = " or ".join(k for k in names if k != look.name) or "nothing"
                yield Problem(f"looks.{i}.after", f"there is no other look {other!r}", accepted)


def _times(sitting: Sitting) -> Iterator[Problem]:
    if minutes_of_day(sitting.begin) is None:
        yield Problem("begin", f"{sitting.begin!r} is no time of day", "as in 18:00")
    parts = sitting.date.split("-")
    whole = [k for k in parts if k.isascii() and k.isdigit()]
    if sitting.date and ([len(k) for k in whole] != [4, 2, 2] or not _a_day(*map(int, whole))):
        yield Problem("date", f"{sitting.date!r} is no date", "as in 2026-11-26, or empty")


def _a_day(year: int, month: int, day: int) -> bool:
    if not (1 <= month <= 12 and year > 0):
        return False
    leap = year % 4 == 0 and (year % 100 != 0 or year % 400 == 0)
    return 1 <= day <= (31, 29 if leap else 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)[month - 1]


def minutes_of_day(text: str) -> int | None:
    """Minutes after midnight of a time as in 18:00; None for what is none."""
    hours, _, minutes = text.partition(":")
    if not (hours.isascii() and hours.isdigit() and minutes.isascii() and minutes.isdigit() and len(minutes) == 2):
        return None
    made = int(hours) * 60 + int(minutes)
    return made if int(minutes) < 60 and made < 24 * 60 else None


def time_of_day(minutes: float) -> str:
    """As in 18:00; past midnight it begins again."""
    whole = round(minutes) % (24 * 60)
    return f"{whole // 60:02d}:{whole % 60:02d}"
