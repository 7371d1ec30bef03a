"""Perspective, depth of field and framings, against cases worked by hand."""

import math
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.framing.depth_of_field import blur, circle, depth_of_field
from deep_amber.core.framing.framings import FRAMINGS, framed_as, length_there, lens_that_does, picture_height
from deep_amber.core.framing.perspective import face_depth, lens_to_face, nose_to_ear
from deep_amber.core.model import Camera, Point
from deep_amber.core.problem import NotAccepted
from tests.sets import mesh_of, plain_set

CAMERA = Camera(Point(0, 1.5, 4), Point(0, 1.5, 0), 50.0, 8.0, 1 / 125, 100.0)


class Perspective(unittest.TestCase):
    def test_a_metre_away_twelve_centimetres_of_depth_are_twelve_per_cent(self):
        self.assertAlmostEqual(nose_to_ear(1.0, 0.12), 1.12)
        self.assertAlmostEqual(nose_to_ear(2.0, 0.12), 1.06)

    def test_a_face_is_nine_to_fourteen_centimetres_deep(self):
        self.assertTrue(0.09 < face_depth(mesh_of(plain_set())) < 0.14)


class DepthOfField(unittest.TestCase):
    def test_blur_of_an_85_at_f2(self):
        """A = 42.5 mm; 42.5 x 85 / 1915 x 1.5 / 3.5 = .8085 mm."""
        camera = replace(CAMERA, focal_length=85.0, aperture=2.0)
        self.assertAlmostEqual(blur(camera, 2.0, 3.5), 0.8085, places=4)
        self.assertEqual(blur(camera, 2.0, 2.0), 0)

    def test_limits_of_a_50_at_f8_and_2_m(self):
        """c = 43.27 / 1500 = .02884 mm, H = 10.885 m: sharp from 1.696 to 2.439 m."""
        self.assertAlmostEqual(circle(CAMERA), 0.02884, places=4)
        depth = depth_of_field(CAMERA, 2.0)
        self.assertAlmostEqual(2.0 - depth.before, 1.696, delta=0.002)
        self.assertAlmostEqual(2.0 + depth.behind, 2.439, delta=0.002)

    def test_from_the_hyperfocal_distance_on_all_behind_is_sharp(self):
        self.assertEqual(depth_of_field(CAMERA, 11.0).behind, math.inf)

    @settings(max_examples=50)
    @given(st.floats(24, 200), st.floats(1.4, 22), st.floats(0.7, 6))
    def test_at_its_limits_the_blur_is_the_circle(self, focal_length, aperture, focus):
        camera = replace(CAMERA, focal_length=focal_length, aperture=aperture)
        depth = depth_of_field(camera, focus)
        self.assertAlmostEqual(blur(camera, focus, focus - depth.before) / circle(camera), 1, delta=0.02)
        if depth.behind < 1e3:
            self.assertAlmostEqual(blur(camera, focus, focus + depth.behind) / circle(camera), 1, delta=0.02)


class Framings(unittest.TestCase):
    def setUp(self):
        self.set = plain_set()
        self.mesh = mesh_of(self.set)

    def test_a_24_mm_side_at_50_mm_shows_1_2_m_of_height_at_2_m(self):
        """The upright 4 : 5 picture is 24 x 30 mm on the sensor: 30 / 50 x 2 m."""
        self.assertAlmostEqual(picture_height(CAMERA, 2.0), 1.2)

    def test_the_camera_is_placed_so_that_the_picture_is_as_high_as_the_framing(self):
        for name in ("tight head", "head and shoulders"):
            made = framed_as(self.set, self.mesh, name)
            level = math.hypot(*(np.array(made.camera.place.array - self.set.camera.aim.array)[[0, 2]]))
            self.assertAlmostEqual(picture_height(made.camera, level), FRAMINGS[name].height, delta=0.03)
            self.assertEqual(made.camera.place.y, self.set.camera.place.y)
            self.assertEqual(made.camera.focal_length, self.set.camera.focal_length)

    def test_a_room_without_the_length_is_said_with_the_lens_that_would_do(self):
        with self.assertRaises(NotAccepted) as refused:
            framed_as(self.set, self.mesh, "three-quarter")
        (problem,) = refused.exception.problems
        lens, named = lens_that_does(self.set, self.mesh, FRAMINGS["three-quarter"])
        self.assertIsNone(named)
        self.assertIn(f"{lens:g} mm would do", problem.accepted)
        fitted = replace(self.set, camera=replace(self.set.camera, focal_length=lens))
        made = framed_as(fitted, self.mesh, "three-quarter")
        self.assertLessEqual(lens_to_face(made, self.mesh), length_there(self.set, self.mesh) + 0.15)
        self.assertLess(made.camera.place.z, self.set.room.depth)

    def test_an_unknown_framing_is_refused_in_words(self):
        with self.assertRaisesRegex(NotAccepted, "tight head or head and shoulders"):
            framed_as(self.set, self.mesh, "feet only")
