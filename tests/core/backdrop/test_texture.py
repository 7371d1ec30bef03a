"""Tone of a backdrop's material from place to place."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.picture.texture import FOLD_SPACING, SLAT, has_texture, texture_stops
from tests.sets import plain_set

PLACES = np.stack(np.meshgrid(np.arange(-1.2, 1.2, 0.01), np.arange(0.0, 2.2, 0.01)), -1).reshape(-1, 2)
PAPER = plain_set().backdrop


class Texture(unittest.TestCase):
    def test_plain_paper_has_none(self):
        self.assertFalse(has_texture(PAPER))
        np.testing.assert_array_equal(texture_stops(PAPER, PLACES), 0.0)

    def test_blotches_keep_the_mean_and_reach_over_the_variation(self):
        stops = texture_stops(replace(PAPER, variation=1.0, grain=0.2), PLACES)
        self.assertLess(abs(stops.mean()), 0.08)
        self.assertTrue(0.5 < np.ptp(stops) < 1.6, np.ptp(stops))

    def test_a_larger_grain_changes_more_slowly(self):
        def roughness(grain):
            stops = texture_stops(replace(PAPER, variation=1.0, grain=grain), PLACES).reshape(220, 240)
            return np.abs(np.diff(stops, axis=1)).mean()

        self.assertGreater(roughness(0.05), 2 * roughness(0.4))

    def test_fold_lines_lie_on_their_lattice_and_the_cloth_between_is_even(self):
        stops = texture_stops(replace(PAPER, creases="fold lines"), PLACES)
        off = np.abs(PLACES - FOLD_SPACING * np.round(PLACES / FOLD_SPACING)).min(1)
        self.assertGreater(np.abs(stops[off < 0.015]).max(), 0.15)
        self.assertLess(np.abs(stops[off > 0.06]).max(), 0.01)

    def test_folds_and_crumples_keep_the_mean_nearly(self):
        for creases in ("soft folds", "crumpled"):
            stops = texture_stops(replace(PAPER, creases=creases), PLACES)
            self.assertLess(abs(stops.mean()), 0.1, creases)
            self.assertTrue(0.2 < np.ptp(stops) < 2.5, (creases, np.ptp(stops)))

    def test_a_blinds_slats_repeat(self):
        blind = replace(PAPER, kind="blind")
        at = np.array([[0.3, 0.4 + 0.31 * SLAT]])
        self.assertAlmostEqual(texture_stops(blind, at)[0], texture_stops(blind, at + [0.2, 7 * SLAT])[0], places=9)

    def test_the_same_backdrop_is_the_same_every_time(self):
        muslin = replace(PAPER, variation=0.5, creases="crumpled")
        np.testing.assert_array_equal(texture_stops(muslin, PLACES), texture_stops(muslin, PLACES))


if __name__ == "__main__":
    unittest.main()
