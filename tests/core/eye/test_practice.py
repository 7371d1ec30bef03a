"""Practice: tasks are sensible and the same each time; a perfect answer has full marks, a like picture too, a mirrored one not."""

import unittest
from dataclasses import replace
from functools import cache

from deep_amber.core.eye.marking import SKILLS, Answer, answered, clues, light_differs, marked
from deep_amber.core.eye.practice import LEVELS, Task, ground_of, task
from deep_amber.core.planning.measured import Look
from deep_amber.core.presenting.eye import CLUES, marked_texts, truth_text
from deep_amber.core.rules.validation import problems_of
from deep_amber.formats.sitter_file import known_sitters, load_sitter
from deep_amber.plan_told import looks


@cache
def look() -> Look:
    return looks()


@cache
def drawn(level: int, seed: int = 1) -> Task:
    return task(level, seed, load_sitter, tuple(known_sitters()), look())


def perfect(made: Task) -> Answer:
    t = made.truth
    return Answer(t.azimuth, t.elevation, t.size, t.depth, t.rim, t.ground, t.pattern)


class Tasks(unittest.TestCase):
    def test_each_level_has_what_it_is_for(self):
        for level in LEVELS:
            made = drawn(level)
            self.assertEqual(problems_of(made.photo_set, known_sitters()), [])
            self.assertIsNone(made.photo_set.look)
            key = made.photo_set.lights[0]
            self.assertEqual(key.modifier.kind, "bowl" if level == 1 else "softbox")
            roles = {k.role for k in made.photo_set.lights}
            self.assertLessEqual(
                roles, {"key"} if level < 3 else {"key", "rim"} if level < 4 else {"key", "rim", "background"}
            )
            self.assertTrue(abs(made.truth.azimuth) < 115 and -10 < made.truth.elevation < 62)
            self.assertIn(made.truth.pattern, truth_text(made.truth))
            self.assertTrue(all(k in CLUES for k in clues(made)))

    def test_a_number_gives_the_same_task_and_another_another(self):
        again = task(2, 1, load_sitter, tuple(known_sitters()), looks())
        self.assertEqual((again.photo_set, again.truth), (drawn(2).photo_set, drawn(2).truth))
        self.assertNotEqual(drawn(2, 2).photo_set, drawn(2).photo_set)

    def test_the_first_clue_is_the_shadow_of_a_small_light_and_the_eyes_of_a_large_one(self):
        self.assertEqual(clues(drawn(1))[0], "nose_shadow")
        large = replace(drawn(2), truth=replace(drawn(2).truth, size=0.9))
        self.assertEqual(clues(large)[0], "catchlights")

    def test_backdrops_are_told_apart(self):
        def of(left: float, middle: float, right: float) -> str:
            return ground_of({"backdrop_left": left, "backdrop_middle": middle, "backdrop_right": right})

        self.assertEqual(
            [of(-5, -4.5, -6), of(0, 0.1, 0), of(-2, -1, 0), of(-2, 0, -2)], ["dark", "even", "gradient", "spot"]
        )


class Marks(unittest.TestCase):
    def test_a_perfect_answer_has_full_marks_and_a_mirrored_one_has_not(self):
        for level in LEVELS:
            made = drawn(level)
            right = marked(made, perfect(made), look())
            self.assertEqual((right.total, set(right.marks)), (1.0, set(SKILLS)))
            self.assertLess(right.differs, 0.02)
            mirrored = marked(made, replace(perfect(made), azimuth=-made.truth.azimuth), look())
            if abs(made.truth.azimuth) > 12:
                self.assertLess(mirrored.marks["side"], 1.0)
                self.assertFalse(mirrored.same)

    def test_what_gives_the_same_picture_is_right_whatever_its_figures(self):
        made = next(
            drawn(level, seed) for level in (2, 5) for seed in range(1, 6) if drawn(level, seed).truth.size > 0.8
        )
        near = replace(
            perfect(made),
            azimuth=made.truth.azimuth + 5,
            elevation=made.truth.elevation - 4,
            size=made.truth.size * 1.6,
        )
        read = marked(made, near, look())
        self.assertTrue(read.same, read.differs)
        self.assertEqual([read.marks[k] for k in ("side", "height", "size", "fill")], [1.0] * 4)
        self.assertIn("gives the same picture", marked_texts(read)[0])

    def test_marks_fall_with_what_is_off(self):
        made = drawn(1)
        totals = [
            marked(
                made, replace(perfect(made), azimuth=made.truth.azimuth + by, depth=made.truth.depth + by / 30), look()
            ).total
            for by in (0, 20, 35, 80)
        ]
        self.assertEqual(totals, sorted(totals, reverse=True))
        self.assertLess(totals[-1], totals[0] - 0.2)
        named = marked(made, replace(perfect(made), pattern="nothing", rim="both"), look())
        self.assertEqual((named.marks["pattern"], named.marks["rim"]), (0.0, 0.0))

    def test_the_set_of_an_answer_has_its_key_there(self):
        made = drawn(3)
        stages = look()(made.photo_set)
        other = answered(made, stages, replace(perfect(made), azimuth=0.0, elevation=30.0, size=0.1))
        self.assertEqual(other.lights[1:], made.photo_set.lights[1:])
        self.assertEqual(other.lights[0].modifier.kind, "bowl")
        self.assertGreater(light_differs(stages, look()(other)), 0.2)


if __name__ == "__main__":
    unittest.main()
