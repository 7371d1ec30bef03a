"""Direct light against closed forms."""

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.geometry.quads import Quad
from deep_amber.core.transport.direct import illuminance, unshadowed, visibility
from deep_amber.core.transport.emitter import quad_emitter
from deep_amber.core.transport.quads import quad_rows
from deep_amber.core.transport.weights import DOME, FLAT

NONE = quad_rows([])
LIFT = np.zeros(1, np.float32)


def facing_quad(width: float, height: float, distance: float) -> Quad:
    """A rectangle over the origin that looks down -z."""
    return Quad((0.0, 0.0, distance), (-width / 2, 0.0, 0.0), (0.0, height / 2, 0.0))


def at_origin(axis=(0, 0, 1)) -> tuple[np.ndarray, np.ndarray]:
    return np.zeros((1, 3), np.float32), np.array([axis], np.float32)


def parallel_view_factor(width: float, height: float, distance: float) -> float:
    """View factor of a point under the middle of a parallel rectangle.

    Source: J. Howell, A Catalog of Radiation Heat Transfer Configuration Factors, B-3, four corners.
    """
    a, b = width / 2 / distance, height / 2 / distance
    one = a / math.sqrt(1 + a * a) * math.atan(b / math.sqrt(1 + a * a))
    two = b / math.sqrt(1 + b * b) * math.atan(a / math.sqrt(1 + b * b))
    return 4 / (2 * math.pi) * (one + two)


def stops(a: float, b: float) -> float:
    return abs(math.log2(a / b))


class RectangleViewFactor(unittest.TestCase):
    @settings(max_examples=60)
    @given(st.floats(0.1, 1.5), st.floats(0.1, 1.5), st.floats(0.5, 4.0))
    def test_unshadowed_light_is_pi_times_the_view_factor(self, width, height, distance):
        emitter = quad_emitter(facing_quad(width, height, distance))
        got = float(unshadowed(*at_origin(), emitter)[0])
        self.assertLess(stops(got, math.pi * parallel_view_factor(width, height, distance)), 0.01)

    @settings(max_examples=40)
    @given(st.floats(0.1, 1.5), st.floats(0.1, 1.5), st.floats(0.5, 4.0))
    def test_sensors_agree(self, width, height, distance):
        emitter = quad_emitter(facing_quad(width, height, distance))
        points, axes = at_origin()
        got = float(illuminance(None, points, axes, LIFT, emitter, NONE)[0])
        self.assertLess(stops(got, math.pi * parallel_view_factor(width, height, distance)), 0.01)


class InverseSquare(unittest.TestCase):
    def test_twice_the_distance_of_a_small_source_is_two_stops(self):
        points, axes = at_origin()
        near, far = (
            float(illuminance(None, points, axes, LIFT, quad_emitter(facing_quad(0.05, 0.05, d)), NONE)[0])
            for d in (1.0, 2.0)
        )
        self.assertAlmostEqual(math.log2(near / far), 2.0, delta=0.01)

    def test_a_large_source_close_in_falls_off_less(self):
        points, axes = at_origin()
        near, far = (float(unshadowed(points, axes, quad_emitter(facing_quad(1.5, 1.5, d)))[0]) for d in (0.5, 1.0))
        self.assertLess(math.log2(near / far), 1.5)

    def test_cosine_of_a_tilted_receptor(self):
        emitter = quad_emitter(facing_quad(0.02, 0.02, 2.0))
        points, straight = at_origin()
        _, tilted = at_origin((math.sin(math.radians(60)), 0, math.cos(math.radians(60))))
        ratio = unshadowed(points, tilted, emitter)[0] / unshadowed(points, straight, emitter)[0]
        self.assertAlmostEqual(float(ratio), 0.5, delta=0.003)


class Dome(unittest.TestCase):
    def test_a_small_source_off_the_axis_counts_half_of_one_plus_cosine(self):
        emitter = quad_emitter(facing_quad(0.02, 0.02, 2.0))
        points, straight = at_origin()
        flat = float(illuminance(None, points, straight, LIFT, emitter, NONE, receptor=FLAT)[0])
        for angle in (0, 45, 90, 135, 180):
            a = math.radians(angle)
            _, axis = at_origin((math.sin(a), 0, math.cos(a)))
            dome = float(illuminance(None, points, axis, LIFT, emitter, NONE, receptor=DOME)[0])
            self.assertAlmostEqual(dome / flat, (1 + math.cos(a)) / 2, delta=0.003)


class Lobe(unittest.TestCase):
    def test_a_lobe_takes_a_power_of_the_cosine_at_the_emitter(self):
        quad = facing_quad(0.02, 0.02, 2.0)
        aside = np.array([[2.0, 0.0, 0.0]], np.float32)  # 45 degrees off the emitter's axis
        axis = np.array([[-1, 0, 1]], np.float32) / np.float32(math.sqrt(2))
        plain, lobed = (float(unshadowed(aside, axis, quad_emitter(quad, m))[0]) for m in (0.0, 2.0))
        self.assertAlmostEqual(lobed / plain, 0.5, delta=0.005)

    def test_behind_the_emitter_it_is_dark(self):
        behind = np.array([[0.0, 0.0, 3.0]], np.float32)
        _, axis = at_origin((0, 0, -1))
        self.assertEqual(float(unshadowed(behind, axis, quad_emitter(facing_quad(0.5, 0.5, 2.0)))[0]), 0.0)


class Blocked(unittest.TestCase):
    TURN = np.full((1, 2), 0.5, np.float32)

    def seen(self, shift: float) -> float:
        """Visible share of a square over the origin behind an equal square half way, shifted aside [m]."""
        emitter = quad_emitter(facing_quad(0.4, 0.4, 2.0))
        card = Quad((shift, 0.0, 1.0), (0.1, 0.0, 0.0), (0.0, 0.1, 0.0))
        return float(visibility(None, *at_origin(), LIFT, emitter, quad_rows([card]), (20, 20), self.TURN)[0])

    def test_a_card_before_all_of_it(self):
        self.assertEqual(self.seen(0.0), 0.0)

    def test_a_card_before_half_of_it(self):
        self.assertAlmostEqual(self.seen(0.1), 0.5, delta=0.03)

    def test_a_card_aside(self):
        self.assertEqual(self.seen(0.5), 1.0)

    def test_a_surface_that_faces_away_is_told_apart_from_shadow(self):
        emitter = quad_emitter(facing_quad(0.4, 0.4, 2.0))
        self.assertEqual(
            float(visibility(None, *at_origin((0, 0, -1)), LIFT, emitter, NONE, (3, 3), self.TURN)[0]), -1.0
        )

    def test_its_own_body_does_not_block(self):
        quad = facing_quad(0.4, 0.4, 2.0)
        points, axes = at_origin()
        got = illuminance(None, points, axes, LIFT, quad_emitter(quad), quad_rows([quad]))
        self.assertGreater(float(got[0]), 0)


if __name__ == "__main__":
    unittest.main()
