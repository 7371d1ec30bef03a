"""The rules of the house that a reader relies on."""

import ast
import importlib
import json
import re
import subprocess
import sys
import unittest
from collections.abc import Iterator
from pathlib import Path

from tools.assumptions import table

TOP = Path(__file__).parents[1]
CORE = TOP / "src/deep_amber/core"
ALLOWED = {"numpy", "scipy", "numba", "llvmlite", "embreex", "contourpy", "annotated_types", *sys.stdlib_module_names}
UNWANTED = {"time", "datetime", "sqlite3", "logging", "socket", "threading", "random"}
LONGEST = 300


def imports_of(path: Path) -> Iterator[str]:
    """Absolute names of the modules a file of core imports."""
    package = path.relative_to(TOP / "src").with_suffix("").parts[:-1]
    for node in ast.walk(ast.parse(path.read_text())):
        if isinstance(node, ast.Import):
            yield from (alias.name for alias in node.names)
        elif isinstance(node, ast.ImportFrom):
            base = package[: len(package) - node.level + 1] if node.level else ()
            yield ".".join([*base, *((node.module,) if node.module else ())])


class Beside(unittest.TestCase):
    def test_what_is_run_by_hand_alone_still_finds_what_it_takes(self):
        for folder in ("bench", "tools"):
            for path in (TOP / folder).glob("*.py"):
                with self.subTest(path.name):
                    importlib.import_module(f"{folder}.{path.stem}")


class Core(unittest.TestCase):
    def test_it_imports_only_what_it_may(self):
        for path in CORE.rglob("*.py"):
            for name in imports_of(path):
                with self.subTest(f"{path.name}: {name}"):
                    ours = name.startswith("deep_amber")
                    self.assertTrue(
                        name.startswith("deep_amber.core") if ours else name.split(".")[0] in ALLOWED - UNWANTED
                    )

    def test_it_loads_without_the_web_and_the_store(self):
        script = (
            "import sys, deep_amber.core.simulation, deep_amber.core.editing.fields;"
            "print([m for m in ('flask', 'sqlalchemy', 'pydantic', 'PIL', 'click', 'waitress') if m in sys.modules])"
        )
        done = subprocess.run([sys.executable, "-c", script], capture_output=True, text=True, check=True)
        self.assertEqual(done.stdout.strip(), "[]")

    def test_it_opens_no_files(self):
        for path in CORE.rglob("*.py"):
            self.assertNotRegex(path.read_text(), r"\bopen\(|read_text|read_bytes|write_text|np\.load", path.name)


class Assumptions(unittest.TestCase):
    def test_the_one_table_is_what_the_code_says(self):
        self.assertEqual((TOP / "docs/assumptions.md").read_text(), table(), "make assumptions")

    def test_no_figure_calls_itself_assumed_and_is_not_in_it(self):
        rows = (TOP / "docs/assumptions.md").read_text()
        marked = re.compile(r"\(assumptions?[,:;)]")
        for path in CORE.rglob("*.py"):
            if marked.search(path.read_text()):
                self.assertTrue(f"`{path.relative_to(CORE)}`" in rows, path.name)


class Files(unittest.TestCase):
    def test_none_is_long(self):
        parts = [p for d in ("src", "tests", "bake", "bench", "tools") for p in (TOP / d).rglob("*.py")]
        parts += [
            p for s in ("*.ts", "*.tsx", "*.css") for p in (TOP / "frontend/src").rglob(s) if p.name != "schema.ts"
        ]
        self.assertEqual([p.name for p in parts if len(p.read_text().splitlines()) > LONGEST], [])

    def test_lists_are_pinned_and_carry_no_addresses(self):
        lock = (TOP / "frontend/package-lock.json").read_text()
        self.assertNotIn('"resolved"', lock)
        for path in (TOP / "requirements").glob("*.txt"):
            for line in path.read_text().splitlines():
                self.assertRegex(line, r"^[A-Za-z0-9_.\-]+==[^ ;]+$", path.name)
        packages = json.loads((TOP / "frontend/package.json").read_text())
        for version in (packages["dependencies"] | packages["devDependencies"]).values():
            self.assertTrue(re.fullmatch(r"\d+\.\d+\.\d+", version), version)

    def test_every_public_function_of_core_says_what_it_is(self):
        for path in CORE.rglob("*.py"):
            for node in ast.parse(path.read_text()).body:
                if isinstance(node, ast.FunctionDef) and not node.name.startswith("_"):
                    self.assertTrue(ast.get_docstring(node), f"{path.name}: {node.name}")


if __name__ == "__main__":
    unittest.main()
