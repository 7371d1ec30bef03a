"""Quantities read from text and written."""

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from deep_amber.core import units
from deep_amber.core.presenting.say import length_text
from deep_amber.core.problem import NotAccepted


class Lengths(unittest.TestCase):
    def test_as_photographers_write_them(self):
        for text, metres in {
            "178cm": 1.78,
            "178": 1.78,
            "1.78 m": 1.78,
            "1,78 m": 1.78,
            "5ft 10": 1.778,
            "5'10\"": 1.778,
            "5′ 10″": 1.778,
            "5 feet 10 inches": 1.778,
            "70in": 1.778,
            "-12 cm": -0.12,
            "-1ft 6": -0.4572,
            "300 mm": 0.3,
        }.items():
            with self.subTest(text):
                self.assertAlmostEqual(units.parse_length(text), metres, places=6)

    def test_a_number_alone_is_in_the_unit_that_is_shown(self):
        for bare, metres in (("cm", 0.031), ("m", 3.1), ("ft", 3.1 * 0.3048)):
            self.assertAlmostEqual(units.parse_length("3.1", bare), metres, places=6)
            self.assertAlmostEqual(units.parse_length("70 cm", bare), 0.7, places=6)

    def test_what_is_no_length_is_said_with_examples(self):
        for text in ("", "abc", "5 stone", "1..2", "10 10", "nan", "inf", "1e3", "<b>"):
            with self.subTest(text), self.assertRaises(NotAccepted) as caught:
                units.parse_length(text)
            self.assertIn("5ft 10", caught.exception.problems[0].accepted)

    @given(st.floats(-20, 20))
    def test_what_is_written_in_centimetres_is_read_back(self, metres):
        self.assertAlmostEqual(units.parse_length(length_text(metres)), metres, delta=0.0051)

    @given(st.floats(-20, 20))
    def test_what_is_written_in_feet_is_read_back(self, metres):
        self.assertAlmostEqual(units.parse_length(length_text(metres, feet=True)), metres, delta=0.0128)


class Exposure(unittest.TestCase):
    def test_apertures(self):
        self.assertEqual(units.parse_aperture("f/5.6"), 5.6)
        self.assertEqual(units.parse_aperture(" F8 "), 8.0)
        self.assertEqual(units.aperture_text(5.6), "f/5.6")
        self.assertEqual(units.aperture_text(8.0), "f/8")

    def test_times(self):
        self.assertAlmostEqual(units.parse_time("1/160"), 1 / 160)
        self.assertAlmostEqual(units.parse_time("0.5 s"), 0.5)
        self.assertEqual(units.time_text(1 / 160), "1/160 s")

    def test_outputs(self):
        for text, stops in {"1/1": 0, "full": 0, "1/4": -2, "-1.3": -1.3, "−1.3": -1.3, "1/8 +0.3": -2.7}.items():
            self.assertAlmostEqual(units.parse_output(text), stops, places=6)
        self.assertEqual(units.output_text(-2.0), "1/4")
        self.assertEqual(units.output_text(-2.7), "1/8 +0.3")

    def test_refused(self):
        for parse, text in ((units.parse_aperture, "f/0"), (units.parse_time, "1/0"), (units.parse_output, "2/1")):
            with self.subTest(text), self.assertRaises(NotAccepted):
                parse(text)

    @given(st.floats(-8, 0))
    def test_an_output_is_read_back_to_a_tenth(self, stops):
        self.assertAlmostEqual(units.parse_output(units.output_text(stops)), stops, delta=0.051)

    @given(st.floats(1.0, 64.0))
    def test_a_meter_shows_the_stop_and_tenths(self, f_number):
        text = units.metered_aperture_text(f_number)
        base, _, tenths = text.partition(" +")
        shown = round(2 * math.log2(float(base[2:]))) + float(tenths or 0)  # full stops are marked rounded
        self.assertAlmostEqual(shown, 2 * math.log2(f_number), delta=0.051)

    def test_third_stops_go_one_by_one_and_stop_at_the_ends(self):
        self.assertEqual(units.step_in_series(8.0, units.APERTURES, 1), 9)
        self.assertEqual(units.step_in_series(5.7, units.APERTURES, -1), 5)
        self.assertEqual(units.step_in_series(64.0, units.APERTURES, 5), 64)

    def test_series_are_the_marked_third_stops(self):
        for series, factor in ((units.APERTURES, 2), (units.SENSITIVITIES, 1), (units.TIMES, 1)):
            for i, value in enumerate(series):
                exact = factor * math.log2(series[0]) + i / 3
                self.assertAlmostEqual(factor * math.log2(value), exact, delta=0.15, msg=f"{value}")


if __name__ == "__main__":
    unittest.main()
