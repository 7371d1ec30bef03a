"""Where the key cannot hang, and why: ceiling, walls, the sitter, other things, the stand and its boom."""

from dataclasses import dataclass

import numpy as np

from ..geometry.held import FOOT_OUT
from ..geometry.quads import Quad, backdrop_quad, emitter_quad, furniture_quads, panel_quads
from ..kit.owned import StandItem
from ..model.set import Set
from ..picture.lens_rays import directions
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh

CLEAR = 0.002  # [m] kept from walls, floor and ceiling
APART = 0.08  # [m] between fronts
BODY_OUT, HEAD_OUT = 0.25, 0.20  # [m] from the body's axis, and round the face, where nothing else can be
FRAME_PLACES = np.stack(np.meshgrid(np.linspace(0.01, 0.99, 9), np.linspace(0.01, 0.99, 9)), -1).reshape(-1, 2)
ARM, HAND = 1.5, 2.3  # [m] that an arm on a wall reaches, and that a hand holds high (assumptions)


@dataclass(frozen=True)
class Support:
    """What the stands of the kit can do."""

    highest: float = float("inf")
    """[m]"""
    boom: float = float("inf")
    """Reach of the longest boom [m]."""


ANYWHERE = Support()


def support_of(stands: tuple[StandItem, ...]) -> Support:
    """What the stands of a kit can do: the highest of them, and the longest boom; without any nothing is held back."""
    if not stands:
        return ANYWHERE
    return Support(max(k.highest for k in stands), max(k.boom for k in stands))


@dataclass(frozen=True, eq=False)
class Fronts:
    """Fronts in the room, one entry each."""

    centre: np.ndarray  # (k, 3) [m]
    half_x: np.ndarray  # (k, 3)
    half_y: np.ndarray  # (k, 3)

    def samples(self) -> np.ndarray:
        """(k, 25, 3) places over each front."""
        a = np.linspace(-1, 1, 5)
        u, v = (k.ravel() for k in np.meshgrid(a, a))
        return self.centre[:, None] + u[None, :, None] * self.half_x[:, None] + v[None, :, None] * self.half_y[:, None]


def _quad_places(quad: Quad) -> np.ndarray:
    a = np.linspace(-1, 1, 5)
    u, v = (k.reshape(-1, 1) for k in np.meshgrid(a, a))
    return np.array(quad.centre) + u * quad.half_x + v * quad.half_y


def _others(photo_set: Set, key: int, board: int | None) -> list[tuple[str, np.ndarray]]:
    """Name and places of everything else that stands in the room."""
    made = [(k.name, _quad_places(emitter_quad(k))) for i, k in enumerate(photo_set.lights) if i != key]
    made += [
        (p.name, np.concatenate([_quad_places(q) for q in panel_quads(p)]))
        for i, p in enumerate(photo_set.panels)
        if p.on and i != board
    ]
    made += [(f.name, np.concatenate([_quad_places(q) for q in furniture_quads(f)])) for f in photo_set.furniture]
    return [*made, ("the camera", photo_set.camera.place.array[None])]


def _walls(photo_set: Set, samples: np.ndarray) -> list[tuple[str, np.ndarray]]:
    room = photo_set.room
    low, high = samples.min(1), samples.max(1)
    return [
        ("ceiling", high[:, 1] > room.height - CLEAR),
        ("floor", low[:, 1] < CLEAR),
        ("camera-left wall", low[:, 0] < -room.width / 2 + CLEAR),
        ("camera-right wall", high[:, 0] > room.width / 2 - CLEAR),
        ("back wall", low[:, 2] < CLEAR),
        ("wall behind the camera", high[:, 2] > room.depth - CLEAR),
    ]


def _behind_backdrop(photo_set: Set, samples: np.ndarray) -> np.ndarray:
    quad = backdrop_quad(photo_set.backdrop)
    off = samples - np.array(quad.centre)
    x = off @ np.array(quad.half_x) / np.dot(quad.half_x, quad.half_x)
    return ((off @ quad.normal < APART) & (np.abs(x) < 1)).any(1)


