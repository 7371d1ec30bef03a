"""Which parts of a real picture clip: the face, hair, cloth, the backdrop, by the set that it is of."""

import numpy as np

from ..expose.histogram import WHITE, zone_masks
from ..simulation.stages import Stages
from ..srgb import encoded


def clipped_zones(stages: Stages, real: np.ndarray) -> dict[str, float]:
    """Share of each zone's pixels in which a channel is at white; none for a picture of another size than the computed one.

    real : (height, width, 3) linear, white = 1, of the set's framing
    """
    size = stages.quality.size
    if real.shape[:2] != (size.height, size.width):
        return {}
    codes = np.round(encoded(np.clip(real, 0, 1)) * 255).max(2).ravel()
    masks = {name: mask for name, mask in zone_masks(stages).items() if name != "picture"}
    return {str(name): float((codes[mask] >= WHITE).mean()) for name, mask in masks.items()}
