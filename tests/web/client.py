"""The real application on a real database, asked without a network."""

import json
import tempfile
import unittest
from dataclasses import replace
from pathlib import Path

from deep_amber.core.model import Set
from deep_amber.core.simulation import DRAGGED, SETTLED
from deep_amber.formats.set_file import write_set_file
from deep_amber.web.app import create_app
from tests.sets import demo_file

QUICK = replace(DRAGGED, outlines=True)
"""Pictures at rest of tests that look at what is said, not at how finely."""


class WebTest(unittest.TestCase):
    settled = SETTLED

    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.app = create_app(Path(folder.name), settled=self.settled)
        self.addCleanup(self.app.extensions["sessions"].kw["bind"].dispose)
        self.client = self.app.test_client()

    def demo_json(self, number: int = 1) -> dict:
        return json.loads(write_set_file(demo_file(number)))

    def demo_set(self, number: int = 1) -> Set:
        return demo_file(number).set

    def added(self, number: int = 1) -> dict:
        """A demo set put on the shelf through the import a user has."""
        answer = self.client.post("/api/sets", data=write_set_file(demo_file(number)))
        self.assertEqual(answer.status_code, 201)
        return answer.json

    def assert_refused(self, answer, status: int = 422) -> list[dict]:
        self.assertEqual(answer.status_code, status, answer.data[:300])
        self.assertNotIn(b"Traceback", answer.data)
        problems = answer.json["problems"]
        self.assertTrue(problems and all(p["message"] for p in problems))
        return problems
