"""Values of a set that are chosen rather than typed: switches and short lists of options."""

from dataclasses import dataclass, replace
from types import UnionType
from typing import Annotated, Any, Literal, get_args, get_origin, get_type_hints

from ..kit.fitting import DOORS_ON, GRIDS_ON
from ..kit.gels import GELS
from ..problem import NotAccepted, Problem
from .field import value_at, with_value
from .finishes import BACKDROPS, OWN, WALLS, finish_of
from .modifier import BarnDoors, Octa, Softbox
from .room import SURFACE_LABELS, Surface
from .set import Set
from .things import thing_index

NONE = "none"
LABELS = {
    "on": "on", "role": "for", "grid": "grid", "gels": "gel", "barn_doors": "barn doors", "baffle": "inner baffle",
    "cloth": "front cloth", "lining": "umbrella", "sock": "sock", "material": "made of", "unit": "figure is", "bulb": "bulb",
    "wide_panel": "wide panel", "upright": "head upright", "cover": "cover", "sun": "sun", "scale": "display",
    "surface": "surface", "shape": "shape", "holding": "held by",
}  # fmt: skip


@dataclass(frozen=True)
class Choice:
    field: str
    label: str
    options: tuple[str, ...]
    """Two for a switch: "no", "yes"."""
    chosen: str


def _options(hint: Any) -> tuple | None:
    plain = get_args(hint)[0] if get_origin(hint) is Annotated else hint
    if plain is bool:
        return (False, True)
    return get_args(plain) if get_origin(plain) is Literal and len(get_args(plain)) > 1 else None


def _text(value: Any) -> str:
    if isinstance(value, bool):
        return "yes" if value else "no"
    return NONE if value in (0, None, ()) else f"{value}°" if isinstance(value, int) else str(value)


def _of(part: Any, at: str) -> list[Choice]:
    found = []
    for name, hint in get_type_hints(type(part), include_extras=True).items():
        options = _options(hint)
        if options and name in LABELS and not isinstance(hint, UnionType):
            texts = tuple(_text(o) for o in options)
            found.append(Choice(f"{at}.{name}", LABELS[name], texts, _text(getattr(part, name))))
    return found


def choices_of(photo_set: Set, thing: str) -> list[Choice]:
    """What can be chosen of a light or panel, the finishes of room and backdrop; none for other things."""
    if thing == "room":
        return [_finish(photo_set, f"room.surfaces.{name}", label, WALLS) for name, label in SURFACE_LABELS.items()]
    if thing == "backdrop":
        return [_finish(photo_set, "backdrop.surface", "material", BACKDROPS)]
    if not thing.startswith(("lights", "panels")):
        return []
    kind, i = thing_index(photo_set, thing)
    if kind == "panels":
        return _of(photo_set.panels[i], thing)
    light = photo_set.lights[i]
    own = [c for c in _of(light, thing) if not c.field.endswith(".grid") or _takes(light, GRIDS_ON)]
    if light.source.kind != "window":
        gel = " + ".join(light.gels) or NONE
        own.append(Choice(f"{thing}.gels", LABELS["gels"], (NONE, *GELS), gel))
    if _takes(light, DOORS_ON) and light.source.kind != "speedlight":
        own.append(
            Choice(f"{thing}.barn_doors", LABELS["barn_doors"], ("no", "yes"), _text(light.barn_doors is not None))
        )
    return [*own, *_of(light.modifier, f"{thing}.modifier"), *_of(light.source, f"{thing}.source")]


def _finish(photo_set: Set, path: str, label: str, table: dict[str, Surface]) -> Choice:
    present = finish_of(value_at(photo_set, path), table)
    return Choice(path, label, (*table, OWN) if present == OWN else tuple(table), present)


def _takes(light, kinds: tuple[str, ...]) -> bool:
    return light.modifier.kind in kinds and light.source.kind not in ("tube", "window")


def choose(photo_set: Set, field: str, option: str) -> Set:
    """The set with another option chosen.

    Raises NotAccepted for a field that is not chosen, or an option it does not have.
    """
    first = field.split(".")[0]
    thing = first if first in ("room", "backdrop") else ".".join(field.split(".")[:2])
    choice = next((c for c in choices_of(photo_set, thing) if c.field == field), None)
    if choice is None:
        raise NotAccepted([Problem("field", f"{field!r} is not a value that is chosen", "one of the thing's choices")])
    if option not in choice.options:
        raise NotAccepted([Problem(field, f"{option!r} is not one of its options", " or ".join(choice.options))])
    if thing in ("room", "backdrop"):
        table = WALLS if thing == "room" else BACKDROPS
        return with_value(photo_set, field.split("."), table.get(option, value_at(photo_set, field)))
    name = field.rpartition(".")[2]
    value: Any
    if name == "gels":
        value = () if option == NONE else (option,)
    elif name == "barn_doors":
        value = BarnDoors() if option == "yes" else None
    else:
        owner = value_at(photo_set, field.rpartition(".")[0])
        options = _options(get_type_hints(type(owner), include_extras=True)[name]) or ()
        value = next(o for o in options if _text(o) == option)
    return _consistent(with_value(photo_set, field.split("."), value), field)


def _consistent(photo_set: Set, field: str) -> Set:
    """A choice that excludes another takes that one's place."""
    kind, i = thing_index(photo_set, ".".join(field.split(".")[:2]))
    if kind != "lights":
        return photo_set
    light = photo_set.lights[i]
    if isinstance(light.modifier, Softbox | Octa) and not light.modifier.cloth:
        light = replace(light, modifier=replace(light.modifier, fabric_grid=0.0))
    if field.endswith(".sock") and getattr(light.modifier, "sock", False):
        light = replace(light, grid=0)
    return replace(photo_set, lights=tuple(light if j == i else k for j, k in enumerate(photo_set.lights)))
