"""Umbrella: shot through, or lined white or silver."""

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np
from annotated_types import Interval

from .. import beams
from ..face import Face
from ..part import cm
from .modifier import Front, ModifierKind, unevenness

EFFICIENCY = {"shoot-through": 0.85, "white": 0.65, "silver": 0.78}
"""Thin white cloth loses little either way; a white lining lets some through its black back, silver less (assumptions)."""
THROWN_BACK = 0.40
"""Share of a shoot-through umbrella's light that goes back into the room (light-model)."""
HOTTEST = 8.0
"""Stops over which a hot middle is not told apart."""
CANOPY = 50.0
"""Half angle of the canopy as a spherical cap [degrees] (assumption)."""
SILVER_BEAM = 95.0
"""Half-power full angle [degrees] (assumption)."""
FILLED = 0.7
"""Stops from middle to rim up to which the source covers the canopy (a wide beam is held by its bowl's rim)."""
LOOKS_FILLED = 1.0
"""Stops from middle to rim within which it counts as filled (assumption)."""
REFLECTS = 0.6
"""Of its cloth, for light of others (assumption)."""


@dataclass(frozen=True)
class Umbrella(ModifierKind):
    """Umbrella; the light's place is the middle of its canopy's rim, and it faces its aim."""

    diameter: Annotated[float, Interval(ge=0.5, le=2.2)] = 1.0
    """[m]"""
    lining: Literal["shoot-through", "white", "silver"] = "shoot-through"
    shaft: Annotated[float, Interval(ge=0.4, le=1.6)] = 1.0
    """Where on the shaft the source is, in usual distances from the canopy."""
    above: Annotated[float, Interval(ge=-0.3, le=0.3)] = 0.0
    """Of the source over the shaft, under it as negative [m]."""
    kind: Literal["umbrella"] = "umbrella"

    fits = ("strobe", "speedlight", "led", "lamp")
    takes_grid, takes_doors = False, False
    typed = {
        "diameter": ("front across", "length"),
        "shaft": ("place on the shaft", "share"),
        "above": ("source over the shaft", "length"),
    }
    chosen = {"lining": "umbrella"}
    usual = (
        ("100 cm shoot-through umbrella", {"diameter": 1.0}),
        ("100 cm white umbrella", {"diameter": 1.0, "lining": "white"}),
        ("100 cm silver umbrella", {"diameter": 1.0, "lining": "silver"}),
    )
    material = "cloth"
    reflects = REFLECTS

    @property
    def face(self) -> Face:
        """The canopy's rim."""
        return Face(self.diameter, self.diameter, True)

    def front(self, own_beam: np.ndarray) -> Front:
        """Covered only as far as the source's beam reaches it: nearer on the shaft less, beside the shaft off its middle."""
        hot = min(unevenness(own_beam) / self.shaft**2, HOTTEST)
        up = 2 * self.above / self.diameter
        covered = 1 - 2.0**-hot if hot > FILLED else 1.0 - hot  # of a Gaussian beam
        efficiency = EFFICIENCY[self.lining] * covered
        if self.lining == "shoot-through":
            return Front(efficiency, beams.cap_beam(CANOPY, THROWN_BACK), None, hot, hot_up=up)
        if self.lining == "white":
            return Front(efficiency, beams.lambert(1.5), 0.5, hot, hot_up=up)
        return Front(efficiency, beams.bell(SILVER_BEAM), None, hot, hot_up=up)

    def filling(self, fall: float, hot: float) -> str:
        """A canopy shows the beam as it is."""
        filled = (
            "fills the umbrella to its rim"
            if fall < LOOKS_FILLED
            else "does not fill the umbrella: a wider zoom or a longer shaft does"
        )
        return f"the flash {filled}, {fall:.1f} stops from middle to rim"

    @property
    def summary(self) -> str:
        """As in "umbrella, 100 cm, white"."""
        return f"umbrella, {cm(self.diameter)} cm, {self.lining}"
