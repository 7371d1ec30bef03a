"""Plans: from a look to sets, from the set before to the next look, what stands in for gear; a line of JSON as it is found."""

import base64
from collections.abc import Iterator

from flask import Response, current_app, stream_with_context

from ..core.brief.aims import aims_of
from ..core.kit.catalogue import usable
from ..core.kit.owned import Kit
from ..core.model import Set
from ..core.planning.beside import beside
from ..core.planning.fitted import NO_LIMITS
from ..core.planning.ground import Ground
from ..core.planning.limits import Limits
from ..core.planning.measured import Planned
from ..core.planning.next_look import NextLook, next_look
from ..core.planning.opens import NEAR, binds, opened
from ..core.planning.substitutes import substitutes
from ..core.planning.suggest import Suggested, nothing_does, suggest
from ..core.presenting.planned_more import near_text, opened_text, substitute_texts
from ..core.presenting.planning import plan_text, reasons
from ..core.presenting.sitting import change_text
from ..core.problem import NotAccepted, Problem
from ..core.steps import message
from ..formats.picture_file import jpeg_bytes
from ..formats.sitter_file import known_sitters, sitter_of
from ..store.kit import open_kit
from .answers import answer
from .desk_parts import Looks
from .pictures import PictureDesk, Superseded
from .plan_schemas import (
    AskedIn,
    CannotOut,
    CheckedOut,
    OpensOut,
    PlanASetIn,
    PlannedOut,
    PlannedSetOut,
    SmallIn,
    SmallOut,
    SubstituteOut,
    SubstitutesOut,
)
from .routes import Routes
from .scenes import sound
from .steps import known_findings

planning = Routes("planning", "/api", ("413", "422", "503"))
LINES = "application/x-ndjson"


def own_kit() -> Kit:
    """The kit that is planned with."""
    return usable(open_kit(current_app.extensions["sessions"]).kit)


def ground_of(photo_set: Set, kit: Kit, looks: Looks, limits: Limits = NO_LIMITS) -> Ground:
    """What sets are searched on for a look in a room."""
    mesh, known, effort = sitter_of(photo_set), known_sitters(), current_app.config["EFFORT"]
    return Ground(photo_set, mesh, kit, known, looks.quick, limits, looks.go_on, effort, looks.at_rest)


def planned_out(
    k: Planned, feet: bool, changes: list[str] | None = None, minutes: float | None = None
) -> PlannedSetOut:
    """A planned set in words."""
    return PlannedSetOut(
        code=k.fitted.arrangement.code, title=k.fitted.arrangement.title, kind=k.fitted.arrangement.kind, side=k.fitted.side,
        set=k.photo_set, text=near_text(k), met=k.closeness <= NEAR, closeness=k.closeness,
        minutes=k.minutes if minutes is None else minutes, uses=list(k.uses), reasons=reasons(k, feet),
        weak=[plan_text(a, feet) for a in k.weak], binds=[plan_text(a, feet) for a in binds(k)],
        pattern=k.pattern.name if k.pattern else "", hardness=k.pattern.softness.grade if k.pattern else "", stops=k.stops,
        changes=changes or [],
    )  # fmt: skip


def small_jpeg(photo_set: Set) -> str:
    """A small picture as a data address."""
    desk: PictureDesk = current_app.extensions["pictures"]
    coded = base64.b64encode(jpeg_bytes(desk.thumbnail(photo_set).picture, fine=True)).decode()
    return f"data:image/jpeg;base64,{coded}"


def _out(ground: Ground, k: Suggested, feet: bool, opens: list[OpensOut]) -> PlannedOut:
    why = "" if k.sets or k.done < 1 else _why(k)
    return PlannedOut(
        done=k.done, sets=[planned_out(s, feet) for s in k.sets],
        cannot=[CannotOut(title=c.arrangement.title, why=plan_text(c.refused[0], feet)) for c in k.cannot],
        why=why, opens=opens, aims=aims_of(ground.photo_set.look, ground.mesh),
    )  # fmt: skip


