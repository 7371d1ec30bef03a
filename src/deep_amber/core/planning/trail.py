"""Searching about an arrangement with its key on one side: what was read tells what is likely elsewhere, and the likeliest is read next.

What each light does to each surface changes smoothly with its place, where stops outside a band do not: so it is the light that
is guessed between places that were read, and the look is weighed of the guess (composite Bayesian optimization, Astudillo and
Frazier 2019, with Thompson's draws).
"""

from collections.abc import Callable
from dataclasses import dataclass, field

import numpy as np

from ..wish.state import SENSED
from .exposed import brighter
from .fitted import Fitted
from .guess import Guess, guessed
from .likely import Wanted, dials_of, least_missed
from .measured import HARDNESS_WRONG, PATTERN_WRONG, SIDE_WRONG, Planned, Read, weighed
from .rules import Arrangement
from .space import Space

MET = 0.05  # of closeness that nothing more is searched for
GAIN = 0.03  # of rank that is a step forward
FARTHER = 0.4  # of closeness over the best within which a set is read in full
TIRED = 0.02  # of rank, for each set that was read since the last that was nearer
REFUSED = 0.15  # of a reading that a place costs where nothing can stand
WIDELY, KNOWN, WIDE = (
    4,
    3,
    1.3,
)  # sets that are read before any is likely; of which so many must show something; full moves about the rule
FEW, CLOSER, ABOUT = 128, 8, 12  # points that are weighed; the likeliest of them; that are weighed about each of these
NEAR = 0.3  # full moves about the likeliest
REACH = (-3.5, 0.3)  # of points about the best: full moves as powers of two
WHOLE = 0.4  # how often everything is carried
SURELY = 0.5  # how often the likeliest is read, where it is nearer than the best; else one that may be
TRIED = 4  # of the likeliest that are tried until one can stand
OTHERS = 0.25  # how much what a light does depends on other lights' places, against its own
FAINT, BLACK = 2.0**-12, 1e-9  # of all light on a surface, and luminance, under which what a light gives says nothing
HIDDEN = 1e-6  # luminance of the backdrop, 1 = white, under which something stands before it
GROUND = slice(SENSED.index("backdrop_left"), None)
THINNEST = 0.1  # [mm] edge of a shadow
UNLIKE = 40.0  # degrees from where a pattern is begun, from which it is another, before any is read
STEEP = 3.0  # shares of a wrong hardness for each doubling of the edge from the wanted
MAY_BE = 0.5  # stops by which what is wrong beside may differ elsewhere, however alike it was so far
SAME = 0.1  # full moves between two places that show the same
APART = 0.5  # full moves from which a key of another stands elsewhere
NEIGHBOURS = 3  # places tried, by which it is likely that something can stand
WORSE = 2.0  # stops that a point is worse by, where it is not

Fit = Callable[[Arrangement], Fitted]
Look = Callable[[Fitted, float], Read]
Fits = Callable[[Planned], bool]
Known = tuple[list[tuple[np.ndarray, Guess]], Guess | None]


def apart(a: np.ndarray, b: np.ndarray) -> bool:
    """Whether two places of a key (3,) are not about the same."""
    return bool(((a - b) ** 2).sum() > APART**2)


