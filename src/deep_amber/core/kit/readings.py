"""Own meter readings against the table: what the kit's figures say, what was read, and the trim that follows."""

import math
from dataclasses import dataclass, replace

import numpy as np

from ..exposure.meter import C_DOME, C_FLAT, metered_aperture
from ..gear.modifiers import Bare
from ..model.light import Light
from ..model.point import Point
from ..model.set import Set
from ..transport.direct import unshadowed
from ..transport.weights import DOME, FLAT
from .emission import emissions
from .owned import Kit, OwnReading, OwnTrim, SourceItem


@dataclass(frozen=True)
class Trim:
    reading: OwnReading
    table: float
    """f-number that the table's figures give."""
    trim: float
    """Stops by which the reading is over the table."""


def _light(kit: Kit, item: SourceItem, reading: OwnReading) -> Light:
    modifiers = {m.name: m.modifier for m in kit.modifiers}
    modifier = modifiers.get(reading.modifier, Bare())
    return Light(Point(0, 0, 0), Point(0, 0, 1), 0.0, modifier, source=item.source)


def needs_time(item: object) -> bool:
    """Whether a reading of an item needs an exposure time: that of a continuous source."""
    return isinstance(item, SourceItem) and not item.source.is_flash


def table_aperture(light: Light, reading: OwnReading) -> float:
    """f-number by the table for a meter on the light's axis, no walls near (ISO 2720; for continuous light E t)."""
    point = np.array([[0.0, 0.0, reading.distance]], np.float32)
    receptor = DOME if reading.receptor == "dome" else FLAT
    toward = np.array([[0.0, 0.0, -1.0]], np.float32)
    exposure = sum(
        float(unshadowed(point, toward, e.emitter, receptor=receptor)[0]) * e.radiance for e in emissions(light)
    )
    exposure *= 2.0**reading.output * (1.0 if light.is_flash else reading.time)
    return metered_aperture(exposure, reading.sensitivity, C_DOME if receptor == DOME else C_FLAT)


def trims(kit: Kit, item: SourceItem) -> list[Trim]:
    """Each own reading of a source beside the table's figure."""
    made = []
    for reading in item.readings:
        table = table_aperture(_light(kit, item, reading), reading)
        made.append(Trim(reading, table, 2 * math.log2(reading.aperture / max(table, 1e-6))))
    return made


def trim_of(kit: Kit, source: str, modifier: str) -> float:
    """The trim of a source with a modifier [stops]: a calibration's, else the mean of its readings with that modifier, else of
    all its own."""
    item = next((k for k in kit.sources if k.name == source), None)
    calibrated = [k.trim for k in item.trims if k.modifier == modifier] if item else []
    if calibrated:
        return calibrated[0]
    found = trims(kit, item) if item else []
    same = [t.trim for t in found if t.reading.modifier == modifier] or [t.trim for t in found]
    return round(float(np.clip(np.mean(same), -4, 4)), 2) if same else 0.0


def with_trims(photo_set: Set, kit: Kit) -> Set:
    """The set with the kit's present trims on the lights that come from it and have readings."""
    known = {item.name for item in kit.sources if item.readings or item.trims}
    lights = tuple(
        replace(k, trim=trim_of(kit, k.item, k.modifier_item)) if k.item in known else k for k in photo_set.lights
    )
    return replace(photo_set, lights=lights)


def with_calibrated(kit: Kit, source: str, modifier: str, trim: float | None) -> Kit:
    """The kit with the trim that a calibration found of a source with a modifier; None takes it out."""

    def changed(item: SourceItem) -> SourceItem:
        others = tuple(k for k in item.trims if k.modifier != modifier)
        mine = () if trim is None else (OwnTrim(modifier, round(float(np.clip(trim, -4, 4)), 2)),)
        return replace(item, trims=(*others, *mine))

    return replace(kit, sources=tuple(changed(k) if k.name == source else k for k in kit.sources))
