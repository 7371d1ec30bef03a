"""Photometric common sense: what a light reads on the meter, by its source and modifier."""

import math
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.exposure.meter import C_FLAT, metered_aperture
from deep_amber.core.gear.gels import GELS
from deep_amber.core.kit.emission import emissions, emitted_colour, output_factor
from deep_amber.core.model import (
    Bare,
    Bowl,
    Dish,
    HomeBox,
    Lamp,
    Led,
    Light,
    Octa,
    Photometry,
    Point,
    Snoot,
    Softbox,
    Speedlight,
    Tube,
    Umbrella,
    Window,
)
from deep_amber.core.presenting.facts import facts_of
from deep_amber.core.srgb import LUMINANCE
from deep_amber.core.transport.direct import unshadowed

ORIGIN, AHEAD = Point(0.0, 0.0, 0.0), Point(0.0, 0.0, 5.0)


def light(modifier=None, **figures) -> Light:
    return Light(ORIGIN, AHEAD, figures.pop("output", 0.0), modifier or Bare(), **figures)


def exposure(distance: float, of: Light, off_axis: float = 0.0) -> float:
    """H [lx s] or E [lx] on a flat receptor that faces the light, `off_axis` degrees beside its axis."""
    a = math.radians(off_axis)
    point = np.array([[distance * math.sin(a), 0, distance * math.cos(a)]], np.float32)
    return sum(float(unshadowed(point, -point / distance, e.emitter)[0]) * e.radiance for e in emissions(of))


def f_number(distance: float, of: Light) -> float:
    return metered_aperture(exposure(distance, of), 100, C_FLAT)


def stops(a: float, b: float) -> float:
    return math.log2(a / b)


class Meter(unittest.TestCase):
    def test_a_speedlight_of_guide_number_36_reads_f18_at_two_metres(self):
        self.assertAlmostEqual(f_number(2.0, light(source=Speedlight(36.0))), 18.0, delta=0.05)

    def test_a_400_ws_head_in_a_standard_bowl_reads_about_f32_at_two_metres(self):
        self.assertLess(abs(2 * stops(f_number(2.0, light(Bowl())), 32.0)), 0.34)

    def test_a_60_x_90_box_costs_two_to_three_stops_against_that_bowl_at_a_metre(self):
        cost = stops(exposure(1.0, light(Bowl())), exposure(1.0, light(Softbox(0.6, 0.9))))
        self.assertTrue(2.0 <= cost <= 3.0, cost)

    @given(st.sampled_from([Bowl(), Snoot(), Bare()]), st.floats(2.0, 4.0))
    @settings(max_examples=15)
    def test_half_the_distance_of_a_small_source_adds_two_stops(self, modifier, distance):
        gain = stops(exposure(distance / 2, light(modifier)), exposure(distance, light(modifier)))
        self.assertAlmostEqual(gain, 2.0, delta=0.08)

    def test_half_the_distance_of_a_large_box_adds_less(self):
        gain = stops(exposure(0.5, light(Octa(1.5))), exposure(1.0, light(Octa(1.5))))
        self.assertTrue(0.5 < gain < 1.6, gain)

    def test_an_led_gives_its_lux_at_a_metre_bare(self):
        self.assertAlmostEqual(exposure(1.0, light(source=Led(4000.0))), 4000.0, delta=40)

    def test_a_zoomed_head_throws_further_and_covers_less(self):
        wide, tele = (light(source=Speedlight(36.0, zoom=z)) for z in (24.0, 105.0))
        self.assertGreater(exposure(2.0, tele), exposure(2.0, wide))
        self.assertLess(exposure(2.0, tele, 25.0), exposure(2.0, wide, 25.0))

    def test_guide_numbers_follow_the_stated_zoom(self):
        self.assertEqual(Speedlight(36.0, guide_zoom=105.0, zoom=105.0).guide_number_here, 36.0)
        self.assertLess(Speedlight(36.0, guide_zoom=105.0, zoom=35.0).guide_number_here, 26.0)
        self.assertAlmostEqual(Speedlight(36.0, wide_panel=True).guide_number_here, 15.1, delta=0.1)


class Energy(unittest.TestCase):
    def test_no_modifier_gives_more_light_than_it_gets(self):
        for modifier in (
            Bowl(),
            Softbox(0.6, 0.9),
            Octa(1.2, baffle=False),
            Umbrella(1.0),
            Umbrella(1.0, "silver"),
            Dish(),
            HomeBox(glow=0.2),
            Softbox(0.6, 0.6, cloth=False, baffle=False),
        ):
            with self.subTest(modifier.kind):
                self.assertLess(self.leaving(light(modifier)), 400 * 40 * 0.9)
                self.assertGreater(self.leaving(light(modifier)), 400 * 40 * 0.2)

    def leaving(self, of: Light) -> float:
        """Light through a large sphere [lm s]."""
        n, rng = 4000, np.random.default_rng(1)
        ways = rng.normal(size=(n, 3))
        ways /= np.linalg.norm(ways, axis=1, keepdims=True)
        points = (ways * 30).astype(np.float32)
        got = sum(unshadowed(points, -ways.astype(np.float32), e.emitter) * e.radiance for e in emissions(of))
        return float(got.mean()) * 4 * math.pi * 900


