"""Bounced light: patches, form factors, and each light's radiosity."""

from dataclasses import dataclass

import numpy as np

from ..kit.emission import Emission
from ..model.light import Light
from ..transport.bounce import form_factors, radiosity, thrown_on
from ..transport.direct import illuminance
from ..transport.hemisphere import RAY_START, View, look_around, patches_seen
from ..transport.patches import POINTS_A_PATCH, Patches, build_patches, patch_rotations, skin_places
from ..transport.quads import quad_rows
from ..transport.sampling import rotations
from .obstacles import between_walls, rows_of, sheets
from .quality import PATCH_RAYS, SECONDARY_GRID, SMALL
from .secondary import Secondary, light_of, secondaries
from .stages import Key, Stages, framed, panels_standing, standing


def bounce_key(stages: Stages) -> Key:
    """What form factors depend on."""
    return stages.once(
        "bounce key", lambda: Key((standing(stages.photo_set), tuple(sheets(stages)), stages.quality.wall_cell))
    )


def sheet_rows(stages: Stages) -> np.ndarray:
    """Rows of everything bounced light meets beside walls and sitter."""
    return quad_rows([sheet.quad for sheet in sheets(stages)])


def patches(stages: Stages) -> Patches:
    """The patches of walls, sitter and sheets."""
    return stages.memory.keep(
        "patches",
        bounce_key(stages),
        lambda: build_patches(
            stages.photo_set.room, (stages.mesh, stages.posed()), sheets(stages), stages.quality.wall_cell
        ),
    )


def factors(stages: Stages) -> np.ndarray:
    """(patches, patches) form factors."""
    q, every = stages.quality, stages.quality.patch_points

    def looked(first: int, last: int) -> View:
        p = patches(stages)
        points, normals, turn = (a[first:last:every] for a in (p.points, p.normals, patch_rotations(p)))
        return look_around(stages.rays(), skin_places(stages.mesh), points, normals, PATCH_RAYS, turn)

    def make() -> np.ndarray:
        stages.go_on()
        p = patches(stages)
        seen = [patches_seen(view, p, sheet_rows(stages)) for view in views()]
        return form_factors(np.concatenate(seen), p.count)

    def views() -> list[View]:
        """Walls, sitter and backdrop look round once; the view from panels and umbrellas follows these."""
        p = patches(stages)
        cells = p.quad_cells[1:, 0]
        split = 9 * int(cells[cells >= 0].min()) if (cells >= 0).any() else len(p.points)
        fixed = stages.memory.keep("patch view", (stages.key(standing), q.wall_cell, every), lambda: looked(0, split))
        if split == len(p.points):
            return [fixed]
        return [
            fixed,
            stages.memory.keep("panel view", (bounce_key(stages), every), lambda: looked(split, len(p.points))),
        ]

    return stages.memory.keep("form factors", (bounce_key(stages), q.patch_points), make)


def coarse_patches(stages: Stages) -> np.ndarray:
    """Patches seen from the coarse picture places, (n, rays)."""
    key = (stages.key(framed), stages.coarse_size(), stages.quality.bounce_grid)

    def view() -> View:
        stages.go_on()
        coarse = stages.coarse()
        turn = rotations(len(coarse.points))
        return look_around(
            stages.rays(), skin_places(stages.mesh), coarse.points, coarse.normals, stages.quality.bounce_grid, turn
        )

    kept = stages.keep_picture("coarse view", key, view)
    return stages.keep_picture(
        "coarse patches",
        (key, bounce_key(stages)),
        lambda: patches_seen(kept, patches(stages), sheet_rows(stages), in_places=True),
    )


@dataclass(frozen=True, eq=False)
class Bounces:
    seen: np.ndarray  # (patches + places, 3) radiosity that rays gather; first bounces sampled apart are left out
    whole: np.ndarray  # (patches, 3) all of it
    rest: np.ndarray  # (patches, 3) of it what has been thrown about before it came to the patch


def _inside(secondary: Secondary, points: np.ndarray) -> np.ndarray:
    """Which points lie on a wall's lit part."""
    off, quad = points - np.array(secondary.quad.centre), secondary.quad
    x, y = np.array(quad.half_x), np.array(quad.half_y)
    return (np.abs(off @ x) <= x @ x) & (np.abs(off @ y) <= y @ y) & (np.abs(off @ quad.normal) < 2e-3)


