"""The edge of the nose's shadow: by what throws the light on the face, across that edge, graded once."""

import unittest
from dataclasses import replace

from deep_amber.core.model import Panel, Point, Softbox

from .lit import lit, reading


def edge(photo_set) -> float:
    return reading(photo_set).softness.edge


class Softness(unittest.TestCase):
    def test_a_strip_is_as_soft_as_it_is_wide_along_the_shadow(self):
        upright = lit(70, 15, 1.0, Softbox(0.3, 1.2))
        rolled = replace(upright, lights=(replace(upright.lights[0], roll=90.0),))
        self.assertLess(edge(upright), 14)
        self.assertGreater(edge(rolled), 2.5 * edge(upright))

    def test_a_box_of_90_by_120_at_a_metre_is_soft_and_draws(self):
        self.assertEqual(reading(lit(45, 35, 1.0, Softbox(0.9, 1.2))).softness.grade, "soft")

    def test_a_small_flash_behind_a_sheet_is_as_soft_as_what_it_lights_of_it(self):
        bare = lit(50, 30, 2.2, Softbox(0.3, 0.3))
        eyes, flash = bare.camera.aim, bare.lights[0].place
        half_way = Point(*((eyes.array + flash.array) / 2))
        sheet = Panel(half_way, eyes, 1.6, 1.6, "silk")
        through = replace(bare, panels=(sheet,))
        self.assertGreater(edge(through), 3 * edge(bare))
        self.assertAlmostEqual(reading(through).distance, 1.1, delta=0.15)


if __name__ == "__main__":
    unittest.main()
