"""A sitter in its posture, with its skin, hair, cloth and glasses."""

from dataclasses import replace
from functools import lru_cache

import numpy as np

from ..model.room import Surface
from ..model.sitter import Glasses, Sitter
from .glasses import with_glasses
from .mesh import CLOTH, HAIR, SCALP, SKIN, SitterMesh

LIGHTEST = 0.9  # reflectance over which nothing goes
COVERS = 0.9  # of the skin that hair over it hides at most, as it is baked
FOREHEAD = 0.03  # [m] about its landmark whose bare skin is that under brows and hairline


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
    colours = colours * 2.0**hair_stops
    others = ~np.isin(made.parts, (SKIN, HAIR, SCALP))
    colours[others] = made.colours[others]
    skin = made.parts == SKIN
    bare = _bare_skin(made)[skin]
    covers = (made.colours[skin] - bare) * 2.0**hair_stops
    colours[skin] = bare * 2.0**skin_stops + np.minimum(covers, LIGHTEST * COVERS * made.hair[skin, None])
    if cloth is not None:
        colours[made.parts == CLOTH] = np.array(cloth.rgb, np.float32)
    # What of the shine is the skin's goes with the sheen; the rest is that of brows and of the roots of hair.
    gloss[skin] += (1 - made.hair[skin]) * (sheen - 1)
    made = replace(made, colours=np.minimum(colours, LIGHTEST), gloss=gloss)
    return made if glasses == "none" else with_glasses(made, glasses)


def _bare_skin(mesh: SitterMesh) -> np.ndarray:
    """(n, 3) what the skin adds to each place's colour: all of it on bare skin, less where hair covers it.

    Brows and hairline are baked as hair laid over skin of the forehead's colour, at most COVERS of it.
    """
    forehead = np.linalg.norm(mesh.vertices - mesh.vertices[mesh.landmarks["forehead"]], axis=1) < FOREHEAD
    own = mesh.colours[(mesh.parts == SKIN) & (mesh.hair == 0) & forehead].mean(0)
    covered = mesh.hair[:, None]
    over = np.minimum(own * (1 - COVERS * covered), mesh.colours)
    return np.where(covered > 0, over, mesh.colours)


def _standing(mesh: SitterMesh) -> SitterMesh:
    vertices, normals = mesh.vertices.copy(), mesh.normals.copy()
    vertices[mesh.standing_rows], normals[mesh.standing_rows] = mesh.standing_vertices, mesh.standing_normals
    return replace(mesh, vertices=vertices, normals=normals)
