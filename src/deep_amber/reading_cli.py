"""The commands that read set files: meter, pattern, check, advise, row, render.

What only one command needs is imported by it: `meter` is there in two seconds.
"""

import json
import re
import sys
from collections.abc import Callable
from dataclasses import asdict, replace
from pathlib import Path
from typing import Any

import click

from .core.model.patterns import AIMED, Pattern
from .core.model.set import Set
from .core.problem import NotAccepted
from .core.simulation import DRAGGED, SETTLED, Quality, simulate
from .core.simulation.quality import oriented
from .core.simulation.readings import CHEEKS, FRONT, Readings
from .core.simulation.simulate import read
from .core.units import metered_aperture_text, stops_text
from .formats.own_json import read_at_most
from .formats.picture_file import png_bytes
from .formats.set_file import SetFile, read_given
from .formats.sitter_file import sitter_of

WRONG_INPUT = 2


class Refused(Exception):
    """A file that cannot be read; the words say why."""


def fail(message: str) -> None:
    """Ends the program with a message in words."""
    click.echo(message, err=True)
    sys.exit(WRONG_INPUT)


def file_of(path: Path) -> SetFile:
    """The set of a file; raises Refused, in words."""
    try:
        with path.open("rb") as opened:
            return read_given(read_at_most(opened))
    except OSError as error:
        raise Refused(f"{path}: {error.strerror}") from None
    except NotAccepted as refused:
        raise Refused("\n".join(f"{path}: {problem}" for problem in refused.problems)) from None


set_files = click.argument("set_files", type=click.Path(path_type=Path), nargs=-1, required=True)
as_json = click.option("--json", "as_json", is_flag=True, help="Machine-readable; a list for more than one file.")

Said = tuple[Callable[[], str], dict[str, Any]]
"""In words, and for machines."""


def each(paths: tuple[Path, ...], machine: bool, look: Callable[[SetFile], Said]) -> None:
    """Looks at every file; those that cannot be read are said and end in an error after the others."""
    made, refused = [], False
    for path in paths:
        try:
            words, told = look(file_of(path))
        except Refused as why:
            click.echo(str(why), err=True)
            refused = True
            continue
        if machine:
            made.append({"file": str(path)} | told if len(paths) > 1 else told)
        else:
            click.echo((f"{path}:\n" if len(paths) > 1 else "") + words())
    if machine and made:
        click.echo(json.dumps(made if len(paths) > 1 else made[0], indent=2))
    if refused:
        sys.exit(WRONG_INPUT)


def _alone(photo_set: Set, name: str) -> Set:
    """The set with the light of a name alone."""
    names = [light.name for light in photo_set.lights]
    if name not in names:
        raise Refused(f"--alone {name}: no such light. Accepted: {' or '.join(names) or 'none, the set has no light'}.")
    lights = tuple(replace(light, on=light.name == name) for light in photo_set.lights)
    return replace(photo_set, lights=lights)


def _table(readings: Readings) -> list[str]:
    rows = [
        f"{r.label:<16} {stops_text(r.stops):>6}   {r.code:>3}   L* {r.lightness:4.0f}"
        for r in readings.surfaces.values()
    ]
    rows += [
        f"{name.replace('_', ' '):<16} {metered_aperture_text(r.aperture):>12}" for name, r in readings.incident.items()
    ]
    ratios = {CHEEKS: (readings.ratio, readings.ratio_stops), FRONT: (readings.front_ratio, readings.front_ratio_stops)}
    rows += [f"{name:<16} {ratio:5.1f} : 1   {stops_text(stops)} stops" for name, (ratio, stops) in ratios.items()]
    return rows


