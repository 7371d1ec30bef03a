"""Wishes: a surface pulled to where it should read. Answers are sent as they are found, one line of JSON each time."""

from collections.abc import Iterator

from flask import Response, current_app, stream_with_context

from ..core.model import Set
from ..core.presenting.say import sentence
from ..core.presenting.wishes import (
    WHY,
    cannot_text,
    changes_text,
    kept_text,
    left_text,
    plan_text,
    possible_texts,
    target_text,
    wish_phrases,
    wish_text,
)
from ..core.problem import NotAccepted, Problem
from ..core.simulation.readings import LABELS
from ..core.wish.kept import KEPT, Wish, wish_of
from ..core.wish.plan import Plan, Planned
from ..core.wish.search import Progress, Search, WishAnswer
from ..core.wish.target import Target, stands_at, wish_from
from ..store.kit import open_kit
from .key import support_of_kit
from .pictures import PictureDesk, Superseded
from .routes import Routes
from .scenes import sound
from .wish_schemas import KeptOut, TargetOut, WishAnswerOut, WishIn, WishOut

wish = Routes("wish", "/api", ("413", "422", "503"))


def _answer(made: WishAnswer, feet: bool) -> WishAnswerOut:
    return WishAnswerOut(
        text=plan_text(made.answer) if made.kind == "plan" else wish_text(made.answer, feet),
        set=made.answer.photo_set,
        effort=made.answer.effort,
        share=1.0,
        moves="else",
        note=changes_text(made.changes),
        kind=made.kind,
        reached=made.reached,
        changes=made.changes,
        changed=changes_text(made.changes),
        why=WHY[made.kind],
        steps=[sentence(k) for k in wish_phrases(made.answer, feet)],
        breaks=[kept_text(k) for k in made.breaks],
    )


def _target(target: Target, progress: Progress) -> TargetOut:
    stops = stands_at(target, progress.before.tones)
    return TargetOut(surface=target.surface, label=target_text(target), stops=stops)


def _out(progress: Progress, asked: Wish, feet: bool) -> WishOut:
    moved = {name for t in asked.targets for name in t.moved}
    at_end = progress.done >= 1 and not progress.answers and not progress.here
    return WishOut(
        done=progress.done,
        here=progress.here,
        targets=[_target(t, progress) for t in asked.targets],
        answers=[_answer(k, feet) for k in progress.answers],
        kept=[KeptOut(name=k, label=LABELS.get(k, k), kept=k in asked.kept) for k in KEPT if k not in moved],
        cannot=cannot_text(progress, asked.targets, feet) if at_end else "",
        possible=possible_texts(progress.cannot, feet) if progress.cannot else [],
        breaking=[_answer(k, feet) for k in progress.breaking],
    )


def _planned(progress: Planned, feet: bool) -> WishOut:
    return WishOut(
        done=progress.done,
        here=progress.here,
        targets=[],
        answers=[_answer(progress.answer, feet)] if progress.answer else [],
        kept=[],
        cannot=left_text(progress.left, progress.answer is not None) if progress.done >= 1 else "",
        possible=[],
        breaking=[],
    )


def _asked(body: WishIn, photo_set: Set) -> Wish | None:
    """What is wished; None for all aims."""
    if not body.aims:
        return wish_of([wish_from(t.surface, t.text) for t in body.targets], body.let_go, body.keep)
    if photo_set.look is None:
        raise NotAccepted([Problem("aims", "the brief asks for nothing yet", "a set with a brief")])
    return None


@wish.post("/wish", responses={"200": WishOut})
def ask(body: WishIn) -> Response:
    """What brings surfaces to where they are wished, the cheapest first; a line of JSON whenever there is more to say."""
    photo_set = sound(body.set)
    asked = _asked(body, photo_set)
    kit, support = open_kit(current_app.extensions["sessions"]).kit, support_of_kit()
    desk: PictureDesk = current_app.extensions["pictures"]

    def lines() -> Iterator[str]:
        try:
            with desk.wishing(photo_set, body.viewer, body.number) as (stages, finely):
                if asked is None:
                    for step in Plan(stages, kit, support, finely, desk.at_rest).run():
                        yield _planned(step, body.feet).model_dump_json() + "\n"
                    return
                for progress in Search(stages, asked, kit, support, finely, desk.at_rest).run():
                    yield _out(progress, asked, body.feet).model_dump_json() + "\n"
        except Superseded:
            return

    return Response(stream_with_context(lines()), mimetype="application/x-ndjson")
