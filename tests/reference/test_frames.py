"""Whole pictures against those of an independent path tracer: sheets, fronts and boards before the lens, glasses, hair."""

import json
import unittest
from functools import partialmethod
from pathlib import Path

import numpy as np

from deep_amber.formats.set_file import read_set_file

from .frames import COLUMNS, ROWS, off, our_frame, rms

STORED = Path(__file__).parent / "stored_frames"
FILES = sorted(STORED.glob("*.json"))
WITHIN = 0.1  # stops rms over the cells that are not black


class WholeFrames(unittest.TestCase):
    def test_there_are_some(self):
        self.assertGreaterEqual(len(FILES), 6)

    def frame(self, file: Path) -> None:
        stored = json.loads(file.read_text())
        photo_set = read_set_file(json.dumps(stored["set_file"]).encode()).set
        theirs = np.array(stored["cells"])
        self.assertEqual(theirs.shape, (ROWS, COLUMNS))
        stops = off(our_frame(photo_set), theirs)
        self.assertGreater(len(stops), 60)
        self.assertLess(rms(stops), WITHIN)


for _file in FILES:
    setattr(WholeFrames, f"test_{_file.stem.replace('-', '_')}", partialmethod(WholeFrames.frame, _file))


if __name__ == "__main__":
    unittest.main()
