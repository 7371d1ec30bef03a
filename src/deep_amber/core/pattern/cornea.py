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
        nx, ny, nz = gaze[0], gaze[1], gaze[2]
        px, py, pz = 0.0, 0.0, 0.0
        for turn in range(5):
            px, py, pz = middle[0] + CORNEA * nx, middle[1] + CORNEA * ny, middle[2] + CORNEA * nz
            if turn == 4:
                break
            ax, ay, az = places[i, 0] - px, places[i, 1] - py, places[i, 2] - pz
            bx, by, bz = lens[0] - px, lens[1] - py, lens[2] - pz
            a, b = 1 / math.sqrt(ax * ax + ay * ay + az * az), 1 / math.sqrt(bx * bx + by * by + bz * bz)
            nx, ny, nz = ax * a + bx * b, ay * a + by * b, az * a + bz * b
            length = 1 / max(math.sqrt(nx * nx + ny * ny + nz * nz), 1e-9)
            nx, ny, nz = nx * length, ny * length, nz * length
        points[i, 0], points[i, 1], points[i, 2] = px, py, pz
        normals[i, 0], normals[i, 1], normals[i, 2] = nx, ny, nz
    return points, normals
