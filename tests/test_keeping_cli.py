"""The commands card, calibrate, backup and restore, as a user runs them."""

import json
import tempfile
import unittest
from pathlib import Path

import pypdf

from deep_amber.formats.set_file import new_file, write_set_file
from deep_amber.store.database import open_store
from deep_amber.store.sets import add_set, list_sets
from tests.core.calibration.test_calibrate import PLACES, SAID, readings, truly
from tests.sets import DEMO, demo_file
from tests.test_cli import run

SET = str(next(DEMO.glob("4-*.json")))


class Keeping(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def test_card_as_svg_on_letter_in_feet(self):
        svg = self.folder / "card.svg"
        self.assertEqual(run("card", SET, "-o", str(svg), "--paper", "letter", "--feet").returncode, 0)
        self.assertIn("11 ft 2 in wide", svg.read_text())

    def test_card_as_pdf(self):
        pdf = self.folder / "card.pdf"
        self.assertEqual(run("card", SET, "-o", str(pdf)).returncode, 0)
        (page,) = pypdf.PdfReader(pdf).pages
        self.assertIn("key, 400 W s head", page.extract_text())

    def test_what_is_no_card_is_refused(self):
        pdf = self.folder / "card.pdf"
        for arguments, words in (
            ((SET, "-o", "card.docx"), r"\.pdf or \.svg"), (("nowhere.json", "-o", str(pdf)), "No such file"),
            ((SET, "-o", str(self.folder / "none" / "card.pdf")), "No such file"),
        ):  # fmt: skip
            refused = run("card", *arguments)
            self.assertEqual(refused.returncode, 2)
            self.assertRegex(refused.stderr, words)

    def test_calibrate_from_a_file_and_from_a_log(self):
        read = readings(truly(-0.4, 0.3, 0.55), 0, {1: 1.3})
        rows = [
            {"at": None, "place": vars(k.meter.place), "toward": "aim", "aim": vars(k.meter.aim), "receptor": "flat",
             "lights": lights, "aperture": k.aperture}
            for k, (_, _, lights) in zip(read, PLACES, strict=True)
        ]  # fmt: skip
        there = json.loads(write_set_file(new_file("a", SAID)))["set"]
        file = {"format": "deep-amber-readings", "version": 1, "set": there, "readings": rows}
        path = self.folder / "readings.json"
        path.write_text(json.dumps(file))
        told = json.loads(run("calibrate", str(path), "--wall", "left", "--json").stdout)
        trims = {k["modifier"]: k["trim"] for k in told["trims"]}
        self.assertAlmostEqual(trims["90 cm octa"], -0.4, delta=0.1)
        self.assertAlmostEqual(told["wall"]["reflectance"], 0.55, delta=0.05)
        self.assertEqual([k["index"] for k in told["residuals"] if k["outlier"]], [1])
        said = run("calibrate", str(path), "--wall", "left").stdout
        self.assertRegex(
            said, r"Your 90 cm octa on the 400 W s head loses 0\.\d stops more than the table: −0\.\d ± 0\.\d\d"
        )
        self.assertRegex(said, r"Your camera-left wall is 0\.5\d")
        rows[0]["lights"] = [7]
        path.write_text(json.dumps(file))
        refused = run("calibrate", str(path))
        self.assertEqual(refused.returncode, 2)
        self.assertRegex(refused.stderr, r"readings\.0\.lights: there is no light 7")
        open_store(self.folder / "data").kw["bind"].dispose()
        few = run("calibrate", "--data", str(self.folder / "data"))
        self.assertRegex(few.stderr, "0 are too few")
        self.assertRegex(run("calibrate", "--data", str(self.folder / "none")).stderr, "holds no data")

    def test_backup_and_restore(self):
        data, file = self.folder / "data", self.folder / "all.zip"
        sessions = open_store(data)
        add_set(sessions, demo_file(1))
        sessions.kw["bind"].dispose()
        done = run("backup", str(file), "--data", str(data))
        self.assertEqual((done.returncode, done.stdout), (0, f"{file}: the database and 0 picture files\n"))
        done = run("restore", str(file), "--data", str(self.folder / "again"))
        self.assertEqual((done.returncode, done.stdout.strip()), (0, f"{self.folder / 'again'} is as in {file}"))
        sessions = open_store(self.folder / "again")
        self.addCleanup(sessions.kw["bind"].dispose)
        self.assertEqual([k.name for k in list_sets(sessions)], ["Nadia, soft headshot"])
        file.write_bytes(file.read_bytes()[:300])
        refused = run("restore", str(file), "--data", str(data))
        self.assertEqual(refused.returncode, 2)
        self.assertIn("nothing was changed", refused.stderr)
        self.assertEqual(run("restore", str(self.folder / "nowhere"), "--data", str(data)).returncode, 2)
        self.assertIn("holds no data", run("backup", str(file), "--data", str(self.folder / "none")).stderr)


if __name__ == "__main__":
    unittest.main()
