"""What is wished of a surface, and how far a set is from it."""

import math
from dataclasses import dataclass, replace
from typing import Any, Literal

import numpy as np

from ..exposure.response import CLIP_STOPS, MID_GREY, stops_from_mid_grey
from ..problem import NotAccepted, Problem
from ..simulation.readings import LABELS
from ..srgb import linear_value
from ..units import parse_ratio, parse_stops

Measure = Literal["stops", "under", "ratio", "front ratio", "clips"]
GROUND = ("backdrop_left", "backdrop_middle", "backdrop_right")
UNDER_FACE = ("under_nose", "under_chin")
RATIOS = {"ratio": ("shadow_cheek", "ratio"), "front_ratio": ("under_nose", "front ratio")}
"""Wishes by a name of their own: the surface that is moved for them, and their measure."""
OVER_CLIP = 0.3
"""Stops over white that the darkest place of a clipped ground may have: one click of the dial (assumption)."""
ACCEPTED = "stops such as -2.5, 3:1, code 30, L* 20, clip, or 2 under lit cheek"
LOWEST, HIGHEST = -10.0, 6.0  # [stops from mid grey] that can be wished


@dataclass(frozen=True)
class Target:
    surface: str
    """Of readings.LABELS."""
    measure: Measure = "stops"
    value: float = 0.0
    """Stops from mid grey; stops under `against`; a ratio to one; nothing for "clips"."""
    against: str = ""
    """The surface that it should lie under."""

    @property
    def moved(self) -> tuple[str, ...]:
        """The surfaces that are wished elsewhere."""
        if self.measure == "clips":
            return GROUND
        return UNDER_FACE if self.measure == "front ratio" else (self.surface,)


@dataclass(frozen=True, eq=False)
class Tones:
    """What of a set a wish is measured by; of many sets at once with arrays (k,) for figures."""

    stops: dict[str, Any]
    """Of each surface, from mid grey."""
    ratio: Any
    """Lit to shadow cheek [stops]."""
    front_ratio: Any
    """Front of the face to under nose and chin [stops]."""
    darkest: Any = -20.0
    """Of the ground in the frame, its darkest place [stops from mid grey]."""
    lit_left: Any = True
    """Whether the cheek at the picture's left is the lit one."""

    def shifted(self, by: "Tones") -> "Tones":
        """With each figure that much higher."""
        stops = {name: v + by.stops[name] for name, v in self.stops.items()}
        return replace(
            self, stops=stops, ratio=self.ratio + by.ratio, front_ratio=self.front_ratio + by.front_ratio,
            darkest=self.darkest + by.darkest,
        )  # fmt: skip

    def less(self, other: "Tones") -> "Tones":
        """Each figure less that of another."""
        stops = {name: v - other.stops[name] for name, v in self.stops.items()}
        return replace(
            self, stops=stops, ratio=self.ratio - other.ratio, front_ratio=self.front_ratio - other.front_ratio,
            darkest=self.darkest - other.darkest,
        )  # fmt: skip

    def one(self, k: int) -> "Tones":
        """One of many sets."""
        stops = {name: float(v[k]) for name, v in self.stops.items()}
        ratio, front, darkest = (float(v[k]) for v in (self.ratio, self.front_ratio, self.darkest))
        return Tones(stops, ratio, front, darkest, bool(self.lit_left[k]))


def to_go(target: Target, tones: Tones) -> Any:
    """Stops by which what is wished of has to be lifted; under zero it has to go down. 0 where it is as wished."""
    own = tones.stops[target.surface]
    if target.measure == "stops":
        return target.value - own
    if target.measure == "under":
        return tones.stops[target.against] - target.value - own
    if target.measure == "ratio":
        return tones.ratio - math.log2(target.value)
    if target.measure == "front ratio":
        return tones.front_ratio - math.log2(target.value)
    short = CLIP_STOPS - np.asarray(tones.darkest)
    return np.where(short > 0, short, np.minimum(0.0, short + OVER_CLIP))[()]


