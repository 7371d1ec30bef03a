"""The meter in the hand and the spot on the picture, and the ratio of two readings."""

from flask import Response, current_app

from ..core.expose.hand_meter import HandMeter, MeterReading, held_meter, meter_reading
from ..core.exposure.meter import stops_apart
from ..core.model import Point, Set
from ..core.presenting.letters import letters_of
from ..core.problem import NotAccepted, Problem
from ..core.simulation.exposing import without_flash
from ..core.simulation.spot import spots_of
from ..core.simulation.stages import Stages
from ..core.units import metered_aperture_text
from .answers import answer
from .expose_schemas import AtMeterOut, MeterIn, MeterOut, RatioIn, RatioOut, SpotIn, SpotReadOut
from .pictures import PictureDesk
from .routes import Routes
from .scenes import sound

DARKEST = 1e-3  # f-number that a light in darkness is told as, so that it stands far under the others
metering = Routes("metering", "/api/meter", ("413", "422", "503"))


def _refused(field: str, message: str, accepted: str) -> NotAccepted:
    return NotAccepted([Problem(field, message, accepted)])


def read_meter(stages: Stages, asked: MeterIn) -> tuple[HandMeter, MeterReading]:
    """The meter as it is held, and what it reads there."""
    held = held_meter(stages, asked.at, asked.toward, asked.receptor, asked.place, asked.aim)
    return held, meter_reading(stages, held, asked.lights)


def _within(photo_set: Set, place: Point | None) -> None:
    room = photo_set.room
    if place is None:
        return
    inside = abs(place.x) <= room.width / 2 and 0 <= place.y <= room.height and 0 <= place.z <= room.depth
    if not inside:
        raise _refused("place", "is outside the room", "a place between walls, floor and ceiling")


@metering.post("", responses={"200": MeterOut})
def meter(body: MeterIn) -> Response:
    """What the meter in the hand shows; quickly while it is pulled."""
    photo_set = sound(body.set)
    _within(photo_set, body.place)
    for index in body.lights or ():
        if not 0 <= index < len(photo_set.lights):
            raise _refused("lights", f"there is no light {index}", f"0 to {len(photo_set.lights) - 1}")
    desk: PictureDesk = current_app.extensions["pictures"]
    with (
        desk.beside_picture(photo_set) if body.resting else desk.aside(photo_set, body.viewer, 0, asked=True) as stages
    ):
        held, read = read_meter(stages, body)
    return answer(_out(photo_set, held, read))


def _out(photo_set: Set, held: HandMeter, read: MeterReading) -> MeterOut:
    given = letters_of(photo_set)
    first = max((k.aperture for k in read.lights), default=0.0)
    rows = [
        AtMeterOut(
            name=k.name, index=k.index, letter=given[k.index], flash=k.flash, aperture=metered_aperture_text(k.aperture),
            share=k.share, off_axis=k.off_axis, half=k.half, side=k.side,
            to_first=stops_apart(max(k.aperture, DARKEST), first),
        )
        for k in read.lights
    ]  # fmt: skip
    return MeterOut(
        place=held.place,
        aim=held.aim,
        shown=metered_aperture_text(read.aperture),
        aperture=read.aperture,
        flash=metered_aperture_text(read.flash_aperture),
        room=metered_aperture_text(read.room_aperture),
        flash_share=read.flash_share,
        over=read.over,
        lights=rows,
    )


@metering.post("/ratio", responses={"200": RatioOut})
def ratio(body: RatioIn) -> Response:
    """Two readings against each other."""
    if min(body.first, body.second) <= 0:
        raise _refused("second", "one of them is dark", "two readings over nought")
    stops = stops_apart(body.first, body.second)
    return answer(RatioOut(stops=stops, text=f"{2 ** abs(stops):.1f} : 1"))


@metering.post("/spot", responses={"200": SpotReadOut})
def spot(body: SpotIn) -> Response:
    """The tone that the picture shows at a place."""
    photo_set = sound(without_flash(body.set) if body.without_flash else body.set)
    desk: PictureDesk = current_app.extensions["pictures"]
    with desk.beside_picture(photo_set) as stages:
        (read,) = spots_of(stages, ((body.x, body.y),))
    return answer(SpotReadOut(x=read.x, y=read.y, stops=read.stops, code=read.code, lightness=read.lightness))
