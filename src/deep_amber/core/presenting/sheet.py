"""The sheet of a thing: its typed values as text, and which part of the sheet each is on."""

from collections.abc import Callable
from functools import partial
from typing import Any

from .. import units
from ..editing.field import Field
from .say import length_text

GROUPS: dict[str, tuple[str, ...]] = {
    "tones": ("room.surfaces",),
    "colours": ("room.colours",),
    "worn": ("sitter.skin", "sitter.hair", "sitter.sheen", "sitter.cloth", "sitter.glasses"),
    "material": (
        "backdrop.material",
        "backdrop.surface",
        "backdrop.variation",
        "backdrop.grain",
        "backdrop.creases",
        "backdrop.kind",
    ),
    "sensor": ("camera.sensor_", "camera.white_balance"),
}
"""Parts of the sheets of room, sitter, backdrop and camera, by what their fields begin with."""


def group_of(path: str) -> str:
    """Which part of a sheet a value or choice is on: "place", "source" or "modifier" of a light, or one of GROUPS."""
    for group, starts in GROUPS.items():
        if path.startswith(starts):
            return group
    if ".source." in path or path.endswith(".trim"):
        return "source"
    inside = (".modifier.", ".barn_doors", ".gels", ".grid")
    return "modifier" if any(part in path for part in inside) else "place"


def value_text(field: Field, value: Any, feet: bool) -> str:
    """The value as it would be typed."""
    texts: dict[str, Callable[[Any], str]] = {
        "length": lambda v: length_text(v, feet),
        "angle": lambda v: f"{round(v) + 0}°",
        "aperture": units.aperture_text,
        "time": units.time_text,
        **{
            f"output in {scale}": partial(units.output_text, scale=scale, energy=field.full)
            for scale in units.OUTPUT_SCALES
        },
        "stops": units.stops_text,
        "text": str,
        "colour": units.colour_text,
        "ratio": lambda v: f"{v:.3g} : 1",
        "open ratio": lambda v: "open" if v is None else f"{v:.3g} : 1",
        "fine number": lambda v: f"{v:g}",
        "share": lambda v: f"{v * 100:.0f} %",
    }
    return texts.get(field.kind, lambda v: f"{v:.0f}")(value)
