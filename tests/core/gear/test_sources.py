"""What every kind of source says of itself, against figures worked by hand."""

import math
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from deep_amber.core.gear import beams
from deep_amber.core.gear.sources import SOURCES, Lamp, Led, Strobe, Tube
from deep_amber.core.gear.sources.lamp import EFFICACY
from deep_amber.core.gear.sources.source import SHORTEST_RECYCLE, recycled
from deep_amber.core.gear.sources.strobe import LUMINOUS_EFFICACY
from deep_amber.core.model.limits import check_limits

USUAL = [(kind, figures) for kind in SOURCES for _, figures in kind.usual]


class Every(unittest.TestCase):
    def test_what_is_usual_lies_within_the_limits_that_are_stated(self):
        self.assertGreaterEqual(len(USUAL), len(SOURCES))
        for kind, figures in USUAL:
            with self.subTest(kind.__name__, **figures):
                self.assertEqual(list(check_limits(kind(**figures))), [])

    def test_a_beam_is_even_or_falls_and_never_negative(self):
        for kind, figures in USUAL:
            beam = kind(**figures).beam()
            self.assertTrue(np.isfinite(beam).all())
            self.assertGreaterEqual(float(beam.min()), 0)
            self.assertGreater(float(beam[:, 0].max()), 0, f"{kind.__name__} shines along its axis")

    def test_words_hold_its_figures(self):
        self.assertEqual(Strobe(energy=400.0).summary, "strobe, 400 W s")
        self.assertEqual(Led().summary, "LED, 4000 lux at 1 m, 5600 K")
        self.assertEqual(
            Lamp(watts=150.0, bulb="halogen", colour_temperature=3000.0).summary, "halogen lamp, 150 W, 3000 K"
        )
        self.assertEqual(Tube().summary, "tube, 120 cm, 36 W")

    def test_what_is_hot_is_told_with_its_watts(self):
        self.assertTrue(Lamp(bulb="halogen", watts=500.0).heat.hot)
        self.assertFalse(Lamp(bulb="led").heat.hot)
        self.assertEqual(Strobe(modelling_lamp=250.0).heat.watts, 250.0)
        self.assertTrue(Strobe(modelling_lamp=250.0).heat.modelling)
        self.assertIsNone(Strobe(modelling_lamp=0.0).heat)
        self.assertEqual((Led(watts=60.0).heat.watts, Led().heat.hot), (60.0, False))


class Light(unittest.TestCase):
    def test_a_flash_gives_its_energy_times_the_tube_s_efficacy(self):
        self.assertAlmostEqual(Strobe(energy=600.0).flux(), 600.0 * LUMINOUS_EFFICACY)
        self.assertAlmostEqual(math.log2(Strobe(energy=800.0).flux() / Strobe(energy=200.0).flux()), 2.0)

    def test_lux_at_a_metre_are_candela_and_spread_over_the_beam(self):
        """A Lambertian front of I candela gives pi I lumens; a bell is narrower."""
        narrow, wide = Led(beam_angle=30.0), Led(beam_angle=110.0)
        self.assertAlmostEqual(beams.solid_angle(beams.lambert()), math.pi, delta=0.01)
        self.assertLess(narrow.flux(), wide.flux())
        self.assertAlmostEqual(wide.flux(), 4000.0 * beams.solid_angle(wide.beam()))
        self.assertAlmostEqual(Led(amount=5000.0, unit="lumens").flux(), 5000.0)

    def test_a_bell_is_at_half_at_half_its_angle(self):
        for angle in (20.0, 60.0, 110.0):
            beam = beams.bell(angle)[0]
            at = np.interp(math.radians(angle / 2), beams.ANGLES, beam)
            self.assertAlmostEqual(float(at), 0.5, delta=0.005)

    def test_lumens_of_a_packet_go_before_watts(self):
        self.assertAlmostEqual(Lamp(watts=60.0, bulb="tungsten").flux(), 60.0 * EFFICACY["tungsten"])
        self.assertAlmostEqual(Lamp(watts=60.0, bulb="tungsten", lumens=710.0).flux(), 710.0)
        self.assertAlmostEqual(Tube(lumens=3200.0).flux(), 3200.0)
        self.assertGreater(Lamp(watts=12.0, bulb="led").flux(), Lamp(watts=60.0, bulb="tungsten").flux())

    def test_facts_follow_the_output(self):
        self.assertEqual(Strobe(energy=400.0).facts(-2.0)[0], "100 W s now")
        self.assertEqual(Lamp(watts=100.0, lumens=1000.0).facts(-1.0), ["500 lm, 100 W"])


class Recycling(unittest.TestCase):
    @given(st.floats(0.1, 30.0), st.floats(-10.0, 0.0))
    def test_it_follows_the_energy_and_never_ends_under_a_twentieth(self, full, output):
        took = recycled(full, output)
        self.assertLessEqual(took, full)
        self.assertGreaterEqual(took, full * SHORTEST_RECYCLE * 0.999999)
        if output > -4:
            self.assertAlmostEqual(took, full * 2**output)

    def test_a_stop_less_is_half_the_wait(self):
        head = Strobe(recycle_time=2.0)
        self.assertAlmostEqual(head.recycle(-1.0), 1.0)
        self.assertAlmostEqual(head.recycle(-9.0), 0.1)


class Fitting(unittest.TestCase):
    def test_a_large_panel_takes_no_bowl(self):
        kinds = ("bare", "softbox", "bowl", "snoot")
        self.assertEqual(Led(width=0.3, height=0.2).fitting(kinds), ("bare", "softbox"))
        self.assertEqual(Led().fitting(kinds), kinds)
        self.assertEqual(Strobe().fitting(kinds), kinds)


if __name__ == "__main__":
    unittest.main()
