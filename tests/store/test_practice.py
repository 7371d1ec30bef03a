"""What was practised is kept in time order, and a set that is moved counts its moves once."""

import tempfile
import unittest
from dataclasses import replace
from pathlib import Path

from deep_amber.core.eye.progress import Attempt
from deep_amber.store.database import open_store
from deep_amber.store.hands import NoSuchHand, begin_hand, hand_of, hinted, moved
from deep_amber.store.practice import all_attempts, attempts, keep_attempt
from deep_amber.store.schedule import days_of, time_of
from deep_amber.store.sets import add_set, delete_set, now
from tests.sets import demo_file

MARKS = {"side": 0.5, "height": 1.0}


class Practice(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.sessions = open_store(Path(folder.name))
        self.addCleanup(self.sessions.kw["bind"].dispose)

    def test_attempts_come_back_as_they_were_the_oldest_first(self):
        made = [Attempt(20777.5 - k / 7, "eye", 1 + k, 40 + k, MARKS, 0.75, 12.5) for k in range(4)]
        for k in made:
            keep_attempt(self.sessions, k)
        back = attempts(self.sessions)
        self.assertEqual([k.seed for k in back], [43, 42, 41, 40])
        self.assertEqual([dict(k.marks) for k in back], [MARKS] * 4)
        self.assertEqual(list(all_attempts(self.sessions)), back)
        for mine, kept in zip(made[::-1], back, strict=True):
            self.assertAlmostEqual(mine.at, kept.at, places=9)

    def test_days_and_times_are_each_other_s(self):
        here = now()
        self.assertLess(abs((time_of(days_of(here)) - here).total_seconds()), 1e-3)

    def test_moves_count_while_it_is_not_made_and_go_with_the_set(self):
        file = demo_file(1)
        stored = add_set(self.sessions, file)
        begin_hand(self.sessions, stored.id, 2, 7, file.set)
        same, first = moved(self.sessions, stored.id, file.set, False)
        self.assertEqual((same.moves, first), (0, False))
        other = replace(file.set, camera=replace(file.set.camera, aperture=4.0))
        moved(self.sessions, stored.id, other, False)
        again, _ = moved(self.sessions, stored.id, other, False)
        self.assertEqual(again.moves, 1)
        hinted(self.sessions, stored.id)
        done, first = moved(self.sessions, stored.id, file.set, True)
        self.assertEqual((done.moves, done.hints, first), (2, 1, True))
        self.assertIsNotNone(done.done_at)
        after, first = moved(self.sessions, stored.id, other, True)
        self.assertEqual((after.moves, first), (2, False))
        delete_set(self.sessions, stored.id)
        self.assertEqual(hand_of(self.sessions, stored.id).seed, 7)  # it may be put back
        with self.assertRaises(NoSuchHand):
            hand_of(self.sessions, "nothing")


if __name__ == "__main__":
    unittest.main()
