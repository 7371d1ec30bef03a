"""Background: its tone and evenness in the frame, white and black, the spot of its light, and planes that meet."""

import math
from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ..backdrop.ground import Ground, ground_of
from ..backdrop.spot import spot_of
from ..brief.aims import TOLERANCE
from ..exposure.response import CLIP_STOPS, MID_GREY, lightness
from ..model.set import Set
from ..simulation.readings import Readings, readings_of
from ..simulation.simulate import linear_picture
from ..simulation.stages import Stages
from ..simulation.veil import veil_of
from ..sitter.mesh import SitterMesh
from ..srgb import code_value
from ..wish.target import Target
from .brief import WHITE_WANTED
from .by_wish import by_knobs
from .finding import Finding, GoOn, sketch_for, stages_for

NEARLY_WHITE = 0.7  # stops under clipping from which a ground is all but white (assumption)
WRAPS = 1.0  # stops over clipping from which its light wraps round hair and cheeks (assumption)
BLACK_WANTED, DARK = -3.5, -3.0  # stops from mid grey of a wanted, and of a dark ground (assumptions)
MUCH = 0.3  # of the light on a dark ground that one light puts there, from which it is told
MEET = (
    0.35  # stops between a plane and the ground beside it under which they meet (assumption: a third of a stop is seen)
)
CHECKERED = 0.5  # stops across the ground from which it is lit against the face (assumption)
VEILS = 0.2  # stops in the blacks, twice what is just seen (assumption)
APART = 1.0  # stops by which they are parted


def background_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    """What there is to say about the ground."""
    if not any(light.on for light in photo_set.lights):
        return
    stages = stages_for(photo_set, mesh, go_on)
    ground = ground_of(stages)
    if not ground.seen.any():
        return
    read, look = readings_of(stages), photo_set.look
    white = (look is not None and look.backdrop_tone >= WHITE_WANTED) or ground.darkest > CLIP_STOPS - NEARLY_WHITE
    yield from _white(stages, ground) if white else _tone(stages, ground)
    if ground_mean(ground) < DARK or (look is not None and look.backdrop_tone <= BLACK_WANTED):
        yield from _dark(stages, ground)
    yield from _spots(stages)
    if not white:
        yield from _planes(stages, read)
    sketch = sketch_for(photo_set, mesh, go_on)
    veil = veil_of(sketch, linear_picture(sketch))
    from_ground = replace(veil, value=veil.by_ground)
    if from_ground.blacks >= VEILS:
        figures = {"blacks_stops": from_ground.blacks, "contrast_share": from_ground.contrast}
        yield Finding("background.veil", "note", figures)


def ground_mean(ground: Ground) -> float:
    """Of what is seen [stops from mid grey]."""
    return float(ground.stops[ground.seen].mean())


def _tone(stages: Stages, ground: Ground) -> Iterator[Finding]:
    mean, look = ground_mean(ground), stages.photo_set.look
    value = MID_GREY * 2**mean
    figures = {
        "stops": mean,
        "code": float(code_value(value)),
        "lightness": lightness(value),
        "uneven_stops": ground.lightest - ground.darkest,
    }
    if look is None:
        yield Finding("background.tone", "note", figures)
        return
    even = look.ground == "even"
    off = (mean if even else readings_of(stages).surfaces["backdrop_middle"].stops) - look.backdrop_tone
    figures |= {"aimed_stops": look.backdrop_tone}
    if abs(off) <= TOLERANCE:
        yield Finding("background.tone", "note", figures)
        return
    now = readings_of(stages).surfaces["backdrop_middle"].stops
    made = by_knobs(stages, Target("backdrop_middle", "stops", now - off))
    yield Finding("background.tone", "warn", figures, mend=made)


def _white(stages: Stages, ground: Ground) -> Iterator[Finding]:
    """The darkest and the lightest place of a white ground against clipping."""
    short, over = CLIP_STOPS - ground.darkest, ground.lightest - CLIP_STOPS
    figures = {"darkest_over_white_stops": -short, "lightest_over_white_stops": over}
    made = by_knobs(stages, Target("backdrop_middle", "clips")) if short > 0 or -short > WRAPS else None
    if short > 0:
        yield Finding("background.grey", "warn", figures, mend=made)
    elif over > WRAPS:
        yield Finding("background.wraps", "warn", figures, mend=made)
    else:
        yield Finding("background.white", "note", figures)


def _dark(stages: Stages, ground: Ground) -> Iterator[Finding]:
    """Which light puts how much on a dark ground, and what the room adds."""
    photo_set = stages.photo_set
    by = {}
    for light in photo_set.lights:
        if light.on:
            alone = ground_of(stages, (light,))
            by[light.name] = float((2.0 ** alone.stops[alone.seen]).mean())
    total = sum(by.values())
    name = max(by, key=lambda k: by[k])
    if total > 0 and by[name] / total >= MUCH:
        figures = {"share": by[name] / total, "stops": ground_mean(ground)}
        yield Finding("background.from", "note", figures, {"light": name})


def _spots(stages: Stages) -> Iterator[Finding]:
    for k, light in enumerate(stages.photo_set.lights):
        spot = spot_of(stages, k) if light.on and light.role == "background" else None
        if spot is not None and math.isfinite(spot.diameter):
            yield Finding("background.spot", "note", {"diameter_m": spot.diameter}, {"light": light.name})


def _planes(stages: Stages, read: Readings) -> Iterator[Finding]:
    """The shadow cheek, and the ground beside it: whether they meet in tone."""
    cheek = read.surfaces["shadow_cheek"]
    beside = "backdrop_left" if cheek.side == "camera-left" else "backdrop_right"
    gap = cheek.stops - read.surfaces[beside].stops
    other = "backdrop_right" if beside == "backdrop_left" else "backdrop_left"
    across = read.surfaces[beside].stops - read.surfaces[other].stops
    on_lit = read.surfaces["lit_cheek"].stops - read.surfaces[other].stops
    if across >= CHECKERED and gap < 0 < on_lit:
        yield Finding("background.checkered", "note", {"across_stops": across}, {"side": cheek.side})
    if abs(gap) >= MEET:
        return
    way = np.sign(gap) if abs(gap) > 0.05 else 1.0
    tries = (
        read.surfaces[beside].stops - way * (APART - abs(gap)),
        read.surfaces[beside].stops + way * (APART + abs(gap)),
    )
    made = next((k for k in (by_knobs(stages, Target(beside, "stops", float(t))) for t in tries) if k), None)
    yield Finding("background.meets", "warn", {"gap_stops": gap}, {"side": cheek.side}, made)
