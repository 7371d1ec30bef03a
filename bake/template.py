"""What depends on indices alone: which faces are skin and cloth, their masks and neck weights.

Masks are soft windows on the reference shape, so they carry over to every sitter.
"""

import functools
from dataclasses import dataclass

import numpy as np
import scipy.sparse as sp
import trimesh
from trimesh.ray.ray_pyembree import RayMeshIntersector

from . import base_mesh as base
from .geometry import (
    catmull_clark,
    clip_triangles,
    compact,
    signed_distance_to_polygon,
    smoothstep,
    subdivide_corner_uv,
    triangles,
    unit,
)

HAND = 0.5  # weight of the hand's bones from which a face is the hand's
CHAIN = ("body", "neck01", "neck02", "neck03", "head")
CROP_BELOW_NECK = 4.9  # [dm]: skin under cloth is left out from here on
WAIST = 0.75  # [dm] over the hip joint in the reference shape: trousers begin here
# Outline of the scalp in the reference shape's side view (z, y) [dm].
SCALP = np.array(
    [
        (1.60, 7.93),
        (1.345, 7.93),
        (1.22, 7.97),
        (1.12, 7.90),
        (1.0, 7.72),
        (0.95, 7.55),
        (0.86, 7.46),
        (0.80, 7.33),
        (0.76, 7.10),
        (0.64, 7.10),
        (0.62, 7.36),
        (0.52, 7.46),
        (0.34, 7.44),
        (0.22, 7.28),
        (0.18, 6.95),
        (0.08, 6.66),
        (-0.12, 6.56),
        (-1.2, 6.50),
        (-1.2, 9.0),
        (1.6, 9.0),
    ]
)


@dataclass(frozen=True)
class SkinTemplate:
    used: np.ndarray  # base indices the operator reads
    operator: sp.csr_matrix  # base vertices -> subdivided vertices
    faces: np.ndarray
    reference: np.ndarray  # subdivided reference shape [dm]
    chain: np.ndarray  # (n, 5) weights of CHAIN
    scalp: np.ndarray  # signed distance to the scalp outline [dm]
    ears: np.ndarray
    lips: np.ndarray
    brow: np.ndarray
    under_cloth: np.ndarray


@dataclass(frozen=True)
class ClothTemplate:
    used: np.ndarray
    operator: sp.csr_matrix
    quads: np.ndarray
    clip: sp.csr_matrix  # subdivided vertices -> with the vertices of the neckline cut
    faces: np.ndarray
    cut: np.ndarray
    chain: np.ndarray
    trousers: np.ndarray  # (n,) bool


@dataclass(frozen=True)
class HandsTemplate:
    used: np.ndarray
    faces: np.ndarray
    in_sleeve: np.ndarray  # (n,) share


@functools.cache
def reference_shape():
    return base.shape(base.macro_targets(0.5, 0.5, 0.5, 0.5, (1 / 3, 1 / 3, 1 / 3)))


@functools.cache
def _chain_weights():
    _, names, parents, weights = base.rig()

    def ancestor(bone):
        while bone >= 0 and names[bone] not in CHAIN:
            bone = parents[bone]
        return names[bone] if bone >= 0 else "body"

    columns = [CHAIN.index(ancestor(j)) for j in range(len(names))]
    gather = sp.csr_matrix((np.ones(len(names)), (range(len(names)), columns)))
    return np.asarray((weights @ gather).todense())


def _bone_weight(*prefixes):
    _, names, _, weights = base.rig()
    columns = [i for i, name in enumerate(names) if name.startswith(prefixes)]
    return np.asarray(weights[:, columns].sum(1)).ravel()


def _neckline(points, neck):
    """Height of the cloth's edge over each point of the reference shape [dm]."""
    x, _, z = points.T
    origin = base.joint(reference_shape(), "neck01")
    ahead = z - origin[2]
    crew = origin[1] - 0.02 - 0.42 * ahead
    if neck == "crew":
        return crew
    if neck == "vee":
        return crew - 1.0 * smoothstep(0.0, 0.35, ahead) * np.clip(1 - abs(x) / 0.74, 0, 1) - 0.02
    raise ValueError(f"unknown neck {neck!r}: crew or vee")


def _visible_quads(quads):
    """Quads seen from outside: drops the mouth cavity, deep nostrils and eye sockets."""
    shape, groups = reference_shape(), base.base_mesh().faces
    parts = [triangles(groups[g]) for g in ("body", "helper-l-eye", "helper-r-eye")]
    rays = RayMeshIntersector(trimesh.Trimesh(shape, np.concatenate(parts), process=False))
    centre = shape[quads].mean(1)
    normal = unit(np.cross(shape[quads[:, 2]] - shape[quads[:, 0]], shape[quads[:, 3]] - shape[quads[:, 1]]))
    seen = np.zeros(len(quads), bool)
    k = np.arange(200) + 0.5
    polar, turn = np.arccos(1 - 2 * k / 200), np.pi * (1 + 5**0.5) * k
    for a, b in zip(polar, turn, strict=True):
        d = np.array([np.cos(b) * np.sin(a), np.cos(a), np.sin(b) * np.sin(a)])
        open_ = np.where(~seen & (normal @ d > 0.02))[0]
        if len(open_):
            start = centre[open_] + normal[open_] * 1e-3
            seen[open_] = ~rays.intersects_any(start, np.repeat(d[None], len(open_), 0))
    touched = np.zeros(len(shape))
    touched[quads[seen].ravel()] = 1
    ring = (touched[quads] > 0).any(1)  # one ring wider, so that no gap opens at a lid or lip
    return ring | (_chain_weights()[quads][:, :, 4].min(1) < 0.5) | (centre[:, 2] < 0.55)


