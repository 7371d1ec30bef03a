"""Window."""

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np
from annotated_types import Interval

from .. import beams
from ..face import Face
from ..part import cm
from .source import COLOUR, OUTPUT, Kelvin, LowestOutput, OutputScale, OutputStep, SourceKind

PASSES = {"clear": 0.85, "curtain": 0.35, "blind": 0.06, "diffusion": 0.45, "blackout": 0.0}
"""Share of the sky's light that comes into the room; of the sun's too where the cover scatters it (assumption)."""
BLACKOUT_LEAK, TIGHT_OVERHANG = 0.01, 0.15
"""Share that comes past a blackout of no overhang, and the overhang [m] from which none does (assumptions)."""


@dataclass(frozen=True)
class Window(SourceKind):
    """A window in a wall: the light's place is its middle and its aim a point straight before it."""

    width: Annotated[float, Interval(ge=0.1, le=6.0)] = 1.2
    """[m]"""
    height: Annotated[float, Interval(ge=0.1, le=4.0)] = 1.4
    """[m]"""
    sky_luminance: Annotated[float, Interval(ge=1.0, le=30000.0)] = 4000.0
    """Mean of the sky it shows [cd/m2]: overcast 2000-6000, blue 3000-8000, dusk under 100."""
    sun: bool = False
    """Direct sun falls on it."""
    sun_illuminance: Annotated[float, Interval(ge=0.0, le=110000.0)] = 70000.0
    """Facing the sun, outside [lx]."""
    sun_side: Annotated[float, Interval(ge=-85.0, le=85.0)] = 30.0
    """Direction the sun comes from, beside straight out of the window; positive is camera-right of it [degrees]."""
    sun_height: Annotated[float, Interval(ge=1.0, le=85.0)] = 35.0
    """Sun over the horizon [degrees]."""
    cover: Literal["clear", "curtain", "blind", "diffusion", "blackout"] = "clear"
    overhang: Annotated[float, Interval(ge=0.0, le=1.0)] = 0.15
    """By which a blackout is larger than the window on every side [m]; light leaks round a small one."""
    colour_temperature: Kelvin = 6000.0
    """[K]"""
    lowest_output: LowestOutput = 0.0
    """[stops under full]"""
    scale: OutputScale = "percent"
    output_step: OutputStep = 1 / 3
    """Of its dial [stops]."""
    kind: Literal["window"] = "window"

    label = "a window"
    is_flash = False
    takes_grid, takes_doors, takes_gels, on_stand = False, False, False, False
    typed = {
        "width": ("face width", "length"),
        "height": ("face height", "length"),
        **COLOUR,
        "sky_luminance": ("sky, cd/m²", "number"),
        "sun_illuminance": ("sun, lx", "number"),
        "sun_side": ("sun from side", "angle"),
        "sun_height": ("sun height", "angle"),
        "overhang": ("overhang", "length"),
    }
    chosen = {"cover": "cover", "sun": "sun", **OUTPUT}
    usual = (("window 120 x 140", {}),)
    heat = None

    @property
    def face(self) -> Face:
        """Its pane."""
        return Face(self.width, self.height)

    @property
    def passes(self) -> float:
        """Share of the sky's light that comes in through its cover."""
        if self.cover == "blackout":
            return BLACKOUT_LEAK * max(0.0, 1 - self.overhang / TIGHT_OVERHANG)
        return PASSES[self.cover]

    def beam(self) -> np.ndarray:
        """Never asked for: its pane is a Lambert emitter (kit/emission.py)."""
        return beams.all_round(135, 170)

    def flux(self) -> float:
        """It has none of its own; its luminance is what is known."""
        return 0.0

    @property
    def summary(self) -> str:
        """As in "window, 120 x 140 cm, clear"."""
        return f"window, {cm(self.width)} x {cm(self.height)} cm, {self.cover}"

    def facts(self, output: float) -> list[str]:
        """Nothing."""
        return []
