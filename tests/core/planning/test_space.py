"""Arrangements as numbers: what of them can be carried, and what they stand for again."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.planning.arrangements import ARRANGEMENTS
from deep_amber.core.planning.space import MOVE, NEAREST, SITTER, UP, Axis, Space, still

KEYED = sorted(k.code for k in ARRANGEMENTS.values() if any(x.role == "key" for x in k.lights))
FRONT = 0.9


def space_of(code: str) -> Space:
    arrangement = ARRANGEMENTS[code]
    return Space(still(arrangement, next(k for k in arrangement.lights if k.role == "key")), FRONT)


class Stands(unittest.TestCase):
    def test_its_start_is_the_arrangement_itself(self):
        for code in KEYED:
            with self.subTest(code):
                space = space_of(code)
                made = space.arrangement(space.start)
                self.assertEqual([k.aim for k in made.lights], [k.aim for k in space.about.lights])
                self.assertEqual([k.longest for k in made.lights], [k.longest for k in space.about.lights])
                for now, was in zip(
                    [*made.lights, *made.panels], [*space.about.lights, *space.about.panels], strict=True
                ):
                    np.testing.assert_allclose(
                        [now.at.azimuth, now.at.elevation, now.at.distance],
                        [was.at.azimuth, was.at.elevation, was.at.distance],
                    )

    def test_a_number_moves_one_thing_by_a_full_move(self):
        space = space_of("one_box_board")
        moved = space.start.copy()
        moved[space.axes.index(Axis(1, "elevation"))] += 1
        moved[space.axes.index(Axis(0, "distance"))] += 2
        made = space.arrangement(moved)
        self.assertAlmostEqual(made.panels[0].at.elevation, space.about.panels[0].at.elevation + 13)
        self.assertAlmostEqual(made.lights[0].at.distance, space.about.lights[0].at.distance * 2**1.1)
        self.assertEqual(made.lights[0].at.azimuth, space.about.lights[0].at.azimuth)

    def test_switches_turn_aim_front_and_what_is_not_needed(self):
        space = space_of("umbrella_boards")
        point = space.start.copy()
        point[space.axes.index(Axis(0, "aim"))] = 1
        point[space.axes.index(Axis(2, "absent"))] = 1
        self.assertNotIn(Axis(1, "absent"), space.axes, "the board that it is nothing without")
        for turned, within in ((1, lambda low, high: low > FRONT), (-1, lambda low, high: high < FRONT)):
            point[space.axes.index(Axis(0, "front"))] = turned
            made = space.arrangement(point)
            self.assertEqual((made.lights[0].aim, len(made.panels)), ("past the face", 1))
            self.assertTrue(within(*made.lights[0].longest), made.lights[0].longest)

    def test_a_key_s_place_is_three_of_the_numbers_or_none(self):
        space = space_of("one_box_board")
        at = space.about.lights[0].at
        np.testing.assert_allclose(
            space.start[list(space.key)] * [MOVE["azimuth"], MOVE["elevation"], MOVE["distance"]],
            [at.azimuth, at.elevation, np.log2(at.distance)],
        )
        np.testing.assert_allclose(space.key_at(space.start[None]), [[at.azimuth, at.elevation]])
        for code in ("wall_bounce", "window", "board_bounce"):
            self.assertEqual(space_of(code).key, ())
            self.assertIsNone(space_of(code).key_at(space_of(code).start[None]))

    def test_only_what_a_rule_leaves_open_is_carried(self):
        axes = {code: {(k.thing, k.what) for k in space_of(code).axes} for code in KEYED}
        self.assertEqual(axes["wall_bounce"], {(0, "azimuth"), (0, "front")})
        self.assertEqual(axes["window"], {(SITTER, "forward")})
        self.assertIn((1, "distance"), axes["spot_behind"])
        self.assertFalse({k for k in axes["key_and_ground"] if k[0] == 1}, "at the backdrop a light stays")
        self.assertFalse({k for k in axes["board_bounce"] if k[0] == 0} - {(0, "front")}, "it follows its board")


class Carried(unittest.TestCase):
    @settings(max_examples=60)
    @given(st.sampled_from(KEYED), st.integers(0, 10_000), st.floats(0.05, 2.0), st.booleans())
    def test_places_keep_within_and_are_the_same_each_time(self, code, seed, reach, whole):
        space = space_of(code)
        base = np.tile(space.start, (12, 1))
        made = [
            space.carried(base, np.full(12, reach), np.random.default_rng(seed), np.full(12, whole)) for _ in range(2)
        ]
        np.testing.assert_array_equal(*made)
        for point in made[0]:
            arrangement = space.arrangement(point)
            self.assertFalse(arrangement.turns)
            for axis in space.axes:
                things = [*arrangement.lights, *arrangement.panels]
                if axis.what == "elevation" and axis.thing < len(things):
                    self.assertTrue(UP[0] - 1e-9 <= things[axis.thing].at.elevation <= UP[1] + 1e-9)
                if axis.what == "distance" and axis.thing < len(things):
                    self.assertGreaterEqual(things[axis.thing].at.distance, NEAREST - 1e-9)

    def test_near_ones_move_a_part_of_the_things_and_at_least_one(self):
        space = space_of("four")
        base = np.tile(space.start, (200, 1))
        dice = np.random.default_rng(1)
        near = space.carried(base, np.full(200, 0.2), dice, np.full(200, False)) - base
        moved = np.stack([np.abs(near[:, space.things == k]).max(1) > 0 for k in np.unique(space.things)], 1)
        self.assertTrue(moved.any(1).all())
        self.assertTrue(0.4 < moved.mean() < 0.9, moved.mean())
        spread = near[:, space.axes.index(Axis(1, "azimuth"))]
        self.assertAlmostEqual(float(spread[spread != 0].std()), 0.2, delta=0.03)


if __name__ == "__main__":
    unittest.main()
