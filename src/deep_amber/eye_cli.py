"""The commands of the eye: practice, mark, readback. What they need of the core is imported by them."""

from pathlib import Path
from typing import Any

import click

from .plan_cli import done

LEVEL = click.option("--level", type=click.IntRange(1, 5), default=1, help="1 hard key alone to 5 a small white room.")
SEED = click.option("--seed", type=click.IntRange(0, 10**6), default=1, help="The number of the task.")


@click.command()
@LEVEL
@SEED
@click.option("-o", "to", type=click.Path(path_type=Path), help="Where the picture goes (PNG).")
@click.option("--json", "as_json", is_flag=True, help="Machine-readable.")
def practice(level: int, seed: int, to: Path | None, as_json: bool) -> None:
    """Draws a set to practise on: its picture, and the truth of its light."""
    from .eye_told import practised

    done(lambda: practised(level, seed, to), as_json)


@click.command()
@click.argument("answer_file", type=click.Path(path_type=Path))
@LEVEL
@SEED
@click.option("--json", "as_json", is_flag=True, help="Machine-readable.")
def mark(answer_file: Path, level: int, seed: int, as_json: bool) -> None:
    """Marks an answer (azimuth, elevation, size, depth, rim, ground, pattern) to a task of `practice`."""
    from .eye_told import answer_marked

    done(lambda: answer_marked(level, seed, answer_file.read_bytes()), as_json)


@click.command()
@click.argument("picture", type=click.Path(path_type=Path))
@click.argument("marks_file", type=click.Path(path_type=Path))
@click.option("--json", "as_json", is_flag=True, help="Machine-readable.")
def readback(picture: Path, marks_file: Path, as_json: bool) -> None:
    """Reads a real picture backwards from marks on it: where the key stood, how sure that is, size, shadow, backdrop."""
    from .eye_told import told_back
    from .formats.real_picture import read_real_picture

    def make() -> tuple[str, dict[str, Any]]:
        return told_back(read_real_picture(picture.read_bytes()).linear, marks_file.read_bytes())

    done(make, as_json)


EYE = (practice, mark, readback)
