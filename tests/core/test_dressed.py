"""Sitters in every posture, with other skin, hair, cloth and glasses."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.model.room import Surface
from deep_amber.core.model.sitter import Sitter
from deep_amber.core.sitter.dressed import dressed
from deep_amber.core.sitter.face import face_marks
from deep_amber.core.sitter.glasses import LENS_HALF_WIDTH, lens_places
from deep_amber.core.sitter.mesh import CLOTH, GLASSES, HAIR, SKIN, TROUSERS
from deep_amber.core.sitter.pose import neck_transforms, posed
from deep_amber.formats.sitter_file import known_sitters, load_sitter

PLAIN = Sitter("nadia", 0.0, 2.0, 0.48)


def in_room(sitter: Sitter) -> np.ndarray:
    mesh = dressed(load_sitter(sitter.who), sitter)
    body = posed(mesh, sitter)
    return body.in_room(body.vertices)


class Postures(unittest.TestCase):
    def test_at_least_six_sitters_of_several_kinds(self):
        said = " ".join(load_sitter(who).description.lower() for who in known_sitters())
        self.assertGreaterEqual(len(known_sitters()), 6)
        for kind in (
            "woman",
            "man",
            "boy",
            "seventy",
            "dark skin",
            "fair skin",
            "cropped",
            "bob",
            "long",
            "pulled back",
            "shaved",
        ):
            self.assertIn(kind, said)

    def test_standing_every_sitter_has_the_soles_on_the_floor_and_a_persons_height(self):
        for who in known_sitters():
            with self.subTest(who):
                places = in_room(replace(PLAIN, who=who, seat_height=0.0, posture="standing"))
                self.assertAlmostEqual(places[:, 1].min(), 0.0, delta=0.005)
                low, high = (1.1, 1.4) if who == "milo" else (1.5, 1.9)
                self.assertTrue(low < places[:, 1].max() < high, places[:, 1].max())

    def test_seated_the_eyes_are_over_the_seat_by_the_sitters_measure_and_the_feet_near_the_floor(self):
        for who in known_sitters():
            mesh = load_sitter(who)
            with self.subTest(who):
                sitter = replace(PLAIN, who=who, seat_height=0.3 if who == "milo" else 0.48)
                marks = face_marks(mesh, sitter)
                self.assertAlmostEqual(marks.eyes[1], sitter.seat_height + mesh.eye_above_seat, delta=0.02)
                self.assertAlmostEqual(in_room(sitter)[:, 1].min(), 0.0, delta=0.14)

    def test_lying_the_back_is_on_the_couch_the_nose_up_and_the_feet_toward_the_camera(self):
        sitter = replace(PLAIN, posture="lying", seat_height=0.4)
        places, marks = in_room(sitter), face_marks(dressed(load_sitter("nadia"), sitter), sitter)
        self.assertAlmostEqual(places[:, 1].min(), 0.4, delta=0.01)
        self.assertGreater(marks.forward[1], 0.99)
        self.assertGreater(places[:, 2].max() - sitter.z, 1.2)
        self.assertLess(marks.eyes[2], sitter.z)

    def test_sitting_and_standing_share_the_head(self):
        mesh = load_sitter("linnea")
        upright = dressed(mesh, replace(PLAIN, who="linnea", posture="standing"))
        head = mesh.chain[:, 4] > 0.99
        np.testing.assert_array_equal(mesh.vertices[head], upright.vertices[head])
        self.assertGreater(np.abs(mesh.vertices - upright.vertices).max(), 0.3)

    def test_chin_forward_moves_the_face_forward_and_keeps_it_level(self):
        mesh = load_sitter("nadia")
        rest, forward = (neck_transforms(mesh.joints, 0, 0, 0, by)[4] for by in (0.0, 0.03))
        moved = forward[:3, 3] - rest[:3, 3]
        self.assertAlmostEqual(moved[2], 0.03, delta=1e-6)
        np.testing.assert_allclose(forward[:3, :3], np.eye(3), atol=1e-9)


class Worn(unittest.TestCase):
    def setUp(self):
        self.mesh = load_sitter("nadia")

    def worn(self, **changes):
        return dressed(self.mesh, replace(PLAIN, **changes))

    def test_nothing_changed_is_the_mesh_itself(self):
        self.assertIs(self.worn(), self.mesh)

    def test_a_stop_of_skin_doubles_it_and_leaves_cloth_and_hair(self):
        made = self.worn(skin_stops=1.0)
        cheek = self.mesh.landmarks["cheek_L"]
        np.testing.assert_allclose(made.colours[cheek], 2 * self.mesh.colours[cheek], rtol=1e-5)
        for part in (CLOTH, HAIR, TROUSERS):
            rows = self.mesh.parts == part
            np.testing.assert_array_equal(made.colours[rows], self.mesh.colours[rows])

    def test_nothing_is_lighter_than_paper(self):
        made = self.worn(skin_stops=1.0, hair_stops=4.0, cloth=Surface(0.95))
        self.assertLessEqual(made.colours.max(), 0.98)

    def test_hair_and_cloth_go_on_their_own(self):
        made = self.worn(hair_stops=2.0, cloth=Surface(0.05))
        hair = self.mesh.parts == HAIR
        np.testing.assert_allclose(made.colours[hair], np.minimum(4 * self.mesh.colours[hair], 0.9), rtol=1e-5)
        np.testing.assert_allclose(made.colours[self.mesh.parts == CLOTH], 0.05, rtol=1e-4)
        self.assertFalse(np.allclose(made.colours[self.mesh.parts == TROUSERS], 0.05, rtol=1e-4))

    def test_matt_skin_has_no_shine_and_oily_more(self):
        cheek = self.mesh.landmarks["cheek_L"]
        self.assertEqual(self.worn(sheen=0.0).gloss[cheek], 0.0)
        self.assertAlmostEqual(self.worn(sheen=2.0).gloss[cheek], 2 * self.mesh.gloss[cheek], places=5)

    def test_dressed_alike_is_equal_and_colour_alone_keeps_the_form(self):
        dark = self.worn(skin_stops=-1.0)
        self.assertEqual(dark, self.worn(skin_stops=-1.0))
        self.assertNotEqual(dark, self.mesh)
        self.assertEqual(dark.form, self.mesh.form)
        self.assertNotEqual(self.worn(posture="standing").form, self.mesh.form)

    def test_glasses_sit_before_the_eyes_and_turn_with_the_head(self):
        made = self.worn(glasses="heavy")
        added = made.parts == GLASSES
        self.assertEqual(len(made.clusters), len(made.faces))
        np.testing.assert_array_equal(made.vertices[: len(self.mesh.vertices)], self.mesh.vertices)
        rims = made.vertices[added]
        self.assertTrue((rims[:, 2].max() > self.mesh.eyes[:, 2].max()) and added.sum() > 100)
        self.assertTrue((made.chain[added, 4] == 1).all())
        apart = np.linalg.norm(np.diff(lens_places(self.mesh), axis=0))
        self.assertGreater(apart, 2 * LENS_HALF_WIDTH)  # the lenses do not meet
        skin = made.parts == SKIN
        self.assertEqual(skin.sum(), (self.mesh.parts == SKIN).sum())


class Hairline(unittest.TestCase):
    """Brows and hairline are skin with hair laid over it: each part obeys its own slider, and no band stands out."""

    def band(self, who: str, **worn) -> tuple[np.ndarray, np.ndarray, np.ndarray, np.ndarray]:
        """Brightness before and after, and shine, of bare skin and of the first fifth of the hairline; share of hair."""
        mesh = load_sitter(who)
        made = dressed(mesh, replace(PLAIN, who=who, **worn))
        line = (mesh.parts == SKIN) & (mesh.hair > 0.02) & (mesh.hair < 0.2)
        return mesh.colours[line].mean(1), made.colours[line].mean(1), made.gloss[line], mesh.hair[line]

    def test_the_first_of_the_hairline_is_skin(self):
        for who in known_sitters():
            with self.subTest(who):
                before, after, _, _ = self.band(who, skin_stops=-1.0)
                self.assertLess(float(np.median(after / before)), 0.62)
                before, after, _, _ = self.band(who, hair_stops=3.0)
                self.assertLess(float(np.median(after / before)), 1.3)
                _, _, shine, hair = self.band(who, sheen=0.0)
                np.testing.assert_allclose(shine, 0.1 * hair, atol=0.01)

    def test_hair_and_roots_obey_the_hairs_slider(self):
        for who in ("nadia", "linnea", "milo"):
            mesh = load_sitter(who)
            made = dressed(mesh, replace(PLAIN, who=who, hair_stops=1.0))
            roots = (mesh.parts == SKIN) & (mesh.hair > 0.99)
            self.assertGreater(float((made.colours[roots] / mesh.colours[roots]).mean()), 1.4, who)
            np.testing.assert_allclose(
                made.colours[mesh.parts == HAIR], mesh.colours[mesh.parts == HAIR] * 2, rtol=1e-5
            )

    def test_as_baked_nothing_changes(self):
        mesh = load_sitter("greta")
        made = dressed(mesh, replace(PLAIN, who="greta", cloth=Surface(0.5)))
        rest = mesh.parts != CLOTH
        np.testing.assert_allclose(made.colours[rest], np.minimum(mesh.colours[rest], 0.9), atol=1e-6)
        np.testing.assert_allclose(made.gloss, mesh.gloss, atol=1e-6)


if __name__ == "__main__":
    unittest.main()
