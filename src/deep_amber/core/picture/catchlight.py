"""Catchlights: the emitter mirrored in the eye, solved on the surface rather than hoped for in samples."""

import numpy as np

from ..sitter.kinds import EYE_KIND
from ..transport.hemisphere import RAY_START
from ..transport.sitter_rays import SitterRays
from .seen import Seen

CORNEA_F0 = 0.025  # normal reflectance of the tear film, refractive index 1.376


def mirrored(seen: Seen, rays: SitterRays, emitter: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """Luminance mirrored by the eyes for an emitter at radiance 1.

    Returns
    -------
    rows : (k,) places whose mirror direction meets the emitter unblocked
    luminance : (k,) float32 [cd/m2 per cd/m2]
    """
    rows = np.where(seen.kinds == EYE_KIND)[0]
    points, n, v = (a[rows].astype(float) for a in (seen.points, seen.normals, seen.views))
    cos = (n * v).sum(1)
    mirror = 2 * cos[:, None] * n - v
    toward = mirror @ emitter[9:12]
    with np.errstate(divide="ignore", invalid="ignore"):
        away = ((emitter[:3] - points) @ emitter[9:12]) / toward
    away = np.where(toward < -1e-9, away, -1.0)
    place = points + mirror * away[:, None] - emitter[:3]
    inside = [np.abs(place @ half) <= half @ half for half in (emitter[3:6], emitter[6:9])]
    hit = (away > 0) & inside[0] & inside[1]
    rows, mirror, cos, away = rows[hit], mirror[hit], cos[hit], away[hit]
    origins = seen.points[rows] + np.float32(RAY_START) * seen.normals[rows]
    clear = np.ones(0, bool) if not len(rows) else ~rays.blocked(origins, (mirror * away[:, None]).astype(np.float32))
    fresnel = CORNEA_F0 + (1 - CORNEA_F0) * (1 - np.clip(cos, 0, 1)) ** 5
    return rows[clear], fresnel[clear].astype(np.float32)
