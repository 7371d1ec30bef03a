"""The steps of the work: what is found in a set, and the camera placed for a framing."""

from flask import current_app
from flask_openapi3 import APIBlueprint, Tag

from ..core.checks.checks import findings_of, states_of
from ..core.checks.finding import STEPS
from ..core.framing.framings import FRAMINGS, framed_as
from ..formats.sitter_file import sitter_of
from .answers import answer
from .pictures import PictureDesk
from .scenes import scene_of, sound
from .schemas import ProblemsOut, SceneOut
from .steps_schemas import FindingOut, FindingsIn, FindingsOut, FramedIn, MendOut, StepOut, StepsOut

steps = APIBlueprint("steps", __name__, url_prefix="/api", abp_tags=[Tag(name="steps")],
                     abp_responses={"422": ProblemsOut})  # fmt: skip


@steps.get("/steps", responses={"200": StepsOut})
def known_steps():
    """The steps of the work that exist, and the framings of its camera step."""
    out = [StepOut(code=s.code, name=s.name, thing=s.thing) for s in STEPS]
    return answer(StepsOut(steps=out, framings=list(FRAMINGS)))


@steps.post("/findings", responses={"200": FindingsOut, "204": None})
def findings(body: FindingsIn):
    """What is found in a set, step by step; 204 when the tab has asked for a newer picture meanwhile."""
    desk: PictureDesk = current_app.extensions["pictures"]
    photo_set = sound(body.set)
    found = findings_of(
        photo_set, sitter_of(photo_set), body.feet, desk.while_newest(body.viewer, body.turn)
    )
    return answer(FindingsOut(
        states=states_of(found),
        findings=[FindingOut(code=f.code, severity=f.severity, step=f.step, message=f.message, figures=f.figures,
                             mend=MendOut(text=f.mend.text, set=f.mend.photo_set) if f.mend else None) for f in found],
    ))  # fmt: skip


@steps.post("/framed", responses={"200": SceneOut})
def framed(body: FramedIn):
    """The camera placed for a framing."""
    return scene_of(sound(framed_as(sound(body.set), sitter_of(body.set), body.framing)), body)
