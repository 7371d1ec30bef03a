"""How far along a path a wish is granted, with one output turned beside it where that is needed."""

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from ..answer import Act
from ..model.set import Set
from .kept import Wish, markers_broken, off
from .knobs import NEARLY, Turned, turned_one, turned_two
from .path import KNOB, Kind, Path
from .state import ByLight, tones_at
from .target import Tones, to_go

LITTLE = 0.06  # of what is to go, that a path must do by its second sample to be gone on with
REFINED = 3  # places tried between two samples
HALF_HELD = 0.3  # stops over what is kept, up to which a sample still points the way
NONE = 1e-6


@dataclass(frozen=True, eq=False)
class Candidate:
    """A set that may grant a wish, as a sketch reads it."""

    photo_set: Set
    acts: tuple[Act, ...]
    kind: Kind
    effort: float
    tones: Tones
    missed: float
    breaks: float

    @property
    def fits(self) -> bool:
        """It does what is wished and leaves what is kept."""
        return self.missed <= NEARLY and self.breaks <= 0


@dataclass(frozen=True, eq=False)
class Ground:
    """What a path is solved on."""

    wish: Wish
    before: Tones
    shift: Tones
    """From a sketch to what a fine reading gives."""
    look: Callable[[Set], ByLight | None]
    """Each light's share in a set; None for one that cannot be."""
    with_output: bool = True
    """Whether an output may be turned beside: not where outputs alone do it."""


def _plain(shares: ByLight, shift: Tones) -> Tones:
    return tones_at(shares, shares.on.astype(float)[None]).shifted(shift).one(0)


def _go(ground: Ground, tones: Tones) -> float:
    """What is to go of the worst target [stops]."""
    return float(max((to_go(t, tones) for t in ground.wish.targets), key=abs))


@dataclass(eq=False)
class Result:
    """What was met along a path."""

    path: Path
    best: Candidate | None = None
    """The least that grants the wish and leaves what is kept."""
    nearest: Candidate | None = None
    """The nearest to that."""
    breaking: Candidate | None = None
    """What grants the wish and breaks least of what is kept."""
    part: Candidate | None = None
    """By this move alone, the nearest that leaves what is kept."""


class _Walk:
    """One path, sample by sample."""

    def __init__(self, ground: Ground, path: Path):
        self.ground, self.path = ground, path
        self.result = Result(path)
        self.least = np.inf
        """Stops that are missed at the last sample, with an output turned beside where that may be."""

    def seen(self, t: float) -> float | None:
        """What is to go with it changed by so much; None where that cannot be."""
        made = self.path.at(t)
        shares = self.ground.look(made) if made is not None else None
        if made is None or shares is None:
            return None
        self.least = np.inf
        tones = _plain(shares, self.ground.shift)
        missed = float(off(self.ground.wish, tones))
        breaks = float(markers_broken(self.ground.wish, self.ground.before, tones))
        path = self.path
        if path.free is None:
            one = Candidate(made, path.acts(t), path.kind, path.effort, tones, missed, breaks)
            self._note(one)
        self._with_output(t, made, shares)
        return _go(self.ground, tones)

    def _with_output(self, t: float, made: Set, shares: ByLight) -> None:
        g, path = self.ground, self.path
        if path.free is None and not g.with_output:
            return
        turned = turned_one(made, g.wish, g.before, shares, g.shift, path.free, or_off=True)
        if path.free is not None and (turned is None or not turned.fits):
            both = turned_two(made, g.wish, g.before, shares, g.shift, path.free)
            turned = both if both is not None and (turned is None or both.fits) else turned
        if turned is None:
            return
        self._turned(t, turned)
        if turned.missed > NEARLY:
            loose = turned_one(made, g.wish, g.before, shares, g.shift, path.free, loose=True, or_off=True)
            if loose is not None and loose.missed <= NEARLY:
                self._turned(t, loose)

    def _turned(self, t: float, turned: Turned) -> None:
        path = self.path
        effort = path.effort + (0.0 if path.free is not None else 0.4 * KNOB)
        acts = (*path.acts(t), *turned.acts)
        self._note(Candidate(turned.photo_set, acts, path.kind, effort, turned.tones, turned.missed, turned.breaks))

    def _note(self, made: Candidate) -> None:
        r = self.result
        if made.breaks <= HALF_HELD:
            self.least = min(self.least, made.missed)
        if made.fits and (r.best is None or made.effort < r.best.effort - NONE):
            r.best = made
        if r.nearest is None or (made.breaks, made.missed) < (r.nearest.breaks, r.nearest.missed):
            r.nearest = made
        if made.missed <= NEARLY and (r.breaking is None or made.breaks < r.breaking.breaks):
            r.breaking = made
        plain = len(made.acts) == 1 and made.breaks <= 0
        if plain and (r.part is None or made.missed < r.part.missed):
            r.part = made

    @property
    def alone(self) -> bool:
        """Whether the path does it without an output turned."""
        best = self.result.best
        return best is not None and best.effort <= self.path.effort + NONE


def solve(ground: Ground, path: Path) -> Result:
    """The least along a path that grants the wish, and how near it comes."""
    walk = _Walk(ground, path)
    before, at = _go(ground, ground.before), 0.0
    go = before
    for n, t in enumerate(path.samples):
        now = walk.seen(t)
        if now is None:
            if path.fine:
                break
            continue
        if walk.alone:
            break
        if path.fine and np.sign(now) != np.sign(go):
            _between(walk, at, t, go, now)
            break
        if path.fine and not walk.result.best:
            nearer = abs(before) - min(abs(now), walk.least)
            away = n == 0 and nearer < -NONE and not (ground.with_output and path.light is not None)
            if away or (n == 1 and nearer < LITTLE * abs(before)):
                break
        at, go = t, now
    return walk.result


def _between(walk: _Walk, low: float, high: float, at_low: float, at_high: float) -> None:
    """Between two samples, where what is to go changes its sign."""
    for _ in range(REFINED):
        t = low + (high - low) * at_low / (at_low - at_high)
        t = round(t / walk.path.fine) * walk.path.fine
        if t <= low + NONE or t >= high - NONE:
            return
        now = walk.seen(t)
        if now is None or walk.alone:
            return
        if np.sign(now) == np.sign(at_low):
            low, at_low = t, now
        else:
            high, at_high = t, now
