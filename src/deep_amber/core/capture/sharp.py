"""Whether a real picture is as sharp at the eyes as the computed one: the fine detail of both, compared."""

import math

import numpy as np

from ..geometry.projected import projected
from ..simulation.stages import Stages
from ..sitter.face import face_marks
from ..srgb import LUMINANCE

ACROSS = 0.055  # [m] about the middle of the eyes that is looked at, to each side (assumption: brows to nose bridge)
SMOOTHED = 0.8  # pixels: takes out a sensor's noise, and leaves lashes and lids
SOFT = -0.8  # stops of detail under the computed picture from which the eyes are soft (assumption)
SAME_SHAPE = 3  # pixels by which two pictures may differ and still be of one framing
DARKEST = 1e-3


def detail_between(stages: Stages, real: np.ndarray, computed: np.ndarray) -> float | None:
    """Fine detail at the eyes over that of the computed picture [stops]; None where that cannot be compared.

    Fine detail is the spread of the Laplacian of log luminance, after a Gaussian of SMOOTHED pixels.
    Source: J. Pech-Pacheco et al., Diatom autofocusing in brightfield microscopy, ICPR (2000), whose measure is its variance.

    Parameters
    ----------
    real, computed : (height, width, 3) linear, of one framing and size
    """
    if max(abs(a - b) for a, b in zip(real.shape[:2], computed.shape[:2], strict=True)) > SAME_SHAPE:
        return None
    box = _about_eyes(stages, computed.shape[0], computed.shape[1])
    if box is None:
        return None
    found = [_detail(k[box]) for k in (real, computed)]
    return math.log2(max(found[0], 1e-6) / found[1]) if found[1] > 1e-6 else None


def _about_eyes(stages: Stages, height: int, width: int) -> tuple[slice, slice] | None:
    camera = stages.photo_set.camera
    eyes = np.array(face_marks(stages.mesh, stages.photo_set.sitter).eyes)
    corners = np.array([eyes, *(eyes + ACROSS * k for k in np.vstack([np.eye(3), -np.eye(3)]))])
    at = projected(camera, corners)
    if not np.isfinite(at).all():
        return None
    x, y = (at[:, 0] + 1) / 2 * width, (1 - at[:, 1]) / 2 * height
    left, right, top, bottom = (int(k) for k in (x.min(), x.max(), y.min(), y.max()))
    inside = left >= 0 and right < width and top >= 0 and bottom < height
    return (slice(top, bottom + 1), slice(left, right + 1)) if inside and right - left >= 8 else None


def _detail(part: np.ndarray) -> float:
    from scipy.ndimage import gaussian_laplace  # loaded when it is needed

    stops = np.log2(np.maximum(part @ LUMINANCE, DARKEST))
    return float(gaussian_laplace(stops, SMOOTHED).std())
