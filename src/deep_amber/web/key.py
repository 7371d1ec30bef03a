"""The key light: the dial, ways to a pattern, this face under each of them, the eyes, softness, people in a row."""

import base64
from collections.abc import Callable

from flask import Response, current_app

from ..core.editing.fields import seat
from ..core.group.row import row_of
from ..core.model import Set
from ..core.model.people import People
from ..core.pattern.cannot import advice_to
from ..core.pattern.dial import dial_of
from ..core.pattern.eye_view import EYE, FACE, IRIS_OF_WIDTH, eye_sets, face_set
from ..core.pattern.reach import Support, support_of
from ..core.pattern.reading import read_pattern
from ..core.pattern.shine_on_skin import shine_of, shine_text
from ..core.pattern.softness import others
from ..core.pattern.tries import tries_of
from ..core.pattern.turning import turned_to
from ..core.presenting.facts import coverage
from ..core.presenting.say import Say
from ..core.presenting.ways import face_text
from ..core.problem import NotAccepted, Problem
from ..core.simulation import DRAGGED, Memory, simulate
from ..core.simulation.key import key_index, key_index_of
from ..core.simulation.quality import Quality, oriented
from ..core.simulation.stages import Stages
from ..formats.picture_file import jpeg_bytes
from ..formats.sitter_file import known_sitters, load_sitter, sitter_of
from ..store.kit import open_kit
from .answers import answer, answer_out
from .key_schemas import (
    AdviceIn,
    AdviceOut,
    DialIn,
    DialOut,
    EyesOut,
    GradeOut,
    KeyIn,
    RowOut,
    SoftOut,
    TriesOut,
    TryOut,
    TurnKeyIn,
)
from .pictures import PictureDesk
from .routes import Routes
from .scenes import scene_of, sound
from .schemas import SceneOut

key = Routes("key", "/api/key", ("413", "422", "503"))


def support_of_kit() -> Support:
    """What the stands of the kit can do."""
    return support_of(open_kit(current_app.extensions["sessions"]).kit.stands)


def _desk() -> PictureDesk:
    return current_app.extensions["pictures"]


@key.post("/dial", responses={"200": DialOut, "204": None})
def dial(body: DialIn) -> Response:
    """The pattern dial of a set's key; 204 when the tab has asked for a newer picture meanwhile."""
    photo_set = sound(body.set)
    if body.who:
        if body.who not in known_sitters():
            raise NotAccepted([Problem("who", f"{body.who!r} is not a known sitter", " or ".join(known_sitters()))])
        photo_set = seat(photo_set, load_sitter(body.who))
    with _desk().aside(photo_set, body.viewer, body.turn, asked=bool(body.who)) as stages:
        return answer(DialOut(dial=dial_of(stages, support_of_kit())))


@key.post("/turn", responses={"200": SceneOut})
def turn(body: TurnKeyIn) -> Response:
    """The key carried to a place of the dial at its present distance; walls, floor and ceiling resist."""
    stages = Stages(sound(body.set), sitter_of(body.set), Memory(), oriented(DRAGGED, body.set.camera), lambda: None)
    made = turned_to(stages, body.azimuth, body.elevation)
    return scene_of(sound(made.photo_set), body, made.resisted)


@key.post("/advice", responses={"200": AdviceOut})
def advice(body: AdviceIn) -> Response:
    """Ways to a pattern, or why there is none and what would make one."""
    with _desk().aside(sound(body.set), body.viewer, body.turn, asked=True) as stages:
        made = advice_to(stages, body.target, support_of_kit(), body.half)
    return answer(
        AdviceOut(
            target=made.target,
            half=body.half,
            here=made.here,
            by_key=made.by_key,
            ways=[answer_out(k, body.feet) for k in made.ways],
            because=made.because,
            possible=[answer_out(k, body.feet) for k in made.possible],
        )
    )


def small_picture(photo_set: Set, quality: Quality, memory: Memory, go_on: Callable[[], None]) -> str:
    """A picture as a data address of a JPEG."""
    made = simulate(photo_set, sitter_of(photo_set), quality, memory, go_on)
    return f"data:image/jpeg;base64,{base64.b64encode(jpeg_bytes(made.picture, True)).decode()}"


@key.post("/tries", responses={"200": TriesOut, "204": None})
def tries(body: KeyIn) -> Response:
    """This face under each of the eight patterns."""
    with _desk().aside(sound(body.set), body.viewer, body.turn) as stages:
        found, memory = tries_of(stages, support_of_kit()), Memory()
        mesh = sitter_of(body.set)
        out = [
            TryOut(
                name=k.name,
                reachable=k.reachable,
                reason=k.reason,
                half=k.half,
                picture=small_picture(face_set(k.photo_set, mesh), FACE, memory, stages.go_on) if k.photo_set else "",
            )
            for k in found
        ]
    return answer(TriesOut(tries=out))


@key.post("/eyes", responses={"200": EyesOut, "204": None})
def eyes(body: KeyIn) -> Response:
    """Both eyes as the lens sees them, enlarged."""
    with _desk().aside(sound(body.set), body.viewer, body.turn) as stages:
        left, right = (small_picture(k, EYE, Memory(), stages.go_on) for k in eye_sets(body.set, stages.mesh))
    return answer(EyesOut(left=left, right=right, iris_of_width=IRIS_OF_WIDTH))


@key.post("/softness", responses={"200": SoftOut, "204": None})
def softness(body: KeyIn) -> Response:
    """What other sizes and distances would give, shine on the skin, and how the front is filled."""
    with _desk().aside(sound(body.set), body.viewer, body.turn) as stages:
        reading, index, shine = read_pattern(stages), key_index(stages), shine_of(stages)
    if reading is None or index is None:
        return answer(SoftOut(distance="", others=[], lines=[]))
    say = Say(body.feet)
    covered = coverage(body.set.lights[index])
    lines = [shine_text(shine) if shine else "", covered and f"{covered[0].upper()}{covered[1:]}."]
    other = [
        GradeOut(grade=k.grade, size=say.span(*k.size), distance=say.span(*k.distance))
        for k in others(reading.softness.size, reading.distance)
    ]
    return answer(SoftOut(distance=say.length(reading.distance), others=other, lines=[k for k in lines if k]))


@key.post("/row", responses={"200": RowOut})
def row(body: KeyIn) -> Response:
    """Light over the set's row of people, and what of the key evens it most."""
    index = key_index_of(sound(body.set), sitter_of(body.set))
    if index is None:
        raise NotAccepted([Problem("count", "no light is on", "a set with a light on")])
    made = row_of(body.set, sitter_of(body.set), index, body.set.people or People())
    return answer(
        RowOut(
            faces=[face_text(k) for k in made.now.stops],
            spread=made.now.spread,
            best=[face_text(k) for k in made.best.stops],
            best_spread=made.best.spread,
            answer=answer_out(made.answer, body.feet) if made.answer else None,
        )
    )
