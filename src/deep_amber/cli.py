"""deep-amber: the core without the web. What only one command needs is imported by it: `meter` is there in two seconds."""

import json
import re
import socket
import sys
from dataclasses import asdict, replace
from pathlib import Path
from typing import Any

import click

from .core.model.patterns import AIMED, Pattern
from .core.problem import NotAccepted
from .core.simulation import SETTLED, Quality, simulate
from .core.simulation.readings import CHEEKS, FRONT, Readings
from .core.simulation.simulate import read
from .core.units import metered_aperture_text, stops_text
from .formats.own_json import read_at_most
from .formats.picture_file import png_bytes
from .formats.set_file import SetFile, read_set_file, schema
from .formats.sitter_file import sitter_of

WRONG_INPUT = 2


def _fail(message: str) -> None:
    click.echo(message, err=True)
    sys.exit(WRONG_INPUT)


def _file(path: Path) -> SetFile:
    try:
        with path.open("rb") as opened:
            return read_set_file(read_at_most(opened))
    except OSError as error:
        _fail(f"{path}: {error.strerror}")
    except NotAccepted as refused:
        _fail("\n".join(f"{path}: {problem}" for problem in refused.problems))
    raise AssertionError


set_file = click.argument("set_file", type=click.Path(path_type=Path))


@click.group()
@click.version_option(package_name="deep-amber")
def main() -> None:
    """Plans the light of a portrait and shows it before anything is carried."""


def _table(readings: Readings) -> str:
    rows = [
        f"{r.label:<16} {stops_text(r.stops):>6}   {r.code:>3}   L* {r.lightness:4.0f}"
        for r in readings.surfaces.values()
    ]
    rows += [
        f"{name.replace('_', ' '):<16} {metered_aperture_text(r.aperture):>12}" for name, r in readings.incident.items()
    ]
    ratios = {CHEEKS: (readings.ratio, readings.ratio_stops), FRONT: (readings.front_ratio, readings.front_ratio_stops)}
    rows += [f"{name:<16} {ratio:5.1f} : 1   {stops_text(stops)} stops" for name, (ratio, stops) in ratios.items()]
    return "\n".join(rows)


@main.command()
@set_file
@click.option("--json", "as_json", is_flag=True, help="Machine-readable.")
def meter(set_file: Path, as_json: bool) -> None:
    """Reads every surface in stops from mid grey, and the incident meter."""
    photo_set = _file(set_file).set
    readings = read(photo_set, sitter_of(photo_set))
    click.echo(json.dumps(asdict(readings), indent=2) if as_json else _table(readings))


class PictureSize(click.ParamType[Any]):
    """WIDTHxHEIGHT in pixels."""

    name = "WIDTHxHEIGHT"

    def convert(self, value: Any, param: click.Parameter | None, ctx: click.Context | None) -> Any:
        match = re.fullmatch(r"([0-9]{2,4})x([0-9]{2,4})", str(value).lower())
        sides = tuple(map(int, match.groups())) if match else ()
        if not sides or not all(16 <= k <= 4000 for k in sides):
            self.fail(f"{value!r} is not a size: 640x800, each side 16 to 4000", param, ctx)
        return sides


def _settled(size: tuple[int, int]) -> Quality:
    return replace(SETTLED, size=replace(SETTLED.size, width=size[0], height=size[1]))


@main.command()
@set_file
@click.option("-o", "out", type=click.Path(path_type=Path, dir_okay=False), required=True, help="PNG file to write.")
@click.option("--size", type=PictureSize(), default="640x800", show_default=True)
def render(set_file: Path, out: Path, size: tuple[int, int]) -> None:
    """Writes the simulated picture."""
    photo_set = _file(set_file).set
    made = simulate(photo_set, sitter_of(photo_set), _settled(size))
    try:
        out.write_bytes(png_bytes(made.picture))
    except OSError as error:
        _fail(f"{out}: {error.strerror}")


@main.command()
@set_file
@click.option("--json", "as_json", is_flag=True, help="Machine-readable, with each mend as the set it would make.")
def check(set_file: Path, as_json: bool) -> None:
    """Says whether a set file is sound, and what is found in it step by step."""
    from .core.rules.heat import heat_warnings
    from .core.steps import answer_text, findings_of, message
    from .told import finding_told

    file = _file(set_file)
    findings = findings_of(file.set, sitter_of(file.set))
    if as_json:
        click.echo(json.dumps({"findings": [finding_told(f) for f in findings]}, indent=2))
        return
    click.echo(f"{file.name}: sound")
    for warning in heat_warnings(file.set):
        click.echo(f"careful, {warning}")
    for finding in findings:
        mark = "look here" if finding.severity == "warn" else "note"
        click.echo(
            f"{finding.step}, {mark}: {message(finding)}"
            + (f" Mend: {answer_text(finding.mend)}." if finding.mend else "")
        )


