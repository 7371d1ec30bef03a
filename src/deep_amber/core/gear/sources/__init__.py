"""Sources: what makes light, one file each. Generic figures, no brands; each with the range of its output.

A new one is its file, and its name here.
"""

from typing import get_args

from .lamp import Lamp
from .led import Led
from .source import Heat, OutputScale, SourceKind
from .speedlight import Speedlight
from .strobe import Strobe
from .tube import Tube
from .window import Window

Source = Strobe | Speedlight | Led | Lamp | Tube | Window
SOURCES: tuple[type[Source], ...] = get_args(Source)

__all__ = [
    "SOURCES",
    "Heat",
    "Lamp",
    "Led",
    "OutputScale",
    "Source",
    "SourceKind",
    "Speedlight",
    "Strobe",
    "Tube",
    "Window",
]
