"""Outputs, switches and the camera: light adds up, so these are found from each light's share without new rays."""

import itertools
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Act
from ..framing.lenses import openings
from ..kit.dial import can_be_dimmed, dial_of
from ..model.light import Light
from ..model.set import Set, with_light
from ..units import TIMES
from .kept import Wish, markers_broken, off, side_effects
from .path import KNOB, Kind
from .state import ByLight, tones_at
from .target import Tones

NEARLY = 0.17  # stops from the wish within which steps of a third can be set
SURELY = 0.1  # stops from the wish, of what is offered although it breaks something
EFFECT = 0.1  # stops of the wish that a stop of other markers' change is worth


@dataclass(frozen=True, eq=False)
class Turned:
    """A set with knobs turned."""

    photo_set: Set
    acts: tuple[Act, ...]
    kind: Kind
    effort: float
    tones: Tones
    missed: float
    """Stops by which the worst target is missed."""
    breaks: float
    """Stops by which kept markers change over what they may."""

    @property
    def fits(self) -> bool:
        """It does what is wished and leaves what is kept."""
        return self.missed <= NEARLY and self.breaks <= 0


def outputs_of(light: Light) -> np.ndarray:
    """Every output that its dial can be set to, its present one left out [stops under full]."""
    made = dial_of(light)
    return made[np.abs(made - light.output) > 0.01] if light.on else made


def output_act(light: Light, to: float) -> Act:
    """Its output set to so many stops under full."""
    source = light.source
    energy = float(getattr(source, "energy", 0.0))
    figures = {"from_stops": light.output, "to_stops": to, "energy_ws": energy}
    return Act("wish.output" if light.on else "wish.switch_on", figures, {"light": light.name, "scale": source.scale})


def _off_act(light: Light) -> Act:
    return Act("wish.switch_off", {}, {"light": light.name})


def _scores(wish: Wish, before: Tones, tones: Tones) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    missed = np.asarray(off(wish, tones))
    breaks = np.asarray(markers_broken(wish, before, tones)) + 0.0 * missed
    return missed, breaks, missed + EFFECT * np.asarray(side_effects(wish, before, tones))


def _best(
    wish: Wish, before: Tones, shares: ByLight, shift: Tones, factors: np.ndarray, loose: bool = False
) -> tuple[int, Tones, float, float]:
    """Which of many outputs does it best: those that leave what is kept and reach the wish first; `loose`: those that
    reach it, and break least."""
    tones = tones_at(shares, factors).shifted(shift)
    missed, breaks, cost = _scores(wish, before, tones)
    cost = (
        cost
        + np.where(breaks > 0, (0.0 if loose else 100.0) + 10.0 * breaks, 0.0)
        + np.where(missed > (SURELY if loose else NEARLY), (100.0 if loose else 0.0) + 10.0 * missed, 0.0)
    )
    k = int(cost.argmin())
    return k, tones.one(k), float(missed[k]), float(breaks[k])


def turned_one(
    photo_set: Set, wish: Wish, before: Tones, shares: ByLight, shift: Tones, only: int | None = None,
    loose: bool = False, or_off: bool = False,
) -> Turned | None:  # fmt: skip
    """The best output of one light, the others as they are; `only` of that light, `loose` as of `_best`; `or_off`:
    one that is on may be switched off too. None where none can be dimmed."""
    rows, which = [], []
    base = shares.on.astype(float)
    for k, light in enumerate(photo_set.lights):
        if can_be_dimmed(light) and (only is None or k == only):
            for to in outputs_of(light):
                row = base.copy()
                row[k] = 2.0 ** (to - light.output)
                rows.append(row)
                which.append((k, float(to)))
        if or_off and only is None and light.on and base.sum() > 1 and light.role in ("fill", "rim", "background"):
            rows.append(np.where(np.arange(len(base)) == k, 0.0, base))
            which.append((k, -np.inf))
    if not rows:
        return None
    at, tones, missed, breaks = _best(wish, before, shares, shift, np.array(rows), loose)
    k, to = which[at]
    light = photo_set.lights[k]
    if to == -np.inf:
        made = with_light(photo_set, k, replace(light, on=False))
        return Turned(made, (_off_act(light),), "output", KNOB, tones, missed, breaks)
    made = with_light(photo_set, k, replace(light, output=to, on=True))
    return Turned(made, (output_act(light, to),), "output", KNOB, tones, missed, breaks)


