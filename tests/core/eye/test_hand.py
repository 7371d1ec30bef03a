"""Practice of the hand: where a set begins, when it makes the picture, what a hint says, what it is worth."""

import unittest
from dataclasses import replace
from functools import cache

from deep_amber.core.eye.hand import LEAST, beginning, hint, mark_of, matched
from deep_amber.core.eye.practice import task
from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.model.point import Point
from deep_amber.core.model.set import with_light
from deep_amber.core.presenting.eye import hint_text, match_text
from deep_amber.core.rules.validation import problems_of
from deep_amber.formats.sitter_file import known_sitters, load_sitter
from deep_amber.plan_told import looks

KNOWN = tuple(known_sitters())
SHADOWED = 2  # a task whose board opens the shadow by .9 stops


@cache
def look():
    return looks()


@cache
def made(level: int, seed: int):
    return task(level, seed, load_sitter, KNOWN, look())


class Hand(unittest.TestCase):
    def test_it_begins_elsewhere_with_a_set_that_is_sound(self):
        for level, seed in ((1, 3), (2, 7), (3, 2), (4, 5), (5, 1)):
            first = beginning(made(level, seed), look(), KNOWN)
            self.assertEqual(problems_of(first, KNOWN), [])
            match = matched(look()(made(level, seed).photo_set), look()(first))
            self.assertFalse(match.same)
            self.assertEqual(first.room, made(level, seed).photo_set.room)

    def test_the_picture_itself_matches_and_a_mirrored_key_does_not(self):
        one = made(1, 3)
        target = look()(one.photo_set)
        self.assertTrue(matched(target, target).same)
        key = one.photo_set.lights[0]
        mirrored = replace(key, place=Point(-key.place.x, key.place.y, key.place.z))
        self.assertFalse(matched(target, look()(with_light(one.photo_set, 0, mirrored))).same)
        dark = with_light(one.photo_set, 0, replace(key, on=False))
        self.assertIsNone(matched(target, look()(dark)))
        self.assertIn("No key", match_text(None))

    def test_brighter_alone_is_the_same_light(self):
        one = made(1, 3)
        key = one.photo_set.lights[0]
        brighter = with_light(one.photo_set, 0, replace(key, output=key.output - 0.5))
        self.assertTrue(matched(look()(one.photo_set), look()(brighter)).same)

    def test_a_hint_brings_it_nearer(self):
        for level, seed in ((1, 3), (2, 7)):
            one = made(level, seed)
            target, first = look()(one.photo_set), beginning(one, look(), KNOWN)
            acts = hint(target, look()(first), look(), CATALOGUE)
            self.assertTrue(acts)
            self.assertIn("key", hint_text(acts))
        self.assertIn("No single move", hint_text(()))

    def test_where_the_light_is_right_the_hint_is_of_the_shadow(self):
        one = made(2, SHADOWED)
        bare = replace(one.photo_set, panels=())
        target, now = look()(one.photo_set), look()(bare)
        match = matched(target, now)
        self.assertLess(match.differs, 0.35)
        self.assertGreater(match.depth, 0.4)
        self.assertIn("too deep", match_text(match))
        self.assertTrue(hint(target, now, look(), CATALOGUE))

    def test_few_moves_count(self):
        self.assertEqual(mark_of(4, 0), 1.0)
        self.assertLess(mark_of(12, 0), mark_of(7, 0))
        self.assertLess(mark_of(4, 1), mark_of(4, 0))
        self.assertEqual(mark_of(100, 9), LEAST)


if __name__ == "__main__":
    unittest.main()
