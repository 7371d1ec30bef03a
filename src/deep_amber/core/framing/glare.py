"""Glasses that mirror a light into the lens."""

from dataclasses import dataclass

import numpy as np

from ..geometry.quads import emitter_quad
from ..model.light import Light
from ..model.set import Set
from ..sitter.face import head_frame
from ..sitter.glasses import LENS_HALF_HEIGHT, LENS_HALF_WIDTH, lens_places
from ..sitter.mesh import SitterMesh

SAMPLES = 9  # across a lens
LEAST = 0.01  # of a lens
PANTOSCOPIC = 8.0  # degrees by which lenses usually lean, their lower edge toward the cheek (assumption)


@dataclass(frozen=True)
class Glare:
    light: int
    """Index in the set."""
    eye: str
    """"left" or "right", the sitter's own."""
    share: float
    """Of the lens that mirrors the light."""


def glare(photo_set: Set, mesh: SitterMesh) -> list[Glare]:
    """Where a flat lens throws a light's front into the camera: the way from the camera, mirrored on the lens's plane,
    meets the front. None without glasses.
    """
    sitter = photo_set.sitter
    if sitter.glasses == "none":
        return []
    head = head_frame(mesh, sitter)
    lean = np.radians(PANTOSCOPIC)
    normal = head.rotation @ np.array([0.0, -np.sin(lean), np.cos(lean)])
    across = np.linspace(-1, 1, SAMPLES)
    u, v = (k.ravel() for k in np.meshgrid(across, across))
    oval = np.abs(u) ** 3 + np.abs(v) ** 3 <= 1
    spread = np.stack([u[oval] * LENS_HALF_WIDTH, v[oval] * LENS_HALF_HEIGHT, np.zeros(oval.sum())], 1)
    found = []
    for eye, middle in zip(("left", "right"), lens_places(mesh), strict=True):
        points = head.in_room(middle + spread)
        way = points - photo_set.camera.place.array
        way /= np.linalg.norm(way, axis=1, keepdims=True)
        mirrored = way - 2 * (way @ normal)[:, None] * normal
        for i, light in enumerate(photo_set.lights):
            if not light.on:
                continue
            share = _meets(points, mirrored, light)
            if share > LEAST:
                found.append(Glare(i, eye, share))
    return sorted(found, key=lambda g: -g.share)


def _meets(points: np.ndarray, ways: np.ndarray, light: Light) -> float:
    """Share of the rays that meet the light's front from before it."""
    quad = emitter_quad(light)
    toward = ways @ quad.normal
    with np.errstate(divide="ignore", invalid="ignore"):
        t = (np.array(quad.centre) - points) @ quad.normal / toward
        off = points + ways * t[:, None] - quad.centre
    x, y = (off @ np.array(k) / float(np.dot(k, k)) for k in (quad.half_x, quad.half_y))
    inside = x * x + y * y <= 1 if quad.round else (np.abs(x) <= 1) & (np.abs(y) <= 1)
    return float(((toward < 0) & (t > 0) & inside).mean())
