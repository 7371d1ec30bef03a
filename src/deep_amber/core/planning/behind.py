"""Whether a light still stands behind its sheet, as the face sees it: past its edge it is a bare light beside a sheet. And
whether a thing stands behind the backdrop, where nobody puts one up."""

import numpy as np

from ..geometry.quads import backdrop_quad, emitter_quad, panel_quads
from ..model.light import Light
from ..model.panel import Panel
from ..model.set import Set


def behind_sheet(light: Light, sheet: Panel, face: np.ndarray) -> bool:
    """Whether every corner of a light's front is hidden from the face by a flat sheet.

    Parameters
    ----------
    face : (3,) in the room [m]
    """
    quad = panel_quads(sheet)[0]
    normal = np.cross(quad.half_x, quad.half_y)
    ways = emitter_quad(light).corners - face
    along = ways @ normal
    between = (quad.centre - face) @ normal
    if np.any(along * between <= 0) or np.any(np.abs(between) >= np.abs(along)):
        return False
    off = face + ways * (between / along)[:, None] - quad.centre
    return all(bool(np.all(np.abs(off @ half) <= half @ half)) for half in map(np.array, (quad.half_x, quad.half_y)))


def behind_backdrop(photo_set: Set, thing: Light | Panel) -> bool:
    """Whether a thing's middle stands behind a backdrop that light does not come through."""
    if photo_set.backdrop.translucent:
        return False
    quad = backdrop_quad(photo_set.backdrop)
    normal, away = np.cross(quad.half_x, quad.half_y), thing.place.array - quad.centre
    toward = (photo_set.camera.place.array - quad.centre) @ normal
    beside = abs(away @ np.array(quad.half_x)) > np.array(quad.half_x) @ np.array(quad.half_x)
    return bool((away @ normal) * toward < 0 and not beside)
