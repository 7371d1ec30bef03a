"""Recorded answers are such as the server gives: each fits the published description of its request."""

import json
import re
import unittest
from functools import cache
from pathlib import Path
from typing import Any

from jsonschema import Draft202012Validator

from .recorded import FOLDER, recorded

PUBLISHED = json.loads((Path(__file__).parents[2] / "docs/openapi.json").read_text())


@cache
def _paths() -> list[tuple[re.Pattern[str], dict[str, Any]]]:
    """The published paths, those without a part to fill in first."""
    made = sorted(PUBLISHED["paths"].items(), key=lambda k: k[0].count("{"))
    return [(re.compile(re.sub(r"\{[^}]+\}", "[^/]+", path)), told) for path, told in made]


@cache
def _validator(method: str, path: str, status: str) -> Draft202012Validator | None:
    """Of an answer in JSON; None where it is none. Raises KeyError for an answer that is not published."""
    told = next(told for pattern, told in _paths() if pattern.fullmatch(path))
    content = told[method.lower()]["responses"][status].get("content", {})
    if "application/json" not in content:
        return None
    return Draft202012Validator({**content["application/json"]["schema"], "components": PUBLISHED["components"]})


class Recordings(unittest.TestCase):
    def test_each_answer_is_as_published(self):
        seen, checked = set(), 0
        for file in FOLDER.glob("*.json.gz"):
            kept = recorded(file.name.partition(".")[0])
            for name, answers in kept["tests"].items():
                for asked, status, kind, key in answers:
                    method, where, *_ = asked.split(" ")
                    path = where.partition("?")[0]
                    if (method, path, status, key) in seen or status == 204:
                        continue
                    seen.add((method, path, status, key))
                    with self.subTest(test=name, asked=asked):
                        validator = _validator(method, path, str(status))
                        if validator and kind.startswith("application/json"):
                            validator.validate(json.loads(kept["bodies"][key]))
                            checked += 1
        self.assertGreater(checked, 100)

    def test_nothing_is_kept_of_tests_that_are_gone(self):
        for file in FOLDER.glob("*.json.gz"):
            module = file.name.partition(".")[0]
            there = unittest.defaultTestLoader.loadTestsFromName(f"tests.browser.{module}")
            names = {f"{type(k).__name__}.{k._testMethodName}" for part in there for k in part}
            self.assertLessEqual(set(recorded(module)["tests"]), names, module)


if __name__ == "__main__":
    unittest.main()
