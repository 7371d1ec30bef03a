"""Why a pattern has its name: the readings behind it, in words and figures."""

import math
from dataclasses import dataclass, field

import numpy as np

from ..model.patterns import Pattern
from .face_points import FacePoints
from .measures import Measures, smoothed
from .rules import PATCH_LIT, SHADOW_DOWN, WAY_CLOSED

STEEP = 70.0  # degrees under level over which the nose's shadow points straight down


@dataclass(frozen=True)
class Reason:
    text: str
    figures: dict[str, float] = field(default_factory=dict)
    """In stops, degrees, mm or shares, as their names say."""


@dataclass(frozen=True)
class Triangle:
    """The lit patch under the far eye."""

    width: float
    """[mm]"""
    height: float
    """[mm]"""
    of_eye: float
    """Its width against the eye's."""
    of_nose: float
    """Its height against the nose's, from the bridge to its base."""


def triangle(level: np.ndarray, face: FacePoints, m: Measures, eye_width: float, nose_length: float) -> Triangle:
    """Size of the lit patch: what hangs together around its brightest place over the geometric mean of that and the
    darkest place of the way down.

    Parameters
    ----------
    level : (n,) light on the points; m : its measures, the first of them
    eye_width, nose_length : [m]
    """
    from scipy import ndimage  # at first use: loading it takes half a second

    soft = smoothed(level[None], face)[0]
    start, side = int(m.start[0]), face.regions["side_L" if m.shadow_left[0] else "side_R"]
    if start < 0:
        return Triangle(0.0, 0.0, 0.0, 0.0)
    over = math.sqrt((soft[start] + 1e-3) * (m.bottom[0] + 1e-3))
    row, column = face.cell[:, 0], face.cell[:, 1]
    lit = np.zeros((row.max() + 1, column.max() + 1), bool)
    lit[row, column] = side & (soft > over)
    lit[row[start], column[start]] = True
    labelled, _ = ndimage.label(lit)
    rows, columns = ndimage.find_objects(labelled)[labelled[row[start], column[start]] - 1]
    width = (columns.stop - columns.start) * face.step / face.scale[1] * face.scale[0]
    height = (rows.stop - rows.start) * face.step
    return Triangle(width * 1000, height * 1000, width / eye_width, height / nose_length)


def _nose_shadow(key: np.ndarray, below: float, shadow_on: str) -> Reason:
    figures = {"nose_shadow_under_level_degrees": round(below, 1)}
    if key[2] <= 0:
        return Reason("The key is behind the face: the nose throws no shadow on it.", figures)
    if below > STEEP:
        return Reason("The nose's shadow points straight down.", figures)
    if below < -SHADOW_DOWN.middle:
        return Reason("The nose's shadow runs uphill.", figures)
    if below < SHADOW_DOWN.middle:
        return Reason(f"The nose's shadow runs sideways, to {shadow_on}.", figures)
    return Reason(f"The nose's shadow points to {shadow_on}, {below:.0f} degrees under level.", figures)


def _way(m: Measures, patch: float, closing: float, found: Triangle) -> list[Reason]:
    """Of a face lit from a side: the patch under the eye, and the way down from it."""
    reasons = []
    if patch > PATCH_LIT.middle:
        size = f"{found.width:.0f} mm wide ({found.of_eye:.1f} of the eye), {found.height:.0f} mm high ({found.of_nose:.1f} of the nose)"
        reasons.append(
            Reason(
                f"By the key alone the cheek under the far eye is lit, {-patch:.1f} stops under the lit cheek; the patch is {size}.",
                {
                    "patch_under_lit_cheek_stops": -patch,
                    "triangle_width_mm": found.width,
                    "triangle_height_mm": found.height,
                    "triangle_width_of_eye": found.of_eye,
                    "triangle_height_of_nose": found.of_nose,
                },
            )
        )
        depth = closing - patch
        figures = {"way_under_lit_cheek_stops": depth, "way_under_patch_stops": closing}
        if patch - closing < WAY_CLOSED.middle:
            reasons.append(
                Reason(
                    f"Down the cheek the key's light closes: its darkest place is {depth:.1f} stops under the lit cheek.",
                    figures,
                )
            )
        else:
            reasons.append(
                Reason(
                    f"By the key alone a lit way stays open down the cheek: its darkest place is {depth:.1f} stops under the lit cheek.",
                    figures,
                )
            )
    else:
        reasons.append(
            Reason(
                f"By the key alone the cheek under the far eye stays dark, {-patch:.1f} stops under the lit cheek.",
                {"patch_under_lit_cheek_stops": -patch},
            )
        )
    return reasons


def reasons_for(pattern: Pattern, m: Measures, key: np.ndarray, shadow_on: str, found: Triangle) -> list[Reason]:
    """The reasons of a name, the deciding ones first.

    Parameters
    ----------
    m : measures of the one light; key : its way in the head's frame
    shadow_on : the shadow side as the camera sees it, in words; found : the lit patch under the far eye
    """
    flanks, up, socket, front = (float(k[0]) for k in (m.flanks, m.up, m.socket, m.front))
    nose = Reason(
        f"By the key alone the flanks of the nose differ by {flanks:.1f} stops.", {"nose_flanks_stops": flanks}
    )
    above = Reason(
        f"By the key alone skin facing up is {abs(up):.1f} stops {'brighter' if up > 0 else 'darker'} than skin facing down.",
        {"up_over_down_stops": up},
    )
    sockets = Reason(
        f"By the key alone the eye sockets lie {-socket:.1f} stops under the brightest of the face.",
        {"sockets_under_face_stops": -socket},
    )
    lit = Reason(f"The key alone lights {front * 100:.0f} % of the front of the face.", {"front_lit_share": front})
    shadow, way = _nose_shadow(key, float(m.runs[0]), shadow_on), _way(m, float(m.patch[0]), float(m.closing[0]), found)
    order = {
        "flat": [nose, above],
        "butterfly": [shadow, nose, above],
        "overhead": [sockets, above],
        "under light": [shadow, above],
        "rim": [lit],
    }.get(pattern, [shadow, *way, nose])
    rest = [k for k in (shadow, nose, above, sockets, lit) if k not in order]
    return [*order, *rest]
