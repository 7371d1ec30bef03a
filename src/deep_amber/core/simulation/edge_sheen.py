"""Sheen on the outline of the head toward the lens: what a light from behind draws."""

import math

import numpy as np

from ..model.light import Light
from ..picture.seen import F0, ROUGHNESS
from ..sitter.kinds import HAIR_KIND, SKIN_KIND
from ..sitter.mesh import HAIR, SCALP
from ..transport.direct import visibility
from ..transport.emitter import ROUND
from ..transport.hemisphere import RAY_START
from ..transport.sampling import rotations
from ..transport.shine import lit_surfaces
from .layers import parts
from .obstacles import obstacles, rows_of
from .sensors import Sensors
from .stages import Stages

GRID = (3, 4)  # samples of the shine and of its shadows


def edge_sheen(stages: Stages, light: Light, sensors: Sensors, rows: np.ndarray) -> np.ndarray:
    """(k, 3) sheen of one light at full output on some of the points, as values of a white surface's illuminance [lx].

    Parameters
    ----------
    sensors : surfaces; rows : (k,) those of them on the outline
    """
    points, normals = sensors.points[rows], sensors.axes[rows]
    views = stages.photo_set.camera.place.array - points
    views = (views / np.linalg.norm(views, axis=1, keepdims=True)).astype(np.float32)
    assert sensors.strands is not None
    tangents = sensors.strands[rows]
    hair = bool(np.isin(stages.mesh.parts, (HAIR, SCALP)).any())
    kinds = np.full(len(rows), HAIR_KIND if hair else SKIN_KIND, np.uint8)
    out = np.zeros((len(rows), 3))
    for part in parts(stages, light):
        diffuse, shine = np.zeros(len(rows), np.float32), np.zeros(len(rows), np.float32)
        lit_surfaces(
            points,
            normals,
            views,
            tangents,
            kinds,
            np.arange(len(rows)),
            ROUGHNESS,
            F0,
            part.emitter,
            GRID,
            diffuse,
            shine,
        )
        if not shine.any():
            continue
        grid = GRID if part.emitter.row[ROUND] == 0 else (2, 6)
        quads, lift = rows_of(obstacles(stages, light, part.emitter)), np.full(len(rows), RAY_START, np.float32)
        seen = visibility(stages.rays(), points, normals, lift, part.emitter, quads, grid, rotations(len(rows), 0.43))
        out += (math.pi * shine * np.maximum(seen, 0))[:, None] * part.radiance
    return out
