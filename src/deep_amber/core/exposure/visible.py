"""Whether a picture shows a difference of tone: the one rule for what the lens does not bring to the eye."""

import numpy as np

from .response import MID_GREY

LEAST = 3.0
"""CIE L* between a place and what is round it from which the difference is seen across a backdrop (assumption: three times what is
told apart side by side, for soft edges at the size of a print)."""


BLACK = -4.5
"""Stops from mid grey under which a surface is black: nothing in it is told apart (assumption: file value 22, where the light
round a screen or on a print is brighter than the difference)."""


def lightness_of(stops: np.ndarray | float) -> np.ndarray:
    """CIE 1976 L* of tones [stops from mid grey], held at black and clipped at white: of any shape, the same shape back."""
    value = np.minimum(MID_GREY * 2.0 ** np.maximum(np.asarray(stops, float), BLACK), 1.0)
    return np.where(value > 216 / 24389, 116 * np.cbrt(value) - 16, value * 24389 / 27)


def visible(stops: np.ndarray | float, darker: np.ndarray | float) -> np.ndarray:
    """Whether a place is seen to be darker than what is round it.

    Parameters
    ----------
    stops : tone round it [stops from mid grey]
    darker : by how much it is darker [stops]

    Nothing is seen in black, nor in clipped white, where both are alike.
    """
    return lightness_of(stops) - lightness_of(np.asarray(stops) - np.asarray(darker)) >= LEAST
