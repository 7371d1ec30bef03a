"""Pose of the sitter: seat, turn, nod, tilt."""

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.model import Sitter
from deep_amber.core.sitter.face import face_marks
from deep_amber.core.sitter.pose import neck_transforms, posed
from deep_amber.formats.sitter_file import known_sitters, load_sitter

REST = Sitter("anton", 0.3, 2.0, 0.5)


class Seated(unittest.TestCase):
    def test_eyes_stand_over_the_seat(self):
        for who in known_sitters():
            mesh = load_sitter(who)
            eyes = face_marks(mesh, replace(REST, who=who)).eyes
            self.assertAlmostEqual(eyes[1], 0.5 + mesh.eye_above_seat, places=5)

    def test_the_body_turns_about_its_axis(self):
        mesh = load_sitter("anton")
        for turn in (-120.0, 0.0, 35.0):
            body = posed(mesh, replace(REST, body_turn=turn))
            neck = body.in_room(mesh.joints[:1])[0]
            self.assertAlmostEqual(neck[0], REST.x, places=5)
            self.assertAlmostEqual(neck[2], REST.z, places=5)

    def test_a_turn_to_camera_right_is_positive(self):
        mesh = load_sitter("anton")
        self.assertGreater(face_marks(mesh, replace(REST, head_turn=40.0)).forward[0], 0.6)
        self.assertLess(face_marks(mesh, replace(REST, head_nod=20.0)).forward[1], -0.3)

    def test_a_tilt_to_camera_right_brings_the_crown_there(self):
        mesh = load_sitter("anton")
        tilted = posed(mesh, replace(REST, head_tilt=20.0))
        crown = tilted.in_room(tilted.vertices[[mesh.landmarks["crown"]]])[0]
        self.assertGreater(crown[0], REST.x + 0.02)


class Skinning(unittest.TestCase):
    @settings(max_examples=25)
    @given(st.floats(-75, 75), st.floats(-35, 40), st.floats(-30, 30))
    def test_the_whole_rotation_reaches_the_head(self, turn, nod, tilt):
        mesh = load_sitter("nadia")
        head = neck_transforms(mesh.joints, turn, nod, tilt)[4][:3, :3]
        np.testing.assert_allclose(head @ head.T, np.eye(3), atol=1e-9)
        self.assertAlmostEqual(head[0, 2] / np.hypot(head[0, 2], head[2, 2]), np.sin(np.radians(turn)), places=6)

    def test_eyes_stay_in_their_sockets(self):
        mesh = load_sitter("nadia")
        body = posed(mesh, Sitter("nadia", 0.0, 2.0, 0.5, 20.0, 50.0, 15.0, 10.0))
        rest = posed(mesh, Sitter("nadia", 0.0, 2.0, 0.5))
        away = [np.linalg.norm(p.in_room(p.vertices[mesh.parts == 2]).mean(0) - p.eyes[0, :3]) for p in (rest, body)]
        self.assertAlmostEqual(away[0], away[1], places=4)

    def test_the_chest_stays_when_the_head_turns(self):
        mesh = load_sitter("anton")
        low = mesh.vertices[:, 1] < mesh.joints[0, 1] - 0.15
        turned = posed(mesh, replace(REST, head_turn=60.0))
        np.testing.assert_allclose(turned.vertices[low], mesh.vertices[low], atol=2e-3)


class Baked(unittest.TestCase):
    def test_adults_are_of_adult_size_and_the_boy_of_a_childs(self):
        for who in known_sitters():
            mesh = load_sitter(who)
            with self.subTest(who):
                low, high = (0.048, 0.058) if who == "milo" else (0.056, 0.068)
                self.assertTrue(low < np.linalg.norm(mesh.eyes[0, :3] - mesh.eyes[1, :3]) < high)
                self.assertTrue(np.isfinite(mesh.vertices).all() and np.isfinite(mesh.normals).all())
                self.assertEqual(len(mesh.clusters), len(mesh.faces))

    def test_two_clearly_different_sitters(self):
        nadia, anton = load_sitter("nadia"), load_sitter("anton")
        cheek = [m.colours[m.landmarks["cheek_L"]].mean() for m in (nadia, anton)]
        self.assertGreater(np.log2(cheek[1] / cheek[0]), 1.0)


if __name__ == "__main__":
    unittest.main()
