"""What our JSON files share: their size, their encoding, their depth, their format and version."""

import json
from typing import Any, BinaryIO

from ..core.problem import NotAccepted, Problem

LARGEST_FILE = 2_000_000  # bytes
DEEPEST = 40  # lists and objects in each other; a set needs nine
LIMIT_TEXT = f"at most {LARGEST_FILE // 1_000_000} MB"
TOO_LARGE = Problem("", f"The file is too large. Accepted: {LIMIT_TEXT}.", LIMIT_TEXT)


class _NotOurs(ValueError):
    """What JSON readers often let pass and ours does not."""


def read_at_most(file: BinaryIO) -> bytes:
    """A file's bytes, one more than is accepted at most: a huge file is not read to its end to be refused."""
    return file.read(LARGEST_FILE + 1)


def check_size(raw: bytes) -> None:
    """Raises NotAccepted for more than LARGEST_FILE bytes."""
    if len(raw) > LARGEST_FILE:
        raise NotAccepted([TOO_LARGE])


def _refuse_constant(name: str) -> Any:
    raise _NotOurs(f"{name} is not a value that JSON has")


def _no_key_twice(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    made: dict[str, Any] = {}
    for key, value in pairs:
        if key in made:
            raise _NotOurs(f"the key {key[:40]!r} stands twice in one object")
        made[key] = value
    return made


def _whole(text: str) -> int:
    if len(text) > 20:
        raise _NotOurs(f"a number of {len(text)} digits")
    return int(text)


def depth_of(text: str) -> int:
    """How deep lists and objects lie in each other, by their brackets; texts are left out."""
    deep = deepest = 0
    in_text = escaped = False
    for c in text:
        if in_text:
            in_text, escaped = escaped or c != '"', not escaped and c == "\\"
        elif c == '"':
            in_text = True
        elif c in "[{":
            deep += 1
            deepest = max(deepest, deep)
            if deepest > DEEPEST:
                break
        elif c in "]}":
            deep -= 1
    return deepest


def parsed_json(text: str) -> Any:
    """What a JSON text holds; ValueError in words for what is none, too deep, or says one thing twice."""
    if depth_of(text) > DEEPEST:
        raise _NotOurs(f"more than {DEEPEST} lists and objects in each other")
    try:
        return json.loads(text, parse_constant=_refuse_constant, object_pairs_hook=_no_key_twice, parse_int=_whole)
    except json.JSONDecodeError as error:
        raise _NotOurs(f"line {error.lineno}, column {error.colno}: {error.msg[:1].lower()}{error.msg[1:]}") from None


def parsed(raw: bytes, what: str) -> Any:
    """What a JSON file ("set" or "kit") holds, of whatever format; NotAccepted in words for what is too large or none."""
    check_size(raw)
    try:
        return parsed_json(raw.decode("utf-8-sig"))
    except UnicodeDecodeError as error:
        place = f"byte {error.start + 1} is no part of a text in UTF-8"
        raise NotAccepted([Problem("", f"The file is not text: {place}.", f"a JSON {what} file in UTF-8")]) from None
    except ValueError as error:
        message = f"The file is not JSON: {error}. Accepted: a {what} file, see docs/{what}-file.md."
        raise NotAccepted([Problem("", message, f"a JSON {what} file")]) from None


def read_own_json(raw: bytes, what: str, newest: int) -> dict[str, Any]:
    """The data of a file of ours ("set" or "kit"), of a version up to `newest`.

    Raises NotAccepted in words for what is too large, not JSON in UTF-8, another format, or newer.
    """
    data, name = parsed(raw, what), f"deep-amber-{what}"
    if not isinstance(data, dict) or data.get("format") != name:
        raise NotAccepted([Problem("format", f"this is not a Deep Amber {what} file", f'"{name}"')])
    version = data.get("version")
    if isinstance(version, int) and not isinstance(version, bool) and version > newest:
        raise NotAccepted([Problem("version", f"{version} is newer than this program reads", f"up to {newest}")])
    return data