@dataclass
class Trail:
    """What is known of one arrangement with its key on one side."""

    fit: Fit
    look: Look
    space: Space
    wanted: Wanted
    dice: np.random.Generator
    best: Planned
    at: np.ndarray
    """(axes,) where the best stands."""
    fits: Fits = lambda _: True
    """What the best must do beside coming near."""
    reads: float = 0.0
    idle: int = 0
    """Sets that were read since the last that was nearer."""
    points: list[np.ndarray] = field(default_factory=list)
    logs: list[np.ndarray] = field(default_factory=list)
    """Of each point, (lights, surfaces) log2 of luminance."""
    wrong: list[tuple[float, float]] = field(default_factory=list)
    """Of each point, what is wrong beside stops missed, hardness and side, and log2 of the shadow's edge [mm]; not numbers where it
    was not read in full."""
    nowhere: list[np.ndarray] = field(default_factory=list)

    def __post_init__(self) -> None:
        fitted = self.best.fitted.photo_set
        assert fitted is not None
        self._dials, self._brighter = dials_of(fitted), brighter(fitted)
        self._fits = self.fits(self.best)
        self._learned_of = -1
        self._learned: Known = ([], None)

    @property
    def over(self) -> bool:
        """Nothing more is searched for."""
        return (self._fits and self.best.closeness <= MET) or not len(self.space.axes)

    @property
    def hope(self) -> float:
        """Rank, the worse the longer nothing nearer was found: by which trails are chosen."""
        return self.best.rank + TIRED * self.idle

    def go_on(self, many: float) -> None:
        """Reads so many more sets."""
        until = self.reads + many
        while self.reads < until and not self.over:
            if self.reads < WIDELY or len(self.points) < KNOWN:
                self._take(self._wide(1)[0])
                continue
            for point in self._ahead():
                if self._take(point):
                    break

    @property
    def key(self) -> np.ndarray | None:
        """(3,) where the key of the best stands, as its space counts; None where it is not carried."""
        return self.at[list(self.space.key)] if self.space.key else None

    def try_key(self, place: np.ndarray) -> None:
        """Reads the best with its key at a place (3,), as of `key`."""
        point = self.at.copy()
        point[list(self.space.key)] = place
        self._take(point)

    def took(self, point: np.ndarray, read: Read) -> None:
        """Keeps what was read at a point (axes,)."""
        whole = read.shares.sum(0)
        if not len(read.shares) or whole[GROUND].min() < HIDDEN:
            self.nowhere.append(point)
            return
        self.points.append(point)
        self.logs.append(np.log2(np.maximum(read.shares, whole * FAINT + BLACK)))
        made = read.planned
        self.wrong.append((np.nan, np.nan) if made is None else self._beside(made, point))

    def _beside(self, made: Planned, point: np.ndarray) -> tuple[float, float]:
        edge = np.log2(max(made.pattern.softness.edge, THINNEST)) if made.pattern else np.mean(self.wanted.edge)
        hardness = 0.0 if made.right_hardness else HARDNESS_WRONG
        side = 0.0 if made.right_side else SIDE_WRONG
        off = made.closeness - weighed(made.misses) - hardness - side - self._unlike(point[None])[0]
        return float(off), float(edge)

    def _unlike(self, points: np.ndarray) -> np.ndarray:
        """(k,) what is wrong of the pattern before any is read: how far the key is from where the wanted pattern is begun."""
        at = self.space.key_at(points) if self.wanted.pattern_at else None
        if at is None or self.wanted.pattern_at is None:
            return np.zeros(len(points))
        azimuth, elevation = np.radians(at.T)
        there, up = np.radians(self.wanted.pattern_at)
        cos = np.sin(elevation) * np.sin(up) + np.cos(elevation) * np.cos(up) * np.cos(azimuth - there)
        return np.asarray(PATTERN_WRONG * np.minimum(np.degrees(np.arccos(np.clip(cos, -1, 1))) / UNLIKE, 1.0))

    def _take(self, point: np.ndarray) -> bool:
        """Reads it; whether anything can stand there."""
        fitted = self.fit(self.space.arrangement(point))
        if fitted.photo_set is None:
            self.reads += REFUSED
            self.nowhere.append(point)
            return False
        self.reads += 1
        read = self.look(fitted, self.best.closeness + FARTHER)
        self.took(point, read)
        made = read.planned
        nearer = made is not None and (made.rank <= self.best.rank - GAIN or not self._fits)
        if made is not None and nearer and self.fits(made):
            self.best, self.at, self.idle, self._fits = made, point, 0, True
        else:
            self.idle += 1
        return True

    def _wide(self, many: int) -> np.ndarray:
        about = np.tile(self.space.start, (many, 1))
        return self.space.carried(about, np.full(many, WIDE), self.dice, np.full(many, True))

    def _ahead(self) -> np.ndarray:
        """(TRIED, axes) the points that are most worth reading, the first before all."""
        near = FEW * 2 // 3
        reach, whole = 2.0 ** self.dice.uniform(*REACH, near), self.dice.random(near) < WHOLE
        about = self.space.carried(np.tile(self.at, (near, 1)), reach, self.dice, whole)
        points = np.concatenate([about, self._wide(FEW - near)])
        hopes = self._weighed(points)
        likeliest = np.repeat(points[np.argsort(hopes, kind="stable")[:CLOSER]], ABOUT, axis=0)
        whole = self.dice.random(len(likeliest)) < WHOLE
        closer = self.space.carried(likeliest, np.full(len(likeliest), NEAR), self.dice, whole)
        points, hopes = np.concatenate([points, closer]), np.append(hopes, self._weighed(closer))
        surely = hopes.min() < self.best.closeness - GAIN and self.dice.random() < SURELY
        score = hopes if surely else self._weighed(points, self.dice)
        score = score + WORSE * np.maximum(self._blocked(points), self._read_before(points))
        return points[np.argsort(score, kind="stable")[:TRIED]]

    def _weighed(self, points: np.ndarray, dice: np.random.Generator | None = None) -> np.ndarray:
        """(k,) the closeness that is likely at points; with dice, one that may be."""
        lights, wrong = self._guesses()
        logs = np.stack([guess.of(points * weights, dice) for weights, guess in lights], 1)
        hopes = least_missed(logs, self._dials, self._brighter, self.wanted)
        if wrong is None:
            return hopes
        beside, edge = wrong.of(points, dice).T
        low, high = self.wanted.edge
        off = np.maximum(np.maximum(low - edge, edge - high), 0.0)
        hard = HARDNESS_WRONG * np.minimum(off * STEEP, 1.0)
        return np.asarray(hopes + np.maximum(beside + self._unlike(points), 0.0) + hard)

    def _read_before(self, points: np.ndarray) -> np.ndarray:
        """(k,) bool: it is as good as one that was read."""
        away = ((points[:, None] - np.array(self.points)[None]) ** 2).sum(2).min(1)
        return np.asarray(away < SAME**2)

    def _blocked(self, points: np.ndarray) -> np.ndarray:
        """(k,) share of the nearest places tried where nothing can stand."""
        if not self.nowhere:
            return np.zeros(len(points))
        tried = np.array([*self.points, *self.nowhere])
        away = ((points[:, None] - tried[None]) ** 2).sum(2)
        nearest = np.argpartition(away, min(NEIGHBOURS, len(tried)) - 1, axis=1)[:, :NEIGHBOURS]
        return np.asarray((nearest >= len(self.points)).mean(1))

    def _guesses(self) -> Known:
        """Of each light the weights of axes and what it is likely to do; and what is likely to be wrong beside."""
        if self._learned_of == len(self.points):
            return self._learned
        read, logs, wrong = np.array(self.points), np.array(self.logs), np.array(self.wrong)
        things, made, lights = self.space.things, [], len(self.space.about.lights)
        for k in range(logs.shape[1]):
            other = (things != k) & (things >= 0) & (things < lights) & (logs.shape[1] == lights)
            weights = np.where(other, OTHERS, 1.0)
            made.append((weights, guessed(read * weights, logs[:, k][:, self.wanted.seen])))
        known = np.isfinite(wrong[:, 0])
        self._learned = made, guessed(read[known], wrong[known], MAY_BE) if known.sum() >= KNOWN else None
        self._learned_of = len(self.points)
        return self._learned
