"""Counts the entries of lists before their contents are checked: a list of a million is refused at once."""

from collections.abc import Iterator
from dataclasses import is_dataclass
from functools import cache
from typing import Annotated, Any, get_args, get_origin, get_type_hints

from annotated_types import MaxLen

from ..core.problem import NotAccepted, Problem


@cache
def _lists_of(cls: Any) -> list[tuple[str, int | None, Any, Any]]:
    """Of each field that holds a list or a dataclass: name, most entries, dataclass of an entry, its own dataclass."""
    found = []
    for item, hint in get_type_hints(cls, include_extras=True).items():
        plain, limits = (get_args(hint)[0], get_args(hint)[1:]) if get_origin(hint) is Annotated else (hint, ())
        most = next((k.max_length for k in limits if isinstance(k, MaxLen)), None)
        inside = get_args(plain)[0] if get_args(plain) else None
        of_entries, of_value = (kind if is_dataclass(kind) else None for kind in (inside, plain))
        if most is not None or of_entries or of_value:
            found.append((item, most, of_entries, of_value))
    return found


def _too_long(cls: Any, data: Any, path: str) -> Iterator[Problem]:
    if not isinstance(data, dict):
        return
    for name, most, of_entries, of_value in _lists_of(cls):
        value = data.get(name)
        if isinstance(value, list):
            if most is not None and len(value) > most:
                yield Problem(f"{path}.{name}", f"has {len(value)} entries", f"at most {most}")
            elif of_entries:
                for i, entry in enumerate(value):
                    yield from _too_long(of_entries, entry, f"{path}.{name}.{i}")
        elif of_value:
            yield from _too_long(of_value, value, f"{path}.{name}")


def check_counts(cls: Any, data: Any, path: str) -> None:
    """Raises NotAccepted for lists in plain data that hold more than the dataclass says they may."""
    problems = list(_too_long(cls, data, path))
    if problems:
        raise NotAccepted(problems)
