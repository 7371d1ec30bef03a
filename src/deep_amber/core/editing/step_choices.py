"""What is chosen, from short lists, of the things of the steps: look, room, backdrop, sitter, camera, furniture, doors."""

from dataclasses import asdict, replace
from typing import Any

from ..model.finishes import BACKDROPS, CLOTHS, OWN, WALLS, finish_of, material_of
from ..model.look import PRESETS, Look
from ..model.room import SURFACE_LABELS, Surface
from ..model.set import Set
from .field import value_at, with_value
from .option import Choice, options_of, text_of

AS_BAKED = "as it comes"
NOT_BEGUN = "choose what for"
LABELS = {
    "posture": "posture",
    "gaze": "eyes look",
    "glasses": "glasses",
    "hung": "hangs",
    "creases": "creases",
    "translucent": "light comes through",
    "orientation": "orientation",
    "purpose": "purpose",
    "key": "key",
    "hardness": "shadow edges",
    "pattern": "pattern",
    "wardrobe": "wardrobe",
    "framing": "framing",
    "backdrop_shadow": "shadow on backdrop",
    "ground": "backdrop is",
    "rim": "edge of light",
    "key_side": "key from",
    "wall": "in",
    "opens": "opens",
}
WALL_NAMES = {
    "left": "camera-left wall",
    "right": "camera-right wall",
    "back": "back wall",
    "front": "wall behind camera",
}


def _table(label: str, path: str, present: str, table: dict[str, Any]) -> Choice:
    return Choice(path, label, (*table, OWN) if present == OWN else tuple(table), present)


def _own(part: Any, at: str) -> list[Choice]:
    """The choices that the part's own type states."""
    return [Choice(f"{at}.{name}", LABELS[name], options, chosen) for name, options, chosen in options_of(part, LABELS)]


def _look(look: Look | None) -> list[Choice]:
    if look is None:
        return [Choice("look.purpose", LABELS["purpose"], (NOT_BEGUN, *PRESETS), NOT_BEGUN)]
    return _own(look, "look")


def step_choices(photo_set: Set, thing: str) -> list[Choice]:
    """The choices of "look", "room", "backdrop", "sitter", "camera", "furniture.0" or "doors.0"; none for other things."""
    kind, _, _ = thing.partition(".")
    if kind == "look":
        return _look(photo_set.look)
    if kind == "room":
        surfaces = photo_set.room.surfaces
        return [
            _table(label, f"room.surfaces.{name}", finish_of(getattr(surfaces, name), WALLS), WALLS)
            for name, label in SURFACE_LABELS.items()
        ]
    if kind == "backdrop":
        made = _table("material", "backdrop.material", material_of(photo_set.backdrop), BACKDROPS)
        return [made, *_own(photo_set.backdrop, "backdrop")]
    if kind == "sitter":
        cloth = photo_set.sitter.cloth
        present = AS_BAKED if cloth is None else finish_of(cloth, CLOTHS)
        worn = _table("cloth", "sitter.cloth", present, {AS_BAKED: None, **CLOTHS})
        return [*_own(photo_set.sitter, "sitter"), worn]
    if kind == "camera":
        return _own(photo_set.camera, "camera")
    if kind in ("furniture", "doors"):
        part = value_at(photo_set, thing)
        covered = (
            [_table("surface", f"{thing}.surface", finish_of(part.surface, WALLS), WALLS)]
            if kind == "furniture"
            else []
        )
        return [*_own(part, thing), *covered]
    return []


def choose_in_step(photo_set: Set, field: str, option: str) -> Set:
    """The set with an offered option of one of those fields."""
    name = field.rpartition(".")[2]
    if field == "look.purpose":
        return photo_set if option == NOT_BEGUN else _purpose(photo_set, option)
    if field == "backdrop.material":
        made = BACKDROPS.get(option)
        backdrop = replace(photo_set.backdrop, **_parts(made)) if made else photo_set.backdrop
        return replace(photo_set, backdrop=backdrop)
    if field == "sitter.cloth":
        cloth = CLOTHS.get(option) if option != OWN else photo_set.sitter.cloth
        return replace(photo_set, sitter=replace(photo_set.sitter, cloth=cloth))
    if field.startswith("room.surfaces") or name == "surface":
        surface: Surface = WALLS.get(option, value_at(photo_set, field))
        return with_value(photo_set, field.split("."), surface)
    owner = value_at(photo_set, field.rpartition(".")[0])
    value = next(v for v in options_of(owner, {name: name}, raw=True)[0][1] if text_of(v) == option)
    return with_value(photo_set, field.split("."), value)


def _parts(material: Any) -> dict[str, Any]:
    return {k: getattr(material, k) for k in asdict(material)}


def _purpose(photo_set: Set, option: str) -> Set:
    """What is usual for a purpose; what the photographer wrote stays."""
    made, old = PRESETS[option], photo_set.look
    if old is not None:
        made = replace(made, mood=old.mood, wardrobe=old.wardrobe, wardrobe_colour=old.wardrobe_colour)
    return replace(photo_set, look=made)
