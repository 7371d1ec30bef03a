"""The commands plan, arrange, compare and complain, as a user runs them."""

import importlib
import json
import pkgutil
import tempfile
import unittest
from pathlib import Path

from deep_amber.core.planning.beside import ALSO, SAID
from deep_amber.core.planning.complaints import COMPLAINTS, complaint_of
from deep_amber.core.presenting import findings
from deep_amber.core.problem import NotAccepted
from deep_amber.formats.set_file import new_file, read_set_file, write_set_file
from tests.core.planning.complained import MADE
from tests.sets import DEMO
from tests.test_cli import run

KIT = str(DEMO / "kit.json")

WORDED = {
    code
    for module in pkgutil.iter_modules(findings.__path__)
    for code in getattr(importlib.import_module(f"{findings.__name__}.{module.name}"), "FINDINGS", {})
}
"""Codes of findings that there are words for."""


def demo(number: int) -> str:
    return str(next(DEMO.glob(f"{number}-*.json")))


class Planning(unittest.TestCase):
    def test_plan_gives_sets_with_what_they_miss_use_and_take(self):
        told = json.loads(run("plan", demo(1), "--kit", KIT, "--lights", "1", "--json").stdout)
        self.assertGreaterEqual(len(told["sets"]), 3)
        for k in told["sets"]:
            self.assertEqual(sum(x["on"] and x["source"]["kind"] != "window" for x in k["set"]["lights"]), 1)
            self.assertTrue({"misses", "effort", "uses", "reasons", "weak", "title"} <= set(k))
            self.assertEqual(len(k["reasons"]), 3)
        self.assertTrue(all(k["why"] for k in told["cannot"]))
        with tempfile.TemporaryDirectory() as folder:
            alone = Path(folder) / "first.json"
            alone.write_text(json.dumps(told["sets"][0]["set"]))
            read = json.loads(run("meter", str(alone), "--json").stdout)
            self.assertTrue({"lit_cheek", "backdrop_middle"} <= set(read["surfaces"]))

    def test_plan_in_words(self):
        self.assertRegex(run("plan", demo(1), "--kit", KIT, "--lights", "1").stdout, r"^1\. .* min to build; uses ")

    def test_arrange_writes_a_set_or_says_why_not(self):
        with tempfile.TemporaryDirectory() as folder:
            to = Path(folder) / "made.json"
            self.assertEqual(run("arrange", "clam_board", demo(1), "--kit", KIT, "-o", str(to)).returncode, 0)
            made = read_set_file(to.read_bytes())
            self.assertEqual(
                (made.name, [k.role for k in made.set.lights]),
                ("Dish over, board under, Nadia, soft headshot", ["key"]),
            )
        said = run("arrange", "window", demo(1), "--kit", KIT)
        self.assertEqual(
            (said.returncode, said.stdout.strip()), (0, "A window cannot be: This room has no window in the set.")
        )
        refused = run("arrange", "moon", demo(1))
        self.assertEqual(refused.returncode, 2)
        self.assertRegex(refused.stderr, "'moon' is no arrangement.*one_box")

    def test_compare(self):
        told = json.loads(run("compare", demo(1), demo(3), "--json").stdout)["sets"]
        self.assertEqual((told[0]["changes"], len(told)), ([], 2))
        self.assertLess(told[1]["off"]["backdrop_middle"], -3)
        self.assertEqual(run("compare", demo(1)).returncode, 2)

    def test_complain(self):
        make, cause = MADE["narrow"]
        with tempfile.TemporaryDirectory() as folder:
            narrow = Path(folder) / "narrow.json"
            narrow.write_bytes(write_set_file(new_file("narrow", make())))
            told = json.loads(run("complain", "backdrop too narrow", str(narrow), "--json").stdout)
        self.assertEqual(told["code"], "narrow")
        self.assertIn(cause, [k["code"] for k in told["causes"]])
        self.assertTrue(told["mends"])
        refused = run("complain", "purple elephants", demo(1))
        self.assertEqual(refused.returncode, 2)
        self.assertIn("eyes dark", refused.stderr)


class Words(unittest.TestCase):
    def test_each_complaint_is_found_by_its_title_and_its_other_words(self):
        for k in COMPLAINTS:
            for words in (k.title, k.code, *k.words, k.title.upper()):
                self.assertEqual(complaint_of(words).code, k.code, words)
        for words, code in (
            ("my eyes are so dark", "eyes_dark"),
            ("white paper looks grey", "white_grey"),
            ("shiny forehead", "forehead"),
            ("black background looks grey", "black_grey"),
            ("the backdrop is too dark", "white_grey"),
            ("black hair on black", "hair_lost"),
            ("the picture looks flat", "flat"),
            ("hard shadows", "harsh"),
            ("there is no shadow at all", "flat"),
            ("wedding dress without detail", "white_cloth"),
            ("white shirt blown out", "white_cloth"),
            ("not enough power", "too_weak"),
            ("I can't turn it down enough", "too_strong"),
            ("the photo is blurry", "soft_picture"),
            ("bald head shines", "forehead"),
            ("no catchlights", "eyes_dark"),
            ("glasses reflect and I cannot see the eyes", "glasses"),
            ("one person at the end is brighter", "group"),
            ("softbox visible in the shot", "in_picture"),
            ("long nose shadow", "nose_shadow"),
            ("his shadow falls on the wall", "shadow_on_paper"),
            ("low contrast, flare", "hazy"),
        ):
            self.assertEqual(complaint_of(words).code, code)
        for words in ("", "the of", "elephants", "light", "grey"):
            with self.assertRaises(NotAccepted):
                complaint_of(words)

    def test_causes_are_rules_that_there_are(self):
        for k in COMPLAINTS:
            self.assertLessEqual(set(k.causes), WORDED, k.code)
        self.assertLessEqual(SAID | ALSO, WORDED)


if __name__ == "__main__":
    unittest.main()
