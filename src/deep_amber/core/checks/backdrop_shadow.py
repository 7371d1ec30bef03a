"""The sitter's shadow on the backdrop: where each light throws it, whether it shows, and whether it is wanted."""

import math
from collections.abc import Iterator
from dataclasses import replace
from typing import TypeVar

import numpy as np

from ..answer import Act, Answer, mend
from ..backdrop.coverage import coverage
from ..backdrop.head_shadow import HeadShadow, head_shadows
from ..backdrop.shadow import BackdropShadow, backdrop_shadows
from ..geometry.vectors import rotation
from ..model.camera import Camera
from ..model.light import Light
from ..model.panel import Panel
from ..model.point import Point
from ..model.set import Set, with_light
from ..rules.validation import fits
from ..simulation.key import key_surface
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from .finding import Finding, GoOn, sketch_for

STEP, MOST_STEPS = 0.20, 14  # [m] by which things are moved until what is wrong has gone
RISES = (0.0, 0.2, 0.4)  # [m] of the key
ROUND = (8.0, -8.0, 16.0, -16.0, 24.0, -24.0, 32.0, -32.0)  # degrees that the light is moved round the face
MIDDLE = 0.25  # of the half picture within which a shadow is behind the head
AT_WALL = 0.05  # [m] of a backdrop before its wall


def _shadows(photo_set: Set, mesh: SitterMesh, go_on: GoOn, with_bounce: bool = True) -> list[BackdropShadow]:
    return backdrop_shadows(sketch_for(photo_set, mesh, go_on), with_bounce)


Thing = TypeVar("Thing", Light, Panel, Camera)


def _shifted(thing: Thing, by: float) -> Thing:
    """The thing and what it is aimed at that much farther from the back wall [m]; a window stays in its wall."""
    if isinstance(thing, Light) and thing.source.kind == "window":
        return thing
    place, aim = (replace(p, z=p.z + by) for p in (thing.place, thing.aim))
    return replace(thing, place=place, aim=aim)


def _apart(photo_set: Set, back: float, ahead: float) -> Set:
    """The backdrop and its lights that much back, sitter, camera and all others that much forward [m]."""
    s = photo_set
    return replace(
        s,
        backdrop=replace(s.backdrop, z=s.backdrop.z - back),
        sitter=replace(s.sitter, z=s.sitter.z + ahead),
        camera=_shifted(s.camera, ahead),
        lights=tuple(_shifted(k, -back if k.role == "background" else ahead) for k in s.lights),
        panels=tuple(_shifted(k, ahead) for k in s.panels),
    )


def _farther(photo_set: Set, by: float, rise: float) -> Answer:
    """The sitter farther from the backdrop, which goes back first, and the key higher."""
    behind = math.floor(max(0.0, photo_set.backdrop.z - AT_WALL) / STEP) * STEP
    back = min(by, behind)
    ahead = by - back
    lights = tuple(
        replace(k, place=replace(k.place, y=k.place.y + rise)) if k.role == "key" else k for k in photo_set.lights
    )
    acts = [Act("backdrop.back", {"by_m": back})] if back else []
    acts += [Act("set.forward", {"by_m": ahead})] if ahead else []
    acts += [Act("key.rise", {"by_m": rise})] if rise else []
    return Answer(tuple(acts), _apart(replace(photo_set, lights=lights), back, ahead))


def _round(photo_set: Set, mesh: SitterMesh, index: int, go_on: GoOn) -> Iterator[Answer]:
    """The light moved round the face, as far as it is away, until no shadow of it shows."""
    light = photo_set.lights[index]
    if light.source.kind == "window":
        return
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    for by in ROUND:
        off = rotation((0, math.radians(by), 0)) @ (light.place.array - face)
        made = with_light(photo_set, index, replace(light, place=Point(*map(float, face + off))))
        if fits(made) and not any(k.light == index for k in _shadows(made, mesh, go_on, with_bounce=False)):
            side = "camera-right" if off[0] > light.place.x - face[0] else "camera-left"
            yield mend(made, "light.round", {"by_degrees": abs(by)}, light=light.name, side=side)


def _out_of_frame(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Answer]:
    """Away from the backdrop until no shadow shows; where the room ends before that, with the key raised as well."""
    for rise in RISES:
        for step in range(0 if rise else 1, MOST_STEPS):
            made = _farther(photo_set, step * STEP, rise)
            if not fits(made.photo_set):
                break
            filled = coverage(made.photo_set).margin >= min(0.0, coverage(photo_set).margin)
            if filled and not _shadows(made.photo_set, mesh, go_on, with_bounce=False):
                yield made
                return


def _onto(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Answer | None:
    """Nearer to the backdrop until the shadow shows."""
    for step in range(1, MOST_STEPS):
        made = _apart(photo_set, 0.0, -step * STEP)
        if not fits(made):
            return None
        if _shadows(made, mesh, go_on):
            return mend(made, "set.back", {"by_m": step * STEP})
    return None


def shadow_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    """One finding a light: where it throws the shadow, and whether that is seen in the frame."""
    found = _shadows(photo_set, mesh, go_on)
    wanted = photo_set.look is not None and photo_set.look.backdrop_shadow == "yes"
    for shadow in found:
        figures = {"stops": shadow.stops, "share": shadow.share, "across": shadow.across, "edge_stops": shadow.edge}
        side = "middle" if abs(shadow.across) < MIDDLE else "camera-right" if shadow.across > 0 else "camera-left"
        named = {"light": photo_set.lights[shadow.light].name, "falls": "shows", "side": side}
        if wanted:
            yield Finding("backdrop.shadow", "note", figures, named | {"wanted": "yes"})
            continue
        mends = list(_round(photo_set, mesh, shadow.light, go_on)) if shadow is found[0] else []
        mends += _out_of_frame(photo_set, mesh, go_on) if shadow is found[0] else ()
        first, others = (mends[0], tuple(mends[1:])) if mends else (None, ())
        yield Finding("backdrop.shadow", "warn", figures, named, first, others)
    if wanted and not found:
        yield Finding("backdrop.no_shadow", "warn", mend=_onto(photo_set, mesh, go_on))
    shown = {shadow.light for shadow in found}
    stages = sketch_for(photo_set, mesh, go_on)
    surfaces = {i: key_surface(stages, light) for i, light in enumerate(photo_set.lights) if light.on}
    lit_from = {i: surface.centre for i, surface in surfaces.items() if surface}
    heads = head_shadows(photo_set, mesh, lit_from)
    yield from (_unseen(photo_set, head) for head in heads if head.light not in shown)


def _unseen(photo_set: Set, head: HeadShadow) -> Finding:
    """The shadow of the head beyond the frame, behind the sitter, or with no edge that shows."""
    wall = ("left" if head.place[0] < 0 else "right") if head.on_wall else ""
    falls = "frame" if head.in_frame else "out"
    named = {"light": photo_set.lights[head.light].name, "falls": falls, "side": head.side, "wall": wall}
    return Finding("backdrop.shadow", "note", {"beyond_m": head.beyond}, named)