def _sampled_apart(stages: Stages, secondary: Secondary, lux: np.ndarray, points: np.ndarray) -> np.ndarray:
    """(patches, 3) first bounce of the patches that a secondary light stands for, from their points' illuminance."""
    p, out = patches(stages), np.zeros((patches(stages).count, 3))
    if secondary.sheet < 0:
        inside = _inside(secondary, points).reshape(p.count, -1)
        return p.reflectance * (lux * inside[..., None]).mean(1)
    cells = _cells(p, secondary)
    inside = _inside(secondary, points.reshape(p.count, -1, 3)[cells].reshape(-1, 3)).reshape(len(cells), -1)
    out[cells] = p.reflectance[cells] * (lux[cells] * inside[..., None]).mean(1)
    return out


def _cells(p: Patches, secondary: Secondary) -> np.ndarray:
    """The patches of the face that the secondary light is on."""
    first, columns, rows = p.quad_cells[secondary.sheet]
    return np.arange(first, first + columns * rows) + (0 if secondary.front else columns * rows)


def _let_through(stages: Stages, secondary: Secondary, lux: np.ndarray, points: np.ndarray) -> np.ndarray:
    p, out = patches(stages), np.zeros((patches(stages).count, 3))
    cells = _cells(p, secondary)
    inside = _inside(secondary, points.reshape(p.count, -1, 3)[cells].reshape(-1, 3)).reshape(len(cells), -1)
    out[cells] = p.passes[cells, None] * (lux[p.opposite[cells]] * inside[..., None]).mean(1)
    return out


def _in_places(p: Patches, seen: np.ndarray, lux: np.ndarray) -> np.ndarray:
    """(places, 3) radiosity of the sitter's places: what its patch has of bounces, and each place's own first one."""
    sitter = int(p.room_cells[0, 0])
    own = np.repeat(lux[:sitter], POINTS_A_PATCH // lux.shape[1], 1)
    first = p.reflectance[:sitter, None] * (own - own.mean(1, keepdims=True))
    return np.maximum(seen[:sitter, None] + first, 0).reshape(-1, 3).astype(np.float32)


def bounces(stages: Stages, light: Light, emission: Emission) -> Bounces:
    """Radiosity for one emitter of a light at radiance 1."""
    q = stages.quality
    found = secondaries(stages, light, emission)
    quads = between_walls(stages, light, emission.emitter)
    key = (bounce_key(stages), emission.emitter.row.tobytes(), quads, q.patch_grid, q.patch_points, q.precision)

    def lit() -> np.ndarray:
        """(patches, points, 3) light straight from the emitter, and from what it makes into lights."""
        stages.go_on()
        p = patches(stages)
        points, normals = p.points[:: q.patch_points], p.normals[:: q.patch_points]
        lift = np.full(len(points), RAY_START, np.float32)
        lux = illuminance(stages.rays(), points, normals, lift, emission.emitter, rows_of(quads), q.patch_grid)
        lux = np.repeat(lux[:, None], 3, 1)
        few = slice(None, None, 9 // q.secondary_points)
        for secondary in found:
            if secondary.key_light or secondary.lobed:  # its light on patches is found by rays of its own
                at = light_of(
                    stages,
                    light,
                    secondary,
                    "patches",
                    p.points[few],
                    p.normals[few],
                    np.full(len(p.points[few]), RAY_START, np.float32),
                    SECONDARY_GRID,
                )
                at = at.reshape(p.count, -1).mean(1)[:, None] * secondary.radiance
                lux += np.repeat(at, 9 // q.patch_points, 0)
        return lux.reshape(p.count, -1, 3)

    def make() -> Bounces:
        p = patches(stages)
        points = p.points[:: q.patch_points]
        lit_key = (stages.key(standing), stages.key(panels_standing), p.count, *key[1:-1], q.wall_cell)
        lux = stages.memory.keep("patches lit", lit_key, lit, entries=SMALL)
        first, apart = thrown_on(p, lux.mean(1)), np.zeros((p.count, 3))
        for secondary in found:
            part = (
                _let_through(stages, secondary, lux, points)
                if secondary.through
                else _sampled_apart(stages, secondary, lux, points)
            )
            if secondary.key_light or secondary.lobed:
                first = first - part
            else:
                apart += part
        first = np.maximum(first, 0)
        whole = radiosity(factors(stages), p, first, q.precision)
        seen = np.maximum(whole - apart, 0).astype(np.float32)
        return Bounces(np.concatenate([seen, _in_places(p, seen, lux)]), whole, np.maximum(whole - first, 0))

    return stages.memory.keep("radiosity", key, make, entries=SMALL)
