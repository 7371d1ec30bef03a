"""Shine on the skin against the size of the key: a small front shines, a large one of the same light glows."""

from dataclasses import dataclass

import numpy as np

from ..picture.seen import F0, ROUGHNESS
from ..simulation.key import key_index
from ..simulation.stages import Stages
from ..sitter.face import head_frame
from ..sitter.kinds import SKIN_KIND
from ..sitter.mesh import SKIN
from ..srgb import LUMINANCE
from ..transport.emitter import AREA, HALF_X, HALF_Y, HEIGHT, WIDTH, Emitter
from ..transport.shine import lit_surfaces
from .face_points import face_points
from .key_light import placed
from .placing import strongest

GRID = (6, 6)
LIT = 0.25  # of the brightest skin, from which shine is looked for
SIZES = (0.5, 2.0)


@dataclass(frozen=True)
class Shine:
    now: float
    """Stops that shine adds to the skin where it adds most."""
    half: float
    """The same with a front of half the width and height, as bright on the face."""
    double: float
    """The same with one twice as wide and high."""


def shine_text(shine: Shine) -> str:
    """The shine in words."""
    return (
        f"Shine adds {shine.now:.1f} stops where it is strongest; with a front half the size {shine.half:.1f}, "
        f"twice the size {shine.double:.1f}."
    )


def _scaled(emitter: Emitter, by: float) -> Emitter:
    row = emitter.row.copy()
    row[HALF_X : HALF_X + 3] *= by
    row[HALF_Y : HALF_Y + 3] *= by
    row[WIDTH], row[HEIGHT], row[AREA] = row[WIDTH] * by, row[HEIGHT] * by, row[AREA] * by * by
    return Emitter(row, emitter.beam, emitter.pattern)


def shine_of(stages: Stages) -> Shine | None:
    """Shine of the key on the forehead, nose and cheeks toward the lens, shadows left out; None without a key."""
    index = key_index(stages)
    face, head = face_points(stages.mesh), head_frame(stages.mesh, stages.photo_set.sitter)
    part = strongest(stages, stages.photo_set.lights[index], head.in_room(face.centre)) if index is not None else None
    if part is None:
        return None
    points, normals = placed(face, head)
    views = stages.photo_set.camera.place.array - points
    views = (views / np.linalg.norm(views, axis=1, keepdims=True)).astype(np.float32)
    skin = np.where(face.regions["skin"])[0]
    kinds = np.full(len(points), SKIN_KIND, np.uint8)
    albedo = float((stages.mesh.colours[stages.mesh.parts == SKIN] @ LUMINANCE).mean())

    def most(emitter: Emitter) -> float:
        diffuse, shine = np.zeros(len(points), np.float32), np.zeros(len(points), np.float32)
        lit_surfaces(
            points, normals, views, np.zeros_like(points), kinds, skin, ROUGHNESS, F0, emitter, GRID, diffuse, shine
        )
        lit = skin[diffuse[skin] > LIT * diffuse.max()]
        if not len(lit):
            return 0.0
        added = np.pi * shine[lit] * stages.photo_set.sitter.sheen / (albedo * diffuse[lit])
        return float(np.log2(1 + added.max()))

    return Shine(most(part.emitter), *(most(_scaled(part.emitter, by)) for by in SIZES))
