"""Sittings: kept, planned; poses kept by name and laid on a set."""

from collections.abc import Mapping
from http import HTTPStatus

from flask import Response, current_app

from ..core.editing.posture import with_posture
from ..core.model import Set
from ..core.presenting.say import Say
from ..core.presenting.sitting import change_text
from ..core.presenting.sitting_lists import POSING, SAFETY, check_text
from ..core.problem import NotAccepted, Problem
from ..core.sitting.checklist import checklist_of, preparing
from ..core.sitting.packing import packing_of
from ..core.sitting.plan import Plan, PlannedLook, plan_of
from ..core.sitting.posing import CARDS, laid
from ..core.sitting.sitting import Sitting, time_of_day
from ..formats.sitter_file import sitter_of
from ..formats.sitting_document import checked_pose, checked_sitting
from ..formats.sitting_file import write_sitting_file
from ..store import sittings as store
from ..store.ideas import list_ideas
from ..store.sets import NoSuchSet, Sessions, Unreadable
from .answers import answer
from .described import file_of
from .routes import Routes
from .scenes import changed, on_shelf, sound
from .schemas import SceneOut
from .sitting_schemas import (
    ChangeOut,
    KeepPoseIn,
    LayPoseIn,
    PackedOut,
    PartOut,
    PlanIn,
    PlannedLookOut,
    PlanOut,
    PosePath,
    PosesOut,
    PosingCardOut,
    SaveSittingIn,
    SittingIn,
    SittingOut,
    SittingPath,
    SittingsOut,
    StaleSittingOut,
)

sittings = Routes("sittings", "/api/sittings", ("404", "413", "422"))
poses = Routes("poses", "/api/poses", ("404", "413", "422"))


def _sessions() -> Sessions:
    return current_app.extensions["sessions"]


def sitting_out(stored: store.StoredSitting) -> SittingOut:
    """As it is told."""
    return SittingOut(
        id=stored.id, version=stored.version, sitting=stored.sitting, look=stored.look, done=stored.done
    )  # fmt: skip


def stale(error: store.StaleSitting) -> Response:
    """What a save that came too late is told."""
    return answer(StaleSittingOut(present=sitting_out(error.present)), HTTPStatus.CONFLICT)


@sittings.get("", responses={"200": SittingsOut})
def list_sittings() -> Response:
    """All, the newest date first."""
    return answer(SittingsOut(sittings=[sitting_out(k) for k in store.list_sittings(_sessions())]))


@sittings.post("", responses={"201": SittingOut})
def add_sitting(body: SittingIn) -> Response:
    """A new one."""
    return answer(sitting_out(store.add_sitting(_sessions(), checked_sitting(body.sitting))), 201)


@sittings.get("/<string:sitting_id>", responses={"200": SittingOut})
def open_sitting(path: SittingPath) -> Response:
    """One."""
    return answer(sitting_out(store.open_sitting(_sessions(), path.sitting_id)))


@sittings.put("/<string:sitting_id>", responses={"200": SittingOut, "409": StaleSittingOut})
def save_sitting(path: SittingPath, body: SaveSittingIn) -> Response:
    """Saves over the version it was based on; a stale save is refused."""
    made = store.save_sitting(_sessions(), path.sitting_id, body.based_on, checked_sitting(body.sitting))
    return answer(sitting_out(made))


@sittings.delete("/<string:sitting_id>", responses={"204": None})
def delete_sitting(path: SittingPath) -> Response:
    """Takes it away; restore undoes it. Its lines of the log stay."""
    store.delete_sitting(_sessions(), path.sitting_id)
    return Response(status=204)


@sittings.post("/<string:sitting_id>/restore", responses={"200": SittingOut})
def restore_sitting(path: SittingPath) -> Response:
    """Undoes a deletion."""
    store.delete_sitting(_sessions(), path.sitting_id, again=True)
    return answer(sitting_out(store.open_sitting(_sessions(), path.sitting_id)))


@sittings.get("/<string:sitting_id>/file", responses={"200": file_of("application/json")})
def export_sitting(path: SittingPath) -> Response:
    """As a sitting file, its sets whole."""
    sitting = store.open_sitting(_sessions(), path.sitting_id).sitting
    if not sitting.looks:
        raise NotAccepted([Problem("looks", "this sitting has no looks yet", "at least one look")])
    headers = {"Content-Disposition": 'attachment; filename="sitting.json"'}
    return Response(write_sitting_file(sitting, sets_of(sitting)[0]), mimetype="application/json", headers=headers)


