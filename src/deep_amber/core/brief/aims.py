"""What a look aims at, as bands on the Ladder."""

import math
from dataclasses import dataclass
from typing import Any

import numpy as np

from ..exposure.response import stops_from_mid_grey
from ..model.look import DARK_FACES, Look
from ..pattern.composed import FACE_UNDER, SKIN_UNDER
from ..simulation.readings import Readings
from ..simulation.sensors import CHEEK_RADIUS, POINTS
from ..sitter.face import vertices_near
from ..sitter.mesh import SKIN, SitterMesh
from ..srgb import LUMINANCE
from .ratio import asks_for_the_middle

TOLERANCE = 1 / 3  # stops either side of an aim: one click of the camera
KEY_OFFSET = {"high": 2 / 3, "middle": 0.0, "low": -2 / 3}
"""Stops by which the lit cheek is taken over or under its own tone (assumption)."""
BACKDROP_SURFACES = ("backdrop_left", "backdrop_middle", "backdrop_right")
EDGE_OVER, EDGE_HIGH = (
    1.0,
    3.0,
)  # stops over the backdrop between which an edge of light parts a head from it (assumption)
LIGHT_GROUND = (
    0.5  # stops from mid grey from which a head stands dark against its backdrop, and no edge is asked for (assumption)
)
DARKEST = -20.0
"""[stops from mid grey] under any that is read: a face that is meant to be dark can be as dark as it likes."""
EDGES = {"camera-left": ("hair_left",), "camera-right": ("hair_right",), "both": ("hair_left", "hair_right")}


@dataclass(frozen=True)
class Aim:
    surface: str
    """Name of the reading."""
    low: float
    """[stops from mid grey]"""
    high: float

    @property
    def middle(self) -> float:
        """Where in the band it is brought to: its middle, or just inside one that has no lower end [stops from mid grey]."""
        return self.high - TOLERANCE if self.low == DARKEST else (self.low + self.high) / 2


def own_tone(mesh: SitterMesh) -> float:
    """Stops from mid grey of the sitter's cheeks, facing the light that an exposure is metered for."""
    cheeks = [vertices_near(mesh, f"cheek_{side}", CHEEK_RADIUS, POINTS, SKIN) for side in "LR"]
    colours = mesh.colours[np.concatenate(cheeks)]
    return stops_from_mid_grey(float((colours @ LUMINANCE).mean()))


def _aim(surface: str, stops: float) -> Aim:
    return Aim(surface, stops - TOLERANCE, stops + TOLERANCE)


def aims_of(look: Look | None, mesh: SitterMesh) -> list[Aim]:
    """The bands that the readings should lie in; none before the brief is begun.

    The lit cheek keeps its own tone, a little over or under it in a high or low key; the shadow cheek lies under it by
    the wanted ratio, log2 of it in stops. With light from the middle both cheeks are alike, and under nose and chin lie
    under them by the wanted front ratio. In a silhouette no cheek is lighter than one that is named so.
    """
    if look is None:
        return []
    if look.pattern == "silhouette":
        dark = min(look.backdrop_tone - FACE_UNDER, own_tone(mesh) - SKIN_UNDER)
        return [Aim("lit_cheek", DARKEST, dark), *_aims_beside(look)]
    lit = own_tone(mesh) + KEY_OFFSET[look.key]
    if asks_for_the_middle(look):
        under = lit - math.log2(look.front_ratio) if look.front_ratio else None
        modelled = [_aim(name, under) for name in ("under_nose", "under_chin") if under is not None]
    else:
        modelled = [_aim("shadow_cheek", lit - math.log2(look.ratio))]
    return [_aim("lit_cheek", lit), *modelled, *_aims_beside(look)]


def _aims_beside(look: Look) -> list[Aim]:
    """Of the backdrop, and of the head's edges against it."""
    tone = look.backdrop_tone
    ground = BACKDROP_SURFACES if look.ground == "even" else ("backdrop_middle",)
    edges = EDGES.get(look.rim, ()) if tone < LIGHT_GROUND else ()
    return [
        *(_aim(name, tone) for name in ground),
        *(Aim(name, tone + EDGE_OVER, tone + EDGE_HIGH) for name in edges),
    ]


def set_by(aims: list[Aim]) -> Aim:
    """What all light together is set by: the lit cheek, or the backdrop behind a face that is meant to be dark.

    Raises StopIteration without aims.
    """
    lit = next(k for k in aims if k.surface == "lit_cheek")
    return next(k for k in aims if k.surface == "backdrop_middle") if lit.low == DARKEST else lit


def ratio_off(look: Look | None, ratio: Any, front_ratio: Any) -> Any:
    """Stops by which the ratio that a look wants is passed, under zero it is fallen short of; None where none is wanted.

    Parameters
    ----------
    ratio, front_ratio : of lit to shadow cheek, and of the face's front to under nose and chin [stops], numbers or (k,) each
    """
    if look is None or look.pattern in DARK_FACES:
        return None
    if asks_for_the_middle(look):
        return None if look.front_ratio is None else front_ratio - math.log2(look.front_ratio)
    return ratio - math.log2(look.ratio)


def off_aims(look: Look | None, mesh: SitterMesh, readings: Readings) -> dict[str, float]:
    """Stops by which each surface with an aim lies over its band, under it as negative; 0 inside it."""
    off = {}
    for aim in aims_of(look, mesh):
        stops = readings.surfaces[aim.surface].stops
        off[aim.surface] = max(stops - aim.high, 0.0) + min(stops - aim.low, 0.0)
    return off
