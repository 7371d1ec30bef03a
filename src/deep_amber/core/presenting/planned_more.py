"""Words of substitutes, of what opens a look, and of what differs between ways."""

from collections.abc import Callable

from ..model.set import Set
from ..planning.compare import Beside
from ..planning.measured import RATIO, SPREAD, Planned
from ..planning.opens import Opened
from ..planning.schools import School
from ..planning.substitutes import Substitute
from ..simulation.readings import LABELS
from ..units import aperture_text, stops_text, time_text
from .planning import plan_text
from .say import Say, sentence, stops

SEEN = 0.15  # stops from which a difference is worth a word
THIRD = 0.34  # stops within which an aim counts as met
MOST = 5  # differences that are told


def _by(value: float, more: str = "lighter", less: str = "darker") -> str:
    return "no change" if abs(value) < 0.05 else f"{stops(value)} {more if value > 0 else less}"


def _edges(k: Substitute) -> str:
    was, now = k.named.get("was", ""), k.named.get("is", "")
    return f"edges stay {now}" if was == now else f"edges turn from {was} to {now}"


Words = Callable[[Substitute, Say], str]
SUBSTITUTES: dict[str, tuple[str, Words]] = {
    "silk": ("No silk", lambda k, say: (
        f"a white bed sheet {say.length(k.figures['away_m'])} before the lamp: it takes {stops(k.figures['cost_stops'])}, {_edges(k)}"
    )),
    "board_chair": ("No second stand", lambda k, _: f"a white board on a chair beside the face: shadow cheek {_by(k.figures['shadow_stops'])}"),
    "board_lap": ("No second stand", lambda k, _: (
        f"a white board in the lap: under the chin {_by(k.figures['chin_stops'])}, shadow cheek {_by(k.figures['shadow_stops'])}"
    )),
    "board_door": ("No second stand", lambda k, _: f"a white board taped to a door or wall: shadow cheek {_by(k.figures['shadow_stops'])}"),
    "grid_snoot": ("No grid", lambda k, _: (
        f"black card rolled to a tube on the flash: the backdrop {_by(k.figures['ground_stops'])}, edges are {k.named['is']}"
    )),
    "grid_box": ("No grid", lambda k, _: (
        f"the light turned {k.figures['turned_degrees']:.0f} degrees off the backdrop: the backdrop {_by(k.figures['ground_stops'])}"
    )),
    "grey_paper": ("No grey paper", lambda k, say: (
        f"white paper {say.length(k.figures['gap_m'])} behind the sitter: it reads {stops_text(k.figures['ground_stops'])} stops"
        + ("" if abs(k.figures["off_stops"]) < 0.34 else f", {_by(k.figures['off_stops'])} than wanted; the room ends there")
    )),
    "strip": ("No strip", lambda k, say: (
        f"half of the box covered with black cloth, {say.length(k.figures['width_m'])} left: it takes {stops(k.figures['cost_stops'])}, "
        f"{_edges(k)}, the backdrop {_by(k.figures['ground_stops'])}"
    )),
    "black_distance": ("No black cloth", lambda k, say: (
        f"all {say.length(k.figures['by_m'])} farther from the backdrop: it turns {_by(k.figures['ground_stops'])}, to {stops_text(k.figures['is_stops'])} stops"
    )),
    "black_box": ("No black cloth", lambda k, _: (
        f"the light turned {k.figures['turned_degrees']:.0f} degrees off the backdrop: the backdrop {_by(k.figures['ground_stops'])}"
    )),
}  # fmt: skip
"""What is missing, and what does instead."""


def substitute_texts(k: Substitute, feet: bool = False) -> tuple[str, str]:
    """What is missing, and what does instead here."""
    missing, words = SUBSTITUTES[k.code]
    return missing, f"{sentence(words(k, Say(feet)))}."


def opened_text(k: Opened, feet: bool = False) -> str:
    """What would bring the look nearer."""
    if k.change is not None:
        return plan_text(k.change, feet)
    return f"{sentence(' and '.join(k.buys))}"


