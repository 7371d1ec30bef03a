"""Rim: which edges a light from behind draws, whether it reaches nose or far cheek, and the veil it makes in the lens."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ..answer import Act, Answer
from ..gear.modifiers import Octa, Softbox
from ..model.light import Light
from ..model.set import Set, with_light
from ..rim.edge import EdgePlace, edge_of, from_behind
from ..rim.spill import Spill, spill_of
from ..rules.fitting import takes_grid
from ..simulation.key import key_index
from ..simulation.readings import readings_of
from ..simulation.stages import Stages
from ..sitter.mesh import SitterMesh
from ..wish.moves.at_light import turned
from ..wish.target import Target
from .by_wish import by_knobs
from .finding import Finding, GoOn, stages_for

DRAWS = -0.5  # stops of an edge over the near cheek from which it shows as drawn (assumption)
TOO_MUCH = 2.0  # stops over the near cheek from which an edge burns (assumption)
SPILLS = -2.0  # stops of its light against all light on nose or cheek from which it is no edge light there (assumption)
VEILS = 0.1  # stops in the blacks
TURNS = (8.0, 15.0, 25.0)  # degrees
GRIDDED = 40


def rim_findings(photo_set: Set, mesh: SitterMesh, go_on: GoOn) -> Iterator[Finding]:
    """What there is to say about lights from behind."""
    stages = stages_for(photo_set, mesh, go_on)
    key, lights = key_index(stages), photo_set.lights
    rims = [k for k, light in enumerate(lights) if light.on and k != key and from_behind(stages, light)]
    if not rims:
        yield Finding("rim.none", "note")
        return
    yield from _edges(stages)
    for k in rims:
        spill = spill_of(stages, k)
        yield from _on_face(stages, spill)
        yield from _into_lens(stages, spill)


def drawn(places: list[EdgePlace], side: int) -> list[EdgePlace]:
    """The places on one side that a light from behind draws: most of what they show is its."""
    return [p for p in places if p.side == side and p.behind > p.stops - 1]


def _edges(stages: Stages) -> Iterator[Finding]:
    """Each side that is drawn: its parts, and how much over the near cheek."""
    places, read = edge_of(stages), readings_of(stages)
    cheek = {read.surfaces[k].side: read.surfaces[k].stops for k in ("lit_cheek", "shadow_cheek")}
    for side, name in ((-1, "camera-left"), (1, "camera-right")):
        own = drawn(places, side)
        if not own:
            continue
        over = float(np.mean([p.stops for p in own])) - cheek[name]
        parts = list(dict.fromkeys(p.part for p in own))
        figures = {"over_cheek_stops": over, "brightest_stops": max(p.stops for p in own)}
        named = {"side": name, "parts": ", ".join(parts)}
        surface = "hair_left" if side < 0 else "hair_right"
        if over > TOO_MUCH:
            lower = by_knobs(stages, Target(surface, "stops", read.surfaces[surface].stops - (over - 1.0)))
            yield Finding("rim.hot", "warn", figures, named, lower)
        elif over < DRAWS:
            yield Finding("rim.weak", "note", figures, named)
        else:
            yield Finding("rim.edge", "note", figures, named)


def _cures(stages: Stages, index: int) -> Iterator[Answer]:
    """A grid, then turning it away: what keeps its light on the edge."""
    photo_set, light = stages.photo_set, stages.photo_set.lights[index]
    named = {"light": light.name}
    gridded = _with_grid(light)
    if gridded is not None:
        act = Act("wish.grid", {"degrees": float(GRIDDED)}, named)
        yield Answer((act,), with_light(photo_set, index, gridded), 2.0)
    for turn in TURNS:
        for across in (turn, -turn):
            made = turned(light, across, 0.0)
            act = Act("wish.turn", {"by_degrees": turn}, named | {"toward": "toward the backdrop"})
            if made.aim.z < light.aim.z:
                yield Answer((act,), with_light(photo_set, index, made), 2.0)


def _with_grid(light: Light) -> Light | None:
    if takes_grid(light) and not light.grid:
        return replace(light, grid=40)
    modifier = light.modifier
    if isinstance(modifier, Softbox | Octa) and modifier.cloth and not modifier.fabric_grid:
        return replace(light, modifier=replace(modifier, fabric_grid=float(GRIDDED)))
    return None


def _after(stages: Stages, made: Answer, index: int) -> Spill:
    return spill_of(replace(stages, photo_set=made.photo_set, found={}), index)


def _on_face(stages: Stages, spill: Spill) -> Iterator[Finding]:
    where = max(spill.on, key=lambda k: spill.on[k])
    if spill.on[where] < SPILLS:
        return
    cure = next((k for k in _cures(stages, spill.light) if _after(stages, k, spill.light).on[where] < SPILLS), None)
    named = {"light": stages.photo_set.lights[spill.light].name, "where": where}
    yield Finding("rim.spill", "warn", {"share_stops": spill.on[where]}, named, cure)


def _into_lens(stages: Stages, spill: Spill) -> Iterator[Finding]:
    if spill.veil < VEILS:
        return
    cure = next((k for k in _cures(stages, spill.light) if _after(stages, k, spill.light).veil < VEILS), None)
    light = stages.photo_set.lights[spill.light].name
    yield Finding("rim.veil", "warn", {"blacks_stops": spill.veil}, {"light": light}, cure)
