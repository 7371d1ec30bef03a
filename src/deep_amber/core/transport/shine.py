"""Shine of one emitter: a rough microfacet lobe on skin and cloth, a tangent highlight on hair.

Sources: Walter et al., EGSR 2007 (GGX); Schlick 1994 (Fresnel); Kajiya and Kay 1989 (hair).
"""

from functools import partial

import numba as nb
import numpy as np

from ..sitter.kinds import HAIR_KIND
from .emitter import AREA, Emitter
from .parts import front_samples
from .weights import BLOCK, FLAT, weigh
from .workers import in_chunks

_0, _1, _HALF, _TINY = np.float32(0), np.float32(1), np.float32(0.5), np.float32(1e-12)
_PI, _QUARTER = np.float32(np.pi), np.float32(0.25)
_GRAZING, _BRIGHTEST = np.float32(0.05), np.float32(10)  # least cosine of the view; most of the lobe
_HAIR_SHINE, _HAIR_DARK = np.float32(0.15), np.float32(0.35)  # of the highlight; least diffuse share along the strand
# Places in a block's surfaces: point 0-2, normal 3-5, view 6-8, roughness 9 and f0 10, or on hair the tangent 9-11.
VIEW, ROUGH, F0, TANGENT, SURFACE = 6, 9, 10, 9, 12


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _skin(at, made, n, diffuse, shine):
    """Adds a place's light, and its share thrown to the lens by the lobe of Walter with Schlick's Fresnel."""
    for j in range(n):
        vx, vy, vz, nx, ny, nz = at[6, j], at[7, j], at[8, j], at[3, j], at[4, j], at[5, j]
        dx, dy, dz = made[1, j], made[2, j], made[3, j]
        inverse = _1 / np.sqrt(dx * dx + dy * dy + dz * dz + _TINY)
        lx, ly, lz = dx * inverse, dy * inverse, dz * inverse
        hx, hy, hz = lx + vx, ly + vy, lz + vz
        inverse = _1 / np.sqrt(hx * hx + hy * hy + hz * hz + _TINY)
        nl, nv = max(lx * nx + ly * ny + lz * nz, _0), max(nx * vx + ny * vy + nz * vz, _GRAZING)
        nh, vh = max((hx * nx + hy * ny + hz * nz) * inverse, _0), max((hx * vx + hy * vy + hz * vz) * inverse, _0)
        rough, f0 = at[ROUGH, j], at[F0, j]
        a2, k, left = rough * rough * rough * rough, rough * rough * _HALF, _1 - vh
        spread = nh * nh * (a2 - _1) + _1
        fresnel = f0 + (_1 - f0) * left * left * left * left * left
        lobe = a2 * _QUARTER * fresnel / (_PI * spread * spread * (nl * (_1 - k) + k) * (nv * (_1 - k) + k))
        diffuse[j] += made[0, j]
        shine[j] += made[0, j] * (min(lobe, _BRIGHTEST) if f0 > _0 else _0)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _hair(at, made, n, diffuse, shine):
    """Adds a place's light on strands, and their highlight."""
    for j in range(n):
        tx, ty, tz = at[9, j], at[10, j], at[11, j]
        dx, dy, dz = made[1, j], made[2, j], made[3, j]
        inverse = _1 / np.sqrt(dx * dx + dy * dy + dz * dz + _TINY)
        lx, ly, lz = dx * inverse, dy * inverse, dz * inverse
        tl = tx * lx + ty * ly + tz * lz
        light = made[0, j] * (_HAIR_DARK + (_1 - _HAIR_DARK) * np.sqrt(max(_1 - tl * tl, _0)))
        hx, hy, hz = lx + at[6, j], ly + at[7, j], lz + at[8, j]
        th = (tx * hx + ty * hy + tz * hz) / np.sqrt(hx * hx + hy * hy + hz * hz + _TINY)
        sin2 = max(_1 - th * th, _0)
        p8 = sin2 * sin2 * sin2 * sin2 * sin2 * sin2 * sin2 * sin2
        diffuse[j] += light
        shine[j] += light * _HAIR_SHINE / _PI * p8 * p8 * p8 * sin2  # sine to the power of 50


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _load(rows, points, normals, views, tangents, kinds, roughness, f0, on_hair, at):
    for j in range(len(rows)):
        i = rows[j]
        for k in range(3):
            at[k, j], at[3 + k, j], at[VIEW + k, j] = points[i, k], normals[i, k], views[i, k]
        if on_hair:
            for k in range(3):
                at[TANGENT + k, j] = tangents[i, k]
        else:
            at[ROUGH, j], at[F0, j] = roughness[kinds[i]], f0[kinds[i]]


@nb.njit(nogil=True, error_model="numpy", cache=True)
def _lit(points, normals, views, tangents, kinds, rows, on_hair, roughness, f0, emitter, place, share, diffuse, shine,
         start, stop):  # fmt: skip
    at, fronts = np.empty((SURFACE, BLOCK), np.float32), np.empty((3, BLOCK), np.float32)
    made, d, s = np.empty((5, BLOCK), np.float32), np.empty(BLOCK, np.float32), np.empty(BLOCK, np.float32)
    for first in range(start, stop, BLOCK):
        block = rows[first : min(first + BLOCK, stop)]
        n = len(block)
        _load(block, points, normals, views, tangents, kinds, roughness, f0, on_hair, at)
        d[:], s[:] = 0, 0
        for k in range(len(place)):
            fronts[0, :], fronts[1, :] = place[k, 0], place[k, 1]
            fronts[2, :] = place[k, 2] * share[k] * emitter.row[AREA]
            weigh(emitter, FLAT, at, fronts, n, made)
            if on_hair:
                _hair(at, made, n, d, s)
            else:
                _skin(at, made, n, d, s)
        for j in range(n):
            diffuse[block[j]], shine[block[j]] = d[j], s[j]


def lit_surfaces(
    points: np.ndarray, normals: np.ndarray, views: np.ndarray, tangents: np.ndarray, kinds: np.ndarray,
    at: np.ndarray, roughness: np.ndarray, f0: np.ndarray, emitter: Emitter, grid: tuple[int, int],
    diffuse: np.ndarray, shine: np.ndarray,
) -> None:  # fmt: skip
    """Unshadowed illuminance and shine of the sitter's surfaces by an emitter at radiance 1, in place.

    Parameters
    ----------
    points, normals, views, tangents : (n, 3); views point to the lens
    kinds : (n,) uint8 index into roughness and f0 (a code a kind of surface)
    at : (k,) rows to compute
    grid : columns and rows of samples on the emitter
    diffuse : (n,) illuminance [lx per cd/m2] and shine : (n,) luminance [cd/m2 per cd/m2], written at those rows
    """
    place, share = front_samples(emitter, grid)
    hair = kinds[at] == HAIR_KIND
    for on_hair, rows in ((False, at[~hair]), (True, at[hair])):
        work = partial(_lit, points, normals, views, tangents, kinds, rows, on_hair, roughness, f0, emitter, place, share,
                       diffuse, shine)  # fmt: skip
        in_chunks(work, len(rows), 8 * BLOCK)
