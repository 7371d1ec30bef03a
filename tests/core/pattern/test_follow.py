"""A key that follows the face keeps its pattern when head or body move, and says where it cannot."""

import unittest
from dataclasses import replace

from deep_amber.core.editing.adding import pair_with_board
from deep_amber.core.editing.moves import move
from deep_amber.core.model import Window
from deep_amber.core.pattern.follow import followed
from tests.sets import mesh_of, plain_set, with_light

from .lit import lit, reading, shares

MOVES = (
    {"head_turn": 35.0},
    {"head_nod": 14.0},
    {"head_tilt": 15.0},
    {"body_turn": -60.0},
    {"x": 0.4, "z": 3.9},
    {"seat_height": 0.6},
    {"posture": "standing", "seat_height": 0.0},
    {"who": "anton"},
)


def changed(photo_set, **sitter):
    made = replace(photo_set, sitter=replace(photo_set.sitter, **sitter))
    return followed(photo_set, made, mesh_of(photo_set), mesh_of(made))


class Follow(unittest.TestCase):
    def setUp(self):
        self.still = lit(-56, 40, 1.1)
        self.locked = with_light(self.still, follow=True)

    def test_with_the_lock_the_key_keeps_its_place_to_the_facial_plane(self):
        before = reading(self.locked)
        self.assertEqual(before.pattern, "Rembrandt")
        for sitter in MOVES:
            with self.subTest(**sitter):
                made = changed(self.locked, **sitter)
                self.assertEqual(made.resisted, "")
                after = reading(made.photo_set)
                self.assertAlmostEqual(after.azimuth, before.azimuth, delta=2.0)
                self.assertAlmostEqual(after.elevation, before.elevation, delta=2.0)
                self.assertAlmostEqual(after.distance, before.distance, delta=0.03)
                self.assertEqual(after.pattern, "Rembrandt")

    def test_without_it_the_pattern_breaks(self):
        made = changed(self.still, head_turn=-50.0)
        self.assertEqual(made.photo_set.lights, self.still.lights)
        self.assertNotEqual(reading(made.photo_set).pattern, "Rembrandt")
        self.assertLess(shares(made.photo_set)["Rembrandt"], 0.3)

    def test_the_board_it_works_through_goes_along(self):
        s = pair_with_board(self.still, mesh_of(self.still), "lights.0")
        s = replace(s, lights=(replace(s.lights[0], follow=True),))
        before = reading(s)
        made = changed(s, head_turn=25.0)
        after = reading(made.photo_set)
        self.assertNotEqual(made.photo_set.panels, s.panels)
        self.assertEqual(after.pattern, before.pattern)
        self.assertAlmostEqual(after.azimuth, before.azimuth, delta=2.0)

    def test_a_wall_holds_it_and_is_named(self):
        s = with_light(plain_set(), follow=True)
        s = move(s, "sitter", "place", {"x": -0.9}).photo_set
        made = changed(s, body_turn=-100.0)
        self.assertIn("key cannot follow: camera-left wall", made.resisted)
        corners = made.photo_set.lights[0].place.array
        self.assertGreater(corners[0], -s.room.width / 2)

    def test_a_window_stays_and_other_lights_do(self):
        s = replace(
            self.locked, lights=(*self.locked.lights, replace(self.locked.lights[0], name="window", source=Window()))
        )
        made = changed(s, head_turn=20.0).photo_set
        self.assertNotEqual(made.lights[0].place, s.lights[0].place)
        self.assertEqual(made.lights[1], s.lights[1])

    def test_nothing_happens_when_the_sitter_stays(self):
        moved = move(self.locked, "lights.0", "place", {"x": 1.0}).photo_set
        made = followed(self.locked, moved, mesh_of(moved), mesh_of(moved))
        self.assertIs(made.photo_set, moved)


if __name__ == "__main__":
    unittest.main()
