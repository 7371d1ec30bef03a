"""Rays against triangles: through the library's C interface where it passes its test, else through its wrapper."""

from functools import cache
from typing import Protocol

import numpy as np
from embreex.mesh_construction import TriangleMesh
from embreex.rtcore import EmbreeDevice
from embreex.rtcore_scene import EmbreeScene

from .embree_calls import Structure
from .quads import FAR


class Tracer(Protocol):
    def blocked(self, origins: np.ndarray, directions: np.ndarray, reach: float) -> np.ndarray:
        """(n,) bool: something stands within `reach` lengths of the (n, 3) float32 directions."""

    def first_hits(self, origins: np.ndarray, directions: np.ndarray) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
        """First hits of (n, 3) float32 rays: triangle (n,) int32 or -1, distance (n,), u and v (n, 2) float32."""


class PlainTracer:
    """The plain way: the Python wrapper's own calls."""

    def __init__(self, vertices: np.ndarray, faces: np.ndarray):
        self._scene = EmbreeScene(EmbreeDevice())
        vertices, faces = np.ascontiguousarray(vertices, np.float32), np.ascontiguousarray(faces, np.int32)
        TriangleMesh(self._scene, vertices, faces)
        probe = np.array([[0, 0, 9]], np.float32)
        self._scene.run(probe, probe, query="OCCLUDED")  # it builds at the first call: not in a race

    def blocked(self, origins: np.ndarray, directions: np.ndarray, reach: float) -> np.ndarray:
        lengths = np.full(len(origins), reach, np.float32)
        return np.asarray(self._scene.run(origins, directions, dists=lengths, query="OCCLUDED")) >= 0

    def first_hits(self, origins: np.ndarray, directions: np.ndarray) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
        found = self._scene.run(origins, directions, output=1)
        distance = np.where(found["primID"] >= 0, found["tfar"], FAR)
        return found["primID"], distance, np.stack([found["u"], found["v"]], 1)


@cache
def direct_calls_work() -> bool:
    """Whether the C interface answers as the wrapper does, on rays at a small pyramid."""
    vertices = np.array([[-1, -1, 0], [1, -1, 0], [1, 1, 0], [-1, 1, 0], [0, 0, 1]], np.float32)
    faces = np.array([[0, 1, 4], [1, 2, 4], [2, 3, 4], [3, 0, 4]], np.int32)
    rng = np.random.default_rng(3)
    origins = np.c_[rng.uniform(-1.4, 1.4, (64, 2)), np.full(64, 3)].astype(np.float32)
    directions = np.tile(np.array([[0.03, 0.02, -1]], np.float32), (64, 1))
    plain = PlainTracer(vertices, faces)
    try:
        direct = Structure(vertices, faces)
        same = np.array_equal(direct.blocked(origins, directions, 2.5), plain.blocked(origins, directions, 2.5))
        pairs = zip(direct.first_hits(origins, directions), plain.first_hits(origins, directions), strict=True)
        (triangle, other), (distance, away), _ = pairs
        return same and np.array_equal(triangle, other) and np.allclose(distance, away, rtol=1e-5)
    except (OSError, AttributeError):
        return False


def build_tracer(vertices: np.ndarray, faces: np.ndarray) -> Tracer:
    """A ray structure over (n, 3) vertices [m] and (m, 3) faces."""
    return Structure(vertices, faces) if direct_calls_work() else PlainTracer(vertices, faces)
