"""Starting the server where it cannot run: one line that says why, and exit 2."""

import sqlite3
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

from click.testing import CliRunner

from deep_amber.cli import main
from deep_amber.store.database import DATABASE_NAME, open_store
from tests.sets import DEMO


class Serve(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def refused(self, *arguments: str) -> str:
        """What is said of a start that cannot be."""
        done = CliRunner().invoke(main, ["serve", "--port", "0", *arguments])
        self.assertEqual(done.exit_code, 2, done.stderr)
        self.assertEqual(len(done.stderr.strip().splitlines()), 1, done.stderr)
        return done.stderr

    def test_it_is_the_same_from_a_shell(self):
        command = [sys.executable, "-m", "deep_amber.cli", "serve", "--port", "0", "--data", "/proc/nothing/data"]
        done = subprocess.run(command, capture_output=True, text=True)
        self.assertEqual((done.returncode, len(done.stderr.strip().splitlines())), (2, 1), done.stderr)

    def test_a_damaged_database(self):
        (self.folder / DATABASE_NAME).write_bytes(b"not a database " * 400)
        self.assertIn("damaged", self.refused("--data", str(self.folder)))

    def test_a_database_of_a_newer_program(self):
        open_store(self.folder).kw["bind"].dispose()
        with sqlite3.connect(self.folder / DATABASE_NAME) as connection:
            connection.execute("UPDATE alembic_version SET version_num = '9999'")
        connection.close()
        self.assertIn("newer Deep Amber", self.refused("--data", str(self.folder)))

    def test_a_data_folder_that_is_a_file(self):
        place = self.folder / "data"
        place.write_text("")
        self.assertIn("is a file", self.refused("--data", str(place)))

    def test_a_data_folder_that_cannot_be_made(self):
        self.assertIn("cannot be made", self.refused("--data", "/proc/nothing/data"))

    def test_a_host_that_is_none(self):
        said = self.refused("--data", str(self.folder), "--host", "no.such.host.invalid")
        self.assertIn("no address of this machine", said)

    def test_a_demo_folder_with_a_bad_file(self):
        demo = self.folder / "demo"
        demo.mkdir()
        (demo / "1-good.json").write_bytes(next(DEMO.glob("1-*.json")).read_bytes())
        (demo / "2-bad.json").write_text("{")
        said = self.refused("--data", str(self.folder / "data"), "--demo", str(demo))
        self.assertIn("2-bad.json", said)
        self.assertIn("not JSON", said)

    def test_a_database_that_another_program_holds(self):
        open_store(self.folder).kw["bind"].dispose()
        with sqlite3.connect(self.folder / DATABASE_NAME) as connection:
            connection.execute("BEGIN EXCLUSIVE")
            said = self.refused("--data", str(self.folder), "--demo", str(DEMO))
            self.assertIn("in use by another program", said)
        connection.close()


if __name__ == "__main__":
    unittest.main()
