"""Wishes as they are typed, how far a set is from them, and what is kept."""

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from deep_amber.core.exposure.response import CLIP_STOPS, MID_GREY, lightness
from deep_amber.core.problem import NotAccepted
from deep_amber.core.simulation.readings import LABELS
from deep_amber.core.srgb import code_value
from deep_amber.core.wish.kept import markers_broken, wish_of
from deep_amber.core.wish.target import Target, Tones, stands_at, to_go, wish_from


def tones(**stops: float) -> Tones:
    return Tones(dict.fromkeys(LABELS, 0.0) | stops, 1.0, 2.0, stops.get("darkest", -20.0))


class Typed(unittest.TestCase):
    def test_every_way_of_writing_it(self):
        for surface, text, made in (
            ("backdrop_middle", "-2.5", Target("backdrop_middle", "stops", -2.5)),
            ("backdrop middle", "−2.5", Target("backdrop_middle", "stops", -2.5)),
            ("ratio", "3", Target("shadow_cheek", "ratio", 3.0)),
            ("shadow_cheek", "3:1", Target("shadow_cheek", "ratio", 3.0)),
            ("front_ratio", "4 to 1", Target("under_nose", "front ratio", 4.0)),
            ("backdrop_left", "clip", Target("backdrop_left", "clips")),
            ("cloth", "2 under lit cheek", Target("cloth", "under", 2.0, "lit_cheek")),
            ("cloth", "4:1", Target("cloth", "under", 2.0, "lit_cheek")),
        ):
            with self.subTest(text=text):
                self.assertEqual(wish_from(surface, text), made)

    def test_file_values_and_lightness_come_back_as_themselves(self):
        for code in (1, 30, 118, 254):
            value = MID_GREY * 2 ** wish_from("cloth", f"code {code}").value
            self.assertEqual(code_value(value), code)
        for light in (5, 20, 50, 95):
            value = MID_GREY * 2 ** wish_from("cloth", f"L* {light}").value
            self.assertAlmostEqual(lightness(value), light, places=6)

    def test_what_cannot_be_wished_is_refused_with_what_can(self):
        for surface, text in (
            ("cloth", "clip"),
            ("cloth", "much"),
            ("cloth", "99"),
            ("cloth", "code 300"),
            ("cloth", "0.5:1"),
            ("cloth", "2 under cloth"),
            ("nose", "-1"),
            ("cloth", ""),
        ):
            with self.subTest(text=text), self.assertRaises(NotAccepted) as refused:
                wish_from(surface, text)
            self.assertTrue(refused.exception.problems[0].accepted)


class Measured(unittest.TestCase):
    @given(st.floats(-6, 3), st.floats(-6, 3))
    def test_a_marker_that_goes_what_is_to_go_stands_where_it_is_wished(self, now, wished):
        target, before = Target("cloth", "stops", wished), tones(cloth=now)
        self.assertAlmostEqual(now + to_go(target, before), wished)
        self.assertAlmostEqual(stands_at(target, before), wished)

    def test_ratios_lift_the_shadow(self):
        self.assertAlmostEqual(to_go(Target("shadow_cheek", "ratio", 4.0), tones()), 1.0 - 2.0)
        self.assertAlmostEqual(to_go(Target("under_nose", "front ratio", 2.0), tones()), 1.0)

    def test_a_clipped_ground_may_be_a_click_over_white_and_no_more(self):
        for over, go in ((-1.0, 1.0), (0.0, 0.0), (0.2, 0.0), (0.8, -0.5)):
            self.assertAlmostEqual(to_go(Target("backdrop_left", "clips"), tones(darkest=CLIP_STOPS + over)), go)


class Kept(unittest.TestCase):
    def test_what_the_same_light_is_on_goes_along_and_the_rest_is_kept(self):
        wish = wish_of([wish_from("backdrop_middle", "-2")])
        self.assertNotIn("backdrop_left", wish.kept)
        self.assertTrue({"lit_cheek", "pattern", "hair_left", "colour"} <= wish.kept)

    def test_things_are_let_go_and_pinned(self):
        wish = wish_of([wish_from("backdrop_middle", "-2")], ["hair_left"], ["backdrop_left"])
        self.assertNotIn("hair_left", wish.kept)
        self.assertIn("backdrop_left", wish.kept)
        with self.assertRaises(NotAccepted):
            wish_of([wish_from("backdrop_middle", "-2")], ["mood"])
        with self.assertRaises(NotAccepted):
            wish_of([wish_from("cloth", "-2"), wish_from("cloth", "-1")])
        with self.assertRaises(NotAccepted):
            wish_of([])

    def test_the_face_is_held_closer_than_other_markers_and_black_stays_black(self):
        wish = wish_of([wish_from("backdrop_middle", "-2")])
        self.assertAlmostEqual(markers_broken(wish, tones(), tones(lit_cheek=0.25)), 0.1)
        self.assertAlmostEqual(markers_broken(wish, tones(), tones(cloth=0.25)), 0.0)
        self.assertEqual(markers_broken(wish, tones(cloth=-11.0), tones(cloth=-6.5)), 0.0)
        self.assertTrue(math.isclose(markers_broken(wish, tones(cloth=-6.5), tones(cloth=-5.0)), 0.7))
