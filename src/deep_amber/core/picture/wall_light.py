"""Unshadowed light on room and backdrop: smooth over the picture, so found at every few pixels and carried between."""

import math

import numba as nb
import numpy as np

from ..scene.set import Set
from ..transport.direct import unshadowed
from ..transport.emitter import FINER, HAS_GATE, Emitter
from ..transport.workers import in_chunks
from .lens_rays import Size, directions
from .seen import Seen, walls_seen

STEP = 8  # pixels between the places
SHARP = 0.25  # beams that change faster than this (emitter's FINER) are found at every pixel


def wall_places(photo_set: Set, size: Size) -> Seen:
    """Room and backdrop at the corners of cells of STEP pixels, as if the sitter were away."""
    columns, rows = math.ceil(size.width / STEP) + 1, math.ceil(size.height / STEP) + 1
    y, x = np.mgrid[0:rows, 0:columns]
    places = np.stack([x * STEP / size.width, y * STEP / size.height], -1).reshape(-1, 2)
    return walls_seen(photo_set, directions(photo_set.camera, size.aspect, places))


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _carried(rows, points, normals, width, step, columns, at_points, at_normals, light, out, start, stop):
    """Bilinear between four places of the same plane; -1 where they are not."""
    for j in range(start, stop):
        i = rows[j]
        x, y = (i % width + 0.5) / step, (i // width + 0.5) / step
        cx, cy = int(x), int(y)
        fx, fy = x - cx, y - cy
        total = 0.0
        for k in range(4):
            dx, dy = k % 2, k // 2
            node = (cy + dy) * columns + cx + dx
            off, facing = 0.0, 0.0
            for c in range(3):
                off += (at_points[node, c] - points[j, c]) * normals[j, c]
                facing += at_normals[node, c] * normals[j, c]
            if abs(off) > 2e-3 or facing < 0.999:
                total = -1.0
                break
            total += light[node] * (fx if dx else 1 - fx) * (fy if dy else 1 - fy)
        out[j] = total


def wall_light(seen: Seen, at: Seen, size: Size, emitter: Emitter, cell: float) -> np.ndarray:
    """(walls,) illuminance at seen.on_walls by the emitter at radiance 1, nothing in the way.

    Parameters
    ----------
    seen : the picture's surfaces; at : `wall_places` of the same picture
    cell : as for `unshadowed`
    """
    points, normals = seen.walls
    if emitter.row[HAS_GATE] > 0 or emitter.row[FINER] < SHARP:
        return unshadowed(points, normals, emitter, cell)
    light = unshadowed(at.points, at.normals, emitter, cell)
    out = np.empty(len(points), np.float32)
    columns = math.ceil(size.width / STEP) + 1
    in_chunks(
        lambda a, b: _carried(seen.on_walls, points, normals, size.width, STEP, columns, at.points, at.normals, light, out, a, b),
        len(points), 16384,
    )  # fmt: skip
    alone = np.where(out < 0)[0]
    out[alone] = unshadowed(points[alone], normals[alone], emitter, cell)
    return out
