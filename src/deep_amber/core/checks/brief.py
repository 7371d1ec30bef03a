"""Brief: how near the set comes to what the look aims at, and whether sitter and backdrop separate."""

import math
from collections.abc import Iterator
from dataclasses import replace

from ..answer import mend
from ..brief.aims import BACKDROP_SURFACES, TOLERANCE, Aim, aims_of
from ..brief.ground_kind import ground_spread
from ..brief.ratio import asks_for_the_middle, telling_ratio
from ..exposure.response import CLIP_STOPS, stops_from_mid_grey
from ..framing.framings import FRAMINGS, framed_as, nearest_framing, picture_height
from ..framing.perspective import lens_to_face
from ..model.finishes import CLOTHS
from ..model.look import DARK_FACES, Look
from ..model.set import Set
from ..pattern.key_light import key_light
from ..pattern.reading import PatternReading, read_pattern
from ..pattern.softness import GRADES, WISHED, as_wished, softness
from ..problem import NotAccepted
from ..simulation.key import key_index
from ..simulation.readings import CHEEKS, Readings, readings_of
from ..simulation.stages import Stages
from ..sitter.mesh import CLOTH, SitterMesh
from ..srgb import LUMINANCE
from ..units import APERTURES, step_in_series
from .finding import Finding, GoOn, stages_for

WRAPS = 1.0  # stops over clipping from which a ground eats into hair and edges (assumption)
WHITE_WANTED = 2.0  # stops from mid grey of a wanted backdrop from which white is meant (assumption)
MELTS = 0.5  # stops between two tones under which they run together (assumption)
WIDEST, SMALLEST = 1.8, 22.0  # apertures that usual lenses have, where none of the kit is chosen (assumption)
WARDROBE_OFF = 1.2  # stops between the wanted wardrobe and the cloth (assumption)
WARDROBE = {"white": "white", "light": "light grey", "middle": "mid grey", "dark": "charcoal", "black": "black"}
"""The cloth that stands for each tone."""


def brief_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    """What there is to say about the look."""
    look = photo_set.look
    if look is None:
        yield Finding("brief.begin", "note")
    lit = any(light.on for light in photo_set.lights)
    stages = stages_for(photo_set, mesh, go_on)
    read = readings_of(stages) if lit else None
    if read:
        yield from _apart(photo_set, read, "wardrobe", {"left": "cloth", "right": "cloth"})
        yield from _apart(photo_set, read, "hair", {"left": "hair_left", "right": "hair_right"})
        yield from _burnt(read, look)
    if look:
        if read:
            reading = read_pattern(stages, read)
            yield from _aims(photo_set, look, mesh, read, reading)
            if look.pattern not in DARK_FACES and not _dark_face(reading):
                yield from _hardness(stages, look)
        yield from _framing(photo_set, look, mesh)
        yield from _wardrobe(photo_set, look, mesh)


def _apart(photo_set: Set, read: Readings, code: str, named: dict[str, str]) -> Iterator[Finding]:
    """Whether cloth or hair stands off what is behind it, on the side where it is nearer in tone."""
    off = {side: read.surfaces[name].stops - read.surfaces[f"backdrop_{side}"].stops for side, name in named.items()}
    side = min(off, key=lambda k: abs(off[k]))
    melts = abs(off[side]) < MELTS
    has_rim = any(k.role == "rim" and k.on for k in photo_set.lights)
    asked = photo_set.look is not None and photo_set.look.key != "low" and not has_rim
    yield Finding(
        f"brief.{code}",
        "warn" if melts and asked else "note",
        {f"{code}_over_backdrop_stops": off[side]},
        {"side": side, "edge": "melts" if melts else "separates", "rim": "there" if has_rim else "none"},
    )


def _burnt(read: Readings, look: Look | None) -> Iterator[Finding]:
    """Skin that the file cannot hold, and a ground so far over it that its light eats the edges."""
    burnt = [read.surfaces[k] for k in ("forehead", "lit_cheek", "chin") if read.surfaces[k].clips]
    if burnt:
        worst = max(burnt, key=lambda k: k.stops)
        named = {"surface": worst.label, "clips": worst.clips}
        yield Finding("brief.burnt", "warn", {"over_clipping_stops": worst.stops - CLIP_STOPS}, named)
    over = max(read.surfaces[k].stops for k in BACKDROP_SURFACES) - CLIP_STOPS
    meant = look is not None and look.pattern in DARK_FACES  # there no edge is kept
    if over >= WRAPS:
        yield Finding(
            "brief.ground", "warn" if over >= 2 * WRAPS and not meant else "note", {"over_clipping_stops": over}
        )


