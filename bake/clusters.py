"""Groups a sitter's faces into patches for bounced light: near each other, facing alike, of one part."""

import numpy as np
from scipy.cluster.vq import kmeans2
from scipy.spatial import cKDTree

PATCHES, SAMPLES, HEAD_WEIGHT = 240, 8000, 8.0


def face_clusters(vertices, faces, parts):
    """(m,) patch of each face; vertices [m]. The head gets more patches than its area would give it."""
    corners = vertices[faces]
    centre = corners.mean(1)
    cross = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    area = np.linalg.norm(cross, axis=1) / 2
    normal = cross / np.maximum(2 * area, 1e-12)[:, None]
    kind = parts[faces[:, 0]].astype(float)
    features = np.c_[centre, normal * 0.08, kind * 0.3]
    weight = area * np.where(np.linalg.norm(centre, axis=1) < 0.2, HEAD_WEIGHT, 1.0)
    chosen = np.random.default_rng(0).choice(len(faces), SAMPLES, p=weight / weight.sum())
    centres, _ = kmeans2(features[chosen], PATCHES, minit="++", seed=1, iter=12)
    label = cKDTree(centres).query(features)[1]
    used, label = np.unique(label, return_inverse=True)
    return label.astype(np.uint8 if len(used) < 257 else np.uint16)