def turned_two(
    photo_set: Set, wish: Wish, before: Tones, shares: ByLight, shift: Tones, having: int | None = None
) -> Turned | None:
    """The best outputs of two lights together; `having` is one of them."""
    base, found = shares.on.astype(float), None
    dimmed = [k for k, light in enumerate(photo_set.lights) if can_be_dimmed(light)]
    for i, j in itertools.combinations(dimmed, 2):
        if having is not None and having not in (i, j):
            continue
        a, b = photo_set.lights[i], photo_set.lights[j]
        at_a, at_b = (k.ravel() for k in np.meshgrid(outputs_of(a), outputs_of(b)))
        rows = np.tile(base, (len(at_a), 1))
        rows[:, i], rows[:, j] = 2.0 ** (at_a - a.output), 2.0 ** (at_b - b.output)
        at, tones, missed, breaks = _best(wish, before, shares, shift, rows)
        if found is None or (breaks, missed) < (found.breaks, found.missed):
            to_a, to_b = float(at_a[at]), float(at_b[at])
            made = with_light(photo_set, i, replace(a, output=to_a, on=True))
            made = with_light(made, j, replace(b, output=to_b, on=True))
            acts = (output_act(a, to_a), output_act(b, to_b))
            found = Turned(made, acts, "output", KNOB + 0.2, tones, missed, breaks)
    return found


def switched(photo_set: Set, wish: Wish, before: Tones, shares: ByLight, shift: Tones) -> Iterator[Turned]:
    """Each light off, or on."""
    base = shares.on.astype(float)
    if base.sum() < 1:
        return
    for k, light in enumerate(photo_set.lights):
        row = base.copy()
        row[k] = 1.0 - row[k]
        if row.sum() < 1:
            continue
        tones = tones_at(shares, row[None]).shifted(shift)
        missed, breaks, _ = _scores(wish, before, tones)
        act = _off_act(light) if light.on else output_act(light, light.output)
        made = with_light(photo_set, k, replace(light, on=not light.on))
        yield Turned(made, (act,), "switch", KNOB + 0.1, tones.one(0), float(missed[0]), float(breaks[0]))


def at_the_camera(photo_set: Set, wish: Wish, before: Tones, shares: ByLight, shift: Tones) -> Iterator[Turned]:
    """A shorter or longer time, which continuous light alone follows; another aperture, which all of it follows."""
    camera, lights = photo_set.camera, photo_set.lights
    on = shares.on.astype(float)
    lasting = np.array([not light.is_flash for light in lights])
    with_flash = any(light.is_flash and light.on for light in lights)
    times = [t for t in TIMES if abs(np.log2(t / camera.time)) > 0.1 and not (with_flash and t < camera.time)]
    apertures = [n for n in openings(camera) if abs(np.log2(n / camera.aperture)) > 0.05]
    time_rows = np.array([on * np.where(lasting, t / camera.time, 1.0) for t in times]).reshape(-1, len(lights))
    if lasting.any() and (on * lasting).any() and times:
        at, tones, missed, breaks = _best(wish, before, shares, shift, time_rows)
        made = replace(photo_set, camera=replace(camera, time=times[at]))
        yield Turned(made, (Act("wish.time", {"to_s": times[at]}),), "shutter", KNOB, tones, missed, breaks)
    if apertures and len(lights):
        rows = np.array([on * (camera.aperture / n) ** 2 for n in apertures])
        at, tones, missed, breaks = _best(wish, before, shares, shift, rows)
        n = float(apertures[at])
        made = replace(photo_set, camera=replace(camera, aperture=n))
        yield Turned(made, (Act("wish.aperture", {"to_f": n}),), "shutter", KNOB + 0.1, tones, missed, breaks)
    yield from _flash_follows(photo_set, wish, before, shares, shift, apertures)


def _flash_follows(
    photo_set: Set, wish: Wish, before: Tones, shares: ByLight, shift: Tones, apertures: list[float]
) -> Iterator[Turned]:
    """Another aperture with every flash turned up or down by as much: lasting light alone changes in the picture."""
    lights, on = photo_set.lights, shares.on.astype(float)
    flashes = [k for k, light in enumerate(lights) if light.is_flash and light.on]
    if not flashes or len(flashes) == sum(light.on for light in lights):
        return
    if not all(can_be_dimmed(lights[k]) for k in flashes):
        return
    made, rows = [], []
    for n in apertures:
        by = 2 * float(np.log2(n / photo_set.camera.aperture))
        outputs = {k: min([*outputs_of(lights[k]), lights[k].output], key=lambda o: abs(o - lights[k].output - by))
                   for k in flashes}  # fmt: skip
        if max(abs(to - lights[k].output - by) for k, to in outputs.items()) > NEARLY:
            continue  # one of them goes no further
        then, acts = replace(photo_set, camera=replace(photo_set.camera, aperture=n)), []
        row = on * 2.0**-by
        for k, to in outputs.items():
            row[k] *= 2.0 ** (to - lights[k].output)
            acts.append(output_act(lights[k], float(to)))
            then = with_light(then, k, replace(lights[k], output=float(to)))
        made.append((then, (Act("wish.aperture", {"to_f": n}), *acts)))
        rows.append(row)
    if rows:
        at, tones, missed, breaks = _best(wish, before, shares, shift, np.array(rows))
        yield Turned(*made[at], "flash follows", KNOB + 0.3, tones, missed, breaks)
