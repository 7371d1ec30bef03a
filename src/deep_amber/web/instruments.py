"""What stands in the steps Fill, Rim and Background: the schools of fill, the outline's light, the map of the ground."""

import math

import numpy as np
from flask import Response, current_app

from ..core.answer import Answer
from ..core.backdrop.ground import ground_of
from ..core.backdrop.sources import sources_of, wrap_of
from ..core.backdrop.spot import spot_of
from ..core.exposure.response import CLIP_STOPS, MID_GREY, lightness
from ..core.fill.lamp import ByLamp, by_lamp
from ..core.fill.room import room_shares
from ..core.fill.schools import School, compared, schools_of
from ..core.fill.shares import metered, shares_of
from ..core.framing.framings import picture_height
from ..core.framing.perspective import lens_to_face
from ..core.geometry.projected import projected
from ..core.model import Set
from ..core.pattern.eye_view import FACE, face_set
from ..core.presenting.say import Say
from ..core.presenting.wishes import NO_WHITE, changes_text, wish_text
from ..core.rim.edge import edge_of, from_behind
from ..core.rim.spill import spill_of
from ..core.rim.warmth import warmth
from ..core.simulation import Memory
from ..core.simulation.key import key_index
from ..core.simulation.readings import readings_of
from ..core.simulation.stages import Stages
from ..core.srgb import code_value
from ..core.units import output_text
from ..core.wish.search import SHOWN
from ..core.wish.white import WhiteWay, white_ways
from ..store.kit import open_kit
from .answers import answer
from .instrument_schemas import EdgeOut, FillIn, FillOut, GroundOut, SchoolOut, SpotOut, WhiteOut, WhitesOut
from .key import small_picture, support_of_kit
from .key_schemas import KeyIn
from .pictures import PictureDesk
from .routes import Routes
from .scenes import sound
from .schemas import AnswerOut

instruments = Routes("instruments", "/api/light", ("413", "422", "503"))
COMPARED_AWAY = 0.7  # [m] from the face at which surfaces are compared


def _desk() -> PictureDesk:
    return current_app.extensions["pictures"]


def _told(made: Answer, feet: bool, note: str = "") -> AnswerOut:
    text = wish_text(made, feet)
    return AnswerOut(text=text, set=made.photo_set, effort=made.effort, share=1.0, moves="else", note=note)


def _lamp(made: ByLamp, photo_set: Set, stages: Stages, memory: Memory, feet: bool) -> SchoolOut:
    light = next(k for k in photo_set.lights if k.name == made.light)
    shown = made.answer.photo_set if made.answer else photo_set
    return SchoolOut(
        where=f"by the {made.light}",
        away=output_text(made.output, light.source.scale, float(getattr(light.source, "energy", 0.0))),
        ratio=made.ratio,
        there=made.there,
        picture=small_picture(face_set(shown, stages.mesh), FACE, memory, stages.go_on),
        answer=_told(made.answer, feet) if made.answer else None,
    )


def _school(made: School, stages: Stages, memory: Memory, feet: bool) -> SchoolOut:
    if made.answer is None:
        return SchoolOut(where=made.where, away="", ratio=0.0, there=False, picture="", answer=None)
    photo_set = made.answer.photo_set
    return SchoolOut(
        where=made.where,
        away=Say(feet).length(made.away),
        ratio=made.ratio,
        there=made.there,
        picture=small_picture(face_set(photo_set, stages.mesh), FACE, memory, stages.go_on),
        answer=_told(made.answer, feet, changes_text({"lit_cheek": made.lit}) if abs(made.lit) >= SHOWN else ""),
    )


@instruments.post("/fill", responses={"200": FillOut, "204": None})
def fill(body: FillIn) -> Response:
    """The shadow side under each school of fill for a wanted ratio, what fills now, and four surfaces compared."""
    photo_set, kit = sound(body.set), open_kit(current_app.extensions["sessions"]).kit
    with _desk().beside_picture(photo_set) as finely:
        key, read = key_index(finely), readings_of(finely)
        told = metered(finely, key) if key is not None else None
        shares, room = shares_of(finely), room_shares(finely)
    with _desk().aside(photo_set, body.viewer, body.turn) as stages:
        memory = Memory()
        schools = [_school(k, stages, memory, body.feet) for k in schools_of(stages, kit, body.ratio)]
        schools += [_lamp(k, photo_set, stages, memory, body.feet) for k in by_lamp(stages, body.ratio)]
        surfaces = compared(stages, kit, COMPARED_AWAY)
    return answer(
        FillOut(
            wanted=body.ratio,
            ratio=read.ratio,
            stops=read.ratio_stops,
            metered=told,
            shares=shares,
            room=room,
            schools=schools,
            surfaces=surfaces,
            surfaces_away=Say(body.feet).length(COMPARED_AWAY),
        )
    )