def _aims(
    photo_set: Set, look: Look, mesh: SitterMesh, read: Readings, reading: PatternReading | None
) -> Iterator[Finding]:
    aims = {aim.surface: aim for aim in aims_of(look, mesh)}
    if look.pattern not in DARK_FACES:  # there the face is meant to be dark
        yield from _exposure(photo_set, aims["lit_cheek"], read)
        if not _dark_face(reading):
            yield _ratio(look, read, reading)
    stops = {name: read.surfaces[name].stops for name in BACKDROP_SURFACES}
    mean = sum(stops.values()) / len(stops) if look.ground == "even" else stops["backdrop_middle"]
    away = mean - look.backdrop_tone
    figures = {"backdrop_stops": mean, "aimed_stops": look.backdrop_tone}
    over = WRAPS if look.backdrop_tone >= WHITE_WANTED else TOLERANCE  # white may clip; from a stop its light wraps
    yield Finding("brief.backdrop", "warn" if not -TOLERANCE <= away <= over else "note", figures)
    if look.ground != "even":
        missing = float(ground_spread(look.ground, stops, read.surfaces["lit_cheek"].side == "camera-left"))
        spread = {"missing_stops": missing, "left_over_right_stops": stops["backdrop_left"] - stops["backdrop_right"]}
        yield Finding("brief.spread", "warn" if missing > TOLERANCE else "note", spread, {"wanted": look.ground})


def _dark_face(reading: PatternReading | None) -> bool:
    """Whether the light leaves the face dark: neither ratio nor edges on the cheek tell it then."""
    return reading is not None and (reading.pattern == "rim" or reading.composed in ("silhouette", "edge light only"))


def _ratio(look: Look, read: Readings, reading: PatternReading | None) -> Finding:
    """The ratio that tells this face, against the wanted one where the look wants that one."""
    told = telling_ratio(look, read, reading)
    middle = told.label != CHEEKS
    wanted = (look.front_ratio if asks_for_the_middle(look) else None) if middle else look.ratio
    figures, named = {"ratio": told.ratio}, {"of": told.label}
    if wanted is None:
        return Finding("brief.ratio", "note", figures, named)
    off = told.stops - math.log2(wanted)
    figures |= {"aimed_ratio": wanted, "off_stops": off}
    return Finding("brief.ratio", "warn" if abs(off) > TOLERANCE else "note", figures, named)


def _exposure(photo_set: Set, aim: Aim, read: Readings) -> Iterator[Finding]:
    """The lit cheek against its own tone, and the aperture that brings it there."""
    off = read.surfaces["lit_cheek"].stops - aim.middle
    figures = {"lit_cheek_off_stops": off}
    if abs(off) <= TOLERANCE:
        yield Finding("brief.exposure", "note", figures)
        return
    camera = photo_set.camera
    stopped = float(step_in_series(camera.aperture, APERTURES, round(3 * off)))
    mended = replace(photo_set, camera=replace(camera, aperture=stopped))
    there = camera.lens is not None or WIDEST <= stopped <= SMALLEST
    answer = mend(mended, "camera.aperture", {"aperture": stopped}) if there else None
    yield Finding("brief.exposure", "warn", figures, mend=answer)


def _hardness(stages: Stages, look: Look) -> Iterator[Finding]:
    index = key_index(stages)
    key = key_light(stages, stages.photo_set.lights[index]) if index is not None else None
    if key is None:
        return
    soft = softness(key.extent, key.distance)
    figures, named = {"edge_mm": soft.edge}, {"hardness": look.hardness, "grade": soft.grade}
    if as_wished(look, soft):
        yield Finding("brief.hardness", "note", figures, named)
        return
    harder = soft.edge > GRADES[WISHED[look.hardness][-1]][1]
    yield Finding("brief.hardness", "warn", figures, named | {"wanted": "harder" if harder else "softer"})


def _framing(photo_set: Set, look: Look, mesh: SitterMesh) -> Iterator[Finding]:
    seen, wanted = picture_height(photo_set.camera, lens_to_face(photo_set, mesh)), FRAMINGS[look.framing].height
    figures, named = {"picture_height_m": seen, "aimed_m": wanted}, {"framing": look.framing}
    if nearest_framing(seen) == look.framing:
        yield Finding("brief.framing", "note", figures, named)
        return
    try:
        made = mend(framed_as(photo_set, mesh, look.framing), "camera.frame", framing=look.framing)
    except NotAccepted:
        made = None
    yield Finding("brief.framing", "warn", figures, named, made)


def _wardrobe(photo_set: Set, look: Look, mesh: SitterMesh) -> Iterator[Finding]:
    cloth = stops_from_mid_grey(float((mesh.colours[mesh.parts == CLOTH] @ LUMINANCE).mean()))
    wanted = CLOTHS[WARDROBE[look.wardrobe]]
    off = cloth - stops_from_mid_grey(wanted.reflectance)
    if abs(off) <= WARDROBE_OFF:
        return
    mended = replace(photo_set, sitter=replace(photo_set.sitter, cloth=wanted))
    yield Finding(
        "brief.cloth",
        "warn",
        {"cloth_off_stops": off},
        {"wardrobe": look.wardrobe},
        mend(mended, "sitter.dress", cloth=WARDROBE[look.wardrobe]),
    )
