"""Everything in one file, written while the program writes; a damaged one changes nothing."""

import shutil
import sqlite3
import tempfile
import threading
import unittest
import zipfile
from contextlib import closing
from datetime import datetime
from pathlib import Path

from deep_amber.store.backup import LIST, BadBackup, back_up, in_use, restore
from deep_amber.store.database import DATABASE_NAME, open_store
from deep_amber.store.faults import DataFault
from deep_amber.store.frames import add_frame, frame_file
from deep_amber.store.log import About, New, Wanted, add_entry, page_of
from deep_amber.store.sets import add_set, list_sets
from tests.sets import demo_file

AT = datetime(2026, 11, 26, 20, 0)


class Backup(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.top = Path(folder.name)
        self.data, self.file = self.top / "data", self.top / "all.zip"
        self.sessions = open_store(self.data)
        self.addCleanup(self.sessions.kw["bind"].dispose)
        self.set_id = add_set(self.sessions, demo_file(4)).id
        self.frame = add_frame(self.sessions, self.data, About(self.set_id), "DA00001", {}, b"jpeg" * 500, b"raw" * 900)

    def kept(self, folder: Path) -> tuple[list[str], bytes]:
        sessions = open_store(folder)
        self.addCleanup(sessions.kw["bind"].dispose)
        return [k.name for k in list_sets(sessions)], frame_file(sessions, folder, self.frame.id, "dng").read_bytes()

    def test_it_opens_elsewhere_with_every_picture(self):
        self.assertEqual(back_up(self.data, self.file), 3)
        elsewhere = self.top / "another machine" / "data"
        self.assertIsNone(restore(self.file, elsewhere, AT))
        self.assertEqual(self.kept(elsewhere), (["Anton, four lights"], b"raw" * 900))

    def test_what_was_there_is_kept_beside_it(self):
        back_up(self.data, self.file)
        add_set(self.sessions, demo_file(1))
        self.sessions.kw["bind"].dispose()
        kept = restore(self.file, self.data, AT)
        self.assertEqual(kept.name, "data-before-20261126-200000")
        self.assertEqual(self.kept(self.data)[0], ["Anton, four lights"])
        self.assertEqual(sorted(self.kept(kept)[0]), ["Anton, four lights", "Nadia, soft headshot"])

    def test_it_is_whole_while_lines_are_written(self):
        stop = threading.Event()

        def write():
            while not stop.is_set():
                add_entry(self.sessions, New("note", "note", note="x" * 200))

        writer = threading.Thread(target=write)
        writer.start()
        try:
            for n in range(5):
                back_up(self.data, self.top / f"{n}.zip")
        finally:
            stop.set()
            writer.join()
        for n in range(5):
            elsewhere = self.top / f"data {n}"
            restore(self.top / f"{n}.zip", elsewhere, AT)
            sessions = open_store(elsewhere)
            self.addCleanup(sessions.kw["bind"].dispose)
            self.assertTrue(page_of(sessions, Wanted(kind="frame"))[0])

    def test_a_damaged_one_is_refused_whole(self):
        back_up(self.data, self.file)
        whole = self.file.read_bytes()
        for name, raw in (
            ("cut", whole[: len(whole) // 2]), ("empty", b""), ("none", b"no archive at all"),
            ("turned", whole[:4000] + bytes(k ^ 255 for k in whole[4000:4200]) + whole[4200:]),
        ):  # fmt: skip
            self.file.write_bytes(raw)
            with self.assertRaises(BadBackup, msg=name):
                restore(self.file, self.data, AT)
            self.assertEqual(self.kept(self.data)[0], ["Anton, four lights"])
        self.assertEqual(sorted(k.name for k in self.top.iterdir()), ["all.zip", "data"])

    def rewritten(self, change) -> None:
        """The backup with its parts changed."""
        back_up(self.data, self.file)
        with zipfile.ZipFile(self.file) as archive:
            parts = {k: archive.read(k) for k in archive.namelist()}
        change(parts)
        with zipfile.ZipFile(self.file, "w") as archive:
            for name, raw in parts.items():
                archive.writestr(name, raw)

    def test_what_is_not_ours_is_refused(self):
        def outside(parts):
            parts[LIST] = parts[LIST].replace(b'"frames/', b'"../frames/')

        def newer(parts):
            parts[LIST] = parts[LIST].replace(b'"version": 1', b'"version": 2')

        def another_picture(parts):
            name = next(k for k in parts if k.endswith(".dng"))
            parts[name] = b"another"

        def no_database(parts):
            parts[DATABASE_NAME] = b"not a database" * 100
            import hashlib
            import json

            told = json.loads(parts[LIST])
            told["parts"][DATABASE_NAME] = hashlib.sha256(parts[DATABASE_NAME]).hexdigest()
            parts[LIST] = json.dumps(told).encode()

        for change, words in (
            (outside, "none of ours"),
            (newer, "newer"),
            (another_picture, "damaged at"),
            (no_database, "damaged database"),
        ):
            self.rewritten(change)
            with self.assertRaisesRegex(BadBackup, words):
                restore(self.file, self.data, AT)

    def test_a_folder_in_use_stays_as_it_is(self):
        back_up(self.data, self.file)
        with in_use(self.data), self.assertRaisesRegex(DataFault, "stop the server"):
            restore(self.file, self.data, AT)
        self.assertTrue((self.data / DATABASE_NAME).exists())

    def test_no_data_and_an_older_schema(self):
        with self.assertRaisesRegex(DataFault, "holds no data"):
            back_up(self.top / "nothing", self.file)
        shutil.copytree(self.data, self.top / "old")
        with closing(sqlite3.connect(self.top / "old" / DATABASE_NAME)) as database:
            database.executescript(
                "DROP TABLE hands; DROP TABLE attempts; DROP TABLE log; DROP TABLE calibrations; DROP TABLE states; DROP TABLE poses; DROP TABLE sittings;"
                "CREATE TABLE frames (id VARCHAR(32) PRIMARY KEY, set_id VARCHAR(32) NOT NULL REFERENCES sets (id) ON DELETE CASCADE,"
                " name VARCHAR(80) NOT NULL, told TEXT NOT NULL, raw BOOLEAN NOT NULL, taken_at DATETIME NOT NULL);"
                "UPDATE alembic_version SET version_num = '0005';"
            )
            database.execute(
                "INSERT INTO frames VALUES (?, ?, 'DA00001', '{\"faults\": []}', 1, '2026-11-20 20:00:00.000000')",
                (self.frame.id, self.set_id),
            )
            database.commit()
        back_up(self.top / "old", self.file)
        restore(self.file, self.top / "new", AT)
        sessions = open_store(self.top / "new")
        self.addCleanup(sessions.kw["bind"].dispose)
        ((entry,), more) = page_of(sessions, Wanted(words="four lights da00001"))
        self.assertEqual((entry.name, entry.raw, entry.set_name, more), ("DA00001", "dng", "Anton, four lights", False))


if __name__ == "__main__":
    unittest.main()
