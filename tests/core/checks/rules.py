"""What tests of the steps' findings share: sets made wrong on purpose, and what is found in them."""

import unittest
from dataclasses import replace

from deep_amber.core.model import Set
from deep_amber.core.model.look import Look
from deep_amber.core.rules.validation import problems_of
from deep_amber.core.steps import STEPS, findings_of, message
from deep_amber.formats.sitter_file import known_sitters, sitter_of
from tests.sets import plain_set


class Rules(unittest.TestCase):
    def found(self, photo_set: Set, code: str, **asked) -> list:
        self.assertEqual(problems_of(photo_set, known_sitters()), [])
        step = [k.code for k in STEPS if code in k.findings]  # one alone: the others' rules take most of the time
        return [f for f in findings_of(photo_set, sitter_of(photo_set), only=step, **asked) if f.code == code]

    def one(self, photo_set: Set, code: str, severity: str = "warn", **asked):
        (finding,) = self.found(photo_set, code, **asked)
        self.assertEqual(finding.severity, severity, message(finding))
        return finding

    def mended(self, photo_set: Set, code: str) -> Set:
        finding = self.one(photo_set, code)
        self.assertIsNotNone(finding.mend, code)
        after = finding.mend.photo_set
        self.assertFalse([f for f in self.found(after, code) if f.severity == "warn"], code)
        return after

    def looked_at(self, photo_set: Set | None = None, **aims) -> Set:
        return replace(photo_set or plain_set(), look=Look("headshot", **aims))
