"""What is likely between points that were read; and what outputs can make of it: against closed forms and plain trying."""

import itertools
import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.exposure.response import MID_GREY
from deep_amber.core.planning.guess import guessed
from deep_amber.core.planning.likely import Wanted, dials_of, least_missed, tones_named
from deep_amber.core.wish.state import SENSED
from tests.sets import demo_file

CHEEKS = np.array([0, 1])


def square_law(points: np.ndarray) -> np.ndarray:
    """(n, 2) log2 of light from a lamp carried in direction and distance, and of its cosine on a wall."""
    return np.stack([-2 * points[:, 0] * 0.55, np.log2(np.cos(points[:, 1] * 0.4))], 1)


class Guessed(unittest.TestCase):
    def setUp(self):
        self.dice = np.random.default_rng(5)
        self.read = self.dice.uniform(-2, 2, (24, 3))
        self.guess = guessed(self.read, square_law(self.read))

    def test_light_between_what_was_read_is_as_the_square_law_and_the_cosine_have_it(self):
        points = self.dice.uniform(-1.5, 1.5, (200, 3))
        off = np.abs(self.guess.of(points) - square_law(points))
        self.assertLess(float(off.mean()), 0.06)
        self.assertLess(float(np.quantile(off, 0.95)), 0.2)

    def test_what_was_read_is_kept(self):
        np.testing.assert_allclose(self.guess.of(self.read), square_law(self.read), atol=0.08)

    def test_what_may_be_spreads_where_little_is_known_and_not_where_it_was_read(self):
        far = np.array([[6.0, 6.0, 6.0], *self.read[:1]])
        drawn = np.stack([self.guess.of(far, self.dice) for _ in range(200)])
        spread = drawn.std(0)[:, 1]
        self.assertGreater(spread[0], 5 * spread[1])
        np.testing.assert_allclose(drawn.mean(0), self.guess.of(far), atol=4 * float(spread.max()) / 200**0.5)

    def test_what_is_the_same_everywhere_stays_so(self):
        guess = guessed(self.read, np.full((24, 1), -3.0))
        np.testing.assert_allclose(guess.of(self.read + 1), -3.0, atol=1e-6)


class Outputs(unittest.TestCase):
    def wanted(self, lit: float, ratio: float) -> Wanted:
        """The lit cheek in a band of a third about a tone, the shadow cheek so many stops under it."""

        def cost(tones):
            over = [(3.0, tones.stops["lit_cheek"], lit), (1.0, tones.stops["shadow_cheek"], lit - ratio)]
            return sum(weight * np.maximum(np.abs(stops - aim) - 1 / 3, 0.0) for weight, stops, aim in over)

        return Wanted(cost, lit, CHEEKS)

    def test_one_light_can_set_the_face_but_not_the_ratio(self):
        logs = np.log2(MID_GREY) + np.array([[[2.0, 0.0]], [[-3.0, -4.0]], [[5.0, 0.0]]])
        off = least_missed(logs, (np.arange(-6.0, 0.1),), 20.0, self.wanted(1.0, 2.0))
        # 2 and 1 stops of ratio against 2 wanted; the last is 3 stops wrong, less a band at each end.
        np.testing.assert_allclose(off, [0.0, 1 - 2 / 3, 3 - 2 / 3], atol=0.01)

    def test_light_that_is_too_weak_at_its_full_stays_short(self):
        logs = np.log2(MID_GREY) + np.array([[[-4.0, -6.0]]])
        off = least_missed(logs, (np.zeros(0),), 3.0, self.wanted(1.0, 2.0))
        # Both cheeks come to 2 stops under their tones, less a band, the lit one counted thrice.
        np.testing.assert_allclose(off, [(3 + 1) * (2 - 1 / 3)], atol=0.01)

    def test_two_lights_come_as_near_as_every_setting_tried(self):
        dice = np.random.default_rng(2)
        logs = np.log2(MID_GREY) + dice.uniform(-3, 2, (6, 2, 2))
        dials = (np.arange(-4.0, 2.1, 1 / 3), np.arange(-4.0, 2.1, 1 / 3))
        wanted = self.wanted(0.5, 1.5)
        found = least_missed(logs, dials, 20.0, wanted)
        for k, each in enumerate(2.0**logs):
            tried = []
            for a, b, whole in itertools.product(*dials, np.arange(-6, 6.1, 1 / 3)):
                values = (each[0] * 2**a + each[1] * 2**b)[None] * 2**whole
                tried.append(float(wanted.cost(tones_named(values, CHEEKS))[0]))
            self.assertGreaterEqual(found[k], min(tried) - 0.15)
            self.assertLessEqual(found[k], min(tried) + 0.5)

    def test_a_lamp_has_no_dial_and_a_head_has_its_own(self):
        head = demo_file(1).set
        self.assertEqual([len(k) > 3 for k in dials_of(head)], [True for k in head.lights if k.on])
        off = replace(head, lights=tuple(replace(k, on=False) for k in head.lights))
        self.assertEqual(dials_of(off), ())

    def test_tones_are_named_by_surface_and_the_brighter_cheek_is_lit(self):
        seen = np.array([0, 1, SENSED.index("backdrop_left")])
        made = tones_named(np.array([MID_GREY, MID_GREY * 4, MID_GREY / 2]), seen)
        self.assertEqual(
            {k: float(v) for k, v in made.stops.items()}, {"lit_cheek": 2, "shadow_cheek": 0, "backdrop_left": -1}
        )


if __name__ == "__main__":
    unittest.main()
