"""Hair that hangs: a bob and long hair, strands marched down over a convex head, before or behind the shoulders."""

import numpy as np
import trimesh
from scipy.spatial import cKDTree

from .collider import Collider
from .geometry import smoothstep, unit, vertex_normals

ROOTS = {"bob": (2100, 12), "long": (2100, 16)}
ENDS = {"bob": 6.30, "long": 4.75}  # height of the tips in the reference shape [dm]
PARTING = 0.18  # aside of the middle [dm]
HULL_POINTS, HULL_SMOOTHING = 9000, 120
MENTON = "menton"


def hanging_collider(template, skin, cloth):
    """A convex head, so that strands do not fall into eyes and cheeks, on the shoulders and their cloth."""
    head = (template.ears < 0.3) & (template.chain[:, 4] > 0.6) & (template.reference[:, 1] > 6.75)
    hull = trimesh.Trimesh(skin.vertices[head]).convex_hull
    points, face = trimesh.sample.sample_surface(hull, HULL_POINTS, seed=1)
    points = np.asarray(points)
    near = cKDTree(points).query(points, k=HULL_SMOOTHING)[1]
    normals = unit(hull.face_normals[face][near].mean(1))
    body = template.chain[:, 0] > 0.75
    return Collider(
        np.vstack([points, skin.vertices[body], cloth.vertices]),
        np.vstack([normals, vertex_normals(skin.vertices, template.faces)[body], cloth.normals]),
    )


class _Face:
    """Where the reference shape's heights and depths lie on this sitter."""

    def __init__(self, template, vertices, landmarks):
        reference, chin, ear, jaw = template.reference, *(landmarks[k] for k in (MENTON, "ear_top_L", "jaw_L"))
        self._scale = (vertices[:, 1].max() - vertices[chin, 1]) / (reference[:, 1].max() - reference[chin, 1])
        self._chin, self._reference_chin = vertices[chin, 1], reference[chin, 1]
        self.back = vertices[ear, 2] - reference[ear, 2]
        self.width = abs(vertices[jaw, 0]) / abs(reference[jaw, 0])
        self.ridge = self._ridge(reference, vertices)

    def height(self, reference_height):
        return self._chin + (reference_height - self._reference_chin) * self._scale

    def _ridge(self, reference, vertices):
        on = (abs(reference[:, 1] - 5.41) < 0.12) & (abs(abs(reference[:, 0]) - 1.2) < 0.2)
        return vertices[on, 2].mean() if on.any() else 0.2 + self.back


def _over_shoulder(face, at, way, ahead, strand, spread):
    """Below the jaw a strand goes wholly before or behind the shoulder."""
    low = at[:, 1] < face.height(6.75)
    new = low & (ahead == 0)
    ahead[new] = np.where(at[new, 2] > face.ridge + 0.12 + 0.12 * (strand[new] - 0.5), 1, -1)
    before = np.maximum(at[:, 2], face.ridge + 0.62 + 0.3 * strand)
    behind = np.minimum(at[:, 2], face.ridge - 0.85 - 0.2 * strand)
    wanted = np.where(ahead > 0, before, behind)
    way[:, 2] += np.where(low, np.clip((wanted - at[:, 2]) * 2.2, -1.3, 1.3), 0)
    outward = np.clip((0.62 + 0.45 * spread - abs(at[:, 0])) * 1.2, -0.5, 0.5)
    way[:, 0] += np.where(low & (ahead > 0), np.sign(at[:, 0]) * outward, 0)


def _keep_face_open(face, at):
    heights = [face.height(h) for h in (6.2, 6.7, 7.2, 7.6, 7.95, 8.1)]
    most = np.interp(at[:, 1], heights, [0.98, 1.0, 0.98, 1.02, 1.30, 9.0]) + face.back
    over = (at[:, 2] > most) & (at[:, 1] > face.height(6.0))
    at[over, 2] += (most - at[:, 2])[over] * 0.6


def hanging(style, roots, template, skin, landmarks, collider, rng, steps):
    """Points and outward normals (n, steps, 3), and widths (n,) of the strands [dm]."""
    face, n = _Face(template, skin.vertices, landmarks), len(roots.points)
    strand, spread, ahead = rng.random(n), rng.random(n), np.zeros(n, int)
    over = smoothstep(7.6, 8.2, roots.reference[:, 1])
    side = np.where(roots.points[:, 0] > PARTING * face.width * over, 1.0, -1.0)
    top = smoothstep(7.3, 8.3, roots.reference[:, 1])
    layer = 0.03 + 0.085 * smoothstep(6.6, 8.2, roots.reference[:, 1]) * (0.3 + 0.7 * strand) + 0.035 * strand
    end = face.height(ENDS[style])
    tip = end + rng.normal(0, 0.06 if style == "bob" else 0.28, n)
    stride = np.maximum(roots.points[:, 1] - end + 0.9 * top, 0.15) / (steps - 1) / 3
    at = roots.points + roots.normals * 0.03
    points, normals = [at], [roots.normals]
    for step in range(1, steps):
        for part in range(3):
            depth, normal = collider.query(at)
            gone = step - 1 + part / 3
            fade = np.exp(-gone / 2.2)
            back = smoothstep(face.height(7.35), face.height(7.95), at[:, 1])
            back = back * smoothstep(0.5, 1.2, at[:, 2] - face.back)
            way = np.stack([side * 1.5 * top * fade, -1 + 0.6 * fade * top, -0.85 * back], 1)
            hug = smoothstep(face.height(6.9), face.height(7.2), at[:, 1])
            way -= normal * (np.clip((depth - layer) / 0.10, 0, 1) * 0.9 * hug)[:, None]
            if style == "long":
                _over_shoulder(face, at, way, ahead, strand, spread)
            touching = np.clip(1 - (depth - layer) / 0.05, 0, 1)[:, None]
            way = unit(way - touching * np.minimum((way * normal).sum(1, keepdims=True), 0) * normal)
            going = (at[:, 1] >= tip)[:, None]
            at = at + way * np.where(going[:, 0], stride, 0.0)[:, None]
            depth, normal = collider.query(at)
            wanted = layer * min(0.45 + (step + part / 3) / 3, 1)
            at = at + normal * np.clip(wanted - depth, 0, 0.08)[:, None] * going
            _keep_face_open(face, at)
        off = at - [0, 0, face.back + 0.3]
        level = np.hypot(off[:, 0], off[:, 2])
        aside = np.c_[off[:, 0], np.zeros(n), off[:, 2]] / np.maximum(level, 0.1)[:, None]
        points.append(at)
        normals.append(normal * np.clip(1.2 - depth * 1.5, 0.2, 1)[:, None] + 0.6 * aside)
    points = np.stack(points, 1)
    if style == "bob":
        turned = smoothstep(0.75, 1, np.linspace(0, 1, steps))[None, :, None]
        off = (points - [0, 0, face.back + 0.35]) * [1, 0, 1]
        points = points - turned * off * 0.10
    return points, np.stack(normals, 1), 0.035 + 0.03 * rng.random(n)
