"""Moves of a set, their light put in by hand."""

import math

import numpy as np

from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.kit.owned import Kit
from deep_amber.core.model import Set
from deep_amber.core.pattern.reach import ANYWHERE
from deep_amber.core.simulation import DRAGGED, Memory
from deep_amber.core.simulation.stages import Stages
from deep_amber.core.sitter.face import face_marks
from deep_amber.core.wish.kept import wish_of
from deep_amber.core.wish.path import Asked, Path
from deep_amber.core.wish.state import SENSED, ByLight
from deep_amber.core.wish.target import Target
from tests.sets import mesh_of


def asked(photo_set: Set, surface: str = "shadow_cheek", kit: Kit = CATALOGUE) -> Asked:
    """What paths are made for, with the light on camera-left put in by hand."""
    mesh, many = mesh_of(photo_set), len(photo_set.lights)
    lux = np.tile([100.0, 30.0, 10.0, 10.0], (many, 1))
    shares = ByLight(
        np.full((many, len(SENSED)), 0.1), lux, np.zeros((many, 0)), np.array([k.on for k in photo_set.lights])
    )
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    stages = Stages(photo_set, mesh, Memory(), DRAGGED, lambda: None)
    return Asked(stages, wish_of([Target(surface, "stops", 0.0)]), kit, ANYWHERE, face, shares, 0)


def made(path: Path) -> list[tuple[float, Set]]:
    return [(t, k) for t in path.samples if (k := path.at(t)) is not None]


def angle(a: np.ndarray, b: np.ndarray) -> float:
    return math.degrees(math.acos(min(1.0, float(a @ b / np.linalg.norm(a) / np.linalg.norm(b)))))


def axis(thing) -> np.ndarray:
    return thing.aim.array - thing.place.array
