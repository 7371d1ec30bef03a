"""Errors of the schema library as problems in words."""

from dataclasses import is_dataclass
from typing import Any, get_args, get_type_hints

from pydantic import ValidationError

from ..core.model import Modifier, Source
from ..core.model.limits import interval_of, interval_text
from ..core.problem import Problem

MOST_PROBLEMS = 50
_KINDS: dict[Any, Any] = {c.__name__: c for union in (Source, Modifier) for c in get_args(union)}


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
    "int_type": ("is not a whole number", "a whole number"),
    "dataclass_type": ("is not an object", "an object with fields"),
    "model_type": ("is not an object", "an object with fields"),
}


def _said(value: Any) -> str:
    """A number as it was given, shortened."""
    try:
        return f"{float(value):g}"
    except (TypeError, ValueError, OverflowError):
        return repr(str(value)[:20])


def in_words(error: Any, interval: str = "") -> Problem:
    """A validation error of the schema library as a problem in words."""
    where = ".".join(str(part) for part in error["loc"])
    kind, context = error["type"], error.get("ctx", {})
    if kind in _WORDS:
        message, accepted = _WORDS[kind]
    elif kind in ("greater_than_equal", "less_than_equal"):
        size = "too small" if kind == "greater_than_equal" else "too large"
        message, accepted = f"{_said(error['input'])} is {size}", interval or _limits_text(context)
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


def _type_at(root: Any, where: list[Any]) -> tuple[Any, str]:
    """The dataclass that holds the last named part of a place, and that part's name."""
    owner: Any = root
    names = [part for part in where if isinstance(part, str)]
    for name in names[:-1]:
        if name in _KINDS:
            owner = _KINDS[name]
            continue
        hint = get_type_hints(owner).get(name) if isinstance(owner, type) else None
        inside = [a for a in get_args(hint) if isinstance(a, type) and is_dataclass(a)]
        owner = inside[0] if inside else hint
    return owner, names[-1] if names else ""


def _interval(root: Any, where: list[Any]) -> str:
    """The whole interval of the field that a one-sided error is about."""
    owner, name = _type_at(root, where)
    if not (isinstance(owner, type) and is_dataclass(owner) and name in get_type_hints(owner)):
        return ""
    found = interval_of(owner, name)
    return interval_text(found) if found else ""


def _branch(loc: tuple[Any, ...]) -> tuple[Any, ...] | None:
    """The place up to and with the member of a union that was tried; None outside unions."""
    at = [i for i, part in enumerate(loc) if part in _KINDS]
    return loc[: at[-1] + 1] if at else None


def problems_in(error: ValidationError, roots: dict[str, Any]) -> list[Problem]:
    """What a validation error says, in words.

    Where several kinds are possible only the kind that was meant is spoken of, by its "kind". `roots` has the
    dataclass at each part of the body that holds one, as "set".
    """
    errors = error.errors(include_url=False)
    other = {_branch(e["loc"]) for e in errors if e["loc"][-1:] == ("kind",) and e["type"] == "literal_error"} - {None}
    meant = {b[:-1] for e in errors if (b := _branch(e["loc"])) and b not in other}
    found: dict[tuple[Any, ...], Problem] = {}
    for e in errors:
        branch = _branch(e["loc"])
        if branch is not None and branch in other and (branch[:-1] in meant or e["loc"][-1:] != ("kind",)):
            continue
        where = [part for part in e["loc"] if part not in _KINDS]
        start = next((name for name in roots if name in e["loc"]), "")
        inside = list(e["loc"])[e["loc"].index(start) + 1 :] if start else []
        problem = in_words({**e, "loc": where}, _interval(roots[start], inside) if inside else "")
        if branch is not None and branch in other:
            kinds = " or ".join(c.__dataclass_fields__["kind"].default for c in _union_of(branch[-1]))
            problem = Problem(problem.field, problem.message, kinds)
        found.setdefault((problem.field, problem.message), problem)
    return list(found.values())[:MOST_PROBLEMS]


def _union_of(name: str) -> tuple[Any, ...]:
    return next(get_args(union) for union in (Source, Modifier) if _KINDS[name] in get_args(union))
