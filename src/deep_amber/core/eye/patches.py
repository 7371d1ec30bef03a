"""Places of a picture at which values are read: cheeks, edges of the hair, the backdrop."""

from collections.abc import Mapping

import numpy as np

from ..capture.judge import mean_about
from ..problem import NotAccepted, Problem
from .points import Marks, Place

PATCHES = ("lit", "shadow", "edge_left", "edge_right", "backdrop_left", "backdrop_middle", "backdrop_right")


def patch_values(marks: Marks, patches: Mapping[str, Place], linear: np.ndarray) -> dict[str, float]:
    """Mean linear luminance about each place, by its name.

    Parameters
    ----------
    patches : pixels as in the marks, by names of PATCHES
    linear : (rows, columns, 3) the picture, white = 1

    Raises NotAccepted for a name that is none of PATCHES, and for a place outside the picture.
    """
    problems = []
    for name, (x, y) in patches.items():
        if name not in PATCHES:
            problems.append(Problem(f"patches.{name[:40]}", "no place has that name", ", ".join(PATCHES)))
        elif not (0 <= x <= marks.width and 0 <= y <= marks.height):
            accepted = f"0 to {marks.width} and 0 to {marks.height} pixels"
            problems.append(Problem(f"patches.{name}", "the place lies outside the picture", accepted))
    if problems:
        raise NotAccepted(problems)
    return {name: mean_about(linear, x / marks.width, y / marks.height) for name, (x, y) in patches.items()}
