"""Outlines: pixels whose neighbours show another surface get more places, so that they do not stair-step."""

import numpy as np

from ..sitter.kinds import EYE_KIND, HAIR_KIND, LASH_KIND
from .lens_rays import Size
from .seen import Seen

DEPTH_STEP = 0.006  # [m] between neighbours off the surface's own slope
# Rotated grids: places of the added samples within a pixel.
_FOUR = np.array([(0.125, 0.625), (0.375, 0.125), (0.625, 0.875), (0.875, 0.375)])
_SIXTEEN = np.stack(
    [(np.arange(16) + 0.5) / 16, (np.array([0, 8, 4, 12, 2, 10, 6, 14, 1, 9, 5, 13, 3, 11, 7, 15]) + 0.5) / 16], 1
)


def outline_pixels(seen: Seen, size: Size) -> tuple[np.ndarray, np.ndarray]:
    """Pixels on an outline, and pixels of the eyes (whose catchlights are small): index arrays."""
    kinds = seen.kinds.reshape(size.height, size.width)
    depth = seen.distance.reshape(size.height, size.width)
    mark = np.zeros(kinds.shape, bool)
    for axis in (0, 1):
        other = np.diff(kinds.astype(np.int16), axis=axis) != 0
        second = np.abs(np.diff(depth, n=2, axis=axis)) > DEPTH_STEP
        before = (slice(None, -1), slice(None)) if axis == 0 else (slice(None), slice(None, -1))
        after = (slice(1, None), slice(None)) if axis == 0 else (slice(None), slice(1, None))
        inner = (slice(1, -1), slice(None)) if axis == 0 else (slice(None), slice(1, -1))
        mark[before] |= other
        mark[after] |= other
        mark[inner] |= second
    mark |= (kinds == LASH_KIND) | (kinds == HAIR_KIND)
    eyes = kinds == EYE_KIND
    for axis in (0, 1):  # one pixel round the eyes too: lid and lash edges
        eyes = eyes | np.roll(eyes, 1, axis) | np.roll(eyes, -1, axis)
    return np.where(mark.ravel() & ~eyes.ravel())[0], np.where(eyes.ravel())[0]


def outline_places(pixels: np.ndarray, eyes: np.ndarray, size: Size) -> tuple[np.ndarray, np.ndarray]:
    """Picture places (n, 2) in 0..1 of the added samples, and the pixel (n,) each belongs to."""
    places, owner = [], []
    for group, pattern in ((pixels, _FOUR), (eyes, _SIXTEEN)):
        corner = np.stack([group % size.width, group // size.width], 1)
        places.append((corner[:, None] + pattern[None]).reshape(-1, 2))
        owner.append(np.repeat(group, len(pattern)))
    return np.concatenate(places) / [size.width, size.height], np.concatenate(owner)
