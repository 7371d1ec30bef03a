"""The stand-in trigger with its flashes: channel, group, output by remote, recycling, battery, modelling lamp, misfire."""

import threading
import time
from collections.abc import Callable
from dataclasses import asdict, dataclass, field
from typing import Any

from ..core.gear.sources.source import recycled
from .protocol import Refusal, figure

CHANNELS = (1, 32)
FLASHES_OF_A_BATTERY = 400.0  # at full output (assumption)
MOST_UNITS = 12


@dataclass
class Unit:
    """A flash on the trigger."""

    name: str
    group: int
    output: float
    """[stops under full]"""
    lowest: float = -8.0
    recycle: float = 1.5
    """After full output [s]."""
    channel: int = 1
    modelling: bool = False
    battery: float = 1.0
    """Share that is left; 1 for mains."""
    on_mains: bool = True
    ready_at: float = field(default=0.0)
    """By the clock of the trigger [s]."""


class Trigger:
    """Keeps the flashes; handles one request at a time."""

    def __init__(self, clock: Callable[[], float] = time.monotonic, hurry: float = 1.0):
        """hurry : times faster than life, for tests"""
        self._clock, self._hurry, self._lock = clock, hurry, threading.Lock()
        self.channel, self.groups_off = 1, set[int]()
        self.units: dict[str, Unit] = {}

    def handle(self, asked: dict[str, Any]) -> dict[str, Any]:
        """Answers a request."""
        acts = {
            "status": self._status, "units": self._take_units, "set": self._set, "group": self._group,
            "channel": self._channel, "fire": self._fire,
        }  # fmt: skip
        act = acts.get(str(asked.get("do")))
        if act is None:
            raise Refusal(f"a trigger does not do {asked.get('do')!r}; it does {', '.join(acts)}")
        with self._lock:
            return act(asked)

    def _told(self, unit: Unit) -> dict[str, Any]:
        left = max(0.0, unit.ready_at - self._clock()) * self._hurry
        return asdict(unit) | {"ready": left <= 0, "ready_in": left}

    def _status(self, _: dict[str, Any]) -> dict[str, Any]:
        return {
            "kind": "trigger", "channel": self.channel, "groups_off": sorted(self.groups_off),
            "units": [self._told(k) for k in self.units.values()],
        }  # fmt: skip

    def _take_units(self, asked: dict[str, Any]) -> dict[str, Any]:
        """The flashes that stand in the set; those that are known keep channel, battery and readiness."""
        given = asked.get("units")
        if not isinstance(given, list) or len(given) > MOST_UNITS:
            raise Refusal(f"units is a list of at most {MOST_UNITS}")
        made: dict[str, Unit] = {}
        for row in given:
            if not isinstance(row, dict) or not isinstance(row.get("name"), str):
                raise Refusal("a unit has a name, a group and an output")
            lowest = figure(row | {"lowest": row.get("lowest", -8.0)}, "lowest", -12.0, 0.0)
            unit = Unit(
                row["name"][:40], int(figure(row, "group", 1, 16)), figure(row, "output", lowest, 0.0), lowest,
                figure(row | {"recycle": row.get("recycle", 1.5)}, "recycle", 0.05, 60.0),
            )  # fmt: skip
            old = self.units.get(unit.name)
            if old is not None:
                unit.channel, unit.battery, unit.on_mains, unit.ready_at = (
                    old.channel, old.battery, old.on_mains, old.ready_at,
                )  # fmt: skip
                unit.modelling = old.modelling
            made[unit.name] = unit
        self.units = made
        return self._status({})

    def _unit(self, asked: dict[str, Any]) -> Unit:
        name = str(asked.get("name"))
        if name not in self.units:
            raise Refusal(f"there is no flash {name!r}; there are {', '.join(self.units) or 'none'}")
        return self.units[name]

    def _set(self, asked: dict[str, Any]) -> dict[str, Any]:
        """One flash's output, channel, group, modelling lamp, battery."""
        unit = self._unit(asked)
        if "output" in asked:
            unit.output = figure(asked, "output", unit.lowest, 0.0)
        if "channel" in asked:
            unit.channel = int(figure(asked, "channel", *CHANNELS))
        if "group" in asked:
            unit.group = int(figure(asked, "group", 1, 16))
        if "modelling" in asked:
            unit.modelling = bool(asked["modelling"])
        if "battery" in asked:
            unit.battery, unit.on_mains = figure(asked, "battery", 0.0, 1.0), False
        return {"unit": self._told(unit)}

    def _group(self, asked: dict[str, Any]) -> dict[str, Any]:
        group = int(figure(asked, "group", 1, 16))
        self.groups_off = self.groups_off - {group} if asked.get("on", True) else self.groups_off | {group}
        return self._status({})

    def _channel(self, asked: dict[str, Any]) -> dict[str, Any]:
        """The trigger's own."""
        self.channel = int(figure(asked, "channel", *CHANNELS))
        return self._status({})

    def _fire(self, asked: dict[str, Any]) -> dict[str, Any]:
        """Every flash of the channel; what did not fire, and why."""
        channel = int(figure(asked | {"channel": asked.get("channel", self.channel)}, "channel", *CHANNELS))
        fired, missed = [], []
        for unit in self.units.values():
            why = self._why_not(unit, channel)
            if why:
                missed.append({"name": unit.name, "why": why})
                continue
            unit.ready_at = self._clock() + recycled(unit.recycle, unit.output) / self._hurry
            if not unit.on_mains:
                unit.battery = max(0.0, unit.battery - 2.0**unit.output / FLASHES_OF_A_BATTERY)
            fired.append({"name": unit.name, "output": unit.output})
        return {"fired": fired, "missed": missed}

    def _why_not(self, unit: Unit, channel: int) -> str:
        if unit.channel != channel:
            return f"it listens on channel {unit.channel}, the camera fired on {channel}"
        if unit.group in self.groups_off:
            return f"group {unit.group} is off at the trigger"
        if not unit.on_mains and unit.battery <= 0:
            return "its battery is empty"
        left = (unit.ready_at - self._clock()) * self._hurry
        return f"it was still recycling, ready in {left:.1f} s" if left > 0 else ""
