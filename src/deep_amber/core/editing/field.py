"""A value of a set that can be typed."""

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any

from ..model.set import Set
from ..model.things import is_index
from ..sitter.mesh import SitterMesh

Get = Callable[[Set, SitterMesh], Any]
"""A number in the set's units, or a text or colour."""
Put = Callable[[Set, SitterMesh, Any], Set]


@dataclass(frozen=True)
class Field:
    label: str
    kind: str
    """A kind of units.PARSERS."""
    get: Get
    put: Put
    full: float = 0.0
    """For an output in watt-seconds: what full output is [W s]."""


def value_at(value: Any, path: str) -> Any:
    """The part of a set at a dotted path."""
    for part in path.split("."):
        value = value[int(part)] if is_index(part) else getattr(value, part)
    return value


def with_value(value: Any, path: list[str], new: Any) -> Any:
    """The set with the part at a path replaced."""
    if not path:
        return new
    head, *rest = path
    if is_index(head):
        i = int(head)
        return tuple(with_value(v, rest, new) if k == i else v for k, v in enumerate(value))
    return replace(value, **{head: with_value(getattr(value, head), rest, new)})


def plain(label: str, kind: str, path: str) -> Field:
    """A field that is one number of the set."""
    return Field(label, kind, lambda s, _: value_at(s, path), lambda s, _, v: with_value(s, path.split("."), v))
