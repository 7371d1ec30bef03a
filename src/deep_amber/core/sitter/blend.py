"""Linear blend skinning: each vertex goes with the joints of its chain, by their weights."""

import numba as nb
import numpy as np


@nb.njit(nogil=True, error_model="numpy", cache=True)
def blend(chain, transforms, vertices, normals, tangents, out_vertices, out_normals, out_tangents):
    """Writes vertices [m], normals and tangents (n, 3) float32 of a chain (n, joints) of weights and (joints, 4, 4) transforms."""
    blended = np.empty((3, 4), np.float32)
    for i in range(len(vertices)):
        blended[:] = 0
        for t in range(chain.shape[1]):
            if chain[i, t] != 0:
                for a in range(3):
                    for b in range(4):
                        blended[a, b] += chain[i, t] * transforms[t, a, b]
        for a in range(3):
            point, normal, tangent = blended[a, 3], np.float32(0), np.float32(0)
            for b in range(3):
                point += blended[a, b] * vertices[i, b]
                normal += blended[a, b] * normals[i, b]
                tangent += blended[a, b] * tangents[i, b]
            out_vertices[i, a], out_normals[i, a], out_tangents[i, a] = point, normal, tangent
