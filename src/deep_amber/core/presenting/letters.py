"""Letters: those of things on the drawings, and of patterns on the keyboard."""

from string import ascii_uppercase

from ..model.furniture import Door, Furniture
from ..model.light import Light
from ..model.panel import Panel
from ..model.patterns import Pattern
from ..model.set import Set

RESERVED = "SCBRUTNXV"
"""Sitter, camera, backdrop, room, and the keys of the bench that do something."""
PATTERN_KEYS: dict[Pattern, str] = {
    "flat": "F",
    "butterfly": "B",
    "loop": "L",
    "Rembrandt": "R",
    "split": "S",
    "overhead": "T",
    "under light": "U",
    "rim": "E",
}
"""With Shift, in the order that they are shown in: by their first letter; T for the top, E for the edge."""


def letters(names: list[str]) -> list[str]:
    """A letter for each name: its first one that is still free, upper case; keys of the bench are left out."""
    given: list[str] = list(RESERVED)
    for name in names:
        # The alphabet follows a name whose own letters are gone; there are more letters than things in a set.
        free = [c for c in [*name.upper(), *ascii_uppercase] if c in ascii_uppercase and c not in given]
        given.append(free[0] if free else "?")
    return given[len(RESERVED) :]


def _wanted_letter(thing: Light | Panel | Furniture | Door) -> str:
    """A thing's name, before it the letter it should have: G for the background light, as B is the backdrop's."""
    return f"g{thing.name}" if isinstance(thing, Light) and thing.role == "background" else thing.name


def letters_of(photo_set: Set) -> list[str]:
    """The letter of each light, panel, piece of furniture and door, in that order."""
    things = (photo_set.lights, photo_set.panels, photo_set.furniture, photo_set.doors)
    return letters([_wanted_letter(k) for kind in things for k in kind])
