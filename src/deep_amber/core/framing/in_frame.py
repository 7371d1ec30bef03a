"""What of the gear stands in the picture."""

from dataclasses import dataclass

import numpy as np

from ..geometry.held import held_by
from ..geometry.quads import Quad, emitter_quad, field_of_view, panel_quads
from ..geometry.vectors import aiming_axes
from ..model.camera import Camera
from ..model.light import Light
from ..model.panel import Panel
from ..model.set import Set

SAMPLES = 9  # along each edge of what is looked for
NEAREST = 0.05  # [m] before the lens


@dataclass(frozen=True)
class InFrame:
    kind: str
    """"lights" or "panels"."""
    index: int
    part: str
    """"front" or "stand"."""
    inward: float
    """How far it reaches in from the nearer side of the frame, as a share of the picture's width."""
    side: int
    """-1 from camera-left, 1 from camera-right."""


def projected(camera: Camera, points: np.ndarray) -> np.ndarray:
    """(n, 3) points in the picture: x and y from -1 to 1 at its edges, and distance along the axis [m].

    x and y of a point behind the lens are not finite.
    """
    right, up, forward = aiming_axes(camera.place, camera.aim)
    wide, high = field_of_view(camera, camera.aspect)
    off = points - camera.place.array
    z = off @ forward
    with np.errstate(divide="ignore", invalid="ignore"):
        x = np.where(z > NEAREST, off @ right / (z * wide), np.nan)
        y = np.where(z > NEAREST, off @ up / (z * high), np.nan)
    return np.stack([x, y, z], 1)


def _sheet(quad: Quad) -> np.ndarray:
    a = np.linspace(-1, 1, SAMPLES)
    u, v = np.meshgrid(a, a)
    return np.array(quad.centre) + u.reshape(-1, 1) * quad.half_x + v.reshape(-1, 1) * quad.half_y


def _stand(photo_set: Set, thing: Light | Panel) -> np.ndarray:
    """Points along what holds the thing; none where nothing is seen of it."""
    share = np.linspace(0.0, 1.0, 2 * SAMPLES)[:, None]
    return np.concatenate([np.zeros((0, 3)), *(a + (b - a) * share for a, b in held_by(photo_set, thing))])


def _seen(camera: Camera, points: np.ndarray) -> tuple[float, int] | None:
    """How far the points reach in from their nearer side, and from which."""
    if not len(points):
        return None
    at = projected(camera, points)
    inside = (np.abs(at[:, 0]) < 1) & (np.abs(at[:, 1]) < 1)
    if not inside.any():
        return None
    x = at[inside, 0]
    side = 1 if x.mean() > 0 else -1
    return float((1 - (side * x).min()) / 2), side


def gear_in_frame(photo_set: Set) -> list[InFrame]:
    """Lights and panels whose front or stand is in the picture, before the backdrop."""
    camera, found = photo_set.camera, []
    for kind in ("lights", "panels"):
        for i, thing in enumerate(getattr(photo_set, kind)):
            if not thing.on:
                continue
            quads = [emitter_quad(thing)] if kind == "lights" else panel_quads(thing)
            front = np.concatenate([_sheet(q) for q in quads])
            for part, points in (("front", front), ("stand", _stand(photo_set, thing))):
                seen = _seen(camera, points[_before_backdrop(photo_set, points)])
                if seen and not (kind == "lights" and thing.source.kind == "window"):
                    found.append(InFrame(kind, i, part, *seen))
                    break
    return found


def _before_backdrop(photo_set: Set, points: np.ndarray) -> np.ndarray:
    backdrop = photo_set.backdrop
    turn = np.radians(backdrop.turn)
    normal = np.array([np.sin(turn), 0.0, np.cos(turn)])
    return (points - [backdrop.x, 0.0, backdrop.z]) @ normal > 0
