"""Reflector bowl."""

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np
from annotated_types import Interval

from .. import beams
from ..face import Face
from ..part import cm
from .modifier import Front, ModifierKind

EFFICIENCY = 0.85
"""Polished metal keeps nine tenths, and little misses the opening (assumption)."""
STANDARD_BEAM = 62.0
"""Half-power full angle of a head's standard bowl [degrees] (assumption)."""


@dataclass(frozen=True)
class Bowl(ModifierKind):
    """Reflector bowl: the standard one of a head, or the clamp bowl of a lamp."""

    diameter: Annotated[float, Interval(ge=0.05, le=0.6)] = 0.18
    """[m]"""
    beam_angle: Annotated[float, Interval(ge=20.0, le=130.0)] = STANDARD_BEAM
    """Half-power full angle [degrees]."""
    kind: Literal["bowl"] = "bowl"

    fits = ("strobe", "led", "lamp")
    takes_grid, takes_doors = True, True
    typed = {"diameter": ("front across", "length"), "beam_angle": ("beam", "angle")}
    chosen = {}
    usual = (("standard bowl", {}), ("clamp bowl", {"diameter": 0.25, "beam_angle": 85.0}))
    material = ""

    @property
    def face(self) -> Face:
        """Its opening."""
        return Face(self.diameter, self.diameter, True)

    def front(self, own_beam: np.ndarray) -> Front:
        """A beam of its own angle, whatever is in it."""
        return Front(EFFICIENCY, beams.bell(self.beam_angle))

    @property
    def summary(self) -> str:
        """As in "bowl, 18 cm, beam 62°"."""
        return f"bowl, {cm(self.diameter)} cm, beam {self.beam_angle:g}°"
