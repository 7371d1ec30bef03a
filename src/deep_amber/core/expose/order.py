"""The order of setting: what to set on which device, the shortest list, to be read at arm's length."""

from dataclasses import dataclass
from typing import Literal

from ..model.light import Light
from ..model.set import Set

Device = Literal["room", "camera", "flash", "lamp", "modelling lamps"]


@dataclass(frozen=True)
class Setting:
    """One line."""

    device: Device
    name: str
    """Of the light; empty for the camera and for all."""
    index: int
    """Of the light; -1 for none."""
    code: str
    """What is set: "off", "shut", "camera", "flash", "lamp", "modelling_off"."""
    group: int = 0
    """Of the trigger, from 1; 0 for none."""


def order_of(photo_set: Set) -> tuple[Setting, ...]:
    """Room lamps off and windows shut that do not light the picture, the camera, each flash with its group, lamps that stay,
    modelling lamps off before the exposure.

    Room lamps are those of the role "room"; with flash, windows of no role of their own are shut too.
    """
    lights = photo_set.lights
    with_flash = any(k.on and k.is_flash for k in lights)
    made = [
        Setting("room", k.name, i, "shut" if k.source.kind == "window" else "off")
        for i, k in enumerate(lights)
        if k.on and with_flash and of_room(k)
    ]
    made.append(Setting("camera", "", -1, "camera"))
    group = 0
    for i, light in enumerate(lights):
        if light.on and light.is_flash:
            group += 1
            made.append(Setting("flash", light.name, i, "flash", group))
    made += [
        Setting("lamp", k.name, i, "lamp")
        for i, k in enumerate(lights)
        if k.on and not k.is_flash and not (with_flash and of_room(k)) and k.source.kind != "window"
    ]
    if any(k.on and getattr(k.source, "modelling_lamp", 0.0) for k in lights):
        made.append(Setting("modelling lamps", "", -1, "modelling_off"))
    return tuple(made)


def of_room(light: Light) -> bool:
    """Whether it is light of the room that is not meant for the picture."""
    return light.role == "room" or (light.source.kind == "window" and light.role == "other")
