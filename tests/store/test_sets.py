"""The shelf on a real SQLite database."""

import sqlite3
import tempfile
import threading
import unittest
from pathlib import Path

from alembic.config import Config
from alembic.script import ScriptDirectory
from sqlalchemy import text

from deep_amber.store import database
from deep_amber.store import sets as store
from deep_amber.store.database import DATABASE_NAME, open_store
from tests.sets import demo_file, light_at


class OnDisk(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.sessions = open_store(self.folder)
        self.addCleanup(self.sessions.kw["bind"].dispose)

    def moved(self, x: float):
        file = demo_file()
        return file.model_copy(update={"set": light_at(file.set, x, 1.7, 2.5)})

    def names(self) -> list[str]:
        return [entry.name for entry in store.list_sets(self.sessions)]


class Database(OnDisk):
    def test_write_ahead_log_and_foreign_keys(self):
        with self.sessions() as session:
            self.assertEqual(session.execute(text("PRAGMA journal_mode")).scalar(), "wal")
            self.assertEqual(session.execute(text("PRAGMA foreign_keys")).scalar(), 1)

    def test_migrating_twice_keeps_what_is_there(self):
        added = store.add_set(self.sessions, demo_file())
        again = open_store(self.folder)
        self.addCleanup(again.kw["bind"].dispose)
        self.assertEqual(store.open_set(again, added.id).file, demo_file())

    def test_the_migrated_schema_is_the_models(self):
        from alembic.autogenerate import compare_metadata
        from alembic.migration import MigrationContext

        from deep_amber.store.models import Base

        with self.sessions.kw["bind"].connect() as connection:
            self.assertEqual(compare_metadata(MigrationContext.configure(connection), Base.metadata), [])

    def test_it_is_a_plain_sqlite_file(self):
        store.add_set(self.sessions, demo_file())
        with sqlite3.connect(self.folder / DATABASE_NAME) as plain:
            self.assertEqual(plain.execute("SELECT count(*) FROM sets").fetchone(), (1,))
        plain.close()


class Newest(OnDisk):
    def test_the_newest_schema_is_the_last_migration(self):
        config = Config()
        config.set_main_option("script_location", str(Path(database.__file__).parent / "migrations"))
        self.assertEqual(ScriptDirectory.from_config(config).get_current_head(), database.NEWEST)

    def test_a_fresh_database_is_migrated_once(self):
        engine = database.open_engine(self.folder / "fresh")
        self.addCleanup(engine.dispose)
        self.assertFalse(database.is_newest(engine))
        database.migrate(engine)
        self.assertTrue(database.is_newest(engine))


class Shelf(OnDisk):
    def test_what_is_put_in_comes_out(self):
        added = store.add_set(self.sessions, demo_file())
        self.assertEqual(store.open_set(self.sessions, added.id).file, demo_file())
        self.assertEqual(added.version, 1)

    def test_names_stay_apart(self):
        for _ in range(3):
            store.add_set(self.sessions, demo_file())
        self.assertEqual(
            sorted(self.names()), ["Nadia, soft headshot", "Nadia, soft headshot (2)", "Nadia, soft headshot (3)"]
        )

    def test_a_copy_is_its_own(self):
        first = store.add_set(self.sessions, demo_file())
        copy = store.copy_set(self.sessions, first.id)
        store.save_set(self.sessions, copy.id, 1, self.moved(-0.2).model_copy(update={"name": copy.name}))
        self.assertEqual(store.open_set(self.sessions, first.id).file, demo_file())

    def test_rename(self):
        first = store.add_set(self.sessions, demo_file())
        renamed = store.rename_set(self.sessions, first.id, "Other")
        self.assertEqual((renamed.name, renamed.file.name, renamed.version), ("Other", "Other", 2))

    def test_delete_and_undo(self):
        first = store.add_set(self.sessions, demo_file())
        store.delete_set(self.sessions, first.id)
        self.assertEqual(self.names(), [])
        with self.assertRaises(store.NoSuchSet):
            store.open_set(self.sessions, first.id)
        with self.assertRaises(store.NoSuchSet):
            store.save_set(self.sessions, first.id, 1, demo_file())
        self.assertEqual(store.restore_set(self.sessions, first.id).file, demo_file())
        with self.assertRaises(store.NoSuchSet):
            store.restore_set(self.sessions, first.id)

    def test_the_last_changed_comes_first(self):
        a = store.add_set(self.sessions, demo_file(1))
        store.add_set(self.sessions, demo_file(2))
        store.save_set(self.sessions, a.id, 1, self.moved(-0.3))
        self.assertEqual(self.names()[0], demo_file(1).name)


class Versions(OnDisk):
    def test_a_stale_save_is_refused_and_both_are_kept(self):
        first = store.add_set(self.sessions, demo_file())
        store.save_set(self.sessions, first.id, 1, self.moved(-0.2))
        with self.assertRaises(store.Stale) as caught:
            store.save_set(self.sessions, first.id, 1, self.moved(0.2))
        self.assertEqual(store.open_set(self.sessions, first.id).file.set, self.moved(-0.2).set)
        kept = store.open_set(self.sessions, caught.exception.kept.id)
        self.assertEqual(kept.file.set, self.moved(0.2).set)
        self.assertEqual(kept.name, "Nadia, soft headshot, other tab")
        self.assertEqual(caught.exception.present.version, 2)

    def test_a_tab_s_own_saves_do_not_stand_in_each_other_s_way(self):
        """The save on leaving is sent while another is under way: both are based on the same version."""
        first = store.add_set(self.sessions, demo_file())
        store.save_set(self.sessions, first.id, 1, self.moved(-0.2), store.Saver("tab", 1))
        made = store.save_set(self.sessions, first.id, 1, self.moved(0.2), store.Saver("tab", 2))
        self.assertEqual(made.version, 3)
        self.assertEqual(store.open_set(self.sessions, first.id).file.set, self.moved(0.2).set)
        self.assertEqual(len(self.names()), 1)

    def test_an_older_save_that_comes_later_adds_nothing(self):
        first = store.add_set(self.sessions, demo_file())
        store.save_set(self.sessions, first.id, 1, self.moved(0.2), store.Saver("tab", 2))
        late = store.save_set(self.sessions, first.id, 1, self.moved(-0.2), store.Saver("tab", 1))
        self.assertEqual((late.version, late.file.set), (2, self.moved(0.2).set))
        self.assertEqual(len(self.names()), 1)

    def test_another_tab_s_save_between_them_is_not_overwritten(self):
        first = store.add_set(self.sessions, demo_file())
        store.save_set(self.sessions, first.id, 1, self.moved(-0.2), store.Saver("tab", 1))
        store.save_set(self.sessions, first.id, 2, self.moved(0.1), store.Saver("other", 1))
        with self.assertRaises(store.Stale):
            store.save_set(self.sessions, first.id, 2, self.moved(0.2), store.Saver("tab", 2))
        self.assertEqual(store.open_set(self.sessions, first.id).file.set, self.moved(0.1).set)

    def test_of_many_saves_at_once_one_wins(self):
        first = store.add_set(self.sessions, demo_file())
        results: list[str] = []

        def save(x: float) -> None:
            try:
                store.save_set(self.sessions, first.id, 1, self.moved(x))
                results.append("saved")
            except store.Stale:
                results.append("stale")

        threads = [threading.Thread(target=save, args=(-0.5 + i / 10,)) for i in range(6)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(sorted(results), ["saved"] + ["stale"] * 5)
        self.assertEqual(len(self.names()), 6)


if __name__ == "__main__":
    unittest.main()
