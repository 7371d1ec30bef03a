"""Where the eyes look: each eyeball turned in its socket. The head and what it is read by stay as they are."""

import math
from functools import lru_cache

import numpy as np

from ..geometry.vectors import rotation
from ..model.point import Point
from ..model.sitter import Sitter
from .face import head_frame
from .mesh import EYE_LEFT, SitterMesh

ASIDE, UPRIGHT = 30.0, 20.0  # degrees that an eye turns to either side, and up or down (assumption: without strain)
TOO_FAR = 45.0  # degrees of the lens off the nose from which nobody looks at it without turning the head (assumption)
RINGS, SPOKES = 16, 32  # of an eyeball's vertices about its axis


def _turned(aside: float, up: float) -> np.ndarray:
    """(3, 3) an eye turned to the sitter's left and up [degrees], no farther than eyes go."""
    y, x = math.radians(min(max(aside, -ASIDE), ASIDE)), math.radians(min(max(up, -UPRIGHT), UPRIGHT))
    return rotation((0, y, 0)) @ rotation((-x, 0, 0))


@lru_cache(maxsize=64)
def gaze_rotations(mesh: SitterMesh, sitter: Sitter, lens: Point) -> tuple[np.ndarray, np.ndarray]:
    """Rotations (3, 3) of the sitter's left and right eye in the head at rest.

    Parameters
    ----------
    mesh, sitter : who sits, in which pose
    lens : place of the lens [m]
    """
    if sitter.gaze == "elsewhere":
        both = _turned(sitter.gaze_turn, -sitter.gaze_down)
        return both, both
    to_lens = head_frame(mesh, sitter).in_head(lens.array)
    off = math.degrees(math.acos(float(np.clip(to_lens[2] / max(float(np.linalg.norm(to_lens)), 1e-9), -1, 1))))
    if sitter.gaze == "along the nose" or off > TOO_FAR:
        return np.eye(3), np.eye(3)
    made = []
    for eye in mesh.eyes:
        x, y, z = to_lens - eye[:3]
        made.append(_turned(math.degrees(math.atan2(x, z)), math.degrees(math.atan2(y, math.hypot(x, z)))))
    return made[0], made[1]


def eyes_in_room(mesh: SitterMesh, sitter: Sitter, lens: Point) -> np.ndarray:
    """(2, 6) centre of each eyeball and of its cornea as the eyes look [m]."""
    head, out = head_frame(mesh, sitter), np.empty((2, 6))
    for k, (eye, turn) in enumerate(zip(mesh.eyes.astype(float), gaze_rotations(mesh, sitter, lens), strict=True)):
        out[k, :3] = head.in_room(eye[:3])
        out[k, 3:] = head.in_room(eye[:3] + turn @ (eye[3:6] - eye[:3]))
    return out


@lru_cache(maxsize=8)
def eye_surface(mesh: SitterMesh) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """An eyeball by rings about its axis: the rings' angles from it (RINGS,), those of their normals (RINGS,), and
    colours (RINGS, SPOKES, 3)."""
    own = mesh.parts == EYE_LEFT
    off, normals, colours = mesh.vertices[own] - mesh.eyes[0, :3], mesh.normals[own], mesh.colours[own]
    from_axis = np.arccos(np.clip(off[:, 2] / np.linalg.norm(off, axis=1), -1, 1))
    rings = np.argsort(from_axis, kind="stable").reshape(RINGS, SPOKES)
    around = np.arctan2(off[rings, 1], off[rings, 0])
    rings = np.take_along_axis(rings, np.argsort(around, axis=1), 1)
    tilt = np.arccos(np.clip(normals[rings, 2], -1, 1)).mean(1)
    return from_axis[rings].mean(1), tilt, colours[rings].astype(float)


def looked_at(mesh: SitterMesh, ways: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """Colour (n, 3) and normal (n, 3) of an eyeball at unit ways (n, 3) from its middle, in its own frame."""
    angles, tilts, colours = eye_surface(mesh)
    from_axis, around = np.arccos(np.clip(ways[:, 2], -1, 1)), np.arctan2(ways[:, 1], ways[:, 0])
    ring = np.interp(from_axis, angles, np.arange(RINGS))
    low = np.minimum(ring.astype(int), RINGS - 2)
    spoke = (around + np.pi) / (2 * np.pi) * SPOKES
    first = spoke.astype(int) % SPOKES
    part_r, part_s = (ring - low)[:, None], (spoke % 1)[:, None]
    on = [colours[low + k, first] * (1 - part_s) + colours[low + k, (first + 1) % SPOKES] * part_s for k in (0, 1)]
    tilt = np.interp(from_axis, angles, tilts)
    normal = np.stack([np.sin(tilt) * np.cos(around), np.sin(tilt) * np.sin(around), np.cos(tilt)], 1)
    return on[0] * (1 - part_r) + on[1] * part_r, normal
