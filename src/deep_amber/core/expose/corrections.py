"""What a change of gear does to the exposure, computed here, with the trade's rule beside it and whether it holds."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from ..exposure.response import MID_GREY, exposure_factor
from ..gear.gels import GELS
from ..geometry.quads import emitter_quad
from ..geometry.vectors import unit
from ..model.light import Grid, Light
from ..model.point import Point
from ..model.set import Set, with_light
from ..rules.fitting import takes_grid
from ..simulation.readings import surface_values, surfaces_read
from ..simulation.stages import Stages
from ..sitter.face import face_marks
from ..srgb import LUMINANCE
from .cloth import CLOTHS, cloth_in, with_cloth
from .hand_meter import HandMeter, exposure_at, held_at

NEAR = 0.17  # stops from a rule's span within which it holds
BEHIND = 100.0  # degrees off the face's axis from which a light is behind the face's plane
FARTHER = 1.4  # times: a stop by the square of the distance
AIMED_OFF = 60.0  # degrees off the face from which a light is bounced
GRID: Grid = 30
Kind = Literal["behind", "silhouette", "cloth", "bounced", "grid", "filter", "farther"]
RULES: dict[Kind, tuple[float, float]] = {
    "behind": (0.5, 1.5),
    "silhouette": (1.5, 3.0),
    "cloth": (-1.0, -0.7),
    "bounced": (-2.0, -1.5),
    "grid": (-1.0, -0.7),
    "filter": (-4.0, 0.0),
    "farther": (-1.0, -1.0),
}
"""Stops that the trade's rules give [low, high] (assumptions: as practitioners say them): an edge lit from behind comes out
brighter than its meter reading; the front of a box behind the sitter over the face; one cloth more; a flash off the ceiling;
a honeycomb grid; what a gel's packet says; a light farther off by the square of the distance."""


@dataclass(frozen=True)
class Correction:
    kind: Kind
    light: str
    stops: float
    """Computed here: what the face, or for light from behind the edge, changes by."""
    rule: tuple[float, float]
    """The trade's [stops]; for a filter the packet's figure."""
    what: str = ""
    """The cloth or gel it is about."""

    @property
    def holds(self) -> bool:
        return self.rule[0] - NEAR <= self.stops <= self.rule[1] + NEAR


def _at_face(stages: Stages, k: int) -> float:
    """A light alone at the face, the disc turned to it [lx s]."""
    light = stages.photo_set.lights[k]
    place, _ = held_at(stages, "face")
    return exposure_at(stages, HandMeter(place, light.place, "flat", before_face=True), light)


def _change(stages: Stages, k: int, made: Set, toward: Light | None = None) -> float:
    """Stops by which a light changes at the face, its own disc turned the same way."""
    place, _ = held_at(stages, "face")
    meter = HandMeter(place, (toward or stages.photo_set.lights[k]).place, "flat", before_face=True)
    then = exposure_at(replace(stages, photo_set=made, found={}), meter, made.lights[k])
    return math.log2(max(then, 1e-9) / max(exposure_at(stages, meter, stages.photo_set.lights[k]), 1e-9))


def corrections_of(stages: Stages) -> tuple[Correction, ...]:
    """Those that apply to what stands in the set."""
    photo_set = stages.photo_set
    made: list[Correction] = []
    for k, light in enumerate(photo_set.lights):
        if not light.on or light.source.kind == "window":
            continue
        stages.go_on()
        made += [*_behind(stages, k, light), *_by_gear(stages, k, light), *_by_place(stages, k, light)]
    return tuple(made)


def _off_face(stages: Stages, light: Light) -> tuple[float, float]:
    """Degrees of the light's place off the face's axis, and of the face off the light's axis."""
    marks = face_marks(stages.mesh, stages.photo_set.sitter)
    face = np.array(marks.face)
    way = unit(light.place.array - face)
    axis = unit(light.aim.array - light.place.array)
    turn = (float(np.array(marks.forward) @ way), float(-way @ axis))
    a, b = (math.degrees(math.acos(min(max(k, -1.0), 1.0))) for k in turn)
    return a, b


