"""Mends that are no single move: another arrangement for the same look, and a smaller aperture with the light turned up."""

import math
from collections.abc import Callable
from dataclasses import replace
from typing import get_args

import numpy as np

from ..answer import Act, Answer
from ..backdrop.ground import ground_of
from ..brief.aims import TOLERANCE
from ..brief.ratio import asks_for_the_middle
from ..checks.camera import EARS_SHARP
from ..checks.finding import Finding
from ..exposure.response import CLIP_STOPS
from ..framing.clearance import in_the_sitter
from ..framing.depth_of_field import depth_of_field
from ..framing.in_frame import gear_in_frame
from ..framing.perspective import lens_to_face
from ..kit.catalogue import CATALOGUE
from ..kit.owned import Kit
from ..model.look import Look
from ..model.panel import Panel
from ..model.patterns import WantedPattern
from ..model.point import Point
from ..model.set import Set, with_added
from ..rim.spill import spill_of
from ..simulation.readings import readings_of
from ..simulation.stages import Stages
from ..sitter.mesh import SitterMesh
from ..sitting.changes import minutes_between
from ..units import APERTURES
from ..wish.knobs import output_act
from ..wish.state import State, tones_of
from .ground import Ground
from .levelled import stopped
from .measured import Look as Reads
from .measured import Planned
from .opens import NEAR
from .suggest import in_order

GRADES = {"hard": "hard", "medium": "medium", "soft": "soft", "very soft": "soft"}
WHITE, BLACK, DARK = (
    2.7,
    -2.0,
    -1.0,
)  # stops from mid grey of paper that is to be white all over, or black; that is asked dark
A_METRE_IN_MINUTES = 0.9  # efforts are in metres carried; a minute of building is about as much (assumption)
UPS = (0.0, 1 / 3, 2 / 3)  # stops by which white paper is lit more than its mean asks
SURE = 0.04  # stops by which a check is met with certainty
LARGEST, FLAG_AT, VEIL = (
    1.2,
    (0.25, 0.4, 0.6, 0.9),
    0.08,
)  # [m] of a flag's longer side; from the light; stops of veil left
TRIED, ABOUT = 8, 14  # arrangements; sets that are read about one


def look_of(photo_set: Set, state: State) -> Look:
    """The set's look; without one, what it shows, so that the rest is left as it is."""
    if photo_set.look is not None:
        return photo_set.look
    stops = state.tones.stops
    ratio = min(max(2.0 ** float(state.tones.ratio), 1.0), 64.0)
    pattern = state.pattern if state.pattern in get_args(WantedPattern) else "open"
    tone = min(max(float(stops["backdrop_middle"]), -7.0), 3.0)
    hardness = GRADES.get(state.grade, "soft")
    return Look("headshot", hardness=hardness, pattern=pattern, ratio=ratio, backdrop_tone=tone)  # type: ignore[arg-type]


WISHED: dict[str, Callable[[Look], Look]] = {
    "flat": lambda k: replace(k, ratio=max(k.ratio, 4.0)),
    "harsh": lambda k: replace(k, hardness="soft", ratio=min(k.ratio, 3.0)),
    "white_grey": lambda k: replace(k, backdrop_tone=WHITE),
    "black_grey": lambda k: replace(k, backdrop_tone=k.backdrop_tone if k.backdrop_tone <= DARK else BLACK),
    "one_plane": lambda k: replace(k, rim="both" if k.backdrop_tone < 0 else k.rim),
    "hair_lost": lambda k: replace(k, rim="both"),
    "nose_shadow": lambda k: k,
    "eyes_dark": lambda k: k,
}
"""What is asked of the look where someone complains."""


def rebuilt(code: str, photo_set: Set, state: State, ground: Ground) -> Answer | None:
    """The arrangement with the least to do that meets the look without the complaint; None where none does."""
    asked = WISHED.get(code)
    if asked is None:
        return None
    look = asked(look_of(photo_set, state))
    there = replace(ground, photo_set=replace(photo_set, look=look))
    strict, _ = in_order(there.photo_set, there.limits)
    met = []

    def fits(made: Planned) -> bool:
        return made.closeness <= NEAR and _as_asked(code, made, there, photo_set.look, there.look) is not None

    for k in strict[:TRIED]:
        there.go_on()
        made = there.read(k)
        if made is not None and not fits(made):
            made = there.about(made, ABOUT, fits)
        if made is not None and fits(made):
            built = _as_asked(code, made, there, photo_set.look, there.look)
            assert built is not None
            met.append((made, built))
    for made, _ in sorted(met, key=lambda k: minutes_between(photo_set, k[1])):
        made = there.offered(made)
        built = _as_asked(code, made, there, photo_set.look, there.finest)
        if made.closeness <= NEAR and built is not None:
            minutes = minutes_between(photo_set, built)
            act = Act("plan.rebuild", {"minutes": minutes}, {"title": made.fitted.arrangement.title})
            return Answer((act,), built, minutes * A_METRE_IN_MINUTES)
    return None


