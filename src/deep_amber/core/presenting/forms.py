"""What can be filled in for each kind of thing in the kit, from the types themselves: labels, units, limits, options."""

import re
from dataclasses import MISSING, Field, dataclass, fields, is_dataclass
from typing import Annotated, Any, Literal, get_args, get_origin, get_type_hints

from annotated_types import Interval

from ..gear.modifiers import MODIFIERS
from ..gear.part import Gear
from ..gear.sources import SOURCES
from ..kit.owned import BackdropItem, CameraItem, LensItem, PanelItem, StandItem
from ..rules.fitting import kind_of

LABELS = {
    "surface": "surface",
    "shape": "shape",
    "lowest": "lowest, m",
    "highest": "highest, m",
    "boom": "boom reach, m",
    "load": "load, kg",
    "footprint": "across its legs, m",
    "sensor_width": "sensor width, mm",
    "sensor_height": "sensor height, mm",
    "sync_time": "shortest flash time, s",
    "shortest": "shortest, mm",
    "longest": "longest, mm",
    "widest": "widest aperture, f/",
    "reflectance": "reflectance, 0-1",
}
"""Of what is neither source nor modifier; those state their own."""
FIRST = 0.6  # filled in where a figure has no usual value
LENGTHS = {"width", "height", "diameter", "length", "recess", "overhang"}


@dataclass(frozen=True)
class FormField:
    name: str
    """Dotted from the item."""
    label: str
    kind: Literal["number", "choice", "switch"]
    low: float
    high: float
    options: tuple[str, ...]
    default: str


@dataclass(frozen=True)
class Form:
    part: str
    """The kit's list."""
    kind: str
    """Of a source or modifier; empty for other lists."""
    fields: tuple[FormField, ...]


def _field(prefix: str, item: Field[Any], hint: Any, labels: dict[str, str]) -> FormField | None:
    plain = get_args(hint)[0] if get_origin(hint) is Annotated else hint
    default = "" if item.default is MISSING else str(item.default)
    label = labels.get(item.name, item.name.replace("_", " "))
    if item.name in LENGTHS and not re.search(r", [a-z]", label):
        label += ", m"
    if plain is bool:
        return FormField(prefix + item.name, label, "switch", 0, 1, (), default)
    if get_origin(plain) is Literal:
        options = tuple(map(str, get_args(plain)))
        return FormField(prefix + item.name, label, "choice", 0, 0, options, default) if len(options) > 1 else None
    limit = next((m for m in get_args(hint)[1:] if isinstance(m, Interval)), None)
    if plain is float and limit:
        low, high = float(limit.ge), float(limit.le)  # type: ignore[arg-type]
        return FormField(
            prefix + item.name, label, "number", low, high, (), default or f"{min(max(FIRST, low), high):g}"
        )
    return None


def _fields(cls: Any, prefix: str = "") -> tuple[FormField, ...]:
    hints = get_type_hints(cls, include_extras=True)
    labels = (
        LABELS | {k: label for k, (label, _) in cls.typed.items()} | cls.chosen if issubclass(cls, Gear) else LABELS
    )
    made: list[FormField] = []
    for item in fields(cls):
        if is_dataclass(hints[item.name]):
            made += _fields(hints[item.name], f"{prefix}{item.name}.")
        elif (found := _field(prefix, item, hints[item.name], labels)) is not None:
            made.append(found)
    return tuple(f for f in made if ".colour." not in f.name)


def forms() -> list[Form]:
    """The forms of the kit's lists; sources and modifiers have one for each kind."""
    made = [Form("sources", kind_of(c), _fields(c, "source.")) for c in SOURCES]
    made += [Form("modifiers", kind_of(c), _fields(c, "modifier.")) for c in MODIFIERS]
    rest = {
        "panels": PanelItem,
        "stands": StandItem,
        "backdrops": BackdropItem,
        "cameras": CameraItem,
        "lenses": LensItem,
    }
    return made + [Form(part, "", _fields(cls)) for part, cls in rest.items()]
