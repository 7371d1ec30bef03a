"""Room: what its walls do to the face."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ..exposure.response import LUMINANCE, MID_GREY
from ..scene.room import SURFACE_LABELS, SURFACE_NAMES, Surface
from ..scene.set import Set
from ..simulation.readings import light_on_cheeks
from ..sitter.mesh import SitterMesh
from .finding import Finding, GoOn, Mend, stages_for

SHOWS = 5.0  # CIE 1976 colour difference from which a cast on skin is plain to see (assumption; 2.3 is just noticeable)
FILLS = 0.7  # stops by which a room fills the shadow side that are worth a word
DARKNESS = 1e-9  # lux seconds, so that darkness has a ratio
BLACK_CLOTH, GREY_CLOTH = Surface(0.04), Surface(0.18)
XYZ = np.array([[0.4124, 0.3576, 0.1805], [0.2126, 0.7152, 0.0722], [0.0193, 0.1192, 0.9505]])  # IEC 61966-2-1, D65


def _ab(rgb: np.ndarray) -> np.ndarray:
    """(2,) CIE 1976 a* and b* of linear sRGB (3,), white = 1."""
    t = XYZ @ rgb / (XYZ @ np.ones(3))
    f = np.where(t > 216 / 24389, np.cbrt(t), t * 841 / 108 + 4 / 29)
    return np.array([500 * (f[0] - f[1]), 200 * (f[1] - f[2])])


def cast(rgb: np.ndarray, neutral: np.ndarray) -> float:
    """Colour difference of two lights (3,) on mid grey at the same luminance (CIE 1976, a* b*); 0 in the dark."""
    if min(LUMINANCE @ rgb, LUMINANCE @ neutral) <= DARKNESS:
        return 0.0
    first, second = (MID_GREY * k / (LUMINANCE @ k) for k in (rgb, neutral))
    return float(np.linalg.norm(_ab(first) - _ab(second)))


def _with(photo_set: Set, **surfaces: Surface) -> Set:
    room = photo_set.room
    return replace(photo_set, room=replace(room, surfaces=replace(room.surfaces, **surfaces)))


def _cheeks(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> tuple[np.ndarray, np.ndarray]:
    """(3,) light on the lit and the shadow cheek."""
    return light_on_cheeks(stages_for(photo_set, mesh, go_on))


def room_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    """What there is to say about the room."""
    if not any(light.on for light in photo_set.lights):
        return
    _, shadow = _cheeks(photo_set, mesh, go_on)
    yield from _fill(photo_set, mesh, shadow, go_on)
    yield from _tint(photo_set, mesh, shadow, go_on)


def _stops(a: np.ndarray, b: np.ndarray) -> float:
    """Of one light (3,) over another."""
    return float(np.log2((LUMINANCE @ a + DARKNESS) / (LUMINANCE @ b + DARKNESS)))


def _fill(photo_set: Set, mesh: SitterMesh, shadow: np.ndarray, go_on: GoOn) -> Iterator[Finding]:
    """The bounce on the shadow cheek, and what of it one black side would take away."""
    black = _with(photo_set, **dict.fromkeys(SURFACE_NAMES, Surface(0.02)))
    added = _stops(shadow, _cheeks(black, mesh, go_on)[1])
    figures = {"fill_stops": added}
    if added < FILLS:
        yield Finding("room.fill", "note", f"The room adds {added:.1f} stops to the shadow cheek.", figures)
        return
    helped = {
        name: _stops(shadow, _cheeks(_with(photo_set, **{name: BLACK_CLOTH}), mesh, go_on)[1]) for name in SURFACE_NAMES
    }
    best = max(helped, key=lambda name: helped[name])
    text = f"The room adds {added:.1f} stops to the shadow cheek. Black on the {SURFACE_LABELS[best]} would take {helped[best]:.1f} away."
    mend = Mend(f"hang black cloth on the {SURFACE_LABELS[best]}", _with(photo_set, **{best: BLACK_CLOTH}))
    yield Finding("room.fill", "note", text, figures | {f"{name}_black_stops": v for name, v in helped.items()}, mend)


def _tint(photo_set: Set, mesh: SitterMesh, shadow: np.ndarray, go_on: GoOn) -> Iterator[Finding]:
    """A coloured surface that tints the shadow cheek, and neutral cloth over it."""
    surfaces = photo_set.room.surfaces
    coloured = [n for n in SURFACE_NAMES if len({*_channels(getattr(surfaces, n))}) > 1]
    casts = {}
    for name in coloured:
        neutral = Surface(getattr(surfaces, name).reflectance)
        casts[name] = cast(shadow, _cheeks(_with(photo_set, **{name: neutral}), mesh, go_on)[1])
    for name in sorted(casts, key=lambda n: -casts[n]):
        if casts[name] > SHOWS:
            covered = _with(photo_set, **{name: GREY_CLOTH})
            text = f"The {SURFACE_LABELS[name]} tints the shadow side of the face: a colour difference of {casts[name]:.0f}, plain to see."
            yield Finding("room.tint", "look", text, {"colour_difference": casts[name]},
                          Mend(f"hang neutral grey cloth on the {SURFACE_LABELS[name]}", covered))  # fmt: skip


def _channels(surface: Surface) -> tuple[float, float, float]:
    return surface.colour.red, surface.colour.green, surface.colour.blue
