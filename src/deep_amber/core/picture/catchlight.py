"""Catchlights: the emitter mirrored in the eye, solved on the surface rather than hoped for in samples."""

import numba as nb
import numpy as np

from ..transport.emitter import HAS_GATE, Emitter, luminance_toward
from ..transport.hemisphere import RAY_START
from ..transport.sitter_rays import SitterRays
from .seen import Seen

CORNEA_F0 = 0.025  # normal reflectance of the tear film, refractive index 1.376


def luminances(emitter: Emitter, x: np.ndarray, y: np.ndarray, ways: np.ndarray) -> np.ndarray:
    """(n,) luminance at places x, y of a front, -1..1, toward the ends of unit ways (n, 3) to them."""
    out = np.zeros(len(x))
    across, up, toward = (np.ascontiguousarray(k, np.float64) for k in (x, y, ways))
    _luminances(emitter, across, up, toward, out)
    return out


@nb.njit(error_model="numpy", cache=True)
def _luminances(emitter, x, y, ways, out):
    for i in range(len(x)):
        if abs(x[i]) <= 1 and abs(y[i]) <= 1:
            out[i] = luminance_toward(emitter, x[i], y[i], ways[i, 0], ways[i, 1], ways[i, 2])


def mirrored(seen: Seen, rays: SitterRays, emitter: Emitter) -> tuple[np.ndarray, np.ndarray]:
    """Luminance mirrored by the eyes for an emitter at radiance 1.

    Returns
    -------
    rows : (k,) places whose mirror direction meets the emitter unblocked
    luminance : (k,) float32 [cd/m2 per cd/m2]
    """
    rows = seen.on_eyes
    points, n, v = (a[rows].astype(float) for a in (seen.points, seen.normals, seen.views))
    cos = (n * v).sum(1)
    mirror = 2 * cos[:, None] * n - v
    row = emitter.row
    toward = mirror @ row[9:12]
    with np.errstate(divide="ignore", invalid="ignore"):
        away = ((row[:3] - points) @ row[9:12]) / toward
    away = np.where(np.abs(toward) > 1e-9, away, -1.0)
    place = points + mirror * away[:, None] - row[:3]
    x, y = (place @ half / (half @ half) for half in (row[3:6], row[6:9]))
    hit = (away > 0) & (np.abs(x) <= 1) & (np.abs(y) <= 1) & (row[HAS_GATE] == 0)
    bright = luminances(emitter, x, y, mirror)
    hit &= bright > 0
    rows, mirror, cos, away, bright = rows[hit], mirror[hit], cos[hit], away[hit], bright[hit]
    origins = seen.points[rows] + np.float32(RAY_START) * seen.normals[rows]
    clear = np.ones(0, bool) if not len(rows) else ~rays.blocked(origins, (mirror * away[:, None]).astype(np.float32))
    fresnel = CORNEA_F0 + (1 - CORNEA_F0) * (1 - np.clip(cos, 0, 1)) ** 5
    return rows[clear], (fresnel * bright)[clear].astype(np.float32)
