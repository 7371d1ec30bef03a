"""The commands of the step Expose: expose, ambient, histogram. What they need of the core is imported by them."""

from pathlib import Path
from typing import Any

import click

from .core.problem import NotAccepted
from .reading_cli import Refused, Said, as_json, each, fail, set_files


def _typed(parse: str) -> Any:
    """A figure as photographers write it; what cannot be read is refused with what would be accepted."""

    def callback(_: click.Context, param: click.Parameter, value: str | None) -> float | None:
        from .core import units

        if value is None:
            return None
        try:
            return float(getattr(units, parse)(value))
        except NotAccepted as refused:
            raise click.BadParameter(
                f"{refused.problems[0].message}. Accepted: {refused.problems[0].accepted}.", param=param
            ) from None

    return callback


@click.command()
@set_files
@click.option("--aperture", callback=_typed("parse_aperture"), help="As wanted, as in 8 or f/8; else the file's.")
@click.option("--time", "seconds", callback=_typed("parse_time"), help="As in 1/160.")
@click.option("--sensitivity", callback=_typed("parse_plain"), help="As in 100 or ISO 100.")
@click.option("--filter", "neutral", callback=_typed("parse_stops"), help="Neutral filter before the lens, in stops.")
@click.option(
    "--by", type=click.Choice(["brief", "disc", "dome", "kept"]),
    help="The lit cheek as the brief asks, the disc to the key, the dome to the lens, or as the picture is.",
)  # fmt: skip
@click.option("--recycle", type=click.FloatRange(0.05, 30), help="No flash takes longer to be ready, in s.")
@click.option("--comfort", type=click.FloatRange(1, 1e6), help="No light puts more on the face, in lx s.")
@click.option("--hold", multiple=True, type=click.Choice(["depth", "backdrop"]), help="What ways out must leave.")
@click.option("--kit", "kit_file", type=click.Path(path_type=Path), help="A kit file, for what ways out may use.")
@as_json
def expose(set_files: tuple[Path, ...], as_json: bool, kit_file: Path | None, **wanted: Any) -> None:
    """Says what each light is set to for a camera that is set, and the ways out where a dial ends."""
    from .expose_told import exposed
    from .kit_cli import kit_of

    try:
        kit = kit_of(kit_file)
    except Refused as why:
        fail(str(why))
        return
    each(set_files, as_json, lambda file: exposed(file, kit, **wanted))


@click.command()
@set_files
@as_json
def ambient(set_files: tuple[Path, ...], as_json: bool) -> None:
    """Says what the frame without flash shows, which lamp or window gives it, and what kills it."""

    def look(file: Any) -> Said:
        from .expose_told import room_light

        return room_light(file)

    each(set_files, as_json, look)


@click.command()
@set_files
@as_json
def histogram(set_files: tuple[Path, ...], as_json: bool) -> None:
    """Counts the picture file's values, and says what clips where and what a raw file still holds."""

    def look(file: Any) -> Said:
        from .expose_told import counted

        return counted(file)

    each(set_files, as_json, look)


EXPOSING = (expose, ambient, histogram)
