"""Between values that were computed at a few places."""

import numpy as np


def cubic_weights(at: np.ndarray, x: float) -> np.ndarray:
    """(n,) weights of values at places `at` (n,) that give the polynomial through them at x.

    Source: J.-L. Lagrange, as in any text on interpolation; four places make the cubic.
    """
    others = [np.delete(at, k) for k in range(len(at))]
    return np.array([np.prod((x - other) / (at[k] - other)) for k, other in enumerate(others)])
