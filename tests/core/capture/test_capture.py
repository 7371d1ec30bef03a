"""The sensor by photon transfer, the frame as it is shot, and what went wrong with it."""

import math
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.capture.faults import Taken, faults_of
from deep_amber.core.capture.frame import Shot, as_shot, neutral_of, raw_values
from deep_amber.core.capture.sensor import BLACK_LEVEL, WHITE_LEVEL, mosaic, sensor_of
from deep_amber.core.exposure.response import FULL_OVER_WHITE
from deep_amber.core.presenting.taken import fault_text
from deep_amber.core.simulation import DRAGGED
from deep_amber.core.simulation.simulate import veiled_picture
from tests.core.expose.seen import stages_of
from tests.sets import demo_file, mesh_of, plain_set

CAMERA = plain_set().camera


def flat(value: float) -> np.ndarray:
    return np.full((120, 120, 3), value)


class Sensor(unittest.TestCase):
    def test_variance_grows_with_the_signal_by_the_gain_and_starts_at_the_reading(self):
        """Photon transfer: variance = gain * signal + (gain * read noise)^2, all in raw numbers."""
        sensor = sensor_of(CAMERA)
        for sensitivity in (100.0, 1600.0):
            gain = (WHITE_LEVEL - BLACK_LEVEL) / sensor.full(sensitivity)
            rng = np.random.default_rng(3)
            signals, variances = [], []
            for value in (0.02, 0.05, 0.1, 0.2, 0.4, 0.7):
                numbers = mosaic(flat(value), sensor, sensitivity, rng).astype(float) - BLACK_LEVEL
                signals.append(numbers.mean())
                variances.append(numbers.var())
            slope, offset = np.polyfit(signals, variances, 1)
            self.assertAlmostEqual(slope / gain, 1.0, delta=0.05)
            self.assertLess(abs(offset - (gain * sensor.read) ** 2), 0.1 * variances[0] + 1)

    @settings(max_examples=20)
    @given(st.floats(0.0, 1.3), st.sampled_from((100.0, 400.0, 6400.0)))
    def test_without_noise_numbers_are_in_proportion(self, value, sensitivity):
        numbers = mosaic(flat(value), sensor_of(CAMERA), sensitivity, None)
        expected = BLACK_LEVEL + value / FULL_OVER_WHITE * (WHITE_LEVEL - BLACK_LEVEL)
        self.assertTrue(np.all(np.abs(numbers - expected) <= 0.5001))

    def test_over_a_full_well_everything_is_white(self):
        self.assertEqual(int(mosaic(flat(2.0), sensor_of(CAMERA), 100.0, None).min()), WHITE_LEVEL)

    def test_a_smaller_sensor_and_a_higher_sensitivity_are_noisier(self):
        small = replace(CAMERA, sensor_width=15.7, sensor_height=23.6)

        def noise(camera, sensitivity):
            numbers = mosaic(flat(0.18), sensor_of(camera), sensitivity, np.random.default_rng(1)).astype(float)
            return numbers.std() / (numbers.mean() - BLACK_LEVEL)

        self.assertGreater(noise(small, 100.0), noise(CAMERA, 100.0) * 1.3)
        self.assertAlmostEqual(noise(CAMERA, 800.0) / noise(CAMERA, 100.0), math.sqrt(8), delta=0.3)

    def test_filters_lie_red_green_green_blue(self):
        colour = np.zeros((4, 4, 3)) + [0.2, 0.4, 0.8]
        numbers = mosaic(colour, sensor_of(CAMERA), 100.0, None).astype(int) - BLACK_LEVEL
        red, green, blue = (v / FULL_OVER_WHITE * (WHITE_LEVEL - BLACK_LEVEL) for v in (0.2, 0.4, 0.8))
        np.testing.assert_allclose(numbers[:2, :2], [[red, green], [green, blue]], atol=1)


class Frames(unittest.TestCase):
    def test_what_the_sensor_sees_balanced_is_the_picture(self):
        s = demo_file(4).set
        raw = raw_values(s, mesh_of(s), DRAGGED).reshape(-1, 3) / neutral_of(s.camera.white_balance)
        linear, _ = veiled_picture(stages_of(s))
        lit = linear.max(1) > 0.02
        off = np.log2(np.maximum(raw[lit], 1e-6) / np.maximum(linear[lit], 1e-6))
        self.assertLess(float(np.abs(np.median(off, 0)).max()), 0.03)

    def test_only_what_fired_lights_it_at_the_output_that_it_gave(self):
        s = demo_file(4).set
        shown = as_shot(s, s.camera, Shot({"key": -5.0}))
        self.assertEqual([(k.name, k.output) for k in shown.lights if k.on], [("key", -5.0)])
        away = as_shot(s, s.camera, Shot({}, on_mark=False))
        self.assertGreater(abs(away.sitter.x - s.sitter.x), 1.0)
        near = as_shot(s, s.camera, Shot({}, focus=2.0, off_mark=0.1))
        self.assertAlmostEqual(math.hypot(near.sitter.x - s.sitter.x, near.sitter.z - s.sitter.z), 0.1, delta=0.02)
        self.assertEqual(near.camera.focus, 2.0)

    def test_focus_off_the_eye_is_soft(self):
        s = replace(plain_set(), camera=replace(CAMERA, aperture=2.0))

        def fine(focus):
            shown = replace(s, camera=replace(s.camera, focus=focus))
            quality = replace(DRAGGED, outlines=True)
            face = raw_values(shown, mesh_of(s), quality)[140:220, 120:200].mean(2)
            return float(np.abs(np.diff(face, axis=1)).mean())

        self.assertLess(fine(4.0), fine(None) * 0.8)


class Faults(unittest.TestCase):
    def codes(self, off: float = 0.0, **more):
        taken = Taken(**({"fired": {"key": -3.0}, "missed": (), "focus": 1.55, "eye": 1.55, "on_mark": True,
                          "white_balance": CAMERA.white_balance} | more))  # fmt: skip
        found = faults_of(taken, CAMERA, CAMERA, off)
        self.assertTrue(all(fault_text(k) for k in found))
        return [k.code for k in found]

    def test_each_thing_that_is_left_out_is_told(self):
        self.assertEqual(self.codes(), [])
        self.assertEqual(self.codes(focus=3.0), ["soft"])
        self.assertEqual(self.codes(on_mark=False, focus=3.0), ["not_there"])
        self.assertEqual(self.codes(missed=(("rim", "recycling"),)), ["missed"])
        self.assertEqual(self.codes(fired={}, missed=(("key", "wrong channel"), ("rim", "same"))), ["none_fired"])
        self.assertEqual(self.codes(white_balance=3200.0), ["balance"])
        self.assertEqual(self.codes(off=0.5), ["off"])
        self.assertEqual(self.codes(off=0.05), [])
