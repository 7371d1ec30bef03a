"""The command `ask`. What it needs of the core is imported by it: `meter` is there in two seconds."""

from pathlib import Path

import click

from .reading_cli import Refused, fail


@click.command()
@click.argument("set_file", type=click.Path(path_type=Path))
@click.argument("wishes", nargs=-1, required=True, metavar="SURFACE=WISH...")
@click.option("--keep", multiple=True, help="What must stay too: pattern, hardness, framing, colour, or a surface.")
@click.option("--let-go", multiple=True, help="What need not stay.")
@click.option(
    "--kit", "kit_file", type=click.Path(path_type=Path), help="A kit file; without one common gear is at hand."
)
@click.option("--json", "as_json", is_flag=True, help="Machine-readable.")
def ask(
    set_file: Path, wishes: tuple[str, ...], keep: tuple[str, ...], let_go: tuple[str, ...], kit_file: Path | None,
    as_json: bool,
) -> None:  # fmt: skip
    """Says what brings surfaces to where they are wished: backdrop_middle=-2.5 ratio=3 shadow_cheek="code 30".

    With the one word "aims": what brings every band of the brief there, as one plan."""
    from .wish_told import answered

    try:
        click.echo(answered(set_file, wishes, keep, let_go, kit_file, as_json))
    except Refused as why:
        fail(str(why))
