"""Which light is the key, and what of a light works on the face: its front, or the board, scrim or wall it works through."""

from dataclasses import dataclass

import numpy as np

from ..gear.surfaces import PANEL_SURFACES
from ..geometry.quads import panel_quads
from ..model.light import Light, Role
from ..model.set import Set
from ..picture.catchlight import luminances
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from ..srgb import LUMINANCE
from ..transport.direct import even_illuminance
from ..transport.emitter import HALF_X, HALF_Y, ROUND, front_places
from .exposing import exposed
from .layers import Part, parts
from .memory import Memory
from .obstacles import rows_of
from .quality import DRAGGED, oriented
from .stages import Stages, panels_standing

RANKS: tuple[tuple[Role, ...], ...] = (("key",), ("fill", "other"), ("rim", "background", "room"))
"""The key is looked for among lights of the first of these that has any that is on."""
SQUARE_GRID, ROUND_GRID = (4, 4), (2, 8)
"""Samples of a front. Regular, as jitter made left and right differ (docs/patterns.md)."""
NEGLIGIBLE = 0.01  # of the strongest part of a light: under it a part does not draw
AROUND = np.array([[0.0, 0.0, 0.0], [0.05, 0.0, 0.0], [-0.05, 0.0, 0.0], [0.0, 0.07, 0.0], [0.0, -0.06, 0.0]])
"""Places about the middle of the face where light could fall unblocked [m]."""
CELLS = 12  # a side of the front, of which its lit middle and extent are found
OWN = 0.01  # [m] within which what throws the light is the light's own front


def sample_grid(part: Part) -> tuple[int, int]:
    """Samples of an emitter's front."""
    return ROUND_GRID if part.emitter.row[ROUND] else SQUARE_GRID


def _free(stages: Stages, part: Part, middle: np.ndarray) -> float:
    """Light of an emitter about a place that faces it, through what scrims leave of it: the most of five places."""
    scrims = [q for p in panels_standing(stages.photo_set) if PANEL_SURFACES[p.surface].passes for q in panel_quads(p)]
    places = (middle + AROUND).astype(np.float32)
    ways = part.emitter.row[:3] - places
    axes = (ways / np.linalg.norm(ways, axis=1, keepdims=True)).astype(np.float32)
    lux = even_illuminance(
        None, places, axes, np.zeros(len(places), np.float32), part.emitter, rows_of(tuple(scrims)), sample_grid(part)
    )
    return float(lux.max()) * float(LUMINANCE @ part.radiance)


def working_parts(stages: Stages, light: Light, middle: np.ndarray) -> list[tuple[Part, float]]:
    """What of a light works on the face, each with its free light there, the strongest first.

    A flash turned to a board or shut behind a scrim works through these alone; flags take nothing here.
    """

    def make() -> list[tuple[Part, float]]:
        free = [(part, _free(stages, part, middle)) for part in parts(stages, light)]
        most = max((lux for _, lux in free), default=0.0)
        return sorted((k for k in free if k[1] > NEGLIGIBLE * most), key=lambda k: -k[1])

    return stages.once(("working parts", id(light), middle.tobytes()), make)


def _on_face(stages: Stages, light: Light) -> float:
    """Light of a light at the face as exposed, nothing but scrims in its way."""
    middle = np.array(face_marks(stages.mesh, stages.photo_set.sitter).face)
    scale = float(LUMINANCE @ exposed(stages.photo_set, light))
    return scale * sum(free for _, free in working_parts(stages, light, middle))


def key_index(stages: Stages) -> int | None:
    """Index of the key: the strongest on the face of the lights that are on and of the first role in RANKS.

    None when no light is on. The order of the lights in the set does not matter.
    """
    found = _candidates(stages.photo_set)
    if len(found) < 2:
        return found[0] if found else None
    lights = stages.photo_set.lights

    def strength(index: int) -> tuple[float, str]:
        return _on_face(stages, lights[index]), lights[index].name

    return stages.once("key", lambda: max(found, key=strength))


def _candidates(photo_set: Set) -> list[int]:
    on = [(k, light.role) for k, light in enumerate(photo_set.lights) if light.on]
    ranked = ([k for k, role in on if role in roles] for roles in RANKS)
    return next((found for found in ranked if found), [])


def key_index_of(photo_set: Set, mesh: SitterMesh) -> int | None:
    """As `key_index`, of a set alone."""
    return key_index(Stages(photo_set, mesh, Memory(), oriented(DRAGGED, photo_set.camera), lambda: None))


@dataclass(frozen=True, eq=False)
class KeySurface:
    """What throws a light's light on the face."""

    centre: np.ndarray
    """(3,) middle of the light that comes to the face from it [m]."""
    covariance: np.ndarray
    """(3, 3) of the places that it comes from, about that middle [m2]."""
    own: bool
    """Whether it is the light's own front; else a board, scrim or wall that the light works through."""

    def extent(self, way: np.ndarray) -> float:
        """Its extent along a unit vector [m]: that of the rectangle, evenly lit, with the same variance."""
        return float(np.sqrt(12 * max(float(way @ self.covariance @ way), 0.0)))


def key_surface(stages: Stages, light: Light) -> KeySurface | None:
    """The strongest of what a light works through, by where its light on the face comes from; None for no light there."""
    middle = np.array(face_marks(stages.mesh, stages.photo_set.sitter).face)

    def make() -> KeySurface | None:
        working = working_parts(stages, light, middle)
        return surface_of(working[0][0], light, middle) if working else None

    return stages.once(("key surface", id(light)), make)


def surface_of(part: Part, light: Light, middle: np.ndarray) -> KeySurface:
    """Where the light on a receptor that faces it comes from, over the emitter's front."""
    row = part.emitter.row
    steps = (np.arange(CELLS) + 0.5) / CELLS * 2 - 1
    samples = np.stack(np.meshgrid(steps, steps), -1).reshape(-1, 2)
    x, y, _ = front_places(part.emitter, samples).T
    places = row[:3] + x[:, None] * row[HALF_X : HALF_X + 3] + y[:, None] * row[HALF_Y : HALF_Y + 3]
    ways = places - middle
    away = np.linalg.norm(ways, axis=1)
    ways = ways / away[:, None]
    share = luminances(part.emitter, x, y, ways) * np.abs(ways @ row[9:12]) / away**2
    share = share / share.sum() if share.sum() > 0 else np.full(len(share), 1 / len(share))
    centre = share @ places
    off = places - centre
    own = float(np.linalg.norm(row[:3] - light.place.array)) < OWN
    return KeySurface(centre, (off * share[:, None]).T @ off, own)
