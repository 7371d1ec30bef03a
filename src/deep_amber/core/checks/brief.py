"""Brief: how near the set comes to what the look aims at, and whether sitter and backdrop separate."""

import math
from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ..brief.aims import BACKDROP_SURFACES, TOLERANCE, Aim, aims_of
from ..exposure.response import LUMINANCE, stops_from_mid_grey
from ..framing.framings import FRAMINGS, framed_as, nearest_framing, picture_height
from ..framing.perspective import lens_to_face
from ..model.finishes import CLOTHS
from ..model.look import Look
from ..model.set import Set
from ..pattern.softness import as_wished, edge_width
from ..problem import NotAccepted
from ..simulation.readings import Readings, readings_of
from ..sitter.face import face_marks
from ..sitter.mesh import CLOTH, SitterMesh
from ..units import APERTURES, aperture_text, length_text, step_in_series
from .finding import Finding, GoOn, Mend, stages_for

MELTS = 0.5  # stops between two tones under which they run together (assumption)
WARDROBE_OFF = 1.2  # stops between the wanted wardrobe and the cloth (assumption)
WARDROBE = {"white": "white", "light": "light grey", "middle": "mid grey", "dark": "charcoal", "black": "black"}
"""The cloth that stands for each tone."""


def brief_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn, feet: bool = False) -> Iterator[Finding]:
    """What there is to say about the look."""
    look = photo_set.look
    if look is None:
        yield Finding("brief.begin", "note", "Say what the picture is for. What it aims at then stands on the Ladder.")
    lit = any(light.on for light in photo_set.lights)
    read = readings_of(stages_for(photo_set, mesh, go_on)) if lit else None
    if read:
        yield from _apart(photo_set, read, "wardrobe", {"left": "cloth", "right": "cloth"}, "The cloth")
        yield from _apart(photo_set, read, "hair", {"left": "hair_left", "right": "hair_right"}, "The hair")
    if look:
        if read:
            yield from _aims(photo_set, look, mesh, read)
            yield from _hardness(photo_set, look, mesh)
        yield from _framing(photo_set, look, mesh, feet)
        yield from _wardrobe(photo_set, look, mesh)


def _apart(photo_set: Set, read: Readings, code: str, named: dict[str, str], what: str) -> Iterator[Finding]:
    """Whether cloth or hair stands off what is behind it, on the side where it is nearer in tone."""
    off = {side: read.surfaces[name].stops - read.surfaces[f"backdrop_{side}"].stops for side, name in named.items()}
    side = min(off, key=lambda k: abs(off[k]))
    stops = off[side]
    melts = abs(stops) < MELTS
    verb = "melts into" if melts else "separates from"
    tone = "as bright" if abs(stops) < 0.05 else f"{abs(stops):.1f} stops {'brighter' if stops > 0 else 'darker'}"
    has_rim = any(k.role == "rim" and k.on for k in photo_set.lights)
    asked = photo_set.look is not None and photo_set.look.key != "low" and not has_rim
    rim = " A rim light draws its edge." if melts and not has_rim else ""
    yield Finding(
        f"brief.{code}",
        "look" if melts and asked else "note",
        f"{what} {verb} the backdrop on camera-{side}: {tone}.{rim}",
        {f"{code}_over_backdrop_stops": stops},
    )


def _aims(photo_set: Set, look: Look, mesh: SitterMesh, read: Readings) -> Iterator[Finding]:
    aims = {aim.surface: aim for aim in aims_of(look, mesh)}
    yield from _exposure(photo_set, aims["lit_cheek"], read)
    off = read.ratio_stops - math.log2(look.ratio)
    figures = {"ratio": read.ratio, "aimed_ratio": look.ratio, "off_stops": off}
    if abs(off) > TOLERANCE:
        side = "too deep" if off > 0 else "too filled"
        yield Finding(
            "brief.ratio",
            "look",
            f"Lit to shadow reads {read.ratio:.1f} : 1, aimed at {look.ratio:.3g} : 1: the shadow is "
            f"{abs(off):.1f} stops {side}.",
            figures,
        )
    else:
        yield Finding("brief.ratio", "note", f"Lit to shadow reads {read.ratio:.1f} : 1, as aimed at.", figures)
    tones = [read.surfaces[name].stops for name in BACKDROP_SURFACES]
    mean = sum(tones) / len(tones)
    away = mean - look.backdrop_tone
    figures = {"backdrop_stops": mean, "aimed_stops": look.backdrop_tone}
    if abs(away) > TOLERANCE:
        yield Finding(
            "brief.backdrop",
            "look",
            f"The backdrop is {abs(away):.1f} stops {'brighter' if away > 0 else 'darker'} than aimed at.",
            figures,
        )
    else:
        yield Finding("brief.backdrop", "note", "The backdrop has the tone aimed at.", figures)


