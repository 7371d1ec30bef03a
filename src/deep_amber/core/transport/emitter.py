"""An emitting surface as a row a kernel can read."""

import numpy as np

from ..kit.assumptions import SOFTBOX_LOBE
from ..scene.geometry import Quad, emitter_quad
from ..scene.light import Light

# Row: centre 0-2, half_x 3-5, half_y 6-8, normal 9-11, area 12, lobe exponent 13, width 14, height 15.


def emitter_row(light: Light) -> np.ndarray:
    """(16,) float64: the front cloth at radiance 1."""
    return quad_emitter_row(emitter_quad(light), SOFTBOX_LOBE)


def quad_emitter_row(quad: Quad, lobe: float = 0.0) -> np.ndarray:
    """(16,) float64: a rectangle at radiance 1 with the lobe cos^m over Lambert."""
    width, height = 2 * np.linalg.norm(quad.half_x), 2 * np.linalg.norm(quad.half_y)
    return np.r_[quad.centre, quad.half_x, quad.half_y, quad.normal, quad.area, lobe, width, height]
