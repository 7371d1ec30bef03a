"""The cornea as a sphere: which point of it mirrors a place into the lens (law of reflection)."""

import math

import numba as nb
import numpy as np

CORNEA = 0.0078  # radius [m] (assumption)


@nb.njit(error_model="numpy", cache=True)
def halfway(places, lens, middle, gaze):
    """Points of a cornea and their normals that halve the angle between places and lens: a fixed point in four rounds."""
    points, normals = np.empty((len(places), 3)), np.empty((len(places), 3))
    for i in range(len(places)):
        for k in range(3):
            normals[i, k] = gaze[k]
        for turn in range(5):
            for k in range(3):
                points[i, k] = middle[k] + CORNEA * normals[i, k]
            if turn == 4:
                break
            to_light, to_lens = places[i] - points[i], lens - points[i]
            half = to_light / math.sqrt((to_light**2).sum()) + to_lens / math.sqrt((to_lens**2).sum())
            normals[i] = half / max(math.sqrt((half**2).sum()), 1e-9)
    return points, normals
