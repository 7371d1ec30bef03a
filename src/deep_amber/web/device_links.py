"""Where the devices are that are chosen, and what is asked of them."""

from typing import Any

from flask import current_app

from ..core.expose.order import order_of
from ..core.model import Set
from ..core.problem import NotAccepted, Problem
from ..devices.protocol import Address, DeviceError, address_of, ask
from ..store.devices import Kind, devices


def refused(kind: str, words: str) -> NotAccepted:
    """As a problem of the device."""
    return NotAccepted([Problem(kind, words, "a device that answers; see the page Devices")])


def where(kind: Kind) -> Address:
    """Where a device answers. Raises NotAccepted, in words, where it is off or was never started."""
    known = devices(current_app.extensions["sessions"])[kind]
    if not known.on:
        raise refused(kind, f"the {kind} is switched off")
    if known.address:
        return address_of(known.address)
    stand_ins = current_app.extensions.get("stand_ins")
    found = stand_ins.addresses.get(kind) if stand_ins else None
    if found is None:
        raise refused(kind, f"the stand-in {kind} is not running")
    return found


def told(kind: Kind, do: str, patience: float = 3.0, **more: Any) -> dict[str, Any]:
    """What a device answers; NotAccepted, in words, where it does not."""
    try:
        return ask(where(kind), do, patience, **more)
    except DeviceError as error:
        raise refused(kind, str(error)) from None


def units_of(photo_set: Set) -> list[dict[str, Any]]:
    """The flashes of a set as a trigger takes them, each in the group that the order of setting says."""
    made = []
    for line in order_of(photo_set):
        if line.code == "flash":
            light = photo_set.lights[line.index]
            recycle = float(getattr(light.source, "recycle_time", 1.5))
            made.append(
                {"name": light.name, "group": line.group, "output": light.output, "lowest": light.source.lowest_output,
                 "recycle": recycle}
            )  # fmt: skip
    return made
