"""An item of the kit in one line."""

from typing import Any

from ..kit.owned import BackdropItem, CameraItem, LensItem, ModifierItem, PanelItem, SourceItem, StandItem
from ..units import time_text


def _cm(metres: float) -> str:
    return f"{metres * 100:.0f}"


def _source(s: Any) -> str:
    lowest = f", down to 1/{2**-s.lowest_output:.0f}" if s.lowest_output else ""
    if s.kind == "strobe":
        return f"strobe, {s.energy:g} W s{lowest}"
    if s.kind == "speedlight":
        return f"speedlight, guide number {s.guide_number:g} at {s.guide_zoom:g} mm{lowest}"
    if s.kind == "led":
        return f"LED, {s.amount:g} {s.unit}, {s.colour_temperature:.0f} K"
    if s.kind == "lamp":
        name = {"led": "LED"}.get(s.bulb, s.bulb)
        return f"{name} lamp, {s.watts:g} W, {s.colour_temperature:.0f} K"
    if s.kind == "tube":
        return f"tube, {_cm(s.length)} cm, {s.watts:g} W"
    return f"window, {_cm(s.width)} x {_cm(s.height)} cm, {s.cover}"


def _size(m: Any) -> str:
    if hasattr(m, "width"):
        return f"{_cm(m.width)} x {_cm(m.height)} cm"
    return f"{_cm(m.diameter)} cm" if hasattr(m, "diameter") else ""


def _modifier(m: Any) -> str:
    parts = [m.kind, _size(m)]
    if m.kind in ("bowl", "snoot"):
        parts.append(f"beam {m.beam_angle:g}°")
    parts += [getattr(m, name) for name in ("lining", "material") if hasattr(m, name)]
    if not getattr(m, "baffle", True):
        parts.append("without baffle")
    if getattr(m, "fabric_grid", 0):
        parts.append(f"fabric grid {m.fabric_grid:g}°")
    return ", ".join(filter(None, parts))


def summary(item: Any) -> str:
    """What the item is, in one line; raises TypeError for what is not of the kit."""
    if isinstance(item, SourceItem):
        return _source(item.source)
    if isinstance(item, ModifierItem):
        return _modifier(item.modifier)
    if isinstance(item, PanelItem):
        return f"{item.surface}, {_cm(item.width)} x {_cm(item.height)} cm" + (
            "" if item.shape == "flat" else f", {item.shape}"
        )
    if isinstance(item, StandItem):
        boom = f", boom {_cm(item.boom)} cm" if item.boom else ""
        return f"{_cm(item.lowest)} to {_cm(item.highest)} cm{boom}, {item.load:g} kg, {_cm(item.footprint)} cm across"
    if isinstance(item, BackdropItem):
        return f"{_cm(item.width)} x {_cm(item.height)} cm, reflectance {item.surface.reflectance * 100:.0f} %"
    if isinstance(item, CameraItem):
        return f"{item.sensor_width:g} x {item.sensor_height:g} mm, flash up to {time_text(item.sync_time)}"
    if isinstance(item, LensItem):
        span = f"{item.shortest:g}" if item.shortest == item.longest else f"{item.shortest:g}-{item.longest:g}"
        return f"{span} mm, f/{item.widest:g}"
    raise TypeError(f"{type(item).__name__} is not a list of the kit")
