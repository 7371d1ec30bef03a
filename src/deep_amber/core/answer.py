"""An answer: what to do, the set with it done, what it costs, and what else it brings.

A mend of a finding and a way to a pattern are both answers. Words and units are made of its acts in core/presenting.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

from .model.set import Set

Moves = Literal["key", "sitter", "else"]


@dataclass(frozen=True)
class Act:
    """One thing to do, as a code with typed figures."""

    code: str
    """As in "key.raise"."""
    figures: dict[str, float] = field(default_factory=dict)
    """In m, degrees, stops, as the ends of their names say."""
    named: Mapping[str, str] = field(default_factory=dict)
    """Names of things, sides, kinds."""

    @property
    def rounded(self) -> tuple[object, ...]:
        """What it says to the hand: two acts that are the same in whole centimetres and degrees are one."""
        figures = ((k, round(v, 2 if k.endswith("_m") else 0)) for k, v in sorted(self.figures.items()))
        return (self.code, *figures, *sorted(self.named.items()))


@dataclass(frozen=True)
class Answer:
    acts: tuple[Act, ...]
    """In the order they are done."""
    photo_set: Set
    """The set with it done."""
    effort: float = 0.0
    """In metres of a stand carried."""
    share: float = 1.0
    """How surely it does what was asked, 0 to 1."""
    moves: Moves = "else"
    """What is moved."""
    brings: str = ""
    """What else it brings, as a code; empty for nothing to speak of."""


def mend(photo_set: Set, code: str, figures: dict[str, float] | None = None, **named: str) -> Answer:
    """An answer of one act."""
    return Answer((Act(code, figures or {}, named),), photo_set)
