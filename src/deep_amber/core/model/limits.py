"""The stated limits of every value, read from the scene's own types."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, fields, is_dataclass
from functools import cache
from typing import Annotated, Any, Literal, get_args, get_origin, get_type_hints

from annotated_types import Interval, MaxLen, MinLen

from ..problem import Problem


@cache
def _hints(cls: Any) -> dict[str, Any]:
    return get_type_hints(cls, include_extras=True)


def _number_text(value: float) -> str:
    if 0 < abs(value) < 0.01:
        return f"1/{round(1 / value)}"
    return f"{value:g}"


def interval_text(limit: Interval) -> str:
    """The interval in words, as in "1.5 to 20"."""
    return f"{_number_text(float(limit.ge))} to {_number_text(float(limit.le))}"  # type: ignore[arg-type]


def interval_of(cls: type, name: str) -> Interval | None:
    """The stated limit of one number field, None where there is none."""
    hint = _hints(cls)[name]
    if get_origin(hint) is Annotated:
        return next((m for m in get_args(hint)[1:] if isinstance(m, Interval)), None)
    return None


def bounds(cls: type, name: str) -> tuple[float, float]:
    """Lowest and highest value of a number field; ValueError when it states none."""
    limit = interval_of(cls, name)
    if limit is None:
        raise ValueError(f"{cls.__name__}.{name} states no limits")
    return float(limit.ge), float(limit.le)  # type: ignore[arg-type]


def _check_value(path: str, value: Any, metadata: tuple[Any, ...]) -> Iterator[Problem]:
    for limit in metadata:
        if isinstance(limit, Interval):
            if not isinstance(value, int | float) or isinstance(value, bool):
                yield Problem(path, "is not a number", interval_text(limit))
            elif not math.isfinite(value):
                yield Problem(path, "is not a finite number", interval_text(limit))
            elif value < limit.ge or value > limit.le:  # type: ignore[operator]
                size = "too small" if value < limit.ge else "too large"  # type: ignore[operator]
                yield Problem(path, f"{_number_text(value)} is {size}", interval_text(limit))
        elif isinstance(limit, MaxLen) and len(value) > limit.max_length:
            unit = "characters" if isinstance(value, str) else "entries"
            yield Problem(path, f"has {len(value)} {unit}", f"at most {limit.max_length} {unit}")
        elif isinstance(limit, MinLen) and len(value) < limit.min_length:
            yield Problem(path, "is empty", f"at least {limit.min_length} character")


@dataclass(frozen=True)
class _Part:
    """What a field or an entry of a tuple may be."""

    limits: tuple[Any, ...]
    choices: tuple[Any, ...]
    entry: "_Part | None"

    @classmethod
    def of(cls, hint: Any) -> "_Part":
        limits = get_args(hint)[1:] if get_origin(hint) is Annotated else ()
        plain = get_args(hint)[0] if limits else hint
        choices = get_args(plain) if get_origin(plain) is Literal else ()
        return cls(limits, choices, cls.of(get_args(plain)[0]) if get_origin(plain) is tuple else None)


@cache
def _parts(cls: Any) -> list[tuple[str, _Part]]:
    return [(item.name, _Part.of(_hints(cls)[item.name])) for item in fields(cls)]


def check_limits(value: Any, path: str = "") -> Iterator[Problem]:
    """Yields a problem for every number or text of a scene dataclass that is outside its limits."""
    for name, part in _parts(value.__class__):
        yield from _check(f"{path}.{name}" if path else name, getattr(value, name), part)


def _check(where: str, value: Any, part: _Part) -> Iterator[Problem]:
    if part.limits:
        yield from _check_value(where, value, part.limits)
    if is_dataclass(value):
        yield from check_limits(value, where)
    elif isinstance(value, tuple):
        for i, entry in enumerate(value):
            yield from _check(f"{where}.{i}", entry, part.entry or _Part.of(Any))
    elif part.choices and value not in part.choices:
        yield Problem(where, f"{value!r} is not known", " or ".join(map(str, part.choices)))
