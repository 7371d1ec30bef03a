"""The look: what the picture is for, and what it aims at."""

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Interval, MaxLen

from .patterns import WantedPattern

Purpose = Literal["headshot", "website", "creative self-portrait", "beauty", "family"]
FramingName = Literal["tight head", "head and shoulders", "half", "three-quarter"]
WardrobeTone = Literal["white", "light", "middle", "dark", "black"]
GroundKind = Literal["even", "gradient", "spot", "checkered"]
RimWanted = Literal["open", "none", "camera-left", "camera-right", "both"]
KeySide = Literal["open", "camera-left", "camera-right"]


WANTED_FROM_THE_MIDDLE = ("butterfly", "clamshell", "on-axis")
"""Wanted patterns of a key over or under the lens: both cheeks are lit alike, with or without a board under the chin."""


DARK_FACES = ("silhouette", "rim")
"""Wanted patterns that leave the face dark: neither its exposure, nor its ratio, nor the edges on it tell whether it is right."""


@dataclass(frozen=True)
class Look:
    purpose: Purpose
    mood: Annotated[str, MaxLen(80)] = ""
    """In the photographer's own words."""
    key: Literal["high", "middle", "low"] = "middle"
    """Mostly light tones, all tones, mostly dark tones."""
    hardness: Literal["soft", "medium", "hard"] = "soft"
    """How wide the edge of the nose's shadow is."""
    pattern: WantedPattern = "open"
    """Wanted pattern of light; open leaves it to the step Key."""
    ratio: Annotated[float, Interval(ge=1.0, le=64.0)] = 3.0
    """Wanted light on the lit cheek to that on the shadow cheek, to one."""
    backdrop_tone: Annotated[float, Interval(ge=-7.0, le=3.0)] = 0.0
    """Wanted tone of the backdrop [stops from mid grey]."""
    wardrobe: WardrobeTone = "middle"
    wardrobe_colour: Annotated[str, MaxLen(40)] = ""
    framing: FramingName = "head and shoulders"
    backdrop_shadow: Literal["no", "yes"] = "no"
    """Whether the sitter's shadow on the backdrop is wanted."""
    front_ratio: Annotated[float, Interval(ge=1.0, le=64.0)] | None = None
    """Wanted light on the front of the face to that under nose and chin, to one, for a pattern lit from the middle
    (butterfly, clamshell, on-axis); None leaves it open."""
    ground: GroundKind = "even"
    """How the backdrop's tone is spread: alike everywhere; from one side to the other; lighter behind the head; light
    behind the dark cheek and dark behind the lit one."""
    rim: RimWanted = "open"
    """Whether an edge of light parts the head from the backdrop, and on which side of the picture."""
    key_side: KeySide = "open"
    """Of the picture that the key comes from."""


PRESETS: dict[str, Look] = {
    look.purpose: look
    for look in (
        Look("headshot", "", "middle", "soft", "loop", 3.0),
        Look("website", "", "high", "soft", "butterfly", 2.0, 1.5, framing="half", front_ratio=6.0),
        Look("creative self-portrait", "", "low", "medium", "Rembrandt", 8.0, backdrop_tone=-3.0),
        Look("beauty", "", "high", "medium", "butterfly", 2.0, 1.0, framing="tight head", front_ratio=4.0),
        Look("family", "", "middle", "soft", "open", 2.0, backdrop_tone=0.5, framing="three-quarter"),
    )
}
"""What is usual for a purpose, as a start (assumptions). Front ratios are those that a butterfly reaches in a light room:
6 : 1 by itself, 4 : 1 with a board under the chin."""
