"""What the commands of keeping print and write."""

from collections.abc import Callable
from dataclasses import asdict
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from .core.calibration.calibrate import Look, Reading
from .core.calibration.calibrate import calibrate as calibrate_core
from .core.card.card import card_of
from .core.presenting.calibrated import found_texts
from .core.presenting.card import card_text
from .core.presenting.drawing import drawing
from .core.simulation import SETTLED, Memory
from .core.simulation.quality import oriented
from .core.simulation.simulate import simulated
from .core.simulation.stages import Stages
from .core.units import stops_text
from .formats.card_file import Paper, pdf_card, svg_card
from .formats.picture_file import jpeg_bytes
from .formats.readings_file import looks_at, read_readings_file, reading_of
from .formats.set_file import SetFile
from .formats.sitter_file import sitter_of

Find = Callable[[Look], list[Reading]]


def card_bytes(file: SetFile, kind: str, paper: Paper, feet: bool) -> bytes:
    """The card of a set; kind : ".pdf" or ".svg"."""
    photo_set, mesh = file.set, sitter_of(file.set)
    stages = Stages(photo_set, mesh, Memory(), oriented(SETTLED, photo_set.camera), lambda: None)
    under = f"{datetime.now(UTC):%Y-%m-%d}, {photo_set.sitter.who}"
    text = card_text(card_of(stages), file.name, under, file.notes, feet)
    picture = jpeg_bytes(simulated(stages).picture, fine=True)
    make = pdf_card if kind == ".pdf" else svg_card
    return make(text, drawing(photo_set, mesh), picture, paper, feet)


def from_file(raw: bytes) -> Find:
    """Readings of a file."""
    file = read_readings_file(raw)

    def find(look: Look) -> list[Reading]:
        # Plain values and points, not their JSON: the file is checked already.
        return [reading_of(look, file.set, dict(k)) for k in file.readings]

    return find


def from_log(data: Path) -> Find:
    """Readings of the log in a data folder."""
    from .store.database import DATABASE_NAME, open_store
    from .store.faults import DataFault
    from .store.log import readings_in

    if not (data / DATABASE_NAME).is_file():
        raise DataFault(f"{data} holds no data of Deep Amber")
    sessions = open_store(data)

    def find(look: Look) -> list[Reading]:
        try:
            return [reading_of(look, photo_set, entry.told) for entry, photo_set in readings_in(sessions)]
        finally:
            sessions.kw["bind"].dispose()

    return find


def calibrated(find: Find, wall: str) -> tuple[str, dict[str, Any]]:
    """What the readings say, in words and for machines."""
    look = looks_at()
    made = calibrate_core(look, find(look), wall)
    words = [
        f"{text}: {figure} {spread}" + ("" if told else "  (too few readings to trust it)")
        for text, figure, spread, told in found_texts(made)
    ]
    words += [
        f"reading {k.index + 1}: {stops_text(k.after)}" + ("  far from all others, left out" if k.outlier else "")
        for k in made.residuals
    ]
    return "\n".join(words), asdict(made)