class Place(click.ParamType[Any]):
    """X,Y as shares of the picture."""

    name = "X,Y"

    def convert(self, value: Any, param: click.Parameter | None, ctx: click.Context | None) -> Any:
        if isinstance(value, tuple):
            return value
        try:
            x, y = (float(k) for k in str(value).split(","))
        except ValueError:
            x = y = -1.0
        if not (0 <= x <= 1 and 0 <= y <= 1):
            self.fail(f"{value!r} is not a place: 0.5,0.4, each from 0 to 1, from the upper left", param, ctx)
        return x, y


@click.command()
@set_files
@as_json
@click.option("--alone", metavar="NAME", help="With this light alone, on whatever its switch says.")
@click.option(
    "--spot", "spots", type=Place(), multiple=True, help="What the picture shows there too, 0,0 the upper left."
)
def meter(
    set_files: tuple[Path, ...], as_json: bool, alone: str | None, spots: tuple[tuple[float, float], ...]
) -> None:
    """Reads every surface in stops from mid grey, and the incident meter."""

    def look(file: SetFile) -> Said:
        photo_set = file.set if alone is None else _alone(file.set, alone)
        readings = read(photo_set, sitter_of(photo_set))
        at = _spots(photo_set, spots) if spots else ()
        rows = [
            f"{f'spot {k.x:g},{k.y:g}':<16} {stops_text(k.stops):>6}   {k.code:>3}   L* {k.lightness:4.0f}" for k in at
        ]
        told = asdict(readings) | {"spots": [asdict(k) for k in at]}
        return lambda: "\n".join([*_table(readings), *rows]), told

    each(set_files, as_json, look)


def _spots(photo_set: Set, places: tuple[tuple[float, float], ...]) -> Any:
    from .core.simulation.memory import Memory
    from .core.simulation.spot import spots_of
    from .core.simulation.stages import Stages

    quality = oriented(SETTLED, photo_set.camera)
    return spots_of(Stages(photo_set, sitter_of(photo_set), Memory(), quality, lambda: None), places)


class PictureSize(click.ParamType[Any]):
    """WIDTHxHEIGHT in pixels."""

    name = "WIDTHxHEIGHT"

    def convert(self, value: Any, param: click.Parameter | None, ctx: click.Context | None) -> Any:
        match = re.fullmatch(r"([0-9]{2,4})x([0-9]{2,4})", str(value).lower())
        sides = tuple(map(int, match.groups())) if match else ()
        if not sides or not all(16 <= k <= 4000 for k in sides):
            self.fail(f"{value!r} is not a size: 640x800, each side 16 to 4000", param, ctx)
        return sides


def settled(size: tuple[int, int], quick: bool = False) -> Quality:
    """Pictures at rest of a size; quick: no finer than those of a drag, but for their outlines."""
    finely = replace(DRAGGED, outlines=True) if quick else SETTLED
    return replace(finely, size=replace(finely.size, width=size[0], height=size[1]))


@click.command()
@click.argument("set_file", type=click.Path(path_type=Path))
@click.option("-o", "out", type=click.Path(path_type=Path, dir_okay=False), required=True, help="PNG file to write.")
@click.option("--size", type=PictureSize(), default="640x800", show_default=True)
@click.option("--alone", metavar="NAME", help="With this light alone, on whatever its switch says.")
def render(set_file: Path, out: Path, size: tuple[int, int], alone: str | None) -> None:
    """Writes the simulated picture."""
    try:
        photo_set = file_of(set_file).set
        shown = photo_set if alone is None else _alone(photo_set, alone)
    except Refused as why:
        fail(str(why))
    made = simulate(shown, sitter_of(shown), settled(size))
    try:
        out.write_bytes(png_bytes(made.picture))
    except OSError as error:
        fail(f"{out}: {error.strerror}")


