"""The set file: JSON, "format": "deep-amber-set". docs/set-file.md is its reference."""

import json
import unicodedata
from collections.abc import Iterator
from typing import Annotated, Any, Literal, get_args, get_type_hints

from annotated_types import MaxLen, MinLen
from pydantic import BaseModel, ConfigDict, ValidationError

from ..core.problem import NotAccepted, Problem
from ..core.scene import Set
from ..core.scene.limits import interval_of, interval_text
from ..core.scene.validation import problems_of
from .sitter_file import known_sitters

FORMAT, VERSION = "deep-amber-set", 1
LARGEST_FILE = 2_000_000  # bytes
NAME_LENGTH, NOTES_LENGTH = 120, 4000


class SetFile(BaseModel):
    """One set with its name and notes."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, frozen=True, use_attribute_docstrings=True)

    format: Literal["deep-amber-set"]
    """Always "deep-amber-set"."""
    version: Literal[1]
    """Version of the format. A reader refuses files of a newer version than its own."""
    name: Annotated[str, MinLen(1), MaxLen(NAME_LENGTH)]
    """Shown on the shelf; one line, without the characters < and >."""
    notes: Annotated[str, MaxLen(NOTES_LENGTH)] = ""
    """Free text."""
    set: Set


def new_file(name: str, photo_set: Set, notes: str = "") -> SetFile:
    return SetFile(format="deep-amber-set", version=1, name=name, notes=notes, set=photo_set)


def schema() -> dict[str, Any]:
    """The JSON Schema of version 1."""
    made = SetFile.model_json_schema()
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **made}


def _limits_text(context: dict[str, Any]) -> str:
    known = {"ge": "at least {}", "gt": "more than {}", "le": "at most {}", "lt": "less than {}"}
    return next((text.format(context[k]) for k, text in known.items() if k in context), "")


_WORDS = {
    "missing": ("is missing", "a value"),
    "extra_forbidden": ("is not known", "leave it out"),
    "unexpected_keyword_argument": ("is not known", "leave it out"),
    "finite_number": ("is not a finite number", "a finite number"),
    "float_type": ("is not a number", "a number"),
    "float_parsing": ("is not a number", "a number"),
    "bool_type": ("is not true or false", "true or false"),
    "bool_parsing": ("is not true or false", "true or false"),
    "string_type": ("is not text", "text"),
    "tuple_type": ("is not a list", "a list"),
    "dataclass_type": ("is not an object", "an object with fields"),
    "model_type": ("is not an object", "an object with fields"),
}


def in_words(error: Any, interval: str = "") -> Problem:
    """A validation error of the schema library as a problem in words."""
    where = ".".join(str(part) for part in error["loc"])
    kind, context = error["type"], error.get("ctx", {})
    if kind in _WORDS:
        message, accepted = _WORDS[kind]
    elif kind in ("greater_than_equal", "less_than_equal"):
        size = "too small" if kind == "greater_than_equal" else "too large"
        message, accepted = f"{error['input']:g} is {size}", interval or _limits_text(context)
    elif kind == "string_too_long":
        message, accepted = f"has {len(error['input'])} characters", f"at most {context['max_length']} characters"
    elif kind == "string_too_short":
        message, accepted = "is empty", "at least 1 character"
    elif kind == "too_long":
        message, accepted = f"has {context['actual_length']} entries", f"at most {context['max_length']}"
    elif kind == "literal_error":
        message, accepted = f"{str(error['input'])[:40]!r} is not known", str(context["expected"])
    else:
        message, accepted = str(error["msg"]).lower(), "see docs/set-file.md"
    return Problem(where, message, accepted)


def problems_in_name(name: str, field: str = "name") -> Iterator[Problem]:
    """What is wrong with a set's name."""
    if not name.strip():
        yield Problem(field, "is empty", "at least 1 character")
    if len(name) > NAME_LENGTH:
        yield Problem(field, f"has {len(name)} characters", f"at most {NAME_LENGTH} characters")
    if any(c in "<>" or unicodedata.category(c) in ("Cc", "Cs", "Co", "Zl", "Zp") for c in name):
        yield Problem(
            field, "holds < or > or a control character", "letters, digits, spaces and punctuation on one line"
        )


def check(file: SetFile) -> SetFile:
    """The same file, or NotAccepted with everything that is wrong with it."""
    problems = [*problems_in_name(file.name)]
    problems += [Problem(f"set.{p.field}", p.message, p.accepted) for p in problems_of(file.set, known_sitters())]
    if problems:
        raise NotAccepted(problems)
    return file


def _refuse_constant(name: str) -> Any:
    raise ValueError(f"{name} is not JSON")


def _json(raw: bytes) -> Any:
    try:
        return json.loads(raw.decode("utf-8-sig"), parse_constant=_refuse_constant)
    except UnicodeDecodeError:
        raise NotAccepted([Problem("", "The file is not text.", "a JSON set file in UTF-8")]) from None
    except (ValueError, RecursionError) as error:
        reason = str(error) if isinstance(error, json.JSONDecodeError) else "a value that JSON does not have"
        message = f"The file is not JSON ({reason[:120]}). Accepted: a set file, see docs/set-file.md."
        raise NotAccepted([Problem("", message, "a JSON set file")]) from None


def read_set_file(raw: bytes) -> SetFile:
    """Reads and checks a set file.

    Raises NotAccepted with a problem for every field that cannot be accepted; nothing is guessed.
    """
    if len(raw) > LARGEST_FILE:
        limit = f"at most {LARGEST_FILE // 1_000_000} MB"
        raise NotAccepted([Problem("", f"The file is too large. Accepted: {limit}.", limit)])
    data = _json(raw)
    if not isinstance(data, dict) or data.get("format") != FORMAT:
        raise NotAccepted([Problem("format", "this is not a Deep Amber set file", f'"{FORMAT}"')])
    version = data.get("version")
    if isinstance(version, int) and not isinstance(version, bool) and version > VERSION:
        raise NotAccepted([Problem("version", f"{version} is newer than this program reads", f"up to {VERSION}")])
    try:
        file = SetFile.model_validate_json(json.dumps(data), strict=True)
    except ValidationError as error:
        raise NotAccepted([in_words(e, _interval_at(e)) for e in error.errors(include_url=False)][:50]) from None
    return check(file)


def _interval_at(error: Any) -> str:
    """The whole interval of the field that a one-sided error is about."""
    cls: Any = Set
    where = list(error["loc"])[1:]
    for i, part in enumerate(where):
        if isinstance(part, int):
            continue
        hint = _field_type(cls, part)
        if i == len(where) - 1:
            found = interval_of(cls, part) if hint is not None else None
            return interval_text(found) if found else ""
        if hint is None:
            return ""
        cls = hint
    return ""


def _field_type(cls: Any, name: str) -> Any:
    hints = get_type_hints(cls) if isinstance(cls, type) else {}
    hint = hints.get(name)
    args = [a for a in get_args(hint) if isinstance(a, type)]
    return args[0] if args else hint


def write_set_file(file: SetFile) -> bytes:
    """The file's bytes; reading them gives an equal file."""
    return (file.model_dump_json(indent=2) + "\n").encode()
