"""A fitted arrangement with its outputs set to the look, and what it misses of it."""

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from ..answer import Act
from ..brief.aims import TOLERANCE, Aim, aims_of, ratio_off, set_by
from ..brief.ground_kind import ground_spread
from ..framing.in_frame import gear_in_frame
from ..model.look import DARK_FACES, WANTED_FROM_THE_MIDDLE
from ..model.look import Look as LookAt
from ..model.set import Set
from ..pattern.reading import PatternReading, read_pattern
from ..pattern.softness import as_wished
from ..pattern.wanted import is_wanted
from ..rules.heat import heat_warnings
from ..simulation.key import key_index, key_surface
from ..simulation.readings import Readings, readings_of
from ..simulation.stages import Stages
from ..sitting.changes import minutes_between, set_up
from ..wish.outputs import all_outputs
from ..wish.plan import MET, outside
from ..wish.state import SENSED, by_light, tones_at, tones_of
from ..wish.target import Tones
from .exposed import brightened, weakest
from .fitted import Fitted, bare
from .rules import Arrangement

Look = Callable[[Set], Stages]
INSIDE = 0.08  # stops inside a band that are aimed at
FACE, OTHER = 3.0, 1.0  # weights of the lit cheek and of other bands
HARDNESS_WRONG, PATTERN_WRONG, SIDE_WRONG = 0.5, 1.0, 1.0  # as stops missed, when sets are ranked (assumptions)
SHOWN = {"front": 2.0, "stand": 0.8}  # stops missed that gear in the picture is worth (assumption)
DIRECT = 0.5  # stops missed that a key's own light is worth, where it should come off a wall or a board (assumption)
OFF: dict[str, str] = {"nearest wall": "wall", "ceiling": "ceiling", "board": "board"}
A_MINUTE = 0.01  # stops missed that a minute of building is worth (assumption)
DARK = -3.0  # stops under its aim from which a cheek is not lit at all
ALIKE = 0.05  # of closeness within which finer stages read a set alike
SPREAD, RATIO = "backdrop_spread", "ratio"
"""Names of what a backdrop's spread and a ratio miss, among surfaces."""


@dataclass(frozen=True)
class Planned:
    """A set for a look."""

    fitted: Fitted
    photo_set: Set
    misses: dict[str, float]
    """Stops by which surfaces lie over their bands, under them as negative."""
    pattern: PatternReading | None
    """Without its reasons, catchlights and feather."""
    right_pattern: bool
    right_hardness: bool
    right_side: bool
    """The cheek that the look wants lit is."""
    minutes: float
    """To build it from an empty room."""
    uses: tuple[str, ...]
    """Names of the gear."""
    weak: tuple[Act, ...]
    """What is weak about it."""
    stops: dict[str, float]
    """Of each surface, from mid grey."""

    @property
    def closeness(self) -> float:
        """Stops missed, with a wrong pattern, wrong hardness, a key that does not work as it should and gear in the picture counted; 0 is all met."""
        off = weighed(self.misses) + sum(SHOWN[k.named["part"]] for k in self.weak if k.code == "plan.in_picture")
        off += DIRECT * any(k.code == "plan.direct" for k in self.weak)
        wrong = (
            (self.right_pattern, PATTERN_WRONG),
            (self.right_hardness, HARDNESS_WRONG),
            (self.right_side, SIDE_WRONG),
        )
        return off + sum(weight for right, weight in wrong if not right)

    @property
    def rank(self) -> float:
        """Closeness, and effort where that is alike."""
        return self.closeness + A_MINUTE * self.minutes


def cost_of(aims: list[Aim], look: LookAt | None = None) -> Callable[[Tones], np.ndarray]:
    """Stops outside the bands (k,), the lit cheek before all others, those that the ratio and the backdrop's spread are off,
    and what another lit cheek counts."""
    sided = look is not None and look.key_side != "open" and not asks_for_both(look)

    def cost(tones: Tones) -> np.ndarray:
        total = np.zeros(1)
        for aim in aims:
            stops = np.asarray(tones.stops[aim.surface])
            over = np.maximum(stops - aim.high + INSIDE, 0.0) + np.maximum(aim.low + INSIDE - stops, 0.0)
            total = total + (FACE if aim.surface == "lit_cheek" else OTHER) * over
        if look is not None:
            total = total + OTHER * ground_spread(look.ground, tones.stops, tones.lit_left)
            off = ratio_off(look, tones.ratio, tones.front_ratio)
            if off is not None:
                total = total + OTHER * np.maximum(np.abs(off) - TOLERANCE + INSIDE, 0.0)
            if sided:
                total = total + SIDE_WRONG * (np.asarray(tones.lit_left) != (look.key_side == "camera-left"))
        return total

    return cost


