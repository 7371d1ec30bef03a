"""The step Expose: outputs for the camera, room light, histogram, colour, rules, the order of setting, alone before it."""

from dataclasses import replace

from flask import Response, current_app

from ..core.answer import Act, Answer
from ..core.expose.ambient import AtTime, ambient_of, kills
from ..core.expose.balance import balance_of, balance_off, balanced, gelled
from ..core.expose.corrections import corrections_of
from ..core.expose.histogram import RAW_OVER, histogram_of
from ..core.expose.order import order_of
from ..core.expose.outputs import Held, LightSetting, outputs_for
from ..core.expose.self_portrait import FORGOTTEN, self_portrait_of
from ..core.expose.thirds import thirds_of
from ..core.expose.ways_out import ways_out
from ..core.kit.dial import APART
from ..core.model import Set
from ..core.presenting.exposing import (
    FORGOTTEN_TEXTS,
    TOUCHES,
    bound_text,
    correction_text,
    order_texts,
    rule_text,
    setting_text,
)
from ..core.presenting.letters import letters_of
from ..core.presenting.say import Say
from ..core.simulation.readings import LABELS
from ..core.units import aperture_text, metered_aperture_text, time_text
from ..store.kit import open_kit
from .answers import answer, answer_out
from .expose_schemas import (
    ColourOut,
    CorrectionOut,
    HistogramOut,
    KillOut,
    LightOutputOut,
    LineOut,
    OrderOut,
    OutputsIn,
    OutputsOut,
    RoomLightOut,
    RulesOut,
    SelfOut,
    TimeOut,
)
from .key import support_of_kit
from .key_schemas import KeyIn
from .pictures import PictureDesk
from .routes import Routes
from .scenes import sound
from .schemas import SceneIn

exposing = Routes("expose", "/api/expose", ("413", "422", "503"))


def _desk() -> PictureDesk:
    return current_app.extensions["pictures"]


def _light(photo_set: Set, k: LightSetting, letter: str) -> LightOutputOut:
    light = photo_set.lights[k.index]
    return LightOutputOut(
        name=k.light,
        letter=letter,
        follows=k.follows,
        before=setting_text(light, k.now),
        setting=setting_text(light, k.to),
        to_key=k.to_key,
        aperture=metered_aperture_text(k.aperture),
        recycle=k.recycle,
        on_face=k.on_face,
        cannot=bound_text(k, light) if k.follows and not k.fits else "",
    )


@exposing.post("/outputs", responses={"200": OutputsOut, "204": None})
def outputs(body: OutputsIn) -> Response:
    """What each light is set to for the camera as it is set; 204 where no light is on."""
    photo_set, kit = sound(body.set), open_kit(current_app.extensions["sessions"]).kit
    held = Held(body.recycle, body.comfort, body.depth, body.backdrop)
    with _desk().beside_picture(photo_set) as stages:
        made = outputs_for(stages, photo_set.camera, held, body.by)
        if made is None:
            return Response(status=204)
        ways = ways_out(stages, made, held, kit, support_of_kit())
    given = letters_of(photo_set)
    return answer(
        OutputsOut(
            by=made.by,
            disc=metered_aperture_text(made.disc),
            over=made.over,
            fits=made.fits,
            same=all(abs(k.to - k.now) < APART for k in made.lights),
            lights=[_light(photo_set, k, given[k.index]) for k in made.lights],
            answer=answer_out(Answer((Act("expose.set"),), made.photo_set), body.feet),
            ways_out=[answer_out(k.answer, body.feet) for k in ways],
            too_bright=made.room_share > 0.5 and made.over > APART,
        )
    )


@exposing.post("/room", responses={"200": RoomLightOut, "204": None})
def room_light(body: KeyIn) -> Response:
    """The frame without flash: what it shows, what gives it, what kills it, and longer times that mix it in."""
    photo_set = sound(body.set)
    with _desk().beside_picture(photo_set) as stages:
        made = ambient_of(stages)
        found = list(kills(stages))
    return answer(
        RoomLightOut(
            ambient=made,
            black=made is None or made.black,
            seen=[LABELS[k] for k in made.seen] if made else [],
            kills=[KillOut(answer=answer_out(k.answer, body.feet), under=k.under, black=k.black) for k in found],
            times=[_at(photo_set, k, body.feet) for k in made.times[::3]] if made else [],
        )
    )


