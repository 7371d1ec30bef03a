"""The real application on a real database, asked without a network."""

import json
import shutil
import tempfile
import unittest
from dataclasses import replace
from functools import cache
from pathlib import Path
from typing import Any

from sqlalchemy import text

from deep_amber.cli import QUICKLY
from deep_amber.core.model import Set
from deep_amber.core.simulation import DRAGGED, SETTLED
from deep_amber.formats.set_file import write_set_file
from deep_amber.store.database import DATABASE_NAME, open_store
from deep_amber.web.app import create_app
from deep_amber.web.desk_parts import Kept
from deep_amber.web.pictures import PictureDesk
from tests.sets import demo_file

QUICK = replace(DRAGGED, outlines=True)
"""Pictures at rest of tests that look at what is said, not at how finely."""
FINE = SETTLED
"""Of those that look at how finely."""


@cache
def _migrated() -> tempfile.TemporaryDirectory[str]:
    """A data folder with a database as a first start leaves it: made once a process, copied for each application."""
    folder = tempfile.TemporaryDirectory()
    open_store(Path(folder.name)).kw["bind"].dispose()
    return folder


def fresh_folder() -> tempfile.TemporaryDirectory[str]:
    """A data folder with an empty, migrated database."""
    folder = tempfile.TemporaryDirectory()
    shutil.copy(Path(_migrated().name) / DATABASE_NAME, folder.name)
    return folder


class WebTest(unittest.TestCase):
    """One application a class; each test finds it empty, with a desk that nobody has used but for what it has computed."""

    settled = QUICK

    @classmethod
    def application(cls, folder: Path) -> Any:
        """What the class asks, over a data folder."""
        return create_app(folder, settled=cls.settled, effort=QUICKLY)

    @classmethod
    def setUpClass(cls) -> None:
        folder = fresh_folder()
        cls.addClassCleanup(folder.cleanup)
        cls.folder = Path(folder.name)
        cls.app = cls.application(cls.folder)
        cls.addClassCleanup(cls.app.extensions["sessions"].kw["bind"].dispose)
        cls._computed = Kept()

    def setUp(self) -> None:
        self._empty()
        self.app.extensions["pictures"] = PictureDesk(self.settled, self._computed)
        self.client = self.app.test_client()

    def _empty(self) -> None:
        """Takes out what an earlier test of the class has left: rows, files, what is remembered."""
        engine = self.app.extensions["sessions"].kw["bind"]
        with engine.connect() as connection:
            connection.execute(text("PRAGMA foreign_keys=OFF"))
            names = connection.execute(
                text("SELECT name FROM sqlite_master WHERE type = 'table' AND sql NOT LIKE 'CREATE VIRTUAL%'")
            ).scalars()
            for name in [k for k in names if k != "alembic_version"]:
                connection.execute(text(f'DELETE FROM "{name}"'))
            connection.commit()
            connection.execute(text("PRAGMA foreign_keys=ON"))
        for path in self.folder.iterdir():
            if path.is_dir():
                shutil.rmtree(path)
            elif not path.name.startswith(DATABASE_NAME):
                path.unlink()
        for name in ("thumbnails", "practice"):
            self.app.extensions[name].clear()

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