def differences(k: Beside, first: Beside) -> list[str]:
    """What a set shows otherwise than the first, the largest first."""
    found = [(abs(v), f"{LABELS[s]} {stops(v)} {'lighter' if v > 0 else 'darker'}") for s, v in k.off.items()]
    if abs(k.off.get("shadow_cheek", 0.0)) < SEEN:
        found.append((abs(k.ratio_off), f"shadows {stops(k.ratio_off)} {'deeper' if k.ratio_off > 0 else 'lighter'}"))
    rows = [text for by, text in sorted(found, reverse=True) if by >= SEEN][:MOST]
    if k.state.pattern != first.state.pattern:
        rows.insert(0, f"{k.state.pattern or 'no pattern'} in place of {first.state.pattern or 'no pattern'}")
    if k.state.grade != first.state.grade:
        rows.insert(0, f"{k.state.grade or 'no'} edges in place of {first.state.grade or 'no'} ones")
    return rows


def school_texts(school: School, feet: bool = False) -> list[list[str]]:
    """What each way shows otherwise than the first; of the first, what it reads."""
    if not school.beside:
        return []
    first, say = school.beside[0], Say(feet)
    rows = [
        [
            f"{first.state.pattern or 'no pattern'}, {first.state.grade or 'no'} edges, ratio {2 ** float(first.state.tones.ratio):.1f} : 1"
        ]
    ]
    rows += [differences(k, first) or ["reads the same within a sixth of a stop"] for k in school.beside[1:]]
    if max(school.sharp) - min(school.sharp) > 0.02:
        for row, deep in zip(rows, school.sharp, strict=True):
            row.append(f"sharp over {say.length(deep)}")
    minutes = [sum(c.minutes for c in k.changes) for k in school.beside]
    for row, k in zip(rows[1:], minutes[1:], strict=True):
        row.append(f"{k:.0f} min to change over" if k >= 1 else "changed over in a moment")
    return rows


def near_text(k: Planned) -> str:
    """How near a set comes, in a few words."""
    if k.closeness <= 0.05:
        return "meets every aim"
    worst = max(k.misses.items(), key=lambda m: abs(m[1]), default=None)
    if worst is not None and abs(worst[1]) > THIRD:
        surface, by = worst
        if surface == RATIO:
            return f"shadow {stops(by)} too {'deep' if by > 0 else 'light'}"
        what = "backdrop's difference" if surface == SPREAD else LABELS.get(surface, surface)
        return f"{what} {stops(by)} {'short' if surface == SPREAD else 'over' if by > 0 else 'under'}"
    if not k.right_pattern:
        return f"{k.pattern.name if k.pattern else 'no pattern'}, not what is wanted"
    if not k.right_side:
        return "lit from the other side"
    if not k.right_hardness:
        return f"{k.pattern.softness.grade if k.pattern else 'no'} edges, not what is wanted"
    if any(a.code == "plan.direct" for a in k.weak):
        return "lit by the bare light, not by what it bounces off"
    if any(a.code == "plan.in_picture" for a in k.weak):
        return "a stand or front shows in the picture"
    return "every aim within a third of a stop"


def row_text(spread: tuple[float, float]) -> str:
    """Of light over a row of people."""
    now, best = spread
    more = (
        f"; {stops(best)} can be had with this light"
        if best < now - 0.05
        else "; this light does no better from elsewhere"
    )
    return f"The light differs by {stops(now)} over the row{more}."


def nothing_text(known: bool, asks: bool, mended: bool) -> str:
    """What is said where nothing that is computed causes a complaint, or where nothing mends it."""
    if not known and not mended:
        return "Nothing in this set causes it by what is computed. What was built may stand otherwise than the set: read it with the meter."
    if not asks and mended:
        return "By the figures nothing is wrong here. What is below takes it further all the same."
    if not asks:
        return "By the figures nothing is wrong here; if you see it all the same, what was built may stand otherwise than the set."
    return "" if mended else "No single move that leaves the rest right mends it here."


def exposure_text(photo_set: Set) -> str:
    """Aperture, time, sensitivity."""
    camera = photo_set.camera
    return f"{aperture_text(camera.aperture)} · {time_text(camera.time)} · ISO {camera.sensitivity:.0f}"
