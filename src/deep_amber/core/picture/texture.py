"""What a backdrop's material does to its tone from place to place: blotches, creases, slats, bricks."""

import numba as nb
import numpy as np

from ..model.backdrop import Backdrop
from ..transport.workers import in_chunks

CREASE_WIDTHS = {"soft folds": 0.10, "fold lines": 0.012, "crumpled": 0.03}
"""Width of a crease [m] (assumptions: hanging folds, ironed-in fold lines, a crumpled cloth)."""
CREASE_DEPTHS = {"soft folds": 0.35, "fold lines": 0.35, "crumpled": 0.45}
"""How far a crease goes under and over the tone about it [stops] (assumptions)."""
FOLD_SPACING = 0.42  # [m] between the fold lines of a sheet
SLAT, SLAT_GAP, SLAT_DEPTH = 0.025, 0.18, 0.8  # of a blind [m], [share], [stops]
OCTAVES = 3


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _hash(i: int, j: int) -> float:
    h = (i * 374761393 + j * 668265263) & 0xFFFFFFFF
    h = ((h ^ (h >> 13)) * 1274126177) & 0xFFFFFFFF
    return ((h ^ (h >> 16)) & 0xFFFF) / 32767.5 - 1.0


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _noise(x: float, y: float) -> float:
    """Smooth noise from -1 to 1 with cells of side 1."""
    i, j = int(np.floor(x)), int(np.floor(y))
    u, v = x - i, y - j
    u, v = u * u * (3 - 2 * u), v * v * (3 - 2 * v)
    a, b, c, d = _hash(i, j), _hash(i + 1, j), _hash(i, j + 1), _hash(i + 1, j + 1)
    return (a * (1 - u) + b * u) * (1 - v) + (c * (1 - u) + d * u) * v


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _height(x: float, y: float, width: float) -> float:
    """Of a crumpled cloth: ridges of three sizes, wandering."""
    a = x + 2 * width * _noise(x / (6 * width), y / (6 * width) + 9)
    b = y + 2 * width * _noise(x / (6 * width) + 23, y / (6 * width))
    total, size, share = 0.0, 7.0, 1.0
    for octave in range(OCTAVES):
        total -= share * abs(_noise(a / (size * width) + 13 * octave, b / (size * width) + 7 * octave))
        size, share = size * 0.45, share * 0.6
    return total


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _stops(places, variation, grain, crease, width, depth, blind, out, start, stop):
    for k in range(start, stop):
        x, y = places[k, 0], places[k, 1]
        total, scale, share = 0.0, 1.0 / grain, 1.0
        for octave in range(OCTAVES):
            total += share * _noise(x * scale + 17 * octave, y * scale + 31 * octave)
            scale, share = scale * 2.1, share * 0.5
        value = variation * 0.5 * total / 1.2
        if crease == 1:  # hanging folds: level across, wandering a little on their way down
            value += (
                depth
                * np.sin(2 * np.pi * (x + 0.04 * _noise(x * 2, y * 0.7)) / (2 * width))
                * (0.6 + 0.4 * _noise(x * 3, 5.0))
            )
        elif crease == 2:  # fold lines on a lattice: one side of the crease is lighter, the other darker
            for at in (x, y):
                off = at - FOLD_SPACING * np.floor(at / FOLD_SPACING + 0.5)
                t = off / width
                value += depth * 1.6 * t * np.exp(-t * t)
        elif crease == 3:  # crumpled: slopes of a ridged height, light and dark by the way they face
            value += depth * (_height(x + 0.3 * width, y + 0.2 * width, width) - _height(x, y, width)) * 2.6
        if blind:
            at = y / SLAT - np.floor(y / SLAT)
            value += -SLAT_DEPTH if at < SLAT_GAP else 0.25 * SLAT_DEPTH * (at - 0.6)
        out[k] = value


def has_texture(backdrop: Backdrop) -> bool:
    """Whether its tone differs from place to place."""
    return backdrop.variation > 0 or backdrop.creases != "none" or backdrop.kind == "blind"


def texture_stops(backdrop: Backdrop, places: np.ndarray) -> np.ndarray:
    """Tone of the material over its mean at each place.

    Parameters
    ----------
    backdrop : its variation is from darkest to lightest blotch, its grain the blotches' size
    places : (n, 2) along its width from its middle and up from its lower edge [m]

    Returns
    -------
    (n,) [stops]; the same for the same backdrop, however it is looked at.
    """
    out = np.empty(len(places))
    kinds = ("none", "soft folds", "fold lines", "crumpled")
    width, depth = CREASE_WIDTHS.get(backdrop.creases, 1.0), CREASE_DEPTHS.get(backdrop.creases, 0.0)
    plain = np.ascontiguousarray(places, float)
    in_chunks(
        lambda a, b: _stops(
            plain,
            backdrop.variation,
            backdrop.grain,
            kinds.index(backdrop.creases),
            width,
            depth,
            backdrop.kind == "blind",
            out,
            a,
            b,
        ),
        len(places),
        16384,
    )
    return out