def _at(photo_set: Set, at: AtTime, feet: bool) -> TimeOut:
    then = replace(photo_set, camera=replace(photo_set.camera, time=at.time))
    act = Act("wish.time", {"to_s": at.time})
    return TimeOut(text=time_text(at.time), under=at.under, answer=answer_out(Answer((act,), then), feet))


@exposing.post("/histogram", responses={"200": HistogramOut, "204": None})
def histogram(body: KeyIn) -> Response:
    """What of the file clips, where, and what a raw file still holds; the counts come with the picture."""
    with _desk().beside_picture(sound(body.set)) as stages:
        made = histogram_of(stages)
    return answer(
        HistogramOut(
            zones=list(made.zones),
            face_stops=made.face_stops,
            picture_stops=made.picture_stops,
            touches=[TOUCHES[k] for k in made.touches],
            raw_over=RAW_OVER,
        )
    )


@exposing.post("/colour", responses={"200": ColourOut, "204": None})
def colour(body: KeyIn) -> Response:
    """What each light does to a grey card and to skin, and the gel that makes it agree with the key."""
    photo_set = sound(body.set)
    with _desk().beside_picture(photo_set) as stages:
        made = balance_of(stages)
    answers = {}
    if made is not None:
        answers = {k.name: answer_out(gelled(photo_set, k), body.feet) for k in made.lights if k.gels}
        if made.of_key != made.set_to:
            answers["camera"] = answer_out(balanced(photo_set, made), body.feet)
    return answer(ColourOut(balance=made, off=balance_off(made) if made else 0.0, answers=answers))


@exposing.post("/rules", responses={"200": RulesOut, "204": None})
def rules(body: KeyIn) -> Response:
    """What changes of gear and of the camera's knobs do here, with the trade's rules beside them."""
    with _desk().aside(sound(body.set), body.viewer, body.turn) as stages:
        made, thirds = corrections_of(stages), thirds_of(stages)
    return answer(
        RulesOut(
            corrections=[
                CorrectionOut(text=correction_text(k), stops=k.stops, rule=rule_text(k), holds=k.holds) for k in made
            ],
            thirds=list(thirds),
        )
    )


@exposing.post("/order", responses={"200": OrderOut})
def order(body: SceneIn) -> Response:
    """What to set on which device, in order."""
    photo_set = sound(body.set)
    lines = order_texts(photo_set, order_of(photo_set))
    return answer(OrderOut(lines=[LineOut(about=about, what=what) for about, what in lines]))


@exposing.post("/self", responses={"200": SelfOut})
def self_portrait(body: KeyIn) -> Response:
    """The mark, the stand-in at eye height, how far one may sway, the time to walk, what is forgotten."""
    photo_set, say = sound(body.set), Say(body.feet)
    with _desk().aside(photo_set, body.viewer, body.turn, asked=True) as stages:
        made = self_portrait_of(stages)
    side = "camera-right" if made.mark_x > 0 else "camera-left"
    across = f", {say.length(abs(made.mark_x))} to {side} of the middle" if abs(made.mark_x) > 0.01 else ""
    return answer(
        SelfOut(
            mark=f"{say.length(made.mark_z)} from the back wall{across}",
            eye_height=say.length(made.eye_height),
            distance=say.length(made.distance),
            before=say.length(made.before),
            behind=say.length(made.behind) if made.behind < 20 else "all",
            sway=say.length(made.sway),
            holds=made.holds,
            aperture=aperture_text(made.aperture) if made.aperture else "",
            walk=made.walk,
            timer=made.timer,
            forgotten=[LineOut(about=k, what=FORGOTTEN_TEXTS[k]) for k in FORGOTTEN],
        )
    )
