"""Rectangular softbox."""

from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..face import Face
from ..part import cm
from .boxes import CHOSEN, FITS, TYPED, FabricGrid, Recess, box_filling, box_front, built
from .modifier import Front, ModifierKind, Side


@dataclass(frozen=True)
class Softbox(ModifierKind):
    """Rectangular box, strips included. Black sides and back."""

    width: Side
    """[m]"""
    height: Side
    """[m]"""
    baffle: bool = True
    """The inner baffle, which evens out the hot centre."""
    cloth: bool = True
    """The front cloth."""
    recess: Recess = 0.0
    """How far the front cloth sits behind the rim [m]."""
    fabric_grid: FabricGrid = 0.0
    """Half-power full angle of a fabric grid [degrees]; 0 for none."""
    kind: Literal["softbox"] = "softbox"

    fits = (*FITS, "lamp")
    takes_grid, takes_doors = False, False
    typed = {"width": ("front width", "length"), "height": ("front height", "length"), **TYPED}
    chosen = CHOSEN
    usual = (
        ("60 x 60 cm softbox", {"width": 0.6, "height": 0.6}),
        ("60 x 90 cm softbox", {"width": 0.6, "height": 0.9}),
        ("30 x 120 cm strip", {"width": 0.3, "height": 1.2}),
        ("30 x 120 cm strip with grid", {"width": 0.3, "height": 1.2, "fabric_grid": 40.0}),
    )
    material = "cloth"

    @property
    def face(self) -> Face:
        """The front cloth."""
        return Face(self.width, self.height)

    def front(self, own_beam: np.ndarray) -> Front:
        """Lambert with a little of the light's direction; brighter in the middle."""
        return box_front(own_beam, min(self.width, self.height), self.baffle, self.cloth, self.recess)

    def filling(self, fall: float, hot: float) -> str:
        """Even, or brighter in the middle."""
        return box_filling(hot)

    @property
    def summary(self) -> str:
        """As in "softbox, 60 x 90 cm"."""
        return f"softbox, {cm(self.width)} x {cm(self.height)} cm{built(self.baffle, self.fabric_grid)}"