def _exposure(photo_set: Set, aim: Aim, read: Readings) -> Iterator[Finding]:
    """The lit cheek against its own tone, and the aperture that brings it there."""
    off = read.surfaces["lit_cheek"].stops - aim.middle
    figures = {"lit_cheek_off_stops": off}
    if abs(off) <= TOLERANCE:
        yield Finding("brief.exposure", "note", "The lit cheek has its own tone.", figures)
        return
    camera = photo_set.camera
    stopped = step_in_series(camera.aperture, APERTURES, round(3 * off))
    mended = replace(photo_set, camera=replace(camera, aperture=float(stopped)))
    yield Finding(
        "brief.exposure",
        "look",
        f"The lit cheek is {abs(off):.1f} stops {'over' if off > 0 else 'under'} its own tone.",
        figures,
        Mend(f"set {aperture_text(stopped)}", mended),
    )


def _hardness(photo_set: Set, look: Look, mesh: SitterMesh) -> Iterator[Finding]:
    key = next((k for k in photo_set.lights if k.role == "key" and k.on), None)
    if key is None:
        return
    width = edge_width(key, np.array(face_marks(mesh, photo_set.sitter).face))
    figures, text = {"edge_mm": width}, f"The nose's shadow has an edge {width:.0f} mm wide"
    if as_wished(look, width):
        yield Finding("brief.hardness", "note", f"{text}: {look.hardness}, as aimed at.", figures)
        return
    harder = {"hard": True, "soft": False}.get(look.hardness, width > 15)
    how = "a smaller modifier, or farther away" if harder else "a larger modifier, or nearer"
    yield Finding("brief.hardness", "look", f"{text}; {look.hardness} is aimed at: {how}.", figures)


def _framing(photo_set: Set, look: Look, mesh: SitterMesh, feet: bool) -> Iterator[Finding]:
    seen, wanted = picture_height(photo_set.camera, lens_to_face(photo_set, mesh)), FRAMINGS[look.framing].height
    figures = {"picture_height_m": seen, "aimed_m": wanted}
    if nearest_framing(seen) == look.framing:
        yield Finding("brief.framing", "note", f"Framed as {look.framing}, as aimed at.", figures)
        return
    try:
        mend = Mend(f"frame {look.framing}", framed_as(photo_set, mesh, look.framing))
    except NotAccepted:
        mend = None
    yield Finding(
        "brief.framing",
        "look",
        f"The picture is {length_text(seen, feet)} high at the face; {look.framing} is {length_text(wanted, feet)}.",
        figures,
        mend,
    )


def _wardrobe(photo_set: Set, look: Look, mesh: SitterMesh) -> Iterator[Finding]:
    cloth = stops_from_mid_grey(float((mesh.colours[mesh.parts == CLOTH] @ LUMINANCE).mean()))
    wanted = CLOTHS[WARDROBE[look.wardrobe]]
    off = cloth - stops_from_mid_grey(wanted.reflectance)
    if abs(off) <= WARDROBE_OFF:
        return
    mended = replace(photo_set, sitter=replace(photo_set.sitter, cloth=wanted))
    yield Finding(
        "brief.cloth",
        "look",
        f"The cloth is {abs(off):.1f} stops {'lighter' if off > 0 else 'darker'} than the {look.wardrobe} "
        "wardrobe of the brief.",
        {"cloth_off_stops": off},
        Mend(f"dress in {WARDROBE[look.wardrobe]}", mended),
    )
