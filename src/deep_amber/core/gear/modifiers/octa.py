"""Octa."""

from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..face import Face
from ..part import cm
from .boxes import CHOSEN, FITS, TYPED, FabricGrid, Recess, box_filling, box_front, built
from .modifier import Front, ModifierKind, Side


@dataclass(frozen=True)
class Octa(ModifierKind):
    """Eight-sided box, taken as a disc."""

    diameter: Side
    """[m]"""
    baffle: bool = True
    cloth: bool = True
    recess: Recess = 0.0
    """[m]"""
    fabric_grid: FabricGrid = 0.0
    """[degrees]; 0 for none."""
    kind: Literal["octa"] = "octa"

    fits = FITS
    takes_grid, takes_doors = False, False
    typed = {"diameter": ("front across", "length"), **TYPED}
    chosen = CHOSEN
    usual = (("90 cm octa", {"diameter": 0.9}), ("120 cm octa", {"diameter": 1.2}))
    material = "cloth"

    @property
    def face(self) -> Face:
        """The front cloth."""
        return Face(self.diameter, self.diameter, True)

    def front(self, own_beam: np.ndarray) -> Front:
        """As a softbox of that size."""
        return box_front(own_beam, self.diameter, self.baffle, self.cloth, self.recess)

    def filling(self, fall: float, hot: float) -> str:
        """Even, or brighter in the middle."""
        return box_filling(hot)

    @property
    def summary(self) -> str:
        """As in "octa, 90 cm"."""
        return f"octa, {cm(self.diameter)} cm{built(self.baffle, self.fabric_grid)}"
