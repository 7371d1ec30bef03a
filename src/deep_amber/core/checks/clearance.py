"""Whether fronts, bodies of lights and panels keep clear of the sitter's head and body."""

import numpy as np

from ..geometry.quads import Quad, emitter_quad, panel_quads
from ..model.set import Set
from ..sitter.face import head_frame
from ..sitter.mesh import SitterMesh
from ..sitter.pose import place_of

HEAD_MIDDLE, HEAD_RADIUS = (
    (0.0, 0.02, -0.08),
    0.15,
)  # [m] from between the eyes, and of a ball about the skull and hair (assumption)
TRUNK_FROM, TRUNK_TO, TRUNK_RADIUS = (
    -0.15,
    -0.62,
    0.17,
)  # [m] under the eyes, and of the trunk about its axis (assumption)
SAMPLES = 11  # along each edge of what is looked at


def _places(quad: Quad) -> np.ndarray:
    steps = np.linspace(-1, 1, SAMPLES)
    u, v = (k.reshape(-1, 1) for k in np.meshgrid(steps, steps))
    places = np.array(quad.centre) + u * quad.half_x + v * quad.half_y
    return places[(u**2 + v**2 <= 1.0001).ravel()] if quad.round else places


def in_the_sitter(photo_set: Set, mesh: SitterMesh) -> list[str]:
    """Names of lights and panels whose front comes into the sitter's head or body.

    The head is a ball, the trunk a rod with round ends; both a little larger than a head and a chest.
    """
    middle = head_frame(mesh, photo_set.sitter).in_room(np.array(HEAD_MIDDLE))
    rotation, offset = place_of(mesh, photo_set.sitter)
    top, foot = (rotation @ np.array([0.0, y, mesh.joints[0, 2]]) + offset for y in (TRUNK_FROM, TRUNK_TO))
    things: list[tuple[str, tuple[Quad, ...]]] = [
        *((k.name, (emitter_quad(k),)) for k in photo_set.lights if k.source.kind != "window"),
        *((k.name, panel_quads(k)) for k in photo_set.panels),
    ]
    found = []
    for name, quads in things:
        places = np.concatenate([_places(q) for q in quads])
        along = np.clip((places - top) @ (foot - top) / float((foot - top) @ (foot - top)), 0, 1)
        off_trunk = np.linalg.norm(places - top - along[:, None] * (foot - top), axis=1)
        off_head = np.linalg.norm(places - middle, axis=1)
        if (off_head < HEAD_RADIUS).any() or (off_trunk < TRUNK_RADIUS).any():
            found.append(name)
    return found
