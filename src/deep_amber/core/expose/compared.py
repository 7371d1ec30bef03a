"""A file that a camera took against the picture that was computed: stops between them, place by place."""

from dataclasses import dataclass

import numpy as np

from ..exposure.response import MID_GREY
from ..srgb import LUMINANCE
from .histogram import LINEAR, Zone

DARKEST, LIGHTEST = 12, 250  # 8-bit values between which a difference tells something
ENOUGH = 60  # pixels


@dataclass(frozen=True)
class Between:
    """How much lighter a file is than the picture."""

    stops: float
    """Median over the picture."""
    zones: dict[str, float]
    """Median over each zone that is seen in both."""
    told: float
    """Share of the places that tell something: the rest is black or white in one of them."""


def luminance_of(picture: np.ndarray) -> np.ndarray:
    """(height, width) linear luminance of (height, width, 3) uint8, white = 1."""
    return LINEAR[picture] @ LUMINANCE.astype(np.float32)


def stops_between(real: np.ndarray, computed: np.ndarray, zones: dict[Zone, np.ndarray]) -> Between:
    """Of two upright pictures of one size.

    Parameters
    ----------
    real, computed : (height, width, 3) uint8
    zones : (n,) bool a pixel, row by row, as `histogram.zone_masks` gives them
    """
    usable = np.ones(real.shape[:2], bool)
    for picture in (real, computed):
        usable &= (picture.min(2) >= DARKEST) & (picture.max(2) <= LIGHTEST)
    off = np.log2(np.maximum(luminance_of(real), 1e-5) / np.maximum(luminance_of(computed), 1e-5)).ravel()
    kept = usable.ravel()
    found = {
        str(name): float(np.median(off[kept & mask])) for name, mask in zones.items() if (kept & mask).sum() >= ENOUGH
    }
    whole = float(np.median(off[kept])) if kept.sum() >= ENOUGH else float("nan")
    return Between(whole, found, float(kept.mean()))


def mean_stops(picture: np.ndarray) -> float:
    """Mean luminance of a file [stops from mid grey]."""
    return float(np.log2(max(float(luminance_of(picture).mean()), 1e-6) / MID_GREY))
