"""Lights and panels of a set: add from the kit, take out, copy, mirror, swap, choose; how a light falls off."""

from dataclasses import asdict

from flask import Response, current_app

from ..core.editing import adding as editing
from ..core.editing.choices import choose
from ..core.editing.furnish import add_door, add_furniture
from ..core.kit.owned import Kit
from ..core.kit.readings import trim_of
from ..core.model.things import thing_index
from ..core.presenting.offers import item_named, offers
from ..core.problem import NotAccepted, Problem
from ..core.simulation.falloff import equal_exposure
from ..formats.lm63 import read_lm63
from ..formats.sitter_file import load_sitter, sitter_of
from ..store.kit import open_kit
from .answers import answer
from .routes import Routes
from .scenes import changed, scene_of, sound
from .schemas import (
    AddIn,
    BeamIn,
    ChooseIn,
    EditIn,
    LinesOut,
    PickOut,
    PicksOut,
    SceneIn,
    SceneOut,
    SwapIn,
)

gear = Routes("gear", "/api", ("413", "422", "503"))


def _kit() -> Kit:
    return open_kit(current_app.extensions["sessions"]).kit


@gear.get("/picks", responses={"200": PicksOut})
def picks() -> Response:
    """What can be put into a set: the kit first, then common gear that is not owned."""
    return answer(PicksOut(picks=[PickOut(**asdict(offer)) for offer in offers(_kit())]))


@gear.post("/add", responses={"200": SceneOut})
def add(body: AddIn) -> Response:
    """Adds a light or a panel from the kit where one of its role usually stands, furniture or a door."""
    photo_set, mesh = sound(body.set), sitter_of(body.set)
    kit = _kit()
    if body.part in ("furniture", "doors"):
        made = add_door(photo_set) if body.part == "doors" else add_furniture(photo_set, body.name)
        return scene_of(sound(made), body, thing=f"{body.part}.{len(getattr(made, body.part)) - 1}")
    item, owned = item_named(kit, body.part, body.name)
    if body.part == "panels":
        figures = {k: getattr(item, k) for k in ("surface", "width", "height", "shape")}
        made = editing.add_panel(photo_set, mesh, figures, owned)
        return scene_of(sound(made), body, thing=f"panels.{len(made.panels) - 1}")
    modifier, modifier_owned = item_named(kit, "modifiers", body.modifier) if body.modifier else (None, "")
    trim = trim_of(kit, owned, modifier_owned) if owned else 0.0
    made = editing.add_light(
        photo_set, mesh, item.source, modifier.modifier if modifier else None, body.role, owned, modifier_owned, trim
    )
    return scene_of(sound(made), body, thing=f"lights.{len(made.lights) - 1}")


@gear.post("/edit", responses={"200": SceneOut})
def edit(body: EditIn) -> Response:
    """Takes a light or panel out, copies it, puts it on the other side, or turns a light to a board of its own."""
    photo_set, mesh = sound(body.set), sitter_of(body.set)
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
def swap(body: SwapIn) -> Response:
    """Another modifier on a light, at the same place."""
    item, owned = item_named(_kit(), "modifiers", body.modifier)
    return scene_of(sound(editing.swap_modifier(sound(body.set), body.thing, item.modifier, owned)), body)


@gear.post("/choose", responses={"200": SceneOut})
def choose_option(body: ChooseIn) -> Response:
    """Another option of a value that is chosen."""
    photo_set = sound(body.set)
    made = sound(choose(photo_set, body.field, body.option, load_sitter(photo_set.sitter.who)))
    return changed(photo_set, made, body)


@gear.post("/beam", responses={"200": SceneOut})
def measured_beam(body: BeamIn) -> Response:
    """A photometric file in place of a bare light's own beam."""
    photometry = read_lm63(body.text.encode("latin-1", "replace"), body.name) if body.text else None
    return scene_of(sound(editing.with_beam(sound(body.set), body.thing, photometry)), body)


@gear.post("/lines", responses={"200": LinesOut})
def exposure_lines(body: SceneIn) -> Response:
    """Lines of equal exposure of a light over the floor, in whole stops from the face."""
    photo_set = sound(body.set)
    kind, i = thing_index(photo_set, body.thing or "")
    if kind != "lights":
        raise NotAccepted([Problem("thing", "gives no light of its own", "a light")])
    return answer(LinesOut(lines=list(equal_exposure(photo_set, sitter_of(photo_set), photo_set.lights[i]))))
