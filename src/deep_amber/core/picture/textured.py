"""A backdrop's texture on what the lens sees of it."""

import numpy as np

from ..geometry.quads import Quad, backdrop_quad, sweep_quad
from ..model.set import Set
from .seen import Seen
from .texture import has_texture, texture_stops

ON = 1e-3  # [m] from its plane
LIGHTEST = 0.98  # reflectance over which nothing goes


def _places(seen: Seen, quad: Quad) -> tuple[np.ndarray, np.ndarray]:
    """Rows of the places on a quad, and where on it they are (k, 2): along and up from its middle [m]."""
    rows = seen.on_walls
    off = seen.points[rows] - np.array(quad.centre, np.float32)
    x, y = np.array(quad.half_x), np.array(quad.half_y)
    along, up = (off @ (k / np.linalg.norm(k)) for k in (x, y))
    on = (np.abs(off @ quad.normal) < ON) & (np.abs(along) <= np.linalg.norm(x)) & (np.abs(up) <= np.linalg.norm(y))
    return rows[on], np.stack([along[on], up[on]], 1)


def add_texture(photo_set: Set, seen: Seen) -> None:
    """Brings the backdrop's blotches, creases and slats into the colours of what is seen, in place.

    The sweep goes on where the hanging part ends.
    """
    backdrop = photo_set.backdrop
    if not has_texture(backdrop):
        return
    quad, sweep = backdrop_quad(backdrop), sweep_quad(backdrop)
    for part, up in ((quad, (backdrop.height - backdrop.lower) / 2), (sweep, -backdrop.sweep / 2)):
        if part is None:
            continue
        rows, places = _places(seen, part)
        stops = texture_stops(backdrop, places + [0.0, up])
        seen.albedo[rows] = np.minimum(seen.albedo[rows] * 2.0 ** stops[:, None], LIGHTEST)
