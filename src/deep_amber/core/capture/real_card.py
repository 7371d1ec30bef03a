"""A grey card in a real picture: which white balance makes it neutral, and by how much the exposure is off."""

import math
from dataclasses import dataclass

import numpy as np

from ..exposure.colour import light_colour
from ..exposure.response import MID_GREY
from ..srgb import LUMINANCE

COLDEST, WARMEST = 2000.0, 12000.0  # [K]
STEPS = 400
TINT = 0.15  # stops of green to the others from which a picture is tinted, as by a tube or a wall (assumption)
NEUTRAL = 8.0  # mired under which nobody sees a cast (assumption)


@dataclass(frozen=True)
class CardRead:
    over: float
    """Stops by which the card is lighter than mid grey in the file."""
    balance: float
    """Colour temperature to set, so that it is neutral [K]."""
    mired: float
    """By which the light is warmer than the balance that was set."""
    tint: float
    """Stops of green over what a light of that temperature has: green is positive."""
    clipped: bool
    """Whether it is too light or too dark to tell."""


def card_read(colour: np.ndarray, white_balance: float) -> CardRead:
    """Of its mean colour in the file.

    Parameters
    ----------
    colour : (3,) linear values, white = 1
    white_balance : that the camera was set to [K]; the file is neutral for light of that temperature
    """
    luminance = float(colour @ LUMINANCE)
    clipped = bool(colour.max() >= 0.98 or colour.min() <= 0.002)
    kelvins = 1e6 / np.linspace(1e6 / WARMEST, 1e6 / COLDEST, STEPS)
    colours = np.array([light_colour(float(k), white_balance) for k in kelvins])
    read = math.log2(max(float(colour[0]), 1e-6) / max(float(colour[2]), 1e-6))
    best = int(np.abs(np.log2(colours[:, 0] / colours[:, 2]) - read).argmin())
    green = colour[1] / max(float(colour[[0, 2]].mean()), 1e-6)
    usual = colours[best][1] / colours[best][[0, 2]].mean()
    balance = float(kelvins[best])
    return CardRead(
        math.log2(max(luminance, 1e-6) / MID_GREY), balance, 1e6 / balance - 1e6 / white_balance,
        math.log2(max(float(green), 1e-6) / float(usual)), clipped,
    )  # fmt: skip
