"""Photometry of a strobe behind a softbox."""

import math

from ..scene.light import Light
from .assumptions import LUMINOUS_EFFICACY, SOFTBOX_EFFICIENCY, SOFTBOX_LOBE


def front_cloth_radiance(light: Light) -> float:
    """Time-integrated luminance of the front cloth along its axis, at full output [cd s / m2].

    A flat emitter with the lobe cos^m over Lambert sends the flux 2 pi L A / (m + 2) forward
    (integral of L cos^(m+1) over the hemisphere), so L = flux (m + 2) / (2 pi A).
    """
    flux = light.energy * LUMINOUS_EFFICACY * SOFTBOX_EFFICIENCY
    area = light.modifier.width * light.modifier.height
    return flux * (SOFTBOX_LOBE + 2) / (2 * math.pi * area)


def output_factor(light: Light) -> float:
    """Present output as a share of full output."""
    return 2.0**light.output if light.on else 0.0
