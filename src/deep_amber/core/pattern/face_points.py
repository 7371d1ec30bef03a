"""Where the pattern is read: points over the front of the face, and the part of the face that each lies on."""

from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import TYPE_CHECKING

import numpy as np

from ..sitter.mesh import EYE_LEFT, EYE_RIGHT, GLASSES, LASH, SKIN, SitterMesh
from ..transport.tracer import build_tracer

if TYPE_CHECKING:
    from scipy.sparse import csr_array

STEP = 0.004  # [m] of the grid on the adult's face; a smaller face has a finer one
ACROSS, UP, DOWN, DEEP = 0.08, 0.08, 0.105, 0.085  # [m] of the grid about the eyes, and how far back a point may lie
ADULT_EYE, ADULT_MOUTH = 0.0305, 0.0735  # [m] of the eyes from the middle, of the mouth under them
NEIGHBOURS = ((-1, -1), (-1, 0), (-1, 1), (0, -1), (0, 1), (1, -1), (1, 0), (1, 1))  # rows, columns
NOSE_OUT, NOSE_DEEP = (0.008, 0.019), 0.014  # [m] half width at the bridge and at the wings; depth of its side
EYES_BROAD = 0.017  # [m] half width of an eye's opening


@dataclass(frozen=True, eq=False)
class FacePoints:
    """Points on the face at rest, in the head's frame: x to the sitter's left, y up, z where the nose points [m]."""

    points: np.ndarray  # (n, 3) float32
    normals: np.ndarray  # (n, 3) float32
    neighbours: np.ndarray  # (n, 8) int32, index of the next point each way; -1 for none
    cell: np.ndarray  # (n, 2) int32, row from the top and column from the sitter's right
    regions: dict[str, np.ndarray]  # (n,) bool each; "_L" and "_R" are the sitter's sides
    scale: tuple[float, float]
    """Width and height of this face against the adult's that the regions are stated for."""
    centre: np.ndarray  # (3,) what directions of light are measured from

    @cached_property
    def smoothing(self) -> "csr_array":
        """(n, n): half a point itself, half the mean of it and its neighbours."""
        from scipy.sparse import csr_array  # at first use: loading it takes half a second

        known = self.neighbours >= 0
        count = known.sum(1) + 1
        own = np.arange(len(self.points))
        rows, columns = np.r_[own, np.nonzero(known)[0]], np.r_[own, self.neighbours[known]]
        share = np.r_[0.5 + 0.5 / count, np.repeat(0.5 / count, known.sum(1))]
        return csr_array((share, (rows, columns)), shape=(len(own), len(own)))

    @property
    def step(self) -> float:
        """Height of a grid cell [m]."""
        return STEP * self.scale[1]


def _mid_lips(mesh: SitterMesh) -> float:
    return float(mesh.vertices[[mesh.landmarks["upper_lip"], mesh.landmarks["lower_lip"]], 1].mean())


