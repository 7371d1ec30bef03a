"""What changes from one set to the next, thing by thing, with the minutes it takes."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from ..answer import Act
from ..model.light import Light
from ..model.panel import Panel
from ..model.point import Point
from ..model.set import Set

SAME = 0.02  # [m] and degrees to which something stands where it stood
SAME_OUTPUT = 0.05  # stops
MINUTES = {
    "knob": 0.2,
    "switch": 0.1,
    "at light": 1.0,
    "modifier": 3.0,
    "carried": 0.5,
    "a metre": 0.4,
    "light in": 5.0,
    "light out": 2.0,
    "panel in": 1.5,
    "panel out": 0.5,
    "backdrop": 6.0,
    "backdrop moved": 3.0,
    "pose": 0.3,
    "posture": 1.0,
    "clothes": 10.0,
    "camera moved": 1.0,
}
"""What hands take over each [minutes] (assumptions: one person who knows the room)."""


@dataclass(frozen=True)
class Change:
    act: Act
    minutes: float


def changes_between(before: Set, after: Set) -> tuple[Change, ...]:
    """Everything that hands have to do, the large things first: backdrop, stands, panels, then lights' own parts, sitter, camera.

    Things are the same where their names are.
    """
    found = [
        *_backdrop(before, after),
        *_lights(before, after),
        *_panels(before, after),
        *_sitter(before, after),
        *_camera(before, after),
    ]
    return tuple(sorted(found, key=lambda k: -k.minutes))


def minutes_between(before: Set, after: Set) -> float:
    """Of all changes [minutes]."""
    return sum(k.minutes for k in changes_between(before, after))


def _change(kind: str, code: str, figures: dict[str, float] | None = None, more: float = 0.0, **named: str) -> Change:
    return Change(Act(f"sitting.{code}", figures or {}, named), MINUTES[kind] + more)


def _way(a: Point, b: Point) -> tuple[float, float, str]:
    """Level distance [m], rise [m], and which way, in words of the room."""
    x, y, z = (float(k) for k in b.array - a.array)
    level = math.hypot(x, z)
    ways = []
    if abs(x) >= 0.38 * level and abs(x) > SAME:
        ways.append("camera-right" if x > 0 else "camera-left")
    if abs(z) >= 0.38 * level and abs(z) > SAME:
        ways.append("toward the camera" if z > 0 else "toward the backdrop")
    return level, y, " and ".join(ways)


def _carried(a: Point, b: Point, name: str) -> Iterator[Change]:
    level, up, toward = _way(a, b)
    if level > SAME:
        yield _change("carried", "carry", {"by_m": level}, MINUTES["a metre"] * level, thing=name, toward=toward)
    if abs(up) > SAME:
        yield _change("switch", "raise" if up > 0 else "lower", {"by_m": abs(up), "to_m": b.y}, thing=name)


def _turned(old: Light | Panel, new: Light | Panel) -> float:
    """Degrees between both axes."""
    a, b = (k.aim.array - k.place.array for k in (old, new))
    cos = float(a @ b) / max(float(np.linalg.norm(a) * np.linalg.norm(b)), 1e-9)
    return math.degrees(math.acos(min(max(cos, -1.0), 1.0)))


def _lights(before: Set, after: Set) -> Iterator[Change]:
    old, new = ({k.name: k for k in s.lights if k.source.kind != "window"} for s in (before, after))
    for name in old.keys() - new.keys():
        yield _change("light out", "light_out", thing=name)
    for name in new.keys() - old.keys():
        yield _light_in(after, new[name])
    for name in old.keys() & new.keys():
        yield from _light(old[name], new[name])


def _from_sitter(photo_set: Set, place: Point) -> tuple[dict[str, float], str]:
    """Level distance from the sitter's middle and height [m], and which way from them."""
    level, _, toward = _way(Point(photo_set.sitter.x, place.y, photo_set.sitter.z), place)
    return {"off_m": level, "height_m": place.y}, toward


def _light_in(photo_set: Set, light: Light) -> Change:
    figures, toward = _from_sitter(photo_set, light.place)
    energy = float(getattr(light.source, "energy", 0.0))
    figures |= {"to_stops": light.output, "energy_ws": energy}
    what = "" if light.modifier.kind == "bare" else light.modifier_item or light.modifier.summary
    return _change(
        "light in", "light_in" if light.on else "light_in_off", figures, thing=light.name, toward=toward,
        scale=light.source.scale, modifier=what,
    )  # fmt: skip


