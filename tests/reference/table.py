"""Writes what was reached against the reference into docs/light-model.md: python -m tests.reference.table."""

import json
from pathlib import Path

import numpy as np

from .test_reference import STORED, differences, rms

DOC = Path(__file__).parents[2] / "docs/light-model.md"
BEGIN, END = "<!-- reference table -->", "<!-- end of the reference table -->"
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


def main() -> None:
    text = DOC.read_text()
    head, _, rest = text.partition(BEGIN)
    _, _, tail = rest.partition(END)
    DOC.write_text(f"{head}{BEGIN}\n{table()}\n{END}{tail}")


if __name__ == "__main__":
    main()