@click.command()
@set_files
@as_json
def check(set_files: tuple[Path, ...], as_json: bool) -> None:
    """Says whether set files are sound, and what is found in them step by step."""
    from .core.rules.heat import heat_warnings
    from .core.steps import answer_text, findings_of, message
    from .told import finding_told

    def look(file: SetFile) -> Said:
        findings, heat = findings_of(file.set, sitter_of(file.set)), heat_warnings(file.set)

        def words() -> str:
            said = [f"{file.name}: sound", *(f"careful, {warning}" for warning in heat)]
            for f in findings:
                mark = "look here" if f.severity == "warn" else "meant so" if f.meant else "note"
                mend = f" Mend: {answer_text(f.mend)}." if f.mend else ""
                said.append(f"{f.step}, {mark}: {message(f)}{mend}")
            return "\n".join(said)

        return words, {"careful": list(heat), "findings": [finding_told(f) for f in findings]}

    each(set_files, as_json, look)


@click.command()
@set_files
@as_json
def pattern(set_files: tuple[Path, ...], as_json: bool) -> None:
    """Names the pattern of the key from its shadows, with reasons and catchlights."""
    from .core.pattern.reading import pattern_of
    from .core.presenting.pattern_summary import pattern_summary

    def look(file: SetFile) -> Said:
        made = pattern_summary(pattern_of(file.set, sitter_of(file.set)))
        name = made["composed"] or made["pattern"] or "no key light comes to the face"
        first = name + (f", between {' and '.join(made['between'])}" if made["between"] else "")
        said = [first, *([made["side"]] if made["side"] else [])]
        said += [k["text"] for k in (*made["reasons"], *made["catchlights"])]
        return lambda: "\n".join(said), made

    each(set_files, as_json, look)


@click.command()
@set_files
@click.option("--to", "target", type=click.Choice(AIMED), required=True, help="The wanted pattern.")
@as_json
def advise(set_files: tuple[Path, ...], target: Pattern, as_json: bool) -> None:
    """Says how to bring the key to a pattern: several ways, the least effort first."""
    from .core.pattern.cannot import advice_of
    from .core.steps import answer_text
    from .told import advice_told

    def look(file: SetFile) -> Said:
        made = advice_of(file.set, sitter_of(file.set), target)
        said = [f"The key draws {target} already."] if made.here else []
        for way in made.ways:
            brings = f"; {way.brings}" if way.brings else ""
            said.append(f"{answer_text(way)} ({way.share * 100:.0f} % {target}){brings}")
        said += [f"{target} cannot be reached here: {made.because}."] if made.because else []
        said += [f"possible {answer_text(way)}" for way in made.possible]
        return lambda: "\n".join(said), advice_told(made)

    each(set_files, as_json, look)


@click.command()
@set_files
@click.option("--count", type=click.IntRange(2, 6), help="Of people, in place of the file's.")
@click.option("--spacing", type=click.FloatRange(0.35, 1.2), help="Between faces in m, in place of the file's.")
@as_json
def row(set_files: tuple[Path, ...], count: int | None, spacing: float | None, as_json: bool) -> None:
    """Reads the meter before each face of a row of people, and says how the key evens it."""
    from .core.group.row import row_of
    from .core.model.people import People
    from .core.presenting.ways import face_text
    from .core.simulation.key import key_index_of
    from .core.steps import answer_text
    from .told import row_told

    def look(file: SetFile) -> Said:
        index = key_index_of(file.set, sitter_of(file.set))
        if index is None:
            raise Refused(f"{file.name}: no light is on. Accepted: a set with a light on.")
        people = file.set.people or People()
        people = replace(people, count=count or people.count, spacing=spacing or people.spacing)
        made = row_of(file.set, sitter_of(file.set), index, people)
        rows = [("now", made.now), *([("evened", made.best)] if made.answer else [])]
        said = [
            f"{name:<7} {'  '.join(face_text(k) for k in r.stops)}   spread {r.spread:.1f} stops" for name, r in rows
        ]
        said.append(answer_text(made.answer) if made.answer else "One light of this size gives nothing more even here.")
        return lambda: "\n".join(said), row_told(made, people)

    each(set_files, as_json, look)


READING = (meter, pattern, check, advise, row, render)
