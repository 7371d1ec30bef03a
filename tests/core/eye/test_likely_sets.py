"""Sets of the own kit for a picture that was read, and what is laid over a picture."""

import unittest
from dataclasses import replace
from functools import cache

import numpy as np

from deep_amber.core.eye.key_direction import KeyDirection
from deep_amber.core.eye.likely_sets import likely_sets
from deep_amber.core.eye.overlay import difference, overlay
from deep_amber.core.eye.practice import task
from deep_amber.core.eye.readback import ReadBack
from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.kit.owned import Kit, shortages
from deep_amber.core.presenting.likely_sets import likely_text
from deep_amber.core.rules.validation import problems_of
from deep_amber.formats.sitter_file import known_sitters, load_sitter
from deep_amber.plan_told import looks
from tests.sets import demo_file

KNOWN = tuple(known_sitters())
READ = ReadBack(
    KeyDirection(-35.0, 30.0, 8.0, True), "anton", 1.0, 5.0, None, "soft", 0.8, 1, 1.6, "none", "even", -1.5, ()
)


@cache
def look():
    return looks()


def sets_of(read: ReadBack, kit: Kit = CATALOGUE):
    return likely_sets(read, demo_file(1).set, kit, load_sitter, KNOWN, look())


class Likely(unittest.TestCase):
    def test_three_sets_of_the_kit_have_the_light_that_was_read(self):
        made = sets_of(READ)
        self.assertEqual(len(made), 3)
        self.assertEqual(len({k.uses[1] for k in made}), 3, "each has another front")
        for k in made:
            self.assertEqual(problems_of(k.photo_set, KNOWN), [])
            self.assertEqual(list(shortages(CATALOGUE, k.photo_set)), [])
            self.assertEqual(k.photo_set.room, demo_file(1).set.room)
            self.assertEqual(k.photo_set.sitter.who, "anton")
            self.assertLess(k.off, 20)
            self.assertLess(abs(k.times), 1)
            self.assertIn("of that size" if abs(k.times) < 0.2 else "times as", likely_text(k))
        self.assertLess(made[0].off, 10)

    def test_a_rim_and_the_other_side_are_built_as_read(self):
        key = replace(READ.key, azimuth=40.0)
        made = sets_of(replace(READ, key=key, rim="camera-left"))
        self.assertTrue(made)
        self.assertGreater(made[0].truth.azimuth, 20)
        self.assertTrue(any(k.truth.rim == "camera-left" for k in made), [k.truth.rim for k in made])

    def test_a_kit_without_flash_makes_none(self):
        self.assertEqual(sets_of(READ, Kit()), [])


class Laid(unittest.TestCase):
    def test_the_truth_lies_on_the_face(self):
        made = task(1, 4, load_sitter, KNOWN, look())
        laid = overlay(look()(made.photo_set))
        self.assertTrue(laid.lit_way)
        for x, y in (*laid.nose_shadow, *laid.lit_way, *[k[:2] for k in laid.catchlights]):
            self.assertTrue(0.25 < x < 0.75 and 0.1 < y < 0.7, (x, y))
        for _, _, clock in laid.catchlights:
            self.assertRegex(clock, r"^\d\d?:\d\d$|middle")
        if laid.nose_shadow:
            (tip, _), (end, _) = laid.nose_shadow
            self.assertGreater((end - tip) * -made.truth.azimuth, 0, "the shadow falls away from the key")

    def test_a_difference_is_grey_where_both_are_alike(self):
        dark, light = np.full((2, 2, 3), 40, np.uint8), np.full((2, 2, 3), 90, np.uint8)
        self.assertTrue((difference(dark, dark) == 128).all())
        self.assertTrue((difference(dark, light) == 178).all())
        self.assertTrue((difference(light, dark) == 78).all())


if __name__ == "__main__":
    unittest.main()