class Shape(unittest.TestCase):
    def test_grids_cut_to_half_at_their_angle_and_cost_little_on_the_axis(self):
        open_bowl = light(Bowl())
        for degrees in (5, 10, 20, 30, 40):
            gridded = light(Bowl(), grid=degrees)
            on = stops(exposure(4.0, gridded), exposure(4.0, open_bowl))
            aside = stops(exposure(4.0, gridded, degrees / 2), exposure(4.0, open_bowl, degrees / 2))
            self.assertTrue(-0.6 < on < -0.15, f"{degrees}: {on}")
            self.assertAlmostEqual(aside - on, -1.0, delta=0.3, msg=str(degrees))

    def test_without_its_baffle_a_box_has_a_hotter_centre(self):
        with_baffle, without = (emissions(light(Softbox(0.6, 0.9, baffle=b)))[0].emitter.row[18] for b in (True, False))
        self.assertGreater(without, with_baffle + 0.5)

    def test_aiming_past_the_face_costs_a_fraction_of_a_stop(self):
        box = light(Softbox(0.6, 0.9))
        loss = stops(exposure(1.1, box), exposure(1.1, box, 20.0))
        self.assertTrue(0.05 < loss < 0.6, loss)

    def test_a_shoot_through_umbrella_spills_behind_and_a_lined_one_does_not(self):
        self.assertGreater(exposure(2.0, light(Umbrella(1.0)), 180.0), 0.1 * exposure(2.0, light(Umbrella(1.0))))
        self.assertEqual(exposure(2.0, light(Umbrella(1.0, "white")), 180.0), 0.0)

    def test_too_narrow_a_flash_lights_only_the_middle_of_an_umbrella(self):
        wide, narrow = (
            emissions(light(Umbrella(1.0), source=Speedlight(zoom=z)))[0].emitter.row[18] for z in (24.0, 85.0)
        )
        self.assertGreater(narrow, wide + 1)

    def test_a_tube_lights_across_itself_and_not_along(self):
        tube = light(source=Tube())
        self.assertGreater(exposure(3.0, replace(tube, roll=90.0), 60.0), 1.5 * exposure(3.0, tube, 60.0))

    def test_a_measured_beam_replaces_the_sources_own(self):
        beam = Photometry("spot", (0.0, 10.0, 20.0), (0.0,), ((900.0, 450.0, 0.0),))
        spot = light(source=Lamp(), photometry=beam)
        self.assertAlmostEqual(exposure(3.0, spot), 100.0, delta=2.5)
        self.assertAlmostEqual(exposure(3.0, spot, 10.0), 50.0, delta=2.5)
        self.assertEqual(exposure(3.0, spot, 25.0), 0.0)


class Windows(unittest.TestCase):
    def test_a_cover_takes_light_and_a_wide_blackout_all_of_it(self):
        lux = {c: exposure(2.0, light(source=Window(cover=c))) for c in ("clear", "curtain", "blind", "blackout")}
        self.assertGreater(lux["clear"], lux["curtain"])
        self.assertGreater(lux["curtain"], lux["blind"])
        self.assertEqual(lux["blackout"], 0.0)
        self.assertGreater(exposure(2.0, light(source=Window(cover="blackout", overhang=0.02))), 0.0)

    def test_the_sun_comes_through_clear_glass_as_a_beam_and_through_a_curtain_as_glow(self):
        clear = Window(sun=True, sun_side=0.0, sun_height=1.0)
        self.assertEqual(len(emissions(light(source=clear))), 2)
        self.assertGreater(exposure(2.0, light(source=clear)), 50000)
        curtain = light(source=replace(clear, cover="curtain"))
        self.assertEqual(len(emissions(curtain)), 1)
        self.assertGreater(exposure(2.0, curtain), exposure(2.0, light(source=Window(cover="curtain"))))


class Gels(unittest.TestCase):
    def test_losses_are_as_listed(self):
        for name, figures in GELS.items():
            plain, gelled = (emitted_colour(light(gels=g), 5600.0) @ LUMINANCE for g in ((), (name,)))
            self.assertAlmostEqual(stops(plain, gelled), figures.loss, places=6, msg=name)

    def test_warm_and_cool_take_each_other_back_in_mired(self):
        self.assertAlmostEqual(GELS["full warm"].mired + GELS["full cool"].mired, 28, delta=1)
        warm, cool = (emitted_colour(light(gels=(g,)), 5600.0) for g in ("full warm", "full cool"))
        self.assertGreater(warm[0] / warm[2], 1.5)
        self.assertLess(cool[0] / cool[2], 0.8)

    def test_a_full_warm_gel_on_flash_is_near_a_tungsten_balance(self):
        colour = emitted_colour(light(gels=("full warm",)), 2960.0)
        np.testing.assert_allclose(colour / colour[1], 1.0, atol=0.05)


class Facts(unittest.TestCase):
    def test_recycling_takes_as_long_as_the_flash_is_strong(self):
        flash = Speedlight(recycle_time=4.0)
        self.assertEqual([flash.recycle(o) for o in (0.0, -1.0, -2.0)], [4.0, 2.0, 1.0])
        said = facts_of(light(source=flash, output=-2.0, gels=("full warm",), trim=0.3))
        self.assertIn("ready after 1.0 s", said)
        self.assertTrue(any("−0.8 stops" in s for s in said) and any("+0.3" in s for s in said))


class Output(unittest.TestCase):
    def test_own_readings_trim(self):
        self.assertAlmostEqual(output_factor(light(output=-2.0, trim=0.5)), 2**-1.5)
        self.assertEqual(output_factor(light(on=False)), 0.0)


if __name__ == "__main__":
    unittest.main()
