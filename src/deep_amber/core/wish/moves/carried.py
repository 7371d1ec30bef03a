"""A light carried: nearer and farther, round the sitter, up and down. It looks at what it looked at."""

import math
from collections.abc import Callable, Iterator
from dataclasses import replace

import numpy as np

from ...answer import Act
from ...model.light import Light
from ...model.set import Set, with_light
from ..path import CARRIED, NUDGE, Asked, Path, point

NEARER, FARTHER = (0.1, 0.2, 0.35, 0.55, 0.8), (0.15, 0.3, 0.6, 1.0, 1.6, 2.4)  # [m]
RISES = (0.1, 0.2, 0.35, 0.55, 0.8)  # [m]
ROUNDS = (8.0, 16.0, 30.0, 50.0, 75.0)  # degrees
LEAST_AWAY = 0.35  # [m] from the face
AIMED_AT_SITTER = 0.6  # [m] from the face within which an aim is meant for it


def _middle(asked: Asked, light: Light) -> np.ndarray:
    """What it is carried to, from and round: the face where it is aimed there, else what it is aimed at."""
    aim = light.aim.array
    return asked.face if np.linalg.norm(aim - asked.face) < AIMED_AT_SITTER else aim


def _placed(asked: Asked, k: int, light: Light, place: np.ndarray) -> Set:
    return with_light(asked.photo_set, k, replace(light, place=point(place)))


def _along(asked: Asked, k: int, light: Light, sign: float) -> Callable[[float], Set | None]:
    middle = _middle(asked, light)
    way = light.place.array - middle
    away = float(np.linalg.norm(way))

    def at(t: float) -> Set | None:
        then = away + sign * t
        return _placed(asked, k, light, middle + way * (then / away)) if then > LEAST_AWAY else None

    return at


def _round(asked: Asked, k: int, light: Light, sign: float) -> Callable[[float], Set]:
    middle = _middle(asked, light)
    x, y, z = light.place.array - middle

    def at(t: float) -> Set:
        a = math.radians(sign * t)
        there = middle + [x * math.cos(a) + z * math.sin(a), y, z * math.cos(a) - x * math.sin(a)]
        turned = with_light(asked.photo_set, k, replace(light, place=point(there)))
        return turned

    return at


def _toward(asked: Asked, light: Light, then: Light) -> str:
    """Whether it comes nearer the lens axis or the backdrop on its way round."""
    lens = asked.photo_set.camera.place.array - asked.face
    old, new = (k.place.array - asked.face for k in (light, then))
    nearer = new @ lens / np.linalg.norm(new) > old @ lens / np.linalg.norm(old)
    return "toward the lens axis" if nearer else "away from the lens axis"


def carried(asked: Asked) -> Iterator[Path]:
    """Each light on a stand, on its way to and from, up and down, and round."""
    for k, light in enumerate(asked.photo_set.lights):
        if not light.on or not light.source.on_stand or light.role == "room":
            continue
        named = {"light": light.name}
        for sign, steps, code in ((-1.0, NEARER, "wish.nearer"), (1.0, FARTHER, "wish.farther")):
            yield Path(
                "distance",
                CARRIED,
                _along(asked, k, light, sign),
                lambda t, code=code, named=named: (Act(code, {"by_m": t}, named),),  # type: ignore[misc]
                steps,
                0.01,
                light=k,
            )
        for sign, code in ((1.0, "wish.raise"), (-1.0, "wish.lower")):

            def risen(t: float, k: int = k, light: Light = light, sign: float = sign) -> Set:
                return _placed(asked, k, light, light.place.array + [0.0, sign * t, 0.0])

            yield Path(
                "height",
                NUDGE + 0.5,
                risen,
                lambda t, code=code, named=named: (Act(code, {"by_m": t}, named),),  # type: ignore[misc]
                RISES,
                0.01,
                light=k,
            )
        for sign in (1.0, -1.0):
            at = _round(asked, k, light, sign)

            def acts(t: float, at: Callable[[float], Set] = at, k: int = k, light: Light = light) -> tuple[Act, ...]:
                toward = _toward(asked, light, at(t).lights[k])
                return (Act("wish.round", {"by_degrees": t}, {"light": light.name, "toward": toward}),)

            yield Path("round", CARRIED, at, acts, ROUNDS, 1.0, light=k)
