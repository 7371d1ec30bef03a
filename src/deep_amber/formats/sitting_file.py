"""The sitting file: JSON, "format": "deep-amber-sitting": looks of one date, each a set."""

import json
from collections.abc import Mapping
from typing import Annotated, Literal

from annotated_types import MaxLen, MinLen
from pydantic import BaseModel, ConfigDict, ValidationError

from ..core.model import Set
from ..core.problem import NotAccepted, Problem
from ..core.rules.validation import problems_of
from ..core.sitting.order import MOST
from ..core.sitting.sitting import Sitting
from .errors import problems_in
from .own_json import read_own_json
from .sitter_file import known_sitters

VERSION = 1
MOST_IN_FILE = MOST * 12  # with variants; an order is found for up to MOST
Name = Annotated[str, MinLen(1), MaxLen(80)]
_STRICT = ConfigDict(defer_build=True, extra="forbid", allow_inf_nan=False, frozen=True, use_attribute_docstrings=True)


class LookIn(BaseModel):
    """One look of a sitting."""

    model_config = _STRICT

    name: Name
    set: Set
    first: bool = False
    """It comes before all others: children, make-up that is fresh."""
    last: bool = False
    """It comes after all others: the white paper, before it is walked on."""
    after: Annotated[tuple[Name, ...], MaxLen(MOST)] = ()
    """Names of looks that come before it."""
    note: Annotated[str, MaxLen(500)] = ""


class SittingFile(BaseModel):
    """Several looks on one date."""

    model_config = _STRICT

    format: Literal["deep-amber-sitting"]
    version: Literal[1]
    name: Name
    sitter: Annotated[str, MaxLen(80)] = ""
    date: Annotated[str, MaxLen(10)] = ""
    """As in 2026-11-26."""
    looks: Annotated[tuple[LookIn, ...], MinLen(1), MaxLen(MOST_IN_FILE)]


def read_sitting_file(raw: bytes) -> SittingFile:
    """Reads and checks a sitting file; NotAccepted with a problem for every field that cannot be accepted."""
    data = read_own_json(raw, "sitting", VERSION)
    try:
        file = SittingFile.model_validate_json(json.dumps(data), strict=True)
    except ValidationError as error:
        raise NotAccepted(problems_in(error, {"looks.0.set": Set})) from None
    problems = list(_problems(file))
    if problems:
        raise NotAccepted(problems)
    return file


def write_sitting_file(sitting: Sitting, sets: Mapping[str, Set]) -> bytes:
    """A kept sitting with its sets whole, by their ids; reading it gives the same looks. Variants are looks after theirs."""
    looks: list[LookIn] = []
    for k in sitting.looks:
        looks.append(LookIn(name=k.name, set=sets[k.set_id], first=k.first, last=k.last, after=k.after, note=k.note))
        looks += [
            LookIn(name=f"{k.name}, variant {n}"[:80], set=sets[v], first=k.first, last=k.last, after=(k.name,))
            for n, v in enumerate(k.variants, 1)
        ]
    file = SittingFile(
        format="deep-amber-sitting", version=1, name=sitting.name, sitter=sitting.sitter, date=sitting.date, looks=tuple(looks)
    )  # fmt: skip
    return (file.model_dump_json(indent=2) + "\n").encode()


def _problems(file: SittingFile) -> list[Problem]:
    names, found = [k.name for k in file.looks], []
    for i, look in enumerate(file.looks):
        at = f"looks.{i}"
        if names.index(look.name) != i:
            found.append(Problem(f"{at}.name", f"{look.name!r} is used twice", "a name of its own for each look"))
        found += [
            Problem(f"{at}.after", f"there is no look {k!r}", " or ".join(names)) for k in look.after if k not in names
        ]
        found += [Problem(f"{at}.set.{p.field}", p.message, p.accepted) for p in problems_of(look.set, known_sitters())]
    return found
