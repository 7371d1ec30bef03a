"""How practice is scheduled: what is never tried comes first, then what is due and weakest; the better it went, the later again."""

import random
import unittest

from hypothesis import given
from hypothesis import strategies as st

from deep_amber.core.eye.marking import SKILLS
from deep_amber.core.eye.progress import FROM_LEVEL, Attempt, asked, grade_of, next_of, progress
from deep_amber.core.presenting.eye import due_text, next_text
from deep_amber.store.schedule import due_of

NOON = 20777.5


def attempt(days: float, **marks: float) -> Attempt:
    return Attempt(NOON + days, "eye", 2, 1, marks, sum(marks.values()) / max(len(marks), 1), 30.0)


def all_of(days: float, mark: float, **other: float) -> Attempt:
    return attempt(days, **{k: other.get(k, mark) for k in SKILLS})


class Progress(unittest.TestCase):
    def test_what_was_never_tried_comes_first(self):
        skills = progress([attempt(0, side=0.2, height=0.9)], due_of)
        self.assertEqual({k.skill for k in skills}, set(SKILLS))
        following = next_of(skills, NOON)
        self.assertEqual((following.skill, following.level, following.why), ("pattern", 1, "new"))
        self.assertIn("not tried yet", next_text(following))

    def test_then_the_weakest_of_what_is_due_and_else_the_weakest(self):
        made = [all_of(0, 0.95, rim=0.55, fill=0.6)]
        later = next_of(progress(made, due_of), NOON + 400)
        self.assertEqual((later.skill, later.why), ("rim", "due"))
        self.assertEqual(later.level, FROM_LEVEL["rim"])
        now = next_of(progress(made, due_of), NOON)
        self.assertEqual((now.skill, now.why), ("rim", "weakest"))

    def test_better_standing_asks_for_higher_levels(self):
        made = [all_of(k, 0.97, side=0.93) for k in range(3)]
        following = next_of(progress(made, due_of), NOON)
        self.assertEqual((following.skill, following.level), ("side", 3))

    def test_the_standing_is_of_the_last_ones_and_the_curve_is_in_time_order(self):
        made = [attempt(k, side=0.0) for k in range(10)] + [attempt(10 + k, side=1.0) for k in range(10)]
        side = next(k for k in progress(made, due_of) if k.skill == "side")
        self.assertEqual((side.standing, side.attempts), (1.0, 20))
        self.assertEqual([at for at, _ in side.curve], sorted(at for at, _ in side.curve))

    def test_a_level_asks_only_for_what_its_pictures_have(self):
        marks = dict.fromkeys(SKILLS, 1.0)
        self.assertEqual(set(asked(1, marks)), {"side", "height", "pattern"})
        self.assertNotIn("background", asked(3, marks))
        self.assertEqual(set(asked(5, marks)), set(SKILLS))

    def test_when_it_is_due_in_words(self):
        self.assertEqual(due_text(None, NOON), "not tried yet")
        for hours, said in ((-1, "due now"), (3, "due today"), (30, "due tomorrow"), (24 * 9, "due in 9 days")):
            self.assertEqual(due_text(NOON + hours / 24, NOON), said)

    @given(st.lists(st.floats(0, 1), min_size=1, max_size=12))
    def test_it_is_due_after_the_last_attempt_and_by_no_chance(self, marks):
        """A scheduler that spreads its days at random would tell another day each time that it is asked."""
        made = [(NOON + k, grade_of(mark)) for k, mark in enumerate(marks)]
        self.assertGreater(due_of(made), made[-1][0])
        due = set()
        for seed in range(4):
            random.seed(seed)
            due.add(due_of(made))
        self.assertEqual(len(due), 1)

    @given(st.integers(1, 6))
    def test_the_better_it_went_the_later_it_is_due(self, many):
        good, poor = (due_of([(NOON + 2 * k, grade_of(m)) for k in range(many)]) for m in (0.95, 0.2))
        self.assertGreater(good, poor)


if __name__ == "__main__":
    unittest.main()
