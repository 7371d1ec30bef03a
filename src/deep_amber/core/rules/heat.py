"""Lamp heat against fitting and material.

Limits are cautious assumptions: paper chars near 230 C, foam and plastics soften from 70 C, and a hot bulb's glass
stands at 150-260 C; studio boxes are commonly marked for modelling lamps of 250 W. Local rules, the maker's marking
and licensed people come first.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from ..gear.sources import Heat
from ..geometry.quads import backdrop_quad, distance_to, panel_quads
from ..model.light import Light
from ..model.set import Set

NEAR = 0.8  # share of a limit from which it is warned
HOT_LIMIT = {"card": 15.0, "foam": 0.0, "plastic": 10.0, "cloth": 40.0}
"""Largest hot (tungsten or halogen) bulb in that material [W]."""
COOL_LIMIT = {"card": 40.0, "foam": 20.0, "plastic": 30.0, "cloth": 120.0}
"""Largest LED or fluorescent bulb in that material [W]; of an LED head what leaves at its front counts."""
MODELLING_LIMIT = {"card": 0.0, "foam": 0.0, "plastic": 0.0, "cloth": 250.0}
"""Largest halogen modelling lamp of a studio head in that material [W]."""
NEAR_CLOTH = 0.25
"""Least distance of cloth, paper or foam from a hot lamp of 100 W [m]; it grows with the root of the power (assumption)."""
NEAR_SKIN, NEAR_EYES = 0.5, 0.3
"""Least distance of eyes, hair and clothes from a bare hot lamp, and from a bare bright one, of 100 W [m]; both grow with the root of
the power (assumptions)."""
CHEST_TO_CROWN, LEGS, LYING, BODY_ACROSS = (0.35, 0.85), 0.85, 0.85, 0.12
"""[m] over the seat, of the legs of who stands, from the middle to head and feet, and half of a head across (assumptions)."""
GEL_LIMIT = 150.0
"""Largest hot bulb behind a gel held close to it [W]."""
MODELLING_GEL_LIMIT = 300.0
"""Largest modelling lamp behind a gel, which hangs farther from it [W]."""


@dataclass(frozen=True)
class Verdict:
    refused: bool
    field: str
    """Of the light."""
    message: str
    accepted: str


def material_of(light: Light) -> str:
    """What is near the bulb: card, foam, plastic, cloth, or empty for metal and air."""
    material = light.modifier.material
    return "" if material == "metal" else material


def heat_warnings(photo_set: Set) -> list[str]:
    """In words, what to be careful with in a set; what is refused never comes to be in one."""
    said = [f"{k.name}: {v.message}; {v.accepted}" for k in photo_set.lights for v in heat(k) if not v.refused]
    return said + list(_near_cloth(photo_set)) + list(_near_sitter(photo_set))


def _near_sitter(photo_set: Set) -> Iterator[str]:
    """Hot or bright bare lamps within reach of eyes, hair and clothes: a hot one burns, a bright one dazzles."""
    for light in photo_set.lights:
        lamp = light.source.heat
        if lamp is None or not light.on or lamp.modelling or material_of(light):
            continue
        reach = (NEAR_SKIN if lamp.hot else NEAR_EYES) * math.sqrt(lamp.watts * lamp.forward / 100)
        away = _to_sitter(photo_set, light.place.array)
        if away < reach:
            cooler = "or a cool lamp, " if lamp.hot else "or cloth before it, "
            yield (
                f"{light.name}: {lamp.what} of {lamp.watts:g} W is {max(away, 0) * 100:.0f} cm from the sitter's eyes, hair and clothes; "
                f"at least {math.ceil(reach * 20) * 5} cm, {cooler}and nobody looks into it"
            )


def _to_sitter(photo_set: Set, place: np.ndarray) -> float:
    """Distance of a place to head and chest [m]: to the line through them, less what they are across."""
    sitter = photo_set.sitter
    if sitter.posture == "lying":
        turn = math.radians(sitter.body_turn)
        way = np.array([math.sin(turn), 0.0, math.cos(turn)])
        middle = np.array([sitter.x, sitter.seat_height + BODY_ACROSS, sitter.z])
        low, high = middle - way * LYING, middle + way * LYING
    else:
        base = sitter.seat_height if sitter.posture == "seated" else LEGS
        low, high = (np.array([sitter.x, base + h, sitter.z]) for h in CHEST_TO_CROWN)
    along = float(np.clip((place - low) @ (high - low) / ((high - low) @ (high - low)), 0, 1))
    return float(np.linalg.norm(place - low - along * (high - low))) - BODY_ACROSS


def _near_cloth(photo_set: Set) -> Iterator[str]:
    """Hot lamps within reach of a panel, a sheet or the backdrop: these catch fire as a modifier does."""
    cloths = [(k.name, q) for k in photo_set.panels if k.on for q in panel_quads(k)]
    if photo_set.backdrop.kind != "wall":
        cloths.append(("the backdrop", backdrop_quad(photo_set.backdrop)))
    for light in photo_set.lights:
        lamp = light.source.heat
        if lamp is None or not lamp.hot or not light.on:
            continue
        reach = NEAR_CLOTH * math.sqrt(lamp.watts / 100)
        for name, quad in cloths:
            away = distance_to(quad, light.place.array)
            if away < reach:
                yield (
                    f"{light.name}: {lamp.what} of {lamp.watts:g} W is {away * 100:.0f} cm from {name}; "
                    f"at least {math.ceil(reach * 20) * 5} cm, or a cool lamp, and never unattended"
                )


def _against(watts: float, limit: float, field: str, what: str, where: str) -> Iterator[Verdict]:
    if watts > limit:
        yield Verdict(
            True,
            field,
            f"{what} of {watts:g} W would burn or melt {where}",
            f"at most {limit:g} W there, or a cool lamp",
        )
    elif limit and watts >= NEAR * limit:
        yield Verdict(
            False,
            field,
            f"{what} of {watts:g} W is near the limit of {where} ({limit:g} W)",
            "short use, air above it, never unattended",
        )


def heat(light: Light) -> Iterator[Verdict]:
    """What its lamp's heat forbids, and what it asks to be careful with."""
    lamp = light.source.heat
    if lamp is None:
        return
    yield from _against_rating(lamp)
    material = material_of(light)
    if material:
        limits = MODELLING_LIMIT if lamp.modelling else HOT_LIMIT if lamp.hot else COOL_LIMIT
        yield from _against(lamp.watts, limits[material] / lamp.forward, "modifier", lamp.what, material)
    if lamp.hot and light.gels:
        limit = MODELLING_GEL_LIMIT if lamp.modelling else GEL_LIMIT
        yield from _against(lamp.watts, limit, "gels", lamp.what, "the gel")


def _against_rating(lamp: Heat) -> Iterator[Verdict]:
    """The bulb against what its fitting is marked for."""
    if not lamp.rating:
        return
    if lamp.watts > lamp.rating:
        yield Verdict(
            True,
            "source.watts",
            f"{lamp.watts:g} W is more than the fitting's {lamp.rating:g} W",
            f"at most {lamp.rating:g} W",
        )
    elif lamp.hot and lamp.watts >= NEAR * lamp.rating:
        yield Verdict(
            False,
            "source.watts",
            f"{lamp.watts:g} W is near the fitting's {lamp.rating:g} W",
            "keep cloth and paper off it; let it cool before it is touched",
        )
