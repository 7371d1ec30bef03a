"""The set as lines to be drawn to scale: outlines, aims, edges of the frame, tapes. All in metres."""

from functools import lru_cache

import numpy as np

from ..backdrop.head_shadow import head_shadows
from ..editing.handles import BACKDROP_HANDLE, CHEST_HANDLE, NOSE_HANDLE
from ..geometry.held import held_by
from ..geometry.quads import Quad, backdrop_quad, emitter_quad, field_of_view, lower_edge, panel_quads, sweep_quad
from ..geometry.vectors import Vector, aiming_axes
from ..kit.emission import half_power
from ..model.light import Light
from ..model.panel import Panel
from ..model.set import Set
from ..model.sitter import Sitter
from ..sitter.face import face_marks
from ..sitter.mesh import CHAIN_HEAD, HAIR, SitterMesh
from ..sitter.pose import place_of, skin_mesh
from .draw_room import backdrop_seen, backdrop_stands, door_lines, furniture_lines
from .letters import letters_of
from .lines import CameraLines, Drawing, LightLines, Line, PanelLines, ShadowLines, SitterLines, Tape, line_of, rounded
from .say import length_text

BODY_DEPTH = 0.38  # depth of a light behind its front, in its shorter side (drawing only)
SHORTEST_BODY = 0.12  # [m]
INSIDE = 1e-3  # [m] that keeps a light in the wall inside the room
LEVELS = 64  # of the sitter's outline from the side
SHOULDERS = 0.30  # [m] under the neck that are drawn as the body from above; arms and legs reach out beyond
OUTLINE_STRIDE = 3  # one vertex of so many is enough for outlines


def _around(points: np.ndarray) -> np.ndarray:
    """Convex outline of points in a plane."""
    from scipy.spatial import ConvexHull  # at first use: loading it takes half a second

    return points[ConvexHull(points).vertices]


def _profile(points: np.ndarray) -> np.ndarray:
    """Outline of (z, y) points as the nearest and farthest one at each height."""
    from scipy.ndimage import uniform_filter1d  # at first use: loading it takes half a second

    low, high = points[:, 1].min(), points[:, 1].max()
    level = np.minimum(((points[:, 1] - low) / (high - low) * LEVELS).astype(int), LEVELS - 1)
    order = np.lexsort((points[:, 0], level))
    levels, first = np.unique(level[order], return_index=True)
    last = np.append(first[1:], len(order)) - 1
    y = low + (levels + 0.5) / LEVELS * (high - low)
    front, back = (uniform_filter1d(points[order[k], 0], 3, mode="nearest") for k in (last, first))
    return np.concatenate([np.c_[front, y], np.c_[back, y][::-1]])


@lru_cache(maxsize=8)
def _outlines(mesh: SitterMesh, turn: float, nod: float, tilt: float, forward: float) -> tuple[np.ndarray, ...]:
    """Some of the vertices (n, 3) in the body frame: of shoulders, of the head, of all but hair, and those of the last
    that lie on the outline from above. Only the head's pose changes them.
    """
    vertices = skin_mesh(mesh, turn, nod, tilt, forward)[0][::OUTLINE_STRIDE].astype(float)
    smooth = mesh.parts[::OUTLINE_STRIDE] != HAIR  # single strands would fray the outline
    head = (mesh.chain[::OUTLINE_STRIDE, CHAIN_HEAD] > 0.6) & smooth
    shoulders = (vertices[:, 1] > mesh.joints[0, 1] - SHOULDERS) & smooth
    of_all = vertices[smooth]
    return _on_outline(vertices[shoulders]), _on_outline(vertices[head]), of_all, _on_outline(of_all)


def _on_outline(points: np.ndarray) -> np.ndarray:
    """Those of the points (n, 3) that lie on the outline from above."""
    from scipy.spatial import ConvexHull

    return points[ConvexHull(points[:, [0, 2]]).vertices]


