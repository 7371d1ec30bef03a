"""Where the set is read: patches of skin, cloth and backdrop, and the incident meter."""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from ..geometry.vectors import aiming_axes
from ..model.set import Set
from ..picture.lens_rays import directions
from ..picture.seen import walls_seen
from ..sitter.face import face_marks, vertices_near
from ..sitter.mesh import CHAIN_HEAD, CLOTH, HAIR, SCALP, SKIN, Posed, SitterMesh
from ..transport.weights import DOME, FLAT

POINTS = 16  # a surface
CHEEK_RADIUS, CHIN_RADIUS, FOREHEAD_RADIUS = 0.012, 0.008, 0.014  # [m]
NOSE_RADIUS, UNDER_WIDE, UNDER_DEEP = 0.015, 0.015, 0.045  # [m] of what is read under nose and chin
# Picture places (from the upper left) whose backdrop is read; the middle is read as if the sitter were away.
BACKDROP_PLACES = {"backdrop_left": 0.06, "backdrop_middle": 0.5, "backdrop_right": 0.94}
BACKDROP_ROW, BACKDROP_SPREAD = 0.3, 0.03
HAIR_OVER_EYES, HAIR_POINTS, HAIR_OUT = 0.03, 8, 0.012  # [m], of the edge of the hair and its reading before it [m]
HAIR_OUTWARD, HAIR_FORWARD = 0.97, 0.24  # way that the edge is taken to face: across the picture, and to the lens


@dataclass(frozen=True, eq=False)
class Sensors:
    """Points to be read, in groups. Flat receptors are surfaces; a dome stands alone."""

    names: tuple[str, ...]
    group: np.ndarray  # (n,) index into names
    points: np.ndarray  # (n, 3) float32 [m]
    axes: np.ndarray  # (n, 3) float32
    albedo: np.ndarray  # (n, 3); 1 for the meter
    receptor: int
    strands: np.ndarray | None = None  # (n, 3) float32 along the hair, for surfaces
    past_head: bool = False
    """Whether the sitter's head blocks nothing: a meter is held before the face."""
    anywhere: bool = False
    """Whether they may lie off what the lens sees, where more can stand in the way."""


@lru_cache(maxsize=4)
def _cloth_vertices(mesh: SitterMesh) -> np.ndarray:
    """Cloth on the chest: under the neck, facing forward."""
    under_neck = mesh.vertices[:, 1] - mesh.joints[0, 1]
    chest = (mesh.parts == CLOTH) & (np.abs(mesh.vertices[:, 0]) < 0.10) & (mesh.normals[:, 2] > 0.5)
    chest = np.where(chest & (under_neck < -0.07) & (under_neck > -0.17))[0]
    return chest[np.linspace(0, len(chest) - 1, min(POINTS, len(chest))).astype(int)]


@lru_cache(maxsize=4)
def _about_the_head(mesh: SitterMesh) -> np.ndarray:
    """Vertices over the eyes that may be its outline: hair, or the skin of a bald head."""
    above = (mesh.vertices[:, 1] > HAIR_OVER_EYES) & (mesh.chain[:, CHAIN_HEAD] > 0.9)
    hair = np.where(above & np.isin(mesh.parts, (HAIR, SCALP)))[0]
    return hair if len(hair) >= HAIR_POINTS else np.where(above & (mesh.parts == SKIN))[0]


def _head_edge(mesh: SitterMesh, posed: Posed, across: np.ndarray) -> np.ndarray:
    """Vertices on the outline of the head on one side as the lens sees it; across : (3,) that way in the room."""
    about = _about_the_head(mesh)
    places = posed.in_room(posed.vertices[about])
    outward = places @ across
    edge = outward > np.quantile(outward, 0.96)
    at = about[edge][np.argsort(places[edge, 1], kind="stable")]
    return at[np.linspace(0, len(at) - 1, HAIR_POINTS).astype(int)]


@lru_cache(maxsize=8)
def _under_nose(mesh: SitterMesh) -> np.ndarray:
    """Skin between the nose's tip and the lip that faces down."""
    middle = (mesh.vertices[mesh.landmarks["nose_tip"]] + mesh.vertices[mesh.landmarks["subnasale"]]) / 2
    off = np.linalg.norm(mesh.vertices - middle, axis=1)
    near = np.where((mesh.parts == SKIN) & (off < NOSE_RADIUS) & (mesh.normals[:, 1] < -0.5))[0]
    return near[np.argsort(off[near], kind="stable")][:POINTS]


