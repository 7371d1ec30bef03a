"""Which light of a set is the key."""

from .light import Light
from .set import Set


def key_index(photo_set: Set) -> int | None:
    """Index of the key: the first light of that role that is on; without one the first that is on."""
    on = [k for k, light in enumerate(photo_set.lights) if light.on]
    return next((k for k in on if photo_set.lights[k].role == "key"), on[0] if on else None)


def key_of(photo_set: Set) -> Light | None:
    """The key light; None when none is on."""
    index = key_index(photo_set)
    return None if index is None else photo_set.lights[index]
