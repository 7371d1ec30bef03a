"""A real picture without a set: by how much its exposure was off, and which settings would have been right."""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from ..exposure.response import MID_GREY
from ..units import APERTURES, SENSITIVITIES, TIMES, nearest

Skin = Literal["light", "medium", "dark"]
SKINS: dict[Skin, float] = {"light": 0.7, "medium": 0.0, "dark": -1.0}
"""Stops over mid grey at which the lit side of a face is usually wanted (assumptions)."""
THIRD = 1 / 3
DARKEST = 1e-5


@dataclass(frozen=True)
class Setting:
    """One knob turned, all others left."""

    what: Literal["aperture", "time", "sensitivity", "flash"]
    value: float
    """f-number, [s], [ISO]; for a flash the stops to give more."""


@dataclass(frozen=True)
class Exposed:
    over: float
    """Stops by which the picture is lighter than it should be."""
    by: Literal["card", "lit_cheek"]
    """What was gone by."""
    settings: tuple[Setting, ...]
    """Each alone would have been right; the flash first. None where it is right within half a third."""
    ratio: float | None
    """Lit to shadow cheek [stops]; None where one of them is not marked."""
    backdrop: float | None
    """The backdrop under (negative) or over mid grey, with the exposure put right [stops]."""


def exposed_as(
    values: Mapping[str, float], skin: Skin, aperture: float | None, time: float | None, sensitivity: float | None
) -> Exposed | None:
    """What should have been set.

    Parameters
    ----------
    values : luminance, white = 1, at what is marked: "card", "lit_cheek", "shadow_cheek", "backdrop"
    aperture, time [s], sensitivity [ISO] : that were set; None where unknown

    None where neither a card nor the lit cheek is marked.
    """
    stops = {k: math.log2(max(v, DARKEST) / MID_GREY) for k, v in values.items()}
    if "card" in stops:
        by, over = "card", stops["card"]
    elif "lit_cheek" in stops:
        by, over = "lit_cheek", stops["lit_cheek"] - SKINS[skin]
    else:
        return None
    settings = []
    if abs(over) > THIRD / 2:
        settings.append(Setting("flash", round(-over / THIRD) * THIRD))
        if aperture:
            settings.append(Setting("aperture", nearest(aperture * 2 ** (over / 2), APERTURES)))
        if sensitivity:
            settings.append(Setting("sensitivity", nearest(sensitivity * 2**-over, SENSITIVITIES)))
        if time:
            settings.append(Setting("time", nearest(time * 2**-over, TIMES)))
    both = "lit_cheek" in stops and "shadow_cheek" in stops
    return Exposed(
        over, by, tuple(settings),  # type: ignore[arg-type]
        stops["lit_cheek"] - stops["shadow_cheek"] if both else None,
        stops["backdrop"] - over if "backdrop" in stops else None,
    )  # fmt: skip
