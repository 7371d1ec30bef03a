"""What of the gear stands in the picture."""

from dataclasses import dataclass

import numpy as np

from ..geometry.held import held_by
from ..geometry.projected import projected
from ..geometry.quads import Quad, emitter_quad, panel_quads
from ..model.camera import Camera
from ..model.light import Light
from ..model.panel import Panel
from ..model.set import Set
from ..sitter.mesh import SitterMesh
from .body import body_of

FILLS = 0.6  # of the picture's width from which a thing behind the sitter is the ground (assumption)
SAMPLES = 9  # along each edge of what is looked for


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


def _before_sitter(photo_set: Set, mesh: SitterMesh | None, points: np.ndarray) -> np.ndarray:
    """(n,) bool: neither head nor trunk, taken as a ball and a rod, stands before the point."""
    if mesh is None or not len(points):
        return np.ones(len(points), bool)
    lens = photo_set.camera.place.array
    body = body_of(photo_set, mesh)
    return ~body.between(lens, points)


def _the_ground(photo_set: Set, quads: tuple[Quad, ...]) -> bool:
    """Whether it stands behind the sitter and fills most of the picture's width: what is seen behind is then this."""
    camera = photo_set.camera
    at = projected(camera, np.concatenate([q.corners for q in quads]))
    if not np.isfinite(at).all():
        return False
    off = np.array([photo_set.sitter.x, camera.place.y, photo_set.sitter.z]) - camera.place.array
    behind = at[:, 2].min() > float(np.linalg.norm(off))
    return bool(behind and np.ptp(np.clip(at[:, 0], -1, 1)) > 2 * FILLS)


def gear_in_frame(photo_set: Set, mesh: SitterMesh | None = None) -> list[InFrame]:
    """Lights and panels whose front or stand is in the picture, before the backdrop.

    With the sitter's `mesh` what stands behind head or body is not counted. What fills the picture behind the sitter is
    its ground, and no gear in it.
    """
    camera, found = photo_set.camera, []
    for kind in ("lights", "panels"):
        for i, thing in enumerate(getattr(photo_set, kind)):
            if not thing.on:
                continue
            quads = (emitter_quad(thing),) if kind == "lights" else panel_quads(thing)
            if _the_ground(photo_set, quads):
                continue
            front = np.concatenate([_sheet(q) for q in quads])
            for part, points in (("front", front), ("stand", _stand(photo_set, thing))):
                shown = points[_before_backdrop(photo_set, points)]
                seen = _seen(camera, shown[_before_sitter(photo_set, mesh, shown)])
                if seen and not (kind == "lights" and thing.source.kind == "window"):
                    found.append(InFrame(kind, i, part, *seen))
                    break
    return found


def _before_backdrop(photo_set: Set, points: np.ndarray) -> np.ndarray:
    backdrop = photo_set.backdrop
    turn = np.radians(backdrop.turn)
    normal = np.array([np.sin(turn), 0.0, np.cos(turn)])
    return (points - [backdrop.x, 0.0, backdrop.z]) @ normal > 0
