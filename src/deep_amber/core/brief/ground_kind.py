"""How the backdrop's tone is spread: even, a gradient, a spot, or against the face (checkered)."""

from typing import Any

import numpy as np

from ..model.look import GroundKind

SPREAD = 1.0  # stops from one side to the other from which a backdrop is seen to fall off (assumption)
SPOT = 0.7  # stops of the middle over both sides from which it is seen as a spot (assumption)


def ground_spread(kind: GroundKind, stops: dict[str, Any], lit_left: Any) -> Any:
    """Stops that are missing until the backdrop is spread as asked for; 0 when it is. An even one is asked for by its bands.

    Parameters
    ----------
    stops : of backdrop_left, backdrop_middle, backdrop_right, numbers or (k,) each
    lit_left : whether the cheek at the picture's left is the lit one, a bool or (k,)
    """
    left, middle, right = (np.asarray(stops[f"backdrop_{k}"]) for k in ("left", "middle", "right"))
    if kind == "gradient":
        return np.maximum(SPREAD - np.abs(left - right), 0.0)
    if kind == "spot":
        return np.maximum(SPOT - middle + (left + right) / 2, 0.0)
    if kind == "checkered":
        return np.maximum(SPREAD - np.where(lit_left, right - left, left - right), 0.0)
    return np.zeros_like(left)
