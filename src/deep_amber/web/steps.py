"""The steps of the work: what is found in a set, and the camera placed for a framing."""

from collections.abc import Callable
from dataclasses import replace

from flask import Response, current_app

from ..core.checks.finding import Finding
from ..core.framing.framings import FRAMINGS, framed_as
from ..core.framing.lenses import put_on
from ..core.kit.catalogue import CATALOGUE
from ..core.model import Set
from ..core.model.camera import Lens
from ..core.presenting.letters import PATTERN_KEYS
from ..core.problem import NotAccepted, Problem
from ..core.simulation.memory import Key
from ..core.steps import STEPS, findings_of, message, states_of, with_meant
from ..formats.sitter_file import sitter_of
from ..store.kit import open_kit
from .answers import answer, answer_out
from .key import support_of_kit
from .pictures import PictureDesk
from .routes import Routes
from .scenes import scene_of, sound
from .schemas import SceneOut
from .steps_schemas import (
    FindingOut,
    FindingsIn,
    FindingsOut,
    FramedIn,
    LensesOut,
    LensIn,
    MeantIn,
    PatternOut,
    StateOut,
    StepOut,
    StepsOut,
)

steps = Routes("steps", "/api", ("413", "422", "503"))


@steps.get("/steps", responses={"200": StepsOut})
def known_steps() -> Response:
    """The steps of the work that exist, and the framings of its camera step."""
    patterns = [PatternOut(name=name, key=key) for name, key in PATTERN_KEYS.items()]
    out = [StepOut(code=s.code, name=s.name, thing=s.thing, instrument=s.instrument) for s in STEPS]
    return answer(StepsOut(steps=out, framings=list(FRAMINGS), patterns=patterns))


@steps.post("/findings", responses={"200": FindingsOut, "204": None})
def findings(body: FindingsIn) -> Response:
    """What is found in a set, step by step; 204 when the tab has asked for a newer picture meanwhile."""
    desk: PictureDesk = current_app.extensions["pictures"]
    photo_set = sound(body.set)
    with desk.findings_of_tab(body.viewer, body.turn) as go_on:
        found = known_findings(desk, photo_set, go_on)
    states = states_of(photo_set, found, body.feet)
    return answer(
        FindingsOut(
            states={code: StateOut(kind=s.kind, text=s.text) for code, s in states.items()},
            findings=[
                FindingOut(
                    code=f.code,
                    severity=f.severity,
                    step=f.step,
                    message=message(f, body.feet),
                    figures=f.figures,
                    meant=f.meant,
                    can_be_meant=f.severity == "warn",
                    mend=answer_out(f.mend, body.feet) if f.mend else None,
                )
                for f in found
            ],
        )
    )


def known_findings(desk: PictureDesk, photo_set: Set, go_on: Callable[[], None]) -> list[Finding]:
    """The findings of a set with the own kit's lenses and stands."""
    lenses, support = lenses_of_kit(owned_only=True), support_of_kit()
    return desk.known_findings(
        Key((photo_set, lenses, support)),
        lambda: findings_of(photo_set, sitter_of(photo_set), go_on, lenses, support),
    )


@steps.post("/meant", responses={"200": SceneOut})
def meant(body: MeantIn) -> Response:
    """The set in which a finding is meant to be so, or is looked at again."""
    return scene_of(with_meant(sound(body.set), body.code, body.meant), body)


@steps.post("/framed", responses={"200": SceneOut})
def framed(body: FramedIn) -> Response:
    """The camera placed for a framing."""
    photo_set = sound(body.set)
    made = framed_as(photo_set, sitter_of(photo_set), body.framing, lenses_of_kit(owned_only=True))
    return scene_of(sound(made), body)


def lenses_of_kit(owned_only: bool = False) -> tuple[Lens, ...]:
    """The lenses of the kit; without any the common ones, unless only owned ones are wanted."""
    owned = open_kit(current_app.extensions["sessions"]).kit.lenses
    items = owned if owned or owned_only else CATALOGUE.lenses
    return tuple(Lens(k.name, k.shortest, k.longest, k.widest) for k in items)


@steps.get("/lenses", responses={"200": LensesOut})
def lenses() -> Response:
    """The lenses that can be put on the camera."""
    return answer(LensesOut(lenses=list(lenses_of_kit())))


@steps.post("/lens", responses={"200": SceneOut})
def put_lens_on(body: LensIn) -> Response:
    """Another lens on the camera, at its focal length nearest to the present one; an empty name for any focal length."""
    lens = next((k for k in lenses_of_kit() if k.name == body.name), None)
    if body.name and lens is None:
        raise NotAccepted([Problem("camera.lens", f"{body.name!r} is not in the kit", "a lens of the kit")])
    photo_set = sound(body.set)
    return scene_of(sound(replace(photo_set, camera=put_on(photo_set.camera, lens))), body)
