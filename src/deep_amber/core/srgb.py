"""sRGB, IEC 61966-2-1: luminance weights of its linear channels, and its encoding."""

import numpy as np

RED, GREEN, BLUE = 0.2126, 0.7152, 0.0722
"""Share of each linear channel in luminance."""
LUMINANCE = np.array([RED, GREEN, BLUE])
LINEAR_CODE, LINEAR_VALUE = 0.04045, 0.0031308
"""Up to here the curve is a straight line: encoded, and linear."""


def luminance(red: float, green: float, blue: float) -> float:
    """Luminance of linear channels."""
    return RED * red + GREEN * green + BLUE * blue


def encoded(linear: np.ndarray) -> np.ndarray:
    """Linear values 0 to 1 as encoded ones 0 to 1."""
    return np.where(linear <= LINEAR_VALUE, 12.92 * linear, 1.055 * linear ** (1 / 2.4) - 0.055)


def code_value(linear: float) -> int:
    """8-bit value of a linear one, clipped."""
    v = min(max(linear, 0.0), 1.0)
    return round(255 * (12.92 * v if v <= LINEAR_VALUE else 1.055 * v ** (1 / 2.4) - 0.055))


def linear_value(code: float) -> float:
    """The linear value of an 8-bit one."""
    v = code / 255
    return v / 12.92 if v <= LINEAR_CODE else float(((v + 0.055) / 1.055) ** 2.4)
