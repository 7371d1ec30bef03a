"""Backdrop: does it fill the frame, and does the sitter's shadow show on it."""

import math
from collections.abc import Iterator
from dataclasses import replace
from typing import TypeVar

from ..backdrop.coverage import Coverage, coverage
from ..backdrop.head_shadow import head_shadows
from ..backdrop.shadow import BackdropShadow, backdrop_shadows
from ..model.camera import Camera
from ..model.light import Light
from ..model.panel import Panel
from ..model.set import Set
from ..rules.validation import fits
from ..sitter.mesh import SitterMesh
from ..units import length_text
from .backdrop_material import material_findings
from .finding import Finding, GoOn, Mend, stages_for

SPARE = 0.10  # [m] that a mended backdrop has over at each side
STEP, MOST_STEPS = 0.20, 14  # [m] by which things are moved until what is wrong has gone
RISES = (0.0, 0.2, 0.4)  # [m] of the key
AT_WALL = 0.05  # [m] of a backdrop before its wall


def backdrop_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn, feet: bool = False) -> Iterator[Finding]:
    """What there is to say about the backdrop."""
    seen = coverage(photo_set)
    yield from _width(photo_set, seen, feet)
    yield from _top(photo_set, seen, feet)
    yield from _shadow(photo_set, mesh, go_on, feet)
    yield from material_findings(photo_set, mesh, feet)


def _width(photo_set: Set, seen: Coverage, feet: bool) -> Iterator[Finding]:
    figures = {"width_m": photo_set.backdrop.width}
    bounded = math.isfinite(seen.least_width)
    if bounded:
        figures |= {"margin_m": seen.margin, "least_width_m": seen.least_width}
    if seen.margin >= 0:
        yield Finding(
            "backdrop.fills",
            "note",
            f"The backdrop fills the frame with {length_text(seen.margin, feet)} to spare at "
            f"the side; {length_text(seen.least_width, feet)} would just do.",
            figures,
        )
        return
    side = (
        "both sides"
        if max(seen.margin_left, seen.margin_right) < 0
        else ("camera-left" if seen.margin_left < 0 else "camera-right")
    )
    needed = f"{length_text(seen.least_width, feet)} needed" if bounded else "and the frame looks past it however wide"
    beside = {
        "on stands": " Its stand shows.",
        "wall bar": " The wall beside it shows.",
        "clamped": " Its clamps show.",
    }
    text = (
        f"The backdrop ends in the frame on {side}: {length_text(photo_set.backdrop.width, feet)} wide, {needed}."
        f"{beside.get(photo_set.backdrop.hung, ' The room shows beside it.')}"
    )
    yield Finding(
        "backdrop.narrow",
        "look",
        text,
        figures,
        _aside(photo_set, seen, feet) or _wider(photo_set, seen, feet) or _nearer(photo_set, feet),
    )


def _aside(photo_set: Set, seen: Coverage, feet: bool) -> Mend | None:
    """The same backdrop hung in the middle of the frame."""
    backdrop, by = photo_set.backdrop, (seen.left + seen.right) / 2
    if not seen.right - seen.left <= backdrop.width:
        return None
    along = math.radians(backdrop.turn)
    x, z = backdrop.x + by * math.cos(along), backdrop.z - by * math.sin(along)
    mended = replace(photo_set, backdrop=replace(backdrop, x=x, z=z))
    if not fits(mended):
        return None
    return Mend(f"hang it {length_text(abs(by), feet)} to camera-{'right' if by > 0 else 'left'}", mended)


def _wider(photo_set: Set, seen: Coverage, feet: bool) -> Mend | None:
    if not math.isfinite(seen.least_width):
        return None
    width = math.ceil((seen.least_width + 2 * SPARE) * 20) / 20
    mended = replace(photo_set, backdrop=replace(photo_set.backdrop, width=width))
    if not fits(mended):
        return None
    return Mend(f"hang one {length_text(width, feet)} wide", mended)


def _nearer(photo_set: Set, feet: bool) -> Mend | None:
    """The backdrop closer behind the sitter, where the frame is narrower."""
    for step in range(1, MOST_STEPS):
        z = photo_set.backdrop.z + step * STEP
        mended = replace(photo_set, backdrop=replace(photo_set.backdrop, z=z))
        if not fits(mended):
            return None
        if coverage(mended).margin >= 0:
            return Mend(f"bring the backdrop {length_text(step * STEP, feet)} nearer to the sitter", mended)
    return None


