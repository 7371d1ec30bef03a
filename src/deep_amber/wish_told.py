"""What the command `ask` prints: a surface pulled to where it should read, and what does it."""

import json
from dataclasses import asdict
from pathlib import Path
from typing import Any

from .core.pattern.reach import support_of
from .core.presenting.say import sentence
from .core.presenting.wishes import (
    WHY,
    breaks_text,
    cannot_text,
    changes_text,
    left_text,
    possible_texts,
    target_text,
    wish_phrases,
    wish_text,
)
from .core.problem import NotAccepted
from .core.units import stops_text
from .core.wish.kept import Wish, wish_of
from .core.wish.plan import Planned, plan_for
from .core.wish.search import Progress, WishAnswer, search_for
from .core.wish.target import Target, wish_from
from .formats.sitter_file import sitter_of
from .kit_cli import kit_of
from .reading_cli import Refused, file_of

AIMS = "aims"
"""In place of wishes: all bands of the brief."""


def wish_told(answer: WishAnswer) -> dict[str, Any]:
    """An answer as JSON, with the set that it would make."""
    return {
        "text": wish_text(answer.answer),
        "why": WHY[answer.kind],
        "kind": answer.kind,
        "moves": [{"code": a.code, **a.figures, **a.named} for a in answer.answer.acts],
        "effort": answer.answer.effort,
        "reached": answer.reached,
        "changes": answer.changes,
        "breaks": list(answer.breaks),
        "set": asdict(answer.answer.photo_set),
    }


def _told(last: Progress, targets: tuple[Target, ...]) -> dict[str, Any]:
    cannot = None
    if not last.answers and not last.here:
        cannot = {
            "text": cannot_text(last, targets),
            "nearest": last.nearest.tones.stops if last.nearest else None,
            "held_by": [asdict(h) for h in last.cannot.held_by] if last.cannot else [],
            "possible": possible_texts(last.cannot) if last.cannot else [],
            "breaking": [wish_told(k) for k in last.breaking],
        }
    return {
        "wish": [target_text(t) for t in targets],
        "here": last.here,
        "answers": [wish_told(k) for k in last.answers],
        "cannot": cannot,
    }


def _lines(last: Progress, targets: tuple[Target, ...]) -> list[str]:
    if last.here:
        return ["It is as wished already."]
    lines = []
    for n, k in enumerate(last.answers, 1):
        reached = ", ".join(f"{name.replace('_', ' ')} {stops_text(v)}" for name, v in k.reached.items())
        lines.append(f"{n}. {wish_text(k.answer)}: {reached}; {changes_text(k.changes)}. Why: {WHY[k.kind]}.")
    if not last.answers:
        lines.append(cannot_text(last, targets))
        lines += [f"Possible {text}." for text in (possible_texts(last.cannot) if last.cannot else [])]
        lines += [f"{wish_text(k.answer)} does it, and changes {breaks_text(k)}." for k in last.breaking]
    return lines


def _plan_told(last: Planned) -> dict[str, Any]:
    answers = [wish_told(last.answer) | {"steps": wish_phrases(last.answer.answer)}] if last.answer else []
    said = left_text(last.left, last.answer is not None)
    cannot = {"text": said, "left": last.left} if said else None
    return {"wish": ["all aims of the brief"], "here": last.here, "answers": answers, "cannot": cannot}


def _plan_lines(last: Planned) -> list[str]:
    if last.here:
        return ["Every aim is met already."]
    lines = []
    if last.answer is not None:
        lines += [f"{n}. {sentence(k)}" for n, k in enumerate(wish_phrases(last.answer.answer), 1)]
        reached = ", ".join(f"{name.replace('_', ' ')} {stops_text(v)}" for name, v in last.answer.reached.items())
        lines.append(f"Then {reached}.")
    said = left_text(last.left, last.answer is not None)
    return [*lines, said] if said else lines


def _wish(wishes: tuple[str, ...], keep: tuple[str, ...], let_go: tuple[str, ...]) -> Wish:
    parts = [w.partition("=") for w in wishes]
    unsplit = next((w for w, (_, mark, _) in zip(wishes, parts, strict=True) if not mark), None)
    if unsplit:
        raise Refused(
            f"{unsplit!r} is not a wish. Accepted: a surface and where it should read, backdrop_middle=-2.5; or aims alone."
        )
    try:
        return wish_of([wish_from(surface, text) for surface, _, text in parts], let_go, keep)
    except NotAccepted as refused:
        raise Refused("\n".join(map(str, refused.problems))) from None


def answered(
    set_file: Path, wishes: tuple[str, ...], keep: tuple[str, ...], let_go: tuple[str, ...], kit_file: Path | None,
    as_json: bool,
) -> str:  # fmt: skip
    """What the command prints. Raises Refused for what it cannot read."""
    photo_set, kit = file_of(set_file).set, kit_of(kit_file)
    if wishes == (AIMS,):
        if photo_set.look is None:
            raise Refused("The brief of this set asks for nothing yet.")
        *_, plan = plan_for(photo_set, sitter_of(photo_set), kit, support_of(kit.stands)).run()
        return json.dumps(_plan_told(plan), indent=2) if as_json else "\n".join(_plan_lines(plan))
    wish = _wish(wishes, keep, let_go)
    *_, last = search_for(photo_set, sitter_of(photo_set), wish, kit, support_of(kit.stands)).run()
    if as_json:
        return json.dumps(_told(last, wish.targets), indent=2)
    return "\n".join(_lines(last, wish.targets))
