"""What must stay while a wish is granted, on readings put in by hand."""

import unittest
from dataclasses import replace
from typing import Any, cast

from hypothesis import given
from hypothesis import strategies as st

from deep_amber.core.simulation.readings import LABELS
from deep_amber.core.wish.kept import (
    BLACK,
    COLOUR_HELD,
    EDGES,
    FACE_HELD,
    GOES_ALONG,
    KEPT,
    MARKER_HELD,
    OF_THE_SET,
    broken,
    changed_by,
    goes_along,
    held,
    off,
    side_effects,
    wish_of,
)
from deep_amber.core.wish.state import State
from deep_amber.core.wish.target import GROUND, UNDER_FACE, Target, Tones
from tests.sets import plain_set, rich_set

NAMES = tuple(LABELS)
stops = st.floats(-5.5, 2.5)


def tones(**at: float) -> Tones:
    return Tones(dict.fromkeys(LABELS, -1.0) | at, 1.0, 2.0)


def state(**at: float) -> State:
    return State(tones(**at), "loop", "camera-left", "soft", "head and shoulders", 0.0, cast(Any, None))


def wish_for(surface: str):
    return wish_of([Target(surface, "stops", 0.0)])


class Kept(unittest.TestCase):
    def test_a_surface_that_is_pulled_is_never_kept_and_the_set_always_is(self):
        for name in NAMES:
            kept = wish_for(name).kept
            self.assertNotIn(name, kept)
            self.assertLessEqual(set(OF_THE_SET), kept)
            self.assertFalse(kept & set(GOES_ALONG[name]), name)

    def test_every_surface_has_its_own_and_what_goes_along_is_one(self):
        self.assertEqual(set(GOES_ALONG), set(NAMES))
        for name, along in GOES_ALONG.items():
            self.assertLessEqual(set(along), set(NAMES), name)
        self.assertEqual(GOES_ALONG["backdrop_left"], GROUND)

    def test_a_front_ratio_moves_what_is_under_the_face_and_a_clipped_ground_all_of_it(self):
        self.assertFalse(wish_of([Target("under_nose", "front ratio", 4.0)]).kept & set(UNDER_FACE))
        self.assertFalse(wish_of([Target("backdrop_left", "clips")]).kept & set(GROUND))

    def test_hair_that_a_light_of_its_own_lights_does_not_go_along_with_the_shadow(self):
        wish = wish_for("shadow_cheek")
        self.assertLessEqual(EDGES, goes_along(wish, plain_set()))
        self.assertFalse(EDGES & goes_along(wish, rich_set()))
        self.assertLessEqual(EDGES, goes_along(wish_for("lit_cheek"), rich_set()), "with the face it does")

    @given(st.sampled_from(NAMES), stops, st.floats(0.001, 0.9))
    def test_a_kept_marker_holds_up_to_its_own_bound_and_not_beyond(self, name, at, share):
        pulled = "backdrop_middle" if name not in GROUND else "cloth"
        wish = wish_of([Target(pulled, "stops", 0.0)], pinned=[name])
        bound = FACE_HELD if name == "lit_cheek" else MARKER_HELD
        self.assertEqual(held(name), bound)
        for by, breaks in (
            (bound * share, False),
            (-bound * share, False),
            (bound * 1.01, True),
            (-bound * 1.01, True),
        ):
            if at + by < BLACK:
                continue
            found = broken(wish, state(**{name: at}), state(**{name: at + by}))
            self.assertEqual(name in found, breaks, (name, by))

    @given(st.floats(-12, BLACK), st.floats(-12, BLACK))
    def test_what_is_black_before_and_after_did_not_change(self, before, after):
        self.assertEqual(changed_by(before, after), 0.0)

    def test_the_set_s_own_things_are_named_where_they_change(self):
        wish, before = wish_for("backdrop_middle"), state()
        for changed, name in (
            ({"pattern": "split"}, "pattern"),
            ({"grade": "hard"}, "hardness"),
            ({"framing": "full length"}, "framing"),
            ({"colour": COLOUR_HELD * 1.1}, "colour"),
            ({"lit_side": "camera-right"}, "pattern"),
        ):
            after = replace(before, **changed)
            self.assertEqual(broken(wish, before, after), [name])
            self.assertEqual(broken(wish_of(wish.targets, let_go=[name]), before, after), [])

    def test_a_flat_face_has_no_lit_side_that_could_turn(self):
        flat = replace(state(), tones=replace(tones(), ratio=0.1))
        self.assertEqual(broken(wish_for("backdrop_middle"), flat, replace(flat, lit_side="camera-right")), [])

    def test_side_effects_leave_out_what_is_wished_and_add_up_the_rest(self):
        wish = wish_of([Target("cloth", "stops", 0.0)])
        after = tones(cloth=0.5, chin=-0.5, hair_left=-1.25)
        self.assertAlmostEqual(float(side_effects(wish, tones(), after)), 0.5 + 0.25)

    def test_the_worst_of_several_targets_is_what_it_is_off(self):
        wish = wish_of([Target("cloth", "stops", 0.0), Target("lit_cheek", "stops", -1.5)])
        self.assertAlmostEqual(float(off(wish, tones())), 1.0)

    def test_names_are_taken_as_they_are_typed(self):
        wish = wish_of([Target("cloth", "stops", 0.0)], [" Lit Cheek "], ["UNDER CHIN"])
        self.assertNotIn("lit_cheek", wish.kept)
        self.assertIn("under_chin", wish.kept)
        self.assertLess(wish.kept, set(KEPT))


if __name__ == "__main__":
    unittest.main()