@instruments.post("/rim", responses={"200": EdgeOut, "204": None})
def rim(body: KeyIn) -> Response:
    """The outline of head and shoulders with the light on it, and where lights from behind spill."""
    photo_set = sound(body.set)
    with _desk().beside_picture(photo_set) as stages:
        places, read, key = edge_of(stages), readings_of(stages), key_index(stages)
        lights = photo_set.lights
        rims = [k for k, light in enumerate(lights) if light.on and k != key and from_behind(stages, light)]
        spills = {lights[k].name: spill_of(stages, k) for k in rims}
    near = {read.surfaces[k].side: read.surfaces[k].stops for k in ("lit_cheek", "shadow_cheek")}
    balance = photo_set.camera.white_balance
    return answer(
        EdgeOut(
            places=places,
            near=near,
            hair={f"camera-{side}": read.surfaces[f"hair_{side}"].stops for side in ("left", "right")},
            warmths={lights[k].name: warmth(lights[k], lights[key], balance) for k in rims if key is not None},
            spills={name: {k: 2.0**v for k, v in s.on.items()} for name, s in spills.items()},
            veils={name: s.veil for name, s in spills.items()},
        )
    )


def _spots(stages: Stages, say: Say) -> list[SpotOut]:
    made = []
    for k, light in enumerate(stages.photo_set.lights):
        spot = spot_of(stages, k) if light.on and light.role == "background" else None
        if spot is not None:
            x, y, _ = projected(stages.photo_set.camera, np.array([spot.place]))[0]
            wide = say.length(spot.diameter) if math.isfinite(spot.diameter) else ""
            made.append(SpotOut(light=light.name, diameter=wide, x=float(x + 1) / 2, y=float(1 - y) / 2))
    return made


def _gap(photo_set: Set, stages: Stages, say: Say) -> str:
    """The frame's width at the sitter: boards stand outside it."""
    high = picture_height(photo_set.camera, lens_to_face(photo_set, stages.mesh))
    return say.length(high * photo_set.camera.aspect)


@instruments.post("/background", responses={"200": GroundOut, "204": None})
def background(body: KeyIn) -> Response:
    """The map of the ground in the frame, by all lights and by each, and the spot of a background light."""
    photo_set, say = sound(body.set), Say(body.feet)
    with _desk().beside_picture(photo_set) as stages:
        ground = ground_of(stages)
        shown = ground.stops[ground.seen]
        sources, wrap = sources_of(stages), wrap_of(stages)
        spots, gap = _spots(stages, say), _gap(photo_set, stages, say)
    mean = float(shown.mean()) if len(shown) else 0.0
    value = MID_GREY * 2**mean
    return answer(
        GroundOut(
            columns=ground.columns,
            rows=ground.rows,
            stops=ground.stops.round(2).tolist(),
            codes=[[code_value(MID_GREY * 2.0**k) for k in row] for row in ground.stops.tolist()],
            seen=ground.seen.tolist(),
            mean=mean,
            code=code_value(value),
            lightness=lightness(value),
            darkest=ground.darkest,
            lightest=ground.lightest,
            clips_at=CLIP_STOPS,
            sources=sources,
            wrap=wrap,
            spots=spots,
            gap=gap,
        )
    )


def _white(made: WhiteWay, feet: bool) -> WhiteOut:
    output = ""
    if made.output is not None and made.answer is not None:
        source = made.answer.photo_set.lights[-1].source
        output = output_text(made.output, source.scale, float(getattr(source, "energy", 0.0)))
    return WhiteOut(
        name=made.name,
        output=output,
        darkest=made.darkest,
        lightest=made.lightest,
        wrap=made.wrap,
        answer=_told(made.answer, feet) if made.answer else None,
        why_not=NO_WHITE[made.why_not],
    )


@instruments.post("/white", responses={"200": WhitesOut, "204": None})
def white(body: KeyIn) -> Response:
    """Three ways to a white ground, weighed for this room: by the key alone, by one light, by two crossed."""
    photo_set, kit = sound(body.set), open_kit(current_app.extensions["sessions"]).kit
    with _desk().aside(photo_set, body.viewer, body.turn) as stages:
        ways = [_white(k, body.feet) for k in white_ways(stages, kit, support_of_kit())]
    return answer(WhitesOut(ways=ways))
