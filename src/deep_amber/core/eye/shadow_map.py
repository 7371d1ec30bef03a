"""Where the nose's shadow ends on a face, for light from each direction round the head.

Points of the skin about the nose look toward the light; those that meet the nose on the way lie in its shadow. Its end is
the place farthest from the tip, along the way that the shadow runs. The head at rest is traced once for a sitter.
"""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from ..sitter.mesh import LASH, SKIN, SitterMesh
from ..transport.quads import FAR
from ..transport.tracer import Tracer, build_tracer

STEP = 5.0  # degrees between directions that are traced
AZIMUTHS = np.arange(-110.0, 110.1, STEP)
ELEVATIONS = np.arange(-45.0, 75.1, STEP)
GRID = 0.0025  # [m] between points of the skin
ACROSS, OVER, UNDER = 0.075, 0.02, 0.115  # [m] of the skin that is looked at: beside, over and under the eyes
OUT, FACING = 0.0012, 0.06  # [m] off the skin that a ray starts; cosine from which a place faces the light
NOSE_WIDE = (0.010, 0.020)  # [m] half width of a nose at the bridge and at the wings (assumption)
ENDS = 0.0028  # [m] about the farthest place whose mean is the end
BESIDE = 0.007  # [m] to either side of the way that the shadow runs from the tip, within which its end is looked for
BEYOND = 0.009  # [m] past the end where the skin has to be lit, so that an end shows
RUNS = 0.12  # sine of the light off the nose's own axis from which its shadow runs anywhere
LEAST = 2  # places in shadow


@dataclass(frozen=True, eq=False)
class _Skin:
    points: np.ndarray
    normals: np.ndarray
    tracer: Tracer
    tip: np.ndarray
    nose: tuple[float, float]
    """Lower and upper end of the nose, y [m]."""


@lru_cache(maxsize=12)
def _skin(mesh: SitterMesh, grid: float) -> _Skin:
    solid = (mesh.parts[mesh.faces] != LASH).all(1)
    faces = np.ascontiguousarray(mesh.faces[solid])
    tracer = build_tracer(mesh.vertices, faces)
    x, y = np.meshgrid(np.arange(-ACROSS, ACROSS + grid / 2, grid), np.arange(-UNDER, OVER + grid / 2, grid))
    origins = np.ascontiguousarray(np.stack([x.ravel(), y.ravel(), np.full(x.size, 0.3)], 1), np.float32)
    down = np.tile(np.array([[0, 0, -1]], np.float32), (len(origins), 1))
    face, distance, place = tracer.first_hits(origins, down)
    hit = (face >= 0) & (distance < FAR / 2)
    corners = faces[face[hit]]
    u, v = place[hit].T
    weights = np.stack([1 - u - v, u, v], 1)[..., None]
    points = (mesh.vertices[corners] * weights).sum(1)
    normals = (mesh.normals[corners] * weights).sum(1)
    normals /= np.maximum(np.linalg.norm(normals, axis=1), 1e-9)[:, None]
    skin = (mesh.parts[corners] == SKIN).all(1)
    marks = {k: mesh.vertices[mesh.landmarks[k]] for k in ("nose_tip", "subnasale", "nose_bridge")}
    nose = float(marks["subnasale"][1]) - 0.001, float(marks["nose_bridge"][1]) + 0.004
    return _Skin(
        np.ascontiguousarray(points[skin], np.float32), np.ascontiguousarray(normals[skin], np.float32), tracer,
        marks["nose_tip"].astype(float), nose,
    )  # fmt: skip


def _on_nose(skin: _Skin, at: np.ndarray) -> np.ndarray:
    """(n,) bool of (n, 3) places: bridge to wings, as wide as these."""
    y = at[:, 1]
    share = np.clip((skin.nose[1] - y) / (skin.nose[1] - skin.nose[0]), 0.0, 1.0)
    return (
        (np.abs(at[:, 0]) < NOSE_WIDE[0] + (NOSE_WIDE[1] - NOSE_WIDE[0]) * share)
        & (y > skin.nose[0])
        & (y < skin.nose[1])
    )