def _brow_mask(points):
    across = abs(points[:, 0])
    height = np.interp(across, [0.10, 0.22, 0.36, 0.50], [7.475, 7.535, 7.56, 7.49])
    half_width = np.interp(across, [0.10, 0.14, 0.36, 0.50], [0.02, 0.032, 0.026, 0.008])
    soft = 1 - smoothstep(0.6, 1.25, abs(points[:, 1] - height) / half_width)
    return soft * ((across > 0.125) & (across < 0.51) & (points[:, 2] > 1.0))


@functools.cache
def skin_template(neck):
    mesh, reference = base.base_mesh(), reference_shape()
    floor = base.joint(reference, "neck01")[1]
    y, limit, hand = reference[:, 1], _neckline(reference, neck), _bone_weight("wrist", "finger", "metacarpal")
    quads = mesh.faces["body"]
    hidden = (y[quads] < (limit[quads] - 0.28)).all(1) & (y[quads].max(1) < floor + 0.1)
    keep = ~hidden & (y[quads].max(1) > floor - CROP_BELOW_NECK) & (hand[quads].max(1) < HAND)
    keep &= _visible_quads(quads)
    used, faces = compact(quads[keep], len(reference))
    operator, fine = catmull_clark(faces, len(used))
    uv = subdivide_corner_uv(mesh.texture_points[mesh.texture_faces["body"][keep]])
    points = operator @ reference[used]
    ears = base.texture_mask("mpfb_ears.jpg", fine, uv, len(points))
    scalp = signed_distance_to_polygon(points[:, [2, 1]], SCALP)
    return SkinTemplate(
        used=used,
        operator=operator,
        faces=triangles(fine),
        reference=points,
        chain=np.clip(operator @ _chain_weights()[used], 0, 1),
        scalp=np.where(ears > 0.3, -0.1, scalp),
        ears=ears,
        lips=base.texture_mask("mpfb_lips.jpg", fine, uv, len(points)),
        brow=_brow_mask(points),
        under_cloth=smoothstep(0.02, 0.22, _neckline(points, neck) - points[:, 1]),
    )


@functools.cache
def hands_template():
    """The hands of the base mesh as they are: they are never large in a picture."""
    quads = base.base_mesh().faces["body"]
    hand = _bone_weight("wrist", "finger", "metacarpal")
    with_wrist = hand + _bone_weight("lowerarm02")
    used, faces = compact(quads[with_wrist[quads].max(1) >= HAND], len(reference_shape()))
    return HandsTemplate(used, triangles(faces), 1 - smoothstep(0.2, 0.7, hand[used]))


@functools.cache
def cloth_template(neck):
    """A close suit from the neckline to the feet; its sleeves end at the wrists."""
    reference = reference_shape()
    hand = _bone_weight("wrist", "finger", "metacarpal")
    quads = base.base_mesh().faces["helper-tights"]
    keep = (reference[quads][:, :, 1] < _neckline(reference, neck)[quads] + 0.25).any(1)
    keep &= hand[quads].max(1) < HAND
    used, faces = compact(quads[keep], len(reference))
    operator, fine = catmull_clark(faces, len(used))
    points = operator @ reference[used]
    kept, rows, cut = clip_triangles(triangles(fine), _neckline(points, neck) - points[:, 1])
    arm = np.clip(operator @ _bone_weight("upperarm", "lowerarm", "shoulder", "wrist")[used], 0, 1)
    over_waist = np.where(arm < 0.5, points[:, 1] - base.joint(reference, "upperleg01.L")[1] - WAIST, 1.0)
    over_waist = np.concatenate([over_waist, np.ones(len(rows))])
    above, upper_rows, _ = clip_triangles(kept, over_waist)
    below, lower_rows, _ = clip_triangles(kept, -over_waist)
    below = np.where(below >= len(over_waist), below + len(upper_rows), below)
    rows = np.concatenate([rows, upper_rows, lower_rows])
    trousers = np.concatenate([over_waist <= 0, np.zeros(len(upper_rows), bool), np.ones(len(lower_rows), bool)])
    i, j, t = rows[:, 0].astype(int), rows[:, 1].astype(int), rows[:, 2]
    lines = np.arange(len(rows))
    between = sp.csr_matrix((np.r_[1 - t, t], (np.r_[lines, lines], np.r_[i, j])), (len(rows), len(points)))
    clip = sp.vstack([sp.identity(len(points)), between]).tocsr()
    chain = clip @ operator @ _chain_weights()[used]
    return ClothTemplate(used, operator, fine, clip, np.concatenate([above, below]), cut, chain, trousers)
