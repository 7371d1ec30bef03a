"""What the photographer owns: sources, modifiers, panels, stands, backdrops, cameras, lenses."""

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass, field, fields
from typing import Annotated, Literal

from annotated_types import Interval, MaxLen, MinLen

from ..gear.modifiers import Modifier
from ..gear.sources import Source
from ..geometry.held import stands
from ..model.light import Light
from ..model.limits import check_limits
from ..model.panel import Panel, PanelBack, PanelShape, PanelSurface
from ..model.room import Surface
from ..model.set import Set
from ..problem import Problem

Name = Annotated[str, MinLen(1), MaxLen(60)]
Quantity = Annotated[int, Interval(ge=0, le=99)]
MOST_ITEMS = 100


@dataclass(frozen=True)
class OwnReading:
    """What a meter read of a source, alone and away from walls."""

    modifier: Annotated[str, MaxLen(60)]
    """Name of the modifier in the kit; empty for the bare source."""
    output: Annotated[float, Interval(ge=-10.0, le=0.0)]
    """[stops under full]"""
    distance: Annotated[float, Interval(ge=0.3, le=10.0)]
    """Front to meter [m]."""
    aperture: Annotated[float, Interval(ge=0.7, le=128.0)]
    """What the meter showed, as an f-number."""
    sensitivity: Annotated[float, Interval(ge=25.0, le=25600.0)] = 100.0
    """[ISO]"""
    time: Annotated[float, Interval(ge=0.0001, le=30.0)] = 0.01
    """Exposure time the meter was set to [s]; for continuous light alone."""
    receptor: Literal["dome", "flat"] = "dome"


@dataclass(frozen=True)
class OwnTrim:
    """What a calibration found of a source with a modifier."""

    modifier: Annotated[str, MaxLen(60)]
    """Name of the modifier in the kit; empty for the bare source."""
    trim: Annotated[float, Interval(ge=-4.0, le=4.0)]
    """Stops over the table."""


@dataclass(frozen=True)
class SourceItem:
    name: Name
    source: Source
    quantity: Quantity = 1
    readings: Annotated[tuple[OwnReading, ...], MaxLen(50)] = ()
    trims: Annotated[tuple[OwnTrim, ...], MaxLen(50)] = ()
    """From calibrations; they go before own readings."""


@dataclass(frozen=True)
class ModifierItem:
    name: Name
    modifier: Modifier
    quantity: Quantity = 1


@dataclass(frozen=True)
class PanelItem:
    name: Name
    surface: PanelSurface = "white"
    width: Annotated[float, Interval(ge=0.1, le=4.0)] = 0.8
    """[m]"""
    height: Annotated[float, Interval(ge=0.1, le=4.0)] = 1.2
    """[m]"""
    shape: PanelShape = "flat"
    quantity: Quantity = 1
    back: PanelBack = "as its front"


@dataclass(frozen=True)
class StandItem:
    name: Name
    lowest: Annotated[float, Interval(ge=0.0, le=4.0)] = 0.9
    """[m]"""
    highest: Annotated[float, Interval(ge=0.1, le=6.0)] = 2.4
    """[m]"""
    boom: Annotated[float, Interval(ge=0.0, le=4.0)] = 0.0
    """Reach of its boom [m]; 0 for none."""
    load: Annotated[float, Interval(ge=0.1, le=50.0)] = 4.0
    """It is marked for [kg]; with a boom, at the boom's end."""
    footprint: Annotated[float, Interval(ge=0.1, le=3.0)] = 1.0
    """Across its legs [m]."""
    quantity: Quantity = 1


@dataclass(frozen=True)
class BackdropItem:
    name: Name
    width: Annotated[float, Interval(ge=0.3, le=10.0)] = 2.7
    """[m]"""
    height: Annotated[float, Interval(ge=0.5, le=5.0)] = 2.2
    """[m]"""
    surface: Surface = field(default_factory=lambda: Surface(0.18))
    quantity: Quantity = 1


@dataclass(frozen=True)
class CameraItem:
    name: Name
    sensor_width: Annotated[float, Interval(ge=4.0, le=60.0)] = 36.0
    """[mm]"""
    sensor_height: Annotated[float, Interval(ge=3.0, le=60.0)] = 24.0
    """[mm]"""
    sync_time: Annotated[float, Interval(ge=0.0005, le=0.1)] = 0.005
    """Shortest exposure time with flash [s]."""
    quantity: Quantity = 1