def stands_at(target: Target, tones: Tones) -> float | None:
    """Where the marker of the surface pulled should stand [stops from mid grey]; None for a front ratio."""
    if target.measure == "front ratio":
        return None
    if target.measure == "clips":
        return CLIP_STOPS
    return float(tones.stops[target.surface] + to_go(target, tones))


def _refused(surface: str, text: str) -> NotAccepted:
    return NotAccepted([Problem(surface, f"{text!r} is not a wish", ACCEPTED)])


def _within(surface: str, text: str, stops: float) -> float:
    if not LOWEST <= stops <= HIGHEST:
        raise NotAccepted(
            [Problem(surface, f"{text!r} is {stops:.1f} stops from mid grey", f"{LOWEST:.0f} to {HIGHEST:+.0f} stops")]
        )
    return stops


def _named(surface: str) -> str:
    plain = surface.strip().lower().replace(" ", "_").replace("-", "_")
    if plain not in LABELS and plain not in RATIOS:
        known = ", ".join((*LABELS, *RATIOS))
        raise NotAccepted([Problem("surface", f"{surface!r} is not a surface on the Ladder", known)])
    return plain


def _lightness_stops(lightness: float) -> float:
    """Stops from mid grey of a CIE L*."""
    y = ((lightness + 16) / 116) ** 3 if lightness > 8 else lightness * 27 / 24389
    return stops_from_mid_grey(y)


def _figure(surface: str, plain: str, text: str, low: float, high: float) -> float:
    try:
        value = float(plain.replace(",", "."))
    except ValueError:
        raise _refused(surface, text) from None
    if not low <= value <= high:
        raise NotAccepted([Problem(surface, f"{text!r} is out of its range", f"{low:g} to {high:g}")])
    return value


def wish_from(surface: str, text: str) -> Target:
    """A wish as it is typed: "-2.5" (stops from mid grey), "3:1", "code 30", "L* 20", "clip", "2 under lit cheek".

    `surface` may also be "ratio" (lit to shadow cheek) or "front_ratio" (front to under nose and chin). Raises NotAccepted,
    at the surface, with what would be accepted.
    """
    name = _named(surface)
    plain = text.strip().lower().replace("−", "-").replace("–", "-")
    if name in RATIOS or ":" in plain or " to " in plain:
        return _ratio(name, surface, text)
    if plain in ("clip", "clips", "just clipped", "white"):
        if name not in GROUND:
            raise NotAccepted([Problem(surface, "only the backdrop is wished to clip", "a backdrop marker, or stops")])
        return Target(name, "clips")
    if plain.startswith("code"):
        code = _figure(surface, plain[4:], text, 1, 255)
        return Target(name, "stops", _within(surface, text, math.log2(linear_value(code) / MID_GREY)))
    if plain.startswith("l*"):
        stops = _lightness_stops(_figure(surface, plain[2:], text, 1, 100))
        return Target(name, "stops", _within(surface, text, stops))
    if " under " in plain:
        by, _, other = plain.partition(" under ")
        against = _named(other)
        if against not in LABELS or against == name:
            raise _refused(surface, text)
        return Target(name, "under", _figure(surface, by, text, -8, 10), against)
    try:
        return Target(name, "stops", _within(surface, text, parse_stops(plain)))
    except NotAccepted as refused:
        if refused.problems[0].field:
            raise
        raise _refused(surface, text) from None


def _ratio(name: str, surface: str, text: str) -> Target:
    try:
        ratio = parse_ratio(text.strip().lower().replace(" to 1", ":1"))
    except NotAccepted:
        raise _refused(surface, text) from None
    if not 1 <= ratio <= 64:
        raise NotAccepted([Problem(surface, f"{text!r} is out of its range", "1:1 to 64:1")])
    if name in RATIOS:
        moved, measure = RATIOS[name]
        return Target(moved, measure, ratio)  # type: ignore[arg-type]
    if name == "shadow_cheek":
        return Target(name, "ratio", ratio)
    if name in UNDER_FACE:
        return Target("under_nose", "front ratio", ratio)
    return Target(name, "under", math.log2(ratio), "lit_cheek")
