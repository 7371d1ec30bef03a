"""What of an outline the lens sees, against points of it looked at one by one."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from deep_amber.core.geometry.clipping import clipped, view_sides

WIDE, HIGH = 0.4, 0.6
SIDES = view_sides(*np.eye(3), WIDE, HIGH)
AT_LENS = 1e-9  # [m] within which a place has no direction to the lens
off = st.floats(-3, 3)


def seen(places: np.ndarray) -> np.ndarray:
    """(n,) bool: the place lies in the view along z."""
    x, y, z = places.T
    return (z > AT_LENS) & (np.abs(x) < WIDE * z) & (np.abs(y) < HIGH * z)


class Clipping(unittest.TestCase):
    @given(st.tuples(*[off] * 9))
    def test_every_place_seen_lies_within_what_is_left(self, given_off):
        centre, half_x, half_y = np.array(given_off).reshape(3, 3)
        corners = np.array(
            [centre - half_x - half_y, centre + half_x - half_y, centre + half_x + half_y, centre - half_x + half_y]
        )
        a, b = np.meshgrid(np.linspace(-1, 1, 25), np.linspace(-1, 1, 25))
        places = centre + a.reshape(-1, 1) * half_x + b.reshape(-1, 1) * half_y
        inside, left = places[seen(places)], clipped(corners, SIDES)
        if len(inside):
            self.assertGreater(len(left), 0)
            self.assertLessEqual(
                (left[:, 1] / np.maximum(left[:, 2], 1e-12)).min(), (inside[:, 1] / inside[:, 2]).min() + 1e-6
            )
            self.assertGreaterEqual(
                (left[:, 1] / np.maximum(left[:, 2], 1e-12)).max(), (inside[:, 1] / inside[:, 2]).max() - 1e-6
            )

    def test_a_sheet_beside_the_lens_is_not_seen_though_part_of_it_is_ahead(self):
        beside = np.array([[-3, -1, -1], [-2, -1, 1], [-2, 1, 1], [-3, 1, -1]], float)
        self.assertEqual(len(clipped(beside, SIDES)), 0)

    def test_a_sheet_that_fills_the_view_is_cut_to_its_corners(self):
        far = np.array([[-9, -9, 2], [9, -9, 2], [9, 9, 2], [-9, 9, 2]], float)
        left = clipped(far, SIDES)
        self.assertEqual(len(left), 4)
        np.testing.assert_allclose(np.abs(left), np.tile([2 * WIDE, 2 * HIGH, 2], (4, 1)))
