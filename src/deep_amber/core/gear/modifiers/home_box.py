"""Home-made box."""

import math
from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np
from annotated_types import Interval

from .. import beams
from ..face import Face
from ..part import cm
from .modifier import Front, ModifierKind

EFFICIENCY = {"card": 0.40, "foam": 0.36, "plastic": 0.45}
"""A diffusing front passes two thirds; lined card, foam and white plastic keep six to seven tenths (assumptions)."""
HOTTEST = 5.0
"""Stops over which a hot middle is not told apart: walls fill the edge."""
HOT = 1.3
"""Stops from the middle of the front down to the middle of its edge: no baffle (assumption)."""


@dataclass(frozen=True)
class HomeBox(ModifierKind):
    """Home-made box with a diffusing front and walls that may glow."""

    width: Annotated[float, Interval(ge=0.05, le=2.0)] = 0.4
    """[m]"""
    height: Annotated[float, Interval(ge=0.05, le=2.0)] = 0.4
    """[m]"""
    material: Literal["card", "foam", "plastic"] = "card"
    glow: Annotated[float, Interval(ge=0.0, le=0.5)] = 0.0
    """Share of its light that comes through the walls: lined card 0, foam .1, white plastic .25."""
    depth: Annotated[float, Interval(ge=0.0, le=1.5)] = 0.0
    """From source to front [m]; 0 for as deep as usual."""
    kind: Literal["home-made box"] = "home-made box"

    fits = ("strobe", "speedlight", "led", "lamp")
    takes_grid, takes_doors = False, False
    typed = {
        "width": ("front width", "length"),
        "height": ("front height", "length"),
        "depth": ("depth, 0 as usual", "length"),
        "glow": ("glow of walls", "share"),
    }
    chosen = {"material": "made of"}
    usual = (("foam board box", {"width": 0.4, "height": 0.4, "material": "foam", "glow": 0.1}),)

    @property
    def face(self) -> Face:
        """Its diffusing front."""
        return Face(self.width, self.height)

    def front(self, own_beam: np.ndarray) -> Front:
        """Lambert in front, and a glow of the walls all round."""
        return Front(EFFICIENCY[self.material], beams.glowing(beams.lambert(), self.glow), None, self.hot)

    @property
    def hot(self) -> float:
        """Stops from the middle of the front down to the middle of its edge: cos^4 of a bare source behind it."""
        if self.depth == 0:
            return HOT
        return min(2 * math.log2(1 + ((self.width + self.height) / 4 / self.depth) ** 2), HOTTEST)

    @property
    def summary(self) -> str:
        """As in "home-made box, 40 x 40 cm, foam"."""
        return f"home-made box, {cm(self.width)} x {cm(self.height)} cm, {self.material}"
