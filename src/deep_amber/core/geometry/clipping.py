"""What of a flat outline the lens can see: its outline cut at the sides of the view."""

import numpy as np


def view_sides(right: np.ndarray, up: np.ndarray, forward: np.ndarray, wide: float, high: float) -> list[np.ndarray]:
    """Inward normals of the four sides of the view through the lens, and of the plane of the lens.

    Parameters
    ----------
    right, up, forward : (3,) axes of the camera
    wide, high : half of the view over its distance, as `field_of_view` says
    """
    return [wide * forward - right, wide * forward + right, high * forward - up, high * forward + up, forward]


def clipped(corners: np.ndarray, sides: list[np.ndarray]) -> np.ndarray:
    """(k, 3) corners of what of a convex outline lies inside all sides, none when nothing of it does.

    Parameters
    ----------
    corners : (n, 3) of the outline in order, from the point in which the sides meet [m]
    sides : inward normals (Sutherland and Hodgman 1974: one side after the other)
    """
    for side in sides:
        inside = corners @ side
        kept: list[np.ndarray] = []
        for k in range(len(corners)):
            here, there = float(inside[k - 1]), float(inside[k])
            if (here > 0) != (there > 0):
                kept.append(corners[k - 1] + (corners[k] - corners[k - 1]) * (here / (here - there)))
            if there > 0:
                kept.append(corners[k])
        if not kept:
            return np.zeros((0, 3))
        corners = np.array(kept)
    return corners
