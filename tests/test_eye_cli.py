"""The commands practice, mark and readback, as a user runs them."""

import json
import tempfile
import unittest
from dataclasses import asdict
from pathlib import Path

from PIL import Image

from tests.core.eye.pictured import pictured
from tests.test_cli import run


class Eye(unittest.TestCase):
    def test_a_task_its_picture_and_an_answer(self):
        with tempfile.TemporaryDirectory() as folder:
            to, answer = Path(folder) / "task.png", Path(folder) / "answer.json"
            told = json.loads(run("practice", "--level", "2", "--seed", "7", "-o", str(to), "--json").stdout)
            with Image.open(to) as made_picture:
                self.assertGreater(min(made_picture.size), 300)
            truth = told["truth"]
            answer.write_text(
                json.dumps({k: truth[k] for k in ("azimuth", "elevation", "size", "depth", "rim", "ground", "pattern")})
            )
            made = json.loads(run("mark", str(answer), "--level", "2", "--seed", "7", "--json").stdout)
            self.assertEqual(made["total"], 1.0)
            answer.write_text('{"azimuth": 900}')
            refused = run("mark", str(answer), "--level", "2", "--seed", "7")
            self.assertEqual(refused.returncode, 2)
            self.assertIn("elevation", refused.stderr)

    def test_a_picture_is_read_from_marks(self):
        made = pictured(2, 8)
        marks = asdict(made.truth.marks)
        x, y = marks["nose_tip"]
        lit = -1 if made.truth.azimuth < 0 else 1
        with tempfile.TemporaryDirectory() as folder:
            picture, file = Path(folder) / "own.jpg", Path(folder) / "marks.json"
            Image.fromarray(made.codes).save(picture, quality=95)
            patches = {"lit": [x + 30 * lit, y], "shadow": [x - 30 * lit, y]}
            file.write_text(json.dumps(marks | {"patches": patches}))
            read = json.loads(run("readback", str(picture), str(file), "--json").stdout)
            self.assertTrue(read["key"]["told"])
            self.assertAlmostEqual(read["key"]["azimuth"], made.truth.azimuth, delta=12)
            self.assertAlmostEqual(read["key"]["elevation"], made.truth.elevation, delta=12)
            self.assertEqual(read["like"], made.who)
            self.assertGreater(read["depth"], 0.3)
            self.assertIn("The key stood", run("readback", str(picture), str(file)).stdout)
            file.write_text(json.dumps(marks | {"left_pupil": marks["right_pupil"]}))
            refused = run("readback", str(picture), str(file))
            self.assertEqual(refused.returncode, 2)
            self.assertIn("both pupils are at one place", refused.stderr)
            file.write_text("{")
            self.assertEqual(run("readback", str(picture), str(file)).returncode, 2)


if __name__ == "__main__":
    unittest.main()
