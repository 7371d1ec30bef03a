"""A picture read backwards: the key's direction with its ring, its size class, lights, depth of shadow, rim and backdrop."""

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

import numpy as np

from ..exposure.response import MID_GREY
from ..pattern.softness import GRADES, NOSE, Grade
from ..sitter.mesh import SitterMesh
from .chin_shadow import chin_ends
from .face_table import SIZES, face_table
from .head_pose import likely
from .key_direction import KeyDirection, key_direction
from .marks_told import doubtful
from .points import Marks, checked
from .practice import Ground, Rim, ground_of
from .shadow_map import shadow_ends

EDGE_OVER = 0.8  # stops by which an edge of hair lies over the backdrop beside it, where a light from behind draws it (assumption)
FLOOR = 1e-4  # linear value under which a place is black


@dataclass(frozen=True)
class ReadBack:
    key: KeyDirection
    like: str
    """Name of the sitter whose face fits best."""
    like_share: float
    """How likely that is against the other sitters, 0 to 1."""
    turned: float
    """Of the head from the lens, positive to the picture's right [degrees]."""
    edge_mm: float | None
    size: Grade | None
    """By the light on the face, and by the edge where one was marked; None where neither tells."""
    ratio: float | None
    """Longer side of the front over its distance, the likeliest."""
    lights: int
    """That the catchlights tell of, at least."""
    depth: float | None
    """Lit over shadow patch [stops]; None where both were not marked."""
    rim: Rim | None
    ground: Ground | None
    tone: float | None
    """Of the backdrop's middle [stops from mid grey]."""
    doubtful: tuple[str, ...]
    """Marks that contradict the rest, by their fields."""


def prepare(mesh: SitterMesh) -> None:
    """Works out for a sitter what reading back needs and keeps, so that the first picture does not wait for it."""
    face_table(mesh)
    shadow_ends(mesh)
    chin_ends(mesh)


def read_back(
    marks: Marks, values: Mapping[str, float], meshes: Iterable[SitterMesh], linear: np.ndarray | None = None
) -> ReadBack:
    """What the marks, the values at marked places and the light on the face tell.

    Parameters
    ----------
    values : linear, white = 1, at "lit", "shadow", "edge_left", "edge_right", "backdrop_left", "backdrop_middle", "backdrop_right",
        as far as they are marked
    meshes : the sitters that a face may be like
    linear : (rows, columns, 3) the picture, white = 1; without it the marks alone tell

    Raises NotAccepted for marks that contradict themselves.
    """
    checked(marks)
    poses = likely(meshes, marks)
    key = key_direction(poses, marks, linear)
    like = max(key.like, key=lambda k: key.like[k])
    pose = next(p for _, p in poses if p.mesh.name == like)
    edge = math.dist(*marks.edge) / pose.scale * 1000 if marks.edge is not None else None
    ratio = _ratio(key, edge)
    lights = max(len(marks.left_catchlights), len(marks.right_catchlights))
    return ReadBack(
        key, like, key.like[like], math.degrees(float(pose.values[0])), edge, _size(key, edge), ratio, lights,
        _depth(values), _rim(values), _ground(values),
        _stops(values, "backdrop_middle") if "backdrop_middle" in values else None, doubtful(pose, marks, key.azimuth, key.elevation, key.ring),
    )  # fmt: skip


def _ratio(key: KeyDirection, edge: float | None) -> float | None:
    if key.sizes:
        return float(np.exp(np.array(key.sizes) @ np.log(SIZES)))
    return edge / (NOSE * 1000) if edge is not None else None


def _size(key: KeyDirection, edge: float | None) -> Grade | None:
    """The likeliest class; the edge alone where no picture was read."""
    if not key.sizes:
        return grade_of(edge) if edge is not None else None
    shares: dict[Grade, float] = {}
    for size, share in zip(SIZES, key.sizes, strict=True):
        grade = grade_of(NOSE * 1000 * size)
        shares[grade] = shares.get(grade, 0.0) + share
    return max(shares, key=lambda k: shares[k])


def grade_of(edge: float) -> Grade:
    """The class of an edge's width [mm]."""
    return next((g for g, (_, high) in GRADES.items() if edge < high), "very soft")


def _stops(values: Mapping[str, float], name: str) -> float:
    return math.log2(max(values[name], FLOOR) / MID_GREY)


def _depth(values: Mapping[str, float]) -> float | None:
    if not {"lit", "shadow"} <= values.keys():
        return None
    return _stops(values, "lit") - _stops(values, "shadow")


def _rim(values: Mapping[str, float]) -> Rim | None:
    sides = [k for k in ("left", "right") if {f"edge_{k}", f"backdrop_{k}"} <= values.keys()]
    if not sides:
        return None
    drawn = [k for k in sides if _stops(values, f"edge_{k}") - _stops(values, f"backdrop_{k}") >= EDGE_OVER]
    if len(drawn) == 2:
        return "both"
    return f"camera-{drawn[0]}" if drawn else "none"  # type: ignore[return-value]


def _ground(values: Mapping[str, float]) -> Ground | None:
    names = ("backdrop_left", "backdrop_middle", "backdrop_right")
    if not set(names) <= values.keys():
        return None
    return ground_of({k: _stops(values, k) for k in names})