@lru_cache(maxsize=8)
def _sitter(s: Sitter, mesh: SitterMesh) -> SitterLines:
    marks = face_marks(mesh, s)
    rotation, offset = place_of(mesh, s)
    shoulders, head, every, whole = _outlines(mesh, s.head_turn, s.head_nod, s.head_tilt, s.chin_forward)
    if s.posture == "lying":  # another outline than an upright body's
        shoulders, head, whole = (
            every[every[:, 1] > mesh.joints[0, 1] - SHOULDERS],
            every[every[:, 1] > mesh.joints[-1, 1]],
            every,
        )
    body, face, reach = (_around((part @ rotation.T + offset)[:, [0, 2]]) for part in (shoulders, head, whole))
    return SitterLines(
        rounded((s.x, s.seat_height, s.z)),
        rounded(marks.face),
        rounded(marks.eyes),
        rounded(marks.forward),
        rounded(np.array(marks.eyes) + np.array(marks.forward) * NOSE_HANDLE),
        rounded(np.array([s.x, s.seat_height, s.z]) + rotation @ [0, 0, CHEST_HANDLE]),
        line_of(body),
        line_of(face),
        line_of(reach),
        line_of(_profile(every @ rotation[[2, 1]].T + offset[[2, 1]])),
    )


def _end_in_room(photo_set: Set, start: np.ndarray, way: np.ndarray) -> np.ndarray:
    """Where a ray from inside the room ends: on the backdrop or on a wall."""
    room, quad = photo_set.room, backdrop_quad(photo_set.backdrop)
    low, high = np.array([-room.width / 2, 0, 0]), np.array([room.width / 2, room.height, room.depth])
    with np.errstate(divide="ignore", invalid="ignore"):
        t = float(np.nanmin(np.where(way == 0, np.inf, np.where(way > 0, high - start, low - start) / way)))
        to_cloth = float((np.array(quad.centre) - start) @ quad.normal / (way @ quad.normal))
    if 0 < to_cloth < t:
        off = start + way * to_cloth - quad.centre
        if (
            abs(off @ np.array(quad.half_x)) <= np.dot(quad.half_x, quad.half_x)
            and start[1] + way[1] * to_cloth <= photo_set.backdrop.height
        ):
            t = to_cloth
    return start + way * t


def _camera(photo_set: Set) -> CameraLines:
    camera = photo_set.camera
    right, up, forward = aiming_axes(camera.place, camera.aim)
    wide, high = field_of_view(camera, camera.aspect)
    ways = [forward - right * wide, forward + right * wide, forward + up * high, forward - up * high]
    start = camera.place.array
    return CameraLines(
        rounded(start), rounded(camera.aim.array), line_of(_end_in_room(photo_set, start, w) for w in ways)
    )


def _outline(quad: Quad) -> np.ndarray:
    if not quad.round:
        return quad.corners
    turn = np.arange(8) * np.pi / 4 + np.pi / 8
    return np.array(quad.centre) + np.outer(np.cos(turn), quad.half_x) + np.outer(np.sin(turn), quad.half_y)


def _light(photo_set: Set, light: Light, letter: str) -> LightLines:
    quad = emitter_quad(light)
    size = min(float(np.linalg.norm(quad.half_x)), float(np.linalg.norm(quad.half_y)))
    depth = 0.0 if light.source.kind == "window" else max(2 * BODY_DEPTH * size, SHORTEST_BODY)
    half = min(half_power(light), np.radians(80))
    x, y = (np.array(k) / np.linalg.norm(k) for k in (quad.half_x, quad.half_y))
    ways = [quad.normal * np.cos(half) + side * np.sin(half) for side in (x, -x, y, -y)]
    room = photo_set.room
    low, high = np.array([-room.width / 2, 0, 0]) + INSIDE, np.array([room.width / 2, room.height, room.depth]) - INSIDE
    start = np.clip(light.place.array, low, high)
    spread = [_end_in_room(photo_set, start, way) for way in ways]
    return LightLines(
        light.name,
        letter,
        light.role,
        light.source.kind,
        light.modifier.kind,
        line_of(_outline(quad)),
        rounded(light.place.array - quad.normal * depth),
        rounded(light.place.array),
        rounded(light.aim.array),
        line_of(spread),
        _held(photo_set, light),
        light.on,
    )


