"""Feet, poles and arms of what holds lights and panels."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.framing.in_frame import gear_in_frame
from deep_amber.core.geometry.held import foot_of, held_by, stands_free
from deep_amber.core.model import Panel, Point
from deep_amber.core.model.furniture import Furniture
from tests.sets import plain_set, with_light


class Feet(unittest.TestCase):
    def setUp(self):
        self.set = plain_set()
        self.light = self.set.lights[0]

    def foot(self, **changes):
        s = with_light(self.set, **changes)
        return foot_of(s, s.lights[0])

    def test_a_stand_is_straight_below(self):
        self.assertEqual(self.foot(), (self.light.place.x, self.light.place.z))

    def test_a_boom_has_its_stand_its_reach_aside(self):
        x, z = self.light.place.x, self.light.place.z
        reach = {"holding": "boom", "boom_reach": 1.0}
        self.assertEqual(self.foot(stand_side="camera-right", **reach), (x + 1.0, z))
        self.assertEqual(self.foot(stand_side="toward backdrop", **reach), (x, z - 1.0))
        behind = np.array(self.foot(stand_side="behind", **reach))
        off = (self.light.place.array - self.light.aim.array)[[0, 2]]
        np.testing.assert_allclose(behind - [x, z], off / np.linalg.norm(off), atol=1e-9)

    def test_where_it_fits_is_the_first_side_with_room_out_of_the_picture(self):
        over = {"place": Point(0.0, 2.0, self.set.sitter.z), "aim": Point(0.0, 1.2, self.set.sitter.z)}
        s = with_light(self.set, holding="boom", boom_reach=1.0, **over)
        foot = foot_of(s, s.lights[0])
        self.assertTrue(stands_free(s, *foot))
        self.assertAlmostEqual(foot[0], -1.0)  # behind, toward the backdrop, its pole would be seen over the head
        self.assertEqual(gear_in_frame(s), [])
        chest = Furniture("chest", -1.0, s.sitter.z, 0.8, 0.5, 0.4)
        blocked = replace(s, furniture=(chest,))
        other = foot_of(blocked, blocked.lights[0])
        self.assertNotEqual(other, foot)
        self.assertTrue(stands_free(blocked, *other))

    def test_no_foot_stands_in_a_board_on_the_floor(self):
        s = self.set
        over = with_light(
            s, holding="boom", boom_reach=1.0, place=Point(0.0, 2.0, s.sitter.z), aim=Point(0.0, 1.2, s.sitter.z)
        )
        x, z = foot_of(over, over.lights[0])
        board = Panel(Point(x, 0.9, z), Point(x + 1, 0.9, z), 1.0, 1.7, "black", name="flag")
        beside = replace(over, panels=(board,))
        self.assertFalse(stands_free(beside, x, z))
        self.assertTrue(stands_free(beside, *foot_of(beside, beside.lights[0])))
        high = replace(over, panels=(replace(board, place=Point(x, 1.8, z), height=0.6),))
        self.assertTrue(stands_free(high, x, z))

    def test_arms_clamps_and_hands_have_no_foot(self):
        for holding in ("clamp", "wall arm", "ceiling arm", "furniture", "hand"):
            self.assertIsNone(self.foot(holding=holding))

    def test_poles_and_arms_end_at_floor_wall_and_ceiling(self):
        def ends(holding):
            s = with_light(self.set, holding=holding)
            return held_by(s, s.lights[0])

        ((low, high),) = ends("stand")
        np.testing.assert_allclose([low[1], high[1]], [0.0, self.light.place.y])
        ((_, top),) = ends("ceiling arm")
        self.assertEqual(top[1], self.set.room.height)
        ((wall, light),) = ends("wall arm")
        self.assertAlmostEqual(abs(wall[0]), self.set.room.width / 2)
        np.testing.assert_allclose(light, self.light.place.array)
        (pole, arm) = ends("boom")
        np.testing.assert_allclose(arm[1], self.light.place.array)
        self.assertEqual(pole[0][1], 0.0)
        self.assertEqual(ends("hand"), [])

    def test_the_picture_shows_what_holds_a_light(self):
        """A lamp over the head, out of the picture: straight below it is the sitter, from the ceiling nothing is seen."""
        s = self.set
        over = with_light(s, place=Point(0.0, 2.05, s.sitter.z - 0.2), aim=Point(0.0, 1.2, s.sitter.z))
        self.assertEqual([k.part for k in gear_in_frame(over)], ["stand"])
        for holding in ("ceiling arm", "hand"):
            self.assertEqual(gear_in_frame(replace(over, lights=(replace(over.lights[0], holding=holding),))), [])
        aside = replace(over.lights[0], holding="boom", stand_side="camera-left", boom_reach=1.2)
        self.assertEqual(gear_in_frame(replace(over, lights=(aside,))), [])

    def test_panels_on_booms(self):
        board = Panel(Point(1.0, 1.9, 2.0), Point(1.0, 1.0, 2.0), holding="boom", boom_reach=0.7)
        self.assertAlmostEqual(foot_of(self.set, board)[1], 1.3)
        self.assertIsNone(foot_of(self.set, replace(board, holding="held")))


if __name__ == "__main__":
    unittest.main()
