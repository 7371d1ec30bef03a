"""Glasses: two rims, a bridge and temples, carried by the head. Their glass is clear."""

from dataclasses import replace

import numpy as np

from .mesh import CHAIN_HEAD, GLASSES, SitterMesh

# Assumptions after common frames [m].
LENS_HALF_WIDTH, LENS_HALF_HEIGHT, LENS_UNDER_EYE = 0.0245, 0.019, 0.003
BEFORE_EYE = 0.026  # of the lens before the eye's centre
SQUARENESS = 3.0  # exponent of the rim's superellipse
RIM = {"thin": 0.0009, "heavy": 0.0022}  # half thickness
COLOUR = {"thin": (0.10, 0.09, 0.08), "heavy": (0.02, 0.018, 0.017)}
AROUND, SIDES = 36, 6


def lens_places(mesh: SitterMesh) -> np.ndarray:
    """(2, 3) middles of the sitter's left and right lens at rest [m]."""
    return mesh.eyes[:, :3] + [0.0, -LENS_UNDER_EYE, BEFORE_EYE]


def _tube(path: np.ndarray, radius: float, closed: bool) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """Vertices, normals and faces of a round wire along a path (n, 3)."""
    n = len(path)
    along = np.roll(path, -1, 0) - np.roll(path, 1, 0) if closed else np.gradient(path, axis=0)
    along /= np.linalg.norm(along, axis=1, keepdims=True)
    side = np.cross(along, np.where(np.abs(along[:, 2:]) < 0.9, [[0.0, 0.0, 1.0]], [[0.0, 1.0, 0.0]]))
    side /= np.linalg.norm(side, axis=1, keepdims=True)
    up = np.cross(side, along)
    turn = 2 * np.pi * np.arange(SIDES) / SIDES
    normals = side[:, None] * np.cos(turn)[None, :, None] + up[:, None] * np.sin(turn)[None, :, None]
    vertices = path[:, None] + normals * radius
    index = np.arange(n * SIDES).reshape(n, SIDES)
    here, there = (index, np.roll(index, -1, 0)) if closed else (index[:-1], index[1:])
    a, b, c, d = here, np.roll(here, -1, 1), np.roll(there, -1, 1), there
    faces = np.concatenate([np.stack([a, b, c], -1).reshape(-1, 3), np.stack([a, c, d], -1).reshape(-1, 3)])
    return vertices.reshape(-1, 3), normals.reshape(-1, 3), faces


def _rim(middle: np.ndarray) -> np.ndarray:
    turn = 2 * np.pi * np.arange(AROUND) / AROUND
    c, s = np.cos(turn), np.sin(turn)
    x, y = (np.sign(k) * np.abs(k) ** (2 / SQUARENESS) for k in (c, s))
    return middle + np.stack([LENS_HALF_WIDTH * x, LENS_HALF_HEIGHT * y, np.zeros(AROUND)], 1)


def _wires(mesh: SitterMesh) -> list[tuple[np.ndarray, bool]]:
    left, right = lens_places(mesh)
    made = [(_rim(left), True), (_rim(right), True)]
    inner = [left + [-LENS_HALF_WIDTH, 0.005, 0], right + [LENS_HALF_WIDTH, 0.005, 0]]
    middle = (inner[0] + inner[1]) / 2 + [0, 0.003, 0.002]
    made.append((np.array([inner[0], middle, inner[1]]), False))
    for lens, side, ear in ((left, 1, "ear_top_L"), (right, -1, "ear_top_R")):
        hinge = lens + [side * LENS_HALF_WIDTH, 0.008, 0.0]
        over_ear = mesh.vertices[mesh.landmarks[ear]].astype(float) + [side * 0.004, 0.004, 0.0]
        corner = hinge + [side * 0.006, 0.0, -0.006]
        made.append((np.array([hinge, corner, over_ear, over_ear + [0.0, -0.02, -0.025]]), False))
    return made


def with_glasses(mesh: SitterMesh, kind: str) -> SitterMesh:
    """The mesh with glasses of a kind, "thin" or "heavy", added; its own vertices stay first and in order."""
    from scipy.spatial import cKDTree  # at first use: loading it takes half a second

    vertices, normals, faces, start = [], [], [], len(mesh.vertices)
    for path, closed in _wires(mesh):
        v, n, f = _tube(path, RIM[kind], closed)
        vertices.append(v)
        normals.append(n)
        faces.append(f + start)
        start += len(v)
    added, count = np.concatenate(vertices), start - len(mesh.vertices)
    new_faces = np.concatenate(faces)
    # Each new face bounces light with the sitter's patch that is nearest.
    own = mesh.vertices[mesh.faces[:, 0]]
    middle = added[new_faces[:, 0] - len(mesh.vertices)]
    chain = np.zeros((count, mesh.chain.shape[1]), np.float32)
    chain[:, CHAIN_HEAD] = 1
    return replace(
        mesh,
        vertices=np.concatenate([mesh.vertices, added.astype(np.float32)]),
        normals=np.concatenate([mesh.normals, np.concatenate(normals).astype(np.float32)]),
        tangents=np.concatenate([mesh.tangents, np.zeros((count, 3), np.float32)]),
        colours=np.concatenate([mesh.colours, np.tile(np.array(COLOUR[kind], np.float32), (count, 1))]),
        gloss=np.concatenate([mesh.gloss, np.ones(count, np.float32)]),
        hair=np.concatenate([mesh.hair, np.zeros(count, np.float32)]),
        faces=np.concatenate([mesh.faces, new_faces.astype(np.int32)]),
        parts=np.concatenate([mesh.parts, np.full(count, GLASSES, mesh.parts.dtype)]),
        chain=np.concatenate([mesh.chain, chain]),
        clusters=np.concatenate([mesh.clusters, mesh.clusters[cKDTree(own).query(middle)[1]]]),
    )