def _top(photo_set: Set, seen: Coverage, feet: bool) -> Iterator[Finding]:
    if seen.margin_top >= 0 or not math.isfinite(seen.top):  # past its side there is no top: that is told by the width
        return
    height = min(math.ceil((seen.top + SPARE) * 20) / 20, photo_set.room.height)
    mended = replace(photo_set, backdrop=replace(photo_set.backdrop, height=height))
    mend = Mend(f"hang it {length_text(height, feet)} high", mended) if height >= seen.top and fits(mended) else None
    yield Finding(
        "backdrop.low",
        "look",
        f"The frame looks over the backdrop's top by {length_text(-seen.margin_top, feet)}.",
        {"margin_top_m": seen.margin_top},
        mend,
    )


def _shadows(photo_set: Set, mesh: SitterMesh, go_on: GoOn, with_bounce: bool = True) -> list[BackdropShadow]:
    return backdrop_shadows(stages_for(photo_set, mesh, go_on), with_bounce)


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
        lights=tuple(_shifted(k, -back if k.role == "ground" else ahead) for k in s.lights),
        panels=tuple(_shifted(k, ahead) for k in s.panels),
    )


def _farther(photo_set: Set, by: float, rise: float, feet: bool) -> Mend:
    """The sitter farther from the backdrop, which goes back first, and the key higher."""
    behind = math.floor(max(0.0, photo_set.backdrop.z - AT_WALL) / STEP) * STEP
    back = min(by, behind)
    ahead = by - back
    lights = tuple(
        replace(k, place=replace(k.place, y=k.place.y + rise)) if k.role == "key" else k for k in photo_set.lights
    )
    parts = [f"hang the backdrop {length_text(back, feet)} farther back"] if back else []
    parts += [f"bring everything else {length_text(ahead, feet)} forward"] if ahead else []
    parts += [f"raise the key {length_text(rise, feet)}"] if rise else []
    return Mend(
        " and ".join(filter(None, (", ".join(parts[:-1]), parts[-1]))),
        _apart(replace(photo_set, lights=lights), back, ahead),
    )


def _out_of_frame(photo_set: Set, mesh: SitterMesh, go_on: GoOn, feet: bool) -> Mend | None:
    """Away from the backdrop until no shadow shows; where the room ends before that, with the key raised as well."""
    for rise in RISES:
        for step in range(0 if rise else 1, MOST_STEPS):
            mend = _farther(photo_set, step * STEP, rise, feet)
            if not fits(mend.photo_set):
                break
            filled = coverage(mend.photo_set).margin >= min(0.0, coverage(photo_set).margin)
            if filled and not _shadows(mend.photo_set, mesh, go_on, with_bounce=False):
                return mend
    return None


def _shadow(photo_set: Set, mesh: SitterMesh, go_on: GoOn, feet: bool) -> Iterator[Finding]:
    found = _shadows(photo_set, mesh, go_on)
    for shadow in found:
        name = photo_set.lights[shadow.light].name
        side = (
            "behind the head" if abs(shadow.across) < 0.25 else f"on camera-{'right' if shadow.across > 0 else 'left'}"
        )
        yield Finding(
            "backdrop.shadow",
            "look",
            f"The sitter's shadow by {name} shows on the backdrop {side}, {shadow.stops:.1f} stops darker.",
            {"stops": shadow.stops, "share": shadow.share, "across": shadow.across},
            _out_of_frame(photo_set, mesh, go_on, feet) if shadow is found[0] else None,
        )
    shown = {shadow.light for shadow in found}
    for head in head_shadows(photo_set, mesh):
        if head.light in shown or head.in_frame:
            continue
        name = photo_set.lights[head.light].name
        if head.on_wall:
            where = f"on the camera-{'left' if head.place[0] < 0 else 'right'} wall"
        elif head.side in ("over", "under"):
            where = f"{length_text(head.beyond, feet)} {head.side} the frame"
        else:
            where = f"{length_text(head.beyond, feet)} outside the frame on {head.side}"
        yield Finding(
            "backdrop.shadow_out", "note", f"The head's shadow by {name} falls {where}.", {"beyond_m": head.beyond}
        )