def missed(look: LookAt | None, aims: list[Aim], tones: Tones) -> dict[str, float]:
    """Stops outside the bands by surface, and those that the ratio and the backdrop's spread are off by more than a click."""
    found = outside(aims, tones)
    off = ratio_off(look, tones.ratio, tones.front_ratio)
    if off is not None and abs(off) > TOLERANCE + MET:
        found[RATIO] = float(off - TOLERANCE if off > 0 else off + TOLERANCE)
    if look is not None:
        short = float(ground_spread(look.ground, tones.stops, tones.lit_left))
        if short > MET:
            found[SPREAD] = -short
    return found


def weighed(misses: dict[str, float]) -> float:
    """Stops missed, the lit cheek before all else."""
    return sum(abs(v) * (FACE if k == "lit_cheek" else OTHER) for k, v in misses.items())


@dataclass(frozen=True, eq=False)
class Read:
    """A fitted arrangement, as far as it was looked at."""

    shares: np.ndarray
    """(lights that are on, surfaces of SENSED) luminance from each light as it was fitted, before outputs are set."""
    planned: Planned | None
    """None where it is farther from the look than was asked for."""


def planned(fitted: Fitted, look: Look, bound: float = np.inf) -> Planned | None:
    """The outputs of an arrangement that was fitted, and how near it comes to the look of its set.

    Parameters
    ----------
    bound : of closeness, over which it is not looked at further; None is returned then
    """
    return read(fitted, look, bound).planned


def read(fitted: Fitted, look: Look, bound: float = np.inf) -> Read:
    """The same, with what each light does."""
    assert fitted.photo_set is not None
    stages = look(fitted.photo_set)
    aims, made, wanted = aims_of(fitted.photo_set.look, stages.mesh), fitted.photo_set, fitted.photo_set.look
    each = np.zeros((0, len(SENSED)))
    if aims:
        shares = by_light(stages)
        each = shares.values[shares.on]
        by = set_by(aims)
        bright = brightened(made, weakest(made, shares, by.middle, by.surface))
        if bright is not made:
            made, stages = bright, look(bright)
            shares = by_light(stages)
        on = shares.on.astype(float)
        now = tones_at(shares, on[None]).one(0)
        made, _ = all_outputs(made, shares, now.less(now), cost_of(aims, wanted))
        if bound < np.inf:
            turned = 2.0 ** np.array(
                [b.output - a.output for a, b in zip(stages.photo_set.lights, made.lights, strict=True)]
            )
            aperture = (stages.photo_set.camera.aperture / made.camera.aperture) ** 2
            tones = tones_at(shares, (on * turned * aperture)[None]).one(0)
            if weighed(missed(wanted, aims, tones)) > bound:
                return Read(each, None)
        stages = look(made)
    return Read(each, as_it_reads(fitted, stages))


def finer(found: Planned, look: Look) -> Planned:
    """The same as finer stages read it, its outputs set by these where it is farther from the look than it was found to be.

    Parameters
    ----------
    found : with a set; look : makes the finer stages
    """
    read_so = as_it_reads(found.fitted, look(found.photo_set))
    if read_so.closeness <= found.closeness + ALIKE:
        return read_so
    again = planned(found.fitted, look)
    return read_so if again is None else min(read_so, again, key=lambda k: k.rank)


