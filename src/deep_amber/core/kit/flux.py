"""How much light a light's source gives, and how its own beam spreads it: its own figures, or a measured beam."""

import numpy as np

from ..gear import beams
from ..model.light import Light


def own_beam(light: Light) -> np.ndarray:
    """The bare source's beam (gear/beams.py)."""
    return beams.measured(light.photometry) if light.photometry else light.source.beam()


def flux(light: Light) -> float:
    """Light of the source at full output: [lm s] for a flash, [lm] for continuous light.

    A window has none of its own; its luminance is what is known.
    """
    return beams.solid_angle(own_beam(light)) if light.photometry else light.source.flux()
