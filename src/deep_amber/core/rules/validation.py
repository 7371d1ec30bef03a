"""What a set must satisfy beyond the limits of its numbers: things stand inside the room, apart."""

from collections.abc import Callable, Collection, Iterator

import numpy as np

from ..assumptions import BODY_EXTENT
from ..gear.photometry import table_problems
from ..geometry.quads import backdrop_quad, emitter_quad, panel_quads
from ..model.light import Light
from ..model.limits import check_limits
from ..model.point import Point
from ..model.room import Room
from ..model.set import Set
from ..problem import Problem
from .fitting import misfits
from .heat import heat
from .in_room import backdrop_edges, doors_in_walls, furniture_in_room, lens_can, lying_in_room

TOUCHING = 1e-6  # [m] of tolerance, so that a thing touching a wall stands in the room


def _metres(value: float) -> str:
    return f"{value:.2f} m"


def outside(room: Room, point: np.ndarray, margin: float = 0.0) -> Iterator[tuple[str, float, float, float]]:
    """Yields (axis, value, low, high) for every axis on which a point is outside the room [m]."""
    bounds = {
        "x": (-room.width / 2 + margin, room.width / 2 - margin),
        "y": (margin, room.height - margin),
        "z": (margin, room.depth - margin),
    }
    for (axis, (low, high)), value in zip(bounds.items(), point, strict=True):
        if value < low - TOUCHING or value > high + TOUCHING:
            yield axis, float(value), low, high


def _point_in_room(room: Room, point: Point, field: str, what: str) -> Iterator[Problem]:
    for axis, value, low, high in outside(room, point.array):
        yield Problem(
            f"{field}.{axis}", f"{what} at {_metres(value)} is outside the room", f"{_metres(low)} to {_metres(high)}"
        )


def _lights_in_room(photo_set: Set) -> Iterator[Problem]:
    room = photo_set.room
    for i, light in enumerate(photo_set.lights):
        field, inside = f"lights.{i}.place", True
        if light.source.kind == "window":
            yield from _window_in_wall(photo_set, light, f"lights.{i}")
            continue
        for problem in _point_in_room(room, light.place, field, f"light {light.name!r}"):
            inside = False
            yield problem
        if light.place.array.tolist() == light.aim.array.tolist():
            yield Problem(f"lights.{i}.aim", "is where the light stands", "any other point")
        elif inside:
            corners = emitter_quad(light).corners
            for axis, k in (("x", 0), ("y", 1), ("z", 2)):
                low, high = corners[:, k].min(), corners[:, k].max()
                edge = (-room.width / 2, room.width / 2) if axis == "x" else (0.0, (room.height, room.depth)[k == 2])
                if low < edge[0] - TOUCHING or high > edge[1] + TOUCHING:
                    yield Problem(
                        f"{field}.{axis}",
                        f"the front of {light.name!r} goes through a wall, floor or ceiling",
                        "a place where all of it is inside the room",
                    )


def _window_in_wall(photo_set: Set, light: Light, field: str) -> Iterator[Problem]:
    """A window lies in a wall and looks straight into the room."""
    room, place, way = photo_set.room, light.place, light.aim.array - light.place.array
    off = {
        "x": min(abs(place.x + room.width / 2), abs(place.x - room.width / 2)),
        "z": min(abs(place.z), abs(place.z - room.depth)),
    }
    axis = min(off, key=lambda k: off[k])
    if off[axis] > 0.01:
        yield Problem(
            f"{field}.place.{axis}", f"the window {light.name!r} is not in a wall", "a place on one of the four walls"
        )
        return
    inward = way[0 if axis == "x" else 2]
    middle = place.x if axis == "x" else place.z - room.depth / 2
    if abs(inward) < 0.999 * float(np.linalg.norm(way)) or inward * middle > 0:
        yield Problem(
            f"{field}.aim",
            f"the window {light.name!r} does not look straight into the room",
            "a point straight before it, inside the room",
        )
        return
    corners = emitter_quad(light).corners
    if any(True for c in corners for _ in outside(room, c, -0.01)):
        yield Problem(
            f"{field}.place", f"the window {light.name!r} is larger than its wall there", "all of it in the wall"
        )


def _panels_in_room(photo_set: Set) -> Iterator[Problem]:
    for i, panel in enumerate(photo_set.panels):
        if panel.place.array.tolist() == panel.aim.array.tolist():
            yield Problem(f"panels.{i}.aim", "is where the panel stands", "any other point")
            continue
        corners = np.concatenate([q.corners for q in panel_quads(panel)])
        for axis in sorted({axis for c in corners for axis, *_ in outside(photo_set.room, c)}):
            yield Problem(
                f"panels.{i}.place.{axis}",
                f"the panel {panel.name!r} goes through a wall, floor or ceiling",
                "a place where all of it is inside the room",
            )


