"""Radiosity: B = rho (E + F B) between all patches.

Source: C. Goral et al., Modeling the interaction of light between diffuse surfaces, SIGGRAPH 1984.
Form factors are the share of a patch's own cosine rays that end on another; they are not symmetrised,
as that would break the sum of a row (measured in a closed cavity: .89 stop off, 0.0000 without).
"""

import numba as nb
import numpy as np

from .patches import Patches
from .workers import in_chunks

FINE, QUICK = 1e-4, 3e-3  # relative change at which the bounces stop
MOST_BOUNCES = 400


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _count(seen, points_a_patch, out, start, stop):
    weight = np.float32(1.0 / (points_a_patch * seen.shape[1]))
    for p in range(start, stop):
        for j in range(out.shape[1]):
            out[p, j] = 0
        for i in range(p * points_a_patch, (p + 1) * points_a_patch):
            for s in range(seen.shape[1]):
                k = seen[i, s]
                if k >= 0:
                    out[p, k] += weight


def form_factors(seen: np.ndarray, count: int) -> np.ndarray:
    """(count, count) float32 from the (count * k, rays) patches that the rays of each patch's k points end on."""
    out = np.empty((count, count), np.float32)
    in_chunks(lambda a, b: _count(seen, len(seen) // count, out, a, b), count, 128)
    return out


def thrown_on(patches: Patches, illuminance: np.ndarray) -> np.ndarray:
    """(n, 3) what patches reflect, and let through from their other face, of an illuminance (n, 3)."""
    thrown = patches.reflectance * illuminance
    if patches.passes.any():
        thrown += patches.passes[:, None] * illuminance[patches.opposite]
    return thrown


def radiosity(factors: np.ndarray, patches: Patches, first: np.ndarray, precision: float = FINE) -> np.ndarray:
    """Total radiosity of every patch.

    Parameters
    ----------
    factors : (n, n) form factors; patches : their reflectance and what they let through
    first : (n, 3) radiosity of the first bounce, see `thrown_on` [lm/m2]
    precision : relative change of the brightest patch at which the bounces end

    Returns
    -------
    (n, 3) float32 [lm/m2]; B / pi is the luminance
    """
    total = first = first.astype(np.float32)
    arrived = np.empty_like(first)

    def arriving(start: int, stop: int) -> None:
        np.matmul(factors[start:stop], total, out=arrived[start:stop])

    for _ in range(MOST_BOUNCES):
        in_chunks(arriving, len(factors), 300)
        following = first + thrown_on(patches, arrived)
        change = float(np.abs(following - total).max())
        total = following
        if change <= precision * max(float(total.max()), 1e-30):
            break
    return total
