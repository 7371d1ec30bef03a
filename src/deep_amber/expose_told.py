"""What the commands of the step Expose print, in words and for machines."""

from dataclasses import asdict, replace
from typing import Any

from .core.expose.ambient import Ambient, Kill, ambient_of, kills
from .core.expose.histogram import Histogram, histogram_of
from .core.expose.outputs import By, Held, LightSetting, Outputs, outputs_for
from .core.expose.ways_out import WayOut, ways_out
from .core.kit.owned import Kit
from .core.model.limits import check_limits
from .core.model.set import Set
from .core.pattern.reach import support_of
from .core.presenting.exposing import bound_text, setting_text
from .core.presenting.say import percent
from .core.simulation import SETTLED, Memory
from .core.simulation.quality import oriented
from .core.simulation.readings import LABELS
from .core.simulation.stages import Stages
from .core.steps import answer_text
from .core.units import metered_aperture_text, output_text, stops_text, time_text
from .formats.set_file import SetFile
from .formats.sitter_file import sitter_of
from .reading_cli import Refused, Said


def _stages(photo_set: Set) -> Stages:
    return Stages(photo_set, sitter_of(photo_set), Memory(), oriented(SETTLED, photo_set.camera), lambda: None)


def exposed(
    file: SetFile, kit: Kit, aperture: float | None, seconds: float | None, sensitivity: float | None,
    neutral: float | None, by: By | None, recycle: float | None, comfort: float | None, hold: tuple[str, ...],
) -> Said:  # fmt: skip
    """Outputs for a camera; raises Refused for a camera that cannot be and a set without light."""
    wanted: dict[str, Any] = {"aperture": aperture, "time": seconds, "sensitivity": sensitivity, "filter": neutral}
    camera = replace(file.set.camera, **{k: v for k, v in wanted.items() if v is not None})
    problems = list(check_limits(camera))
    if problems:
        raise Refused("\n".join(f"{file.name}: {k}" for k in problems))
    held = Held(recycle, comfort, "depth" in hold, "backdrop" in hold)
    stages = _stages(file.set)
    made = outputs_for(stages, camera, held, by)
    if made is None:
        raise Refused(f"{file.name}: no light is on. Accepted: a set with a light on.")
    ways = ways_out(stages, made, held, kit, support_of(kit.stands))
    return lambda: _words(file.set, made, ways), _told(file.set, made, ways)


def _words(photo_set: Set, made: Outputs, ways: tuple[WayOut, ...]) -> str:
    camera = made.photo_set.camera
    rows = [
        f"meter at the face: {metered_aperture_text(made.disc)}, ISO {camera.sensitivity:g}, {time_text(camera.time)}"
    ]
    rows += [
        f"{k.light:<16} {setting_text(photo_set.lights[k.index], k.to):>10}   {stops_text(k.to_key)} to the key"
        + (f"   {bound_text(k, photo_set.lights[k.index])}" if k.follows and not k.fits else "")
        for k in made.lights
    ]
    rows += [f"way out: {answer_text(way.answer)}" for way in ways]
    if not made.fits and not ways:
        rows.append("No way out is found that leaves the picture as it is.")
    return "\n".join(rows)


def _light_told(photo_set: Set, k: LightSetting) -> dict[str, Any]:
    light = photo_set.lights[k.index]
    energy = float(getattr(light.source, "energy", 0.0))
    return asdict(k) | {
        "setting": setting_text(light, k.to),
        "before": output_text(k.now, light.source.scale, energy),
        "short": k.short,
        "fits": k.fits,
        "cannot": "" if k.fits or not k.follows else bound_text(k, light),
    }


def _told(photo_set: Set, made: Outputs, ways: tuple[WayOut, ...]) -> dict[str, Any]:
    return {
        "lights": [_light_told(photo_set, k) for k in made.lights],
        "by": made.by,
        "over": made.over,
        "disc": made.disc,
        "room_share": made.room_share,
        "fits": made.fits,
        "set": asdict(made.photo_set),
        "ways_out": [
            {
                "text": answer_text(way.answer),
                "effort": way.answer.effort,
                "changes": way.changes,
                "lights": [_light_told(way.answer.photo_set, k) for k in way.outputs.lights],
                "set": asdict(way.answer.photo_set),
            }
            for way in ways
        ],
    }


def room_light(file: SetFile) -> Said:
    """The frame without flash; raises Refused for a set without light."""
    stages = _stages(file.set)
    made = ambient_of(stages)
    if made is None:
        raise Refused(f"{file.name}: no light is on. Accepted: a set with a light on.")
    found = tuple(kills(stages))
    return lambda: _ambient_words(made, found), _ambient_told(made, found)


def _ambient_words(made: Ambient, found: tuple[Kill, ...]) -> str:
    if not made.lights:
        return "Without flash the frame is black: nothing but flash is on."
    rows = ["black without flash" if made.black else "seen without flash: " + ", ".join(LABELS[k] for k in made.seen)]
    rows.append(f"room light on the face: {made.under:.1f} stops under the picture")
    rows += [f"{k.name:<16} {percent(k.share)}, {k.under:.1f} stops under" for k in made.lights]
    rows += [f"{answer_text(k.answer)}: {k.under:.1f} stops under{', black' if k.black else ''}" for k in found]
    return "\n".join(rows)


def _ambient_told(made: Ambient, found: tuple[Kill, ...]) -> dict[str, Any]:
    told = asdict(made) | {"black": made.black}
    return told | {
        "kills": [
            {"text": answer_text(k.answer), "under": k.under, "black": k.black, "set": asdict(k.answer.photo_set)}
            for k in found
        ]
    }


def counted(file: SetFile) -> Said:
    """The histogram."""
    made = histogram_of(_stages(file.set))
    return lambda: _histogram_words(made), asdict(made)


def _histogram_words(made: Histogram) -> str:
    rows = [f"face {stops_text(made.face_stops)} stops, whole picture {stops_text(made.picture_stops)} stops"]
    rows += [
        f"{z.zone:<9} white {z.white * 100:5.2f} %  black {z.black * 100:5.2f} %  raw holds {stops_text(z.headroom)} stops more"
        for z in made.zones
    ]
    return "\n".join(rows)