@lru_cache(maxsize=8)
def _under_chin(mesh: SitterMesh) -> np.ndarray:
    """Skin between chin and throat that faces down."""
    off = mesh.vertices - mesh.vertices[mesh.landmarks["chin"]]
    under = (np.abs(off[:, 0]) < UNDER_WIDE) & (off[:, 1] < 0) & (off[:, 2] > -UNDER_DEEP) & (off[:, 2] < -0.01)
    at = np.where((mesh.parts == SKIN) & under & (mesh.normals[:, 1] < -0.6))[0]
    return at[np.linspace(0, len(at) - 1, min(POINTS, len(at))).astype(int)]


def surface_sensors(photo_set: Set, mesh: SitterMesh, posed: Posed) -> Sensors:
    """The surfaces on the Ladder, each as up to sixteen points [m]."""
    right, _, forward = aiming_axes(photo_set.camera.place, photo_set.camera.aim)
    on_sitter = {
        "cheek_right": vertices_near(mesh, "cheek_L", CHEEK_RADIUS, POINTS, SKIN),
        "cheek_left": vertices_near(mesh, "cheek_R", CHEEK_RADIUS, POINTS, SKIN),
        "forehead": vertices_near(mesh, "forehead", FOREHEAD_RADIUS, POINTS, SKIN),
        "chin": vertices_near(mesh, "chin", CHIN_RADIUS, POINTS, SKIN),
        "under_nose": _under_nose(mesh),
        "under_chin": _under_chin(mesh),
        "cloth": _cloth_vertices(mesh),
        "hair_left": _head_edge(mesh, posed, -right),
        "hair_right": _head_edge(mesh, posed, right),
    }
    points = [posed.in_room(posed.vertices[rows]) for rows in on_sitter.values()]
    axes = [posed.normals[rows] @ posed.rotation.T for rows in on_sitter.values()]
    for k, side in ((-2, -1.0), (-1, 1.0)):
        # Strands face every way: the edge is read as a smooth head's outline to the lens, out of the way of its own strands.
        outward = side * HAIR_OUTWARD * right - HAIR_FORWARD * forward
        axes[k] = np.repeat(outward[None], len(axes[k]), 0)
        points[k] = points[k] + outward * HAIR_OUT
    albedo = [mesh.colours[rows] for rows in on_sitter.values()]
    offsets = np.stack(np.meshgrid([-1, 0, 1], [-1, 0, 1]), -1).reshape(-1, 2) * BACKDROP_SPREAD
    for across in BACKDROP_PLACES.values():
        wall = walls_seen(
            photo_set, directions(photo_set.camera, photo_set.camera.aspect, offsets + [across, BACKDROP_ROW])
        )
        points.append(wall.points)
        axes.append(wall.normals)
        albedo.append(wall.albedo)
    axis = np.concatenate(axes)
    return Sensors(
        (*on_sitter, *BACKDROP_PLACES),
        np.repeat(np.arange(len(points)), [len(p) for p in points]),
        np.concatenate(points).astype(np.float32),
        (axis / np.linalg.norm(axis, axis=1, keepdims=True)).astype(np.float32),
        np.concatenate(albedo),
        FLAT,
        _strands(posed, on_sitter, len(axis)),
    )


def _strands(posed: Posed, on_sitter: dict[str, np.ndarray], count: int) -> np.ndarray:
    """(n, 3) float32 along the hair at each point that lies on the sitter; nought elsewhere."""
    rows = np.concatenate(list(on_sitter.values()))
    out = np.zeros((count, 3), np.float32)
    out[: len(rows)] = posed.tangents[rows] @ posed.rotation.T
    return out


def meter_sensors(photo_set: Set, mesh: SitterMesh, key: np.ndarray | None) -> tuple[Sensors, Sensors]:
    """The incident meter before the face: domes to the light and to the camera, and the flat disc to the light.

    "The light" is the middle of what throws the key's light on the face, `key` (3,) [m]; without one both domes face the
    camera.
    """
    meter = np.array(face_marks(mesh, photo_set.sitter).meter)
    to_camera = photo_set.camera.place.array - meter
    to_light = to_camera if key is None else key - meter
    axes = np.stack([to_light / np.linalg.norm(to_light), to_camera / np.linalg.norm(to_camera)]).astype(np.float32)
    at = np.repeat(meter[None], 2, 0).astype(np.float32)
    domes = Sensors(("dome_to_light", "dome_to_camera"), np.arange(2), at, axes, np.ones((2, 3)), DOME, past_head=True)
    flat = Sensors(("flat_to_light",), np.zeros(1, int), at[:1], axes[:1], np.ones((1, 3)), FLAT, past_head=True)
    return domes, flat
