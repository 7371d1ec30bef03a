"""Unshadowed light on room and backdrop: smooth over the picture, so found at every few pixels and carried between."""

import math
from dataclasses import dataclass

import numba as nb
import numpy as np

from ..model.set import Set
from ..transport.direct import unshadowed
from ..transport.emitter import FINER, HAS_GATE, Emitter
from ..transport.workers import in_chunks
from .lens_rays import Size, directions
from .seen import Seen, walls_seen

STEP = 8  # pixels between the places
SHARP = 0.25  # beams that change faster than this (emitter's FINER) are found at every pixel


@dataclass(frozen=True, eq=False)
class WallPlaces:
    at: Seen
    """Room and backdrop at the corners of cells of STEP pixels, as if the sitter were away."""
    between: np.ndarray
    """(walls,) bool: the pixel lies on the same plane as the corners of its cell."""


def wall_places(photo_set: Set, size: Size, seen: Seen) -> WallPlaces:
    """The places between which light on the walls of a picture is carried; seen : the picture's surfaces."""
    columns, rows = math.ceil(size.width / STEP) + 1, math.ceil(size.height / STEP) + 1
    y, x = np.mgrid[0:rows, 0:columns]
    places = np.stack([x * STEP / size.width, y * STEP / size.height], -1).reshape(-1, 2)
    at = walls_seen(photo_set, directions(photo_set.camera, size.aspect, places))
    rows_of_walls = seen.on_walls
    between = np.empty(len(rows_of_walls), np.bool_)
    in_chunks(
        lambda a, b: _between(
            rows_of_walls, seen.points, seen.normals, size.width, columns, at.points, at.normals, between, a, b
        ),
        len(between),
        8192,
    )
    return WallPlaces(at, between)


@nb.njit(inline="always", error_model="numpy")
def _cell(i, width, columns):
    """First corner of a pixel's cell, and the pixel's place in it, 0..1 each."""
    x, y = np.float32(i % width + 0.5) / np.float32(STEP), np.float32(i // width + 0.5) / np.float32(STEP)
    cx, cy = int(x), int(y)
    return cy * columns + cx, x - np.float32(cx), y - np.float32(cy)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _between(rows, points, normals, width, columns, at_points, at_normals, out, start, stop):
    for j in range(start, stop):
        i = rows[j]
        corner, _, _ = _cell(i, width, columns)
        out[j] = True
        for k in (0, 1, columns, columns + 1):
            off, facing = 0.0, 0.0
            for c in range(3):
                off += (at_points[corner + k, c] - points[i, c]) * normals[i, c]
                facing += at_normals[corner + k, c] * normals[i, c]
            if abs(off) > 2e-3 or facing < 0.999:
                out[j] = False


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _carried(rows, between, width, columns, light, out, start, stop):
    """Bilinear between four places; zero where the pixel is not between them."""
    one = np.float32(1)
    for j in range(start, stop):
        corner, x, y = _cell(rows[j], width, columns)
        above = light[corner] * (one - x) + light[corner + 1] * x
        under = light[corner + columns] * (one - x) + light[corner + columns + 1] * x
        out[j] = above * (one - y) + under * y if between[j] else 0


def wall_light(seen: Seen, places: WallPlaces, size: Size, emitter: Emitter, cell: float) -> np.ndarray:
    """(walls,) illuminance at seen.on_walls by the emitter at radiance 1, nothing in the way.

    Parameters
    ----------
    seen : the picture's surfaces; places : `wall_places` of the same picture
    cell : as for `unshadowed`
    """
    if emitter.row[HAS_GATE] > 0 or emitter.row[FINER] < SHARP:
        return unshadowed(*seen.walls, emitter, cell)
    light = unshadowed(places.at.points, places.at.normals, emitter, cell)
    out = np.empty(len(places.between), np.float32)
    columns = math.ceil(size.width / STEP) + 1
    in_chunks(
        lambda a, b: _carried(seen.on_walls, places.between, size.width, columns, light, out, a, b), len(out), 16384
    )
    alone = np.where(~places.between)[0]
    rows = seen.on_walls[alone]
    out[alone] = unshadowed(seen.points[rows], seen.normals[rows], emitter, cell)
    return out
