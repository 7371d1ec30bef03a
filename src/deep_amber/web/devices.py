"""The devices: where they answer, what they say, and what is set on them."""

from typing import Any

from flask import Response, current_app

from ..core.model import Set
from ..core.presenting.say import Say
from ..core.problem import NotAccepted, Problem
from ..core.units import output_text
from ..devices.protocol import address_of
from ..formats.set_file import new_file, write_set_file
from ..store.devices import KINDS, Kind, KnownDevice, devices, set_device
from .answers import answer
from .device_links import told, units_of
from .device_schemas import DeviceIn, DeviceOut, DevicesOut, FocusIn, FocusOut, SetDevicesIn, UnitIn, UnitOut
from .routes import Routes
from .scenes import sound

device_routes = Routes("devices", "/api/devices", ("413", "422", "503"))
LOOK = 1.0  # [s] that a device may take to say what it is


def _words(kind: Kind, said: dict[str, Any]) -> str:
    if said.get("kind") != kind:
        return f"what answers there is a {said.get('kind', 'thing of another kind')}, no {kind}"
    if kind == "camera":
        return f"room for {said['card_left']} frames, battery {said['battery'] * 100:.0f} %, {said['focus_mode']} focus"
    if kind == "trigger":
        return f"channel {said['channel']}, {len(said['units'])} flashes"
    return f"serial {said['serial']}"


def _look(known: KnownDevice) -> tuple[DeviceOut, dict[str, Any]]:
    said: dict[str, Any] = {}
    try:
        said = told(known.kind, "status", LOOK)
        words, answers = _words(known.kind, said), said.get("kind") == known.kind
    except NotAccepted as why:
        words, answers = why.problems[0].message, False
    made = DeviceOut(kind=known.kind, address=known.address, on=known.on, answers=answers, told=words)
    return made, said if answers else {}


def _all() -> DevicesOut:
    known = devices(current_app.extensions["sessions"])
    looked = {kind: _look(known[kind]) for kind in KINDS}
    said = looked["trigger"][1]
    units = [
        UnitOut(
            name=k["name"], group=k["group"], channel=k["channel"], setting=output_text(k["output"]),
            modelling=k["modelling"], battery=k["battery"], on_mains=k["on_mains"], ready_in=k["ready_in"],
        )
        for k in said.get("units", [])
    ]  # fmt: skip
    return DevicesOut(devices=[k[0] for k in looked.values()], units=units, channel=int(said.get("channel", 1)))


@device_routes.get("", responses={"200": DevicesOut})
def list_devices() -> Response:
    """All three, and the flashes on the trigger."""
    return answer(_all())


@device_routes.put("", responses={"200": DevicesOut})
def choose_device(body: DeviceIn) -> Response:
    """Where a device answers, and whether it is used."""
    if body.address:
        try:
            address_of(body.address)
        except ValueError as error:
            raise NotAccepted([Problem("address", str(error), "127.0.0.1:4711, or empty for the stand-in")]) from None
    set_device(current_app.extensions["sessions"], KnownDevice(body.kind, body.address.strip(), body.on))
    return answer(_all())


@device_routes.put("/unit", responses={"200": DevicesOut})
def set_unit(body: UnitIn) -> Response:
    """What is set at one flash itself: its channel, group, modelling lamp, battery."""
    told("trigger", "set", **body.model_dump(exclude_none=True))
    return answer(_all())


@device_routes.post("/flashes", responses={"200": DevicesOut})
def set_flashes(body: SetDevicesIn) -> Response:
    """The flashes of a set on the trigger, each at its output, modelling lamps off."""
    photo_set = sound(body.set)
    told("trigger", "units", units=units_of(photo_set))
    for unit in units_of(photo_set):
        told("trigger", "set", name=unit["name"], modelling=False)
    return answer(_all())


@device_routes.post("/focus", responses={"200": FocusOut})
def focus(body: FocusIn) -> Response:
    """Focuses the camera on what is at the mark, and locks it there."""
    show(sound(body.set))
    found = float(told("camera", "focus", on=body.on)["focus"])
    told("camera", "set", focus_mode="locked" if body.lock else "auto")
    return answer(FocusOut(focus=found, words=Say().length(found)))


def show(photo_set: Set) -> None:
    """Puts a set before the stand-in camera; a real one sees it by itself."""
    told("camera", "see", file=write_set_file(new_file("before the camera", photo_set)).decode())


def camera_set(photo_set: Set, white_balance: float | None, **more: Any) -> None:
    """Sets the camera as the set says."""
    camera = photo_set.camera
    told(
        "camera", "set", aperture=camera.aperture, time=camera.time, sensitivity=camera.sensitivity, filter=camera.filter,
        white_balance=white_balance or camera.white_balance, **more,
    )  # fmt: skip
