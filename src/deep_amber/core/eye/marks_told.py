"""What marks tell of a light: how likely shadows, catchlights and an edge are where they were marked, and which contradict.

A catchlight is where the cornea's normal halves light and lens; ends of shadows are traced on the face.
"""

import math

import numpy as np

from ..pattern.cornea import CORNEA
from ..pattern.softness import NOSE
from .chin_shadow import chin_end_toward
from .face_table import SIZES
from .head_pose import DISTURBED, HeadPose
from .points import Marks
from .shadow_map import end_toward

SHADOW_OFF = 0.003  # [m] by which a shadow's end is marked off the tip's own (assumption)
CHIN_OFF = 0.010  # [m] by which a chin's shadow is off: heads nod on their necks (assumption)
SHADOW_RUNS = 0.03  # [m] that a shadow's end runs for each radian of the light (assumption)
WRONG = 3.5  # spreads from which a mark contradicts the rest
CATCHLIGHT_OFF = 0.0011  # [m] by which a catchlight's middle is off on an iris (assumption: lids, its own size)
EDGE_OFF = 0.3  # share by which an edge on skin is wider or narrower than the rule says (assumption)
FLOOR = -9.0  # log likelihood under which a mark counts as a mistake of the hand


def _shadow(pose: HeadPose, ways: np.ndarray, marks: Marks) -> np.ndarray:
    """(n,) log likelihood of the ends of the nose's and the chin's shadow; nothing where none is marked."""
    total = np.zeros(len(ways))
    for mark, ends, off in (
        (marks.nose_shadow, end_toward, SHADOW_OFF),
        (marks.chin_shadow, chin_end_toward, CHIN_OFF),
    ):
        if mark is not None:
            away = pose.seen(ends(pose.mesh, ways @ pose.rotation)) - np.array(mark)
            spread = np.hypot(DISTURBED * marks.height, off * pose.scale)
            made = -0.5 * (away**2).sum(1) / spread**2
            total += np.where(np.isfinite(made), np.maximum(made, FLOOR), FLOOR)
    return total


def _catchlights(pose: HeadPose, ways: np.ndarray) -> np.ndarray:
    """(n, 2) where each way's catchlight lies from a pupil [pixels]."""
    half = ways + [0.0, 0.0, 1.0]
    half /= np.maximum(np.linalg.norm(half, axis=1), 1e-9)[:, None]
    made: np.ndarray = np.stack([half[:, 0], -half[:, 1]], 1) * CORNEA * pose.scale
    return made


def _off_catchlight(pose: HeadPose, marks: Marks) -> float:
    return float(np.hypot(DISTURBED * marks.height * np.sqrt(2), CATCHLIGHT_OFF * pose.scale))


def _catchlight(pose: HeadPose, ways: np.ndarray, marks: Marks) -> np.ndarray:
    """(n,) log likelihood of the brightest catchlight of each eye."""
    predicted, spread = _catchlights(pose, ways), _off_catchlight(pose, marks)
    total = np.zeros(len(ways))
    for pupil, found in ((marks.left_pupil, marks.left_catchlights), (marks.right_pupil, marks.right_catchlights)):
        if found:
            off = predicted - (np.array(found[0]) - np.array(pupil))
            total += np.maximum(-0.5 * (off**2).sum(1) / spread**2, FLOOR)
    return total


def doubtful(pose: HeadPose, marks: Marks, azimuth: float, elevation: float, ring: float) -> tuple[str, ...]:
    """Names of the marks that a light from there, within its ring [degrees], would put elsewhere."""
    a, e = np.radians([azimuth, elevation])
    way = np.array([[np.sin(a) * np.cos(e), np.sin(e), np.cos(a) * np.cos(e)]])
    ring = math.radians(ring)
    made = []
    for name, mark, ends, off in (
        ("nose_shadow", marks.nose_shadow, end_toward, SHADOW_OFF), ("chin_shadow", marks.chin_shadow, chin_end_toward, CHIN_OFF)
    ):  # fmt: skip
        if mark is not None:
            end = pose.seen(ends(pose.mesh, way @ pose.rotation))[0]
            spread = np.hypot(DISTURBED * marks.height, (off + SHADOW_RUNS * ring) * pose.scale)
            if np.isfinite(end).all() and np.linalg.norm(end - mark) > WRONG * spread:
                made.append(name)
    spread = np.hypot(_off_catchlight(pose, marks), CORNEA * ring / 2 * pose.scale)
    for side in ("left", "right"):
        found, pupil = getattr(marks, f"{side}_catchlights"), getattr(marks, f"{side}_pupil")
        if (
            found
            and np.linalg.norm(_catchlights(pose, way)[0] - (np.array(found[0]) - np.array(pupil))) > WRONG * spread
        ):
            made.append(f"{side}_catchlights")
    return tuple(made)


def edge_told(pose: HeadPose, marks: Marks) -> np.ndarray:
    """(sizes,) log likelihood of the edge's width, by the rule that grades go by; nothing where none is marked."""
    if marks.edge is None:
        return np.zeros(len(SIZES))
    width = math.dist(*marks.edge) / pose.scale
    made = NOSE * np.array(SIZES)
    spread = np.hypot(DISTURBED * marks.height * math.sqrt(2) / pose.scale, EDGE_OFF * made)
    log: np.ndarray = np.maximum(-0.5 * ((width - made) / spread) ** 2 - np.log(spread / spread[0]), FLOOR)
    return log


def marks_told(pose: HeadPose, ways: np.ndarray, marks: Marks) -> np.ndarray:
    """(n,) log likelihood of (n, 3) ways toward the key, as the picture has them, by shadows and catchlights."""
    return _catchlight(pose, ways, marks) + _shadow(pose, ways, marks)