def _held(photo_set: Set, thing: Light | Panel) -> tuple[Line, ...]:
    return tuple(line_of(ends) for ends in held_by(photo_set, thing))


def _panel(photo_set: Set, panel: Panel, letter: str) -> PanelLines:
    parts = tuple(line_of(quad.corners) for quad in panel_quads(panel))
    return PanelLines(
        panel.name,
        letter,
        panel.surface,
        parts,
        _held(photo_set, panel),
        rounded(panel.place.array),
        rounded(panel.aim.array),
        panel.on,
    )


def _tape(name: str, start: Vector, end: Vector) -> Tape:
    metres = float(np.linalg.norm(np.array(end) - np.array(start)))
    return Tape(name, rounded(start), rounded(end), metres, length_text(metres), length_text(metres, feet=True))


def tapes(photo_set: Set, mesh: SitterMesh) -> tuple[Tape, ...]:
    """Light front to face, lens to sitter's eyes, sitter's axis to backdrop, lower edge of each modifier to floor."""
    marks, sitter = face_marks(mesh, photo_set.sitter), photo_set.sitter
    quad = backdrop_quad(photo_set.backdrop)
    axis = np.array([sitter.x, marks.eyes[1], sitter.z])
    gap = float((axis - np.array(quad.centre)) @ quad.normal)
    result = [
        _tape("lens to sitter", photo_set.camera.place.array, marks.eyes),
        _tape("sitter to backdrop", axis, axis - quad.normal * gap),
    ]
    for i, light in enumerate(photo_set.lights):
        corners = emitter_quad(light).corners
        lowest = corners[np.argsort(corners[:, 1])[:2]].mean(0)
        lowest[1] = lower_edge(light)
        result.append(_tape(f"lights.{i} to face", light.place.array, marks.face))
        result.append(_tape(f"lights.{i} lower edge to floor", lowest, lowest * [1, 0, 1]))
    return tuple(result)


def drawing(photo_set: Set, mesh: SitterMesh) -> Drawing:
    """Everything the Floor and the Side draw."""
    room, quad = photo_set.room, backdrop_quad(photo_set.backdrop)
    corners, sweep = quad.corners[[3, 2, 1, 0]], sweep_quad(photo_set.backdrop)
    marks = iter(letters_of(photo_set))
    lights = tuple(_light(photo_set, k, next(marks)) for k in photo_set.lights)
    panels = tuple(_panel(photo_set, k, next(marks)) for k in photo_set.panels)
    furniture = tuple(furniture_lines(k, next(marks)) for k in photo_set.furniture)
    doors = tuple(door_lines(room, k, next(marks)) for k in photo_set.doors)
    seen, margins = backdrop_seen(photo_set)
    shadows = tuple(
        ShadowLines(lights[k.light].letter, rounded(k.place), k.in_frame)
        for k in head_shadows(photo_set, mesh)
        if not k.on_wall
    )
    return Drawing(
        room.width,
        room.depth,
        room.height,
        line_of(corners),
        line_of(sweep.corners[:, [0, 2]]) if sweep else (),
        seen,
        backdrop_stands(photo_set.backdrop),
        rounded(corners[:2].mean(0) + quad.normal * BACKDROP_HANDLE),
        _sitter(photo_set.sitter, mesh),
        _camera(photo_set),
        lights,
        panels,
        furniture,
        doors,
        shadows,
        (*tapes(photo_set, mesh), *(_tape(*k) for k in margins)),
    )
