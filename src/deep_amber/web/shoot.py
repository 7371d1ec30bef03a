"""The shoot view: the next change, the meter's reading, the camera fired, what is kept. All that a paired device may reach."""

from dataclasses import replace

from flask import Response, current_app, send_file

from ..core.expose.hand_meter import PLACES
from ..core.exposure.meter import stops_apart
from ..core.presenting.exposing import against_computed
from ..core.presenting.sitting import change_text
from ..core.presenting.sitting_lists import check_text
from ..core.problem import NotAccepted, Problem
from ..core.sitting.checklist import checklist_of
from ..core.sitting.plan import PlannedLook, plan_of
from ..core.sitting.sitting import time_of_day
from ..core.units import metered_aperture_text, parse_metered
from ..formats.picture_file import jpeg_bytes
from ..store import log, sittings
from ..store.frames import frame_file
from ..store.sets import NoSuchSet, Sessions
from .answers import answer
from .described import file_of
from .device_schemas import ShootIn
from .expose_schemas import MeterIn
from .log_schemas import EntryPath
from .metering import read_meter
from .pictures import PictureDesk
from .routes import Routes
from .scenes import on_shelf
from .schemas import SetPath
from .shooting import fire, frame_out
from .sitting_schemas import (
    ComeIn,
    FiredOut,
    FireIn,
    JudgeFrameIn,
    ReadingIn,
    ReadingOut,
    ShootListOut,
    ShootOut,
    ShootRowOut,
    ShotLightOut,
    SittingPath,
    UnitsIn,
)
from .sittings import sets_of

shoot_view = Routes("shoot view", "/api/shoot", ("404", "413", "422", "503"))


def _sessions() -> Sessions:
    return current_app.extensions["sessions"]


def _steps(looks: tuple[PlannedLook, ...]) -> list[tuple[int, int]]:
    """Each set of the plan as look (in the plan's order) and part."""
    return [(n, p) for n, look in enumerate(looks) for p in range(len(look.parts))]


def _here(sitting_id: str, feet: bool = False) -> tuple[sittings.StoredSitting, ShootOut, log.About]:
    stored = sittings.open_sitting(_sessions(), sitting_id)
    if not stored.sitting.looks:
        raise NotAccepted([Problem("looks", "this sitting has no looks yet", "at least one look, on the page Sitting")])
    sets, names = sets_of(stored.sitting)
    plan = plan_of(stored.sitting, sets)
    steps = _steps(plan.looks)
    n, p = steps[min(stored.look, len(steps) - 1)]
    look = plan.looks[n]
    part = look.parts[p]
    photo_set = sets[part.set_id]
    name = stored.sitting.looks[look.look].name
    about = log.About(part.set_id, sitting_id, name)
    page, _ = log.page_of(_sessions(), log.Wanted(sitting_id=sitting_id, kind="frame"), most=1)
    last = page[0] if page and page[0].about.look == name and page[0].about.set_id == part.set_id else None
    out = ShootOut(
        name=stored.sitting.name, better_side=stored.sitting.better_side,
        looks=[
            stored.sitting.looks[plan.looks[a].look].name + (f", variant {b}" if b else "") for a, b in steps
        ],
        look=min(stored.look, len(steps) - 1), part=p, set_id=part.set_id, set_name=names[part.set_id],
        changes=[change_text(c.act, feet) for c in part.changes], done=min(stored.done, len(part.changes)),
        checks=[check_text(a, feet) for a in checklist_of(photo_set, look.frames)],
        ready=time_of_day(look.ready), minutes=stored.sitting.looks[look.look].minutes,
        lights=[ShotLightOut(index=i, name=k.name) for i, k in enumerate(photo_set.lights) if k.on],
        places=PLACES, picture=f"/api/shoot/picture/{part.set_id}", last=frame_out(last) if last else None,
        last_id=last.id if last else "", kept=last.kept if last else None, note=last.note if last else "",
    )  # fmt: skip
    return stored, out, about


@shoot_view.get("", responses={"200": ShootListOut})
def which() -> Response:
    """The sittings that can be shot, the newest date first."""
    kept = [k for k in sittings.list_sittings(_sessions()) if k.sitting.looks]
    rows = [ShootRowOut(id=k.id, name=k.sitting.name, date=k.sitting.date, looks=len(k.sitting.looks)) for k in kept]
    return answer(ShootListOut(sittings=rows))


@shoot_view.get("/<string:sitting_id>", responses={"200": ShootOut})
def where_it_is(path: SittingPath, query: UnitsIn) -> Response:
    """The look that is worked on, its next change, its last frame."""
    return answer(_here(path.sitting_id, query.feet)[1])


