"""Whether fronts, bodies of lights and panels keep clear of the sitter's head and body."""

import numpy as np

from ..geometry.quads import Quad, emitter_quad, panel_quads
from ..model.set import Set
from ..sitter.mesh import SitterMesh
from .body import body_of

SAMPLES = 11  # along each edge of what is looked at


def _places(quad: Quad) -> np.ndarray:
    steps = np.linspace(-1, 1, SAMPLES)
    u, v = (k.reshape(-1, 1) for k in np.meshgrid(steps, steps))
    places = np.array(quad.centre) + u * quad.half_x + v * quad.half_y
    return places[(u**2 + v**2 <= 1.0001).ravel()] if quad.round else places


def in_the_sitter(photo_set: Set, mesh: SitterMesh) -> list[str]:
    """Names of lights and panels whose front comes into the sitter's head or body."""
    body = body_of(photo_set, mesh)
    things: list[tuple[str, tuple[Quad, ...]]] = [
        *((k.name, (emitter_quad(k),)) for k in photo_set.lights if k.source.kind != "window"),
        *((k.name, panel_quads(k)) for k in photo_set.panels),
    ]
    return [name for name, quads in things if body.holds(np.concatenate([_places(q) for q in quads])).any()]
