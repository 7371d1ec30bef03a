"""Beauty dish."""

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np
from annotated_types import Interval

from .. import beams
from ..face import Face
from ..part import cm
from .modifier import BOX_LOBE, Front, ModifierKind

EFFICIENCY, WITH_SOCK = 0.70, 0.45
"""Two bounces on white metal; a sock passes two thirds of that (assumptions)."""
BEAM = 95.0
"""Half-power full angle without a sock [degrees] (assumption)."""
WEAK_CENTRE, SOCK_HOT = -1.2, 0.3
"""Stops from the middle down to the edge: the inner plate keeps light off the middle, a sock evens it (assumptions)."""
PLATE = 0.06
"""Radius of the inner plate, as a share of the front's (assumption)."""


@dataclass(frozen=True)
class Dish(ModifierKind):
    """Beauty dish: a bright ring with a weaker centre."""

    diameter: Annotated[float, Interval(ge=0.3, le=0.8)] = 0.55
    """[m]"""
    sock: bool = False
    """Diffusing cover."""
    kind: Literal["dish"] = "dish"

    fits = ("strobe", "speedlight", "led")
    takes_grid, takes_doors = True, False
    typed = {"diameter": ("front across", "length")}
    chosen = {"sock": "sock"}
    usual = (("55 cm beauty dish", {}),)

    @property
    def face(self) -> Face:
        """Its rim."""
        return Face(self.diameter, self.diameter, True)

    def front(self, own_beam: np.ndarray) -> Front:
        """A ring with a dark middle, or even cloth."""
        if self.sock:
            return Front(WITH_SOCK, beams.lambert(BOX_LOBE + 1), BOX_LOBE, SOCK_HOT)
        return Front(EFFICIENCY, beams.bell(BEAM), None, WEAK_CENTRE, PLATE)

    @property
    def material(self) -> str:
        """Metal, with cloth before it when the sock is on."""
        return "cloth" if self.sock else ""

    @property
    def summary(self) -> str:
        """As in "dish, 55 cm"."""
        return f"dish, {cm(self.diameter)} cm"
