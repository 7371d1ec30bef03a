"""Where the rules of an arrangement put things in a room: held inside it, or refused with what is in the way."""

import math
from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ..answer import Act
from ..editing.adding import ASIDE, FLASH_TO_BOARD, UNDER
from ..editing.move_light import move_light, move_panel
from ..framing.clearance import in_the_sitter
from ..framing.in_frame import gear_in_frame
from ..geometry.quads import emitter_quad
from ..geometry.vectors import unit
from ..kit.owned import ModifierItem, PanelItem, SourceItem
from ..model.light import Light
from ..model.panel import Panel
from ..model.point import Point
from ..model.set import Set, with_added, with_light
from ..sitter.face import face_marks, head_frame
from ..sitter.mesh import SitterMesh
from .rules import At, LightRule, PanelRule

AWAY = 14.0  # degrees off the rule's direction within which a thing stands where it should (assumption)
NEARER = (1.0, 0.85, 0.7, 0.58)  # shares of the rule's distance that are tried, the farthest first
PAST = 0.28  # [m] beside the face that a light is aimed at, toward the lens's side
TO_WALL = 0.75  # [m] from a flash to the wall that it lights
ALONG_WALL = (25.0, 89.0)  # degrees off the lens between which a wall's patch is lit
OUT_OF_PICTURE, FURTHER, LOWER = 4, 13.0, 8.0  # steps, and degrees of each, by which a board goes out of the picture
SHOWS = 0.12  # of the picture's width that a board may reach into it at most, before it is refused
AWAY_FROM_BODY = 0.08  # [m] by which a board in the lap is held farther from the body with each step
UNDER_FACE = -20.0  # degrees from which a board is under the chin
FIRST = -3.0  # stops under full, before all outputs are set
BACKDROP_OUT, BACKDROP_HIGH = 0.46, 0.9  # of the backdrop's width to a side; [m] that its lights stand
SIDE = {"camera-left": -1.0, "camera-right": 1.0}


class CannotStand(Exception):
    """A thing of the arrangement has no place; `why` says what is in the way."""

    def __init__(self, why: Act):
        super().__init__(why.code)
        self.why = why


def direction(photo_set: Set, mesh: SitterMesh, at: At, side: float) -> np.ndarray:
    """(3,) unit way from the face that a rule says; side : -1 for a key at camera-left, 1 at camera-right."""
    if at.of == "nose":
        forward = head_frame(mesh, photo_set.sitter).rotation @ np.array([0.0, 0.0, 1.0])
    else:
        forward = photo_set.camera.place.array - face_marks(mesh, photo_set.sitter).face
    turn = math.atan2(forward[0], forward[2]) + math.radians(at.azimuth) * side
    up = math.radians(at.elevation)
    return np.array([math.sin(turn) * math.cos(up), math.sin(up), math.cos(turn) * math.cos(up)])


def _point(at: np.ndarray) -> Point:
    return Point(*map(float, at))


def with_rule(
    photo_set: Set, mesh: SitterMesh, rule: LightRule, gear: tuple[SourceItem, ModifierItem], side: float, number: int
) -> Set:
    """The set with one more light as a rule has it; number : how many lights of its role were put in before it.

    Raises CannotStand where it has no place.
    """
    source, item = gear
    name = rule.role if number == 0 else f"{rule.role} {number + 1}"
    low = source.source.lowest_output
    output = min(max(FIRST, low), 0.0) if source.source.is_flash else 0.0
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    light = Light(
        _point(face + [0, 0, 1]), _point(face), output, item.modifier, name, source.source, rule.role, rule.grid,
        item=source.name, modifier_item=item.name, holding="boom" if rule.boom else "stand", follow=rule.role == "key",
    )  # fmt: skip
    if item.modifier.kind == "snoot":
        light = replace(light, grid=0)
    if rule.upright is not None:
        light = replace(light, roll=_roll(light, rule.upright))
    made = with_added(photo_set, "lights", light)
    index = len(made.lights) - 1
    if rule.where == "at the backdrop":
        return _at_backdrop(made, index, number, side)
    if rule.where == "behind the sitter":
        return _behind(made, mesh, index, rule)
    if rule.aim == "nearest wall":
        return _at_wall(made, mesh, index, side, rule.at.azimuth)
    made = _about(made, mesh, "lights", index, rule.at, side)
    return _aimed(made, mesh, index, rule, face)


