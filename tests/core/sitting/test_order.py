"""What changes between looks, and their cheapest order against every other order."""

import itertools
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.model import Point
from deep_amber.core.problem import NotAccepted
from deep_amber.core.sitting.changes import changes_between, minutes_between
from deep_amber.core.sitting.order import MOST, best_order, costs_of
from tests.sets import demo_file, plain_set, rich_set, with_light


def length(costs: np.ndarray, order) -> float:
    return float(sum(costs[a, b] for a, b in itertools.pairwise(order)))


def cheapest(costs: np.ndarray) -> float:
    """Of all orders there are, each looked at."""
    orders = np.array(list(itertools.permutations(range(len(costs)))))
    return float(costs[orders[:, :-1], orders[:, 1:]].sum(1).min())


class Changes(unittest.TestCase):
    def codes(self, a, b):
        return [k.act.code.removeprefix("sitting.") for k in changes_between(a, b)]

    def test_nothing_changes_between_a_set_and_itself(self):
        for s in (plain_set(), rich_set()):
            self.assertEqual(changes_between(s, s), ())

    def test_each_thing_is_told_once(self):
        s = plain_set()
        place = s.lights[0].place
        self.assertEqual(self.codes(s, with_light(s, output=s.lights[0].output - 1)), ["output"])
        moved = with_light(s, place=Point(place.x - 0.5, place.y + 0.2, place.z))
        self.assertEqual(self.codes(s, moved), ["carry", "raise", "aim"])
        self.assertEqual(changes_between(s, moved)[0].act.named["toward"], "camera-left")
        self.assertEqual(self.codes(s, replace(s, camera=replace(s.camera, aperture=4.0))), ["camera"])
        self.assertEqual(self.codes(s, replace(s, sitter=replace(s.sitter, head_turn=20.0))), ["pose"])
        self.assertIn("light_in", self.codes(s, rich_set()))
        self.assertIn("panel_out", self.codes(rich_set(), s))

    def test_more_to_carry_takes_longer(self):
        s = plain_set()
        knob = with_light(s, output=s.lights[0].output - 1)
        self.assertLess(minutes_between(s, knob), minutes_between(s, rich_set()))
        self.assertGreater(minutes_between(demo_file(1).set, demo_file(4).set), 5)


class Order(unittest.TestCase):
    @settings(max_examples=25)
    @given(st.sampled_from([1, 2, 3, 4, 5, 6, 7, 8]), st.randoms(use_true_random=False))
    def test_none_of_all_orders_is_cheaper(self, n, draw):
        costs = np.array([[0.0 if a == b else draw.uniform(0.1, 9.0) for b in range(n)] for a in range(n)])
        made = best_order(costs)
        self.assertEqual(sorted(made.order), list(range(n)))
        self.assertAlmostEqual(made.minutes, length(costs, made.order))
        self.assertAlmostEqual(made.minutes, cheapest(costs))
        self.assertAlmostEqual(made.as_given, length(costs, range(n)))

    @settings(max_examples=25)
    @given(st.randoms(use_true_random=False))
    def test_conditions_hold_and_the_cheapest_of_those_is_found(self, draw):
        n = 6
        costs = np.array([[draw.uniform(0.1, 9.0) for _ in range(n)] for _ in range(n)])

        def sound(order):
            at = {k: i for i, k in enumerate(order)}
            return at[2] == 0 and at[4] == n - 1 and at[5] < at[1]

        made = best_order(costs, first={2}, last={4}, before={(5, 1)})
        self.assertTrue(sound(made.order))
        self.assertAlmostEqual(
            made.minutes, min(length(costs, k) for k in itertools.permutations(range(n)) if sound(k))
        )

    def test_what_contradicts_itself_and_too_many_looks_are_refused(self):
        with self.assertRaises(NotAccepted):
            best_order(np.zeros((2, 2)), before={(0, 1), (1, 0)})
        with self.assertRaises(NotAccepted):
            best_order(np.zeros((MOST + 1, MOST + 1)))
        with self.assertRaises(NotAccepted):
            best_order(np.zeros((0, 0)))

    def test_twelve_looks_are_ordered(self):
        s = plain_set()
        looks = tuple(
            with_light(s, output=-float(k % 6), place=Point(-1.0 + 0.1 * (k * 5 % 12), 1.6, 3.0)) for k in range(MOST)
        )
        costs = costs_of(looks)
        made = best_order(costs)
        self.assertLess(made.minutes, made.as_given)
        self.assertAlmostEqual(made.minutes, length(costs, made.order))