@dataclass(frozen=True)
class LensItem:
    name: Name
    shortest: Annotated[float, Interval(ge=4.0, le=800.0)] = 50.0
    """Shortest focal length [mm]."""
    longest: Annotated[float, Interval(ge=4.0, le=800.0)] = 50.0
    """Longest focal length [mm]; the same for a fixed lens."""
    widest: Annotated[float, Interval(ge=0.8, le=22.0)] = 1.8
    """Widest aperture [f-number]."""
    quantity: Quantity = 1


@dataclass(frozen=True)
class Kit:
    sources: Annotated[tuple[SourceItem, ...], MaxLen(MOST_ITEMS)] = ()
    modifiers: Annotated[tuple[ModifierItem, ...], MaxLen(MOST_ITEMS)] = ()
    panels: Annotated[tuple[PanelItem, ...], MaxLen(MOST_ITEMS)] = ()
    stands: Annotated[tuple[StandItem, ...], MaxLen(MOST_ITEMS)] = ()
    backdrops: Annotated[tuple[BackdropItem, ...], MaxLen(MOST_ITEMS)] = ()
    cameras: Annotated[tuple[CameraItem, ...], MaxLen(MOST_ITEMS)] = ()
    lenses: Annotated[tuple[LensItem, ...], MaxLen(MOST_ITEMS)] = ()


def _names(kit: Kit) -> Iterator[Problem]:
    for part in fields(kit):
        names = [item.name.strip() for item in getattr(kit, part.name)]
        for i, name in enumerate(names):
            if name and name in names[:i]:
                yield Problem(f"{part.name}.{i}.name", f"{name!r} is used twice", "a name of its own")
            elif not name:
                yield Problem(f"{part.name}.{i}.name", "is empty", "a name of its own")


def _readings(kit: Kit) -> Iterator[Problem]:
    modifiers = {m.name for m in kit.modifiers}
    for i, item in enumerate(kit.sources):
        for j, reading in enumerate(item.readings):
            if reading.modifier and reading.modifier not in modifiers:
                yield Problem(
                    f"sources.{i}.readings.{j}.modifier",
                    f"{reading.modifier!r} is not in the kit",
                    "a modifier of the kit, or empty",
                )


def _spans(kit: Kit) -> Iterator[Problem]:
    for i, stand in enumerate(kit.stands):
        if stand.highest < stand.lowest:
            yield Problem(f"stands.{i}.highest", "is under its lowest", f"at least {stand.lowest:g} m")
    for i, lens in enumerate(kit.lenses):
        if lens.longest < lens.shortest:
            yield Problem(f"lenses.{i}.longest", "is under its shortest", f"at least {lens.shortest:g} mm")


def kit_problems(kit: Kit) -> list[Problem]:
    """What is wrong with a kit: limits, names used twice, figures that contradict each other."""
    return list(check_limits(kit)) or [*_names(kit), *_readings(kit), *_spans(kit)]


def shortages(kit: Kit, photo_set: Set) -> Iterator[str]:
    """In words, what the set uses more of than is owned."""
    lights = [light for light in photo_set.lights if light.source.kind != "window"]
    used = {
        "sources": Counter(light.item for light in lights if light.item),
        "modifiers": Counter(light.modifier_item for light in lights if light.modifier_item),
        "panels": Counter(panel.item for panel in photo_set.panels if panel.item),
    }
    for part, counts in used.items():
        owned = {item.name: item.quantity for item in getattr(kit, part)}
        for name, count in counts.items():
            if name not in owned:
                yield f"{name} is not in the kit"
            elif count > owned[name]:
                yield f"{name}: {count} in the set, {owned[name]} owned"
    yield from _stands_missing(kit, photo_set)


def _stands_missing(kit: Kit, photo_set: Set) -> Iterator[str]:
    """Stands and booms that the set needs more of than there are; a kit without stands says nothing of them."""
    if not kit.stands:
        return
    gear: tuple[Light | Panel, ...] = (*photo_set.lights, *photo_set.panels)
    held = [thing for thing in gear if stands(thing)]
    owned = sum(item.quantity for item in kit.stands)
    booms = sum(item.quantity for item in kit.stands if item.boom > 0)
    hung = sum(thing.holding == "boom" for thing in held)
    if len(held) > owned:
        yield f"stands: {len(held)} in the set, {owned} owned"
    if hung > booms:
        yield f"booms: {hung} in the set, {booms} owned"