def as_it_reads(fitted: Fitted, stages: Stages) -> Planned:
    """How near a set of an arrangement comes to its look, with its outputs as they are."""
    made = stages.photo_set
    wanted = made.look
    aims, readings = aims_of(wanted, stages.mesh), readings_of(stages)
    pattern = read_pattern(stages, readings, told=False)
    misses = missed(wanted, aims, tones_of(readings))
    right = wanted is None or (pattern is not None and is_wanted(wanted, pattern)) or wanted.pattern == "open"
    dark = wanted is not None and wanted.pattern in DARK_FACES
    hardness = wanted is None or pattern is None or dark or as_wished(wanted, pattern.softness)
    seen, asked = readings.surfaces["lit_cheek"].side, wanted.key_side if wanted else "open"
    side = asked in ("open", seen) or misses.get("lit_cheek", 0.0) < DARK or asks_for_both(wanted)
    minutes = sum(k.minutes for k in set_up(made))
    weak = [*_weak(stages, misses), *_direct(fitted.arrangement, stages), *_wrong(wanted, pattern, right, hardness)]
    weak += [] if side else [Act("plan.side", {}, {"wanted": asked, "is": seen})]
    uses, stops = _uses(made), _stops(readings)
    return Planned(fitted, made, misses, pattern, right, hardness, side, minutes, uses, tuple(weak), stops)


def asks_for_both(look: LookAt | None) -> bool:
    """Whether the wanted pattern lights both cheeks alike, or none, so that no side is the lit one."""
    return look is not None and look.pattern in (*WANTED_FROM_THE_MIDDLE, "silhouette")


def _stops(readings: Readings) -> dict[str, float]:
    return {k: float(r.stops) for k, r in readings.surfaces.items()}


def _wrong(wanted: LookAt | None, pattern: PatternReading | None, right: bool, hardness: bool) -> tuple[Act, ...]:
    found = []
    if wanted is not None and not right:
        found.append(Act("plan.pattern", {}, {"wanted": wanted.pattern, "is": pattern.name if pattern else "none"}))
    if wanted is not None and not hardness:
        found.append(
            Act("plan.hardness", {}, {"wanted": wanted.hardness, "is": pattern.softness.grade if pattern else ""})
        )
    return tuple(found)


def _weak(stages: Stages, misses: dict[str, float]) -> list[Act]:
    """What it misses, what shows in the picture, what is hot near cloth, lights at an end of their dial."""
    photo_set = stages.photo_set
    found = [Act("plan.miss", {"stops": v}, {"surface": k}) for k, v in misses.items()]
    for seen in gear_in_frame(photo_set, stages.mesh):
        thing = getattr(photo_set, seen.kind)[seen.index]
        if getattr(thing, "role", "") != "background" or seen.part == "stand":
            found.append(Act("plan.in_picture", {}, {"thing": thing.name, "part": seen.part}))
    found += [Act("plan.hot", {}, {"what": words}) for words in heat_warnings(photo_set)]
    for light in photo_set.lights:
        if light.on and light.source.is_flash and light.output <= light.source.lowest_output + 0.01 and misses:
            found.append(Act("plan.lowest", {}, {"thing": light.name}))
    return found


def _direct(arrangement: Arrangement, stages: Stages) -> list[Act]:
    """That the key's own light is more on the face than what it throws on a wall, the ceiling or a board to get there."""
    off = next((OFF[k.aim] for k in arrangement.lights if k.role == "key" and k.aim in OFF), None)
    index = key_index(stages) if off else None
    if off is None or index is None:
        return []
    light = stages.photo_set.lights[index]
    surface = key_surface(stages, light)
    return [Act("plan.direct", {}, {"thing": light.name, "off": off})] if surface is not None and surface.own else []


def _uses(photo_set: Set) -> tuple[str, ...]:
    lights = [k for k in photo_set.lights if k.on and k.source.kind != "window"]
    named = [name for k in lights for name in (k.item or k.source.summary, k.modifier_item)]
    windows = [k.name for k in photo_set.lights if k.source.kind == "window" and k.role == "key"]
    return tuple(filter(None, [*windows, *named, *(k.item or k.name for k in photo_set.panels if k.on)]))


def minutes_from(before: Set, after: Planned) -> float:
    """To build it where another set stands already."""
    return (
        minutes_between(before, after.photo_set)
        if before.lights
        else sum(k.minutes for k in set_up(bare(after.photo_set)))
    )
