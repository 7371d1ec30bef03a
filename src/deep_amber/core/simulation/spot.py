"""A spot meter on the picture: the tone that the lens sees at a place, shine, sheets and blur included."""

from dataclasses import dataclass

import numpy as np

from ..exposure.response import lightness, stops_from_mid_grey
from ..srgb import LUMINANCE, code_value
from .simulate import linear_picture
from .stages import Stages

SPOT = 0.01  # half the side of what it reads, of the picture's height: about a degree with a portrait lens (assumption)


@dataclass(frozen=True)
class Spot:
    x: float
    """From the picture's left edge, as a share of its width."""
    y: float
    """From its upper edge, as a share of its height."""
    stops: float
    """From mid grey."""
    code: int
    """8-bit value in the file, 0..255."""
    lightness: float
    """CIE L*."""


def spots_of(stages: Stages, places: tuple[tuple[float, float], ...]) -> tuple[Spot, ...]:
    """What the picture shows at places.

    Parameters
    ----------
    stages : of the set
    places : x from the left and y from the upper edge, each a share of the picture, 0 to 1
    """
    size = stages.quality.size
    # Kept, so that a pointer that is moved over the picture does not wait for it each time.
    linear = stages.keep_picture(
        "luminance for spots", stages.photo_set, lambda: (linear_picture(stages) @ LUMINANCE).astype(np.float32), 1
    ).reshape(size.height, size.width)
    half = max(1, round(SPOT * size.height))
    found = []
    for x, y in places:
        column, row = min(int(x * size.width), size.width - 1), min(int(y * size.height), size.height - 1)
        part = linear[max(row - half, 0) : row + half + 1, max(column - half, 0) : column + half + 1]
        value = float(np.mean(part))
        found.append(Spot(x, y, stops_from_mid_grey(value), code_value(value), lightness(value)))
    return tuple(found)
