"""Snoot."""

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np
from annotated_types import Interval

from .. import beams
from ..face import Face
from ..part import cm
from .bowl import EFFICIENCY, STANDARD_BEAM
from .modifier import Front, ModifierKind

PASSES = 0.6
"""Light along the axis, against that of a standard bowl (assumption)."""


@dataclass(frozen=True)
class Snoot(ModifierKind):
    """Tube that cuts the beam narrow: metal, or rolled from card or plastic."""

    diameter: Annotated[float, Interval(ge=0.03, le=0.3)] = 0.07
    """[m]"""
    beam_angle: Annotated[float, Interval(ge=5.0, le=50.0)] = 18.0
    """Half-power full angle [degrees]."""
    material: Literal["metal", "card", "plastic"] = "metal"
    kind: Literal["snoot"] = "snoot"

    fits = ("strobe", "speedlight", "led", "lamp")
    takes_grid, takes_doors = False, False
    typed = {"diameter": ("front across", "length"), "beam_angle": ("beam", "angle")}
    chosen = {"material": "made of"}
    usual = (("snoot", {}), ("rolled card snoot", {"diameter": 0.09, "beam_angle": 22.0, "material": "card"}))

    @property
    def face(self) -> Face:
        """Its opening."""
        return Face(self.diameter, self.diameter, True)

    def front(self, own_beam: np.ndarray) -> Front:
        """A narrow cut of a bowl's beam, a little weaker on its axis."""
        cut = beams.tube_cut(self.beam_angle)
        bowl = EFFICIENCY / beams.solid_angle(beams.bell(STANDARD_BEAM))
        return Front(PASSES * bowl * beams.solid_angle(cut), cut)

    @property
    def summary(self) -> str:
        """As in "snoot, 7 cm, beam 18°, metal"."""
        return f"snoot, {cm(self.diameter)} cm, beam {self.beam_angle:g}°, {self.material}"
