"""The sitter as a ball and a rod: what stands in head or body, or is hidden behind them."""

from dataclasses import dataclass

import numpy as np

from ..model.set import Set
from ..sitter.face import head_frame
from ..sitter.mesh import SitterMesh
from ..sitter.pose import place_of

HEAD_MIDDLE, HEAD_RADIUS = (
    (0.0, 0.02, -0.08),
    0.15,
)  # [m] from between the eyes, and of a ball about the skull and hair (assumption)
TRUNK_FROM, TRUNK_TO, TRUNK_RADIUS = (
    -0.15,
    -0.62,
    0.17,
)  # [m] under the eyes, and of the trunk about its axis (assumption)
ALONG = 100  # places on a way that are looked at
INSIDE = 0.8  # of these radii within which they surely hide what is behind


@dataclass(frozen=True, eq=False)
class Body:
    head: np.ndarray
    """(3,) middle of the head [m]."""
    top: np.ndarray
    """(3,) upper end of the trunk's axis [m]."""
    foot: np.ndarray
    """(3,) its lower end [m]."""

    def holds(self, places: np.ndarray) -> np.ndarray:
        """(n,) bool: places (n, 3) in head or trunk."""
        off_head = np.linalg.norm(places - self.head, axis=1)
        return np.asarray((off_head < HEAD_RADIUS) | (self._off_trunk(places) < TRUNK_RADIUS))

    def _off_trunk(self, places: np.ndarray) -> np.ndarray:
        way = self.foot - self.top
        along = np.clip((places - self.top) @ way / float(way @ way), 0, 1)
        return np.asarray(np.linalg.norm(places - self.top - along[:, None] * way, axis=1))

    def between(self, start: np.ndarray, ends: np.ndarray) -> np.ndarray:
        """(n,) bool: head or trunk surely hides each of some places (n, 3) from another one (3,) [m]."""
        ends = np.asarray(ends, float).reshape(-1, 3)
        on = (start + np.linspace(0, 1, ALONG)[:, None, None] * (ends - start)).reshape(-1, 3)
        hidden = np.linalg.norm(on - self.head, axis=1) < INSIDE * HEAD_RADIUS
        hidden |= self._off_trunk(on) < INSIDE * TRUNK_RADIUS
        return np.asarray(hidden.reshape(ALONG, len(ends)).any(0))


def body_of(photo_set: Set, mesh: SitterMesh) -> Body:
    """The sitter of a set as a ball and a rod, a little larger than a head and a chest."""
    middle = head_frame(mesh, photo_set.sitter).in_room(np.array(HEAD_MIDDLE))
    rotation, offset = place_of(mesh, photo_set.sitter)
    top, foot = (rotation @ np.array([0.0, y, mesh.joints[0, 2]]) + offset for y in (TRUNK_FROM, TRUNK_TO))
    return Body(middle, top, foot)
