"""A beam as measured: intensities over angles, as photometric files (ANSI/IES LM-63) hold them."""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise
from typing import Annotated

from annotated_types import Interval, MaxLen, MinLen

from ..problem import Problem

Candela = Annotated[float, Interval(ge=0.0, le=1e7)]


@dataclass(frozen=True)
class Photometry:
    name: Annotated[str, MinLen(1), MaxLen(60)]
    angles: Annotated[tuple[Annotated[float, Interval(ge=0.0, le=180.0)], ...], MinLen(2), MaxLen(181)]
    """Off the axis, rising [degrees]."""
    turns: Annotated[tuple[Annotated[float, Interval(ge=0.0, le=360.0)], ...], MinLen(1), MaxLen(73)]
    """About the axis, from the light's right upward, rising [degrees]; one alone is the same all round."""
    candela: Annotated[tuple[Annotated[tuple[Candela, ...], MaxLen(181)], ...], MinLen(1), MaxLen(73)]
    """A row for each turn, an entry for each angle [cd]."""
    width: Annotated[float, Interval(ge=0.005, le=3.0)] = 0.05
    """Of the luminous opening [m]."""
    height: Annotated[float, Interval(ge=0.005, le=3.0)] = 0.05
    """[m]"""


def table_problems(photometry: Photometry) -> Iterator[Problem]:
    """Where the table's shape or order is wrong."""
    for field in ("angles", "turns"):
        values = getattr(photometry, field)
        if any(b <= a for a, b in pairwise(values)):
            yield Problem(field, "do not rise", "angles in rising order")
    if len(photometry.candela) != len(photometry.turns):
        yield Problem("candela", f"has {len(photometry.candela)} rows", f"{len(photometry.turns)}, one for each turn")
    elif any(len(row) != len(photometry.angles) for row in photometry.candela):
        yield Problem("candela", "has a row of another length", f"{len(photometry.angles)} entries, one for each angle")
    elif max(map(max, photometry.candela)) <= 0:
        yield Problem("candela", "holds no light", "at least one intensity over 0")
