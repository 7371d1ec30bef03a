"""What is likely at points that were not read, from those that were: Gaussian process regression.

Rasmussen and Williams, Gaussian Processes for Machine Learning (2006), algorithm 2.1 and section 5.4.1.
"""

from dataclasses import dataclass

import numpy as np
from scipy.linalg import cho_factor, cho_solve

LENGTHS = (1.0, 1.6, 2.5, 4.0)  # over which values belong together, of which the likeliest is taken
NOISE, LINEAR, LEVEL = 0.01, 0.1, 4.0  # variances: of a reading, of a slope, of the level
JITTER = 1e-3  # variance that is added, so that points side by side can be drawn
LEAST = 0.05  # spread of values under which they are taken as alike


def _alike(a: np.ndarray, b: np.ndarray, length: float) -> np.ndarray:
    """(n, m) covariance of points: Matern 5/2, a slope and a level."""
    dot = a @ b.T
    squared = (a * a).sum(1)[:, None] + (b * b).sum(1)[None] - 2 * dot
    off = np.sqrt(np.maximum(squared, 0.0)) * (np.sqrt(5) / length)
    return np.asarray((1 + off + off * off / 3) * np.exp(-off) + LINEAR * dot + LEVEL)


@dataclass(frozen=True, eq=False)
class _Same:
    """Values that belong together over one length."""

    columns: np.ndarray
    length: float
    lower: np.ndarray
    weights: np.ndarray
    wide: np.ndarray


@dataclass(frozen=True, eq=False)
class Guess:
    """Values between points that were read."""

    at: np.ndarray
    middle: np.ndarray
    spread: np.ndarray
    parts: tuple[_Same, ...]

    def of(self, at: np.ndarray, dice: np.random.Generator | None = None) -> np.ndarray:
        """(k, m) the likeliest values at points (k, d); with dice, values that may be, drawn together."""
        made = np.zeros((len(at), len(self.middle)))
        for part in self.parts:
            k = _alike(at, self.at, part.length)
            made[:, part.columns] = k @ part.weights
            if dice is not None:
                left = _alike(at, at, part.length) - k @ cho_solve((part.lower, True), k.T)
                lower = np.linalg.cholesky(left + JITTER * np.eye(len(at)))
                made[:, part.columns] += lower @ dice.normal(size=(len(at), len(part.columns))) * part.wide
        return made * self.spread + self.middle


def guessed(at: np.ndarray, values: np.ndarray, least: float = LEAST) -> Guess:
    """From points (n, d) and what was read there (n, m); least : spread that values may have, however alike those read are."""
    many = len(values)
    middle, spread = values.mean(0), np.maximum(values.std(0), least)
    y = (values - middle) / spread
    tried, likely = [], []
    for length in LENGTHS:
        lower, _ = cho_factor(_alike(at, at, length) + NOISE * np.eye(many), lower=True)
        weights = cho_solve((lower, True), y)
        wide = np.maximum((y * weights).sum(0) / many, 1.0 if least > LEAST else 1e-6)
        tried.append((lower, weights, np.sqrt(wide)))
        likely.append(-0.5 * many * np.log(wide) - np.log(np.diag(lower)).sum())
    best, parts = np.argmax(likely, axis=0), []
    for n in np.unique(best):
        columns = np.flatnonzero(best == n)
        lower, weights, wide = tried[n]
        parts.append(_Same(columns, LENGTHS[n], lower, weights[:, columns], wide[columns]))
    return Guess(at, middle, spread, tuple(parts))
