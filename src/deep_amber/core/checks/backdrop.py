"""Backdrop: does it fill the frame, and does the sitter's shadow show on it."""

import math
from collections.abc import Iterator
from dataclasses import replace
from typing import TypeVar

from ..answer import Act, Answer, mend
from ..backdrop.coverage import Coverage, coverage
from ..backdrop.head_shadow import head_shadows
from ..backdrop.shadow import BackdropShadow, backdrop_shadows
from ..framing.framings import seen_from_above
from ..model.camera import Camera
from ..model.light import Light
from ..model.panel import Panel
from ..model.set import Set
from ..rules.validation import fits
from ..sitter.mesh import SitterMesh
from .backdrop_material import material_findings
from .finding import Finding, GoOn, sketch_for

SPARE = 0.10  # [m] that a mended backdrop has over at each side
STEP, MOST_STEPS = 0.20, 14  # [m] by which things are moved until what is wrong has gone
RISES = (0.0, 0.2, 0.4)  # [m] of the key
MIDDLE = 0.25  # of the half picture within which a shadow is behind the head
AT_WALL = 0.05  # [m] of a backdrop before its wall


def backdrop_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    """What there is to say about the backdrop."""
    if not seen_from_above(photo_set.camera):
        seen = coverage(photo_set)
        yield from _width(photo_set, seen)
        yield from _top(photo_set, seen)
    yield from _shadow(photo_set, mesh, go_on)
    yield from material_findings(photo_set, mesh)


def _width(photo_set: Set, seen: Coverage) -> Iterator[Finding]:
    figures = {"width_m": photo_set.backdrop.width}
    bounded = math.isfinite(seen.least_width)
    if bounded:
        figures |= {"margin_m": seen.margin, "least_width_m": seen.least_width}
    if seen.margin >= 0:
        yield Finding("backdrop.fills", "note", figures)
        return
    side = (
        "both sides"
        if max(seen.margin_left, seen.margin_right) < 0
        else ("camera-left" if seen.margin_left < 0 else "camera-right")
    )
    made = _aside(photo_set, seen) or _wider(photo_set, seen) or _nearer(photo_set)
    yield Finding("backdrop.narrow", "warn", figures, {"side": side, "hung": photo_set.backdrop.hung}, made)


def _aside(photo_set: Set, seen: Coverage) -> Answer | None:
    """The same backdrop hung in the middle of the frame."""
    backdrop, by = photo_set.backdrop, (seen.left + seen.right) / 2
    if not seen.right - seen.left <= backdrop.width:
        return None
    along = math.radians(backdrop.turn)
    x, z = backdrop.x + by * math.cos(along), backdrop.z - by * math.sin(along)
    mended = replace(photo_set, backdrop=replace(backdrop, x=x, z=z))
    if not fits(mended):
        return None
    return mend(mended, "backdrop.aside", {"by_m": abs(by)}, side="camera-right" if by > 0 else "camera-left")


def _wider(photo_set: Set, seen: Coverage) -> Answer | None:
    if not math.isfinite(seen.least_width):
        return None
    width = math.ceil((seen.least_width + 2 * SPARE) * 20) / 20
    mended = replace(photo_set, backdrop=replace(photo_set.backdrop, width=width))
    if not fits(mended):
        return None
    return mend(mended, "backdrop.wider", {"width_m": width})


def _nearer(photo_set: Set) -> Answer | None:
    """The backdrop closer behind the sitter, where the frame is narrower."""
    for step in range(1, MOST_STEPS):
        z = photo_set.backdrop.z + step * STEP
        mended = replace(photo_set, backdrop=replace(photo_set.backdrop, z=z))
        if not fits(mended):
            return None
        if coverage(mended).margin >= 0:
            return mend(mended, "backdrop.nearer", {"by_m": step * STEP})
    return None


def _top(photo_set: Set, seen: Coverage) -> Iterator[Finding]:
    if seen.margin_top >= 0 or not math.isfinite(seen.top):  # past its side there is no top: that is told by the width
        return
    height = min(math.ceil((seen.top + SPARE) * 20) / 20, photo_set.room.height)
    mended = replace(photo_set, backdrop=replace(photo_set.backdrop, height=height))
    made = mend(mended, "backdrop.higher", {"height_m": height}) if height >= seen.top and fits(mended) else None
    yield Finding("backdrop.low", "warn", {"margin_top_m": seen.margin_top}, mend=made)


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


def _out_of_frame(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Answer | None:
    """Away from the backdrop until no shadow shows; where the room ends before that, with the key raised as well."""
    for rise in RISES:
        for step in range(0 if rise else 1, MOST_STEPS):
            made = _farther(photo_set, step * STEP, rise)
            if not fits(made.photo_set):
                break
            filled = coverage(made.photo_set).margin >= min(0.0, coverage(photo_set).margin)
            if filled and not _shadows(made.photo_set, mesh, go_on, with_bounce=False):
                return made
    return None


def _shadow(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    found = _shadows(photo_set, mesh, go_on)
    for shadow in found:
        figures = {"stops": shadow.stops, "share": shadow.share, "across": shadow.across}
        side = "middle" if abs(shadow.across) < MIDDLE else "camera-right" if shadow.across > 0 else "camera-left"
        named = {"light": photo_set.lights[shadow.light].name, "side": side}
        made = _out_of_frame(photo_set, mesh, go_on) if shadow is found[0] else None
        yield Finding("backdrop.shadow", "warn", figures, named, made)
    shown = {shadow.light for shadow in found}
    for head in head_shadows(photo_set, mesh):
        if head.light in shown or head.in_frame:
            continue
        wall = ("left" if head.place[0] < 0 else "right") if head.on_wall else ""
        named = {"light": photo_set.lights[head.light].name, "side": head.side, "wall": wall}
        yield Finding("backdrop.shadow_out", "note", {"beyond_m": head.beyond}, named)
