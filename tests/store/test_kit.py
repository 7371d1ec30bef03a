"""The kit in the real database."""

import tempfile
import unittest
from pathlib import Path

from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.kit.owned import Kit
from deep_amber.store.database import open_store
from deep_amber.store.kit import StaleKit, open_kit, save_kit


class KitStore(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.sessions = open_store(Path(folder.name))
        self.addCleanup(self.sessions.kw["bind"].dispose)

    def test_kept_as_it_was(self):
        self.assertEqual(open_kit(self.sessions).kit, Kit())
        save_kit(self.sessions, 0, CATALOGUE)
        self.assertEqual((open_kit(self.sessions).version, open_kit(self.sessions).kit), (1, CATALOGUE))

    def test_only_the_first_of_two_saves_on_one_version_wins(self):
        save_kit(self.sessions, 0, Kit())
        save_kit(self.sessions, 1, CATALOGUE)
        for stale in (0, 1, 7):
            with self.assertRaises(StaleKit) as caught:
                save_kit(self.sessions, stale, Kit())
            self.assertEqual(caught.exception.present.kit, CATALOGUE)


if __name__ == "__main__":
    unittest.main()
