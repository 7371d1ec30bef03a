"""A value of a set that is chosen from a short list, and the lists that types state."""

from collections.abc import Mapping
from dataclasses import dataclass
from types import UnionType
from typing import Annotated, Any, Literal, get_args, get_origin, get_type_hints

NONE = "none"


@dataclass(frozen=True)
class Choice:
    field: str
    label: str
    options: tuple[str, ...]
    """Two for a switch: "no", "yes"."""
    chosen: str


def stated(hint: Any) -> tuple[Any, ...] | None:
    """The values that a type allows, when it states a short list of them."""
    plain = get_args(hint)[0] if get_origin(hint) is Annotated else hint
    if plain is bool:
        return (False, True)
    return get_args(plain) if get_origin(plain) is Literal and len(get_args(plain)) > 1 else None


def text_of(value: Any) -> str:
    """How an option is shown."""
    if isinstance(value, bool):
        return "yes" if value else "no"
    return NONE if value in (0, None, ()) else f"{value}°" if isinstance(value, int) else str(value)


def options_of(part: Any, names: Mapping[str, str], raw: bool = False) -> list[tuple[str, tuple[Any, ...], str]]:
    """Name, options and present option of each field in `names` that states a list; the values themselves with `raw`."""
    found = []
    for name, hint in get_type_hints(type(part), include_extras=True).items():
        options = stated(hint)
        if options and name in names and not isinstance(hint, UnionType):
            found.append((name, options if raw else tuple(map(text_of, options)), text_of(getattr(part, name))))
    return found
