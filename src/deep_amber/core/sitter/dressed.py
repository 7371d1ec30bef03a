"""A sitter in its posture, with its skin, hair, cloth and glasses."""

from dataclasses import replace
from functools import lru_cache

import numpy as np

from ..model.room import Surface
from ..model.sitter import Glasses, Sitter
from .glasses import with_glasses
from .mesh import CLOTH, HAIR, SCALP, SKIN, SitterMesh

LIGHTEST = 0.9  # reflectance over which nothing goes


def dressed(mesh: SitterMesh, sitter: Sitter) -> SitterMesh:
    """The baked mesh as this sitter wears it; the mesh itself when all is as baked.

    Standing and lying sitters have straight legs. Skin and hair go by stops, the sheen scales the skin's shine.
    """
    upright = sitter.posture != "seated"
    worn = (sitter.skin_stops, sitter.hair_stops, sitter.sheen, sitter.cloth)
    if not upright and sitter.glasses == "none" and worn == (0.0, 0.0, 1.0, None):
        return mesh
    return _dressed(mesh, upright, sitter.glasses, *worn)


@lru_cache(maxsize=4)
def _dressed(
    mesh: SitterMesh,
    upright: bool,
    glasses: Glasses,
    skin_stops: float,
    hair_stops: float,
    sheen: float,
    cloth: Surface | None,
) -> SitterMesh:
    form = mesh.name + (" standing" if upright else "") + (f" {glasses} glasses" if glasses != "none" else "")
    made = replace(mesh, name=f"{form} {skin_stops} {hair_stops} {sheen} {cloth}", form=form)
    if upright:
        made = _standing(made)
    colours, gloss = made.colours.copy(), made.gloss.copy()
    scalp = made.gloss < 1  # brows and the skin under hair are matt in the bake
    skin, hair = (made.parts == SKIN) & ~scalp, np.isin(made.parts, (HAIR, SCALP)) | ((made.parts == SKIN) & scalp)
    colours[skin] *= 2.0**skin_stops
    colours[hair] *= 2.0**hair_stops
    if cloth is not None:
        colours[made.parts == CLOTH] = np.array(cloth.rgb, np.float32)
    gloss[skin] = gloss[skin] * sheen
    made = replace(made, colours=np.minimum(colours, LIGHTEST), gloss=gloss)
    return made if glasses == "none" else with_glasses(made, glasses)


def _standing(mesh: SitterMesh) -> SitterMesh:
    vertices, normals = mesh.vertices.copy(), mesh.normals.copy()
    vertices[mesh.standing_rows], normals[mesh.standing_rows] = mesh.standing_vertices, mesh.standing_normals
    return replace(mesh, vertices=vertices, normals=normals)