def _behind(stages: Stages, k: int, light: Light) -> Iterator[Correction]:
    """How much brighter the edge of the head comes out than the meter says of the light."""
    off_face, off_axis = _off_face(stages, light)
    if off_face < BEHIND or off_axis > AIMED_OFF or light.role == "background":
        return
    lens = unit(stages.photo_set.camera.place.array - np.array(face_marks(stages.mesh, stages.photo_set.sitter).face))
    if unit(light.aim.array - light.place.array) @ lens > math.cos(math.radians(25)):
        yield from _silhouette(stages, k, light)
    alone = surface_values(stages, (light,))
    side = max(("hair_left", "hair_right"), key=lambda name: alone.value[name])
    sensors = surfaces_read(stages)
    own = float((sensors.albedo[sensors.group == sensors.names.index(side)] @ LUMINANCE).mean())
    metered = _at_face(stages, k) * own * exposure_factor(stages.photo_set.camera)
    if alone.value[side] > 1e-4 and metered > 1e-9:
        yield Correction("behind", light.name, math.log2(alone.value[side] / metered), RULES["behind"])


def _silhouette(stages: Stages, k: int, light: Light) -> Iterator[Correction]:
    """A front that looks into the lens from behind the sitter, against the face."""
    lens = stages.photo_set.camera.place
    meter = HandMeter(lens, light.place, "flat")
    lux = exposure_at(stages, meter, light)
    away = float(np.linalg.norm(light.place.array - lens.array))
    area = emitter_quad(light).area
    value = lux * away**2 / max(area, 1e-4) * math.pi * exposure_factor(stages.photo_set.camera)
    if value > MID_GREY:
        face = max(surface_values(stages).value[c] for c in ("cheek_left", "cheek_right"))
        yield Correction("silhouette", light.name, math.log2(value / max(face, 1e-5)), RULES["silhouette"])


def _by_gear(stages: Stages, k: int, light: Light) -> Iterator[Correction]:
    photo_set = stages.photo_set
    for name, words in CLOTHS.items():
        is_in = cloth_in(light.modifier, name)
        if is_in is not None:
            other = with_light(photo_set, k, replace(light, modifier=with_cloth(light.modifier, name, not is_in)))
            change = _change(stages, k, other)
            yield Correction("cloth", light.name, -change if is_in else change, RULES["cloth"], words)
    if takes_grid(light) and light.role != "background":  # read at the face, which it does not light
        other = with_light(photo_set, k, replace(light, grid=0 if light.grid else GRID))
        change = _change(stages, k, other)
        yield Correction("grid", light.name, -change if light.grid else change, RULES["grid"])
    for gel in light.gels:
        left = tuple(g for g in light.gels if g != gel)
        change = -_change(stages, k, with_light(photo_set, k, replace(light, gels=left)))
        yield Correction("filter", light.name, change, (-GELS[gel].loss, -GELS[gel].loss), gel)


def _by_place(stages: Stages, k: int, light: Light) -> Iterator[Correction]:
    photo_set = stages.photo_set
    _, off_axis = _off_face(stages, light)
    if off_axis >= AIMED_OFF and light.role in ("key", "fill"):
        face = face_marks(stages.mesh, photo_set.sitter).face
        straight = replace(light, aim=replace(light.aim, x=face[0], y=face[1], z=face[2]))
        yield Correction(
            "bounced", light.name, -_change(stages, k, with_light(photo_set, k, straight)), RULES["bounced"]
        )
        return
    if light.role == "background":
        return
    face_at = np.array(face_marks(stages.mesh, photo_set.sitter).face)
    then = face_at + (light.place.array - face_at) * FARTHER
    moved = with_light(photo_set, k, replace(light, place=Point(*map(float, then))))
    yield Correction("farther", light.name, _change(stages, k, moved), RULES["farther"])
