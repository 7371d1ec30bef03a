"""Room: what its walls do to the face."""

from collections.abc import Iterator

import numpy as np

from ..answer import mend
from ..exposure.cast import cast
from ..exposure.response import exposure_factor, stops_from_mid_grey
from ..model.room import SURFACE_NAMES, Surface
from ..model.set import Set, with_surfaces
from ..sitter.mesh import SKIN, SitterMesh
from ..srgb import LUMINANCE
from .finding import Finding, GoOn
from .room_helps import cheeks, room_helps, stops_over
from .room_lights import door_findings, lamp_findings

SHOWS = 5.0  # CIE 1976 colour difference from which a cast on skin is plain to see (assumption; 2.3 is just noticeable)
BLACK = -4.5  # stops from mid grey under which no colour is seen on skin (assumption)
FILLS = 0.7  # stops by which a room fills the shadow side that are worth a word
GREY_CLOTH = Surface(0.18)


def room_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    """What there is to say about the room."""
    yield from door_findings(photo_set)
    if not any(light.on for light in photo_set.lights):
        return
    yield from lamp_findings(photo_set, mesh, go_on)
    lit, shadow = cheeks(photo_set, mesh, go_on)
    yield from _fill(photo_set, mesh, lit, shadow, go_on)
    if _tone(photo_set, mesh, shadow) > BLACK:
        yield from _tint(photo_set, mesh, shadow, go_on)


def _tone(photo_set: Set, mesh: SitterMesh, light: np.ndarray) -> float:
    """Of this sitter's skin by light (3,) on it [stops from mid grey]."""
    skin = mesh.colours[mesh.parts == SKIN].mean(0)
    return stops_from_mid_grey(float((light * skin) @ LUMINANCE) * exposure_factor(photo_set.camera))


def _fill(photo_set: Set, mesh: SitterMesh, lit: np.ndarray, shadow: np.ndarray, go_on: GoOn) -> Iterator[Finding]:
    """The bounce on the shadow cheek, and what would take most of it away."""
    black = with_surfaces(photo_set, **dict.fromkeys(SURFACE_NAMES, Surface(0.02)))
    added = stops_over(shadow, cheeks(black, mesh, go_on)[1])
    figures = {"fill_stops": added}
    yield Finding("room.fill", "note", figures)
    if added >= FILLS:
        yield from room_helps(photo_set, mesh, lit, shadow, go_on)


def _tint(photo_set: Set, mesh: SitterMesh, shadow: np.ndarray, go_on: GoOn) -> Iterator[Finding]:
    """A coloured surface that tints the shadow cheek, and neutral cloth over it."""
    surfaces = photo_set.room.surfaces
    coloured = [n for n in SURFACE_NAMES if len({*_channels(getattr(surfaces, n))}) > 1]
    casts = {}
    for name in coloured:
        neutral = Surface(getattr(surfaces, name).reflectance)
        casts[name] = cast(shadow, cheeks(with_surfaces(photo_set, **{name: neutral}), mesh, go_on)[1])
    most = max(casts, key=lambda n: casts[n], default=None)
    if most and casts[most] <= SHOWS:
        yield Finding("room.neutral", "note", {"colour_difference": casts[most]}, {"surface": most})
    for name in sorted(casts, key=lambda n: -casts[n]):
        if casts[name] > SHOWS:
            covered = with_surfaces(photo_set, **{name: GREY_CLOTH})
            figures = {"colour_difference": casts[name]}
            yield Finding(
                "room.tint", "warn", figures, {"surface": name}, mend(covered, "room.grey_cloth", surface=name)
            )


def _channels(surface: Surface) -> tuple[float, float, float]:
    return surface.colour.red, surface.colour.green, surface.colour.blue
