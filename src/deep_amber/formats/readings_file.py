"""Readings of a meter as they are kept: how it was held, and what it showed. As a file: JSON, "format": "deep-amber-readings"."""

import json
from typing import Annotated, Any, Literal

from annotated_types import Interval, MaxLen
from pydantic import BaseModel, ConfigDict, ValidationError

from ..core.calibration.calibrate import Look, Reading
from ..core.expose.hand_meter import Receptor, held_meter
from ..core.model import Point, Set
from ..core.problem import NotAccepted, Problem
from ..core.rules.validation import problems_of
from ..core.simulation import DRAGGED, Memory
from ..core.simulation.quality import oriented
from ..core.simulation.stages import Stages
from .errors import problems_in
from .own_json import read_own_json
from .sitter_file import known_sitters, sitter_of

VERSION = 1
MOST = 60
_STRICT = ConfigDict(defer_build=True, extra="forbid", allow_inf_nan=False, frozen=True, use_attribute_docstrings=True)


class ReadingIn(BaseModel):
    """One reading."""

    model_config = _STRICT

    aperture: Annotated[float, Interval(ge=0.5, le=128.0)]
    """What the meter showed, as an f-number, at the set's sensitivity and time."""
    at: Annotated[str, MaxLen(20)] | None = "face"
    """Where it was held by name; null for `place`."""
    place: Point | None = None
    toward: Annotated[str, MaxLen(40)] = "lens"
    """lens, key, out, a light as in lights.0, or aim."""
    aim: Point | None = None
    receptor: Receptor = "dome"
    lights: Annotated[tuple[Annotated[int, Interval(ge=0, le=7)], ...], MaxLen(8)] = ()
    """Indices of the lights that were on for it; none for all of the set."""


class ReadingsFile(BaseModel):
    """Readings of one set."""

    model_config = _STRICT

    format: Literal["deep-amber-readings"]
    version: Literal[1]
    set: Set
    readings: Annotated[tuple[ReadingIn, ...], MaxLen(MOST)]


def read_readings_file(raw: bytes) -> ReadingsFile:
    """Reads and checks a readings file; NotAccepted with a problem for every field that cannot be accepted."""
    data = read_own_json(raw, "readings", VERSION)
    try:
        file = ReadingsFile.model_validate_json(json.dumps(data), strict=True)
    except ValidationError as error:
        raise NotAccepted(problems_in(error, {"set": Set})) from None
    problems = [Problem(f"set.{p.field}", p.message, p.accepted) for p in problems_of(file.set, known_sitters())]
    for i, k in enumerate(file.readings):
        problems += [
            Problem(f"readings.{i}.lights", f"there is no light {n}", f"0 to {len(file.set.lights) - 1}")
            for n in k.lights
            if n >= len(file.set.lights)
        ]
    if problems:
        raise NotAccepted(problems)
    return file


def looks_at() -> Look:
    """Stages of sets as readings are compared with them: what is worked out once is kept."""
    memory = Memory()

    def look(photo_set: Set) -> Stages:
        return Stages(photo_set, sitter_of(photo_set), memory, oriented(DRAGGED, photo_set.camera), lambda: None)

    return look


def _place(told: Any) -> Point | None:
    return Point(**told) if isinstance(told, dict) else told


def reading_of(look: Look, photo_set: Set, told: dict[str, Any]) -> Reading:
    """A reading as it was kept: `at`, `toward`, `receptor`, `lights`, `aperture`, and `place` and `aim` where it has them."""
    held = held_meter(
        look(photo_set),
        told["at"],
        told["toward"],
        told["receptor"],
        _place(told.get("place")),
        _place(told.get("aim")),
    )
    return Reading(photo_set, held, float(told["aperture"]), tuple(told["lights"] or ()))
