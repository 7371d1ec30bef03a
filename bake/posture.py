"""Arms down, lids open, legs bent: from the data's standing pose to a sitter's."""

import numpy as np
import trimesh
from scipy.spatial.transform import Rotation
from trimesh.ray.ray_pyembree import RayMeshIntersector

from . import base_mesh as base
from .geometry import fit_sphere, triangles

LEFT_EYE, RIGHT_EYE = slice(14598, 14670), slice(14670, 14742)
ARM_FROM_VERTICAL = 6.0  # [degrees]
# Shares of the arm's fall: collar bone, shoulder, upper arm.
ARM_SHARES = (("clavicle.", 0.12), ("shoulder01.", 0.16), ("upperarm01.", 0.72))


def _about(axis, degrees):
    return Rotation.from_euler(axis, degrees, degrees=True).as_matrix()


# Seated: thighs level, shins upright, forearms and turned hands toward the thighs; standing: arms nearly straight
# (assumptions).
THIGH, KNEES_APART, SHIN = -84.0, 5.0, 84.0
FOREARM, FOREARM_INWARD = {True: -26.0, False: 24.0}, {True: 26.0, False: -4.0}
PALM_TURN = {True: 65.0, False: 0.0}


def _arm_rotations(vertices, seated):
    rotations = {}
    for side, sign in (("L", 1), ("R", -1)):
        arm = base.joint(vertices, f"lowerarm01.{side}") - base.joint(vertices, f"upperarm01.{side}")
        fall = np.degrees(np.arctan2(sign * arm[0], -arm[1])) - ARM_FROM_VERTICAL
        for bone, share in ARM_SHARES:
            rotations[bone + side] = _about("z", -sign * fall * share)
        rotations["upperarm01." + side] = _about("x", 2.0) @ rotations["upperarm01." + side]
        fallen = _about("z", -sign * fall) @ _about("x", 2.0)
        bent = _about("y", -sign * FOREARM_INWARD[seated]) @ _about("x", FOREARM[seated])
        rotations["lowerarm01." + side] = fallen.T @ bent @ fallen
        along = base.joint(vertices, f"wrist.{side}") - base.joint(vertices, f"lowerarm01.{side}")
        along *= np.radians(sign * PALM_TURN[seated]) / np.linalg.norm(along)
        for bone in ("lowerarm02.", "wrist."):
            rotations[bone + side] = Rotation.from_rotvec(along / 2).as_matrix()
        if seated:
            rotations["upperleg01." + side] = _about("y", sign * KNEES_APART) @ _about("x", THIGH)
            rotations["lowerleg01." + side] = _about("x", SHIN)
    return rotations


def arms_down(vertices, seated):
    """Linear blend skinning of the rest shape with both arms hanging, or seated with hands on the thighs, (19158, 3) [dm]."""
    _, names, parents, weights = base.rig()
    rotations, done = _arm_rotations(vertices, seated), {-1: np.eye(4)}

    def transform(bone):
        if bone not in done:
            head = base.joint(vertices, names[bone])
            local = np.eye(4)
            local[:3, :3] = rotations.get(names[bone], np.eye(3))
            local[:3, 3] = head - local[:3, :3] @ head
            done[bone] = transform(parents[bone]) @ local
        return done[bone]

    matrices = np.array([transform(j)[:3] for j in range(len(names))])
    blended = (weights @ matrices.reshape(len(names), 12)).reshape(-1, 3, 4)
    return np.einsum("nab,nb->na", blended[:, :, :3], vertices) + blended[:, :, 3]


def _lid_height(targets):
    """How far the upper lid stands over the eye's centre, seen from the front [mm]."""
    vertices, groups = base.shape(*targets), base.base_mesh().faces
    centre, _ = fit_sphere(vertices[LEFT_EYE])
    body, eye = triangles(groups["body"]), triangles(groups["helper-l-eye"])
    rays = RayMeshIntersector(trimesh.Trimesh(vertices, np.vstack([body, eye]), process=False))
    heights = np.linspace(-0.08, 0.08, 161)
    start = np.c_[np.full(161, centre[0]), centre[1] + heights, np.full(161, centre[2] + 5)]
    first = rays.intersects_first(start, np.repeat([[0, 0, -1.0]], 161, 0))
    return float(heights[first >= len(body)].max() * 100)


def open_lids(targets, ancestry, height):
    """Adds the lid target that brings the upper lid to `height` [mm] over the eye's centre."""

    def lids(weight):
        return {f"expression/units/{ancestry}/eye-{s}-opened-up": weight for s in ("left", "right")}

    rest, full = _lid_height(targets), _lid_height([*targets, lids(1.0)])
    weight = float(np.clip((height - rest) / max(full - rest, 0.3), -0.5, 1.5))
    return [*targets, lids(weight)]