def _in_sitter(photo_set: Set, mesh: SitterMesh, samples: np.ndarray) -> np.ndarray:
    sitter = photo_set.sitter
    face = np.array(face_marks(mesh, sitter).eyes)
    near_head = (np.linalg.norm(samples - face, axis=2) < HEAD_OUT).any(1)
    level = np.hypot(samples[..., 0] - sitter.x, samples[..., 2] - sitter.z)
    return near_head | ((level < BODY_OUT) & (samples[..., 1] < face[1] + 0.1)).any(1)


def _held(photo_set: Set, key: int, fronts: Fronts, support: Support) -> list[tuple[str, np.ndarray]]:
    """What holds the key and how far that goes; a stand may be changed for a boom of the kit."""
    light, sitter, room = photo_set.lights[key], photo_set.sitter, photo_set.room
    x, y, z = fronts.centre.T
    if light.holding == "hand":
        return [(f"no hand holds it over {HAND:.1f} m", y > HAND)]
    if light.holding == "wall arm":
        to_wall = np.minimum(room.width / 2 - np.abs(x), np.minimum(z, room.depth - z))
        return [("the arm on the wall does not reach", to_wall > ARM)]
    if light.holding not in ("stand", "boom"):
        return []
    level = np.hypot(fronts.centre[:, 0] - sitter.x, fronts.centre[:, 2] - sitter.z)
    need = FOOT_OUT - level
    return [
        (f"no stand of the kit goes over {support.highest:.1f} m", fronts.centre[:, 1] > support.highest),
        (
            "over the sitter: it needs a boom" if support.boom <= 0 else "the boom does not reach over the sitter",
            need > support.boom,
        ),
    ]


def hindrances(
    photo_set: Set, mesh: SitterMesh, key: int, fronts: Fronts, support: Support = ANYWHERE, board: int | None = None
) -> np.ndarray:
    """Why the key's front cannot be at each of many places.

    Parameters
    ----------
    photo_set : the set; mesh : its sitter; key : index of the key, which is no hindrance to itself
    fronts : the places; support : what the stands can do
    board : index of the panel that the key works through and is carried with

    Returns
    -------
    (k,) text: what is in the way, empty where nothing is
    """
    samples = fronts.samples()
    found = np.full(len(samples), "", dtype=object)

    def note(reason: str, where: np.ndarray) -> None:
        found[where & (found == "")] = reason

    for name, where in _walls(photo_set, samples):
        note(name, where)
    note("backdrop", _behind_backdrop(photo_set, samples))
    note("sitter", _in_sitter(photo_set, mesh, samples))
    for name, places in _others(photo_set, key, board):
        gap = np.linalg.norm(samples[:, :, None] - places[None, None], axis=3).min((1, 2))
        note(name, gap < APART)
    for name, where in _held(photo_set, key, fronts, support):
        note(name, where)
    return found


def before_lens(photo_set: Set, mesh: SitterMesh, fronts: Fronts) -> np.ndarray:
    """(k,) bool: the front would stand in the picture, before the sitter. Nothing forbids it but the picture.

    Rays through a grid of picture places are tried against each front.
    """
    camera = photo_set.camera
    lens, face = camera.place.array, np.array(face_marks(mesh, photo_set.sitter).eyes)
    ways = directions(camera, camera.aspect, FRAME_PLACES).astype(float)
    normals = np.cross(fronts.half_x, fronts.half_y)
    along = ways @ normals.T
    off = ((fronts.centre - lens) * normals).sum(1)
    along = np.where(np.abs(along) > 1e-9, along, 1e-9)
    away = off / along
    place = ways[:, None] * away[..., None] - (fronts.centre - lens)
    x, y = ((place * half).sum(-1) / (half * half).sum(-1) for half in (fronts.half_x, fronts.half_y))
    nearer = float(np.linalg.norm(face - lens)) - HEAD_OUT / 2
    return ((away > 0) & (away < nearer) & (np.abs(x) <= 1) & (np.abs(y) <= 1)).any(0)
