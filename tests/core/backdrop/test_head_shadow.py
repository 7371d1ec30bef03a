"""Where the head's shadow falls on the backdrop, and the part of it that is drawn as seen."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.backdrop.coverage import coverage
from deep_amber.core.backdrop.head_shadow import head_shadows
from deep_amber.core.framing.perspective import heights_of, places_behind_eyes
from deep_amber.core.model import Point
from deep_amber.core.presenting.drawing import drawing
from deep_amber.core.sitter.face import face_marks
from tests.sets import mesh_of, plain_set, with_light


class HeadShadows(unittest.TestCase):
    def setUp(self):
        self.set = plain_set()
        self.mesh = mesh_of(self.set)
        self.face = np.array(face_marks(self.mesh, self.set.sitter).face)

    def lit_from(self, x: float, y: float, z: float):
        return with_light(self.set, place=Point(*map(float, self.face + [x, y, z])), aim=Point(*map(float, self.face)))

    def test_it_falls_by_similar_triangles(self):
        (shadow,) = head_shadows(self.lit_from(-0.5, 0.4, 1.0), self.mesh)
        gap = self.face[2] - self.set.backdrop.z
        np.testing.assert_allclose(shadow.place, self.face + np.array([0.5, -0.4, -1.0]) * gap, atol=1e-6)

    def test_right_behind_the_head_from_the_lens_and_aside_from_the_side(self):
        camera = self.set.camera.place.array - self.face
        (behind,) = head_shadows(self.lit_from(*(camera * 0.9)), self.mesh)
        self.assertTrue(behind.in_frame)
        self.assertEqual((behind.beyond, behind.side), (0.0, ""))
        (aside,) = head_shadows(self.lit_from(-1.0, 0.1, 1.0), self.mesh)
        self.assertEqual(aside.side, "camera-right")
        seen = coverage(self.set)
        self.assertAlmostEqual(aside.beyond, aside.place[0] - self.set.backdrop.x - seen.right, delta=0.06)
        (far,) = head_shadows(self.lit_from(-1.2, 0.1, 0.3), self.mesh)
        self.assertTrue(far.on_wall)
        self.assertFalse(aside.on_wall)
        (low,) = head_shadows(self.lit_from(0.0, 1.2, 1.0), self.mesh)
        self.assertEqual(low.side, "under")

    def test_light_from_behind_off_or_on_the_backdrop_throws_none(self):
        self.assertEqual(head_shadows(self.lit_from(-0.3, 0.4, -1.0), self.mesh), [])
        self.assertEqual(head_shadows(with_light(self.set, on=False), self.mesh), [])
        self.assertEqual(head_shadows(with_light(self.set, role="background"), self.mesh), [])

    def test_the_drawing_shows_the_part_that_is_seen_its_margins_and_the_shadow(self):
        drawn, seen = drawing(self.set, self.mesh), coverage(self.set)
        (left, _), (right, _) = drawn.backdrop_seen
        self.assertAlmostEqual(left, seen.left, places=3)
        self.assertAlmostEqual(right, seen.right, places=3)
        tapes = {tape.name: tape.metres for tape in drawn.tapes}
        self.assertAlmostEqual(tapes["backdrop margin left"], seen.margin_left)
        self.assertEqual(drawn.head_shadows[0].letter, drawn.lights[0].letter)
        narrow = replace(self.set, backdrop=replace(self.set.backdrop, width=0.5))
        self.assertFalse([t for t in drawing(narrow, self.mesh).tapes if t.name.startswith("backdrop margin")])


class Places(unittest.TestCase):
    def test_nose_before_ears_behind_and_shoulders_farther(self):
        places = places_behind_eyes(mesh_of(plain_set()))
        self.assertTrue(-0.05 < places["nose"] < 0 < places["ears"] < 0.13, places)
        self.assertTrue(0.05 < places["shoulders"] < 0.16, places)

    def test_chin_and_chest_lie_under_the_eyes_as_on_a_person(self):
        s = plain_set()
        heights = heights_of(s, mesh_of(s))
        self.assertTrue(0.09 < heights["eyes"] - heights["chin"] < 0.14, heights)
        self.assertTrue(0.2 < heights["eyes"] - heights["chest"] < 0.4, heights)


if __name__ == "__main__":
    unittest.main()
