"""Codes of findings, their words and docs/findings.md are held together."""

import re
import unittest
from pathlib import Path

from deep_amber.core.steps import STEPS
from tests.sets import plain_set

TOP = Path(__file__).parents[2]
CHECKS = TOP / "src/deep_amber/core/checks"
EMITTED = re.compile(r'Finding\(\s*f?"([\w{}.]+)"')


def emitted() -> set[str]:
    """Codes that the rules yield."""
    found = set()
    for path in CHECKS.glob("*.py"):
        for code in EMITTED.findall(path.read_text()):
            if code.startswith("{step}"):
                found |= {code.replace("{step}", step) for step in ("sitter", "key")}
            elif "{touch}" in code:
                found |= {code.replace("{touch}", k) for k in ("high_black", "high_dark", "low_white", "low_light")}
            elif "{code}" in code:
                found |= {code.replace("{code}", k) for k in ("wardrobe", "hair")}
            else:
                found.add(code)
    return found


def documented() -> set[str]:
    """Codes in the first column of docs/findings.md; ".second" stands for the row's own step."""
    found = set()
    for line in (TOP / "docs/findings.md").read_text().splitlines():
        if line.startswith("| `"):
            step = ""
            for code in re.findall(r"`([\w.]+)`", line.split("|")[1]):
                step = code.split(".")[0] or step
                found.add(f"{step}.{code.split('.')[1]}")
    return found


class Codes(unittest.TestCase):
    def test_each_has_words_and_a_line_in_the_docs(self):
        worded = {code for step in STEPS for code in step.findings}
        self.assertGreater(len(worded), 30)
        self.assertEqual(emitted(), worded)
        self.assertEqual(documented(), worded)

    def test_they_begin_with_their_step(self):
        for step in STEPS:
            self.assertTrue(all(code.startswith(f"{step.code}.") for code in step.findings), step.code)

    def test_the_bench_has_their_things(self):
        for step in STEPS:
            self.assertTrue(step.thing == "key" or hasattr(plain_set(), step.thing), step.thing)

    def test_no_act_has_two_wordings(self):
        codes = [code for step in STEPS for code in step.acts]
        self.assertEqual(len(codes), len(set(codes)))


if __name__ == "__main__":
    unittest.main()
