"""What light from each direction does on a face at rest: worked out once for a sitter, by tracing.

Lights stand on a sphere about the head, evenly spread (a Fibonacci lattice: R. Swinbank, R. Purser, 2006, Quarterly
Journal of the Royal Meteorological Society 132). Broad fronts are means over a disc of it.
"""

import math
from dataclasses import dataclass
from functools import cache, lru_cache

import numpy as np
from scipy.sparse import csr_array
from scipy.spatial import cKDTree

from ..sitter.mesh import LASH, SKIN, SitterMesh
from ..srgb import LUMINANCE
from ..transport.tracer import build_tracer

AWAY = 1.2  # [m] of the lights from the middle between the eyes: a home studio's key (assumption)
WAYS = 2000  # directions: 4.5 degrees apart
APART = math.radians(4.5)
SIZES = (0.08, 0.15, 0.22, 0.33, 0.55, 0.9, 1.3, 2.0)
"""Longer side of a front over its distance, that are weighed."""
CELL = 0.013  # [m] between places of the skin
FACE = (0.072, 0.075, 0.105)  # [m] of a face beside, over and under the eyes
BALD = 0.05  # share of hair from which a place is no skin
LIPS = 0.06  # by which the share of red or the reflectance over the usual one may differ: more is lip or brow
SMOOTH, ABOUT = (
    0.96,
    0.006,
)  # length of the mean normal of the skin within so far [m], under which it is lid, wing or lip
SOCKET = (0.024, 0.014)  # [m] half width and height about an eye that are left out
INSIDE = 0.05  # of all directions, from which a place in the mouth or under a fringe is seen at most
OUT = 0.0015  # [m] off the skin that a ray starts


@dataclass(frozen=True, eq=False)
class FaceTable:
    points: np.ndarray
    """(p, 3) places of the skin, head at rest [m]."""
    normals: np.ndarray
    """(p, 3)"""
    tone: np.ndarray
    """(p,) reflectance over the face's usual one."""
    ways: np.ndarray
    """(WAYS, 3) unit ways to the lights."""
    lit: np.ndarray
    """(WAYS, p) of a light of one unit at AWAY: cosine, distance and what stands in its way."""
    broad: tuple[np.ndarray, ...]
    """The same for each of SIZES."""
    open: np.ndarray
    """(WAYS, p) bool: nothing of the head stands between."""


def sphere(many: int) -> np.ndarray:
    """(many, 3) unit vectors, evenly spread."""
    k = np.arange(many) + 0.5
    z, turn = 1 - 2 * k / many, math.pi * (1 + math.sqrt(5)) * k
    flat = np.sqrt(1 - z**2)
    return np.stack([flat * np.cos(turn), flat * np.sin(turn), z], 1)


def _places(mesh: SitterMesh) -> tuple[np.ndarray, np.ndarray]:
    """(p,) vertices of the bare, smooth skin of the face, CELL apart, and (p, 3) normals, means about them."""
    at, luminance = mesh.vertices.astype(np.float64), mesh.colours @ LUMINANCE
    beside, over, under = FACE
    skin = (mesh.parts == SKIN) & (mesh.normals[:, 2] > -0.3) & (at[:, 2] > -0.09)
    skin &= (np.abs(at[:, 0]) < beside) & (at[:, 1] < over) & (at[:, 1] > -under)
    face = skin & (mesh.hair < BALD)
    for eye in mesh.eyes[:, :2]:
        face &= (np.abs(at[:, 0] - eye[0]) > SOCKET[0]) | (np.abs(at[:, 1] - eye[1]) > SOCKET[1])
    red = mesh.colours[:, 0] / np.maximum(mesh.colours.sum(1), 1e-6)
    face &= np.abs(red - np.median(red[face])) < LIPS
    face &= luminance > 0.75 * np.median(luminance[face])
    rows = np.flatnonzero(face)
    _, first = np.unique(np.floor(at[rows] / CELL).astype(int), axis=0, return_index=True)
    chosen, around = rows[np.sort(first)], np.flatnonzero(skin)
    near = cKDTree(at[around]).query_ball_point(at[chosen], ABOUT)
    normals = np.array([mesh.normals[around[k]].mean(0) for k in near])
    length = np.linalg.norm(normals, axis=1)
    smooth = length > SMOOTH
    return chosen[smooth], normals[smooth] / length[smooth, None]


@lru_cache(maxsize=12)
def face_table(mesh: SitterMesh) -> FaceTable:
    """The table of a sitter."""
    (chosen, normals), ways = _places(mesh), sphere(WAYS)
    points = mesh.vertices[chosen].astype(np.float64)
    solid = (mesh.parts[mesh.faces] != LASH).all(1)
    tracer = build_tracer(mesh.vertices, np.ascontiguousarray(mesh.faces[solid]))
    away = ways[:, None] * AWAY - points
    distance = np.linalg.norm(away, axis=2, keepdims=True)
    cosine = (away / distance * normals).sum(2)
    rows, columns = np.nonzero(cosine > 0)
    origins = np.ascontiguousarray(points[columns] + normals[columns] * OUT, np.float32)
    directions = np.ascontiguousarray(away[rows, columns] / distance[rows, columns], np.float32)
    seen = np.zeros(cosine.shape, bool)
    seen[rows, columns] = ~tracer.blocked(origins, directions, AWAY)
    lit = np.where(seen, cosine * (AWAY / distance[..., 0]) ** 2, 0.0).astype(np.float32)
    bare = seen.mean(0) > INSIDE
    lit, tone = lit[:, bare], mesh.colours[chosen[bare]] @ LUMINANCE
    tone /= float(np.median(tone))
    return FaceTable(points[bare], normals[bare], tone, ways, lit, tuple(k @ lit for k in _discs()), seen[:, bare])


@cache
def _discs() -> tuple[csr_array, ...]:
    """(WAYS, WAYS) weights of the lights that a front of each of SIZES is made of; the same for every sitter."""
    off = np.arccos(np.clip((ways := sphere(WAYS).astype(np.float32)) @ ways.T, -1, 1))
    made = []
    for size in SIZES:
        radius = max(math.atan(size / 2), APART * 0.75)
        weight = np.clip((radius - off) / APART + 0.5, 0.0, 1.0)
        made.append(csr_array(weight / weight.sum(1, keepdims=True)))
    return tuple(made)
