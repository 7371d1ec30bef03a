"""Set files of older versions, written anew step by step; what cannot be understood is left for the checks."""

import copy
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
    """Version 2 knew no look, furniture, doors and postures, version 3 no light that follows the face, version 5 no eyes
    that look elsewhere and nothing of how a light is held: what is missing takes its default."""


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


STEPS: tuple[Callable[[Data], None], ...] = (_from_1, _as_it_is, _as_it_is, _from_4, _as_it_is)
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