def turned_to_board(photo_set: Set, mesh: SitterMesh, light: int, panel: int) -> Set:
    """A light before a board, aside of the board's way to the face, and turned to it. Raises CannotStand where it has no place."""
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    board = photo_set.panels[panel]
    way = unit(face - board.place.array)
    aside = unit(np.array([-way[2], 0.0, way[0]])) * (ASIDE if board.place.x < photo_set.sitter.x else -ASIDE)
    place = board.place.array + way * FLASH_TO_BOARD + aside - [0.0, UNDER, 0.0]
    made = with_light(photo_set, light, replace(photo_set.lights[light], place=_point(place), aim=board.place))
    moved = move_light(made, light, "place", {"x": float(place[0]), "y": float(place[1]), "z": float(place[2])})
    off = float(np.linalg.norm(moved.photo_set.lights[light].place.array - place))
    if off > FLASH_TO_BOARD / 2:
        raise CannotStand(
            Act("plan.no_place", {"away_m": FLASH_TO_BOARD}, {"thing": "flash before the board", "by": moved.resisted})
        )
    return moved.photo_set


def _roll(light: Light, upright: bool) -> float:
    """Quarter turn where the longer side of its front does not lie as it should."""
    quad = emitter_quad(light)
    wide, high = float(np.linalg.norm(quad.half_x)), float(np.linalg.norm(quad.half_y))
    return 0.0 if abs(wide - high) < 0.02 or (high > wide) == upright else 90.0


def _about(photo_set: Set, mesh: SitterMesh, kind: str, index: int, at: At, side: float) -> Set:
    """The thing where its rule says, as far off as the room lets it."""
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    way, by = direction(photo_set, mesh, at, side), ""
    mover = move_light if kind == "lights" else move_panel
    for share in NEARER:
        wanted = face + way * at.distance * share
        aimed = {"x": float(wanted[0]), "y": float(wanted[1]), "z": float(wanted[2])}
        moved = mover(photo_set, index, "place", aimed)
        thing = getattr(moved.photo_set, kind)[index]
        off = thing.place.array - face
        cos = float(unit(off) @ way)
        by = moved.resisted or by
        if math.degrees(math.acos(min(max(cos, -1.0), 1.0))) <= AWAY:
            return moved.photo_set
    thing = getattr(photo_set, kind)[index]
    raise CannotStand(
        Act("plan.no_place", {"away_m": at.distance * NEARER[-1]}, {"thing": thing.name, "by": by or "the room"})
    )


def _aimed(photo_set: Set, mesh: SitterMesh, index: int, rule: LightRule, face: np.ndarray) -> Set:
    light = photo_set.lights[index]
    target = face
    if rule.aim == "past the face":
        to_lens = photo_set.camera.place.array - face
        across = np.array([to_lens[0], 0.0, to_lens[2]]) / max(float(np.hypot(to_lens[0], to_lens[2])), 1e-6)
        target = face + across * PAST
    elif rule.aim == "ceiling":
        target = np.array([light.place.x, photo_set.room.height, light.place.z]) + [0.0, 0.0, -0.15]
    elif rule.aim == "backdrop":
        target = _backdrop_middle(photo_set)
    return with_light(photo_set, index, replace(light, aim=_point(target)))


def _backdrop_middle(photo_set: Set) -> np.ndarray:
    """(3,) what of the backdrop is behind the face [m]."""
    backdrop = photo_set.backdrop
    return np.array([backdrop.x, min(1.35, backdrop.height * 0.7), backdrop.z])


def _at_backdrop(photo_set: Set, index: int, number: int, side: float) -> Set:
    """Aside before the backdrop, a second one at the other side, aimed across it."""
    backdrop, room = photo_set.backdrop, photo_set.room
    way = -side if number == 0 else side
    out = min(backdrop.width * BACKDROP_OUT, room.width / 2 - 0.3)
    z = backdrop.z + max(0.4, (photo_set.sitter.z - backdrop.z) * 0.55)
    across = _backdrop_middle(photo_set) - [way * backdrop.width * 0.08, 0, 0]
    light = replace(photo_set.lights[index], place=Point(backdrop.x + way * out, BACKDROP_HIGH, z), aim=_point(across))
    made = with_light(photo_set, index, light)
    return move_light(made, index, "place", {"x": light.place.x}).photo_set


def _behind(photo_set: Set, mesh: SitterMesh, index: int, rule: LightRule) -> Set:
    """Between sitter and backdrop: low and turned to the ground, or as a ground that faces the lens."""
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    sitter, backdrop = photo_set.sitter, photo_set.backdrop
    gap = sitter.z - backdrop.z
    if gap < 0.55:
        raise CannotStand(Act("plan.no_gap", {"gap_m": gap, "needed_m": 0.55}, {"thing": rule.role}))
    z = sitter.z - min(max(rule.at.distance, 0.4), gap - 0.15)
    if rule.aim == "face":
        light = replace(photo_set.lights[index], place=Point(sitter.x, float(face[1]), z), aim=photo_set.camera.place)
    else:
        light = replace(
            photo_set.lights[index],
            place=Point(sitter.x, max(0.35, float(face[1]) - 0.75), z),
            aim=_point(_backdrop_middle(photo_set)),
        )
    return move_light(with_light(photo_set, index, light), index, "place", {"x": sitter.x}).photo_set


