"""Words of the step Rim."""

from ...checks.finding import Finding
from ...units import stops_text
from ..say import Say, percent, stops, unbroken
from .wording import ActWords, Found, Sentence


def _parts(f: Finding) -> str:
    return f"{f.named['parts']} on {f.named['side']}"


def _against(f: Finding) -> str:
    over = f.figures["over_cheek_stops"]
    return f"{stops(over)} {'over' if over >= 0 else 'under'} the cheek there"


FINDINGS: dict[str, Sentence] = {
    "rim.none": lambda f, _: "No light comes from behind: hair and shoulders stand off by the ground's tone alone.",
    "rim.edge": lambda f, _: f"The edge is drawn on {_parts(f)}, {_against(f)}.",
    "rim.weak": lambda f, _: f"The edge on {_parts(f)} is {_against(f)}: it hardly shows.",
    "rim.hot": lambda f, _: f"The edge on {_parts(f)} is {_against(f)}: it burns.",
    "rim.spill": lambda f, _: (
        f"The {f.named['light']} reaches the {f.named['where']}: "
        f"{percent(2.0 ** f.figures['share_stops'])} of the light there is its own."
    ),
    "rim.veil": lambda f, _: (
        f"The {f.named['light']} shines into the lens: it lifts the blacks by {stops(f.figures['blacks_stops'])}. "
        "A flag beside the lens takes it."
    ),
}
ACTS: dict[str, ActWords] = {}


def telling(found: Found, _: Say) -> str:
    """How far the edge is over the cheek."""
    edge = found.get("rim.edge") or found.get("rim.weak")
    return unbroken(f"edge {stops_text(edge.figures['over_cheek_stops'])}") if edge else "none"
