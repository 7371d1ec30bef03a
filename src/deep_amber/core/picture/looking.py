"""Eyes that look elsewhere than along the nose: iris and cornea as the lens sees them."""

import numpy as np

from ..model.set import Set
from ..sitter.face import head_frame
from ..sitter.gaze import gaze_rotations, looked_at
from ..sitter.mesh import SitterMesh
from .seen import Seen


def look(photo_set: Set, mesh: SitterMesh, seen: Seen) -> None:
    """Colours and normals of the eyes' places, written to what the lens sees.

    The eyeball is nearly a ball: its shape stays where it is at rest, what is on it turns (the cornea stands out by
    1.8 mm, which its depth is then off by at most).
    """
    rows = seen.on_eyes
    if not len(rows):
        return
    head = head_frame(mesh, photo_set.sitter)
    at = head.in_head(seen.points[rows].astype(float))
    middles = mesh.eyes[:, :3].astype(float)
    nearer = (np.abs(at[:, 0] - middles[1, 0]) < np.abs(at[:, 0] - middles[0, 0])).astype(int)
    for k, turn in enumerate(gaze_rotations(mesh, photo_set.sitter, photo_set.camera.place)):
        own = nearer == k
        if not own.any() or np.allclose(turn, np.eye(3), atol=1e-4):
            continue
        ways = (at[own] - middles[k]) @ turn
        colours, normals = looked_at(mesh, ways / np.linalg.norm(ways, axis=1, keepdims=True))
        seen.albedo[rows[own]] = colours
        seen.normals[rows[own]] = normals @ (head.rotation @ turn).T
