"""A pattern reading as plain values and words."""

from dataclasses import asdict

from ..model.set import Set
from ..simulation.memory import Memory
from ..simulation.quality import DRAGGED, SETTLED, held
from ..simulation.readings import readings_of
from ..simulation.stages import Stages
from ..sitter.mesh import SitterMesh
from .advice import Road
from .cannot import Advice, advice_to
from .catchlights import Catchlight
from .reading import PatternReading, read_pattern
from .rules import Pattern


def pattern_of(photo_set: Set, mesh: SitterMesh) -> PatternReading | None:
    """The pattern reading of a sound set; None when nothing of a key comes to the face."""
    stages = Stages(photo_set, mesh, Memory(), held(SETTLED, photo_set.camera), lambda: None)
    readings = readings_of(stages) if any(light.on for light in photo_set.lights) else None
    return read_pattern(stages, readings)


def advice_of(photo_set: Set, mesh: SitterMesh, target: Pattern) -> Advice:
    """Advice to a pattern for a sound set, with stands that reach everywhere."""
    return advice_to(Stages(photo_set, mesh, Memory(), held(DRAGGED, photo_set.camera), lambda: None), target)


def _road(road: Road) -> dict:
    return {
        "text": road.text,
        "effort": road.effort,
        "share": road.share,
        "moves": road.moves,
        "note": road.note,
        "set": asdict(road.photo_set),
    }


def advice_summary(advice: Advice) -> dict:
    """The advice as JSON."""
    return {
        "target": advice.target,
        "here": advice.here,
        "roads": list(map(_road, advice.roads)),
        "because": advice.because,
        "possible": list(map(_road, advice.possible)),
    }


def catchlight_text(c: Catchlight) -> str:
    """A catchlight in words."""
    where = f"Sitter's {c.eye} eye: {c.of}"
    if not c.present:
        return f"{where} is missing: {c.reason}."
    at = "over the pupil" if c.clock == "middle" else f"at {c.clock}"
    return f"{where} {at}, {c.width:.2f} of the iris wide, {c.shape}."


def pattern_summary(reading: PatternReading | None) -> dict:
    """The reading as JSON: pattern, probabilities, between, side, reasons, catchlights and the figures beside them."""
    if reading is None:
        return {
            "pattern": "",
            "composed": "",
            "probabilities": {},
            "between": None,
            "side": "",
            "key_on": "",
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
