"""All arrangements, by their codes."""

from ..rules import Arrangement
from .found_light import FOUND_LIGHT
from .more_lights import MORE_LIGHTS
from .one_light import ONE_LIGHT

ARRANGEMENTS: dict[str, Arrangement] = {k.code: k for k in (*ONE_LIGHT, *MORE_LIGHTS, *FOUND_LIGHT)}
"""In the order that they are shown in."""
