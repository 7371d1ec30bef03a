"""The values of a set that can be typed: what each is called, its kind, how it is read and put back."""

from collections.abc import Callable
from dataclasses import fields, replace
from functools import partial
from typing import Any

from .. import units
from ..problem import NotAccepted, Problem
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from .field import Field, plain, value_at, with_value
from .light_fields import light_fields, panel_fields
from .limits import interval_of
from .moves import move
from .room import SURFACE_LABELS
from .set import Set
from .things import thing_index


def _eye_height() -> Field:
    def get(s: Set, mesh: SitterMesh) -> float:
        return face_marks(mesh, s.sitter).eyes[1]

    def put(s: Set, mesh: SitterMesh, metres: float) -> Set:
        return move(s, "sitter", "place", {"y": s.sitter.seat_height + metres - get(s, mesh)}).photo_set

    return Field("eye height", "length", get, put)


def _seat_height() -> Field:
    def put(s: Set, _: SitterMesh, metres: float) -> Set:
        moved = move(s, "sitter", "place", {"y": metres}).photo_set
        return replace(moved, sitter=replace(moved.sitter, seat_height=metres))

    return Field("seat height", "length", lambda s, _: s.sitter.seat_height, put)


def _backdrop_gap() -> Field:
    return Field("to backdrop", "length", lambda s, _: s.sitter.z - s.backdrop.z,
                 lambda s, _, v: with_value(s, ["backdrop", "z"], s.sitter.z - v))  # fmt: skip


def _table(*rows: tuple[str, str, str]) -> dict[str, Field]:
    return {path: plain(label, kind, path) for path, label, kind in rows}


_SITTER = {
    "sitter.eye_height": _eye_height(),
    "sitter.seat_height": _seat_height(),
    "sitter.backdrop_gap": _backdrop_gap(),
    **_table(
        ("sitter.x", "from middle", "length"), ("sitter.z", "from back wall", "length"),
        ("sitter.body_turn", "body turn", "angle"), ("sitter.head_turn", "head turn", "angle"),
        ("sitter.head_nod", "chin down", "angle"), ("sitter.head_tilt", "head tilt", "angle"),
    ),
}  # fmt: skip
_CAMERA = _table(
    ("camera.aperture", "aperture", "aperture"), ("camera.time", "time", "time"),
    ("camera.sensitivity", "ISO", "number"), ("camera.focal_length", "lens, mm", "number"),
    ("camera.white_balance", "white balance, K", "number"), ("camera.place.y", "lens height", "length"),
    ("camera.place.x", "from middle", "length"), ("camera.place.z", "from back wall", "length"),
    ("camera.aim.y", "aim, height", "length"), ("camera.aim.x", "aim, from middle", "length"),
)  # fmt: skip
_BACKDROP = _table(
    ("backdrop.z", "from back wall", "length"), ("backdrop.x", "from middle", "length"),
    ("backdrop.width", "width", "length"), ("backdrop.height", "top edge", "length"),
    ("backdrop.turn", "turn", "angle"), ("backdrop.surface.reflectance", "reflectance", "share"),
)  # fmt: skip
_ROOM = _table(
    ("room.width", "width", "length"), ("room.depth", "depth", "length"), ("room.height", "ceiling height", "length"),
    *((f"room.surfaces.{name}.reflectance", label, "share") for name, label in SURFACE_LABELS.items()),
)  # fmt: skip


def fields_of(photo_set: Set, thing: str) -> dict[str, Field]:
    """The typed values of a thing: "lights.0", "panels.0", "sitter", "camera", "backdrop" or "room".

    Raises NotAccepted when there is no such thing.
    """
    fixed = {"sitter": _SITTER, "camera": _CAMERA, "backdrop": _BACKDROP, "room": _ROOM}
    if thing in fixed:
        return fixed[thing]
    kind, index = thing_index(photo_set, thing)
    return light_fields(photo_set, index) if kind == "lights" else panel_fields(photo_set, index)


def _field(photo_set: Set, path: str) -> Field:
    counted = path.startswith(("lights", "panels"))
    thing = ".".join(path.split(".")[:2]) if counted else path.split(".")[0]
    if thing in ("sitter", "camera", "backdrop", "room") or counted:
        fields = fields_of(photo_set, thing)
        if path in fields:
            return fields[path]
    raise NotAccepted([Problem("field", f"{path!r} is not a value that can be typed", "a field of the thing's sheet")])


def _read(field: Field, text: str) -> float:
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


def group_of(path: str) -> str:
    """Which part of a sheet a value or choice is on: "place", "source" or "modifier" of a light, "tones" of a room."""
    if path.startswith("room.surfaces") and path.endswith(".reflectance"):
        return "tones"
    if ".source." in path or path.endswith(".trim"):
        return "source"
    inside = (".modifier.", ".barn_doors", ".gels", ".grid")
    return "modifier" if any(part in path for part in inside) else "place"


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
    limit = interval_of(type(holder), name) if name in _names(holder) else None
    if limit is not None:
        value = min(max(value, float(limit.ge)), float(limit.le))  # type: ignore[arg-type]
    return field.put(photo_set, mesh, value)


def _names(value: Any) -> set[str]:
    return {f.name for f in fields(value)}


def value_text(field: Field, value: float, feet: bool) -> str:
    """The value as it would be typed."""
    texts: dict[str, Callable[[float], str]] = {
        "length": lambda v: units.length_text(v, feet),
        "angle": lambda v: f"{round(v) + 0}°",
        "aperture": units.aperture_text,
        "time": units.time_text,
        **{
            f"output in {scale}": partial(units.output_text, scale=scale, energy=field.full)
            for scale in units.OUTPUT_SCALES
        },
        "stops": units.stops_text,
        "fine number": lambda v: f"{v:g}",
        "share": lambda v: f"{v * 100:.0f} %",
    }
    return texts.get(field.kind, lambda v: f"{v:.0f}")(value)
