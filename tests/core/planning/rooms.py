"""Rooms and kits that arrangements are fitted to."""

from dataclasses import replace
from functools import cache
from pathlib import Path

from deep_amber.core.brief.starting import USUAL, Answers, starting_set
from deep_amber.core.gear.sources import Window
from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.kit.owned import Kit, StandItem
from deep_amber.core.model import Bare, Light, Point, Set
from deep_amber.core.model.look import PRESETS
from deep_amber.formats.kit_file import read_kit_file
from deep_amber.formats.sitter_file import load_sitter
from tests.sets import DEMO, demo_file

QUICKLY = 0.15
"""Of the usual effort, where it is not the search itself that is judged: that is done by `make bench`."""


@cache
def rooms() -> dict[str, Set]:
    """A small low one, the attic of the demo, and a long white one with a window."""
    mesh = load_sitter("nadia")
    small = starting_set(Answers(2.3, 3.2, 2.15, USUAL["walls"], USUAL["backdrop"], "head and shoulders"), mesh)
    long = starting_set(Answers(4.2, 6.0, 2.8, USUAL["walls"], USUAL["backdrop"], "head and shoulders"), mesh)
    window = Light(
        Point(-2.1, 1.45, long.sitter.z + 0.5),
        Point(-1.1, 1.45, long.sitter.z + 0.5),
        0.0,
        Bare(),
        "window",
        Window(),
        "other",
    )
    return {"small": small, "attic": demo_file(4).set, "long": replace(long, lights=(*long.lights, window))}


@cache
def kits() -> dict[str, Kit]:
    """One light and an umbrella, the demo's, and common gear in plenty."""
    owned = read_kit_file((Path(DEMO) / "kit.json").read_bytes())
    few = Kit(
        sources=tuple(replace(k, quantity=1, readings=()) for k in owned.sources if k.name == "speedlight GN 36"),
        modifiers=tuple(k for k in owned.modifiers if "umbrella" in k.name),
        panels=tuple(k for k in owned.panels if "foam board" in k.name or k.name == "bed sheet"),
        stands=(StandItem("light stand", quantity=2),),
    )
    plenty = Kit(
        sources=tuple(replace(k, quantity=3) for k in CATALOGUE.sources), modifiers=tuple(replace(k, quantity=3) for k in CATALOGUE.modifiers),
        panels=tuple(replace(k, quantity=2) for k in CATALOGUE.panels), stands=(StandItem("boom stand", 1.0, 2.6, 1.6, 2.5, 1.2, 9),),
    )  # fmt: skip
    return {"few": few, "demo": owned, "plenty": plenty}


def headshot(photo_set: Set, **look) -> Set:
    """With the brief of a headshot."""
    return replace(photo_set, look=replace(PRESETS["headshot"], **look))
