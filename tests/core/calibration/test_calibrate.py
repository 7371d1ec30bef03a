"""Trims and a wall that were put wrong on purpose are found again, with outliers among the readings."""

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.calibration.between import cubic_weights
from deep_amber.core.calibration.calibrate import Reading, calibrate
from deep_amber.core.expose.hand_meter import HandMeter, meter_reading
from deep_amber.core.model import Point, Set
from deep_amber.core.model.set import with_surfaces
from deep_amber.core.problem import NotAccepted
from tests.core.expose.seen import stages_of
from tests.sets import demo_file

SAID = demo_file(4).set
PLACES = [
    # Where the meter is held, what it faces, which lights are on.
    ((-0.2, 1.2, 1.9), (-0.7, 1.85, 2.4), (0,)),
    ((0.3, 1.3, 2.0), (-0.7, 1.85, 2.4), (0,)),
    ((0.9, 1.3, 2.4), (-0.7, 1.85, 2.4), (0,)),
    ((0.2, 1.2, 2.2), (0.68, 1.62, 3.15), (1,)),
    ((-0.6, 1.3, 2.4), (0.68, 1.62, 3.15), (1,)),
    ((0.5, 1.5, 2.6), (0.68, 1.62, 3.15), (1,)),
    ((-0.9, 1.3, 3.4), (-1.7, 1.3, 3.4), (0, 1)),
    ((-0.9, 1.0, 3.9), (-1.7, 1.0, 3.9), (0, 1)),
    ((-1.0, 1.6, 3.0), (-1.7, 1.6, 3.0), (0, 1)),
    ((-1.1, 1.2, 4.2), (-1.7, 1.2, 4.2), (0, 1)),
    ((0.1, 1.2, 2.0), (0.0, 1.3, 3.7), (0, 1)),
    ((-0.5, 1.1, 2.9), (-1.7, 1.1, 2.9), (0, 1)),
]


def truly(key: float, fill: float, wall: float) -> Set:
    """The set as it really is."""
    lights = tuple(replace(k, trim={"key": key, "fill": fill}.get(k.name, 0.0)) for k in SAID.lights)
    left = replace(SAID.room.surfaces.left, reflectance=wall)
    return with_surfaces(replace(SAID, lights=lights), left=left)


def readings(real: Set, seed: int, outliers: dict[int, float], slope: float = 0.0) -> list[Reading]:
    """Read of the real set with the noise of a hand, and told of the set that was drawn."""
    stages, noise, made = stages_of(real), np.random.default_rng(seed).normal(0, 0.04, len(PLACES)), []
    for i, (place, aim, lights) in enumerate(PLACES):
        meter = HandMeter(Point(*place), Point(*aim), "flat")
        aperture = meter_reading(stages, meter, lights).aperture
        stops = noise[i] + outliers.get(i, 0.0) + slope * 2 * np.log2(aperture / 5.6)
        made.append(Reading(SAID, meter, aperture * 2 ** (stops / 2), lights))
    return made


class Calibrate(unittest.TestCase):
    def test_trims_and_a_wall_come_back_with_two_outliers_among_twelve(self):
        for seed, (key, fill, wall) in enumerate([(-0.4, 0.3, 0.55), (0.6, -0.5, 0.8)]):
            made = calibrate(stages_of, readings(truly(key, fill, wall), seed, {1: 1.3, 8: -1.0}), "left")
            found = {(k.source, k.modifier): k for k in made.trims}
            of_key, of_fill = (
                found["400 W s head", "90 cm octa"],
                found["200 W s head", "100 cm shoot-through umbrella"],
            )
            self.assertAlmostEqual(of_key.trim, key, delta=0.1)
            self.assertAlmostEqual(of_fill.trim, fill, delta=0.1)
            self.assertAlmostEqual(np.log2(made.wall.reflectance / wall), 0.0, delta=0.1)
            self.assertEqual([k.index for k in made.residuals if k.outlier], [1, 8])
            self.assertLess(made.left, 0.1)
            self.assertLess(max(of_key.spread, of_fill.spread), 0.1)
            self.assertTrue(of_key.of_kit)

    def test_what_is_right_stays_as_it_is(self):
        made = calibrate(stages_of, readings(truly(0.0, 0.0, 0.2), 5, {}), "left")
        self.assertTrue(all(abs(k.trim) < 0.08 for k in made.trims), made.trims)
        self.assertAlmostEqual(made.wall.reflectance, 0.2, delta=0.05)
        self.assertFalse(any(k.outlier for k in made.residuals))

    def test_the_meter_s_own_slope_is_told_from_a_trim(self):
        made = calibrate(stages_of, readings(truly(-0.4, 0.3, 0.2), 3, {}, slope=0.06))
        self.assertAlmostEqual(made.slope, 0.06, delta=0.03)
        self.assertGreater(made.slope_spread, 0.0)

    def test_too_few_and_a_wall_that_is_none_are_refused(self):
        some = readings(truly(0.0, 0.0, 0.2), 1, {})
        with self.assertRaisesRegex(NotAccepted, "too few"):
            calibrate(stages_of, some[:2])
        with self.assertRaisesRegex(NotAccepted, "no surface"):
            calibrate(stages_of, some, "north")


class Between(unittest.TestCase):
    @settings(max_examples=30)
    @given(st.lists(st.floats(-2, 2), min_size=4, max_size=4), st.floats(0.02, 0.95))
    def test_a_cubic_is_met_everywhere(self, terms, x):
        at = np.array([0.05, 0.3, 0.6, 0.9])
        self.assertAlmostEqual(float(cubic_weights(at, x) @ np.polyval(terms, at)), float(np.polyval(terms, x)), 8)


if __name__ == "__main__":
    unittest.main()