def _regions(
    mesh: SitterMesh, points: np.ndarray, normals: np.ndarray, skin: np.ndarray, scale: tuple[float, float]
) -> dict[str, np.ndarray]:
    """The parts of the face, stated in metres of an adult's face and scaled to this one."""
    wide, high = scale
    across, y = points[:, 0] / wide, points[:, 1] / high
    marks = {k: mesh.vertices[mesh.landmarks[k]] / [wide, high, 1.0] for k in ("subnasale", "nose_bridge")}
    base, mouth = float(marks["subnasale"][1]), -ADULT_MOUTH
    long = float(marks["nose_bridge"][1]) - base
    share = np.clip(-y / -base, 0, 1)  # from the eyes down to the nose's base
    half = NOSE_OUT[0] + (NOSE_OUT[1] - NOSE_OUT[0]) * share
    nose = (
        (np.abs(across) < half) & (y < 0.004) & (y > base - 0.002) & (points[:, 2] > marks["subnasale"][2] - NOSE_DEEP)
    )
    off_nose = skin & ~nose
    brow = 0.030
    regions = {"skin": skin, "nose": nose & skin}
    for name, side in (("L", 1), ("R", -1)):
        x = across * side
        regions |= {
            f"half_{name}": skin & (x > 0.004),
            f"cheek_{name}": off_nose & (x > 0.018) & (x < 0.05) & (y < -0.022) & (y > mouth + 0.008),
            f"under_eye_{name}": off_nose & (x > 0.012) & (x < 0.062) & (y < -0.017) & (y > base - 0.006),
            f"side_{name}": off_nose & (x > 0) & (x < 0.068) & (y < -0.016) & (y > mouth - 0.028),
            f"flank_{name}": skin & (x > 0.007) & (x < 0.026) & (y > base + 0.002) & (y < base + 0.6 * long),
            f"socket_{name}": (np.abs(x - ADULT_EYE) < EYES_BROAD) & (np.abs(y + 0.002) < 0.009),
            f"brow_{name}": skin & (x > 0.006) & (x < 0.05) & (y > brow) & (y < brow + 0.035),
        }
        regions[f"mouth_level_{name}"] = regions[f"side_{name}"] & (y < mouth + 0.003)
    regions["forehead"] = regions["brow_L"] | regions["brow_R"]
    regions["facing_up"] = off_nose & (normals[:, 1] > 0.2) & (y > -0.07)
    regions["facing_down"] = skin & (normals[:, 1] < -0.3) & (np.abs(across) < 0.05) & (y < 0.02)
    return regions


@lru_cache(maxsize=8)
def face_points(mesh: SitterMesh) -> FacePoints:
    """The points of a sitter's face: where parallel rays from before it first meet skin or eyes.

    Points under hair are left out; glasses are looked through, as their shadow is the rays' affair.
    """
    wide = float(mesh.eyes[:, 0].max() - mesh.eyes[:, 0].min()) / 2 / ADULT_EYE
    high = -_mid_lips(mesh) / ADULT_MOUTH
    columns = np.arange(-round(ACROSS / STEP), round(ACROSS / STEP) + 1)
    rows = np.arange(round((UP + DOWN) / STEP) + 1)
    row, column = (k.ravel() for k in np.meshgrid(rows, columns, indexing="ij"))
    start = np.stack([column * STEP * wide, (UP - row * STEP) * high, np.full(len(row), 0.3)], 1).astype(np.float32)
    faces = mesh.faces[~np.isin(mesh.parts[mesh.faces[:, 0]], (LASH, GLASSES))]
    ahead = np.repeat(np.array([[0, 0, -1]], np.float32), len(start), 0)
    hit, distance, place = build_tracer(mesh.vertices, faces).first_hits(start, ahead)
    part = np.where(hit >= 0, mesh.parts[faces[hit, 0]], LASH)
    kept = np.isin(part, (SKIN, EYE_LEFT, EYE_RIGHT)) & (0.3 - distance > -DEEP)
    # Hair falls to one side: what it covers there is left out on the other too, so that left and right compare alike.
    grid = kept.reshape(len(rows), len(columns))
    kept = (grid & grid[:, ::-1]).ravel()
    hit, place = hit[kept], place[kept]
    weights = np.stack([1 - place.sum(1), place[:, 0], place[:, 1]], 1)
    points = start[kept] + ahead[kept] * distance[kept, None]
    normals = np.einsum("nk,nkc->nc", weights, mesh.normals[faces[hit]])
    normals /= np.linalg.norm(normals, axis=1, keepdims=True)
    index = np.full((len(rows) + 2, len(columns) + 2), -1, np.int32)
    r, c = row[kept] + 1, column[kept] - columns[0] + 1
    index[r, c] = np.arange(len(points))
    neighbours = np.stack([index[r + dr, c + dc] for dr, dc in NEIGHBOURS], 1)
    skin = part[kept] == SKIN
    return FacePoints(
        points.astype(np.float32),
        normals.astype(np.float32),
        np.ascontiguousarray(neighbours),
        np.stack([r - 1, c - 1], 1).astype(np.int32),
        _regions(mesh, points, normals, skin, (wide, high)),
        (wide, high),
        np.array([0.0, -0.03 * high, 0.0]),
    )