def _as_asked(code: str, made: Planned, there: Ground, own: Look | None, look: Reads) -> Set | None:
    """The set with its own look, its backdrop as it was asked for; None where it is not."""
    asked = there.photo_set.look
    assert asked is not None
    could = [replace(_whiter(made.photo_set, up), look=own) for up in (UPS if code == "white_grey" else UPS[:1])]
    return next((k for k in could if _holds(code, look(k), asked)), None)


def _whiter(photo_set: Set, up: float) -> Set:
    """The set with the backdrop's lights so many stops up, so that its darkest place clips too."""
    lights = tuple(
        replace(k, output=min(k.output + up, 0.0)) if k.on and k.role == "background" and k.source.is_flash else k
        for k in photo_set.lights
    )
    return replace(photo_set, lights=lights)


def _holds(code: str, stages: Stages, look: Look) -> bool:
    """Whether what was complained of, as the checks read it, is as asked for: the backdrop white all over, or as dark on the
    whole; one cheek against the other, which each within its band may miss."""
    if code in ("flat", "harsh") and not asks_for_the_middle(look):
        ratio = float(tones_of(readings_of(stages)).ratio)
        return abs(ratio - float(np.log2(look.ratio))) <= TOLERANCE - SURE
    if code == "white_grey":
        return ground_of(stages).darkest >= CLIP_STOPS + SURE
    if code == "black_grey":
        ground = ground_of(stages)
        return abs(float(ground.stops[ground.seen].mean()) - look.backdrop_tone) <= TOLERANCE - SURE
    return True


def flagged(causes: list[Finding], stages: Stages, kit: Kit) -> Answer | None:
    """A black board between the lens and the light that veils it, out of the picture."""
    veil = next((k for k in causes if k.code == "rim.veil"), None)
    photo_set = stages.photo_set
    light = next((k for k in photo_set.lights if veil is not None and k.name == veil.named["light"]), None)
    board = next(
        (k for k in (*kit.panels, *CATALOGUE.panels) if k.surface == "black" and max(k.width, k.height) <= LARGEST),
        None,
    )
    if light is None or board is None:
        return None
    way = photo_set.camera.place.array - light.place.array
    length = float(np.linalg.norm(way))
    for away in FLAG_AT:
        at, aim = light.place.array + way / length * away, photo_set.camera.place
        flag = Panel(
            Point(*map(float, at)),
            aim,
            board.width,
            board.height,
            "black",
            name="flag",
            item=board.name,
            holding="held",
        )
        made = with_added(photo_set, "panels", flag)
        shown = any((k.kind, k.index) == ("panels", len(made.panels) - 1) for k in gear_in_frame(made, stages.mesh))
        index = made.lights.index(light)
        if (
            shown
            or in_the_sitter(made, stages.mesh)
            or spill_of(replace(stages, photo_set=made, found={}), index).veil >= VEIL
        ):
            continue
        act = Act("plan.flag", {"away_m": away}, {"panel": board.name, "light": light.name})
        return Answer((act,), made, 2.0)
    return None


def sharper(causes: list[Finding], photo_set: Set, mesh: SitterMesh) -> Answer | None:
    """A smaller aperture, the lights turned up with it, where too little of the face is sharp."""
    soft = next((k for k in causes if k.code == "camera.ears_soft"), None)
    if soft is None:
        return None
    camera, ears = photo_set.camera, soft.figures["ears_behind_m"] * EARS_SHARP
    focus = lens_to_face(photo_set, mesh)
    could = (float(n) for n in APERTURES if n > camera.aperture)
    aperture = next((n for n in could if depth_of_field(replace(camera, aperture=n), focus).behind >= ears), None)
    if aperture is None:
        return None
    made = stopped(photo_set, aperture)
    acts = [Act("wish.aperture", {"to_f": aperture})]
    acts += [
        output_act(a, b.output)
        for a, b in zip(photo_set.lights, made.lights, strict=True)
        if abs(a.output - b.output) > 0.01
    ]
    if not math.isclose(made.camera.sensitivity, photo_set.camera.sensitivity):
        acts.append(Act("expose.sensitivity", {"to_iso": made.camera.sensitivity}))
    return Answer(tuple(acts), made, 0.5 * len(acts))
