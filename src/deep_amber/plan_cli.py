"""The commands of planning: plan, arrange, compare. What they need of the core is imported by them."""

import json
from collections.abc import Callable
from pathlib import Path
from typing import Any

import click

from .core.problem import NotAccepted
from .reading_cli import fail


def _read(path: Path) -> Any:
    from .formats.own_json import read_at_most
    from .formats.set_file import read_given

    with path.open("rb") as opened:
        return read_given(read_at_most(opened))


def _kit(path: Path | None) -> Any:
    from .core.kit.owned import Kit
    from .formats.kit_file import read_kit_file

    return read_kit_file(path.read_bytes()) if path else Kit()


def done(make: Callable[[], tuple[str, dict[str, Any]]], as_json: bool) -> None:
    """Prints what a command made, in words or for machines; what is refused is said, and ends it with 2."""
    try:
        words, told = make()
    except OSError as error:
        fail(f"{error.filename}: {error.strerror}")
        return
    except NotAccepted as refused:
        fail("\n".join(str(problem) for problem in refused.problems))
        return
    click.echo(json.dumps(told, indent=2) if as_json else words)


@click.command()
@click.argument("set_file", type=click.Path(path_type=Path))
@click.option("--kit", type=click.Path(path_type=Path), help="A kit file; common gear without one.")
@click.option("--lights", type=click.IntRange(1, 8), default=8, help="At most.")
@click.option("--no-boom", is_flag=True, help="Nothing hangs from a boom.")
@click.option("--not-behind", is_flag=True, help="Nothing stands behind the sitter.")
@click.option("--floor", is_flag=True, help="The sitter sits on the floor.")
@click.option("--doors", is_flag=True, help="Nothing stands where a door opens.")
@click.option("--across", type=click.FloatRange(0.8, 20.0), help="Everything stands within this width [m].")
@click.option("--json", "as_json", is_flag=True, help="Machine-readable.")
def plan(
    set_file: Path, kit: Path | None, lights: int, no_boom: bool, not_behind: bool, floor: bool, doors: bool,
    across: float | None, as_json: bool,
) -> None:  # fmt: skip
    """Suggests sets for the look, room and sitter of a set, with a kit."""
    from .core.planning.limits import Limits
    from .plan_told import suggested

    limits = Limits(lights, not no_boom, not not_behind, floor, doors, across)
    done(lambda: suggested(_read(set_file), _kit(kit), limits), as_json)


@click.command()
@click.argument("name")
@click.argument("set_file", type=click.Path(path_type=Path))
@click.option("--kit", type=click.Path(path_type=Path), help="A kit file; common gear without one.")
@click.option("-o", "to", type=click.Path(path_type=Path), help="Where the set goes.")
@click.option("--json", "as_json", is_flag=True, help="Machine-readable.")
def arrange(name: str, set_file: Path, kit: Path | None, to: Path | None, as_json: bool) -> None:
    """Fits an arrangement to the room of a set, or says why it cannot be."""
    from .formats.set_file import write_set_file
    from .plan_told import arranged

    def make() -> tuple[str, dict[str, Any]]:
        file, told = arranged(name, _read(set_file), _kit(kit))
        if to and file:
            to.write_bytes(write_set_file(file))
        return told

    done(make, as_json)


@click.command()
@click.argument("set_files", nargs=-1, type=click.Path(path_type=Path))
@click.option("--same-exposure", is_flag=True, help="All with the exposure of the first.")
@click.option("--json", "as_json", is_flag=True, help="Machine-readable.")
def compare(set_files: tuple[Path, ...], same_exposure: bool, as_json: bool) -> None:
    """Sets two to four sets side by side: what each reads, and what differs."""
    from .plan_told import beside

    done(lambda: beside([_read(k) for k in set_files], same_exposure), as_json)


@click.command()
@click.argument("words")
@click.argument("set_file", type=click.Path(path_type=Path))
@click.option("--kit", type=click.Path(path_type=Path), help="A kit file; common gear without one.")
@click.option("--json", "as_json", is_flag=True, help="Machine-readable.")
def complain(words: str, set_file: Path, kit: Path | None, as_json: bool) -> None:
    """Says what in a set causes a complaint, as in "eyes dark", and what mends it."""
    from .plan_told import complained

    done(lambda: complained(words, _read(set_file), _kit(kit)), as_json)


PLANNING = (plan, arrange, compare, complain)
