"""Lamp with a household bulb."""

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np
from annotated_types import Interval

from .. import beams
from ..face import Face
from .source import COLOUR, OUTPUT, Heat, Kelvin, LowestOutput, OutputScale, OutputStep, SourceKind

EFFICACY = {"tungsten": 13.0, "halogen": 18.0, "led": 90.0, "fluorescent": 60.0}
"""Light per electrical power [lm / W], as packets state it (assumption)."""
BULB_FACE = Face(0.06, 0.06, True)


@dataclass(frozen=True)
class Lamp(SourceKind):
    """Household, work or room lamp, by its bulb."""

    watts: Annotated[float, Interval(ge=1.0, le=2000.0)] = 60.0
    """Electrical power of the bulb [W]."""
    bulb: Literal["tungsten", "halogen", "led", "fluorescent"] = "led"
    lumens: Annotated[float, Interval(ge=0.0, le=100000.0)] = 0.0
    """From the packet [lm]; 0 takes them from the watts."""
    colour_temperature: Kelvin = 2800.0
    """[K]"""
    rating: Annotated[float, Interval(ge=0.0, le=2000.0)] = 60.0
    """Highest bulb power that the fitting is marked for [W]; 0 when it is not marked."""
    lowest_output: LowestOutput = 0.0
    """0 without a dimmer."""
    scale: OutputScale = "percent"
    output_step: OutputStep = 1 / 3
    """Of its dial [stops]."""
    kind: Literal["lamp"] = "lamp"

    label = "a lamp"
    is_flash = False
    takes_grid, takes_doors, takes_gels, on_stand = True, True, True, True
    typed = {
        "watts": ("power, W", "number"),
        "lumens": ("lumens, 0 from W", "number"),
        **COLOUR,
        "rating": ("fitting rated, W", "number"),
    }
    chosen = {"bulb": "bulb", **OUTPUT}
    usual = (
        ("household LED bulb", {"watts": 12.0}),
        ("halogen work lamp", {"watts": 150.0, "bulb": "halogen", "colour_temperature": 3000.0, "rating": 200.0}),
    )
    face = BULB_FACE

    def beam(self) -> np.ndarray:
        """All round but its base."""
        return beams.all_round(135, 170)

    def flux(self) -> float:
        """[lm]"""
        return self.lumens or self.watts * EFFICACY[self.bulb]

    @property
    def heat(self) -> Heat:
        """Its bulb."""
        name = f"a {self.bulb} bulb" if self.bulb != "led" else "an LED bulb"
        return Heat(name, self.watts, self.bulb in ("tungsten", "halogen"), rating=self.rating)

    @property
    def summary(self) -> str:
        """As in "halogen lamp, 150 W, 3000 K"."""
        name = "LED" if self.bulb == "led" else self.bulb
        return f"{name} lamp, {self.watts:g} W, {self.colour_temperature:.0f} K"

    def facts(self, output: float) -> list[str]:
        """Its light now, and its power."""
        return [f"{self.flux() * 2.0**output:.0f} lm, {self.watts:g} W"]
