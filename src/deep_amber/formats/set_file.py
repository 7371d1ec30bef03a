"""The set file: JSON, "format": "deep-amber-set". docs/set-file.md is its reference."""

import json
import unicodedata
from collections.abc import Iterator
from typing import Annotated, Any, Literal

from annotated_types import MaxLen, MinLen
from pydantic import BaseModel, ConfigDict, ValidationError

from ..core.model import Set
from ..core.problem import NotAccepted, Problem
from ..core.rules.validation import problems_of
from .counts import check_counts
from .errors import problems_in
from .own_json import parsed, read_own_json
from .set_upgrades import VERSION, upgraded
from .sitter_file import known_sitters

NAME_LENGTH, NOTES_LENGTH = 120, 4000
ALONE = {"room", "camera", "sitter", "lights"}  # what a set has that stands without a file's head


class SetFile(BaseModel):
    """One set with its name and notes."""

    model_config = ConfigDict(
        defer_build=True, extra="forbid", allow_inf_nan=False, frozen=True, use_attribute_docstrings=True
    )

    format: Literal["deep-amber-set"]
    """Always "deep-amber-set"."""
    version: Literal[6]
    """Version of the format; files of versions 1 to 5 are read as well. A reader refuses files of a newer version than its own."""
    name: Annotated[str, MinLen(1), MaxLen(NAME_LENGTH)]
    """Shown on the shelf; one line, without the characters < and >."""
    notes: Annotated[str, MaxLen(NOTES_LENGTH)] = ""
    """Free text."""
    set: Set


def new_file(name: str, photo_set: Set, notes: str = "") -> SetFile:
    return SetFile(format="deep-amber-set", version=6, name=name, notes=notes, set=photo_set)


def schema() -> dict[str, Any]:
    """The JSON Schema of the present version."""
    made = SetFile.model_json_schema()
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **made}


def problems_in_name(name: str, field: str = "name") -> Iterator[Problem]:
    """What is wrong with a set's name."""
    if not name.strip():
        yield Problem(field, "is empty", "at least 1 character")
    if len(name) > NAME_LENGTH:
        yield Problem(field, f"has {len(name)} characters", f"at most {NAME_LENGTH} characters")
    if any(c in "<>" or unicodedata.category(c) in ("Cc", "Cf", "Cs", "Co", "Cn", "Zl", "Zp") for c in name):
        yield Problem(
            field,
            "holds < or >, or a character that is not seen",
            "letters, digits, spaces and punctuation on one line",
        )


def check(file: SetFile) -> SetFile:
    """The same file, or NotAccepted with everything that is wrong with it."""
    problems = [*problems_in_name(file.name)]
    problems += [Problem(f"set.{p.field}", p.message, p.accepted) for p in problems_of(file.set, known_sitters())]
    if problems:
        raise NotAccepted(problems)
    return file


def read_set_file(raw: bytes) -> SetFile:
    """Reads and checks a set file.

    Raises NotAccepted with a problem for every field that cannot be accepted; nothing is guessed.
    """
    data = upgraded(read_own_json(raw, "set", VERSION))
    check_counts(Set, data.get("set"), "set")
    try:
        file = SetFile.model_validate_json(json.dumps(data), strict=True)
    except ValidationError as error:
        raise NotAccepted(problems_in(error, {"set": Set})) from None
    return check(file)


def read_given(raw: bytes) -> SetFile:
    """Reads what a command is given: a set file, or a set alone, as the answers for machines hold it (`sets[].set` of a plan).

    Raises NotAccepted as `read_set_file` does.
    """
    data = parsed(raw, "set")
    if isinstance(data, dict) and "format" not in data and data.keys() >= ALONE:
        whole = {"format": "deep-amber-set", "version": VERSION, "name": "set without a name", "set": data}
        raw = json.dumps(whole).encode()
    return read_set_file(raw)


def parse_stored(text: str) -> SetFile:
    """A set file that was checked before it was stored, by this program or an older one."""
    return SetFile.model_validate(upgraded(json.loads(text)))


def write_set_file(file: SetFile) -> bytes:
    """The file's bytes; reading them gives an equal file."""
    return (file.model_dump_json(indent=2) + "\n").encode()
