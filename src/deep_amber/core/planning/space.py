"""What of an arrangement can be carried and changed, as numbers: one for each place, aim, front and board, in full moves."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Literal

import numpy as np

from .rules import Arrangement, At, LightRule, PanelRule

What = Literal["azimuth", "elevation", "distance", "aim", "front", "absent", "forward"]
MOVE: dict[What, float] = {"azimuth": 26.0, "elevation": 13.0, "distance": 0.55, "forward": 0.6}
"""A full move [degrees, degrees, doublings of the distance, m]; the rest are switches."""
PLACE: tuple[What, ...] = ("azimuth", "elevation", "distance")
SITTER = -1  # number of the thing that is the sitter, with the camera
UP, NEAREST = (-60.0, 65.0), 0.35  # degrees; [m]
LARGER = 1.08  # of a front, from which it is another size
OFTEN, NOT_NEEDED = 0.12, 0.25  # how often a switch is turned by chance: aim or front; a board that is not needed
PART = 0.6  # of things that are carried at a time, at least one


def still(arrangement: Arrangement, key: LightRule) -> Arrangement:
    """The arrangement with its key exactly as a rule has it."""
    lights = tuple(key if k.role == "key" else k for k in arrangement.lights)
    return replace(arrangement, lights=lights, turns=False)


@dataclass(frozen=True)
class Axis:
    """One number of an arrangement."""

    thing: int
    """Number among lights, then panels; SITTER for the sitter."""
    what: What


@dataclass(frozen=True)
class Space:
    """Arrangements about one, as points (axes,)."""

    about: Arrangement
    longest: float
    """Side of the key's front as it is fitted [m]."""

    @cached_property
    def axes(self) -> tuple[Axis, ...]:
        return tuple(_axes(self.about))

    @cached_property
    def things(self) -> np.ndarray:
        """(axes,) number of the thing that each belongs to."""
        return np.array([k.thing for k in self.axes], dtype=int)

    @cached_property
    def start(self) -> np.ndarray:
        """(axes,) the arrangement itself."""
        return np.array([self._of(k) for k in self.axes])

    @cached_property
    def key(self) -> tuple[int, ...]:
        """Numbers among the axes of the key's azimuth off the nose, elevation and distance; none where it is not carried so."""
        key = next((n for n, k in enumerate(self.about.lights) if k.role == "key" and k.at.of == "nose"), None)
        wanted = [Axis(SITTER if key is None else key, what) for what in PLACE]
        return () if key is None or any(k not in self.axes for k in wanted) else tuple(map(self.axes.index, wanted))

    def key_at(self, points: np.ndarray) -> np.ndarray | None:
        """(k, 2) azimuth off the nose and elevation of the key at points (k, axes) [degrees]; None where it is not carried so."""
        columns = list(self.key[:2])
        return np.asarray(points[:, columns] * [MOVE["azimuth"], MOVE["elevation"]]) if columns else None

    def _at(self, thing: int) -> At:
        lights = len(self.about.lights)
        return self.about.lights[thing].at if thing < lights else self.about.panels[thing - lights].at

    def _of(self, axis: Axis) -> float:
        if axis.what == "forward":
            return self.about.forward / MOVE["forward"]
        if axis.what == "aim":
            return float(self.about.lights[axis.thing].aim == "past the face")
        if axis.what in ("front", "absent"):
            return 0.0
        at = self._at(axis.thing)
        value = float(np.log2(at.distance)) if axis.what == "distance" else float(getattr(at, axis.what))
        return value / MOVE[axis.what]

    def arrangement(self, point: np.ndarray) -> Arrangement:
        """What a point (axes,) stands for."""
        lights, panels, gone, forward = list(self.about.lights), list(self.about.panels), set(), self.about.forward
        for axis, value in zip(self.axes, point.tolist(), strict=True):
            if axis.what == "forward":
                forward = value * MOVE["forward"]
            elif axis.thing < len(lights):
                lights[axis.thing] = self._light(lights[axis.thing], axis.what, value)
            elif axis.what == "absent":
                gone |= {axis.thing - len(lights)} if value > 0.5 else set()
            else:
                k = axis.thing - len(lights)
                panels[k] = replace(panels[k], at=_moved(panels[k].at, axis.what, value))
        left = tuple(k for n, k in enumerate(panels) if n not in gone)
        return replace(self.about, lights=tuple(lights), panels=left, turns=False, forward=forward)

    def _light(self, rule: LightRule, what: What, value: float) -> LightRule:
        if what == "aim":
            return replace(rule, aim="past the face" if value > 0.5 else "face")
        if what == "front":
            least, most = rule.longest
            if value > 0.5:
                return replace(rule, longest=(max(least, self.longest * LARGER), most))
            return replace(rule, longest=(least, min(most, self.longest / LARGER))) if value < -0.5 else rule
        return replace(rule, at=_moved(rule.at, what, value))

    def carried(self, base: np.ndarray, reach: np.ndarray, dice: np.random.Generator, whole: np.ndarray) -> np.ndarray:
        """Points (k, axes) by chance about others (k, axes).

        Parameters
        ----------
        reach : (k,) standard deviation [full moves]
        whole : (k,) bool: everything is carried, else a part of the things
        """
        many, numbers = len(base), np.unique(self.things)
        moved = (dice.random((many, len(numbers))) < PART) | whole[:, None]
        moved[np.arange(many), dice.integers(len(numbers), size=many)] = True
        by = dice.normal(size=base.shape) * reach[:, None] * moved[:, np.searchsorted(numbers, self.things)]
        made = base + by
        for k, axis in enumerate(self.axes):
            if axis.what in ("aim", "absent"):
                often = OFTEN if axis.what == "aim" else NOT_NEEDED
                turned = dice.random(many) < np.where(whole & (reach > 1), 0.5, often)
                made[:, k] = np.where(turned, 1.0 - base[:, k], base[:, k])
            elif axis.what == "front":
                made[:, k] = np.where(dice.random(many) < OFTEN, dice.integers(-1, 2, size=many), base[:, k])
            elif axis.what == "elevation":
                made[:, k] = np.clip(made[:, k], UP[0] / MOVE["elevation"], UP[1] / MOVE["elevation"])
            elif axis.what == "distance":
                made[:, k] = np.maximum(made[:, k], np.log2(NEAREST) / MOVE["distance"])
        return made


def _moved(at: At, what: What, value: float) -> At:
    if what == "distance":
        return replace(at, distance=2.0 ** (value * MOVE["distance"]))
    if what == "azimuth":
        return replace(at, azimuth=value * MOVE["azimuth"])
    return replace(at, elevation=value * MOVE["elevation"])


def _axes(about: Arrangement) -> Iterator[Axis]:
    if about.kind == "window":
        yield Axis(SITTER, "forward")
    for k, light in enumerate(about.lights):
        yield from (Axis(k, what) for what in _of_light(light))
    for n, panel in enumerate(about.panels):
        yield from (Axis(len(about.lights) + n, what) for what in _of_panel(panel))


def _of_light(light: LightRule) -> Iterator[What]:
    if light.where == "about the face" and light.aim == "nearest wall":
        yield "azimuth"
    elif light.where == "about the face" and light.aim != "board":
        yield from ("azimuth", "elevation", "distance")
        if light.role == "key" and light.aim in ("face", "past the face"):
            yield "aim"
    elif light.where == "behind the sitter":
        yield "distance"
    if light.role == "key" and light.where != "window":
        yield "front"


def _of_panel(panel: PanelRule) -> Iterator[What]:
    yield from ("azimuth", "elevation", "distance")
    if not panel.needed:
        yield "absent"
