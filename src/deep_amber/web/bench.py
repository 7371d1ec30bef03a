"""The bench: pictures with their readings, drawings, moves by hand, typed values."""

import base64

from flask import Response, current_app

from ..core.brief.aims import off_aims
from ..core.brief.ratio import telling_ratio
from ..core.editing.fields import enter, nudge, seat, step
from ..core.editing.moves import move
from ..core.expose.histogram import channels_of, marked
from ..core.exposure.response import CLIP_STOPS, ladder
from ..core.presenting.pattern_summary import eye_told
from ..core.problem import NotAccepted, Problem
from ..core.simulation.exposing import without_flash
from ..core.sitter.face import face_marks
from ..core.units import metered_aperture_text
from ..formats.picture_file import jpeg_bytes
from ..formats.sitter_file import known_sitters, load_sitter, sitter_of
from .answers import answer
from .pictures import PictureDesk
from .routes import Routes
from .scenes import changed, scene_of, sound
from .schemas import (
    EnterIn,
    LadderOut,
    MoveIn,
    NudgeIn,
    PictureIn,
    PictureOut,
    RungOut,
    SceneIn,
    SceneOut,
    SeatIn,
    SitterOut,
    SittersOut,
    StepIn,
)

bench = Routes("bench", "/api", ("413", "422", "503"))


@bench.post("/picture", responses={"200": PictureOut, "204": None})
def picture(body: PictureIn) -> Response:
    """The picture and the readings of one state; 204 when a newer request of the tab has overtaken it."""
    desk: PictureDesk = current_app.extensions["pictures"]
    shown = without_flash(body.set) if body.without_flash else body.set
    made, pattern = desk.compute(shown, body.quality, body.viewer, body.turn, body.solo, body.was)
    coded = base64.b64encode(jpeg_bytes(marked(made, body.marked), body.quality == "settled")).decode()
    meter = {k: metered_aperture_text(r.aperture) for k, r in made.readings.incident.items()}
    mesh = sitter_of(body.set)
    return answer(
        PictureOut(
            turn=body.turn,
            quality=body.quality,
            picture=f"data:image/jpeg;base64,{coded}",
            readings=made.readings,
            ratio=telling_ratio(body.set.look, made.readings, pattern),
            meter=meter,
            pattern=pattern,
            eyes={"left": eye_told(pattern, "left"), "right": eye_told(pattern, "right")} if pattern else {},
            off_aims=off_aims(body.set.look, mesh, made.readings)
            if body.solo is None and not body.without_flash
            else {},
            histogram=channels_of(made.picture),
        )
    )


@bench.get("/ladder", responses={"200": LadderOut})
def ladder_rungs() -> Response:
    """The greys of the Ladder."""
    return answer(LadderOut(rungs=[RungOut(stops=s, code=c) for s, c in ladder()], clips_at=CLIP_STOPS))


@bench.post("/scene", responses={"200": SceneOut})
def scene(body: SceneIn) -> Response:
    """The drawing of a set and the typed values of one of its things."""
    return scene_of(sound(body.set), body)


@bench.post("/move", responses={"200": SceneOut})
def move_thing(body: MoveIn) -> Response:
    """Moves a thing by a handle; walls, floor and ceiling resist."""
    eyes = face_marks(sitter_of(sound(body.set)), body.set.sitter).eyes[1]
    made = move(body.set, body.thing, body.handle, {str(k): v for k, v in body.to.items()}, eyes)
    return changed(body.set, made.photo_set, body, made.resisted)


@bench.get("/sitters", responses={"200": SittersOut})
def sitters() -> Response:
    """Who can sit."""
    known = [load_sitter(name) for name in known_sitters()]
    return answer(SittersOut(sitters=[SitterOut(name=m.name, description=m.description) for m in known]))


@bench.post("/seat", responses={"200": SceneOut})
def seat_sitter(body: SeatIn) -> Response:
    """Puts another sitter on the seat."""
    if body.who not in known_sitters():
        raise NotAccepted([Problem("who", f"{body.who!r} is not a known sitter", " or ".join(known_sitters()))])
    return changed(body.set, seat(sound(body.set), load_sitter(body.who)), body)


@bench.post("/enter", responses={"200": SceneOut})
def enter_value(body: EnterIn) -> Response:
    """Puts in a value as typed, with its unit."""
    made = enter(sound(body.set), sitter_of(body.set), body.field, body.text)
    return changed(body.set, sound(made), body)


@bench.post("/step", responses={"200": SceneOut})
def step_value(body: StepIn) -> Response:
    """Changes output or exposure by third stops."""
    return scene_of(sound(step(sound(body.set), sitter_of(body.set), body.field, body.steps)), body)


@bench.post("/nudge", responses={"200": SceneOut})
def nudge_value(body: NudgeIn) -> Response:
    """Changes an angle or a length by a little."""
    return changed(body.set, sound(nudge(sound(body.set), sitter_of(body.set), body.field, body.by)), body)
