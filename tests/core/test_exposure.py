"""Metering, the camera's response, colour of light."""

import itertools
import math
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from deep_amber.core.exposure.colour import light_colour
from deep_amber.core.exposure.meter import C_DOME, C_FLAT, lighting_ratio, metered_aperture, stops_apart
from deep_amber.core.exposure.response import (
    CLIP_STOPS,
    MID_GREY,
    exposure_factor,
    ladder,
    lightness,
    stops_from_mid_grey,
)
from deep_amber.core.kit.emission import output_factor
from deep_amber.core.model import Camera, Light, Point, Softbox
from deep_amber.core.picture.develop import to_srgb
from deep_amber.core.srgb import code_value


def camera(aperture=8.0, sensitivity=100.0) -> Camera:
    return Camera(Point(0, 1, 3), Point(0, 1, 1), 85.0, aperture, 1 / 160, sensitivity)


class Meter(unittest.TestCase):
    @given(st.floats(10, 1e5), st.floats(50, 3200))
    def test_a_card_that_faces_the_light_metered_flat_comes_out_mid_grey(self, exposure, sensitivity):
        f_number = metered_aperture(exposure, sensitivity, C_FLAT)
        value = 0.18 * exposure * exposure_factor(camera(f_number, sensitivity))
        self.assertAlmostEqual(stops_from_mid_grey(value), 0.0, places=6)

    def test_a_dome_reads_044_stop_less(self):
        flat, dome = (metered_aperture(1000, 100, c) for c in (C_FLAT, C_DOME))
        self.assertAlmostEqual(2 * math.log2(flat / dome), 0.44, delta=0.005)

    def test_one_stop_of_light_is_one_stop_of_aperture(self):
        self.assertAlmostEqual(metered_aperture(2000, 100, C_DOME) / metered_aperture(1000, 100, C_DOME), math.sqrt(2))

    def test_two_readings_are_so_many_stops_apart(self):
        for first, second, stops in ((8.0, 4.0, 2.0), (4.0, 8.0, -2.0), (8.0, 8.0, 0.0), (0.0, 8.0, 0.0)):
            self.assertAlmostEqual(stops_apart(first, second), stops)

    def test_ratio(self):
        self.assertEqual(lighting_ratio(4.0, 1.0), (4.0, 2.0))
        self.assertTrue(math.isfinite(lighting_ratio(1.0, 0.0)[0]))


class Response(unittest.TestCase):
    def test_white_clips_247_over_mid_grey(self):
        self.assertAlmostEqual(CLIP_STOPS, 2.47, delta=0.005)

    def test_known_code_values(self):
        for value, code in ((0.0, 0), (MID_GREY, 118), (0.5, 188), (1.0, 255), (7.0, 255)):
            self.assertEqual(code_value(value), code)

    def test_lightness(self):
        self.assertAlmostEqual(lightness(MID_GREY), 49.5, delta=0.1)
        self.assertAlmostEqual(lightness(1.0), 100.0)

    def test_aperture_and_sensitivity(self):
        self.assertAlmostEqual(exposure_factor(camera(8)) / exposure_factor(camera(16)), 4.0)
        self.assertAlmostEqual(exposure_factor(camera(8, 400)) / exposure_factor(camera(8, 100)), 4.0)

    def test_the_table_agrees_with_the_formula(self):
        values = np.linspace(0, 1, 500, dtype=np.float32)
        got = to_srgb(np.repeat(values[:, None], 3, 1))[:, 0].astype(int)
        self.assertLessEqual(max(abs(got - [code_value(float(v)) for v in values])), 1)

    def test_what_is_no_number_is_shown_black(self):
        odd = np.full((4, 3), [np.nan, np.inf, -np.inf], np.float32)
        np.testing.assert_array_equal(to_srgb(odd), [[0, 255, 0]] * 4)

    def test_ladder_goes_down_by_half_stops(self):
        rungs = ladder()
        self.assertEqual(rungs[0], (3.0, 255))
        self.assertIn((0.0, 118), rungs)
        self.assertTrue(all(a[1] >= b[1] for a, b in itertools.pairwise(rungs)))


class Colour(unittest.TestCase):
    @given(st.floats(2000, 12000))
    def test_white_balance_on_the_light_is_neutral(self, temperature):
        np.testing.assert_allclose(light_colour(temperature, temperature), 1.0, atol=1e-6)

    def test_lamp_light_is_warm_in_daylight_balance(self):
        red, green, blue = light_colour(3200, 5600)
        self.assertGreater(red, green)
        self.assertGreater(green, blue)

    @given(st.floats(2000, 12000), st.floats(2000, 12000))
    def test_luminance_stays(self, temperature, balance):
        self.assertAlmostEqual(float(light_colour(temperature, balance) @ [0.2126, 0.7152, 0.0722]), 1.0, places=6)


class Strobe(unittest.TestCase):
    def light(self, **changes) -> Light:
        return Light(Point(0, 2, 2), Point(0, 1, 1), **({"output": 0.0, "modifier": Softbox(0.6, 0.9)} | changes))

    def test_output_in_stops(self):
        self.assertEqual(output_factor(self.light(output=-3.0)), 1 / 8)
        self.assertEqual(output_factor(self.light(on=False)), 0.0)


if __name__ == "__main__":
    unittest.main()
