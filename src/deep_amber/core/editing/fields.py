"""The values of a set that can be typed: what each is called, its kind, how it is read and put back."""

from dataclasses import fields, replace
from typing import Any

from .. import units
from ..model.limits import bounds, interval_of
from ..model.set import Set
from ..model.things import COUNTED, thing_index
from ..problem import NotAccepted, Problem
from ..sitter.mesh import SitterMesh
from .field import Field, value_at
from .light_fields import light_fields, panel_fields
from .step_fields import STEP_THINGS, step_fields


def fields_of(photo_set: Set, thing: str) -> dict[str, Field]:
    """The typed values of a thing: "lights.0", "panels.0", "furniture.0", "doors.0", "sitter", "camera", "backdrop",
    "room" or "look".

    Raises NotAccepted when there is no such thing.
    """
    if thing.partition(".")[0] in COUNTED:
        kind, index = thing_index(photo_set, thing)
        if kind in ("lights", "panels"):
            return light_fields(photo_set, index) if kind == "lights" else panel_fields(photo_set, index)
    found = step_fields(photo_set, thing)
    if found is None:
        thing_index(photo_set, thing)  # says that there is no such thing
    return found or {}


def _field(photo_set: Set, path: str) -> Field:
    first = path.split(".")[0]
    thing = ".".join(path.split(".")[:2]) if first in COUNTED else first
    if first in (*COUNTED, *STEP_THINGS):
        fields = fields_of(photo_set, thing)
        if path in fields:
            return fields[path]
    raise NotAccepted([Problem("field", f"{path!r} is not a value that can be typed", "a field of the thing's sheet")])


def _read(field: Field, text: str) -> Any:
    if field.kind == "output in watt-seconds" and field.full:
        return units.parse_watt_seconds(text, field.full)
    return units.PARSERS[field.kind](text)


def enter(photo_set: Set, mesh: SitterMesh, path: str, text: str) -> Set:
    """The set with a typed value put in; limits and room are checked afterwards by `problems_of`.

    Raises NotAccepted, naming the field, for text that cannot be read.
    """
    field = _field(photo_set, path)
    try:
        value = _read(field, text)
    except NotAccepted as refused:
        raise NotAccepted([replace(p, field=path) for p in refused.problems]) from None
    return field.put(photo_set, mesh, value)


def seat(photo_set: Set, mesh: SitterMesh) -> Set:
    """The set with another sitter on the same seat, in the same pose."""
    return replace(photo_set, sitter=replace(photo_set.sitter, who=mesh.name))


def step(photo_set: Set, mesh: SitterMesh, path: str, steps: int) -> Set:
    """The set with a value some steps on: third stops of aperture, time, sensitivity (more light is positive), or steps of the unit's output dial.

    Raises NotAccepted for a field without third stops.
    """
    field = _field(photo_set, path)
    value = field.get(photo_set, mesh)
    if field.kind == "aperture":
        new = units.step_in_series(value, units.APERTURES, -steps)
    elif field.kind == "time":
        new = units.step_in_series(value, units.TIMES, steps)
    elif path == "camera.sensitivity":
        new = units.step_in_series(value, units.SENSITIVITIES, steps)
    elif field.kind.startswith("output"):
        source = value_at(photo_set, path.replace("output", "source"))
        dial = getattr(source, "output_step", 1 / 3)
        new = min(0.0, max(source.lowest_output, (round(value / dial) + steps) * dial))
    else:
        raise NotAccepted([Problem(path, "has no third stops", "aperture, time, ISO or output")])
    return field.put(photo_set, mesh, new)


def has_steps(path: str, field: Field) -> bool:
    """Whether `step` takes the field."""
    return field.kind in ("aperture", "time") or field.kind.startswith("output") or path == "camera.sensitivity"


def nudge(photo_set: Set, mesh: SitterMesh, path: str, by: float) -> Set:
    """The set with an angle or length changed by a little [degrees or m], held inside its limits."""
    field = _field(photo_set, path)
    if field.kind not in ("angle", "length"):
        raise NotAccepted([Problem(path, "cannot be nudged", "an angle or a length")])
    value = field.get(photo_set, mesh) + by
    owner, _, name = path.rpartition(".")
    holder = value_at(photo_set, owner)
    if name in _names(holder) and interval_of(type(holder), name) is not None:
        low, high = bounds(type(holder), name)
        value = min(max(value, low), high)
    return field.put(photo_set, mesh, value)


def _names(value: Any) -> set[str]:
    return {f.name for f in fields(value)}
