"""Rotations against the numerical library's own."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from deep_amber.core.geometry.vectors import rotation, rotation_vector
from deep_amber.core.sitter.pose import head_rotation

part = st.floats(-1.7, 1.7)
degrees = st.floats(-60, 60)


class Rotations(unittest.TestCase):
    @given(part, part, part)
    def test_about_a_vector_and_back(self, x, y, z):
        way = np.array([x, y, z])
        made = rotation(way)
        np.testing.assert_allclose(made, Rotation.from_rotvec(way).as_matrix(), atol=1e-12)
        if np.linalg.norm(way) < 3:
            np.testing.assert_allclose(rotation_vector(made), way, atol=1e-7)

    @given(degrees, degrees, degrees)
    def test_the_head_turns_nods_and_tilts_in_this_order(self, turn, nod, tilt):
        expected = Rotation.from_euler("YXZ", [turn, nod, -tilt], degrees=True).as_matrix()
        np.testing.assert_allclose(head_rotation(turn, nod, tilt), expected, atol=1e-12)
