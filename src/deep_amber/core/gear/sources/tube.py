"""Tube."""

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np
from annotated_types import Interval

from .. import beams
from ..face import Face
from ..part import cm
from .source import COLOUR, OUTPUT, Heat, Kelvin, LowestOutput, OutputScale, OutputStep, SourceKind

EFFICACY = 85.0
"""Fluorescent and LED tubes [lm / W] (assumption)."""
ACROSS = 0.026  # [m], of a T8 tube
FORWARD = 0.5
"""Share of a tube's power that heats what is before it (assumption: the half of it that faces there)."""


@dataclass(frozen=True)
class Tube(SourceKind):
    """Fluorescent or LED tube, level unless rolled."""

    length: Annotated[float, Interval(ge=0.2, le=2.0)] = 1.2
    """[m]"""
    watts: Annotated[float, Interval(ge=1.0, le=200.0)] = 36.0
    """[W]"""
    lumens: Annotated[float, Interval(ge=0.0, le=20000.0)] = 0.0
    """[lm]; 0 takes them from the watts."""
    colour_temperature: Kelvin = 4000.0
    """[K]"""
    lowest_output: LowestOutput = 0.0
    """[stops under full]"""
    scale: OutputScale = "percent"
    output_step: OutputStep = 1 / 3
    """Of its dial [stops]."""
    kind: Literal["tube"] = "tube"

    label = "a tube"
    is_flash = False
    takes_grid, takes_doors, takes_gels, on_stand = False, False, True, False
    typed = {
        "watts": ("power, W", "number"),
        "lumens": ("lumens, 0 from W", "number"),
        "length": ("length", "length"),
        **COLOUR,
    }
    chosen = OUTPUT
    usual = (("tube 120 cm", {}),)

    @property
    def heat(self) -> Heat:
        """All along it."""
        return Heat("a tube", self.watts, False, forward=FORWARD)

    @property
    def face(self) -> Face:
        """A narrow strip."""
        return Face(self.length, ACROSS)

    def beam(self) -> np.ndarray:
        """A line's."""
        return beams.tube_beam()

    def flux(self) -> float:
        """[lm]"""
        return self.lumens or self.watts * EFFICACY

    @property
    def summary(self) -> str:
        """As in "tube, 120 cm, 36 W"."""
        return f"tube, {cm(self.length)} cm, {self.watts:g} W"

    def facts(self, output: float) -> list[str]:
        """Nothing beside its beam."""
        return []