def set_up(photo_set: Set) -> tuple[Change, ...]:
    """What hands do in an empty room: the backdrop, the camera, then all that gives light."""
    backdrop, camera = photo_set.backdrop, photo_set.camera
    made = []
    if backdrop.kind != "wall":
        gap = photo_set.sitter.z - backdrop.z
        made.append(_change("backdrop", "backdrop_in", {"gap_m": gap}, backdrop=backdrop.kind))
    figures, _ = _from_sitter(photo_set, camera.place)
    made.append(_change("camera moved", "camera_in", figures | {"to_mm": camera.focal_length}))
    settings = ("aperture", "time", "sensitivity", "white_balance", "filter")
    made.append(_change("knob", "camera", {k: getattr(camera, k) for k in settings}))
    gear = [*_lights(replace(photo_set, lights=()), photo_set), *_panels(replace(photo_set, panels=()), photo_set)]
    return (*made, *gear)


def _light(old: Light, new: Light) -> Iterator[Change]:
    name = new.name
    yield from _carried(old.place, new.place, name)
    if old.modifier != new.modifier:
        yield _change("modifier", "modifier", thing=name, modifier=new.modifier_item or new.modifier.summary)
    for part, code in (("grid", "grid"), ("gels", "gels"), ("barn_doors", "doors")):
        if getattr(old, part) != getattr(new, part):
            yield _change("at light", code, {}, thing=name, to=_part(getattr(new, part)))
    if _turned(old, new) > 2:
        yield _change("switch", "aim", {"by_degrees": _turned(old, new)}, thing=name)
    if old.on != new.on:
        yield _change("switch", "on" if new.on else "off", thing=name)
    if new.on and abs(old.output - new.output) > SAME_OUTPUT:
        energy = float(getattr(new.source, "energy", 0.0))
        figures = {"from_stops": old.output, "to_stops": new.output, "energy_ws": energy}
        yield _change("knob", "output", figures, thing=name, scale=new.source.scale)


def _part(value: Any) -> str:
    if not value:
        return ""
    return (
        " and ".join(value) if isinstance(value, tuple) else f"{value:.0f}" if isinstance(value, int | float) else "on"
    )


def _panels(before: Set, after: Set) -> Iterator[Change]:
    old, new = ({k.name: k for k in s.panels if k.on} for s in (before, after))
    for name in old.keys() - new.keys():
        yield _change("panel out", "panel_out", thing=name)
    for name in new.keys() - old.keys():
        figures, toward = _from_sitter(after, new[name].place)
        yield _change("panel in", "panel_in", figures, thing=name, surface=new[name].surface, toward=toward)
    for name in old.keys() & new.keys():
        yield from _carried(old[name].place, new[name].place, name)
        if _turned(old[name], new[name]) > 5:
            yield _change("switch", "aim", {"by_degrees": _turned(old[name], new[name])}, thing=name)
        if old[name].surface != new[name].surface:
            yield _change("panel in", "panel_surface", thing=name, surface=new[name].surface)


def _backdrop(before: Set, after: Set) -> Iterator[Change]:
    a, b = before.backdrop, after.backdrop
    if (a.kind, a.surface) != (b.kind, b.surface):
        yield _change("backdrop", "backdrop", {"reflectance": b.surface.reflectance}, backdrop=b.kind)
    elif b.kind != "wall" and math.hypot(a.x - b.x, a.z - b.z) > SAME:
        yield _change("backdrop moved", "backdrop_moved", {"by_m": math.hypot(a.x - b.x, a.z - b.z)})


def _sitter(before: Set, after: Set) -> Iterator[Change]:
    a, b = before.sitter, after.sitter
    if a.cloth != b.cloth and a.who == b.who:
        yield _change("clothes", "clothes")
    if a.who != b.who:
        yield _change("clothes", "who", who=b.who)
    if a.posture != b.posture:
        yield _change("posture", "posture", posture=b.posture)
    elif abs(a.seat_height - b.seat_height) > SAME:
        yield _change("posture", "seat", {"to_m": b.seat_height})
    yield from _carried(Point(a.x, 0, a.z), Point(b.x, 0, b.z), "seat" if b.posture == "seated" else "sitter's mark")
    turns = {"head_turn", "head_nod", "head_tilt", "body_turn"}
    if any(abs(getattr(a, k) - getattr(b, k)) > 2 for k in turns):
        yield _change("pose", "pose")


def _camera(before: Set, after: Set) -> Iterator[Change]:
    a, b = before.camera, after.camera
    if float(np.linalg.norm(a.place.array - b.place.array)) > SAME:
        level, up, toward = _way(a.place, b.place)
        # Toward the camera is no way for the camera itself.
        toward = toward.replace("toward the camera", "away from the sitter").replace(
            "toward the backdrop", "toward the sitter"
        )
        yield _change("camera moved", "carry", {"by_m": math.hypot(level, up)}, thing="camera", toward=toward)
    if abs(a.focal_length - b.focal_length) > 0.5:
        yield _change("at light", "lens", {"to_mm": b.focal_length})
    settings = ("aperture", "time", "sensitivity", "white_balance", "filter")
    if any(abs(getattr(a, k) - getattr(b, k)) > 1e-6 for k in settings):
        yield _change("knob", "camera", {k: getattr(b, k) for k in settings})
