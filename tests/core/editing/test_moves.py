"""Moves by hand: walls resist, aims follow, the set stays sound whatever is dragged where."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.editing.moves import HANDLES, move
from deep_amber.core.geometry.quads import emitter_quad
from deep_amber.core.problem import NotAccepted
from deep_amber.core.rules.validation import problems_of
from deep_amber.formats.sitter_file import known_sitters
from tests.sets import plain_set, rich_set

THINGS = [
    (name, handle)
    for thing, handles in HANDLES.items()
    for name in {
        "light": ("lights.0", "lights.3"),
        "panel": ("panels.0", "panels.1", "panels.2"),
        "furniture": ("furniture.0",),
        "doors": ("doors.0", "doors.1"),
    }.get(thing, (thing,))
    for handle in handles
]
FAR = st.floats(-8, 8)


class AnyMove(unittest.TestCase):
    @settings(max_examples=150)
    @given(st.lists(st.tuples(st.sampled_from(THINGS), FAR, FAR, FAR), min_size=1, max_size=4))
    def test_leaves_a_sound_set(self, drags):
        photo_set = rich_set()
        for (thing, handle), x, y, z in drags:
            photo_set = move(photo_set, thing, handle, {"x": x, "y": y, "z": z}, 1.2).photo_set
            self.assertEqual(problems_of(photo_set, known_sitters()), [])


class Walls(unittest.TestCase):
    def test_a_light_stops_with_its_edge_at_the_wall(self):
        made = move(plain_set(), "lights.0", "place", {"x": -9.0})
        self.assertEqual(made.resisted, "camera-left wall")
        left = emitter_quad(made.photo_set.lights[0]).corners[:, 0].min()
        self.assertAlmostEqual(left, -plain_set().room.width / 2, delta=0.002)

    def test_ceiling_and_floor(self):
        self.assertIn("ceiling", move(plain_set(), "lights.0", "place", {"y": 9.0}).resisted)
        self.assertIn("floor", move(plain_set(), "lights.0", "place", {"y": -9.0}).resisted)

    def test_the_backdrop_holds_the_sitter_and_the_sitter_the_backdrop(self):
        self.assertEqual(move(plain_set(), "sitter", "place", {"z": -5.0}).resisted, "backdrop")
        self.assertEqual(move(plain_set(), "backdrop", "place", {"z": 9.0}).resisted, "sitter")

    def test_where_nothing_is_in_the_way_nothing_resists(self):
        made = move(plain_set(), "lights.0", "place", {"x": -0.6, "z": 2.6})
        self.assertEqual(made.resisted, "")
        self.assertEqual((made.photo_set.lights[0].place.x, made.photo_set.lights[0].place.z), (-0.6, 2.6))

    def test_the_neck_resists(self):
        s = plain_set().sitter
        made = move(plain_set(), "sitter", "head", {"x": s.x, "z": s.z - 1.0})
        self.assertEqual(made.resisted, "neck limit")
        self.assertEqual(abs(made.photo_set.sitter.head_turn), 75.0)


class Follow(unittest.TestCase):
    def test_aims_follow_the_sitter_and_stands_do_not(self):
        before = plain_set()
        after = move(before, "sitter", "place", {"x": before.sitter.x + 0.2}).photo_set
        self.assertAlmostEqual(after.lights[0].aim.x - before.lights[0].aim.x, 0.2)
        self.assertAlmostEqual(after.camera.aim.x - before.camera.aim.x, 0.2)
        self.assertEqual(after.lights[0].place, before.lights[0].place)
        self.assertEqual(after.camera.place, before.camera.place)

    def test_a_turn_faces_where_it_is_pulled(self):
        s = plain_set().sitter
        turned = move(plain_set(), "sitter", "turn", {"x": s.x + 1.0, "z": s.z + 1.0}).photo_set
        self.assertAlmostEqual(turned.sitter.body_turn, 45.0)

    def test_a_nod_points_the_nose_at_the_hands_height(self):
        nodded = move(plain_set(), "sitter", "nod", {"y": 1.2 - 0.28}, eyes_height=1.2).photo_set
        self.assertAlmostEqual(nodded.sitter.head_nod, 30.0)
        self.assertEqual(move(plain_set(), "sitter", "nod", {"y": -3.0}, eyes_height=1.2).resisted, "neck limit")

    def test_the_cloth_faces_its_aim(self):
        light = move(plain_set(), "lights.0", "aim", {"x": 1.0, "y": 0.5, "z": 1.0}).photo_set.lights[0]
        way = np.array([1.0, 0.5, 1.0]) - light.place.array
        np.testing.assert_allclose(emitter_quad(light).normal, way / np.linalg.norm(way), atol=1e-9)


class Refused(unittest.TestCase):
    def test_what_is_not_there(self):
        for thing, handle in (("lights.7", "place"), ("lights.x", "place"), ("cat", "place"), ("camera", "turn")):
            with self.subTest(f"{thing} {handle}"), self.assertRaises(NotAccepted):
                move(plain_set(), thing, handle, {"x": 0.0, "z": 0.0})

    def test_no_place(self):
        for to in ({"x": float("nan")}, {"x": float("inf")}, {"x": 1e9}):
            with self.subTest(to), self.assertRaises(NotAccepted):
                move(plain_set(), "camera", "place", to)

    def test_a_turn_needs_a_direction(self):
        with self.assertRaises(NotAccepted):
            move(plain_set(), "sitter", "turn", {"x": 0.0})
        with self.assertRaises(NotAccepted):
            move(plain_set(), "backdrop", "top", {"x": 0.0})
        with self.assertRaises(NotAccepted):
            move(plain_set(), "sitter", "nod", {"y": 1.0})


if __name__ == "__main__":
    unittest.main()
