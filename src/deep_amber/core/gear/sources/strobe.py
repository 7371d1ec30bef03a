"""Studio flash head."""

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np
from annotated_types import Interval

from .. import beams
from ..face import Face
from .source import COLOUR, OUTPUT, Heat, Kelvin, LowestOutput, OutputScale, OutputStep, SourceKind, recycled

LUMINOUS_EFFICACY = 40.0
"""Flash light per electrical energy [lm s / W s]; common for xenon tubes at studio outputs (assumption)."""
TUBE_FACE = Face(0.09, 0.09, True)
"""A flash tube under its dome (assumption)."""


@dataclass(frozen=True)
class Strobe(SourceKind):
    """Studio flash head."""

    energy: Annotated[float, Interval(ge=20.0, le=2400.0)] = 400.0
    """Electrical flash energy at full output [W s]."""
    lowest_output: LowestOutput = -8.0
    """Lowest output it can be set to, in stops under full."""
    scale: OutputScale = "fractions"
    """The scale its own display shows."""
    output_step: OutputStep = 1 / 3
    """Of its dial [stops]."""
    colour_temperature: Kelvin = 5600.0
    """[K]"""
    modelling_lamp: Annotated[float, Interval(ge=0.0, le=1000.0)] = 150.0
    """Halogen modelling lamp, for its heat [W]; 0 for none or a cool one."""
    recycle_time: Annotated[float, Interval(ge=0.1, le=30.0)] = 1.5
    """After full output [s]; lower outputs recycle in proportion to their energy."""
    kind: Literal["strobe"] = "strobe"

    label = "a strobe head"
    is_flash = True
    takes_grid, takes_doors, takes_gels, on_stand = True, True, True, True
    typed = {
        "energy": ("full output, W s", "number"),
        **COLOUR,
        "modelling_lamp": ("modelling lamp, W", "number"),
    }
    chosen = {"recycle_time": "recycle time, s", **OUTPUT}
    usual = (
        ("200 W s head", {"energy": 200.0, "lowest_output": -6.0}),
        ("400 W s head", {"energy": 400.0}),
        ("600 W s head", {"energy": 600.0, "lowest_output": -8.0, "scale": "stops"}),
    )
    face = TUBE_FACE

    def beam(self) -> np.ndarray:
        """All round but behind its own body."""
        return beams.all_round(95, 135)

    def recycle(self, output: float) -> float:
        """Seconds until it is ready again."""
        return recycled(self.recycle_time, output)

    def flux(self) -> float:
        """[lm s]"""
        return self.energy * LUMINOUS_EFFICACY

    @property
    def heat(self) -> Heat | None:
        """Its modelling lamp."""
        return Heat("a modelling lamp", self.modelling_lamp, True, modelling=True) if self.modelling_lamp else None

    @property
    def summary(self) -> str:
        """As in "strobe, 400 W s"."""
        return f"strobe, {self.energy:g} W s"

    def facts(self, output: float) -> list[str]:
        """Its energy now."""
        return [f"{self.energy * 2.0**output:.3g} W s now", f"ready after {self.recycle(output):.1f} s"]
