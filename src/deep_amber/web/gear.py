"""Lights and panels of a set: add from the kit, take out, copy, mirror, swap, choose; how a light falls off."""

from flask import current_app
from flask_openapi3 import APIBlueprint, Tag

from ..core.kit.catalogue import CATALOGUE
from ..core.kit.fitting import modifiers_for
from ..core.kit.owned import Kit
from ..core.kit.readings import trim_of
from ..core.kit.summary import summary
from ..core.problem import NotAccepted, Problem
from ..core.scene import Bare, Light, Point, editing
from ..core.scene.choices import choose
from ..core.scene.things import thing_index
from ..core.simulation.falloff import equal_exposure
from ..formats.lm63 import read_lm63
from ..formats.sitter_file import load_sitter
from ..store.kit import open_kit
from .answers import answer
from .scenes import scene_of, sound
from .schemas import (
    AddIn,
    BeamIn,
    ChooseIn,
    EditIn,
    LinesOut,
    PickOut,
    PicksOut,
    ProblemsOut,
    SceneIn,
    SceneOut,
    SwapIn,
)

gear = APIBlueprint(
    "gear", __name__, url_prefix="/api", abp_tags=[Tag(name="gear")], abp_responses={"422": ProblemsOut}
)
PARTS = ("sources", "modifiers", "panels")


def _kit() -> Kit:
    return open_kit(current_app.extensions["sessions"]).kit


def _item(part: str, name: str):
    """The kit's item of that name, else the catalogue's; and its name when it is owned."""
    for kit, owned in ((_kit(), True), (CATALOGUE, False)):
        for item in getattr(kit, part):
            if item.name == name:
                return item, name if owned else ""
    raise NotAccepted([Problem("name", f"{name!r} is not in the kit", "an item of the kit or of the common gear")])


def _pick(part: str, item, owned: int) -> PickOut:
    kind = item.source.kind if part == "sources" else item.modifier.kind if part == "modifiers" else item.surface
    fits = []
    if part == "sources":
        fits = list(modifiers_for(Light(Point(0, 1, 1), Point(0, 1, 2), 0.0, Bare(), source=item.source)))
    return PickOut(part=part, name=item.name, summary=summary(item), kind=kind, owned=owned, fits=fits)


@gear.get("/picks", responses={"200": PicksOut})
def picks():
    """What can be put into a set: the kit first, then common gear that is not owned."""
    kit, found = _kit(), []
    for part in PARTS:
        names = {item.name for item in getattr(kit, part)}
        found += [_pick(part, item, item.quantity) for item in getattr(kit, part)]
        found += [_pick(part, item, 0) for item in getattr(CATALOGUE, part) if item.name not in names]
    return answer(PicksOut(picks=found))


@gear.post("/add", responses={"200": SceneOut})
def add(body: AddIn):
    """Adds a light or a panel from the kit, where one of its role usually stands."""
    photo_set, mesh = sound(body.set), load_sitter(body.set.sitter.who)
    item, owned = _item(body.part, body.name)
    if body.part == "panels":
        figures = {k: getattr(item, k) for k in ("surface", "width", "height", "shape")}
        made = editing.add_panel(photo_set, mesh, figures, owned)
        return scene_of(sound(made), body, thing=f"panels.{len(made.panels) - 1}")
    modifier, modifier_owned = _item("modifiers", body.modifier) if body.modifier else (None, "")
    trim = trim_of(_kit(), owned, modifier_owned) if owned else 0.0
    made = editing.add_light(photo_set, mesh, item.source, modifier.modifier if modifier else None, body.role, owned,
                             modifier_owned, trim)  # fmt: skip
    return scene_of(sound(made), body, thing=f"lights.{len(made.lights) - 1}")


@gear.post("/edit", responses={"200": SceneOut})
def edit(body: EditIn):
    """Takes a light or panel out, copies it, puts it on the other side, or turns a light to a board of its own."""
    photo_set, mesh = sound(body.set), load_sitter(body.set.sitter.who)
    thing = body.thing
    if body.action == "remove":
        made = editing.remove(photo_set, thing)
    elif body.action == "copy":
        made = editing.duplicate(photo_set, thing)
        kind, _ = thing_index(photo_set, thing)
        thing = f"{kind}.{len(getattr(made, kind)) - 1}"
    elif body.action == "mirror":
        made = editing.mirror(photo_set, thing)
    else:
        made = editing.pair_with_board(photo_set, mesh, thing)
    return scene_of(sound(made), body, thing=thing)


@gear.post("/swap", responses={"200": SceneOut})
def swap(body: SwapIn):
    """Another modifier on a light, at the same place."""
    item, owned = _item("modifiers", body.modifier)
    return scene_of(sound(editing.swap_modifier(sound(body.set), body.thing, item.modifier, owned)), body)


@gear.post("/choose", responses={"200": SceneOut})
def choose_option(body: ChooseIn):
    """Another option of a value that is chosen."""
    return scene_of(sound(choose(sound(body.set), body.field, body.option)), body)


@gear.post("/beam", responses={"200": SceneOut})
def measured_beam(body: BeamIn):
    """A photometric file in place of a bare light's own beam."""
    photometry = read_lm63(body.text.encode("latin-1", "replace"), body.name) if body.text else None
    return scene_of(sound(editing.with_beam(sound(body.set), body.thing, photometry)), body)


@gear.post("/lines", responses={"200": LinesOut})
def exposure_lines(body: SceneIn):
    """Lines of equal exposure of a light over the floor, in whole stops from the face."""
    photo_set = sound(body.set)
    kind, i = thing_index(photo_set, body.thing or "")
    if kind != "lights":
        raise NotAccepted([Problem("thing", "a panel gives no light of its own", "a light")])
    return answer(
        LinesOut(lines=list(equal_exposure(photo_set, load_sitter(photo_set.sitter.who), photo_set.lights[i])))
    )