@main.command()
@set_file
@click.option("--json", "as_json", is_flag=True, help="Machine-readable.")
def pattern(set_file: Path, as_json: bool) -> None:
    """Names the pattern of the key from its shadows, with reasons and catchlights."""
    from .core.pattern.reading import pattern_of
    from .core.presenting.pattern_summary import pattern_summary

    photo_set = _file(set_file).set
    made = pattern_summary(pattern_of(photo_set, sitter_of(photo_set)))
    if as_json:
        click.echo(json.dumps(made, indent=2))
        return
    name = made["composed"] or made["pattern"] or "no key light comes to the face"
    click.echo(name + (f", between {' and '.join(made['between'])}" if made["between"] else ""))
    click.echo(
        "\n".join(
            [
                *([made["side"]] if made["side"] else []),
                *(k["text"] for k in made["reasons"]),
                *(k["text"] for k in made["catchlights"]),
            ]
        )
    )


@main.command()
@set_file
@click.option("--to", "target", type=click.Choice(AIMED), required=True, help="The wanted pattern.")
@click.option("--json", "as_json", is_flag=True, help="Machine-readable, each way with the set it would make.")
def advise(set_file: Path, target: Pattern, as_json: bool) -> None:
    """Says how to bring the key to a pattern: several ways, the least effort first."""
    from .core.pattern.cannot import advice_of
    from .core.steps import answer_text
    from .told import advice_told

    photo_set = _file(set_file).set
    made = advice_of(photo_set, sitter_of(photo_set), target)
    if as_json:
        click.echo(json.dumps(advice_told(made), indent=2))
        return
    if made.here:
        click.echo(f"The key draws {target} already.")
    for way in made.ways:
        click.echo(f"{answer_text(way)} ({way.share * 100:.0f} % {target})" + (f"; {way.brings}" if way.brings else ""))
    if made.because:
        click.echo(f"{target} cannot be reached here: {made.because}.")
    for way in made.possible:
        click.echo(f"possible {answer_text(way)}")


@main.command("schema")
@click.option("--kit", is_flag=True, help="Of the kit file.")
def print_schema(kit: bool) -> None:
    """Prints the JSON Schema of the set file."""
    from .formats.kit_file import kit_schema

    click.echo(json.dumps(kit_schema() if kit else schema(), indent=2))


@main.command()
@click.option("--data", type=click.Path(path_type=Path), default=Path("data"), show_default=True)
@click.option("--host", default="127.0.0.1", show_default=True)
@click.option("--port", type=click.IntRange(0, 65535), default=8732, show_default=True, help="0 takes a free one.")
@click.option(
    "--demo", type=click.Path(path_type=Path, file_okay=False, exists=True), help="Set files for an empty shelf."
)
@click.option(
    "--size",
    type=PictureSize(),
    default="640x800",
    show_default=True,
    help="Of pictures at rest; smaller ones are sooner there on a slow machine.",
)
def serve(data: Path, host: str, port: int, demo: Path | None, size: tuple[int, int]) -> None:
    """Starts the web application."""
    from sqlalchemy.exc import DatabaseError

    from .store.faults import DataFault, words_for
    from .web.serve import BadDemo
    from .web.serve import serve as start

    try:
        start(data, host, port, demo, _settled(size))
    except (DataFault, BadDemo) as fault:
        _fail(str(fault))
    except DatabaseError as error:
        _fail(f"{data}: {words_for(error)}")
    except (socket.gaierror, UnicodeError, ValueError):  # the server library says the last of a name it cannot find
        _fail(f"--host {host}: no address of this machine; 127.0.0.1 serves this machine alone")
    except OSError as error:
        _fail(f"{host}:{port}: {error.strerror}")


@main.command("openapi")
def print_openapi() -> None:
    """Prints the OpenAPI document of the web application."""
    import tempfile

    from .web.app import create_app
    from .web.described import document_of

    with tempfile.TemporaryDirectory() as folder:
        click.echo(json.dumps(document_of(create_app(Path(folder), described=True)), indent=2))


if __name__ == "__main__":
    main()
