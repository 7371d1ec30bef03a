"""Veil: its share of the picture by closed form, lamps that shine into the lens, and the lifted blacks in the picture."""

import math
import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.exposure.response import MID_GREY
from deep_amber.core.model import Bare, Light, Point, Set
from deep_amber.core.simulation import Memory
from deep_amber.core.simulation.quality import SOUGHT, oriented
from deep_amber.core.simulation.stages import Stages
from deep_amber.core.simulation.veil import GLARE, Veil, into_lens, veil_of
from tests.sets import mesh_of, plain_set


def stages_of(photo_set: Set) -> Stages:
    return Stages(photo_set, mesh_of(photo_set), Memory(), oriented(SOUGHT, photo_set.camera), lambda: None)


class Share(unittest.TestCase):
    def test_an_even_picture_is_veiled_by_its_share(self):
        """Value 1 all over: half a percent, on blacks of .18 / 16 that is log2(1 + .005 / .01125) = .53 stop."""
        dark = replace(plain_set(), lights=())
        veil = veil_of(stages_of(dark), np.ones((50, 3)))
        self.assertAlmostEqual(veil.value, GLARE, places=6)
        self.assertAlmostEqual(veil.blacks, math.log2(1 + 0.005 / (MID_GREY / 16)), places=6)
        self.assertTrue(veil.shows)
        self.assertFalse(veil_of(stages_of(dark), np.full((50, 3), 0.1)).shows)

    def test_contrast_is_lost_as_white_over_black_shrinks(self):
        veil, black = Veil(0.01, 0.01, {}), MID_GREY / 16
        self.assertAlmostEqual(veil.contrast, 1 - ((1 + 0.01) / (black + 0.01)) / (1 / black), places=9)
        self.assertEqual(Veil(0.0, 0.0, {}).contrast, 0)


class IntoLens(unittest.TestCase):
    def lamp(self, x: float, y: float, z: float, output: float = 0.0) -> float:
        s = plain_set()
        lens = s.camera.place
        light = Light(Point(x, y, z), lens, output, Bare(), "lamp", role="rim")
        made = replace(s, lights=(light,))
        return into_lens(stages_of(made), light)

    def test_a_lamp_behind_the_camera_does_not_meet_the_glass_and_light_is_linear(self):
        s = plain_set()
        behind = self.lamp(0.6, 1.5, s.camera.place.z + 0.4)
        before = self.lamp(s.camera.place.x + 1.0, 1.5, s.sitter.z - 0.5)
        self.assertEqual(behind, 0)
        self.assertGreater(before, 0)
        self.assertAlmostEqual(self.lamp(s.camera.place.x + 1.0, 1.5, s.sitter.z - 0.5, -1.0) / before, 0.5, places=4)


if __name__ == "__main__":
    unittest.main()
