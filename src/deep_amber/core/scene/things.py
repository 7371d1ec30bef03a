"""Things of a set by name: "lights.0", "panels.1"."""

from ..problem import NotAccepted, Problem
from .set import Set


def still_there(photo_set: Set, thing: str) -> str:
    """The thing, or another one when it has gone from the set, as after an undo."""
    kind, _, number = thing.partition(".")
    if kind not in ("lights", "panels") or not number.isdigit():
        return thing
    left = len(getattr(photo_set, kind))
    if int(number) < left:
        return thing
    return f"{kind}.{left - 1}" if left else "sitter"


def thing_index(photo_set: Set, thing: str) -> tuple[str, int]:
    """Kind and index in "lights.0" or "panels.0"; raises NotAccepted when there is no such thing."""
    kind, _, number = thing.partition(".")
    if kind in ("lights", "panels") and number.isdigit() and int(number) < len(getattr(photo_set, kind)):
        return kind, int(number)
    raise NotAccepted(
        [Problem("thing", f"{thing!r} is not in the set", "lights.0, panels.0, sitter, camera or backdrop")]
    )
