"""Words of the step Fill."""

from ...checks.finding import Finding
from ..say import Say, stops, unbroken
from .wording import ActWords, Found, Sentence


def _ratio(f: Finding, _: Say) -> str:
    said = f"Lit to shadow cheek reads {f.figures['ratio']:.1f} : 1, {stops(f.figures['ratio_stops'])}."
    if "fill_under_key_stops" in f.figures:
        under, ratio = f.figures["fill_under_key_stops"], f.figures["meter_ratio"]
        side = "under" if under >= 0 else "over"
        said += f" By the meter the fill lamp is {stops(under)} {side} the key: {ratio:.1f} : 1."
    if f.severity == "warn":
        said += f" The brief asks {f.figures['aimed_ratio']:.1f} : 1."
    return said


def _does(f: Finding, _: Say) -> str:
    added, kind = f.figures["shadow_stops"], f.named["kind"]
    verb = "lifts" if added >= 0 else "deepens"
    what = f"{f.named['thing']}" if kind in (f.named["thing"], "lamp") else f"{f.named['thing']} ({kind})"
    without = f"{f.figures['without_ratio']:.1f} : 1 without it"
    return f"The {what} {verb} the shadow cheek by {stops(added)}: {without}."


FINDINGS: dict[str, Sentence] = {
    "fill.ratio": _ratio,
    "fill.does": _does,
    "fill.idle": lambda f, _: (
        f"The {f.named['thing']} does nothing to the shadow cheek: {stops(f.figures['shadow_stops'])}."
    ),
    "fill.tint": lambda f, _: (
        f"The shadow side is {f.named['way']} than the lit one, by {stops(f.figures['warmer_stops'])} of red over blue."
    ),
}
ACTS: dict[str, ActWords] = {}


def telling(found: Found, _: Say) -> str:
    """The ratio."""
    ratio = found.get("fill.ratio")
    return unbroken(f"{ratio.figures['ratio']:.1f} : 1") if ratio else ""
