"""The key at other places about the face: its emitter carried along, as it hangs on its stand."""

from dataclasses import dataclass, replace

import numpy as np

from ..exposure.response import LUMINANCE
from ..scene.geometry import aiming_axes
from ..scene.light import Light
from ..scene.point import Point
from ..simulation.layers import Part, parts
from ..simulation.stages import Stages
from ..sitter.face import HeadFrame
from ..transport.emitter import GATE_CENTRE, GATE_NORMAL, GATE_X, GATE_Y, HALF_X, HALF_Y, NORMAL, VIRTUAL, Emitter
from .key_light import unblocked

PLACES = (0, GATE_CENTRE, VIRTUAL)
WAYS = (HALF_X, HALF_Y, NORMAL, GATE_X, GATE_Y, GATE_NORMAL)


def _axes(place: np.ndarray, middle: np.ndarray) -> np.ndarray:
    """(3, 3) columns right, up, forward of something level at a place that looks at the face."""
    return np.stack(aiming_axes(Point(*map(float, place)), Point(*map(float, middle))), 1)


@dataclass(frozen=True, eq=False)
class Carried:
    """What throws the key's light, and how to carry it: its aim off the face stays as it is, seen from the light."""

    emitter: Emitter
    middle: np.ndarray
    """(3,) of the face in the room [m]."""

    def at(self, place: np.ndarray, head: HeadFrame, middle: np.ndarray | None = None) -> Emitter:
        """The emitter with its middle at a place of the room, in a head's frame; it looks at the face's middle."""
        row, old = self.emitter.row.copy(), self.emitter.row[:3]
        turn = _axes(place, self.middle if middle is None else middle) @ _axes(old, self.middle).T
        for at in PLACES:
            moved = place + turn @ (row[at : at + 3] - old)
            row[at : at + 3] = head.in_head(moved)
        for at in WAYS:
            row[at : at + 3] = head.rotation.T @ (turn @ row[at : at + 3])
        return Emitter(row, self.emitter.beam, self.emitter.pattern)

    def seen_from(self, head: HeadFrame) -> Emitter:
        """The emitter where it is, in the frame of a head that is posed otherwise."""
        row = self.emitter.row.copy()
        for at in PLACES:
            row[at : at + 3] = head.in_head(row[at : at + 3])
        for at in WAYS:
            row[at : at + 3] = head.rotation.T @ row[at : at + 3]
        return Emitter(row, self.emitter.beam, self.emitter.pattern)


def strongest(stages: Stages, light: Light, middle: np.ndarray) -> Part | None:
    """The emitter of a light that throws most on the face: its front, or what it is bounced off; None for none."""
    lit = [
        (unblocked(part, middle) * float(LUMINANCE @ part.radiance), k) for k, part in enumerate(parts(stages, light))
    ]
    best = max(lit, default=(0.0, 0))
    return parts(stages, light)[best[1]] if best[0] > 0 else None


def moved_to(light: Light, place: np.ndarray, middle: np.ndarray) -> Light:
    """The light at another place, its aim as far off the face, seen from the light, as before."""
    turn = _axes(place, middle) @ _axes(light.place.array, middle).T
    off = light.aim.array - light.place.array
    before, now = (float(np.linalg.norm(p - middle)) for p in (light.place.array, place))
    aim = place + turn @ off * (now / max(before, 1e-6))
    return replace(light, place=Point(*map(float, place)), aim=Point(*map(float, aim)))
