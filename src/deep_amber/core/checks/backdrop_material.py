"""Backdrop: whether its creases and its texture show, its lower edge, how it hangs, and a softbox that is off."""

import math
from collections.abc import Iterator
from dataclasses import replace

from ..answer import Answer, mend
from ..backdrop.coverage import coverage, floor_seen
from ..brief.aims import BACKDROP_SURFACES
from ..exposure.visible import visible
from ..framing.depth_of_field import blur, nearest_focus
from ..framing.framings import seen_from_above, sensor_height
from ..framing.perspective import TOUCHING, lens_to_face
from ..gear.modifiers import Softbox
from ..gear.sources import Strobe
from ..model.light import Light
from ..model.point import Point
from ..model.set import Set, with_added
from ..picture.texture import CREASE_DEPTHS, CREASE_WIDTHS
from ..simulation.readings import readings_of
from ..sitter.mesh import SitterMesh
from ..units import APERTURES, step_in_series
from .finding import Finding, GoOn, sketch_for

MELTED = 2.0  # widths of a crease over which the blur must reach to hide it (assumption)
BEFORE_FACE = 0.03  # [m] of a lit softbox's cloth before the unlit backdrop
SOFTBOX_OUTPUT = -4.0  # stops under full that it begins with
MOST_OPEN = 18  # third stops that are tried


def blur_there(photo_set: Set, mesh: SitterMesh) -> float:
    """Diameter of the blur of a point on the backdrop, measured on the backdrop [m]."""
    camera, away = photo_set.camera, lens_to_face(photo_set, mesh)
    ground = max(abs(camera.place.z - photo_set.backdrop.z), TOUCHING)
    if away < nearest_focus(camera):
        return 0.0
    return blur(camera, away, ground) / camera.focal_length * ground


def material_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    """What there is to say about what it is made of and how it hangs."""
    yield from _creases(photo_set, mesh, go_on)
    yield from _foot(photo_set)
    yield from _hung(photo_set)
    yield from _unlit(photo_set)


def _seen(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> bool:
    """Whether the picture could show its creases: not in black, and not in clipped white."""
    read = readings_of(sketch_for(photo_set, mesh, go_on)).surfaces
    depth = -math.log2(1 - CREASE_DEPTHS[photo_set.backdrop.creases])
    return any(visible(read[k].stops, depth) for k in BACKDROP_SURFACES if k in read)


def _creases(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    backdrop, camera = photo_set.backdrop, photo_set.camera
    width = CREASE_WIDTHS.get(backdrop.creases)
    spread = blur_there(photo_set, mesh)
    figures = {
        "blur_on_backdrop_m": spread,
        "blur_share": spread
        * camera.focal_length
        / sensor_height(camera)
        / max(abs(camera.place.z - backdrop.z), TOUCHING),
    }
    if width is None or not _seen(photo_set, mesh, go_on):
        return
    figures["crease_m"] = width
    melted = spread >= MELTED * width
    made = None if melted else _opened(photo_set, mesh, width)
    yield Finding("backdrop.creases", "note" if melted else "warn", figures, {"creases": backdrop.creases}, made)


def _opened(photo_set: Set, mesh: SitterMesh, width: float) -> Answer | None:
    """The aperture at which they melt, the lights turned down by as much."""
    camera, lens = photo_set.camera, photo_set.camera.lens
    for thirds in range(1, MOST_OPEN + 1):
        aperture = float(step_in_series(camera.aperture, APERTURES, -thirds))
        if aperture < (lens.widest if lens else APERTURES[0]) or aperture == camera.aperture:
            return None
        lights = tuple(replace(k, output=k.output - thirds / 3) for k in photo_set.lights)
        if any(k.output < k.source.lowest_output for k in lights):
            return None
        opened = replace(photo_set, camera=replace(camera, aperture=aperture), lights=lights)
        if blur_there(opened, mesh) >= MELTED * width:
            return mend(opened, "camera.opened", {"aperture": aperture, "down_stops": thirds / 3})
    return None


def _foot(photo_set: Set) -> Iterator[Finding]:
    """Where the frame sees under the backdrop: a gap, or the floor before one that has no sweep."""
    backdrop, seen = photo_set.backdrop, coverage(photo_set)
    if not math.isfinite(seen.bottom) or seen.bottom >= backdrop.lower or seen_from_above(photo_set.camera):
        return
    figures = {"bottom_m": seen.bottom, "lower_edge_m": backdrop.lower}
    if backdrop.lower > 0:
        let_down = replace(photo_set, backdrop=replace(backdrop, lower=0.0))
        yield Finding("backdrop.foot", "warn", figures, mend=mend(let_down, "backdrop.let_down"))
        return
    if backdrop.sweep == 0 and backdrop.kind in ("paper", "cloth", "muslin", "painted cloth"):
        most = min(photo_set.room.depth - backdrop.z, photo_set.camera.place.z - backdrop.z) - 0.1
        needed = min(math.ceil(10 * (floor_seen(photo_set) + OVER)) / 10, most)
        rolled = replace(photo_set, backdrop=replace(backdrop, sweep=needed))
        yield Finding("backdrop.foot", "warn", figures, mend=mend(rolled, "backdrop.roll_out", {"by_m": needed}))


OVER = 0.1  # [m] that the sweep goes on beyond what the frame sees of the floor
CAREFUL = ("ceiling bar", "wall bar", "on stands")
"""What a backdrop hangs on that can fall or tip."""


def _hung(photo_set: Set) -> Iterator[Finding]:
    backdrop = photo_set.backdrop
    if backdrop.kind != "wall" and backdrop.hung in CAREFUL:
        yield Finding("backdrop.hung", "note", named={"hung": backdrop.hung})


def _unlit(photo_set: Set) -> Iterator[Finding]:
    """A softbox face that nothing lights from within."""
    backdrop = photo_set.backdrop
    if backdrop.kind != "softbox face" or any(k.role == "background" and k.on for k in photo_set.lights):
        return
    turn, middle = math.radians(backdrop.turn), (backdrop.lower + backdrop.height) / 2
    way = (math.sin(turn), math.cos(turn))
    place = Point(backdrop.x + way[0] * BEFORE_FACE, middle, backdrop.z + way[1] * BEFORE_FACE)
    aim = Point(place.x + way[0], middle, place.z + way[1])
    box = Softbox(min(backdrop.width, 3.0), min(backdrop.height - backdrop.lower, 3.0))
    taken = {k.name for k in (*photo_set.lights, *photo_set.panels)}  # type: ignore[attr-defined]
    name = next(n for n in ("background", "softbox background", "lit face", "face light") if n not in taken)
    light = Light(place, aim, SOFTBOX_OUTPUT, box, name, Strobe(), "background")
    yield Finding("backdrop.unlit", "warn", mend=mend(with_added(photo_set, "lights", light), "backdrop.light_it"))
