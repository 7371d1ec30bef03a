"""The kit as a file: JSON ("format": "deep-amber-kit") and CSV. docs/kit-file.md is its reference."""

import csv
import io
import json
import re
from dataclasses import asdict, fields
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, ValidationError

from ..core.kit.owned import Kit, kit_problems
from ..core.problem import NotAccepted, Problem
from .counts import check_counts
from .errors import problems_in
from .own_json import check_size, read_own_json

FORMAT, VERSION = "deep-amber-kit", 2
MOST_PARTS = 3  # of a dotted column
OF_SOURCES = ("readings", "trims")
"""What a source has several of: rows of their own in a table."""
LISTS = tuple(f.name for f in fields(Kit))


class KitFile(BaseModel):
    """Everything a photographer owns."""

    model_config = ConfigDict(
        defer_build=True, extra="forbid", allow_inf_nan=False, frozen=True, use_attribute_docstrings=True
    )

    format: Literal["deep-amber-kit"]
    """Always "deep-amber-kit"."""
    version: Literal[1, 2]
    """Version of the format: 2 is written; 1 knew no other side of a board, no depth of a box and no place on a shaft."""
    kit: Kit


def kit_schema() -> dict[str, Any]:
    """The JSON Schema of the kit file."""
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **KitFile.model_json_schema()}


def check_kit(kit: Kit) -> Kit:
    """The same kit, or NotAccepted with everything that is wrong with it."""
    problems = kit_problems(kit)
    if problems:
        raise NotAccepted([Problem(f"kit.{p.field}", p.message, p.accepted) for p in problems])
    return kit


def write_kit_file(kit: Kit) -> bytes:
    """The JSON file's bytes; reading them gives an equal kit."""
    return (KitFile(format="deep-amber-kit", version=2, kit=kit).model_dump_json(indent=2) + "\n").encode()


def _parsed(data: Any) -> Kit:
    check_counts(Kit, data.get("kit"), "kit")
    try:
        return check_kit(KitFile.model_validate_json(json.dumps(data), strict=True).kit)
    except ValidationError as error:
        raise NotAccepted(problems_in(error, {"kit": Kit})) from None


def read_kit_file(raw: bytes) -> Kit:
    """Reads and checks a JSON kit file; NotAccepted names every field that cannot be accepted."""
    return _parsed(read_own_json(raw, "kit", VERSION))


def _flat(value: dict[str, Any], prefix: str = "") -> dict[str, Any]:
    out: dict[str, Any] = {}
    for key, part in value.items():
        if isinstance(part, dict):
            out |= _flat(part, f"{prefix}{key}.")
        elif not isinstance(part, list | tuple):
            out[prefix + key] = part
    return out


def write_kit_csv(kit: Kit) -> bytes:
    """The kit as one table: a row an item, its list first; own readings and trims are rows of lists of their own."""
    rows = []
    for name in LISTS:
        for item in getattr(kit, name):
            rows.append({"list": name, **_flat(asdict(item))})
            for part in OF_SOURCES:
                rows += [{"list": part, "name": item.name, **_flat(asdict(r))} for r in getattr(item, part, ())]
    columns = list(dict.fromkeys(["list", "name", "quantity", *(key for row in rows for key in row)]))
    text = io.StringIO()
    writer = csv.DictWriter(text, columns, lineterminator="\n")
    writer.writeheader()
    writer.writerows(rows)
    return text.getvalue().encode()


def _value(text: str) -> Any:
    if text in ("True", "False"):
        return text == "True"
    if re.fullmatch(r"-?[0-9]{1,15}", text):
        return int(text)
    try:
        return float(text)
    except ValueError:
        return text


def _nested(row: dict[str, str], number: int) -> dict[str, Any]:
    """A row's columns as the item they describe; a dotted name is a part of a part."""
    out: dict[str, Any] = {}
    for key, text in row.items():
        if text in ("", None) or key in ("list", None):
            continue
        *path, last = key.split(".")
        at: Any = out
        for part in path:
            at = at.setdefault(part, {})
            if not isinstance(at, dict):
                break
        if len(path) > MOST_PARTS or not isinstance(at, dict) or isinstance(at.get(last), dict):
            raise _not_a_column(number, key)
        at[last] = text if last in ("name", "kind", "modifier") and not path else _value(text)
    return out


def _not_a_column(number: int, key: str) -> NotAccepted:
    column = key if len(key) <= 40 else f"{key[:40]}…"
    return NotAccepted(
        [Problem(f"line {number}", f"the column {column!r} is not one of a kit", "columns as they are exported")]
    )


def read_kit_csv(raw: bytes) -> Kit:
    """Reads and checks a CSV kit; NotAccepted names the line where something is wrong."""
    check_size(raw)
    try:
        rows = list(csv.DictReader(io.StringIO(raw.decode("utf-8-sig"), newline="")))
    except (UnicodeDecodeError, csv.Error):
        raise NotAccepted([Problem("", "The file is not a table in text.", "CSV in UTF-8")]) from None
    if not rows or "list" not in rows[0] or "name" not in rows[0]:
        raise NotAccepted([Problem("", 'The table has no columns "list" and "name".', "a table as it is exported")])
    kit: dict[str, list[Any]] = {name: [] for name in LISTS}
    lines: dict[str, int] = {}
    for number, row in enumerate(rows, 2):
        name = row["list"]
        if name in OF_SOURCES:
            owner = next((item for item in kit["sources"] if item.get("name") == row["name"]), None)
            if owner is None:
                raise NotAccepted(
                    [Problem(f"line {number}.name", f"{row['name']!r} is no source above it", "a source's name")]
                )
            reading = _nested({k: v for k, v in row.items() if k not in ("name", "quantity")}, number)
            owner.setdefault(name, []).append({"modifier": "", **reading})
            continue
        if name not in kit:
            raise NotAccepted(
                [Problem(f"line {number}.list", f"{name!r} is not a list", " or ".join((*LISTS, *OF_SOURCES)))]
            )
        lines[f"{name}.{len(kit[name])}"] = number
        item = _nested(row, number)
        for part in OF_SOURCES:
            if part in item:
                raise _not_a_column(number, part)
        kit[name].append(item)
    try:
        return _parsed({"format": FORMAT, "version": VERSION, "kit": kit})
    except NotAccepted as refused:
        raise NotAccepted([_at_line(p, lines) for p in refused.problems]) from None


def _at_line(problem: Problem, lines: dict[str, int]) -> Problem:
    parts = problem.field.removeprefix("kit.").split(".")
    line = lines.get(".".join(parts[:2]))
    return Problem(f"line {line}.{'.'.join(parts[2:])}", problem.message, problem.accepted) if line else problem
