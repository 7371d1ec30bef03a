"""Histograms of known cards, clipped zones, headroom by ISO 12232."""

import math
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from deep_amber.core.expose.histogram import BINS, RAW_OVER, channels_of, histogram_of, touches_of
from deep_amber.core.model.look import PRESETS
from deep_amber.core.simulation import DRAGGED, simulate
from deep_amber.core.srgb import code_value
from tests.core.expose.seen import stages_of
from tests.sets import demo_file, mesh_of, with_light


class Counts(unittest.TestCase):
    @given(st.floats(0.0, 1.0))
    def test_a_grey_card_is_one_bin_in_every_channel(self, value):
        code = code_value(value)
        made = channels_of(np.full((10, 8, 3), code, np.uint8))
        for counts in (made.red, made.green, made.blue, made.luminance):
            self.assertEqual((sum(counts), len(counts), counts[code * BINS // 256]), (80, BINS, 80))

    def test_colours_fall_into_their_own_channels(self):
        made = channels_of(np.full((4, 4, 3), (255, 0, 128), np.uint8))
        self.assertEqual((made.red[-1], made.green[0], made.blue[BINS // 2]), (16, 16, 16))

    def test_it_is_that_of_the_picture(self):
        s = demo_file(2).set
        made = histogram_of(stages_of(s)).channels
        shown = channels_of(simulate(s, mesh_of(s), DRAGGED).picture)
        total = sum(made.luminance)
        off = np.abs(np.cumsum(made.luminance) - np.cumsum(shown.luminance)).max() / total
        self.assertLess(off, 0.02)


class Clipping(unittest.TestCase):
    def test_a_raw_file_holds_half_a_stop_over_the_files_white(self):
        self.assertAlmostEqual(RAW_OVER, 0.489, places=2)

    def test_a_stop_more_takes_a_stop_of_headroom_and_then_clips(self):
        s = demo_file(1).set
        rows = []
        for stops in (0.0, 1.0, 4.0):
            made = histogram_of(stages_of(with_light(s, output=min(0.0, s.lights[0].output + stops))))
            rows.append({z.zone: z for z in made.zones})
        self.assertAlmostEqual(rows[0]["backdrop"].headroom - rows[1]["backdrop"].headroom, 1.0, delta=0.02)
        self.assertEqual(rows[0]["face"].raw, 0.0)
        self.assertGreater(rows[2]["face"].white, 0.3)
        self.assertGreaterEqual(rows[2]["face"].white, rows[2]["face"].raw)
        self.assertLess(rows[2]["face"].headroom, 0.0)

    def test_the_face_is_told_apart_from_the_picture(self):
        made = histogram_of(stages_of(demo_file(2).set))
        self.assertGreater(made.face_stops, made.picture_stops + 1)
        self.assertTrue(math.isfinite(made.face_stops))

    def test_a_light_picture_has_no_black_and_a_dark_one_no_white(self):
        look = PRESETS["headshot"]
        grey = np.full(1000, 0.5)
        zones = histogram_of(stages_of(demo_file(1).set)).zones
        clean = tuple(replace(z, black=0.0, white=0.0) for z in zones)
        for key, values, zone, expected in (
            ("high", grey, clean, []),
            ("high", grey * 0.2, clean, ["high_dark"]),
            ("high", grey, tuple(replace(z, black=0.1) for z in clean), ["high_black"]),
            ("low", grey * 0.3, clean, []),
            ("low", grey, tuple(replace(z, white=0.1) for z in clean), ["low_white", "low_light"]),
            ("middle", grey, zones, []),
        ):
            self.assertEqual(touches_of(values, zone, replace(look, key=key)), expected, key)
        self.assertEqual(touches_of(grey, clean, None), [])
