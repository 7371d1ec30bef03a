"""The cloths of a box: which it has, and the box with one put in or taken out."""

from dataclasses import replace
from typing import Any

from ..gear.modifiers import Modifier

CLOTHS = {"baffle": "inner cloth", "cloth": "front cloth"}
"""Parts of boxes, with the words for them."""


def cloth_in(modifier: Modifier, name: str) -> bool | None:
    """Whether a cloth of CLOTHS is in; None for a modifier that takes none."""
    return getattr(modifier, name, None)


def with_cloth(modifier: Modifier, name: str, is_in: bool) -> Modifier:
    """The modifier with one of its cloths in or out."""
    changed: dict[str, Any] = {name: is_in}
    return replace(modifier, **changed)
