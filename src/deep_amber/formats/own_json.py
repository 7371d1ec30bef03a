"""What our JSON files share: their size, their encoding, their format and version."""

import json
from typing import Any

from ..core.problem import NotAccepted, Problem

LARGEST_FILE = 2_000_000  # bytes
LIMIT_TEXT = f"at most {LARGEST_FILE // 1_000_000} MB"
TOO_LARGE = Problem("", f"The file is too large. Accepted: {LIMIT_TEXT}.", LIMIT_TEXT)


def check_size(raw: bytes) -> None:
    """Raises NotAccepted for more than LARGEST_FILE bytes."""
    if len(raw) > LARGEST_FILE:
        raise NotAccepted([TOO_LARGE])


def _refuse_constant(name: str) -> Any:
    raise ValueError(f"{name} is not JSON")


def _parsed(raw: bytes, what: str) -> Any:
    try:
        return json.loads(raw.decode("utf-8-sig"), parse_constant=_refuse_constant)
    except UnicodeDecodeError:
        raise NotAccepted([Problem("", "The file is not text.", f"a JSON {what} file in UTF-8")]) from None
    except (ValueError, RecursionError) as error:
        reason = str(error) if isinstance(error, json.JSONDecodeError) else "a value that JSON does not have"
        message = f"The file is not JSON ({reason[:120]}). Accepted: a {what} file, see docs/{what}-file.md."
        raise NotAccepted([Problem("", message, f"a JSON {what} file")]) from None


def read_own_json(raw: bytes, what: str, newest: int) -> dict[str, Any]:
    """The data of a file of ours ("set" or "kit"), of a version up to `newest`.

    Raises NotAccepted in words for what is too large, not JSON in UTF-8, another format, or newer.
    """
    check_size(raw)
    data, name = _parsed(raw, what), f"deep-amber-{what}"
    if not isinstance(data, dict) or data.get("format") != name:
        raise NotAccepted([Problem("format", f"this is not a Deep Amber {what} file", f'"{name}"')])
    version = data.get("version")
    if isinstance(version, int) and not isinstance(version, bool) and version > newest:
        raise NotAccepted([Problem("version", f"{version} is newer than this program reads", f"up to {newest}")])
    return data
