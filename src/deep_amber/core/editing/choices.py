"""Values of a set that are chosen rather than typed: switches and short lists of options."""

from dataclasses import replace
from typing import Any

from ..gear.gels import GELS
from ..gear.modifiers import BarnDoors, Octa, Softbox
from ..model.light import Light
from ..model.set import Set, with_light
from ..model.things import COUNTED, thing_index
from ..problem import NotAccepted, Problem
from ..rules.fitting import takes_doors, takes_grid
from ..sitter.mesh import SitterMesh
from .field import value_at, with_value
from .option import NONE, Choice, options_of, text_of
from .posture import with_posture
from .step_choices import choose_in_step, step_choices

LABELS = {
    "on": "on",
    "follow": "follows the face",
    "role": "role",
    "grid": "grid",
    "surface": "surface",
    "shape": "shape",
    "back": "other side",
    "holding": "held by",
    "stand_side": "stand of its boom",
}
GELS_LABEL, DOORS_LABEL = "gel", "barn doors"


def _of(part: Any, at: str, labels: dict[str, str] = LABELS) -> list[Choice]:
    return [Choice(f"{at}.{name}", labels[name], options, chosen) for name, options, chosen in options_of(part, labels)]


def _left_out(light: Light) -> tuple[str, ...]:
    """Choices that a light does not have: nothing holds a window, and only a boom has a stand aside."""
    if not light.source.on_stand or light.role == "room":
        return ("holding", "stand_side")
    return () if light.holding == "boom" else ("stand_side",)


def choices_of(photo_set: Set, thing: str) -> list[Choice]:
    """What can be chosen of a thing of the set."""
    if not thing.startswith(("lights", "panels")):
        return step_choices(photo_set, thing)
    kind, i = thing_index(photo_set, thing)
    if kind == "panels":
        return _of(photo_set.panels[i], thing)
    light = photo_set.lights[i]
    own = [c for c in _of(light, thing) if not c.field.endswith(".grid") or takes_grid(light)]
    own = [c for c in own if c.field.rpartition(".")[2] not in _left_out(light)]
    if light.source.takes_gels:
        gel = " + ".join(light.gels) or NONE
        own.append(Choice(f"{thing}.gels", GELS_LABEL, (NONE, *GELS), gel))
    if takes_doors(light):
        own.append(Choice(f"{thing}.barn_doors", DOORS_LABEL, ("no", "yes"), text_of(light.barn_doors is not None)))
    return [
        *own,
        *_of(light.modifier, f"{thing}.modifier", light.modifier.chosen),
        *_of(light.source, f"{thing}.source", light.source.chosen),
    ]


def choose(photo_set: Set, field: str, option: str, mesh: SitterMesh | None = None) -> Set:
    """The set with another option chosen.

    With the baked `mesh` of the sitter, camera, lights and panels follow the face when the posture changes. Raises NotAccepted for a field that is not chosen, or an option it does not have.
    """
    first = field.split(".")[0]
    thing = ".".join(field.split(".")[:2]) if first in COUNTED else first
    choice = next((c for c in choices_of(photo_set, thing) if c.field == field), None)
    if choice is None:
        raise NotAccepted([Problem("field", f"{field!r} is not a value that is chosen", "one of the thing's choices")])
    if option not in choice.options:
        raise NotAccepted([Problem(field, f"{option!r} is not one of its options", " or ".join(choice.options))])
    if first not in ("lights", "panels"):
        if field == "sitter.posture":
            return with_posture(photo_set, option, mesh)
        return choose_in_step(photo_set, field, option)
    name = field.rpartition(".")[2]
    value: Any
    if name == "gels":
        value = () if option == NONE else (option,)
    elif name == "barn_doors":
        value = BarnDoors() if option == "yes" else None
    else:
        owner = value_at(photo_set, field.rpartition(".")[0])
        value = next(o for o in options_of(owner, {name: name}, raw=True)[0][1] if text_of(o) == option)
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
    return with_light(photo_set, i, light)
