"""Battery flash with a zoom head."""

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np
from annotated_types import Interval

from .. import beams
from ..face import Face
from .source import COLOUR, OUTPUT, Kelvin, LowestOutput, OutputScale, OutputStep, SourceKind, recycled

GUIDE_CONSTANT = 250.0 / 100.0
"""H at 1 m = 250 GN^2 / 100 lx s: ISO 2720 with C = 250, at ISO 100 (light-model)."""
GUIDE_BY_ZOOM = ((24.0, 0.80), (28.0, 0.86), (35.0, 1.0), (50.0, 1.14), (70.0, 1.30), (85.0, 1.40),
                 (105.0, 1.52), (135.0, 1.60), (200.0, 1.68))  # fmt: skip
"""Guide number at a zoom position [mm] against that at 35 mm, as printed for common zoom heads (assumption)."""
WIDE_PANEL_ZOOM, WIDE_PANEL_GUIDE = 14.0, 0.42
"""What its diffusing panel covers [mm], and the guide number with it against that at 35 mm: what the panel takes is in it (as
printed for common zoom heads, about 15 m of 36; assumptions)."""
HEAD = (0.065, 0.04)  # [m]


@dataclass(frozen=True)
class Speedlight(SourceKind):
    """Battery flash with a zoom head."""

    guide_number: Annotated[float, Interval(ge=5.0, le=90.0)] = 36.0
    """[m] at ISO 100, at the zoom position `guide_zoom` and full output."""
    guide_zoom: Annotated[float, Interval(ge=24.0, le=200.0)] = 35.0
    """Zoom position that the guide number is stated for [mm]."""
    zoom: Annotated[float, Interval(ge=24.0, le=200.0)] = 35.0
    """Zoom position now [mm]."""
    wide_panel: bool = False
    """Diffusing panel over the head, covers 14 mm."""
    upright: bool = False
    """The head on its side, so that the long side of its beam stands upright."""
    lowest_output: LowestOutput = -7.0
    """[stops under full]"""
    scale: OutputScale = "fractions"
    output_step: OutputStep = 1 / 3
    """Of its dial [stops]."""
    colour_temperature: Kelvin = 5600.0
    """[K]"""
    recycle_time: Annotated[float, Interval(ge=0.1, le=30.0)] = 3.5
    """After full output [s]; lower outputs recycle in proportion to their energy."""
    kind: Literal["speedlight"] = "speedlight"

    label = "a speedlight"
    is_flash = True
    takes_grid, takes_doors, takes_gels, on_stand = True, False, True, True
    typed = {
        "guide_number": ("guide number, m", "fine number"),
        "guide_zoom": ("stated at zoom, mm", "number"),
        "zoom": ("zoom, mm", "number"),
        **COLOUR,
    }
    chosen = {"wide_panel": "wide panel", "upright": "head upright", "recycle_time": "recycle time, s", **OUTPUT}
    usual = (("speedlight GN 36", {}),)
    heat = None

    @property
    def face(self) -> Face:
        """Its head, on its side or not."""
        return Face(*(HEAD[::-1] if self.upright else HEAD))

    @property
    def guide_number_here(self) -> float:
        """Guide number at the present zoom position or with the wide panel [m, ISO 100]."""
        zooms, factors = np.array(GUIDE_BY_ZOOM).T
        now, stated = np.interp(np.log([self.zoom, self.guide_zoom]), np.log(zooms), factors)
        return float(self.guide_number * (WIDE_PANEL_GUIDE if self.wide_panel else now) / stated)

    def recycle(self, output: float) -> float:
        """Seconds until it is ready again."""
        return recycled(self.recycle_time, output)

    def beam(self) -> np.ndarray:
        """That of its zoom position."""
        return beams.zoom_beam(WIDE_PANEL_ZOOM if self.wide_panel else self.zoom, self.upright)

    def flux(self) -> float:
        """[lm s], from the guide number and the beam."""
        return GUIDE_CONSTANT * self.guide_number_here**2 * beams.solid_angle(self.beam())

    @property
    def summary(self) -> str:
        """As in "speedlight, guide number 36 at 35 mm"."""
        return f"speedlight, guide number {self.guide_number:g} at {self.guide_zoom:g} mm"

    def facts(self, output: float) -> list[str]:
        """Guide number here, and when it is ready again."""
        return [f"guide number {self.guide_number_here:.0f} m here", f"ready after {self.recycle(output):.1f} s"]
