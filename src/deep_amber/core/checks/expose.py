"""Expose: what the meter at the face reads, what clips, the frame without flash, light of two colours, bright flashes."""

from collections.abc import Iterator

from ..expose.ambient import ambient_of
from ..expose.balance import balance_of, gelled
from ..expose.hand_meter import alone_at_face
from ..expose.histogram import MUCH, SOME, ClippedZone, histogram_of
from ..expose.outputs import outputs_for
from ..model.set import Set
from ..simulation.key import key_index
from ..simulation.stages import Stages
from ..sitter.mesh import SitterMesh
from .finding import Finding, GoOn, sketch_for, stages_for

DAZZLES = 800.0  # lx s at the face from which a flash is told to be bright (assumption: f/18 at ISO 100)
FACE_SHARE = 0.05  # of the light on the face that a lamp of another colour must give to be told (assumption)


def expose_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    """What there is to say about the exposure."""
    stages = stages_for(photo_set, mesh, go_on)
    key = key_index(stages)
    if key is None:
        return
    made = outputs_for(stages, photo_set.camera, by="kept")
    if made is not None:
        figures = {
            "disc_f": made.disc,
            "aperture_f": photo_set.camera.aperture,
            "filter_stops": photo_set.camera.filter,
        }
        yield Finding("expose.meter", "note", figures)
    yield from _clips(photo_set, mesh, go_on)
    yield from _without_flash(stages)
    yield from _colours(stages)
    for light in alone_at_face(stages, key):
        if photo_set.lights[light.index].is_flash and light.exposure >= DAZZLES:
            yield Finding("expose.bright", "note", {"at_face_lxs": light.exposure}, {"light": light.name})


def _clips(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    """White on the face, and what a histogram of the key should not do."""
    made = histogram_of(sketch_for(photo_set, mesh, go_on))
    face = next((k for k in made.zones if k.zone == "face"), None)
    if face is not None and face.white >= SOME:
        yield _face(face)
    for touch in made.touches:
        yield Finding(f"expose.{touch}", "note")


def _face(face: ClippedZone) -> Finding:
    figures = {"white_share": face.white, "all_share": face.white_all, "headroom_stops": face.headroom}
    return Finding("expose.face_clips", "warn" if face.white >= MUCH else "note", figures)


def _without_flash(stages: Stages) -> Iterator[Finding]:
    ambient = ambient_of(stages)
    if ambient is None or not ambient.flash or not ambient.lights:
        return
    figures = {"under_stops": ambient.under}
    if ambient.black:
        yield Finding("expose.black", "note", figures)
    else:
        lightest = ambient.seen[0]
        yield Finding("expose.room", "note", figures | {"code": float(ambient.codes[lightest])}, {"surface": lightest})


def _colours(stages: Stages) -> Iterator[Finding]:
    """Lamps and windows of another colour than the key's on the face; what gels were put on for is meant so."""
    balance, photo_set = balance_of(stages), stages.photo_set
    if balance is None:
        return
    for light in balance.lights:
        shows = light.share >= FACE_SHARE and (light.gels or abs(light.left) > 25)
        if not shows or photo_set.lights[light.index].gels:
            continue
        figures = {"off_key_mired": light.off_key, "temperature_k": light.temperature, "share": light.share}
        named = {"light": light.name, "way": "warmer" if light.off_key > 0 else "cooler"}
        yield Finding("expose.mixed", "warn", figures, named, gelled(photo_set, light) if light.gels else None)
