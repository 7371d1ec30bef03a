"""The grey card of a set, seen in a picture: where it lies, and the meter's reading that its tone stands for."""

import math

import numpy as np

from ..expose.hand_meter import HandMeter, meter_reading
from ..geometry.projected import projected
from ..geometry.quads import panel_quads
from ..model.point import Point
from ..model.set import Set
from ..simulation.simulate import veiled_picture
from ..simulation.stages import Stages
from .judge import DARKEST, LIGHTEST, Place, mean_about

OFF_CARD = 0.01  # [m] before the card that the meter's disc is held
SURFACE = "grey card"


def card_place(photo_set: Set) -> tuple[Point, Point] | None:
    """Where a flat disc on the set's grey card is, and what it faces; None for a set without one that is in."""
    card = next((k for k in photo_set.panels if k.on and k.surface == SURFACE), None)
    if card is None:
        return None
    quad = panel_quads(card)[0]
    middle, out = np.array(quad.centre), np.array(quad.normal)
    if out @ (photo_set.camera.place.array - middle) < 0:
        out = -out
    return _point(middle + out * OFF_CARD), _point(middle + out)


def _point(at: np.ndarray) -> Point:
    return Point(*map(float, at))


def card_in_picture(photo_set: Set) -> Place | None:
    """Where the set's card is in its picture; None where it has none, or the frame does not hold it."""
    at = card_place(photo_set)
    if at is None:
        return None
    x, y = ((k + 1) / 2 for k in projected(photo_set.camera, at[0].array[None])[0, :2])
    return (float(x), float(1 - y)) if 0 < x < 1 and 0 < y < 1 else None


def card_reading(stages: Stages, real: np.ndarray, place: Place) -> float | None:
    """The f-number that a meter on the card would show, by the card's tone in a real picture; None where it cannot be told.

    Light that falls on a grey card shows as its tone, so the tone against the computed one is the light against the computed.

    Parameters
    ----------
    real : (height, width, 3) linear, white = 1
    place : of the card in it
    """
    here, seen = card_place(stages.photo_set), card_in_picture(stages.photo_set)
    if here is None or seen is None:
        return None
    size = stages.quality.size
    computed = mean_about(veiled_picture(stages)[0].reshape(size.height, size.width, 3), *seen)
    shown = mean_about(real, *place)
    if not (DARKEST < shown < LIGHTEST and computed > DARKEST):
        return None
    read = meter_reading(stages, HandMeter(*here, "flat")).aperture
    return read * 2 ** (math.log2(shown / computed) / 2)