def _at_wall(photo_set: Set, mesh: SitterMesh, index: int, side: float, azimuth: float) -> Set:
    """Before the wall at the key's side, turned to it, where that lights the face from so many degrees off the lens."""
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    half = photo_set.room.width / 2
    wall = half * side
    if abs(wall - face[0]) > 2.6:
        raise CannotStand(Act("plan.far_wall", {"away_m": abs(wall - face[0])}, {}))
    z = float(face[2]) + abs(wall - float(face[0])) / math.tan(
        math.radians(min(max(azimuth, ALONG_WALL[0]), ALONG_WALL[1]))
    )
    light = replace(photo_set.lights[index], place=Point(wall - side * min(TO_WALL, half - 0.2), float(face[1]) + 0.25, z),
                    aim=Point(wall, float(face[1]) + 0.35, z))  # fmt: skip
    return move_light(with_light(photo_set, index, light), index, "place", {"z": z}).photo_set


def with_panel_rule(
    photo_set: Set, mesh: SitterMesh, rule: PanelRule, item: PanelItem, side: float, number: int
) -> Set:
    """The set with one more panel as a rule has it. Raises CannotStand where it has no place."""
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    name = item.surface if number == 0 else f"{item.surface} {number + 1}"
    flat_lap = rule.holding == "lap" and item.shape != "curved"
    holding = "held" if flat_lap else rule.holding
    sides = (item.width, item.height)
    if rule.holding == "lap":
        sides = (max(sides), min(sides))  # its shorter side goes from the body outward
    panel = Panel(_point(face + [0, 0, 1]), _point(face), *sides, item.surface, item.shape, holding=holding,
                  name=name, item=item.name, back=item.back)  # fmt: skip
    made = with_added(photo_set, "panels", panel)
    index = len(made.panels) - 1
    best: tuple[float, Set] | None = None
    for at in _clearer(rule):
        try:
            stood = _about(made, mesh, "panels", index, at, side)
        except CannotStand:
            if best is None:
                raise
            continue
        board = replace(stood.panels[index], aim=_point(face))
        stood = replace(stood, panels=(*stood.panels[:index], board))
        inward = max(
            (k.inward for k in gear_in_frame(stood, mesh) if (k.kind, k.index) == ("panels", index)), default=0.0
        )
        inward += name in in_the_sitter(stood, mesh)
        if best is None or inward < best[0]:
            best = inward, stood
        if inward == 0:
            break
    assert best is not None
    if best[0] > SHOWS:
        raise CannotStand(Act("plan.shows", {}, {"thing": name}))
    return best[1]


def _clearer(rule: PanelRule) -> Iterator[At]:
    """Where a rule has a board, then out of picture and sitter: round the face, or lower under the chin and off it. A silk stays before its light."""
    yield rule.at
    if rule.surface in ("silk", "bed sheet"):
        return
    for n in range(1, OUT_OF_PICTURE + 1):
        if rule.at.elevation <= UNDER_FACE:
            lower = max(rule.at.elevation - LOWER * n, -80.0)
            yield replace(rule.at, elevation=lower)
            yield replace(rule.at, elevation=lower, distance=rule.at.distance + AWAY_FROM_BODY * n)
        elif abs(rule.at.azimuth) < 120:
            further = replace(rule.at, azimuth=rule.at.azimuth + math.copysign(FURTHER * n, rule.at.azimuth))
            yield further
            yield replace(further, distance=rule.at.distance * (1 + n / OUT_OF_PICTURE))


def moved(photo_set: Set, code: str, by: float) -> Set:
    """The sitter with the camera carried from the backdrop ("forward") or to it ("back"), or on a lower seat."""
    sitter, camera = photo_set.sitter, photo_set.camera
    if code == "lower":
        aim = replace(camera.aim, y=camera.aim.y - by)
        place = replace(camera.place, y=camera.place.y - by)
        seat = sitter.seat_height - by
        return replace(
            photo_set, sitter=replace(sitter, seat_height=seat), camera=replace(camera, place=place, aim=aim)
        )
    z = by if code == "forward" else -by
    aim, place = replace(camera.aim, z=camera.aim.z + z), replace(camera.place, z=camera.place.z + z)
    return replace(photo_set, sitter=replace(sitter, z=sitter.z + z), camera=replace(camera, place=place, aim=aim))
