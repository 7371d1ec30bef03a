"""What a modifier says of itself, and what it makes of a source's light."""

import math
from abc import abstractmethod
from dataclasses import dataclass
from typing import Annotated, ClassVar

import numpy as np
from annotated_types import Interval

from .. import beams
from ..face import Face
from ..part import Gear

Side = Annotated[float, Interval(ge=0.1, le=3.0)]

BOX_LOBE = 1.0
"""Exponent m of a front cloth's lobe cos^m over Lambert; thin cloth keeps some of the light's direction (assumption)."""
SHAFT = 0.55
"""From the flash to the canopy of an umbrella, in diameters (assumption)."""
MOST_UNEVEN = 5.0
"""Stops from the middle of a canopy to its rim that are still told."""


@dataclass(frozen=True, eq=False)
class Front:
    """What a modifier makes of the source's light, before grids."""

    efficiency: float
    """Share of the source's light that leaves it."""
    beam: np.ndarray
    """Relative intensity over the angle off the axis (gear/beams.py)."""
    lobe: float | None = None
    """Set where the beam is cos^(lobe + 1), which needs no table."""
    hot: float = 0.0
    """Stops from the middle of the front down to the middle of its edge."""
    hole: float = 0.0
    """Radius of a dark middle, as a share of the front's."""
    hot_up: float = 0.0
    """How far over its middle the hot centre is, in half heights."""


def unevenness(own_beam: np.ndarray) -> float:
    """Stops that a source's beam leaves between middle and edge of a canopy SHAFT diameters away."""
    half = min(beams.half_power_angle(own_beam), math.radians(80))
    return min(1 / (2 * SHAFT * math.tan(half)) ** 2, MOST_UNEVEN)


class ModifierKind(Gear):
    """A kind of modifier; a frozen dataclass in a file of its own."""

    parts = ("fits", "takes_grid", "takes_doors")
    fits: ClassVar[tuple[str, ...]]
    """Kinds of source that it fits."""
    takes_grid: ClassVar[bool]
    """Whether a honeycomb grid goes before it."""
    takes_doors: ClassVar[bool]
    """Whether barn doors go on it."""
    reflects: float = 0.0
    """Of light that others throw on its cloth, the share thrown back; 0 for the dark body of most."""

    @property
    @abstractmethod
    def face(self) -> Face | None:
        """What gives the light; None for the source's own."""

    @abstractmethod
    def front(self, own_beam: np.ndarray) -> Front:
        """What it makes of a source of that bare beam."""

    @property
    @abstractmethod
    def material(self) -> str:
        """What is near the bulb, for its heat: card, foam, plastic, cloth, or empty for metal and air."""

    def filling(self, fall: float, hot: float) -> str:
        """How far the source fills it, in words; empty where there is nothing to say.

        fall : stops from the middle of the source's beam to the rim; hot : from the middle of the front to its edge
        """
        return ""

    @property
    @abstractmethod
    def summary(self) -> str:
        """Size and make in a few words."""
