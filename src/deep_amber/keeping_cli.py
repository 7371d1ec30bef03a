"""The commands that keep what was made: card, calibrate, backup, restore. What they need is imported by them."""

import json
from pathlib import Path

import click

from .core.problem import NotAccepted
from .reading_cli import fail


@click.command()
@click.argument("set_file", type=click.Path(path_type=Path))
@click.option("-o", "to", type=click.Path(path_type=Path), required=True, help="A file that ends in .pdf or .svg.")
@click.option("--paper", type=click.Choice(["a4", "letter"]), default="a4", show_default=True)
@click.option("--feet", is_flag=True, help="Lengths in feet and inches.")
def card(set_file: Path, to: Path, paper: str, feet: bool) -> None:
    """Writes one page to build a set again."""
    from .formats.own_json import read_at_most
    from .formats.set_file import read_given
    from .keeping_told import card_bytes

    kind = to.suffix.lower()
    if kind not in (".pdf", ".svg"):
        fail(f"{to}: ends in {kind or 'nothing'}. Accepted: .pdf or .svg.")
    try:
        with set_file.open("rb") as opened:
            file = read_given(read_at_most(opened))
        to.write_bytes(card_bytes(file, kind, "letter" if paper == "letter" else "a4", feet))
    except OSError as error:
        fail(f"{error.filename}: {error.strerror}")
    except NotAccepted as refused:
        fail("\n".join(f"{set_file}: {problem}" for problem in refused.problems))


@click.command()
@click.argument("readings", type=click.Path(path_type=Path), required=False)
@click.option(
    "--data", type=click.Path(path_type=Path), default=Path("data"), show_default=True, help="Whose log is read."
)
@click.option("--wall", default="", help="The surface in doubt: left, right, floor, ceiling, back or front.")
@click.option("--json", "as_json", is_flag=True, help="Machine-readable.")
def calibrate(readings: Path | None, data: Path, wall: str, as_json: bool) -> None:
    """Says what readings tell of kit and room: those of a file, or of the log. Nothing is changed."""
    from .keeping_told import calibrated, from_file, from_log
    from .store.faults import DataFault

    try:
        words, told = calibrated(from_file(readings.read_bytes()) if readings else from_log(data), wall)
    except OSError as error:
        fail(f"{error.filename}: {error.strerror}")
        return
    except DataFault as fault:
        fail(str(fault))
        return
    except NotAccepted as refused:
        fail("\n".join(f"{readings or data}: {problem}" for problem in refused.problems))
        return
    click.echo(json.dumps(told, indent=2) if as_json else words)


@click.command()
@click.argument("file", type=click.Path(path_type=Path))
@click.option("--data", type=click.Path(path_type=Path), default=Path("data"), show_default=True)
def backup(file: Path, data: Path) -> None:
    """Writes everything into one file, while the server runs or not."""
    from .store.backup import back_up
    from .store.faults import DataFault

    try:
        parts = back_up(data, file)
    except DataFault as fault:
        fail(str(fault))
    except OSError as error:
        fail(f"{error.filename or file}: {error.strerror}")
    else:
        click.echo(f"{file}: the database and {parts - 1} picture files")


@click.command()
@click.argument("file", type=click.Path(path_type=Path))
@click.option("--data", type=click.Path(path_type=Path), default=Path("data"), show_default=True)
def restore(file: Path, data: Path) -> None:
    """Puts a backup in place; what was there is kept beside it. A damaged one changes nothing."""
    from datetime import UTC, datetime

    from .store.backup import BadBackup
    from .store.backup import restore as put_back
    from .store.faults import DataFault

    try:
        kept = put_back(file, data, datetime.now(UTC))
    except (BadBackup, DataFault) as fault:
        fail(str(fault))
    except OSError as error:
        fail(f"{error.filename or file}: {error.strerror}")
    else:
        click.echo(f"{data} is as in {file}" + (f"; what was there is in {kept}" if kept else ""))


KEEPING = (card, calibrate, backup, restore)
