"""Words of the ways to a pattern, and of what evens the light over a row of people."""

from ..answer import Act
from ..group.faces import DARKEST
from ..units import stops_text
from .findings.wording import ActWords
from .say import Say, listed


def _whose(a: Act) -> str:
    key = a.named["key"]
    return f"the {key}'s" if not key.endswith("s") else f"the {key}'"


def _round(a: Act, _: Say) -> str:
    key, degrees = a.named["key"], f"{a.figures['by_degrees']:.0f} degrees"
    if a.named["where"] == "across":
        return f"walk the {key} {degrees} round the sitter, to the other side of the lens axis"
    return f"turn the {key} {degrees} round the sitter {a.named['where']} the lens axis"


def _edge(verb: str) -> ActWords:
    return lambda a, say: (
        f"{verb} {_whose(a)} lower edge {say.length(a.figures['by_m'])}, to {say.length(a.figures['to_m'])}"
    )


def _aim(a: Act, say: Say) -> str:
    person, past = f"person {a.figures['person']:.0f} from camera-left", a.figures.get("past_m")
    at = person if past is None else f"{say.length(past)} past {person}"
    before = a.figures.get("before_m")
    return f"aim it at {at}" if before is None else f"aim it {say.length(before)} before the row, at {at}"


ACTS: dict[str, ActWords] = {
    "key.round": _round,
    "key.raise": _edge("raise"),
    "key.lower": _edge("lower"),
    "key.nearer": lambda a, say: f"bring {_whose(a)} stand {say.length(a.figures['by_m'])} nearer",
    "key.farther": lambda a, say: f"take {_whose(a)} stand {say.length(a.figures['by_m'])} farther off",
    "sitter.turn_nose": lambda a, _: (
        f"have the sitter turn the nose {a.figures['by_degrees']:.0f} degrees {a.named['to']} the light"
    ),
    "sitter.turn_on_seat": lambda a, _: (
        f"have the sitter turn on the seat {a.figures['by_degrees']:.0f} degrees {a.named['to']} the light"
    ),
    "with.boom": lambda a, _: "on a boom",
    "with.taller_stand": lambda a, _: "with a taller stand or a boom",
    "with.half_front": lambda a, _: "with a front half the size",
    "with.lower_stool": lambda a, say: f"with a stool {say.length(a.figures['by_m'])} lower",
    "with.chin_down": lambda a, _: f"with the chin down {a.figures['by_degrees']:.0f} degrees",
    "with.chin_up": lambda a, _: f"with the chin up {a.figures['by_degrees']:.0f} degrees",
    "with.taken_away": lambda a, _: f"with {a.named['thing']} taken away",
    "row.round": lambda a, _: (
        f"walk the {a.named['light']} {a.figures['by_degrees']:.0f} degrees round the row {a.named['where']} the lens"
    ),
    "row.farther": lambda a, say: f"take it to {say.length(a.figures['to_m'])} from the middle",
    "row.nearer": lambda a, say: f"bring it to {say.length(a.figures['to_m'])} from the middle",
    "row.aim": _aim,
    "row.roll": lambda a, _: "turn the box on its axis by 90 degrees",
    "row.loses": lambda a, _: (
        f"open up {stops_text(a.figures['lost_stops']).lstrip('+')} stops for the light that it costs"
    ),
}


def in_order(words: list[tuple[Act, str]]) -> str:
    """What is done, as one phrase: what it is done with comes first, and a key is named once."""
    given = [text for act, text in words if act.code.startswith("with.")]
    done, named = [], False
    for act, text in words:
        if act.code.startswith("with."):
            continue
        if named and "key" in act.named:
            text = text.replace(_whose(act), "its").replace(f"the {act.named['key']}", "it")
        named = named or "key" in act.named
        done.append(text)
    return ": ".join(filter(None, (", ".join(given), listed(done))))


def face_text(over: float) -> str:
    """Light on a face of a row against the mean [stops]."""
    return "dark" if over <= -DARKEST else stops_text(over)
