"""The command line, run as a user runs it."""

import json
import re
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

from click.testing import CliRunner
from PIL import Image

from deep_amber.cli import main
from tests.sets import DEMO

SET = str(next(DEMO.glob("2-*.json")))


def started(*arguments: str) -> subprocess.CompletedProcess:
    """As a program of its own."""
    return subprocess.run(
        [sys.executable, "-m", "deep_amber.cli", *arguments], capture_output=True, text=True, timeout=120
    )


def run(*arguments: str) -> subprocess.CompletedProcess:
    """The same within this process, which has the kernels already."""
    done = CliRunner().invoke(main, arguments)
    if done.exception and not isinstance(done.exception, SystemExit):
        raise done.exception
    return subprocess.CompletedProcess(arguments, done.exit_code, done.stdout, done.stderr)


class CommandLine(unittest.TestCase):
    def test_meter(self):
        readings = json.loads(run("meter", SET, "--json").stdout)
        self.assertIsInstance(readings["surfaces"]["lit_cheek"]["stops"], float)
        self.assertGreater(readings["ratio"], 4)
        self.assertIn("dome_to_light", readings["incident"])
        table = run("meter", SET).stdout
        self.assertRegex(table, r"lit cheek\s+\+0\.\d")
        self.assertRegex(table, r"dome to light\s+f/\d")

    def test_ask(self):
        four = str(next(DEMO.glob("4-*.json")))
        told = json.loads(run("ask", four, "backdrop_middle=0", "--keep", "pattern", "--json").stdout)
        first = told["answers"][0]
        self.assertEqual([k for k in ("text", "moves", "effort", "reached", "changes", "set") if k not in first], [])
        self.assertAlmostEqual(first["reached"]["backdrop_middle"], 0.0, delta=0.2)
        self.assertIsNone(told["cannot"])
        words = run("ask", four, "backdrop_middle=0").stdout
        self.assertRegex(words, r"^1\. Turn the background up from 1/8 to")
        plan = json.loads(run("ask", four, "aims", "--json").stdout)
        self.assertEqual((len(plan["answers"]), plan["cannot"]), (1, None))
        self.assertRegex(run("ask", four, "aims").stdout, r"^1\. Turn the background down from 1/8 to 1/16\nThen ")
        for bad in ("backdrop_middle", "nose=1", "cloth=dark"):
            self.assertEqual(run("ask", four, bad).returncode, 2)

    def test_expose_says_each_output_on_its_own_scale_and_the_ways_out(self):
        four = str(next(DEMO.glob("4-*.json")))
        told = json.loads(run("expose", four, "--aperture", "f/2", "--json").stdout)
        by = {k["light"]: k for k in told["lights"]}
        self.assertEqual((by["key"]["setting"], by["key"]["to_key"]), ("1/256 +0.7", 0.0))
        self.assertRegex(by["fill"]["cannot"], r"^4\.0 stops too strong at its lowest, 1/64$")
        self.assertEqual(told["fits"], False)
        self.assertIn("set the aperture to f/8", [k["text"] for k in told["ways_out"]])
        self.assertRegex(run("expose", four, "--aperture", "8").stdout, r"^meter at the face: f/8")
        for bad in (("--aperture", "moon"), ("--aperture", "0.1"), ("--by", "moon"), ("--recycle", "99")):
            self.assertEqual(run("expose", four, *bad).returncode, 2, bad)

    def test_ambient_and_histogram(self):
        room = json.loads(run("ambient", SET, "--json").stdout)
        self.assertEqual((room["black"], room["lights"], room["kills"]), (True, [], []))
        self.assertRegex(run("ambient", SET).stdout, "nothing but flash is on")
        counts = json.loads(run("histogram", SET, "--json").stdout)
        self.assertEqual(sum(counts["channels"]["luminance"]), 640 * 800)
        self.assertEqual([k["zone"] for k in counts["zones"]], ["picture", "face", "hair", "cloth", "backdrop"])
        self.assertRegex(run("histogram", SET).stdout, r"raw holds \+0\.\d stops more")

    def test_order_of_a_sitting_and_what_it_refuses(self):
        looks = [
            {"name": f"look {n}", "set": json.loads(path.read_text())["set"], "first": n == 3}
            for n, path in enumerate(sorted(DEMO.glob("[0-9]-*.json")), 1)
        ]
        file = {"format": "deep-amber-sitting", "version": 1, "name": "an evening", "looks": looks}
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "sitting.json"
            path.write_text(json.dumps(file))
            told = json.loads(run("order", str(path), "--json").stdout)
            self.assertEqual(told["order"][0], "look 3")
            self.assertEqual(sorted(told["order"]), ["look 1", "look 2", "look 3", "look 4"])
            self.assertLessEqual(told["minutes"], told["as_given"] + 100)
            self.assertRegex(run("order", str(path)).stdout, r"^\d+ minutes of changes")
            looks[0]["after"], looks[2]["name"] = ["moon"], "look 1"
            path.write_text(json.dumps(file))
            refused = run("order", str(path))
            self.assertEqual(refused.returncode, 2)
            self.assertRegex(refused.stderr, "there is no look 'moon'")
            self.assertRegex(refused.stderr, "'look 1' is used twice")
        self.assertEqual(run("order", "nowhere.json").returncode, 2)

    def test_judge_finds_a_wrong_output_in_a_picture(self):
        with tempfile.TemporaryDirectory() as folder:
            lit = json.loads(Path(SET).read_text())
            lit["set"]["lights"][0]["output"] -= 1
            less, picture = Path(folder) / "less.json", Path(folder) / "less.png"
            less.write_text(json.dumps(lit))
            self.assertEqual(run("render", str(less), "-o", str(picture)).returncode, 0)
            told = json.loads(run("judge", SET, str(picture), "--json").stdout)
            self.assertAlmostEqual(told["lights"][0]["gave"], -1.0, delta=0.1)
            self.assertAlmostEqual(told["overall"], -1.0, delta=0.1)
            self.assertRegex(run("judge", SET, str(picture)).stdout, r"key: gave −1\.0; 1 stop more, to 1/4")
            self.assertEqual(run("judge", SET, str(less)).returncode, 2)

    def test_a_stand_in_says_its_address_and_answers(self):
        from deep_amber.devices.protocol import address_of, ask

        for command, kind in (("trigger", "trigger"), ("hand-meter", "hand meter"), ("camera", "camera")):
            process = subprocess.Popen(
                [sys.executable, "-m", "deep_amber.cli", command], stdout=subprocess.PIPE, text=True
            )
            try:
                line = process.stdout.readline()
                self.assertRegex(line, rf"^The stand-in {kind} is at 127\.0\.0\.1:\d+$")
                self.assertEqual(ask(address_of(line.split()[-1]), "status")["kind"], kind)
            finally:
                process.terminate()
                process.wait(10)
                process.stdout.close()

    def test_several_files_at_once_and_one_that_cannot_be_read(self):
        soft = str(next(DEMO.glob("1-*.json")))
        done = run("meter", soft, SET, "--json")
        self.assertEqual([k["file"] for k in json.loads(done.stdout)], [soft, SET])
        with tempfile.TemporaryDirectory() as folder:
            bad = Path(folder) / "bad.json"
            bad.write_text("{")
            done = run("meter", str(bad), soft)
        self.assertEqual(done.returncode, 2)
        self.assertIn(str(bad), done.stderr)
        self.assertIn("lit cheek", done.stdout)

    def test_one_light_alone_and_spots_of_the_picture(self):
        four = str(next(DEMO.glob("4-*.json")))
        file = json.loads(Path(four).read_text())
        names = [light["name"] for light in file["set"]["lights"]]
        whole, alone = (
            json.loads(run("meter", four, *more, "--spot", "0.5,0.05", "--json").stdout)
            for more in ((), ("--alone", names[0]))
        )
        self.assertLess(alone["spots"][0]["stops"], whole["spots"][0]["stops"])
        self.assertLess(alone["surfaces"]["backdrop_middle"]["stops"], whole["surfaces"]["backdrop_middle"]["stops"])
        # The backdrop high over the head: the spot sees what the surface reads there.
        self.assertAlmostEqual(whole["spots"][0]["stops"], whole["surfaces"]["backdrop_middle"]["stops"], delta=0.6)
        refused = run("meter", four, "--alone", "moon")
        self.assertEqual(refused.returncode, 2)
        self.assertIn(names[0], refused.stderr)
        self.assertEqual(run("meter", four, "--spot", "2,0").returncode, 2)

    def test_all_keys_are_there_without_a_key_light(self):
        with tempfile.TemporaryDirectory() as folder:
            file = json.loads(Path(SET).read_text())
            lit = json.loads(run("pattern", SET, "--json").stdout)
            for light in file["set"]["lights"]:
                light["on"] = False
            dark = Path(folder) / "dark.json"
            dark.write_text(json.dumps(file))
            self.assertEqual(set(json.loads(run("pattern", str(dark), "--json").stdout)), set(lit))

    def test_a_row_of_people_is_read_from_the_file(self):
        with tempfile.TemporaryDirectory() as folder:
            file = json.loads(Path(SET).read_text())
            file["set"]["people"] = {"count": 2, "spacing": 0.5}
            group = Path(folder) / "group.json"
            group.write_text(json.dumps(file))
            told = json.loads(run("row", str(group), "--json").stdout)
            self.assertEqual(told["people"], {"count": 2, "spacing": 0.5})
            self.assertEqual(len(told["now"]["stops"]), 2)
            self.assertRegex(run("row", str(group), "--count", "3").stdout, r"now +\S+  \S+  \S+   spread \d\.\d stops")

    def test_what_is_meant_so_is_a_note(self):
        with tempfile.TemporaryDirectory() as folder:
            file = json.loads(Path(SET).read_text())
            file["set"]["backdrop"]["width"] = 0.5
            file["set"]["meant"] = ["backdrop.narrow"]
            meant = Path(folder) / "meant.json"
            meant.write_text(json.dumps(file))
            found = {f["code"]: f for f in json.loads(run("check", str(meant), "--json").stdout)["findings"]}
            told = found["backdrop.narrow"]
            self.assertEqual((told["severity"], told["meant"], told["mend"]), ("note", True, None))
            self.assertIn("backdrop, meant so: The backdrop ends", run("check", str(meant)).stdout)

    def test_render(self):
        with tempfile.TemporaryDirectory() as folder:
            out = Path(folder) / "picture.png"
            done = started("render", SET, "-o", str(out), "--size", "160x200")
            self.assertEqual((done.returncode, done.stderr), (0, ""))
            with Image.open(out) as picture:
                self.assertEqual(picture.size, (160, 200))

    def test_check(self):
        done = run("check", SET)
        sound, *found = done.stdout.strip().splitlines()
        self.assertEqual((done.returncode, sound), (0, "Anton, hard and dramatic: sound"))
        self.assertTrue(
            found
            and all(
                re.match("(brief|room|backdrop|sitter|camera|key|fill|rim|background|expose), (note|look here): ", f)
                for f in found
            )
        )

    def test_check_says_what_is_found_with_figures_and_the_set_after_a_mend(self):
        with tempfile.TemporaryDirectory() as folder:
            file = json.loads(Path(SET).read_text())
            file["set"]["backdrop"]["width"] = 0.5
            narrow = Path(folder) / "narrow.json"
            narrow.write_text(json.dumps(file))
            findings = json.loads(run("check", str(narrow), "--json").stdout)["findings"]
            self.assertTrue(
                all(set(f) == {"code", "severity", "step", "message", "figures", "meant", "mend"} for f in findings)
            )
            found = {f["code"]: f for f in findings}
            narrow_one = found["backdrop.narrow"]
            self.assertEqual((narrow_one["severity"], narrow_one["step"]), ("warn", "backdrop"))
            self.assertGreater(narrow_one["figures"]["least_width_m"], 0.5)
            file["set"] = narrow_one["mend"]["set"]
            narrow.write_text(json.dumps(file))
            self.assertNotIn("backdrop.narrow", run("check", str(narrow), "--json").stdout)
            self.assertIn("backdrop, note: The backdrop fills the frame", run("check", str(narrow)).stdout)

    def test_pattern_names_the_key_and_says_why(self):
        soft = str(next(DEMO.glob("1-*.json")))
        read = json.loads(run("pattern", soft, "--json").stdout)
        self.assertGreaterEqual(set(read), {"pattern", "probabilities", "between", "side", "reasons", "catchlights"})
        self.assertEqual(read["pattern"], "loop")
        self.assertAlmostEqual(sum(read["probabilities"].values()), 1.0, places=5)
        self.assertIsNone(read["between"])
        self.assertEqual({c["eye"] for c in read["catchlights"]}, {"left", "right"})
        self.assertTrue(all(c["present"] and c["clock"] == "10:00" for c in read["catchlights"]))
        said = run("pattern", soft).stdout
        self.assertTrue(said.startswith("loop\n"), said)
        self.assertIn("The nose's shadow points to camera-right", said)

    def test_advise_gives_ways_whose_sets_have_the_pattern(self):
        made = json.loads(run("advise", SET, "--to", "butterfly", "--json").stdout)
        self.assertFalse(made["here"])
        with tempfile.TemporaryDirectory() as folder:
            there = Path(folder) / "there.json"
            file = json.loads(Path(SET).read_text()) | {"set": made["ways"][0]["set"]}
            there.write_text(json.dumps(file))
            self.assertEqual(json.loads(run("pattern", str(there), "--json").stdout)["pattern"], "butterfly")
            self.assertEqual(
                run("advise", str(there), "--to", "butterfly").stdout, "The key draws butterfly already.\n"
            )

    def test_schema(self):
        self.assertEqual(json.loads(run("schema").stdout)["title"], "SetFile")

    def test_what_is_wrong_goes_to_stderr_with_code_2(self):
        with tempfile.TemporaryDirectory() as folder:
            bad = Path(folder) / "bad.json"
            data = json.loads(Path(SET).read_text())
            data["set"]["room"]["width"] = 500
            bad.write_text(json.dumps(data))
            for arguments, words in (
                (("check", str(bad)), "set.room.width: 500 is too large. Accepted: 1.5 to 20."),
                (("meter", str(Path(folder) / "none.json")), "No such file"),
                (("render", SET, "-o", str(Path(folder) / "no/where.png"), "--size", "32x40"), "No such file"),
                (("render", SET, "-o", "x.png", "--size", "huge"), "640x800"),
                (("check", folder), "Is a directory"),
                (("juggle",), "No such command"),
            ):
                with self.subTest(arguments[0]):
                    done = run(*arguments)
                    self.assertEqual((done.returncode, done.stdout), (2, ""))
                    self.assertIn(words, done.stderr)
                    self.assertNotIn("Traceback", done.stderr)


if __name__ == "__main__":
    unittest.main()
