"""A set as triangles for the reference tracer, without the product's transport."""

import numpy as np

from deep_amber.core.gear.modifiers import umbrella
from deep_amber.core.gear.surfaces import PANEL_SURFACES
from deep_amber.core.geometry.quads import (
    backdrop_bars,
    door_quads,
    emitter_quad,
    panel_quads,
    quad_of,
    still_quads,
)
from deep_amber.core.picture.seen import POLES
from deep_amber.core.simulation.stages import panels_standing
from deep_amber.core.sitter.mesh import CHAIN_HEAD, LASH
from deep_amber.core.sitter.pose import posed
from deep_amber.formats.sitter_file import sitter_of

from .path_tracer import Matter, World

ROUND_SIDES = 48


class Shapes:
    """Triangles of a set, gathered."""

    def __init__(self):
        self.parts, self.matters, self.count = [], [Matter()], 0

    def add(self, vertices, normals, colours, faces, matter: Matter | None = None) -> None:
        if matter:
            self.matters.append(matter)
        number = len(self.matters) - 1 if matter else 0
        self.parts.append((vertices, normals, colours, faces + self.count, np.full(len(faces), number)))
        self.count += len(vertices)

    def sheet(self, quad, colour, matter: Matter | None = None) -> None:
        if quad.round:
            t = np.arange(ROUND_SIDES) / ROUND_SIDES * 2 * np.pi
            rim = np.array(quad.centre) + np.outer(np.cos(t), quad.half_x) + np.outer(np.sin(t), quad.half_y)
            corners = np.concatenate([[quad.centre], rim])
            k = np.arange(ROUND_SIDES)
            faces = np.stack([np.zeros(ROUND_SIDES, int), 1 + k, 1 + (k + 1) % ROUND_SIDES], 1)
        else:
            corners, faces = quad.corners, np.array([[0, 1, 2], [0, 2, 3]])
        self.add(corners, np.tile(quad.normal, (len(corners), 1)), np.tile(colour, (len(corners), 1)), faces, matter)

    def world(self) -> World:
        return World(*map(np.concatenate, zip(*self.parts, strict=True)), self.matters)


def _room(shapes: Shapes, room) -> None:
    w, h, d, s = room.width / 2, room.height / 2, room.depth / 2, room.surfaces
    for colour, centre, x, y in (
        (s.left, (-w, h, d), (0, h, 0), (0, 0, d)),
        (s.right, (w, h, d), (0, h, 0), (0, 0, d)),
        (s.floor, (0, 0, d), (w, 0, 0), (0, 0, d)),
        (s.ceiling, (0, 2 * h, d), (w, 0, 0), (0, 0, d)),
        (s.back, (0, h, 0), (w, 0, 0), (0, h, 0)),
        (s.front, (0, h, 2 * d), (w, 0, 0), (0, h, 0)),
    ):
        shapes.sheet(quad_of(centre, x, y), colour.rgb)


def worlds(photo_set) -> tuple[World, World]:
    """The set, and the set without the sitter's head, which a meter held before the face looks past."""
    mesh = sitter_of(photo_set)
    body = posed(mesh, photo_set.sitter)
    made = []
    for with_head in (True, False):
        shapes = Shapes()
        keep = mesh.parts[mesh.faces[:, 0]] != LASH
        if not with_head:
            keep &= mesh.chain[mesh.faces[:, 0], CHAIN_HEAD] <= 0.5
        shapes.add(body.in_room(body.vertices), body.normals @ body.rotation.T, mesh.colours, mesh.faces[keep])
        _room(shapes, photo_set.room)
        for quad, surface in still_quads(photo_set):
            shapes.sheet(quad, surface.rgb)
        for quad in backdrop_bars(photo_set.backdrop):
            shapes.sheet(quad, POLES.rgb)
        for light in photo_set.lights:
            shapes.sheet(emitter_quad(light), (umbrella.REFLECTS if light.modifier.kind == "umbrella" else 0.0,) * 3)
            for door in door_quads(light):
                shapes.sheet(door, (0.0, 0.0, 0.0))
        for panel in panels_standing(photo_set):
            f = PANEL_SURFACES[panel.surface]
            matter = Matter(f.gloss, f.gloss_exponent, f.passes, f.straight, f.straight_exponent)
            for quad in panel_quads(panel):
                shapes.sheet(quad, f.reflects, matter)
        made.append(shapes.world())
    return made[0], made[1]
