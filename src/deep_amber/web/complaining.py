"""Complaints in the photographer's words: causes in this set with figures, and what mends them."""

from collections.abc import Iterator
from dataclasses import replace

from flask import Response, current_app, stream_with_context

from ..core.planning.complaints import COMPLAINTS, complaint_of
from ..core.planning.mended import Complained, complained, ground_for
from ..core.presenting.planned_more import nothing_text, row_text
from ..core.steps import answer_text, findings_of, message
from ..formats.sitter_file import known_sitters, sitter_of
from .answers import answer
from .key import support_of_kit
from .pictures import PictureDesk, Superseded
from .plan_schemas import CauseOut, ComplainedOut, ComplainIn, ComplaintOut, ComplaintsOut, MendOut
from .planning import LINES, own_kit
from .routes import Routes
from .scenes import sound
from .steps import lenses_of_kit

complaining = Routes("complaints", "/api/complaints", ("413", "422", "503"))


@complaining.get("", responses={"200": ComplaintsOut})
def known() -> Response:
    """What can be complained of."""
    rows = [ComplaintOut(code=k.code, title=k.title, words=list(k.words)) for k in COMPLAINTS]
    return answer(ComplaintsOut(complaints=rows))


def _out(title: str, k: Complained, feet: bool) -> ComplainedOut:
    causes = [CauseOut(code=f.code, text=message(f, feet), asks=f.severity == "warn") for f in k.causes]
    if k.spread is not None:
        causes.insert(0, CauseOut(code="group.spread", text=row_text(k.spread), asks=k.spread[0] > 0.3))
    mends = [MendOut(text=answer_text(m, feet), set=m.photo_set, effort=m.effort) for m in k.mends]
    nothing = nothing_text(bool(causes), any(c.asks for c in causes), bool(mends)) if k.done >= 1 else ""
    return ComplainedOut(done=k.done, title=title, causes=causes, nothing=nothing, mends=mends)


@complaining.post("", responses={"200": ComplainedOut})
def asked(body: ComplainIn) -> Response:
    """What in a set causes a complaint, and the cheapest mends; a line of JSON whenever there is more to say."""
    complaint, photo_set = complaint_of(body.words), sound(body.set)
    kit, support, lenses = own_kit(), support_of_kit(), lenses_of_kit()
    desk: PictureDesk = current_app.extensions["pictures"]
    effort = current_app.config["EFFORT"]

    def lines() -> Iterator[str]:
        try:
            with desk.wishing(photo_set, f"complaint {body.viewer}", body.number) as (stages, finely):
                found = findings_of(photo_set, sitter_of(photo_set), stages.go_on, lenses, support, complaint.steps)
                ground = replace(ground_for(stages, kit, known_sitters(), finely), effort=effort)
                for step in complained(complaint, stages, found, support, ground, finely, desk.at_rest):
                    yield _out(complaint.title, step, body.feet).model_dump_json() + "\n"
        except Superseded:
            return

    return Response(stream_with_context(lines()), mimetype=LINES)
