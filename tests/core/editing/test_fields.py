"""Typed values: distances as photographers measure them, third stops, nudges."""

import unittest

import numpy as np

from deep_amber.core.editing.fields import enter, fields_of, nudge, step
from deep_amber.core.geometry.quads import lower_edge
from deep_amber.core.presenting.drawing import drawing, tapes
from deep_amber.core.presenting.letters import letters
from deep_amber.core.presenting.sheet import value_text
from deep_amber.core.problem import NotAccepted
from deep_amber.core.sitter.face import face_marks
from tests.sets import mesh_of, plain_set


class Enter(unittest.TestCase):
    def setUp(self):
        self.set = plain_set()
        self.mesh = mesh_of(self.set)

    def enter(self, field, text):
        return enter(self.set, self.mesh, field, text)

    def test_every_field_takes_its_own_text_back(self):
        for thing in ("lights.0", "sitter", "camera", "backdrop", "room"):
            for path, field in fields_of(self.set, thing).items():
                value = field.get(self.set, self.mesh)
                with self.subTest(path):
                    text = value_text(field, value, feet=False)
                    again = field.get(self.enter(path, text), self.mesh)
                    tolerance = {"length": 0.0051, "angle": 0.51, "share": 0.0051}.get(field.kind, 0.051)
                    self.assertAlmostEqual(again, value, delta=tolerance)

    def test_front_to_face_moves_the_light_along_its_line(self):
        moved = self.enter("lights.0.distance", "5ft")
        face = np.array(face_marks(self.mesh, moved.sitter).face)
        self.assertAlmostEqual(float(np.linalg.norm(moved.lights[0].place.array - face)), 1.524, places=6)
        before = self.set.lights[0].place.array - face
        after = moved.lights[0].place.array - face
        self.assertAlmostEqual(float(before @ after / np.linalg.norm(before) / np.linalg.norm(after)), 1.0)

    def test_lower_edge(self):
        self.assertAlmostEqual(lower_edge(self.enter("lights.0.lower_edge", "110cm").lights[0]), 1.10, places=6)

    def test_eye_height(self):
        moved = self.enter("sitter.eye_height", "130")
        self.assertAlmostEqual(face_marks(self.mesh, moved.sitter).eyes[1], 1.30, places=6)

    def test_what_cannot_be_read_names_the_field(self):
        with self.assertRaises(NotAccepted) as caught:
            self.enter("lights.0.place.y", "high up")
        self.assertEqual(caught.exception.problems[0].field, "lights.0.place.y")

    def test_what_is_no_field(self):
        for path in ("lights.0.name", "lights.9.place.x", "cat.x", "sitter", "__class__", "lights", "room.surfaces"):
            with self.subTest(path), self.assertRaises(NotAccepted):
                self.enter(path, "1")


class Steps(unittest.TestCase):
    def setUp(self):
        self.set = plain_set()
        self.mesh = mesh_of(self.set)

    def test_more_light_is_a_wider_aperture(self):
        self.assertEqual(step(self.set, self.mesh, "camera.aperture", 1).camera.aperture, 7.1)
        self.assertEqual(step(self.set, self.mesh, "camera.sensitivity", 3).camera.sensitivity, 200)
        self.assertAlmostEqual(step(self.set, self.mesh, "camera.time", 1).camera.time, 1 / 125)

    def test_output_goes_by_thirds_and_ends_at_full(self):
        self.assertAlmostEqual(step(self.set, self.mesh, "lights.0.output", 1).lights[0].output, -8 / 3)
        self.assertEqual(step(self.set, self.mesh, "lights.0.output", 30).lights[0].output, 0.0)

    def test_a_place_has_no_third_stops(self):
        with self.assertRaises(NotAccepted):
            step(self.set, self.mesh, "sitter.x", 1)

    def test_nudges_stop_at_the_limit(self):
        self.assertEqual(nudge(self.set, self.mesh, "sitter.head_nod", 5.0).sitter.head_nod, 8.0)
        self.assertEqual(nudge(self.set, self.mesh, "sitter.head_nod", 500.0).sitter.head_nod, 40.0)
        with self.assertRaises(NotAccepted):
            nudge(self.set, self.mesh, "camera.aperture", 1.0)


class Drawn(unittest.TestCase):
    def test_tapes_measure_what_they_say(self):
        photo_set = plain_set()
        found = {t.name: t for t in tapes(photo_set, mesh_of(photo_set))}
        self.assertAlmostEqual(found["sitter to backdrop"].metres, photo_set.sitter.z - photo_set.backdrop.z)
        self.assertAlmostEqual(found["lights.0 lower edge to floor"].metres, lower_edge(photo_set.lights[0]))
        self.assertEqual(found["lights.0 to face"].centimetres_text, "95 cm")
        self.assertEqual(found["lights.0 to face"].feet_text, "3 ft 1 in")

    def test_the_sitters_outline_is_to_scale_and_in_the_room(self):
        photo_set = plain_set()
        drawn = drawing(photo_set, mesh_of(photo_set))
        shoulders = np.ptp(np.array(drawn.sitter.body_from_above)[:, 0])
        self.assertTrue(0.35 < shoulders < 0.60, shoulders)
        reach = np.array(drawn.sitter.reach_from_above)
        self.assertGreater(reach[:, 1].max() - photo_set.sitter.z, 0.4)  # the knees
        heights = np.array(drawn.sitter.from_side)[:, 1]
        self.assertAlmostEqual(heights.max(), drawn.sitter.eyes[1] + 0.12, delta=0.03)

    def test_the_frame_ends_on_the_backdrop(self):
        photo_set = plain_set()
        for end in drawing(photo_set, mesh_of(photo_set)).camera.frame:
            self.assertAlmostEqual(end[2], photo_set.backdrop.z, delta=1e-3)

    def test_letters_are_told_apart(self):
        self.assertEqual(letters(["key", "kicker", "rim"]), ["K", "I", "M"])  # R chooses the room
        self.assertEqual(letters(["a", "a a"]), ["A", "D"])


if __name__ == "__main__":
    unittest.main()
