"""The typed values of lights and panels: those of their place, and those of the source and modifier they have."""

from dataclasses import replace

import numpy as np

from ..gear.part import Gear
from ..geometry.quads import lower_edge
from ..geometry.vectors import unit
from ..model.light import Light
from ..model.point import Point
from ..model.set import Set
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from .field import Field, plain, with_value

_DOORS = {"left": "left door", "right": "right door", "top": "upper door", "bottom": "lower door"}


def _distance(things: str, i: int) -> Field:
    def get(s: Set, mesh: SitterMesh) -> float:
        return float(np.linalg.norm(getattr(s, things)[i].place.array - face_marks(mesh, s.sitter).face))

    def put(s: Set, mesh: SitterMesh, metres: float) -> Set:
        face = np.array(face_marks(mesh, s.sitter).face)
        place = face + unit(getattr(s, things)[i].place.array - face) * metres
        return with_value(s, [things, str(i), "place"], Point(*map(float, place)))

    return Field("front to face" if things == "lights" else "middle to face", "length", get, put)


def _lower_edge(i: int) -> Field:
    def put(s: Set, _: SitterMesh, metres: float) -> Set:
        light = s.lights[i]
        for _step in range(30):  # the front tilts as it rises, so its lower edge is found by steps
            off = metres - lower_edge(light)
            if abs(off) < 1e-7:
                break
            light = replace(light, place=replace(light.place, y=light.place.y + off))
        return with_value(s, ["lights", str(i)], light)

    return Field("lower edge", "length", lambda s, _: lower_edge(s.lights[i]), put)


def _typed(part: Gear, at: str) -> dict[str, Field]:
    """The figures that a piece of gear says are typed."""
    return {f"{at}.{name}": plain(label, kind, f"{at}.{name}") for name, (label, kind) in part.typed.items()}


def _places(at: str, height: str) -> dict[str, Field]:
    return {
        f"{at}.place.x": plain("from middle", "length", f"{at}.place.x"),
        f"{at}.place.y": plain(height, "length", f"{at}.place.y"),
        f"{at}.place.z": plain("from back wall", "length", f"{at}.place.z"),
    }


def _aims(at: str) -> dict[str, Field]:
    return {
        f"{at}.aim.x": plain("aim, from middle", "length", f"{at}.aim.x"),
        f"{at}.aim.y": plain("aim, height", "length", f"{at}.aim.y"),
        f"{at}.aim.z": plain("aim, from back wall", "length", f"{at}.aim.z"),
    }


def light_fields(photo_set: Set, i: int) -> dict[str, Field]:
    """The typed values of a light."""
    at, light = f"lights.{i}", photo_set.lights[i]
    doors = {f"{at}.barn_doors.{k}": plain(label, "angle", f"{at}.barn_doors.{k}") for k, label in _DOORS.items()}
    return {
        f"{at}.distance": _distance("lights", i),
        f"{at}.lower_edge": _lower_edge(i),
        f"{at}.output": replace(
            plain("output", f"output in {output_scale(light)}", f"{at}.output"),
            full=getattr(light.source, "energy", 0.0),
        ),
        **_places(at, "height, middle"),
        **_typed(light.modifier, f"{at}.modifier"),
        **_typed(light.source, f"{at}.source"),
        **(doors if light.barn_doors else {}),
        **_aims(at),
        f"{at}.roll": plain("roll", "angle", f"{at}.roll"),
        **({f"{at}.boom_reach": plain("boom reach", "length", f"{at}.boom_reach")} if light.holding == "boom" else {}),
        f"{at}.trim": plain("trim, stops", "stops", f"{at}.trim"),
    }


def output_scale(light: Light) -> str:
    """The scale in which the light's own display shows its output."""
    return getattr(light.source, "scale", "fractions")


def panel_fields(photo_set: Set, i: int) -> dict[str, Field]:
    """The typed values of a panel."""
    at, panel = f"panels.{i}", photo_set.panels[i]
    fold = {} if panel.shape == "flat" else {f"{at}.fold": plain("fold", "angle", f"{at}.fold")}
    return {
        f"{at}.distance": _distance("panels", i),
        f"{at}.width": plain("width", "length", f"{at}.width"),
        f"{at}.height": plain("height", "length", f"{at}.height"),
        **fold,
        **({f"{at}.boom_reach": plain("boom reach", "length", f"{at}.boom_reach")} if panel.holding == "boom" else {}),
        **_places(at, "height, middle"),
        **_aims(at),
    }
