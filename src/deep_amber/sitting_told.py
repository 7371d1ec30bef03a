"""What the commands of a sitting print, in words and for machines."""

from dataclasses import asdict
from typing import Any

from .core.capture.judge import Judged
from .core.capture.judge import judge as judge_set
from .core.model.set import Set
from .core.presenting.exposing import setting_text
from .core.presenting.sitting import change_text, correction_text
from .core.simulation import SETTLED, Memory
from .core.simulation.quality import oriented
from .core.simulation.stages import Stages
from .core.sitting.changes import changes_between
from .core.sitting.order import best_order, costs_of
from .core.units import stops_text
from .formats.real_picture import linear_of
from .formats.sitter_file import sitter_of
from .formats.sitting_file import SittingFile, read_sitting_file


def ordered(raw: bytes) -> tuple[str, dict[str, Any]]:
    """The cheapest order of a sitting's looks, with what changes from each to the next."""
    file = read_sitting_file(raw)
    names = [k.name for k in file.looks]
    costs = costs_of(tuple(k.set for k in file.looks))
    made = best_order(
        costs,
        {i for i, k in enumerate(file.looks) if k.first},
        {i for i, k in enumerate(file.looks) if k.last},
        {(names.index(a), i) for i, k in enumerate(file.looks) for a in k.after},
    )
    rows = [_look(file, i, made.order[n - 1] if n else None) for n, i in enumerate(made.order)]
    told = {"order": [names[i] for i in made.order], "minutes": made.minutes, "as_given": made.as_given, "looks": rows}
    words = [f"{made.minutes:.0f} minutes of changes; in the order given {made.as_given:.0f}."]
    for n, row in enumerate(rows, 1):
        words.append(f"{n}. {row['look']}" + (f", {row['minutes']:.0f} min" if n > 1 else ""))
        words += [f"   {text}" for text in row["changes"]]
    return "\n".join(words), told


def _look(file: SittingFile, index: int, before: int | None) -> dict[str, Any]:
    """One look, and what changes to it."""
    look = file.looks[index]
    changes = changes_between(file.looks[before].set, look.set) if before is not None else ()
    return {
        "look": look.name,
        "minutes": sum(k.minutes for k in changes),
        "changes": [change_text(k.act) for k in changes],
        "note": look.note,
    }


def judged(photo_set: Set, picture: bytes) -> tuple[str, dict[str, Any]]:
    """A real picture against a set."""
    quality = oriented(SETTLED, photo_set.camera)
    stages = Stages(photo_set, sitter_of(photo_set), Memory(), quality, lambda: None)
    made = judge_set(stages, linear_of(picture, (quality.size.width, quality.size.height)))
    return _words(photo_set, made), _told(photo_set, made)


def _words(photo_set: Set, made: Judged) -> str:
    rows = [f"{k.label:<18} {stops_text(k.off)}" for k in made.surfaces]
    rows.append(
        f"lit to shadow cheek {stops_text(made.ratio_stops)} stops, computed {stops_text(made.computed_ratio_stops)}"
    )
    rows += [correction_text(k, photo_set.lights[k.index]) for k in made.lights]
    return "\n".join(rows)


def _told(photo_set: Set, made: Judged) -> dict[str, Any]:
    told = asdict(made)
    for row, k in zip(told["lights"], made.lights, strict=True):
        light = photo_set.lights[k.index]
        row["gave"] = k.gave if k.gave != float("-inf") else None
        row["setting"] = setting_text(light, k.to) if k.to is not None else None
        row["text"] = correction_text(k, light)
    return told
