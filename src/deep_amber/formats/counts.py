"""Counts the entries of lists before their contents are checked: a list of a million is refused at once."""

from collections.abc import Iterator
from dataclasses import fields, is_dataclass
from typing import Annotated, Any, get_args, get_origin, get_type_hints

from annotated_types import MaxLen

from ..core.problem import NotAccepted, Problem


def _too_long(cls: Any, data: Any, path: str) -> Iterator[Problem]:
    if not isinstance(data, dict):
        return
    hints = get_type_hints(cls, include_extras=True)
    for item in fields(cls):
        value, where = data.get(item.name), f"{path}.{item.name}"
        hint = hints[item.name]
        plain, limits = (get_args(hint)[0], get_args(hint)[1:]) if get_origin(hint) is Annotated else (hint, ())
        if isinstance(value, list):
            most = next((k.max_length for k in limits if isinstance(k, MaxLen)), None)
            if most is not None and len(value) > most:
                yield Problem(where, f"has {len(value)} entries", f"at most {most}")
                continue
            inside = get_args(plain)[0] if get_args(plain) else None
            if is_dataclass(inside):
                for i, entry in enumerate(value):
                    yield from _too_long(inside, entry, f"{where}.{i}")
        elif is_dataclass(plain):
            yield from _too_long(plain, value, where)


def check_counts(cls: Any, data: Any, path: str) -> None:
    """Raises NotAccepted for lists in plain data that hold more than the dataclass says they may."""
    problems = list(_too_long(cls, data, path))
    if problems:
        raise NotAccepted(problems)
