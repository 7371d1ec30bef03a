"""The commands of a sitting: order, judge. What they need of the core is imported by them."""

import json
from pathlib import Path

import click

from .core.problem import NotAccepted
from .reading_cli import fail


@click.command()
@click.argument("sitting_file", type=click.Path(path_type=Path))
@click.option("--json", "as_json", is_flag=True, help="Machine-readable.")
def order(sitting_file: Path, as_json: bool) -> None:
    """Says in which order the looks of a sitting cost the least, and what changes between them."""
    from .sitting_told import ordered

    try:
        words, told = ordered(sitting_file.read_bytes())
    except OSError as error:
        fail(f"{sitting_file}: {error.strerror}")
        return
    except NotAccepted as refused:
        fail("\n".join(f"{sitting_file}: {problem}" for problem in refused.problems))
        return
    click.echo(json.dumps(told, indent=2) if as_json else words)


@click.command()
@click.argument("set_file", type=click.Path(path_type=Path))
@click.argument("picture", type=click.Path(path_type=Path))
@click.option("--json", "as_json", is_flag=True, help="Machine-readable.")
def judge(set_file: Path, picture: Path, as_json: bool) -> None:
    """Sets a real picture against a set: stops at each surface, and the next correction in the unit's steps."""
    from .formats.own_json import read_at_most
    from .formats.set_file import read_given
    from .sitting_told import judged

    try:
        with set_file.open("rb") as opened:
            file = read_given(read_at_most(opened))
        words, told = judged(file.set, picture.read_bytes())
    except OSError as error:
        fail(f"{error.filename}: {error.strerror}")
        return
    except NotAccepted as refused:
        fail("\n".join(str(problem) for problem in refused.problems))
        return
    click.echo(json.dumps(told, indent=2) if as_json else words)


SITTING = (order, judge)
