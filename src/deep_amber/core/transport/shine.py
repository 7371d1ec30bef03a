"""Shine of one emitter: a rough microfacet lobe on skin and cloth, a tangent highlight on hair.

Sources: Walter et al., EGSR 2007 (GGX); Schlick 1994 (Fresnel); Kajiya and Kay 1989 (hair).
"""

import math

import numba as nb
import numpy as np

from ..sitter.kinds import HAIR_KIND
from .emitter import AREA, Emitter, front_places, place_weight
from .sampling import emitter_nodes
from .workers import in_chunks


@nb.njit(inline="always", error_model="numpy")
def _lobe(nl, lx, ly, lz, vx, vy, vz, nx, ny, nz, roughness, f0):
    hx, hy, hz = lx + vx, ly + vy, lz + vz
    inverse = 1 / max(math.sqrt(hx * hx + hy * hy + hz * hz), 1e-9)
    nh = max((hx * nx + hy * ny + hz * nz) * inverse, 0.0)
    vh = max((hx * vx + hy * vy + hz * vz) * inverse, 0.0)
    nv = max(nx * vx + ny * vy + nz * vz, 0.05)
    a2 = (roughness * roughness) * (roughness * roughness)
    spread = a2 / math.pi / (nh * nh * (a2 - 1) + 1) ** 2
    k = roughness * roughness / 2
    hiding = 0.25 / ((nv * (1 - k) + k) * (nl * (1 - k) + k))
    fresnel = f0 + (1 - f0) * (1 - vh) * (1 - vh) * (1 - vh) * (1 - vh) * (1 - vh)
    return min(spread * hiding * fresnel, 10.0)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _lit(
    points, normals, views, tangents, kinds, at, roughness, f0, emitter, place, share, diffuse, shine, start, stop
):
    for j in range(start, stop):
        i = at[j]
        px, py, pz = points[i, 0], points[i, 1], points[i, 2]
        nx, ny, nz = normals[i, 0], normals[i, 1], normals[i, 2]
        vx, vy, vz = views[i, 0], views[i, 1], views[i, 2]
        kind = kinds[i]
        d, s = 0.0, 0.0
        for k in range(len(place)):
            w, dx, dy, dz = place_weight(emitter, px, py, pz, nx, ny, nz, 0, place[k, 0], place[k, 1], place[k, 2])
            w *= share[k]
            if w <= 0:
                continue
            inverse = 1 / math.sqrt(dx * dx + dy * dy + dz * dz)
            lx, ly, lz = dx * inverse, dy * inverse, dz * inverse
            if kind == HAIR_KIND:
                tx, ty, tz = tangents[i, 0], tangents[i, 1], tangents[i, 2]
                tl = tx * lx + ty * ly + tz * lz
                w *= 0.35 + 0.65 * math.sqrt(max(1 - tl * tl, 0.0))
                hx, hy, hz = lx + vx, ly + vy, lz + vz
                th = (tx * hx + ty * hy + tz * hz) / max(math.sqrt(hx * hx + hy * hy + hz * hz), 1e-9)
                s += w * 0.15 / math.pi * math.sqrt(max(1 - th * th, 0.0)) ** 50
            elif f0[kind] > 0:
                nl = lx * nx + ly * ny + lz * nz
                s += w * _lobe(nl, lx, ly, lz, vx, vy, vz, nx, ny, nz, roughness[kind], f0[kind])
            d += w
        diffuse[i] = d * emitter.row[AREA]
        shine[i] = s * emitter.row[AREA]


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
    places, share = emitter_nodes(*grid)
    place = front_places(emitter, places)
    in_chunks(
        lambda a, b: _lit(points, normals, views, tangents, kinds, at, roughness, f0, emitter, place, share,
                          diffuse, shine, a, b),
        len(at), 2048,
    )  # fmt: skip
