"""The steps that a light's output dial can be set to."""

import numpy as np

from ..model.light import Light

FROM_STEP, APART = 1e-6, 0.01


def can_be_dimmed(light: Light) -> bool:
    """Whether its output is a knob."""
    return light.source.lowest_output < 0 and light.source.kind != "window"


def dial_of(light: Light) -> np.ndarray:
    """(n,) every output that it can be set to, full first [stops under full]; its lowest even where that is no whole step."""
    step, lowest = light.source.output_step, light.source.lowest_output
    made = -np.arange(0, -lowest / step + FROM_STEP) * step
    return np.append(made, lowest) if lowest < made[-1] - APART else made


def nearest_on_dial(light: Light, output: float, highest: float = 0.0) -> float:
    """The step nearest to an output that is not over `highest` [stops under full]; the lowest where none is."""
    steps = dial_of(light)
    allowed = steps[steps <= highest + FROM_STEP]
    if not len(allowed):
        return float(steps[-1])
    return float(allowed[np.abs(allowed - output).argmin()])
