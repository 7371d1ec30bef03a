"""The names of patterns of light: those that shadows are read as, and those that a look may ask for."""

from typing import Literal, get_args

Pattern = Literal["flat", "butterfly", "loop", "Rembrandt", "split", "side light", "overhead", "under light", "rim"]
"""What the shadows on a face are read as."""
PATTERNS: tuple[Pattern, ...] = get_args(Pattern)
"""In the order that they are shown in."""
AIMED = tuple(name for name in PATTERNS if name != "side light")
"""Those that a photographer aims at: side light is what is left where the nose's shadow runs level."""
WantedPattern = Literal[
    "open",
    "butterfly",
    "loop",
    "Rembrandt",
    "split",
    "under light",
    "rim",
    "clamshell",
    "silhouette",
    "profile",
    "broad",
    "short",
    "on-axis",
]
"""What a look may ask for; open leaves it to the step Key."""
