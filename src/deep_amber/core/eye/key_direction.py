"""Where the key stood, from the nose's shadow and the catchlights: every direction weighed, with the ring it lies in.

A direction is as likely as the marks lie where it would put them (Bayes' rule on a grid), over head poses and sitters that
fit. A catchlight is where the cornea's normal halves light and lens; the shadow's end is traced on the face.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..pattern.cornea import CORNEA
from .head_pose import DISTURBED, HeadPose
from .points import Marks
from .shadow_map import end_toward

GRID = 3.0  # degrees between directions that are weighed
DRAWN = 8  # poses of a sitter that are weighed
LIKELY = 0.02  # of all, under which a sitter's pose is left out
SHADOW_OFF = 0.003  # [m] by which a shadow's end is marked off the tip's own (assumption)
CATCHLIGHT_OFF = 0.0011  # [m] by which a catchlight's middle is off on an iris (assumption: lids, its own size)
USUAL_UP, SPREAD_UP, BEHIND = 25.0, 28.0, 105.0  # degrees over the lens that keys stand usually; spread; round, at most
HELD = 0.9  # of all likelihood, that lies in the ring
FLOOR = -9.0  # log likelihood under which a mark counts as a mistake of the hand


@dataclass(frozen=True)
class KeyDirection:
    azimuth: float
    """Round the head from the way to the lens, positive to the picture's right [degrees]."""
    elevation: float
    """Over the level of the lens's way [degrees]."""
    ring: float
    """Degrees about it within which it lies, nine times of ten."""
    told: bool
    """Whether any mark tells it: else it is what is usual."""


def grid() -> tuple[np.ndarray, np.ndarray]:
    """(n, 2) azimuth and elevation [degrees] and (n, 3) unit ways toward the light, as the picture has them."""
    a, e = np.meshgrid(np.arange(-120, 120.1, GRID), np.arange(-45, 78.1, GRID), indexing="ij")
    angles = np.stack([a.ravel(), e.ravel()], 1)
    ra, re = np.radians(angles).T
    return angles, np.stack([np.sin(ra) * np.cos(re), np.sin(re), np.cos(ra) * np.cos(re)], 1)


def _shadow(pose: HeadPose, ways: np.ndarray, marks: Marks) -> np.ndarray:
    """(n,) log likelihood of the nose's shadow."""
    assert marks.nose_shadow is not None
    ends = end_toward(pose.mesh, ways @ pose.rotation)
    off = pose.seen(ends) - np.array(marks.nose_shadow)
    spread = np.hypot(DISTURBED * marks.height, SHADOW_OFF * pose.scale)
    made = -0.5 * (off**2).sum(1) / spread**2
    return np.where(np.isfinite(made), np.maximum(made, FLOOR), FLOOR)


def _catchlight(pose: HeadPose, ways: np.ndarray, marks: Marks) -> np.ndarray:
    """(n,) log likelihood of the brightest catchlight of each eye."""
    half = ways + [0.0, 0.0, 1.0]
    half /= np.maximum(np.linalg.norm(half, axis=1), 1e-9)[:, None]
    predicted = np.stack([half[:, 0], -half[:, 1]], 1) * CORNEA * pose.scale
    spread = np.hypot(DISTURBED * marks.height * np.sqrt(2), CATCHLIGHT_OFF * pose.scale)
    total = np.zeros(len(ways))
    for pupil, found in ((marks.left_pupil, marks.left_catchlights), (marks.right_pupil, marks.right_catchlights)):
        if found:
            off = predicted - (np.array(found[0]) - np.array(pupil))
            total += np.maximum(-0.5 * (off**2).sum(1) / spread**2, FLOOR)
    return total


def key_direction(poses: Sequence[tuple[float, HeadPose]], marks: Marks) -> KeyDirection:
    """Of the brightest light that the marks tell of.

    Parameters
    ----------
    poses : of `likely`
    """
    angles, ways = grid()
    usual = np.cos(np.radians(angles[:, 1])) * np.exp(-0.5 * ((angles[:, 1] - USUAL_UP) / SPREAD_UP) ** 2)
    usual *= np.where(np.abs(angles[:, 0]) > BEHIND, 0.1, 1.0)
    total = np.zeros(len(ways))
    dice = np.random.default_rng(17)
    told = marks.nose_shadow is not None or bool(marks.left_catchlights or marks.right_catchlights)
    for share, pose in poses:
        if share < LIKELY:
            continue
        for drawn in pose.drawn(DRAWN, dice):
            log = np.zeros(len(ways))
            if marks.nose_shadow is not None:
                log += _shadow(drawn, ways, marks)
            log += _catchlight(drawn, ways, marks)
            total += share / DRAWN * np.exp(log) * usual
    total /= max(float(total.sum()), 1e-300)
    middle = (total[:, None] * ways).sum(0)
    middle /= max(float(np.linalg.norm(middle)), 1e-9)
    off = np.degrees(np.arccos(np.clip(ways @ middle, -1, 1)))
    order = np.argsort(off)
    within = np.cumsum(total[order])
    ring = float(off[order][min(int(np.searchsorted(within, HELD)), len(off) - 1)])
    azimuth = float(np.degrees(np.arctan2(middle[0], middle[2])))
    elevation = float(np.degrees(np.arctan2(middle[1], np.hypot(middle[0], middle[2]))))
    return KeyDirection(azimuth, elevation, max(ring, GRID), told)
