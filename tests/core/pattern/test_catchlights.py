"""Catchlights against the convex mirror, their clock and width, and why one is missing."""

import math
import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.model import Panel, Point, Softbox
from deep_amber.core.pattern.catchlights import CORNEA, IRIS
from deep_amber.core.presenting.pattern_summary import catchlight_text

from .lit import BARE, BOX, lit, reading


def eyes(photo_set, of: str = "key"):
    return {c.eye: c for c in reading(photo_set).catchlights if c.of == of}


class Mirror(unittest.TestCase):
    def test_a_small_light_lies_where_the_convex_mirror_puts_it(self):
        """Far away the cornea's normal halves the angle to the light: it lies at R sin(angle / 2)."""
        for angle in (10, 20, 30):
            found = eyes(lit(0, angle, 4.0, BARE))
            expected = CORNEA * math.sin(math.radians(angle / 2)) / IRIS
            for c in found.values():
                self.assertAlmostEqual(c.y, expected, delta=0.03)
                self.assertTrue(c.present)

    def test_its_width_is_that_of_the_mirror_image(self):
        """A convex mirror of radius R draws a width w at a distance d as w R / (2 d + R)."""
        box = Softbox(0.4, 0.4)
        for distance in (1.0, 2.0):
            found = eyes(lit(0, 12, distance, box))
            eye = found["left"]
            expected = 0.4 * CORNEA / (2 * distance + CORNEA) / (2 * IRIS)
            self.assertAlmostEqual(eye.width, expected, delta=0.1 * expected)

    def test_the_clock_is_read_as_the_camera_sees_it_and_mirrors(self):
        left, right = eyes(lit(-35, 20)), eyes(lit(35, 20))
        self.assertIn(left["left"].clock, ("10:00", "10:30"))
        self.assertIn(right["right"].clock, ("1:30", "2:00"))
        self.assertAlmostEqual(left["left"].x, -right["right"].x, delta=0.02)
        self.assertEqual({c.clock for c in eyes(lit(0, 35)).values()}, {"12:00"})
        self.assertTrue(all(c.clock in ("middle", "12:00") for c in eyes(lit(0, 3, 2.5, BARE)).values()))

    def test_shapes(self):
        self.assertTrue(eyes(lit(0, 25))["left"].shape.startswith("rectangle"))
        self.assertTrue(eyes(lit(0, 25, 1.5, BARE))["left"].shape.startswith("round"))
        self.assertTrue(eyes(lit(-30, 5, 1.5, Softbox(0.25, 1.0)))["left"].shape.startswith("strip"))


class Missing(unittest.TestCase):
    def test_behind_the_face_and_too_far_to_the_side(self):
        self.assertEqual({c.reason for c in eyes(lit(150, 20)).values()}, {"it is behind the face"})
        turned = {"head_turn": 60.0}
        away = reading(lit(-85, 0, who="nadia", **turned)).catchlights
        self.assertTrue(all(not c.present for c in away))
        self.assertIn("too far to the side", {c.reason for c in away})

    def test_a_flag_before_the_light_is_said(self):
        s = lit(0, 30, 2.0, BARE)
        light, face = np.array([*vars(s.lights[0].place).values()]), np.array([*vars(s.lights[0].aim).values()])
        middle = light + (face - light) * 0.3
        flag = Panel(Point(*map(float, middle)), s.lights[0].aim, 0.6, 0.6, "black", name="flag")
        self.assertEqual(
            {c.reason for c in eyes(replace(s, panels=(flag,)), "key").values()}, {"something stands in its way"}
        )

    def test_a_lit_board_is_mirrored_too_fainter_and_below(self):
        s = lit(0, 40)
        face = s.lights[0].aim
        board = Panel(Point(face.x, face.y - 0.45, face.z + 0.5), face, 0.9, 0.6, "white", name="board")
        found = eyes(replace(s, panels=(board,)), "board")
        self.assertEqual(len(found), 2)
        for c in found.values():
            self.assertTrue(c.present, c.reason)
            self.assertLess(c.y, 0)
            self.assertLess(c.stops, -1)

    def test_in_words(self):
        present, gone = eyes(lit(0, 30))["left"], eyes(lit(150, 20))["right"]
        self.assertIn("Sitter's left eye: key at 12:00", catchlight_text(present))
        self.assertEqual(catchlight_text(gone), "Sitter's right eye: key is missing: it is behind the face.")

    def test_eyes_look_along_the_nose_so_a_nod_moves_the_catchlight(self):
        up, down = (eyes(lit(0, 25, scene=None, head_nod=nod))["left"].y for nod in (-6.0, 6.0))
        level = eyes(lit(0, 25, 1.2, BOX))["left"].y
        self.assertGreater(abs(up - down), 0.01)
        self.assertNotEqual(level, up)


if __name__ == "__main__":
    unittest.main()
