"""The key at other places about the face: its emitter carried along, as it hangs on its stand."""

from dataclasses import dataclass, replace

import numpy as np

from ..geometry.held import in_the_sitter
from ..geometry.quads import Quad, panel_quads
from ..geometry.vectors import aiming_axes
from ..model.light import Light
from ..model.point import Point
from ..model.set import Set, with_light, with_panel
from ..simulation.key import working_parts
from ..simulation.layers import Part
from ..simulation.stages import Stages
from ..sitter.face import HeadFrame
from ..transport.emitter import GATE_CENTRE, GATE_NORMAL, GATE_X, GATE_Y, HALF_X, HALF_Y, NORMAL, VIRTUAL, Emitter

PLACES = (0, GATE_CENTRE, VIRTUAL)
WAYS = (HALF_X, HALF_Y, NORMAL, GATE_X, GATE_Y, GATE_NORMAL)


def _axes(place: np.ndarray, middle: np.ndarray) -> np.ndarray:
    """(3, 3) columns right, up, forward of something level at a place that looks at the face."""
    return np.stack(aiming_axes(Point(*map(float, place)), Point(*map(float, middle))), 1)


@dataclass(frozen=True, eq=False)
class Carried:
    """What throws the key's light, and how to carry it: its aim off the face stays as it is, seen from the light."""

    emitter: Emitter
    middle: np.ndarray
    """(3,) of the face in the room [m]."""

    def at(self, place: np.ndarray, head: HeadFrame, middle: np.ndarray | None = None) -> Emitter:
        """The emitter with its middle at a place of the room, in a head's frame; it looks at the face's middle."""
        row, old = self.emitter.row.copy(), self.emitter.row[:3]
        turn = _axes(place, self.middle if middle is None else middle) @ _axes(old, self.middle).T
        for at in PLACES:
            moved = place + turn @ (row[at : at + 3] - old)
            row[at : at + 3] = head.in_head(moved)
        for at in WAYS:
            row[at : at + 3] = head.rotation.T @ (turn @ row[at : at + 3])
        return Emitter(row, self.emitter.beam, self.emitter.pattern)

    def seen_from(self, head: HeadFrame) -> Emitter:
        """The emitter where it is, in the frame of a head that is posed otherwise."""
        row = self.emitter.row.copy()
        for at in PLACES:
            row[at : at + 3] = head.in_head(row[at : at + 3])
        for at in WAYS:
            row[at : at + 3] = head.rotation.T @ row[at : at + 3]
        return Emitter(row, self.emitter.beam, self.emitter.pattern)


def strongest(stages: Stages, light: Light, middle: np.ndarray) -> Part | None:
    """The emitter of a light that throws most on the face: its front, or what it works through; None for none."""
    working = working_parts(stages, light, middle)
    return working[0][0] if working else None


AT_PLACE = 0.01  # [m] within which an emitter is a light's own front, or lies in a panel
ROOM = HeadFrame(np.eye(3), np.zeros(3))


@dataclass(frozen=True, eq=False)
class Hung:
    """The key as it hangs on its stand, with the board or scrim that it works through: both are carried together."""

    photo_set: Set
    index: int
    panel: int | None
    """Index of the board or scrim."""
    carried: Carried

    @property
    def place(self) -> np.ndarray:
        """(3,) middle of what throws the light [m]."""
        return self.carried.emitter.row[:3]

    @property
    def name(self) -> str:
        """Of what is carried, in words."""
        light = self.photo_set.lights[self.index].name
        return light if self.panel is None else f"{light} with its {self.photo_set.panels[self.panel].name}"

    def lower_edge(self, place: np.ndarray) -> float:
        """Height of the lower edge of what throws the light, with its middle at a place [m]."""
        row = self.carried.at(place, ROOM).row
        return float(row[1] - abs(row[HALF_X + 1]) - abs(row[HALF_Y + 1]))

    def moved(self, place: np.ndarray) -> Set:
        """The set with its middle at a place. What throws the light looks at the face as before; a flash before its
        board or behind its scrim keeps its place to it."""
        middle = self.carried.middle
        turn = _axes(place, middle) @ _axes(self.place, middle).T
        nearer = float(np.linalg.norm(place - middle)) / max(float(np.linalg.norm(self.place - middle)), 1e-6)

        def there(point: Point, scale: float = 1.0) -> Point:
            return Point(*map(float, place + turn @ (point.array - self.place) * scale))

        made, light = self.photo_set, self.photo_set.lights[self.index]
        aims = nearer if self.panel is None else 1.0
        moved = _on_boom(made, replace(light, place=there(light.place), aim=there(light.aim, aims)))
        made = with_light(made, self.index, moved)
        if self.panel is None:
            return made
        board = made.panels[self.panel]
        board = replace(board, place=there(board.place), aim=there(board.aim, nearer))
        return with_panel(made, self.panel, board)


def _on_boom(photo_set: Set, light: Light) -> Light:
    """The light on a boom where a stand straight below would stand in the sitter."""
    inside = light.holding == "stand" and in_the_sitter(photo_set, light.place.x, light.place.z)
    return replace(light, holding="boom") if inside else light


def hung_key(photo_set: Set, index: int, carried: Carried) -> Hung | None:
    """The key and what goes with it; None for one that stays where it is: a window, a room lamp, a wall that is lit."""
    light, place = photo_set.lights[index], carried.emitter.row[:3]
    if light.source.kind == "window" or light.role == "room":
        return None
    if np.linalg.norm(place - light.place.array) < AT_PLACE:
        return Hung(photo_set, index, None, carried)
    for i, panel in enumerate(photo_set.panels):
        if panel.on and panel.shape == "flat" and any(_lies_in(quad, place) for quad in panel_quads(panel)):
            return Hung(photo_set, index, i, carried)
    return None


def _lies_in(quad: Quad, place: np.ndarray) -> bool:
    off = place - np.array(quad.centre)
    x, y = (abs(float(off @ np.array(half))) <= float(np.dot(half, half)) for half in (quad.half_x, quad.half_y))
    return x and y and abs(float(off @ quad.normal)) < AT_PLACE
