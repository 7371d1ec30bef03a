"""A front in few parts: where each part's light is on the whole, and how much of it that is."""

import numpy as np

from .emitter import HAS_PATTERN, Emitter, front_places
from .sampling import emitter_nodes


def front_samples(emitter: Emitter, grid: tuple[int, int]) -> tuple[np.ndarray, np.ndarray]:
    """Samples that stand for a front.

    An even front is sampled at Gauss-Legendre nodes. One with a pattern is known at the pattern's own nodes alone, and its bright
    place would fall between others: its nodes are put together in parts of about as much light each.

    Parameters
    ----------
    emitter : the front, at radiance 1 times its pattern
    grid : columns and rows of samples, or of parts; radii and turns of a round front

    Returns
    -------
    (n, 3) x, y, -1..1 along the front's half edges, and pattern, and (n,) shares of the front; there are fewer parts where one node has the light of several
    """
    if emitter.row[HAS_PATTERN] == 0:
        places, share = emitter_nodes(*grid)
        return front_places(emitter, places), share
    rows, columns = emitter.pattern.shape
    places, share = emitter_nodes(columns, rows)
    at = front_places(emitter, places)
    light = (at[:, 2] * share).reshape(rows, columns)
    part = np.zeros((rows, columns), int)
    across = _parts(light.sum(0), grid[0])
    for k in range(grid[0]):
        own = across == k
        if own.any():
            part[:, own] = k * grid[1] + _parts(light[:, own].sum(1), grid[1])[:, None]
    weight = light.ravel()
    whole = np.bincount(part.ravel(), weight, grid[0] * grid[1])
    held = whole > 0
    x, y = (np.bincount(part.ravel(), weight * at[:, k], len(whole))[held] / whole[held] for k in (0, 1))
    return np.stack([x, y, np.ones(len(x))], 1), whole[held]


def _parts(light: np.ndarray, many: int) -> np.ndarray:
    """(n,) to which of so many parts of about the same light each of a row (n,) belongs."""
    total = max(float(light.sum()), 1e-30)
    middle = (np.cumsum(light) - light / 2) / total
    return np.minimum((middle * many).astype(int), many - 1)
