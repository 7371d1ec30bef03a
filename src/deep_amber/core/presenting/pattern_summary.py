"""A pattern reading as plain values and words."""

from dataclasses import asdict, dataclass
from typing import Any

from ..pattern.catchlights import Catchlight
from ..pattern.reading import PatternReading


def catchlight_text(c: Catchlight) -> str:
    """A catchlight in words."""
    where = f"Sitter's {c.eye} eye: {c.of}"
    if not c.present:
        return f"{where} is missing: {c.reason}."
    at = "over the pupil" if c.clock == "middle" else f"at {c.clock}"
    return f"{where} {at}, {c.width:.2f} of the iris wide, {c.shape}."


FAINT = -3.0
"""Stops under the brightest from which a missing catchlight is not spoken of."""


@dataclass(frozen=True)
class EyeTold:
    """What is said beside an eye's picture."""

    shown: tuple[int, ...]
    """Which of the reading's catchlights are outlined."""
    present: bool
    caption: str
    """In a word or two."""
    text: str
    """In a sentence, for a reader of the screen."""


def eye_told(reading: PatternReading, eye: str) -> EyeTold:
    """The brightest catchlight of an eye ("left" or "right", the sitter's own), and why there is none."""
    shown = [(i, c) for i, c in enumerate(reading.catchlights) if c.eye == eye and (c.present or c.stops > FAINT)]
    if not shown:
        return EyeTold((), False, "no catchlight", f"Sitter's {eye} eye: no catchlight")
    first = next((c for _, c in shown if c.present), shown[0][1])
    caption = first.clock if first.present else first.reason
    return EyeTold(tuple(i for i, _ in shown), first.present, caption, catchlight_text(first))


def pattern_summary(reading: PatternReading | None) -> dict[str, Any]:
    """The reading as JSON: pattern, probabilities, between, side, reasons, catchlights and the figures beside them."""
    if reading is None:
        return {
            "pattern": "",
            "composed": "",
            "probabilities": {},
            "between": None,
            "side": "",
            "key_on": "",
            "camera_side": "",
            "key_to_lens_degrees": None,
            "azimuth_degrees": None,
            "elevation_degrees": None,
            "distance_m": None,
            "edge_mm": None,
            "softness": "",
            "reasons": [],
            "catchlights": [],
        }
    lights = [
        {k: v for k, v in asdict(c).items() if k != "outline"} | {"text": catchlight_text(c)}
        for c in reading.catchlights
    ]
    return {
        "pattern": reading.pattern,
        "composed": reading.composed,
        "probabilities": reading.probabilities,
        "between": list(reading.between) if reading.between else None,
        "side": reading.side.name,
        "key_on": reading.side.key_on,
        "camera_side": reading.side.camera_side,
        "key_to_lens_degrees": reading.side.key_to_lens,
        "azimuth_degrees": reading.azimuth,
        "elevation_degrees": reading.elevation,
        "distance_m": reading.distance,
        "edge_mm": reading.softness.edge,
        "softness": reading.softness.grade,
        "reasons": [asdict(r) for r in reading.reasons],
        "catchlights": lights,
    }
