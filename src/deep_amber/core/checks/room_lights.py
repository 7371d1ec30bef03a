"""Room: lamps and windows that should not count beside flash, and doors that something stands before."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ..answer import mend
from ..geometry.held import foot_of
from ..model.furniture import Door
from ..model.light import Light
from ..model.panel import Panel
from ..model.set import Set
from ..sitter.mesh import SitterMesh
from .finding import Finding, GoOn
from .room_helps import cheeks, stops_over

COUNTS = 5.0  # stops under the flash over which room light is seen (assumption: 3 % of the light)
LEAST_GAIN = 0.3  # stops by which a shorter time must darken it to be offered
FOOT = 0.25  # [m] that the foot of a stand takes about its middle


def _only(photo_set: Set, wanted: bool) -> Set:
    """The set with room light alone, or without it."""
    lights = tuple(replace(k, on=k.on and _is_room_light(k) == wanted) for k in photo_set.lights)
    return replace(photo_set, lights=lights)


def _is_room_light(light: Light) -> bool:
    return light.role == "room" or (light.source.kind == "window" and light.role == "other")


def lamp_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    """How far room lamps, and windows without a role, are under the flash at the face."""
    lamps = [k for k in photo_set.lights if k.on and _is_room_light(k)]
    flash = any(k.on and k.is_flash for k in photo_set.lights)
    if not lamps or not flash:
        return
    by_room, by_rest = (cheeks(_only(photo_set, wanted), mesh, go_on)[0] for wanted in (True, False))
    under = stops_over(by_rest, by_room)
    figures = {"room_light_under_flash_stops": under}
    named = {"light": lamps[0].name} if len(lamps) == 1 else {}
    figures["room_lights"] = float(len(lamps))
    if under >= COUNTS:
        yield Finding("room.lamps", "note", figures, named)
        return
    camera = photo_set.camera
    faster = replace(photo_set, camera=replace(camera, time=camera.sync_time))
    off = tuple(replace(k, on=False) if _is_room_light(k) else k for k in photo_set.lights)
    gained = np.log2(camera.time / camera.sync_time)
    if gained > LEAST_GAIN and under + gained >= COUNTS:
        made = mend(faster, "camera.time", {"time_s": camera.sync_time})
    else:
        shut = len(lamps) == 1 and lamps[0].source.kind == "window"
        act = "room.shut_out" if shut else "room.lamps_off"
        made = mend(replace(photo_set, lights=off), act, {"room_lights": figures["room_lights"]}, **named)
    yield Finding("room.lamps", "warn", figures, named, made)


def _before(photo_set: Set, door: Door, x: float, z: float) -> bool:
    """Whether a place is within the door's swing, or right before one that opens outward or slides."""
    room = photo_set.room
    along, off = {
        "left": (z, x + room.width / 2),
        "right": (z, room.width / 2 - x),
        "back": (x, z),
        "front": (x, room.depth - z),
    }[door.wall]
    reach = door.width if door.opens == "into the room" else FOOT
    return abs(along - door.along) < door.width / 2 + FOOT and off < reach + FOOT


def door_findings(photo_set: Set) -> Iterator[Finding]:
    """What stands before a door."""
    gear: tuple[Light | Panel, ...] = (*photo_set.lights, *photo_set.panels)
    held = [(k.name, foot_of(photo_set, k)) for k in gear]
    things = [(name, *foot) for name, foot in held if foot is not None]
    things += [(k.name, k.place.x, k.place.z) for k in photo_set.panels if k.holding == "floor"]
    things += [(k.name, k.x, k.z) for k in photo_set.furniture if k.base < door_head(photo_set)]
    things.append(("the camera", photo_set.camera.place.x, photo_set.camera.place.z))
    for door in photo_set.doors:
        before = [name for name, x, z in things if _before(photo_set, door, x, z)]
        if before:
            figures = {"things_before_door": float(len(before))}
            yield Finding("room.door", "warn", figures, {"things": " and ".join(before), "door": door.name})


def door_head(photo_set: Set) -> float:
    """Height of the highest door [m]; 0 without doors."""
    return max((door.height for door in photo_set.doors), default=0.0)
