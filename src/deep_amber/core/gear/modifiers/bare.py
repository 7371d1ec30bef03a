"""No modifier."""

from dataclasses import dataclass
from typing import Literal

import numpy as np

from .modifier import Front, ModifierKind


@dataclass(frozen=True)
class Bare(ModifierKind):
    """Nothing: the source's own beam."""

    kind: Literal["bare"] = "bare"

    fits = ("strobe", "speedlight", "led", "lamp", "tube", "window")
    takes_grid, takes_doors = True, True
    typed, chosen = {}, {}
    usual = (("bare", {}),)
    face = None
    material = ""
    summary = "bare"

    def front(self, own_beam: np.ndarray) -> Front:
        """All of it, as it comes."""
        return Front(1.0, own_beam)
