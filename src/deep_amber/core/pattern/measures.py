"""What the shadows of one light on a face measure, in stops. All rules of the patterns are stated in these."""

from dataclasses import dataclass

import numpy as np

from .face_points import FacePoints
from .lit_way import bottlenecks

DARK = 1e-3  # light that is added to both sides of a ratio, so that shadow against shadow is no ratio
LIT = 0.2  # of an unblocked facing receptor, from which skin counts as lit
SIDES = ("half", "cheek", "under_eye", "side", "flank", "mouth_level", "socket")
MOST = 6.0  # stops: deeper is not told apart


@dataclass(frozen=True, eq=False)
class Measures:
    """One array entry a light."""

    front: np.ndarray
    """Share of the front of the face that is lit."""
    up: np.ndarray
    """Skin that faces up over skin that faces down [stops]."""
    flanks: np.ndarray
    """The brighter over the darker flank of the nose [stops]."""
    halves: np.ndarray
    """The brighter over the darker half of the face [stops]."""
    patch: np.ndarray
    """Brightest place under the eye on the shadow side over the lit cheek [stops]."""
    closing: np.ndarray
    """That place over the darkest of the best way down to the mouth [stops]: how far the way is closed."""
    socket: np.ndarray
    """The brighter eye socket over the brightest of cheeks and forehead [stops]."""
    forehead: np.ndarray
    """Forehead over the lit cheek [stops]."""
    runs: np.ndarray
    """How far under level the nose's shadow points [degrees]: 90 straight down, 0 sideways, negative uphill."""
    shadow_left: np.ndarray
    """Whether the sitter's left is the shadow side."""
    start: np.ndarray
    """Point where the way down the cheek starts."""
    bottom: np.ndarray
    """Light at the darkest place of that way."""


def stops_between(a: np.ndarray, b: np.ndarray) -> np.ndarray:
    """Stops by which a is over b."""
    return np.log2((a + DARK) / (b + DARK))


def smoothed(level: np.ndarray, face: FacePoints) -> np.ndarray:
    """(k, n) each point half itself, half the mean of it and its neighbours."""
    return np.ascontiguousarray((face.smoothing @ level.T).T)


def measures_of(level: np.ndarray, face: FacePoints, ways: np.ndarray) -> Measures:
    """Measures of one or many lights.

    Parameters
    ----------
    level : (k, n) light on the face's points over that on an unblocked receptor facing the light
    face : the points
    ways : (k, 3) to the lights, in the head's frame
    """
    level = np.ascontiguousarray(level, float)
    r = face.regions

    def mean(name: str) -> np.ndarray:
        return level[:, r[name]].mean(1) if r[name].any() else np.zeros(len(level))

    left, right = mean("half_L"), mean("half_R")
    shadow_left = left < right
    cheek_l, cheek_r = (np.quantile(level[:, r[f"cheek_{k}"]], 0.75, axis=1) for k in "LR")
    forehead = mean("forehead")
    brightest = np.maximum(np.maximum(cheek_l, cheek_r), forehead)
    lit_cheek = np.where(shadow_left, cheek_r, cheek_l)
    soft = smoothed(level, face)

    def on_shadow_side(name: str) -> np.ndarray:
        return np.where(shadow_left[:, None], r[f"{name}_L"], r[f"{name}_R"])

    found = np.empty((len(level), 3))
    bottlenecks(
        soft, face.neighbours, on_shadow_side("under_eye"), on_shadow_side("side"), on_shadow_side("mouth_level"), found
    )
    patch, bottom = found[:, 0], found[:, 1]
    # Where the lit cheek itself is nearly dark, what the patch is compared with is a share of the brightest place.
    against = np.maximum(lit_cheek, np.maximum(0.25 * brightest, 0.05))
    nose_l, nose_r = mean("flank_L"), mean("flank_R")
    return Measures(
        front=(level[:, r["skin"]] > LIT).mean(1),
        up=stops_between(mean("facing_up"), mean("facing_down")),
        flanks=stops_between(np.maximum(nose_l, nose_r), np.minimum(nose_l, nose_r)),
        halves=stops_between(np.maximum(left, right), np.minimum(left, right)),
        patch=stops_between(patch, against),
        closing=np.minimum(stops_between(patch, bottom), MOST),
        socket=stops_between(np.maximum(mean("socket_L"), mean("socket_R")), brightest),
        forehead=stops_between(forehead, np.maximum(cheek_l, cheek_r)),
        runs=np.degrees(np.arctan2(ways[:, 1], np.abs(ways[:, 0]))),
        shadow_left=shadow_left,
        start=found[:, 2].astype(int),
        bottom=bottom,
    )
