"""Backdrop: does it fill the frame, and does the sitter's shadow show on it."""

import math
from collections.abc import Iterator
from dataclasses import replace

from ..answer import Answer, mend
from ..backdrop.coverage import Coverage, coverage
from ..framing.framings import seen_from_above
from ..model.set import Set
from ..rules.validation import fits
from ..sitter.mesh import SitterMesh
from .backdrop_material import material_findings
from .backdrop_shadow import shadow_findings
from .finding import Finding, GoOn

SPARE = 0.10  # [m] that a mended backdrop has over at each side
STEP, MOST_STEPS = 0.20, 14  # [m] by which things are moved until what is wrong has gone


def backdrop_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    """What there is to say about the backdrop."""
    if not seen_from_above(photo_set.camera):
        seen = coverage(photo_set)
        yield from _width(photo_set, seen)
        yield from _top(photo_set, seen)
    if not photo_set.backdrop.translucent:  # what shows on a sheet lit from behind is its own light
        yield from shadow_findings(photo_set, mesh, go_on)
    yield from material_findings(photo_set, mesh, go_on)


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
