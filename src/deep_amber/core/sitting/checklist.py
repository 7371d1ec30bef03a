"""What is looked at before a look is shot, and before the room is used: made from the set itself."""

from collections.abc import Iterator

import numpy as np

from ..answer import Act
from ..expose.order import of_room, order_of
from ..geometry.held import stands
from ..geometry.vectors import unit
from ..model.light import Light
from ..model.room import SURFACE_NAMES
from ..model.set import Set

HIGH = 1.6  # [m] of a light's front, from which its stand is weighted whatever it carries (assumption)
HOOD = 0.3  # cosines of a light's front to the lens, and of the lens to it, from which it asks for a hood (assumption)
STRONG_TINT = 0.75  # of a wall's weakest channel to its strongest: under it the wall tints (assumption)
OVERHANG = 0.15  # [m] by which a blackout is larger on every side (gear/sources/window.py)
NEAR_CEILING = 0.15  # [m] under the ceiling that a light's top is warned of


def _act(code: str, figures: dict[str, float] | None = None, **named: str) -> Act:
    return Act(f"check.{code}", figures or {}, named)


def checklist_of(photo_set: Set, frames: int, ideas: int = 0) -> tuple[Act, ...]:
    """Of one look, in the order that hands go: stands, cables, room, trigger, camera.

    frames : that are taken, about; ideas : pictures on its idea board
    """
    return (
        *_standing(photo_set),
        *_room_dark(photo_set),
        *_trigger(photo_set),
        *_camera(photo_set, frames),
        *([_act("ideas", {"count": float(ideas)})] if ideas else []),
    )


def _on(photo_set: Set) -> list[Light]:
    return [k for k in photo_set.lights if k.on and k.source.kind != "window"]


def _standing(photo_set: Set) -> Iterator[Act]:
    weighted = [k.name for k in _on(photo_set) if stands(k) and (k.holding == "boom" or k.place.y >= HIGH)]
    if weighted:
        yield _act("weights", names=", ".join(weighted))
    for light in _on(photo_set):
        if light.holding == "boom":
            yield _act("boom", {"reach_m": light.boom_reach}, thing=light.name, side=light.stand_side)
    for panel in photo_set.panels:
        if panel.on and panel.holding in ("stand", "boom") and panel.width * panel.height > 1.0:
            yield _act("panel_weight", thing=panel.name)
    mains = [k.name for k in _on(photo_set) if k.source.kind != "speedlight"]
    if mains:
        yield _act("cables", names=", ".join(mains))


def _room_dark(photo_set: Set) -> Iterator[Act]:
    with_flash = any(k.is_flash for k in _on(photo_set))
    for light in photo_set.lights:
        if light.on and with_flash and of_room(light):
            yield _act("window_covered" if light.source.kind == "window" else "lamp_off", thing=light.name)
    if any(getattr(k.source, "modelling_lamp", 0.0) for k in _on(photo_set)):
        yield _act("modelling_off")


def _trigger(photo_set: Set) -> Iterator[Act]:
    groups = [(k.name or photo_set.lights[k.index].name, k.group) for k in order_of(photo_set) if k.code == "flash"]
    if groups:
        yield _act("trigger", {"count": float(len(groups))}, groups=", ".join(f"{n} in group {g}" for n, g in groups))


def _camera(photo_set: Set, frames: int) -> Iterator[Act]:
    camera = photo_set.camera
    yield _act("balance", {"kelvin": camera.white_balance})
    yield _act("format", {"frames": float(frames)})
    if any(k.is_flash for k in _on(photo_set)):
        code = "sync" if camera.time >= camera.sync_time * 0.999 else "sync_over"
        yield _act(code, {"time_s": camera.time, "limit_s": camera.sync_time})
    if camera.focus is None:
        yield _act("focus_eye")
    else:
        yield _act("focus_at", {"at_m": camera.focus})
    if camera.filter:
        yield _act("filter", {"stops": camera.filter})
    into = [k.name for k in _on(photo_set) if _faces_lens(photo_set, k)]
    if into:
        yield _act("hood", names=", ".join(into))


def _faces_lens(photo_set: Set, light: Light) -> bool:
    """Whether its front shows toward the lens from before it."""
    camera = photo_set.camera
    to_lens = unit(camera.place.array - light.place.array)
    looking = unit(camera.aim.array - camera.place.array)
    front = unit(light.aim.array - light.place.array)
    return bool(to_lens @ front > HOOD and -to_lens @ looking > HOOD)


def preparing(photo_set: Set) -> tuple[Act, ...]:
    """What is done in the room before anyone comes: windows and walls, the backdrop, what is high or draws current."""
    return (*_covered(photo_set), *_backdrop(photo_set), *_risks(photo_set))


def _covered(photo_set: Set) -> Iterator[Act]:
    with_flash = any(k.is_flash for k in _on(photo_set))
    for light in photo_set.lights:
        if light.source.kind == "window" and with_flash and of_room(light):
            wide, high = (light.source.width + 2 * OVERHANG, light.source.height + 2 * OVERHANG)
            yield _act("blackout", {"width_m": wide, "height_m": high}, thing=light.name)
    for name in SURFACE_NAMES:
        rgb = np.array(getattr(photo_set.room.surfaces, name).rgb)
        if name != "floor" and rgb.min() < STRONG_TINT * rgb.max():
            yield _act("cover_wall", surface=name)


def _backdrop(photo_set: Set) -> Iterator[Act]:
    backdrop = photo_set.backdrop
    if backdrop.creases != "none":
        yield _act("creases", backdrop=backdrop.kind, creases=backdrop.creases)
    if backdrop.hung in ("wall bar", "ceiling bar"):
        yield _act("bar", {"width_m": backdrop.width}, bar=backdrop.hung)
    if backdrop.hung == "on stands" and backdrop.kind != "wall":
        yield _act("backdrop_stands", {"width_m": backdrop.width})
    if backdrop.sweep > 0:
        yield _act("sweep", {"length_m": backdrop.sweep})


def _risks(photo_set: Set) -> Iterator[Act]:
    highest = max((k.place.y for k in _on(photo_set)), default=0.0)
    if photo_set.room.height - highest < NEAR_CEILING:
        yield _act("ceiling", {"room_m": photo_set.room.height})
    watts = sum(k.source.heat.watts for k in _on(photo_set) if k.source.heat)
    if watts:
        yield _act("circuit", {"watts": float(watts)})
