"""Beams: relative intensity over the angle off the axis, as tables the transport reads.

A table has a row for each turn about the axis (one row when it is the same all round) and a column for each
step of sin(angle / 2) from 0 to 1. Intensities include the cosine of a flat front.
"""

import math
from functools import lru_cache

import numpy as np

from .photometry import Photometry

STEPS = 513
TURNS = 128
_HALF_SINE = np.linspace(0, 1, STEPS)
ANGLES = 2 * np.arcsin(_HALF_SINE)  # [rad]
_TURN = np.arange(TURNS) / TURNS * 2 * math.pi


def lambert(power: float = 1.0) -> np.ndarray:
    """cos^power in front, nothing behind."""
    return np.maximum(np.cos(ANGLES), 0.0)[None] ** power


def bell(beam_angle: float) -> np.ndarray:
    """A beam that falls to half at beam_angle / 2 [degrees] as a Gaussian does, and ends at 90 degrees."""
    half = math.radians(beam_angle) / 2
    return np.where(np.less(ANGLES, math.pi / 2), 2.0 ** -((ANGLES / half) ** 2), 0.0)[None]


@lru_cache(maxsize=64)
def zoom_beam(zoom: float, upright: bool) -> np.ndarray:
    """The beam of a zoom head: at half along the edges of the 36 x 24 mm frame that the zoom position covers."""
    sin, cos = np.sin(ANGLES)[None], np.maximum(np.cos(ANGLES)[None], 1e-6)
    wide, high = (
        np.abs(np.arctan2(sin * np.cos(_TURN)[:, None], cos)),
        np.abs(np.arctan2(sin * np.sin(_TURN)[:, None], cos)),
    )
    across, along = (12.0, 18.0) if upright else (18.0, 12.0)
    shape = 2.0 ** -((wide / math.atan(across / zoom)) ** 2 + (high / math.atan(along / zoom)) ** 2)
    return np.where(ANGLES[None] < math.radians(85), shape, 0.0)


def all_round(free: float, shut: float) -> np.ndarray:
    """Even up to `free` degrees off the axis, falling to nothing at `shut` behind its own base or body."""
    t = np.clip((np.degrees(ANGLES) - free) / (shut - free), 0, 1)
    return (1 - t * t * (3 - 2 * t))[None]


def tube_beam() -> np.ndarray:
    """A line along the front's width: the sine of the angle to it, the batten behind it in the dark."""
    along = np.sin(ANGLES)[None] * np.cos(_TURN)[:, None]
    return np.sqrt(np.maximum(1 - along**2, 0)) * all_round(100, 140)


@lru_cache(maxsize=64)
def cap_beam(half_angle: float, back: float) -> np.ndarray:
    """A diffusing spherical cap of that half angle [degrees] bulging forward, `back` of its light thrown behind.

    Each side's intensity is the area of the cap that is seen from a direction.
    """
    rim = math.cos(math.radians(half_angle))
    z = np.linspace(rim, 1, 41)[:-1] + (1 - rim) / 80
    turn = (np.arange(72) + 0.5) / 72 * 2 * math.pi
    normals = np.stack([np.outer(np.sqrt(1 - z * z), np.cos(turn)).ravel(), np.repeat(z, 72)], 1)
    seen = np.maximum(np.outer(np.sin(ANGLES), normals[:, 0]) + np.outer(np.cos(ANGLES), normals[:, 1]), 0).mean(1)
    front = np.where(np.less(ANGLES, math.pi / 2), seen, 0)[None]  # beyond the rim's plane the canopy hides itself
    behind = np.interp(math.pi - ANGLES, ANGLES, front[0])[None]
    return (1 - back) * front / solid_angle(front) + back * behind / solid_angle(behind)


def tube_cut(half_power: float) -> np.ndarray:
    """What round tubes side by side let through: half at that full angle [degrees].

    The overlap of a tube's two open ends: (2 / pi)(acos x - x sqrt(1 - x^2)), x = tan(angle) / tan(widest);
    exact for parallel light through black tubes. It is at half where x = .404.
    """
    widest = math.tan(math.radians(half_power) / 2) / 0.4040
    x = np.where(np.less(ANGLES, math.pi / 2 - 1e-6), np.tan(np.minimum(ANGLES, 1.57)) / widest, 2.0)
    x = np.minimum(x, 1.0)
    return (2 / math.pi * (np.arccos(x) - x * np.sqrt(1 - x * x)))[None]


def rim_cut(recess: float, size: float) -> np.ndarray:
    """What the rim of a recessed front leaves: the share of the front's middle width that is seen over it."""
    return np.clip(1 - recess / size * np.tan(np.minimum(ANGLES, 1.55)), 0, 1)[None]


def glowing(front: np.ndarray, share: float) -> np.ndarray:
    """A front's beam with that share of the light sent through side walls instead, sin-shaped all round."""
    walls = np.sin(ANGLES)[None]
    return (1 - share) * front / solid_angle(front) + share * walls / solid_angle(walls)


def measured(photometry: Photometry) -> np.ndarray:
    """The beam of a photometric file [cd]."""
    angles, turns = np.degrees(ANGLES), np.array(photometry.turns)
    rows = np.array([np.interp(angles, photometry.angles, row, right=0.0) for row in photometry.candela])
    if len(turns) == 1:
        return rows[:1]
    wanted = np.degrees(_TURN)
    columns = [np.interp(wanted, turns, rows[:, k], period=360.0) for k in range(STEPS)]
    return np.stack(columns, 1)


def solid_angle(beam: np.ndarray) -> float:
    """Integral of the relative intensity over all directions [sr].

    With s = sin(angle / 2) the solid angle element is 4 s ds dturn.
    """
    return float(2 * math.pi * np.trapezoid(beam.mean(0) * 4 * _HALF_SINE, _HALF_SINE))


def half_power_angle(beam: np.ndarray) -> float:
    """Angle off the axis at which the narrowest turn of the beam falls under half of its axis [rad]."""
    under = [ANGLES[np.argmax(row < row[0] / 2)] if (row < row[0] / 2).any() else math.pi for row in beam]
    return float(min(under))
