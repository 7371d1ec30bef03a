"""What a source says of itself: its light, its bare beam, its face, its heat."""

from abc import abstractmethod
from dataclasses import dataclass
from typing import Annotated, ClassVar, Literal

import numpy as np
from annotated_types import Interval

from ..face import Face
from ..part import Gear

Kelvin = Annotated[float, Interval(ge=1500.0, le=12000.0)]
LowestOutput = Annotated[float, Interval(ge=-10.0, le=0.0)]
OutputStep = Annotated[float, Interval(ge=0.1, le=1.0)]
OutputScale = Literal["fractions", "stops", "watt-seconds", "percent"]

OUTPUT = {
    "lowest_output": "lowest output, stops under full",
    "scale": "display",
    "output_step": "output step, stops",
}
"""Labels of what every source states of its dial."""
COLOUR = {"colour_temperature": ("colour, K", "number")}


@dataclass(frozen=True)
class Heat:
    """What heats what is near it."""

    what: str
    """In words, as in "a halogen bulb"."""
    watts: float
    hot: bool
    """Tungsten or halogen; else LED or fluorescent."""
    modelling: bool = False
    """The modelling lamp of a studio head."""
    rating: float = 0.0
    """Highest bulb power that its fitting is marked for [W]; 0 when it is not marked."""
    forward: float = 1.0
    """Share of the power that heats what is on its front; the rest leaves at its back, by fins and a fan."""


SHORTEST_RECYCLE = 0.05  # of that after full output (assumption)


def recycled(full: float, output: float) -> float:
    """Seconds until a flash is ready again: in proportion to the energy of the flash, at least a twentieth of that after
    full output [s]; output in stops under full."""
    return full * max(2.0**output, SHORTEST_RECYCLE)


class SourceKind(Gear):
    """A kind of source; a frozen dataclass in a file of its own."""

    parts = ("label", "is_flash", "takes_grid", "takes_doors", "takes_gels", "on_stand")
    label: ClassVar[str]
    """In words, as in "a strobe head"."""
    is_flash: ClassVar[bool]
    """Whether shutter speed leaves its exposure alone."""
    takes_grid: ClassVar[bool]
    """Whether a honeycomb grid goes before it, where its modifier takes one."""
    takes_doors: ClassVar[bool]
    """Whether barn doors go on it, where its modifier takes them."""
    takes_gels: ClassVar[bool]
    on_stand: ClassVar[bool]
    """Whether a stand carries it, which may show in the picture."""

    @property
    @abstractmethod
    def face(self) -> Face:
        """What gives the light when it is bare."""

    @abstractmethod
    def beam(self) -> np.ndarray:
        """Its bare beam (gear/beams.py)."""

    @abstractmethod
    def flux(self) -> float:
        """Its light at full output: [lm s] for a flash, [lm] for continuous light; 0 where luminance is what is known."""

    @property
    @abstractmethod
    def heat(self) -> Heat | None:
        """What heats what is near it; None for nothing to speak of."""

    @property
    @abstractmethod
    def summary(self) -> str:
        """What it is in a few words, without its lowest output."""

    @abstractmethod
    def facts(self, output: float) -> list[str]:
        """What follows from its figures at an output [stops under full], in short words."""

    def fitting(self, kinds: tuple[str, ...]) -> tuple[str, ...]:
        """Which of the kinds of modifier that state its kind go on this one."""
        return kinds
