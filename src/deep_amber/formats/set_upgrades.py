"""Set files of older versions, written anew step by step; what cannot be understood is left for the checks."""

import copy
import math
from collections.abc import Callable, Iterator
from typing import Any

Data = dict[str, Any]
BACKGROUND = {"ground": "background"}
ORIENTATION = {"upright": "portrait", "level": "landscape"}


def _lights(data: Data) -> Iterator[Data]:
    photo_set = data.get("set")
    lights = photo_set.get("lights") if isinstance(photo_set, dict) else None
    for light in lights if isinstance(lights, list) else []:
        if isinstance(light, dict):
            yield light


def _from_1(data: Data) -> None:
    """Version 1 knew strobes with softboxes alone and kept the source's figures in the light itself."""
    for light in _lights(data):
        source = {"kind": light.pop("kind", "strobe")}
        source |= {k: light.pop(k) for k in ("energy", "colour_temperature") if k in light}
        light["source"] = source


def _as_it_is(data: Data) -> None:
    """Version 2 knew no look, furniture, doors and postures, version 3 no light that follows the face: what is missing
    takes its default."""


def _renamed(holder: Data, field: str, names: dict[str, str]) -> None:
    value = holder.get(field)
    if isinstance(value, str):
        holder[field] = names.get(value, value)


def _from_4(data: Data) -> None:
    """Version 4 called the background light "ground", and the camera held upright or level."""
    for light in _lights(data):
        _renamed(light, "role", BACKGROUND)
    photo_set = data.get("set")
    camera = photo_set.get("camera") if isinstance(photo_set, dict) else None
    if isinstance(camera, dict) and "held" in camera:
        camera["orientation"] = camera.pop("held")
        _renamed(camera, "orientation", ORIENTATION)


OVER_THE_SITTER = 0.45  # [m] from the body's axis within which no stand is straight below


def _from_5(data: Data) -> None:
    """Version 5 did not say what holds a light: over the sitter it is a boom. What else is missing takes its default."""
    photo_set = data.get("set")
    sitter = photo_set.get("sitter") if isinstance(photo_set, dict) else None
    for light in _lights(data):
        place, source = light.get("place"), light.get("source")
        if isinstance(source, dict) and source.get("kind") == "window":
            continue
        try:
            off = math.hypot(place["x"] - sitter["x"], place["z"] - sitter["z"])  # type: ignore[index]
        except (TypeError, KeyError):
            continue
        if off < OVER_THE_SITTER:
            light.setdefault("holding", "boom")


STEPS: tuple[Callable[[Data], None], ...] = (_from_1, _as_it_is, _as_it_is, _from_4, _from_5)
"""From each version to the next."""
VERSION = len(STEPS) + 1


def upgraded(data: Data) -> Data:
    """The file's data as the present version writes it; data of no older version is given back as it is."""
    version = data.get("version")
    if isinstance(version, bool) or not isinstance(version, int) or not 1 <= version < VERSION:
        return data
    made = copy.deepcopy(data)
    for step in STEPS[version - 1 :]:
        step(made)
    return made | {"version": VERSION}
