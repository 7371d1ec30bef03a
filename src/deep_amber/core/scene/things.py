"""Things of a set by name: "lights.0", "panels.1"."""

from ..problem import NotAccepted, Problem
from .set import Set


def thing_index(photo_set: Set, thing: str) -> tuple[str, int]:
    """Kind and index in "lights.0" or "panels.0"; raises NotAccepted when there is no such thing."""
    kind, _, number = thing.partition(".")
    if kind in ("lights", "panels") and number.isdigit() and int(number) < len(getattr(photo_set, kind)):
        return kind, int(number)
    raise NotAccepted(
        [Problem("thing", f"{thing!r} is not in the set", "lights.0, panels.0, sitter, camera or backdrop")]
    )
