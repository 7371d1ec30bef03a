"""What a hand changes at a light that stays where it stands: its aim, its roll, grid, doors, a grey gel."""

import math
from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ...answer import Act
from ...gear.modifiers import BarnDoors, Octa, Softbox
from ...geometry.vectors import aiming_axes
from ...model.light import Gel, Grid, Light
from ...model.set import Set, with_light
from ...rules.fitting import takes_doors, takes_grid
from ..path import NUDGE, Asked, Path, point

TURNS = (5.0, 10.0, 20.0, 35.0, 50.0)  # degrees
GRIDS: tuple[Grid, ...] = (0, 40, 30, 20, 10)
FABRIC = (0.0, 40.0)  # degrees of a grid of cloth
DOORS_SHUT = (80.0, 60.0, 40.0, 25.0)  # degrees of one leaf: the smaller, the more it hides
SIDES = {"left": "camera-left", "right": "camera-right", "top": "top", "bottom": "bottom"}


def turned(light: Light, across: float, up: float) -> Light:
    """The light aimed so many degrees to its right, seen from behind it, and up."""
    right, high, forward = aiming_axes(light.place, light.aim)
    a, e = math.radians(across), math.radians(up)
    way = (forward * math.cos(a) + right * math.sin(a)) * math.cos(e) + high * math.sin(e)
    reach = float(np.linalg.norm(light.aim.array - light.place.array))
    return replace(light, aim=point(light.place.array + way * reach))


def _toward(asked: Asked, light: Light, then: Light) -> str:
    """What the light is turned to, in words of the room: the backdrop, the face, or a side."""
    axis, new = (k.aim.array - k.place.array for k in (light, then))
    axis, new = axis / np.linalg.norm(axis), new / np.linalg.norm(new)
    if abs(new[1] - axis[1]) > 0.7 * float(np.linalg.norm(new - axis)):
        return "up" if new[1] > axis[1] else "down"
    to_face = asked.face - light.place.array
    to_face = to_face / np.linalg.norm(to_face)
    if new @ to_face > axis @ to_face + 1e-3:
        return "toward the face"
    return "toward the backdrop" if new[2] < axis[2] else "toward the camera"


def _aims(asked: Asked, k: int, light: Light) -> Iterator[Path]:
    photo_set = asked.photo_set
    for across, up in ((1, 0), (-1, 0), (0, 1), (0, -1)):

        def at(t: float, across: int = across, up: int = up) -> Set:
            return with_light(photo_set, k, turned(light, across * t, up * t))

        def acts(t: float, across: int = across, up: int = up) -> tuple[Act, ...]:
            toward = _toward(asked, light, turned(light, across * t, up * t))
            return (Act("wish.turn", {"by_degrees": t}, {"light": light.name, "toward": toward}),)

        yield Path("aim", NUDGE, at, acts, TURNS, 1.0, light=k)


def _grids(asked: Asked, k: int, light: Light) -> Iterator[Path]:
    photo_set = asked.photo_set
    if takes_grid(light):
        options = [g for g in GRIDS if g != light.grid]

        def at(t: float) -> Set:
            return with_light(photo_set, k, replace(light, grid=options[int(t)]))

        def acts(t: float) -> tuple[Act, ...]:
            return (Act("wish.grid", {"degrees": float(options[int(t)])}, {"light": light.name}),)

        yield Path("grid", NUDGE, at, acts, tuple(map(float, range(len(options)))), light=k)
    elif isinstance(light.modifier, Softbox | Octa) and light.modifier.cloth:
        then = FABRIC[0] if light.modifier.fabric_grid else FABRIC[1]
        made = with_light(photo_set, k, replace(light, modifier=replace(light.modifier, fabric_grid=then)))
        act = Act("wish.grid", {"degrees": then}, {"light": light.name})
        yield Path("grid", NUDGE, lambda t: made, lambda t: (act,), (0.0,), light=k)


def _rolls(asked: Asked, k: int, light: Light) -> Iterator[Path]:
    made = with_light(asked.photo_set, k, replace(light, roll=90.0 if abs(light.roll) < 45 else 0.0))
    if getattr(light.modifier, "width", 0.0) != getattr(light.modifier, "height", 0.0):
        act = Act("wish.roll", {}, {"light": light.name})
        yield Path("roll", NUDGE, lambda t: made, lambda t: (act,), (0.0,), light=k)


def _doors(asked: Asked, k: int, light: Light) -> Iterator[Path]:
    if not takes_doors(light):
        return
    doors = light.barn_doors or BarnDoors()
    for leaf, side in SIDES.items():

        def at(t: float, leaf: str = leaf) -> Set | None:
            if DOORS_SHUT[int(t)] >= getattr(doors, leaf):
                return None
            shut = replace(doors, **{leaf: DOORS_SHUT[int(t)]})
            return with_light(asked.photo_set, k, replace(light, barn_doors=shut))

        def acts(t: float, side: str = side) -> tuple[Act, ...]:
            new = "yes" if light.barn_doors is None else "no"
            return (
                Act("wish.door", {"to_degrees": DOORS_SHUT[int(t)]}, {"light": light.name, "leaf": side, "new": new}),
            )

        yield Path("doors", NUDGE, at, acts, tuple(map(float, range(len(DOORS_SHUT)))), light=k)


def _grey_gels(asked: Asked, k: int, light: Light) -> Iterator[Path]:
    """Where the unit goes no lower: grey gel takes a stop or two."""
    if light.gels or not light.source.takes_gels or light.output > light.source.lowest_output + 0.5:
        return
    names: tuple[Gel, ...] = ("one stop grey", "two stops grey")

    def at(t: float) -> Set:
        return with_light(asked.photo_set, k, replace(light, gels=(names[int(t)],)))

    yield Path(
        "grey gel",
        NUDGE,
        at,
        lambda t: (Act("wish.gel", {}, {"light": light.name, "gel": names[int(t)]}),),
        (0.0, 1.0),
        light=k,
    )


def at_light(asked: Asked) -> Iterator[Path]:
    """What is changed at each light that is on and can be turned."""
    for k, light in enumerate(asked.photo_set.lights):
        if light.on and light.source.kind != "window" and light.role != "room":
            yield from _aims(asked, k, light)
            yield from _grids(asked, k, light)
            yield from _grey_gels(asked, k, light)
            yield from _doors(asked, k, light)
            yield from _rolls(asked, k, light)