@shoot_view.put("/<string:sitting_id>", responses={"200": ShootOut})
def come(path: SittingPath, body: ComeIn) -> Response:
    """How far it has come."""
    sittings.come_to(_sessions(), path.sitting_id, body.step, body.done)
    return answer(_here(path.sitting_id, body.feet)[1])


@shoot_view.post("/<string:sitting_id>/reading", responses={"201": ReadingOut})
def reading(path: SittingPath, body: ReadingIn) -> Response:
    """What the meter shows, beside what is computed there; kept in the log."""
    _, _, about = _here(path.sitting_id)
    return answer(keep_reading(about, body), 201)


def keep_reading(about: log.About, body: ReadingIn) -> ReadingOut:
    """Keeps a reading of the set it is about."""
    photo_set = on_shelf(about.set_id).file.set
    try:
        shown = parse_metered(body.aperture)
    except NotAccepted as refused:
        raise NotAccepted([replace(p, field="aperture") for p in refused.problems]) from None
    if body.at not in PLACES:
        raise NotAccepted([Problem("at", f"{body.at!r} is no place for the meter", " or ".join(PLACES))])
    if body.light is not None and body.light >= len(photo_set.lights):
        said = f"there is no light {body.light}"
        raise NotAccepted([Problem("light", said, f"0 to {len(photo_set.lights) - 1}, or none for all")])
    lights = None if body.light is None else [body.light]
    toward = body.toward if body.light is None else f"lights.{body.light}"
    asked = MeterIn(set=photo_set, viewer="log", at=body.at, toward=toward, receptor=body.receptor, lights=lights)  # type: ignore[arg-type]
    desk: PictureDesk = current_app.extensions["pictures"]
    with desk.beside_picture(photo_set) as stages:
        _, read = read_meter(stages, asked)
    off = stops_apart(shown, read.aperture)
    which = "all lights" if body.light is None else photo_set.lights[body.light].name
    told = {
        "at": body.at, "toward": toward, "receptor": body.receptor, "lights": lights, "aperture": shown,
        "computed": read.aperture, "off": off, "which": which,
    }  # fmt: skip
    name = f"{which}, {PLACES[body.at]}"
    log.add_entry(_sessions(), log.New("reading", name, about, told, note=body.note, photo_set=photo_set))
    return ReadingOut(
        shown=metered_aperture_text(shown), computed=metered_aperture_text(read.aperture), off=off,
        words=f"{name}: {metered_aperture_text(shown)}, {against_computed(off)}",
    )  # fmt: skip


@shoot_view.post("/<string:sitting_id>/fire", responses={"201": FiredOut})
def fire_camera(path: SittingPath, body: FireIn) -> Response:
    """Fires the camera with what is set up now."""
    _, _, about = _here(path.sitting_id)
    photo_set = on_shelf(about.set_id).file.set
    made = fire(about, ShootIn(set=photo_set, timer=body.timer, feet=body.feet))
    return answer(FiredOut(frame=made[-1]), 201)


@shoot_view.put("/frame/<string:entry_id>", responses={"200": ShootOut})
def judge_frame(path: EntryPath, body: JudgeFrameIn) -> Response:
    """Kept or not, stars, a note."""
    entry = log.entry_of(_sessions(), path.entry_id)
    if not entry.about.sitting_id:
        raise log.NoSuchEntry(path.entry_id)
    log.change_entry(_sessions(), path.entry_id, **body.model_dump(exclude_unset=True))
    return answer(_here(entry.about.sitting_id)[1])


@shoot_view.get("/frame/<string:entry_id>", responses={"200": file_of("image/jpeg")})
def frame_picture(path: EntryPath) -> Response:
    """A frame of a sitting."""
    if not log.entry_of(_sessions(), path.entry_id).about.sitting_id:
        raise log.NoSuchEntry(path.entry_id)
    found = frame_file(_sessions(), current_app.extensions["folder"], path.entry_id, "jpg")
    return send_file(found.resolve(), mimetype="image/jpeg")


@shoot_view.get("/picture/<string:set_id>", responses={"200": file_of("image/jpeg")})
def planned_picture(path: SetPath) -> Response:
    """A set of a sitting as it is planned, small."""
    planned = {
        k
        for s in sittings.list_sittings(_sessions())
        for look in s.sitting.looks
        for k in (look.set_id, *look.variants)
    }
    if path.set_id not in planned:
        raise NoSuchSet(path.set_id)
    photo_set = on_shelf(path.set_id).file.set
    desk: PictureDesk = current_app.extensions["pictures"]
    return Response(jpeg_bytes(desk.thumbnail(photo_set).picture, fine=True), mimetype="image/jpeg")
