"""The camera's response: from illuminance to the value in the picture, and its readings in stops."""

import math

from ..model.camera import Camera
from ..srgb import code_value

MID_GREY = 0.18
FULL_OVER_WHITE = 7.8 * MID_GREY
"""Raw white against the file's white: ISO 12232 puts a full well 7.8 times over mid grey."""
FLOOR = 1e-5  # value under which a surface reads as black: over 14 stops under mid grey


def exposure_factor(camera: Camera) -> float:
    """v of a white diffuse surface per lux second: S / (250 N^2), so that v = rho H S / (250 N^2) [1/(lx s)]; what a neutral
    filter takes is left out of it.

    Source: ISO 2720 with C = 250 for a flat receptor; a card of 18 % facing the metered light gives .18.
    """
    return camera.sensitivity / (250.0 * camera.aperture**2) * 2.0**-camera.filter


def stops_from_mid_grey(value: float) -> float:
    """log2(v / .18), with v held at FLOOR or more."""
    return math.log2(max(value, FLOOR) / MID_GREY)


def lightness(value: float) -> float:
    """CIE 1976 L* of a linear luminance, clipped at white."""
    v = min(max(value, 0.0), 1.0)
    return 116 * v ** (1 / 3) - 16 if v > 216 / 24389 else v * 24389 / 27


CLIP_STOPS = stops_from_mid_grey(1.0)


def ladder(highest: int = 3, lowest: int = -7) -> list[tuple[float, int]]:
    """The Ladder's spine: half stops from mid grey, each with its 8-bit value."""
    steps = [s / 2 for s in range(2 * highest, 2 * lowest - 1, -1)]
    return [(s, code_value(MID_GREY * 2**s)) for s in steps]
