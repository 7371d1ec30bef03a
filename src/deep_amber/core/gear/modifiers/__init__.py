"""Modifiers: what shapes a source, one file each. All sizes are of the emitting front, in metres.

A new one is its file, and its name here.
"""

from typing import get_args

from .bare import Bare
from .barn_doors import BarnDoors
from .bowl import Bowl
from .dish import Dish
from .home_box import HomeBox
from .modifier import BOX_LOBE, SHAFT, Front, ModifierKind, unevenness
from .octa import Octa
from .snoot import Snoot
from .softbox import Softbox
from .umbrella import Umbrella

Modifier = Bare | Bowl | Softbox | Octa | Umbrella | Dish | Snoot | HomeBox
MODIFIERS: tuple[type[Modifier], ...] = get_args(Modifier)

__all__ = [
    "BOX_LOBE",
    "MODIFIERS",
    "SHAFT",
    "Bare",
    "BarnDoors",
    "Bowl",
    "Dish",
    "Front",
    "HomeBox",
    "Modifier",
    "ModifierKind",
    "Octa",
    "Snoot",
    "Softbox",
    "Umbrella",
    "unevenness",
]