def _met(skin: _Skin, points: np.ndarray, normals: np.ndarray, way: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """(n,) face of the head that stands before the light, -1 for none, and (n, 3) where the ray meets it."""
    origins = points + normals * np.float32(OUT)
    directions = np.ascontiguousarray(np.tile(way, (len(points), 1)), np.float32)
    face, distance, _ = skin.tracer.first_hits(np.ascontiguousarray(origins), directions)
    return face, origins + directions * distance[:, None]


def end_of_shadow(mesh: SitterMesh, way: np.ndarray, grid: float = GRID) -> np.ndarray:
    """(3,) place in the head's frame [m] for one direction to the light; not finite where no end shows."""
    skin, d = _skin(mesh, grid), np.asarray(way, float)
    runs = np.array([-d[0], -d[1]])
    nothing = np.full(3, np.nan)
    if float(np.linalg.norm(runs)) < RUNS or d[2] < -0.3:
        return nothing
    runs /= np.linalg.norm(runs)
    facing = skin.normals @ d > FACING
    points, normals = skin.points[facing], skin.normals[facing]
    off_line = np.abs((points[:, :2] - skin.tip[:2]) @ np.array([-runs[1], runs[0]]))
    near = off_line < BESIDE + 2 * grid  # what lies farther out is never asked about: most rays are spared
    points, normals = points[near], normals[near]
    face, met = _met(skin, points, normals, d)
    shaded = (face >= 0) & _on_nose(skin, met) & (off_line[near] < BESIDE)
    if shaded.sum() < LEAST:
        return nothing
    along = (points[:, :2] - skin.tip[:2]) @ runs
    far = along[shaded].max()
    end = points[shaded & (along > far - ENDS)].mean(0).astype(float)
    past = end[:2] + runs * BEYOND
    off = ((points[:, :2] - past) ** 2).sum(1)
    nearest = int(off.argmin())
    if off[nearest] > (2 * grid) ** 2 or face[nearest] >= 0:
        return nothing
    return end


@lru_cache(maxsize=12)
def shadow_ends(mesh: SitterMesh) -> np.ndarray:
    """(azimuths, elevations, 3) ends for the directions that are traced."""
    made = np.empty((len(AZIMUTHS), len(ELEVATIONS), 3))
    for i, azimuth in enumerate(np.radians(AZIMUTHS)):
        for j, elevation in enumerate(np.radians(ELEVATIONS)):
            flat = np.cos(elevation)
            made[i, j] = end_of_shadow(
                mesh, np.array([np.sin(azimuth) * flat, np.sin(elevation), np.cos(azimuth) * flat])
            )
    return made


def end_toward(mesh: SitterMesh, direction: np.ndarray) -> np.ndarray:
    """(..., 3) shadow's ends for (..., 3) directions in the head's frame, between those that were traced."""
    d = np.asarray(direction)
    azimuth = np.degrees(np.arctan2(d[..., 0], d[..., 2]))
    elevation = np.degrees(np.arctan2(d[..., 1], np.hypot(d[..., 0], d[..., 2])))
    x, y = (azimuth - AZIMUTHS[0]) / STEP, (elevation - ELEVATIONS[0]) / STEP
    inside = (x >= 0) & (x <= len(AZIMUTHS) - 1) & (y >= 0) & (y <= len(ELEVATIONS) - 1)
    i = np.clip(np.floor(x).astype(int), 0, len(AZIMUTHS) - 2)
    j = np.clip(np.floor(y).astype(int), 0, len(ELEVATIONS) - 2)
    u, v = (x - i)[..., None], (y - j)[..., None]
    ends = shadow_ends(mesh)
    corners = (
        (ends[i, j], (1 - u) * (1 - v)),
        (ends[i + 1, j], u * (1 - v)),
        (ends[i, j + 1], (1 - u) * v),
        (ends[i + 1, j + 1], u * v),
    )
    known = [np.isfinite(k).all(-1)[..., None] * w for k, w in corners]
    share = sum(known)
    made = sum(np.nan_to_num(k) * w for (k, _), w in zip(corners, known, strict=True)) / np.maximum(share, 1e-9)
    return np.where(inside[..., None] & (share > 0.5), made, np.nan)
