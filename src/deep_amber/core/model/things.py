"""Things of a set by name: "lights.0", "panels.1", "furniture.0", "doors.0"."""

from ..problem import NotAccepted, Problem
from .set import Set

COUNTED = ("lights", "panels", "furniture", "doors")
"""Kinds of thing that a set holds several of."""


def is_index(text: str) -> bool:
    """Whether a part of a path is a whole number in plain digits; other scripts' digits and superscripts are none."""
    return text.isascii() and text.isdecimal() and len(text) < 4


def still_there(photo_set: Set, thing: str) -> str:
    """The thing, or another one when it has gone from the set, as after an undo."""
    kind, _, number = thing.partition(".")
    if kind not in COUNTED or not is_index(number):
        return thing
    left = len(getattr(photo_set, kind))
    if int(number) < left:
        return thing
    return f"{kind}.{left - 1}" if left else "sitter"


def thing_index(photo_set: Set, thing: str) -> tuple[str, int]:
    """Kind and index in "lights.0" or another counted thing; raises NotAccepted when there is no such thing."""
    kind, _, number = thing.partition(".")
    if kind in COUNTED and is_index(number) and int(number) < len(getattr(photo_set, kind)):
        return kind, int(number)
    raise NotAccepted(
        [
            Problem(
                "thing",
                f"{thing!r} is not in the set",
                "lights.0, panels.0, furniture.0, doors.0, sitter, camera, backdrop, room, people or look",
            )
        ]
    )
