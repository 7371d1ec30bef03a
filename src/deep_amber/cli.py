"""deep-amber: the core without the web. What only one command needs is imported by it."""

import json
import socket
from pathlib import Path

import click

from .device_cli import STAND_INS
from .expose_cli import EXPOSING
from .eye_cli import EYE
from .formats.set_file import schema
from .keeping_cli import KEEPING
from .plan_cli import PLANNING
from .reading_cli import READING, PictureSize, fail, settled
from .sitting_cli import SITTING
from .wish_cli import ask

QUICKLY = 0.15  # of the usual effort, that plans are searched with by a server that is to be quick


@click.group()
@click.version_option(package_name="deep-amber")
def main() -> None:
    """Plans the light of a portrait and shows it before anything is carried."""


for command in (*READING, *EXPOSING, *STAND_INS, *SITTING, *KEEPING, *PLANNING, *EYE, ask):
    main.add_command(command)


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
@click.option(
    "--quick",
    is_flag=True,
    help="Pictures at rest no finer than those of a drag, plans searched less widely: for a slow machine.",
)
@click.option(
    "--stand-ins", is_flag=True, help="Starts a camera, a trigger with flashes and a hand meter to play with."
)
@click.option("--lan", is_flag=True, help="Lets other devices of the home network pair for the shoot view.")
def serve(
    data: Path, host: str, port: int, demo: Path | None, size: tuple[int, int], quick: bool, stand_ins: bool, lan: bool
) -> None:
    """Starts the web application."""
    from sqlalchemy.exc import DatabaseError

    from .store.faults import DataFault, words_for
    from .web.serve import BadDemo
    from .web.serve import serve as start

    try:
        start(data, host, port, demo, settled(size, quick), stand_ins, lan, QUICKLY if quick else 1.0)
    except (DataFault, BadDemo) as fault:
        fail(str(fault))
    except DatabaseError as error:
        fail(f"{data}: {words_for(error)}")
    except (socket.gaierror, UnicodeError, ValueError):  # the server library says the last of a name it cannot find
        fail(f"--host {host}: no address of this machine; 127.0.0.1 serves this machine alone")
    except OSError as error:
        fail(f"{host}:{port}: {error.strerror}")


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
