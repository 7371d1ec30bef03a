"""The answer to every change of a set: its drawing, the values of the chosen thing, warnings."""

from dataclasses import asdict, replace

from flask import Response, current_app

from ..core.brief.aims import aims_of
from ..core.editing.choices import choices_of
from ..core.editing.fields import Field, fields_of, has_steps
from ..core.kit.owned import shortages
from ..core.kit.readings import with_trims
from ..core.model import Light, Set
from ..core.model.things import still_there, thing_index
from ..core.pattern.follow import followed
from ..core.presenting.drawing import drawing
from ..core.presenting.facts import facts_of
from ..core.presenting.sheet import group_of, value_text
from ..core.problem import NotAccepted
from ..core.rules.fitting import modifiers_for
from ..core.rules.heat import heat_warnings
from ..core.rules.validation import problems_of
from ..core.simulation.key import key_index_of
from ..formats.sitter_file import known_sitters, sitter_of
from ..store.kit import open_kit
from ..store.sets import Stored, open_set
from .answers import answer
from .schemas import ChoiceOut, SceneIn, SceneOut, ValueOut

EXPOSURE = ("camera.aperture", "camera.time", "camera.sensitivity")


def sound(photo_set: Set) -> Set:
    """The same set; NotAccepted when it cannot be."""
    problems = problems_of(photo_set, known_sitters())
    if problems:
        raise NotAccepted(problems)
    return photo_set


def on_shelf(set_id: str) -> Stored:
    """A set of the shelf, own readings and calibrations of the kit on its lights."""
    sessions = current_app.extensions["sessions"]
    stored = open_set(sessions, set_id)
    trimmed = stored.file.model_copy(update={"set": with_trims(stored.file.set, open_kit(sessions).kit)})
    return replace(stored, file=trimmed)


def _value(photo_set: Set, path: str, field: Field, feet: bool) -> ValueOut:
    text = value_text(field, field.get(photo_set, sitter_of(photo_set)), feet)
    return ValueOut(field=path, label=field.label, text=text, steps=has_steps(path, field), group=group_of(path))


def _warnings(photo_set: Set) -> list[str]:
    return [*heat_warnings(photo_set), *shortages(open_kit(current_app.extensions["sessions"]).kit, photo_set)]


def _light(photo_set: Set, thing: str) -> Light | None:
    return photo_set.lights[thing_index(photo_set, thing)[1]] if thing.startswith("lights") else None


def changed(before: Set, made: Set, asked: SceneIn, resisted: str = "") -> Response:
    """The answer to a change of the set, its following lights carried along with the face."""
    moved = followed(before, made, sitter_of(before), sitter_of(made))
    return scene_of(sound(moved.photo_set), asked, "; ".join(filter(None, (resisted, moved.resisted))))


def scene_of(photo_set: Set, asked: SceneIn, resisted: str = "", thing: str | None = None) -> Response:
    """The answer for a sound set; `thing` is what is chosen from now on, else what was asked for."""
    chosen = still_there(photo_set, thing or asked.thing or "")
    fields = fields_of(photo_set, chosen) if chosen else {}
    camera, light = fields_of(photo_set, "camera"), _light(photo_set, chosen)
    return answer(
        SceneOut(
            set=photo_set,
            drawing=drawing(photo_set, sitter_of(photo_set)),
            values=[_value(photo_set, path, field, asked.feet) for path, field in fields.items()],
            exposure=[_value(photo_set, path, camera[path], asked.feet) for path in EXPOSURE],
            choices=[ChoiceOut(**asdict(c), group=group_of(c.field)) for c in choices_of(photo_set, chosen)],
            fits=list(modifiers_for(light.source)) if light else [],
            facts=facts_of(light) if light else [],
            warnings=_warnings(photo_set),
            aims=aims_of(photo_set.look, sitter_of(photo_set)),
            key=key_index_of(photo_set, sitter_of(photo_set)),
            thing=chosen,
            resisted=resisted,
        )
    )
