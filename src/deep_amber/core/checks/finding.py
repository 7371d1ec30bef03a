"""A finding: what is seen in a set, how much it matters, the figures behind it, and a mend where there is one."""

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Literal

from ..model.set import Set
from ..simulation.memory import Memory
from ..simulation.quality import DRAGGED, held
from ..simulation.stages import Stages
from ..sitter.mesh import SitterMesh

GoOn = Callable[[], None]
"""Called between computations; an exception it raises ends the work."""

Severity = Literal["note", "look"]
"""A note is a figure worth knowing; "look" asks to be looked at."""


@dataclass(frozen=True)
class Step:
    code: str
    name: str
    thing: str
    """What is chosen on the bench for it."""


STEPS = (
    Step("brief", "Brief", "look"),
    Step("room", "Room", "room"),
    Step("backdrop", "Backdrop", "backdrop"),
    Step("sitter", "Sitter", "sitter"),
    Step("camera", "Camera", "camera"),
    Step("key", "Key", "key"),
)
"""The steps of the work that exist, in working order."""


@dataclass(frozen=True)
class Mend:
    text: str
    """What it does, in the photographer's words."""
    photo_set: Set
    """The set with it done."""


@dataclass(frozen=True)
class Finding:
    code: str
    """The step and the rule, as in "backdrop.narrow"."""
    severity: Severity
    message: str
    figures: dict[str, float] = field(default_factory=dict)
    """In m, mm, stops or ratios, as their names say."""
    mend: Mend | None = None

    @property
    def step(self) -> str:
        return self.code.partition(".")[0]


def stages_for(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Stages:
    """The simulation as findings read it: as finely as a dragged picture."""
    go_on()
    return Stages(photo_set, mesh, Memory(), held(DRAGGED, photo_set.camera), go_on)
