"""Colour of a light against the camera's white balance.

Sources: CIE 15:2018 daylight locus from 4000 K; below it the Planckian locus by B. Kang et al.,
J. Korean Phys. Soc. 41 (2002).
"""

import numpy as np

from ..srgb import LUMINANCE

_XYZ_TO_SRGB = np.array([[3.2406, -1.5372, -0.4986], [-0.9689, 1.8758, 0.0415], [0.0557, -0.2040, 1.0570]])


_BLENDED = 3700.0  # [K], from where the two loci are mixed, so that no colour jumps at 4000 K (assumption)


def _daylight(t: float) -> tuple[float, float]:
    x = (
        0.244063 + 0.09911e3 / t + 2.9678e6 / t**2 - 4.6070e9 / t**3
        if t <= 7000
        else 0.237040 + 0.24748e3 / t + 1.9018e6 / t**2 - 2.0064e9 / t**3
    )
    return x, -3.0 * x * x + 2.870 * x - 0.275


def _black_body(t: float) -> tuple[float, float]:
    x = -0.2661239e9 / t**3 - 0.2343589e6 / t**2 + 0.8776956e3 / t + 0.179910
    if t >= 2222:
        return x, -0.9549476 * x**3 - 1.37418593 * x**2 + 2.09137015 * x - 0.16748867
    return x, -1.1063814 * x**3 - 1.34811020 * x**2 + 2.18555832 * x - 0.20219683


def _chromaticity(temperature: float) -> tuple[float, float]:
    if temperature >= 4000:
        return _daylight(temperature)
    if temperature <= _BLENDED:
        return _black_body(temperature)
    share = (temperature - _BLENDED) / (4000 - _BLENDED)
    cold, warm = _daylight(temperature), _black_body(temperature)
    return share * cold[0] + (1 - share) * warm[0], share * cold[1] + (1 - share) * warm[1]


def _linear_srgb(temperature: float) -> np.ndarray:
    x, y = _chromaticity(temperature)
    rgb = _XYZ_TO_SRGB @ np.array([x / y, 1.0, (1 - x - y) / y])
    return np.maximum(rgb, 1e-3)


def light_colour(temperature: float, white_balance: float) -> np.ndarray:
    """(3,) linear sRGB of a light of luminance 1 after white balance; (1, 1, 1) when both temperatures agree.

    Temperatures in K, 2000 to 12000. White balance divides a channel each (von Kries in sRGB, assumption).
    """
    ratio = _linear_srgb(temperature) / _linear_srgb(white_balance)
    return ratio / (LUMINANCE @ ratio)
