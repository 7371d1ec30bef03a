"""How far a light's colour is from neutral."""

import numpy as np

from ..srgb import BLUE, GREEN, LUMINANCE, RED
from .response import MID_GREY

DARKNESS = 1e-9  # lux seconds, so that darkness has a ratio
XYZ = np.array([[0.4124, 0.3576, 0.1805], [RED, GREEN, BLUE], [0.0193, 0.1192, 0.9505]])  # IEC 61966-2-1, D65


def _ab(rgb: np.ndarray) -> np.ndarray:
    """(2,) CIE 1976 a* and b* of linear sRGB (3,), white = 1."""
    t = XYZ @ rgb / (XYZ @ np.ones(3))
    f = np.where(t > 216 / 24389, np.cbrt(t), t * 841 / 108 + 4 / 29)
    return np.array([500 * (f[0] - f[1]), 200 * (f[1] - f[2])])


def cast(rgb: np.ndarray, neutral: np.ndarray) -> float:
    """Colour difference of two lights (3,) on mid grey at the same luminance (CIE 1976, a* b*); 0 in the dark."""
    if min(LUMINANCE @ rgb, LUMINANCE @ neutral) <= DARKNESS:
        return 0.0
    first, second = (MID_GREY * k / (LUMINANCE @ k) for k in (rgb, neutral))
    return float(np.linalg.norm(_ab(first) - _ab(second)))
