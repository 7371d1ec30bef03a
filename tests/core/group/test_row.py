"""People in a row: even light far away, symmetry, a neighbour's shade, and a best place that is better."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.group.row import row_of
from deep_amber.core.model import Panel, Point
from deep_amber.core.problem import NotAccepted
from deep_amber.core.rules.validation import fits
from deep_amber.core.steps import answer_text
from tests.core.pattern.lit import BARE, lit
from tests.sets import mesh_of, plain_set


def row(photo_set, count, spacing=0.55):
    return row_of(photo_set, mesh_of(photo_set), 0, count, spacing)


class Row(unittest.TestCase):
    def test_straight_before_the_row_the_inverse_square_and_the_cosine_tell(self):
        """A small light before the middle: of two faces either side both get the same; of three the outer ones get
        (d / r)^2 of the middle's light, and the dome its share (1 + cos) / 2: here a flat receptor, its cosine."""
        s = lit(0, 0, 2.5, BARE)
        two = row(s, 2).now
        self.assertAlmostEqual(two.stops[0], two.stops[1], delta=0.01)
        three = row(s, 3, 0.9).now
        away = 2.5 - 0.13
        expected = np.log2((away / np.hypot(away, 0.9)) ** 3)
        self.assertAlmostEqual(three.stops[0] - three.stops[1], expected, delta=0.06)
        self.assertAlmostEqual(three.spread, max(three.stops) - min(three.stops), places=6)

    def test_farther_off_is_more_even(self):
        near, far = row(lit(-30, 10, 1.2), 4).now, row(lit(-30, 10, 3.0), 4).now
        self.assertLess(far.spread, near.spread)

    def test_a_flag_shades_the_face_behind_it(self):
        s = lit(0, 0, 2.5, BARE)
        face = s.lights[0].aim
        flag = Panel(
            Point(face.x - 0.55, face.y, face.z + 0.8),
            Point(face.x - 0.55, face.y, face.z),
            0.4,
            0.6,
            "black",
            name="flag",
        )
        made = row(replace(s, panels=(flag,)), 3).now
        self.assertLess(made.stops[0], -7)
        self.assertAlmostEqual(
            made.stops[1] - made.stops[2], row(s, 3).now.stops[1] - row(s, 3).now.stops[2], delta=0.01
        )

    def test_what_is_advised_fits_and_is_more_even(self):
        for count in (2, 4, 6):
            made = row(plain_set(), count)
            self.assertEqual(len(made.now.stops), count)
            self.assertLess(made.best.spread, made.now.spread)
            self.assertTrue(fits(made.answer.photo_set))
            again = row(made.answer.photo_set, count)
            self.assertAlmostEqual(again.now.spread, made.best.spread, places=6)
            self.assertGreater(made.best.mean, made.now.mean / 17)
            self.assertIn("aim it at", answer_text(made.answer))

    def test_nothing_is_advised_where_nothing_gains(self):
        s = lit(0, 8, 2.6)
        made = row(s, 2, 0.4)
        self.assertIsNone(made.answer)
        self.assertLess(made.now.spread, 0.1)

    def test_counts_and_spacings_that_cannot_be_are_said_at_their_field(self):
        with self.assertRaises(NotAccepted) as refused:
            row(plain_set(), 7, 0.1)
        self.assertEqual(
            {p.field: p.accepted for p in refused.exception.problems}, {"count": "2 to 6", "spacing": "0.35 to 1.2 m"}
        )

    def test_a_switched_place_mirrors(self):
        s = lit(-40, 15, 1.6)
        light = s.lights[0]
        other = replace(s, lights=(replace(light, place=Point(-light.place.x, light.place.y, light.place.z)),))
        a, b = row(s, 4).now.stops, row(other, 4).now.stops
        for one, two in zip(a, reversed(b), strict=True):
            self.assertAlmostEqual(one, two, delta=0.03)


if __name__ == "__main__":
    unittest.main()