@sittings.post("/plan", responses={"200": PlanOut})
def plan(body: PlanIn) -> Response:
    """Order, times, lists of a sitting as it stands, kept or not."""
    sets, names = sets_of(checked_sitting(body.sitting))
    return answer(plan_out(body.sitting, sets, names, body.feet))


def sets_of(sitting: Sitting) -> tuple[dict[str, Set], dict[str, str]]:
    """The sets that its looks and variants name, and what they are called, by their ids.

    Raises NotAccepted at the look whose set is gone.
    """
    sets, names = {}, {}
    for i, look in enumerate(sitting.looks):
        for n, set_id in enumerate((look.set_id, *look.variants)):
            if set_id not in sets:
                field = f"looks.{i}.set_id" if n == 0 else f"looks.{i}.variants.{n - 1}"
                try:
                    stored = on_shelf(set_id)
                except (NoSuchSet, Unreadable):
                    said = f"the set of {look.name!r} is not on the shelf any more"
                    raise NotAccepted([Problem(field, said, "a set of the shelf")]) from None
                sets[set_id], names[set_id] = sound(stored.file.set), stored.name
    return sets, names


def plan_out(sitting: Sitting, sets: Mapping[str, Set], names: Mapping[str, str], feet: bool) -> PlanOut:
    """The plan in words."""
    made, say = plan_of(sitting, sets), Say(feet)
    room = {
        text: None for k in made.looks for text in (check_text(a, feet) for a in preparing(sets[k.parts[0].set_id]))
    }
    packed = packing_of(sets.values()) if sitting.elsewhere else ()
    return PlanOut(
        looks=[_look(sitting, k, sets, names, feet) for k in made.looks],
        changes=made.changes, as_given=made.as_given, begins=time_of_day(made.begins), ends=time_of_day(made.ends),
        frames=made.frames, gigabytes=made.bytes / 1e9, charges=dict(made.charges), paper=_paper(made, say),
        preparing=list(room), packing=[PackedOut(part=k.part, name=k.name, count=k.count) for k in packed], safety=SAFETY,
    )  # fmt: skip


def _paper(made: Plan, say: Say) -> str:
    return say.length(made.paper) if made.paper else ""


def _look(
    sitting: Sitting, k: PlannedLook, sets: Mapping[str, Set], names: Mapping[str, str], feet: bool
) -> PlannedLookOut:
    look, first = sitting.looks[k.look], k.parts[0].set_id
    checks = checklist_of(sets[first], k.frames, len(list_ideas(_sessions(), first)))
    parts = [
        PartOut(
            set_id=p.set_id, set_name=names[p.set_id], minutes=p.minutes,
            changes=[ChangeOut(text=change_text(c.act, feet), minutes=c.minutes) for c in p.changes],
        )
        for p in k.parts
    ]  # fmt: skip
    return PlannedLookOut(
        look=k.look, name=look.name, begins=time_of_day(k.begins), ready=time_of_day(k.ready), ends=time_of_day(k.ends),
        minutes=k.ready - k.begins, parts=parts, pause=k.pause, frames=k.frames, charges=dict(k.charges),
        paper=Say(feet).length(k.paper) if k.paper else "", checks=[check_text(a, feet) for a in checks],
        wardrobe=look.wardrobe, note=look.note,
    )  # fmt: skip


@poses.get("", responses={"200": PosesOut})
def list_poses() -> Response:
    """Those that are kept, and the posing cards."""
    cards = []
    for card in CARDS:
        title, say, why = POSING[card.code]
        cards.append(PosingCardOut(title=title, say=say, why=why, strokes=list(card.strokes)))
    return answer(PosesOut(poses=store.list_poses(_sessions()), cards=cards))


@poses.post("", responses={"200": PosesOut})
def keep_pose(body: KeepPoseIn) -> Response:
    """Keeps one by its name; one of the same name is replaced."""
    store.keep_pose(_sessions(), checked_pose(body.pose))
    return list_poses()


@poses.delete("/<string:name>", responses={"200": PosesOut})
def drop_pose(path: PosePath) -> Response:
    """Takes one away."""
    store.drop_pose(_sessions(), path.name)
    return list_poses()


@poses.post("/lay", responses={"200": SceneOut})
def lay_pose(body: LayPoseIn) -> Response:
    """A kept pose on a set's sitter; lights that follow the face go along."""
    pose = next((k for k in store.list_poses(_sessions()) if k.name == body.name), None)
    if pose is None:
        raise store.NoSuchPose(body.name)
    before = sound(body.set)
    stood_up = before
    if before.sitter.posture != pose.posture:
        stood_up = with_posture(before, pose.posture, sitter_of(before))
    return changed(before, laid(stood_up, pose), body)
