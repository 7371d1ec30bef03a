"""An item of the kit in one line."""

from typing import Any

from ..gear.part import cm
from ..gear.sources import Source
from ..kit.owned import BackdropItem, CameraItem, LensItem, ModifierItem, PanelItem, SourceItem, StandItem
from ..units import time_text


def _source(source: Source) -> str:
    lowest = f", down to 1/{2**-source.lowest_output:.0f}" if source.is_flash and source.lowest_output else ""
    return source.summary + lowest


def summary(item: Any) -> str:
    """What the item is, in one line; raises TypeError for what is not of the kit."""
    if isinstance(item, SourceItem):
        return _source(item.source)
    if isinstance(item, ModifierItem):
        return item.modifier.summary
    if isinstance(item, PanelItem):
        return f"{item.surface}, {cm(item.width)} x {cm(item.height)} cm" + (
            "" if item.shape == "flat" else f", {item.shape}"
        )
    if isinstance(item, StandItem):
        boom = f", boom {cm(item.boom)} cm" if item.boom else ""
        return f"{cm(item.lowest)} to {cm(item.highest)} cm{boom}, {item.load:g} kg, {cm(item.footprint)} cm across"
    if isinstance(item, BackdropItem):
        return f"{cm(item.width)} x {cm(item.height)} cm, reflectance {item.surface.reflectance * 100:.0f} %"
    if isinstance(item, CameraItem):
        return f"{item.sensor_width:g} x {item.sensor_height:g} mm, flash up to {time_text(item.sync_time)}"
    if isinstance(item, LensItem):
        span = f"{item.shortest:g}" if item.shortest == item.longest else f"{item.shortest:g}-{item.longest:g}"
        return f"{span} mm, f/{item.widest:g}"
    raise TypeError(f"{type(item).__name__} is not a list of the kit")
