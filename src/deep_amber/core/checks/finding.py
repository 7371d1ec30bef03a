"""A finding: what is seen in a set, how much it matters, the figures behind it, and a mend where there is one.

A rule yields a code and typed figures; core/presenting/findings words them.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Literal

from ..answer import Answer
from ..model.set import Set
from ..simulation.memory import Memory
from ..simulation.quality import DRAGGED, SETTLED, oriented
from ..simulation.stages import Stages
from ..sitter.mesh import SitterMesh

GoOn = Callable[[], None]
"""Called between computations; an exception it raises ends the work."""

Severity = Literal["note", "warn"]
"""A note is a figure worth knowing; "warn" asks to be looked at."""


@dataclass(frozen=True)
class Finding:
    code: str
    """The step and the rule, as in "backdrop.narrow"."""
    severity: Severity
    figures: dict[str, float] = field(default_factory=dict)
    """In m, mm, stops or ratios, as their names say."""
    named: Mapping[str, str] = field(default_factory=dict)
    """Names of things, sides, kinds, for its words."""
    mend: Answer | None = None
    others: tuple[Answer, ...] = ()
    """What mends it too, dearer: looked at where the first breaks something."""

    meant: bool = False
    """It would ask to be looked at, but the photographer means it so."""
    only_mend: bool = False
    """There is nothing to say without its mend."""

    @property
    def step(self) -> str:
        return self.code.partition(".")[0]


class Work:
    """One look at a set: what has been worked out for a rule is there for the next."""

    def __init__(self, go_on: GoOn):
        self._go_on, self.finely, self.quickly = go_on, Memory(), Memory()

    def __call__(self) -> None:
        self._go_on()


def stages_for(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Stages:
    """The simulation as what is stated of a set is read: as finely as the meter reads it."""
    go_on()
    memory = go_on.finely if isinstance(go_on, Work) else Memory()
    return Stages(photo_set, mesh, memory, oriented(SETTLED, photo_set.camera), go_on)


def sketch_for(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Stages:
    """The simulation as differences between sets are tried: as finely as a dragged picture."""
    go_on()
    memory = go_on.quickly if isinstance(go_on, Work) else Memory()
    return Stages(photo_set, mesh, memory, oriented(DRAGGED, photo_set.camera), go_on)
