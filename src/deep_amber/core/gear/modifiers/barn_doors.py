"""Barn doors."""

from dataclasses import dataclass
from typing import Annotated

from annotated_types import Interval

Angle = Annotated[float, Interval(ge=0.0, le=120.0)]


@dataclass(frozen=True)
class BarnDoors:
    """Four leaves hinged at the rim; 0 is shut, 90 straight ahead, 120 wide open [degrees]."""

    left: Angle = 100.0
    """On the camera's left when the light faces the camera's way; seen from behind the light."""
    right: Angle = 100.0
    """[degrees]"""
    top: Angle = 100.0
    """[degrees]"""
    bottom: Angle = 100.0
    """[degrees]"""