def lights_go_together(photo_set: Set) -> Iterator[Problem]:
    """What does not fit on a light, or would burn there."""
    for i, light in enumerate(photo_set.lights):
        yield from (Problem(f"lights.{i}.{p.field}", p.message, p.accepted) for p in misfits(light))
        yield from (Problem(f"lights.{i}.{v.field}", v.message, v.accepted) for v in heat(light) if v.refused)
        if light.photometry:
            yield from (
                Problem(f"lights.{i}.photometry.{p.field}", p.message, p.accepted)
                for p in table_problems(light.photometry)
            )


def _sitter_in_room(photo_set: Set) -> Iterator[Problem]:
    room, sitter = photo_set.room, photo_set.sitter
    for axis, value, low, high in (
        ("x", sitter.x, -room.width / 2 + BODY_EXTENT[0], room.width / 2 - BODY_EXTENT[0]),
        ("z", sitter.z, BODY_EXTENT[1], room.depth - BODY_EXTENT[1]),
    ):
        if value < low - TOUCHING or value > high + TOUCHING:
            yield Problem(
                f"sitter.{axis}", f"at {_metres(value)} the sitter is in a wall", f"{_metres(low)} to {_metres(high)}"
            )
    quad = backdrop_quad(photo_set.backdrop)
    gap = float((np.array([sitter.x, 0, sitter.z]) - np.array(quad.centre)) @ quad.normal)
    along = abs(float((np.array([sitter.x, 0, sitter.z]) - quad.centre) @ np.array(quad.half_x)))
    if abs(gap) < BODY_EXTENT[1] and along < float(np.dot(quad.half_x, quad.half_x)):
        yield Problem(
            "sitter.z",
            f"the sitter is {abs(gap) * 100:.0f} cm from the backdrop's plane, inside it",
            f"at least {BODY_EXTENT[1] * 100:.0f} cm in front of it",
        )


def _backdrop_in_room(photo_set: Set) -> Iterator[Problem]:
    room, backdrop = photo_set.room, photo_set.backdrop
    if backdrop.height > room.height + TOUCHING:
        yield Problem(
            "backdrop.height",
            f"{_metres(backdrop.height)} is higher than the ceiling",
            f"at most {_metres(room.height)}",
        )
    corners = backdrop_quad(backdrop).corners
    if any(axis == "z" for c in corners for axis, *_ in outside(room, c)):
        yield Problem("backdrop.z", "the backdrop goes through a wall", f"0 to {_metres(room.depth)}, all of it")
    if any(axis == "x" for c in corners for axis, *_ in outside(room, c)):
        yield Problem(
            "backdrop.width",
            "the backdrop is wider than the room there",
            f"at most {_metres(room.width)} between the walls",
        )


def _camera_in_room(photo_set: Set) -> Iterator[Problem]:
    camera = photo_set.camera
    yield from _point_in_room(photo_set.room, camera.place, "camera.place", "the camera")
    if camera.place.array.tolist() == camera.aim.array.tolist():
        yield Problem("camera.aim", "is where the camera stands", "any other point")


RULES: tuple[Callable[[Set], Iterator[Problem]], ...] = (
    furniture_in_room,
    doors_in_walls,
    lying_in_room,
    lens_can,
    _lights_in_room,
    _sitter_in_room,
    _backdrop_in_room,
    _camera_in_room,
    _panels_in_room,
)
"""What moves with things; a move that breaks one of them is stopped."""


def problems_in_room(photo_set: Set) -> list[Problem]:
    """What stands in a wall or in another thing; its numbers are taken to be within their limits."""
    return list(backdrop_edges(photo_set)) or [p for rule in RULES for p in rule(photo_set)]


def fits(photo_set: Set) -> bool:
    """Whether everything stands inside the room and apart; its numbers are taken to be within their limits."""
    return not any(True for _ in backdrop_edges(photo_set)) and not any(True for rule in RULES for _ in rule(photo_set))


def problems_of(photo_set: Set, known_sitters: Collection[str]) -> list[Problem]:
    """Every reason why a set cannot be: limits first, then things that do not fit the room.

    Parameters
    ----------
    photo_set : the set to check
    known_sitters : names of the sitters that can be shown

    Returns
    -------
    The problems, empty when the set is sound. Geometry is checked only on sound numbers.
    """
    problems = list(check_limits(photo_set))
    if photo_set.sitter.who not in known_sitters:
        problems.append(
            Problem("sitter.who", f"{photo_set.sitter.who!r} is not a known sitter", " or ".join(sorted(known_sitters)))
        )
    things = [("lights", i, k.name) for i, k in enumerate(photo_set.lights)]
    things += [
        (kind, i, k.name) for kind in ("panels", "furniture", "doors") for i, k in enumerate(getattr(photo_set, kind))
    ]
    for at, (kind, i, name) in enumerate(things):
        if name in [other for *_, other in things[:at]]:
            problems.append(Problem(f"{kind}.{i}.name", f"{name!r} is used twice", "a name of its own for each thing"))
    if not problems:
        problems = list(lights_go_together(photo_set))
    if not problems:
        problems = problems_in_room(photo_set)
    return problems
