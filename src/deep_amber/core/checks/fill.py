"""Fill: the ratio on the face and by the meter, what each panel and fill lamp does, warmth on the shadow side."""

import math
from collections.abc import Iterator

from ..brief.aims import TOLERANCE
from ..brief.ratio import asks_for_the_middle
from ..fill.shares import Share, metered, shares_of
from ..model.set import Set
from ..pattern.reading import read_pattern
from ..simulation.key import key_index
from ..simulation.readings import readings_of, surface_values
from ..simulation.stages import Stages
from ..sitter.mesh import SitterMesh
from ..wish.target import Target
from .by_wish import by_knobs
from .finding import Finding, GoOn, stages_for

IDLE = 0.1  # stops under which a panel or fill lamp does nothing to the shadow cheek (assumption)
WARM = 0.3  # stops of red over blue, shadow against lit cheek, from which the shadow is tinted (assumption)
DARK_FACES = ("silhouette", "edge light only")


def fill_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    """What there is to say about the fill."""
    stages = stages_for(photo_set, mesh, go_on)
    key = key_index(stages)
    if key is None:
        return
    read = readings_of(stages)
    pattern = read_pattern(stages, read)
    if pattern is None or pattern.pattern == "rim" or pattern.composed in DARK_FACES:
        return
    yield from _ratio(stages, key, read.ratio, read.ratio_stops)
    for share in shares_of(stages):
        yield from _does(share)
    yield from _warmth(stages)


def _ratio(stages: Stages, key: int, ratio: float, stops: float) -> Iterator[Finding]:
    """Lit to shadow cheek, and the meter's ratio where a lamp fills; the wanted one with the output that gives it."""
    look, told = stages.photo_set.look, metered(stages, key)
    figures = {"ratio": ratio, "ratio_stops": stops}
    if told is not None:
        figures |= {"fill_under_key_stops": told.fill_under_key, "meter_ratio": told.ratio}
    named = {"fill": "lamp" if told is not None else "none"}
    if look is None or asks_for_the_middle(look):
        yield Finding("fill.ratio", "note", figures, named)
        return
    off = stops - math.log2(look.ratio)
    figures |= {"aimed_ratio": look.ratio}
    made = by_knobs(stages, Target("shadow_cheek", "ratio", look.ratio)) if abs(off) > TOLERANCE else None
    yield Finding("fill.ratio", "warn" if abs(off) > TOLERANCE else "note", figures, named, made)


def _does(share: Share) -> Iterator[Finding]:
    figures = {"shadow_stops": share.shadow, "lit_stops": share.lit, "without_ratio": share.without}
    named = {"thing": share.name, "kind": share.kind}
    if abs(share.shadow) >= IDLE:
        yield Finding("fill.does", "note", figures, named)
    elif share.kind != "black":
        yield Finding("fill.idle", "note", figures, named)


def _warmth(stages: Stages) -> Iterator[Finding]:
    """Whether the shadow side is warmer or cooler than the lit one."""
    shown = surface_values(stages)
    lit, shadow = sorted(("cheek_left", "cheek_right"), key=lambda k: -shown.lux[k])
    red = [float(shown.channels[k][0]) for k in (lit, shadow)]
    blue = [float(shown.channels[k][2]) for k in (lit, shadow)]
    if min(*red, *blue) <= 1e-5:
        return
    warmer = math.log2(red[1] / blue[1]) - math.log2(red[0] / blue[0])
    if abs(warmer) >= WARM:
        named = {"way": "warmer" if warmer > 0 else "cooler"}
        yield Finding("fill.tint", "note", {"warmer_stops": warmer}, named)
