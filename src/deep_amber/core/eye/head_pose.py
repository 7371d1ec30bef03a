"""How a head is turned in a picture, from pupils, nose tip and ears: the sitter most like, and how sure that is.

Least squares over turn, nod, tilt, scale and place under a lens far off (weak perspective), with what is usual as a
prior; the spread is that of the normal equations. Source: any text on non-linear least squares (J. Nocedal, S. Wright,
Numerical Optimization, 2006, chapter 10).
"""

from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np
from scipy.optimize import least_squares

from ..sitter.mesh import SitterMesh
from .points import Marks

DISTURBED = 2.0 / 800  # of the picture's height that a mark is off (assumption: a careful hand)
FACES_DIFFER = 0.0025  # [m] by which a face's points lie elsewhere than the sitter's (assumption)
USUAL = np.radians([60.0, 9.0, 12.0])  # spread of turn, nod and tilt that is usual (assumption)
CORNEA_OUT = 0.0055  # [m] of a pupil before the eyeball's middle, toward the lens that it looks into


@dataclass(frozen=True, eq=False)
class HeadPose:
    mesh: SitterMesh
    rotation: np.ndarray
    """(3, 3) head to picture: x to its right, y up, z toward the lens."""
    scale: float
    """[pixels a metre]"""
    place: np.ndarray
    """(2,) of the middle between the eyes in the picture [pixels]."""
    misfit: float
    """Sum of squares, in spreads."""
    spread: np.ndarray
    """(6, 6) covariance of turn, nod, tilt [rad], log scale, place [pixels]."""
    values: np.ndarray
    """(6,) the same."""

    def seen(self, points: np.ndarray) -> np.ndarray:
        """(..., 2) pixels of (..., 3) points of the head at rest [m]."""
        return _seen(self.values, points)

    def drawn(self, many: int, dice: np.random.Generator) -> list["HeadPose"]:
        """Poses as likely as this one's spread says, itself first."""
        made = [self]
        for values in dice.multivariate_normal(self.values, self.spread, many - 1, check_valid="ignore"):
            made.append(HeadPose(self.mesh, rotation_of(values), float(np.exp(values[3])), values[4:], self.misfit,
                                 self.spread, values))  # fmt: skip
        return made


def rotation_of(values: np.ndarray) -> np.ndarray:
    """(3, 3) of turn (to the picture's right), nod (chin down) and tilt [rad]."""
    turn, nod, tilt = values[:3]
    cy, sy, cx, sx, cz, sz = np.cos(turn), np.sin(turn), np.cos(nod), np.sin(nod), np.cos(tilt), np.sin(tilt)
    ry = np.array([[cy, 0, sy], [0, 1, 0], [-sy, 0, cy]])
    rx = np.array([[1, 0, 0], [0, cx, -sx], [0, sx, cx]])
    rz = np.array([[cz, -sz, 0], [sz, cz, 0], [0, 0, 1]])
    made: np.ndarray = rz @ ry @ rx
    return made


def _seen(values: np.ndarray, points: np.ndarray) -> np.ndarray:
    at = points @ rotation_of(values).T
    scale = np.exp(values[3])
    return np.stack([values[4] + scale * at[..., 0], values[5] - scale * at[..., 1]], -1)


def _known(mesh: SitterMesh, marks: Marks) -> tuple[np.ndarray, np.ndarray]:
    """(n, 3) points of the head and (n, 2) their marks; a pupil that looks into the lens is seen over its eyeball's middle."""
    # The sitter's left eye is at the picture's right.
    points = [mesh.eyes[1, :3], mesh.eyes[0, :3], mesh.vertices[mesh.landmarks["nose_tip"]]]
    places = [marks.left_pupil, marks.right_pupil, marks.nose_tip]
    for name, place in (("ear_lobe_R", marks.left_ear), ("ear_lobe_L", marks.right_ear)):
        if place is not None:
            points.append(mesh.vertices[mesh.landmarks[name]])
            places.append(place)
    return np.array(points, float), np.array(places, float)


def head_pose(mesh: SitterMesh, marks: Marks) -> HeadPose:
    """The head of one sitter as it fits the marks best."""
    points, places = _known(mesh, marks)
    between = float(np.linalg.norm(places[1] - places[0]))
    start = np.array([0.0, 0.0, 0.0, np.log(between / 0.062), *places[:2].mean(0)])
    off = np.array([DISTURBED * marks.height, FACES_DIFFER * float(np.exp(start[3]))])
    spread = float(np.hypot(*off))

    def misfit(values: np.ndarray) -> np.ndarray:
        return np.concatenate([((_seen(values, points) - places) / spread).ravel(), values[:3] / USUAL])

    best = None
    for turn in (-0.6, 0.0, 0.6):
        found = least_squares(misfit, start + np.array([turn, 0, 0, 0, 0, 0]))
        if best is None or found.cost < best.cost:
            best = found
    assert best is not None
    covariance = np.linalg.inv(best.jac.T @ best.jac + 1e-9 * np.eye(6))
    return HeadPose(mesh, rotation_of(best.x), float(np.exp(best.x[3])), best.x[4:], 2 * best.cost, covariance, best.x)


def likely(meshes: Iterable[SitterMesh], marks: Marks) -> list[tuple[float, HeadPose]]:
    """Each sitter's pose with how likely it is, the most like first; they add up to 1."""
    poses = [head_pose(mesh, marks) for mesh in meshes]
    weight = np.array([-k.misfit / 2 + 0.5 * np.linalg.slogdet(k.spread)[1] for k in poses])
    share = np.exp(weight - weight.max())
    share /= share.sum()
    found = sorted(zip(share.tolist(), poses, strict=True), key=lambda k: (-k[0], k[1].mesh.name))
    return found