def _why(k: Suggested) -> str:
    found = [plan_text(a) for a in nothing_does(k.cannot)[:2]]
    return f"Nothing does here. {'. '.join(found)}." if found else "No arrangement that is known gives this look."


def _opens(ground: Ground, k: Suggested, feet: bool) -> list[OpensOut]:
    best = k.sets[0] if k.sets else None
    if best is not None and best.closeness <= NEAR:
        return []
    return [
        OpensOut(text=opened_text(o, feet), title=o.planned.fitted.arrangement.title, then=near_text(o.planned),
                 set=o.planned.photo_set)
        for o in opened(ground, best, k.cannot, k.sets)
    ]  # fmt: skip


@planning.post("/plan", responses={"200": PlannedOut})
def plan(body: PlanASetIn) -> Response:
    """Sets for the look of a set, in its room, with the kit; a line of JSON whenever there is more to say."""
    photo_set, kit = sound(body.set), own_kit()
    before = sound(body.before) if body.before is not None else None
    if photo_set.look is None:
        raise NotAccepted([Problem("set.look", "the brief asks for nothing yet", "a look: what the picture is for")])
    desk: PictureDesk = current_app.extensions["pictures"]

    def lines() -> Iterator[str]:
        try:
            with desk.planning(body.viewer, body.number) as looks:
                ground = ground_of(photo_set, kit, looks, body.limits)
                if before is not None:
                    for done, found in next_look(ground, before):
                        yield _next_out(ground, done, found, body.feet).model_dump_json() + "\n"
                    return
                last = None
                for last in suggest(ground):
                    if last.done < 1:
                        yield _out(ground, last, body.feet, []).model_dump_json() + "\n"
                if last is not None:
                    yield _out(ground, last, body.feet, _opens(ground, last, body.feet)).model_dump_json() + "\n"
        except Superseded:
            return

    return Response(stream_with_context(lines()), mimetype=LINES)


def _next_out(ground: Ground, done: float, found: tuple[NextLook, ...], feet: bool) -> PlannedOut:
    sets = [planned_out(k.planned, feet, [change_text(c.act, feet) for c in k.changes], k.minutes) for k in found]
    return PlannedOut(
        done=done, sets=sets, cannot=[], why="", opens=[], aims=aims_of(ground.photo_set.look, ground.mesh)
    )


@planning.post("/plan/picture", responses={"200": SmallOut})
def picture(body: SmallIn) -> Response:
    """A small picture of a set that is not on the shelf."""
    return answer(SmallOut(picture=small_jpeg(sound(body.set))))


@planning.post("/plan/checked", responses={"200": CheckedOut})
def checked(body: AskedIn) -> Response:
    """What the check would ask to be looked at in a set that is offered, beside what is weak about it."""
    photo_set, desk = sound(body.set), current_app.extensions["pictures"]
    with desk.findings_of_tab(f"plan {body.viewer}", 0) as go_on:
        found = known_findings(desk, photo_set, go_on)
    return answer(CheckedOut(warnings=[message(k, body.feet) for k in beside(found)]))


@planning.post("/substitutes", responses={"200": SubstitutesOut, "204": None})
def stand_ins(body: AskedIn) -> Response:
    """What stands in here for gear that is not owned, with what it does."""
    photo_set, kit = sound(body.set), open_kit(current_app.extensions["sessions"]).kit
    desk: PictureDesk = current_app.extensions["pictures"]
    with desk.planning(f"instead {body.viewer}", body.number) as looks:
        found = list(substitutes(photo_set, looks.at_rest, kit, known_sitters()))
    rows = [(*substitute_texts(k, body.feet), k.photo_set) for k in found]
    return answer(SubstitutesOut(substitutes=[SubstituteOut(missing=m, text=t, set=s) for m, t, s in rows]))
