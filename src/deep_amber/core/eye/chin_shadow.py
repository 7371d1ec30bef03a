"""Where the chin's shadow ends on the neck, for light from each direction: the ray on from the chin's lowest edge."""

from functools import lru_cache

import numpy as np

from ..sitter.mesh import LASH, SKIN, SitterMesh
from ..transport.tracer import build_tracer
from .face_table import sphere

WAYS = 1200  # directions that are traced: 6 degrees apart
OUT = 0.004  # [m] under the chin that the ray starts
LONG = 0.12  # [m] of a shadow on the neck, at most
NEAREST = 3  # traced directions that one between is the mean of


@lru_cache(maxsize=12)
def chin_ends(mesh: SitterMesh) -> tuple[np.ndarray, np.ndarray]:
    """(WAYS, 3) ways to the light and (WAYS, 3) ends on the neck of the head at rest [m]; not finite where none shows."""
    ways = sphere(WAYS)
    solid = (mesh.parts[mesh.faces] != LASH).all(1)
    faces = np.ascontiguousarray(mesh.faces[solid])
    menton = mesh.vertices[mesh.landmarks["menton"]].astype(np.float64)
    start = menton + [0.0, -OUT, 0.0]
    face, distance, _ = build_tracer(mesh.vertices, faces).first_hits(
        np.tile(start, (len(ways), 1)).astype(np.float32), np.ascontiguousarray(-ways, np.float32)
    )
    on_skin = (face >= 0) & (mesh.parts[faces[np.maximum(face, 0), 0]] == SKIN) & (distance < LONG)
    ends = start - ways * distance[:, None]
    return ways, np.where((on_skin & (ways[:, 1] > 0))[:, None], ends, np.nan)


def chin_end_toward(mesh: SitterMesh, direction: np.ndarray) -> np.ndarray:
    """(n, 3) ends for (n, 3) directions in the head's frame: means of those traced nearest."""
    ways, ends = chin_ends(mesh)
    near = np.argpartition(-(direction @ ways.T), NEAREST, axis=1)[:, :NEAREST]
    found: np.ndarray = ends[near].mean(1)
    return found
