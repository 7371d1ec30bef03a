"""LED lamp head or panel."""

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np
from annotated_types import Interval

from .. import beams
from ..face import Face
from .source import COLOUR, OUTPUT, Heat, LowestOutput, OutputScale, OutputStep, SourceKind

FLAT = 0.15
"""With a larger face it is a panel, and takes no bowl, dish or snoot [m]."""

FORWARD = 0.4
"""Share of an LED's power that leaves at its front as light and heat (assumption: a third of it is light)."""


@dataclass(frozen=True)
class Led(SourceKind):
    """LED lamp head (small face) or flat panel."""

    amount: Annotated[float, Interval(ge=10.0, le=200000.0)] = 4000.0
    """At full output, in `unit`."""
    unit: Literal["lux at 1 m", "lumens"] = "lux at 1 m"
    """Lux are of the bare unit on its axis."""
    width: Annotated[float, Interval(ge=0.01, le=2.0)] = 0.06
    """Of its face [m]."""
    height: Annotated[float, Interval(ge=0.01, le=2.0)] = 0.06
    """[m]"""
    beam_angle: Annotated[float, Interval(ge=10.0, le=160.0)] = 110.0
    """Half-power full angle of the bare unit [degrees]."""
    lowest_output: LowestOutput = -6.6
    """[stops under full]"""
    scale: OutputScale = "percent"
    output_step: OutputStep = 1 / 3
    """Of its dial [stops]."""
    colour_temperature: Annotated[float, Interval(ge=2500.0, le=7500.0)] = 5600.0
    """[K]"""
    watts: Annotated[float, Interval(ge=1.0, le=2000.0)] = 60.0
    """Electrical power [W]."""
    kind: Literal["led"] = "led"

    label = "an LED"
    is_flash = False
    takes_grid, takes_doors, takes_gels, on_stand = True, True, True, True
    typed = {
        "amount": ("full output", "number"),
        "watts": ("power, W", "number"),
        "width": ("face width", "length"),
        "height": ("face height", "length"),
        "beam_angle": ("bare beam", "angle"),
        **COLOUR,
    }
    chosen = {"unit": "figure is", **OUTPUT}
    usual = (
        ("LED head 60 W", {}),
        ("LED panel 30 x 20", {"amount": 900.0, "width": 0.3, "height": 0.2, "watts": 30.0}),
    )

    @property
    def heat(self) -> Heat:
        """Its light, and what its front gives off."""
        return Heat("an LED panel" if self.is_panel else "an LED head", self.watts, False, forward=FORWARD)

    @property
    def is_panel(self) -> bool:
        """Whether its face is large and flat."""
        return max(self.width, self.height) > FLAT

    @property
    def face(self) -> Face:
        """Its own."""
        return Face(self.width, self.height)

    def beam(self) -> np.ndarray:
        """A bell of its angle."""
        return beams.bell(self.beam_angle)

    def flux(self) -> float:
        """[lm]"""
        return self.amount * (beams.solid_angle(self.beam()) if self.unit == "lux at 1 m" else 1.0)

    @property
    def summary(self) -> str:
        """As in "LED, 4000 lux at 1 m, 5600 K"."""
        return f"LED, {self.amount:g} {self.unit}, {self.colour_temperature:.0f} K"

    def facts(self, output: float) -> list[str]:
        """Its light now, and its power."""
        return [f"{self.flux() * 2.0**output:.0f} lm, {self.watts:g} W"]

    def fitting(self, kinds: tuple[str, ...]) -> tuple[str, ...]:
        """A panel takes a softbox at most."""
        return tuple(k for k in kinds if k in ("bare", "softbox")) if self.is_panel else kinds
