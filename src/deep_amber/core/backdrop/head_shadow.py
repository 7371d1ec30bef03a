"""Where the shadow of the head falls on the backdrop's plane, by each light."""

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from ..geometry.projected import projected
from ..geometry.quads import backdrop_quad, field_of_view
from ..model.set import Set
from ..simulation.secondary import works_from
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh

FARTHEST = 30.0  # [m] from the face: light nearly along the backdrop throws no shadow that matters
THROWN_BY = ("key", "fill", "other")


@dataclass(frozen=True)
class HeadShadow:
    light: int
    """Index in the set."""
    place: tuple[float, float, float]
    """Its middle on the backdrop's plane [m]."""
    in_frame: bool
    beyond: float
    """How far outside the nearest edge of the frame, measured there [m]; 0 inside."""
    on_wall: bool
    """A side wall catches it before it gets to the plane."""
    side: str
    """"camera-left", "camera-right", "over" or "under" the frame; empty inside."""


def head_shadows(
    photo_set: Set, mesh: SitterMesh, lit_from: Mapping[int, np.ndarray] | None = None
) -> list[HeadShadow]:
    """The shadow of the face's middle by each light that is on and shines toward the backdrop.

    Similar triangles: the line from what throws the light through the face, met with the backdrop's plane.

    Parameters
    ----------
    photo_set : the set; mesh : its sitter
    lit_from : (3,) lit middle of what each light works through, by its index [m], where that was worked out; else where
        its axis meets that, which a drawing under the hand has time for
    """
    face, quad, camera = (
        np.array(face_marks(mesh, photo_set.sitter).face),
        backdrop_quad(photo_set.backdrop),
        photo_set.camera,
    )
    gap = (face - np.array(quad.centre)) @ quad.normal
    wide, high = field_of_view(camera, camera.aspect)
    found = []
    for i, light in enumerate(photo_set.lights):
        known = lit_from.get(i) if lit_from else None
        way = face - (works_from(photo_set, mesh, light) if known is None else known)
        toward = -(way @ quad.normal)
        if not light.on or light.role not in THROWN_BY or light.source.kind == "window" or toward <= 0 or gap <= 0:
            continue
        place = face + way * (gap / toward)
        if np.linalg.norm(place - face) > FARTHEST:
            continue
        ((x, y, z),) = projected(camera, place[None])
        if not np.isfinite(x):
            continue
        over = {
            "camera-left": (-x - 1) * wide,
            "camera-right": (x - 1) * wide,
            "under": (-y - 1) * high,
            "over": (y - 1) * high,
        }
        side = max(over, key=lambda k: over[k])
        inside = over[side] <= 0
        on_wall = abs(float(place[0])) > photo_set.room.width / 2
        found.append(
            HeadShadow(
                i,
                (float(place[0]), float(place[1]), float(place[2])),
                inside,
                0.0 if inside else float(over[side] * z),
                on_wall,
                "" if inside else side,
            )
        )
    return found
