"""What stands in the way of light: backdrop, panels, the bodies of lights, barn doors."""

from typing import TYPE_CHECKING

import numpy as np

from ..gear.surfaces import PANEL_SURFACES
from ..geometry.quads import (
    Quad,
    as_rectangle,
    backdrop_quad,
    camera_quad,
    door_quads,
    emitter_quad,
    furniture_quads,
    panel_quads,
    still_quads,
)
from ..kit.emission import shape_of
from ..model.light import Light
from ..sitter.face import face_marks
from ..transport.emitter import Emitter
from ..transport.patches import Sheet
from ..transport.quads import quad_rows
from .quality import SMALL
from .stages import Stages, framed, panels_standing

if TYPE_CHECKING:
    from scipy.spatial import ConvexHull

PANEL_CELL = 0.25  # smallest patch of a panel [m]


def _targets(stages: Stages) -> np.ndarray:
    """(n, 3) corners of the region whose light matters: what the lens sees, and the meter."""

    def make() -> np.ndarray:
        from scipy.spatial import ConvexHull  # at first use: loading it takes half a second

        meter = face_marks(stages.mesh, stages.photo_set.sitter).meter
        points = np.concatenate([stages.coarse().points[::7].astype(float), [meter]])
        return points[ConvexHull(points, qhull_options="QJ").vertices]

    return stages.memory.keep("targets", stages.key(framed), make)


def _in_the_way(quad: Quad, hull: "ConvexHull") -> bool:
    """Whether a quad can meet the hull: no face of the hull has all of it outside. Never wrongly no."""
    outside = hull.equations[:, :3] @ quad.corners.T + hull.equations[:, 3:]
    return not bool((outside.min(1) > 0).any())


def obstacles(stages: Stages, light: Light, emitter: Emitter) -> tuple[Quad, ...]:
    """The quads between an emitter of a light and what the lens sees.

    Others are left out, so that what moves elsewhere does not touch this light's layer.
    """

    def find() -> tuple[Quad, ...]:
        # While something is dragged, lights do not shade each other.
        others = tuple(map(stages.shape, stages.photo_set.lights)) if stages.quality.bodies else ()
        key = (stages.key(framed), stages.key(panels_standing), stages.shape(light), emitter.row.tobytes(), others)
        return stages.memory.keep("obstacles", key, lambda: _obstacles(stages, light, emitter), 2 * SMALL)

    return stages.once(("obstacles", id(light), id(emitter)), find)


def _obstacles(stages: Stages, light: Light, emitter: Emitter) -> tuple[Quad, ...]:
    photo_set = stages.photo_set
    quads = [q for panel in panels_standing(photo_set) for q in panel_quads(panel)]
    quads += [q for piece in photo_set.furniture for q in furniture_quads(piece)]
    quads.append(camera_quad(photo_set.camera))
    if stages.quality.bodies:
        others = (k for k in photo_set.lights if shape_of(k) != shape_of(light))
        quads += [q for k in others for q in (emitter_quad(k), *door_quads(k))]
    if quads:
        hull = stages.memory.keep(
            "hull", (stages.key(framed), emitter.row[:12].tobytes()), lambda: _hull(stages, emitter), 2 * SMALL
        )
        quads = [q for q in quads if _in_the_way(q, hull)]
    return (backdrop_quad(photo_set.backdrop), *door_quads(light), *quads)


def between_walls(stages: Stages, light: Light, emitter: Emitter) -> tuple[Quad, ...]:
    """The quads that take an emitter's light from walls, floor and ceiling: all panels, furniture, and what `obstacles` finds.

    Bodies of lights aside of the picture are left out: their shadows on walls are small.
    """

    def make() -> tuple[Quad, ...]:
        photo_set = stages.photo_set
        panels = [q for panel in panels_standing(photo_set) for q in panel_quads(panel)]
        furniture = [q for piece in photo_set.furniture for q in furniture_quads(piece)]
        return tuple(dict.fromkeys((*obstacles(stages, light, emitter), *panels, *furniture)))

    return stages.once(("between walls", id(light), id(emitter)), make)


def _hull(stages: Stages, emitter: Emitter) -> "ConvexHull":
    from scipy.spatial import ConvexHull  # at first use: loading it takes half a second

    row = emitter.row
    corners = [row[:3] + a * row[3:6] + b * row[6:9] for a in (-1, 1) for b in (-1, 1)]
    return ConvexHull(np.concatenate([_targets(stages), corners]), qhull_options="QJ")


def rows_of(quads: tuple[Quad, ...]) -> np.ndarray:
    """Their rows for the kernels."""
    return quad_rows(list(quads))


def sheets(stages: Stages) -> list[Sheet]:
    """Everything in the room that bounced light meets, beside walls and sitter: backdrop, panels, then lights,
    the backdrop's sweep and furniture.

    Lights' bodies are left out while something is dragged.
    """
    return stages.once("sheets", lambda: _sheets(stages))


def _sheets(stages: Stages) -> list[Sheet]:
    photo_set = stages.photo_set
    made = [Sheet(backdrop_quad(photo_set.backdrop), photo_set.backdrop.surface.rgb)]
    for panel in panels_standing(photo_set):
        figures = PANEL_SURFACES[panel.surface]
        made += [Sheet(as_rectangle(q), figures.reflects, figures.passes, PANEL_CELL) for q in panel_quads(panel)]
    if stages.quality.bodies:
        for light in photo_set.lights:
            colour = (light.modifier.reflects,) * 3 if light.modifier.reflects else None
            made.append(Sheet(emitter_quad(light), colour))
    made += [Sheet(quad, surface.rgb) for quad, surface in still_quads(photo_set)[1:]]
    return made
