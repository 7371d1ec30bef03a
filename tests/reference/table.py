"""Writes what was reached against the reference into docs/light-model.md: python -m tests.reference.table."""

import json
from pathlib import Path

import numpy as np

from deep_amber.formats.set_file import read_set_file

from .frames import off, our_frame
from .test_frames import STORED as STORED_FRAMES
from .test_reference import STORED, differences, rms

DOC = Path(__file__).parents[2] / "docs/light-model.md"
BEGIN, END = "<!-- reference table -->", "<!-- end of the reference table -->"
FRAMES_BEGIN, FRAMES_END = "<!-- frames table -->", "<!-- end of the frames table -->"
COLUMNS = ("direct face", "face", "cloth", "backdrop", "meters")


def _cell(off: np.ndarray) -> str:
    return f"{rms(off):.3f} ({np.abs(off).max():.2f})" if len(off) else "-"


def table() -> str:
    rows = ["| scene | " + " | ".join(COLUMNS) + " |", "|---" * (len(COLUMNS) + 1) + "|"]
    for file in sorted(STORED.glob("*.json")):
        stored = json.loads(file.read_text())
        off = differences(stored)
        rows.append(f"| {stored['scene']} | " + " | ".join(_cell(off[c]) for c in COLUMNS) + " |")
    return "\n".join(rows)


def frames_table() -> str:
    """Whole frames, in cells of 16 x 20."""
    rows = ["| frame | cells over -5 stops | rms | largest |", "|---|---|---|---|"]
    for file in sorted(STORED_FRAMES.glob("*.json")):
        stored = json.loads(file.read_text())
        photo_set = read_set_file(json.dumps(stored["set_file"]).encode()).set
        stops = off(our_frame(photo_set), np.array(stored["cells"]))
        rows.append(f"| {stored['scene']} | {len(stops)} | {rms(stops):.3f} | {np.abs(stops).max():.2f} |")
    return "\n".join(rows)


def _put(text: str, begin: str, end: str, table: str) -> str:
    head, _, rest = text.partition(begin)
    _, _, tail = rest.partition(end)
    return f"{head}{begin}\n{table}\n{end}{tail}"


def main() -> None:
    text = _put(DOC.read_text(), BEGIN, END, table())
    DOC.write_text(_put(text, FRAMES_BEGIN, FRAMES_END, frames_table()))


if __name__ == "__main__":
    main()
