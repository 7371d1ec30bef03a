"""The frame without flash: by sync and continuous light, and what kills it, read anew."""

import math
import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.editing.adding import alone
from deep_amber.core.expose.ambient import ambient_of, kills
from deep_amber.core.exposure.shutter import TRAVEL, covered_part, dark_share
from deep_amber.core.model import Lamp, Point
from deep_amber.core.simulation.exposing import without_flash
from deep_amber.core.simulation.readings import readings_of
from deep_amber.core.simulation.simulate import linear_picture
from tests.core.expose.seen import lamp, stages_of
from tests.sets import demo_file, plain_set, rich_set


def with_lamp(watts: float = 100.0):
    s = plain_set()
    place = Point(-0.8, 2.2, 3.0)
    return replace(s, lights=(*s.lights, lamp(place, s.lights[0].aim, Lamp(watts=watts), "ceiling lamp", role="room")))


class Ambient(unittest.TestCase):
    def test_surfaces_are_those_of_the_set_with_its_flash_off(self):
        s = with_lamp()
        made, read = ambient_of(stages_of(s)), readings_of(stages_of(without_flash(s)))
        lit = ambient_of(stages_of(s)).surfaces
        for name in ("forehead", "chin", "cloth", "backdrop_middle"):
            self.assertAlmostEqual(lit[name], read.surfaces[name].stops, places=5)
            self.assertEqual(made.codes[name], read.surfaces[name].code)

    def test_time_moves_it_and_only_it(self):
        s = with_lamp()
        slow = replace(s, camera=replace(s.camera, time=s.camera.time * 8))
        one, two = (ambient_of(stages_of(k)) for k in (s, slow))
        room = two.surfaces["backdrop_middle"] - one.surfaces["backdrop_middle"]
        self.assertAlmostEqual(room, 3.0, places=6)
        at = {k.time: k.under for k in one.times}
        self.assertAlmostEqual(at[min(at, key=lambda t: abs(t - slow.camera.time))], two.under, delta=0.1)

    def test_shares_of_lamps_add_up(self):
        s = with_lamp()
        two = replace(s, lights=(*s.lights, lamp(Point(0.9, 2.2, 3.0), s.lights[0].aim, Lamp(), "second", role="room")))
        made = ambient_of(stages_of(two))
        self.assertAlmostEqual(sum(k.share for k in made.lights), 1.0, places=6)
        self.assertEqual(len(made.lights), 2)

    def test_nothing_but_flash_is_black(self):
        made = ambient_of(stages_of(demo_file(1).set))
        self.assertTrue(made.black and made.flash)
        self.assertEqual((made.lights, made.times), ((), ()))

    def test_what_kills_it_does_as_much_read_anew_and_leaves_the_flash_picture(self):
        s = with_lamp(400.0)
        s = replace(s, camera=replace(s.camera, time=1 / 15, sensitivity=200.0))
        found = list(kills(stages_of(s)))
        self.assertEqual({"wish.time", "wish.switch_off"} - {a.code for k in found for a in k.answer.acts}, set())
        before = readings_of(stages_of(alone(s, 0))).surfaces["lit_cheek"].stops
        for kill in found:
            made = kill.answer.photo_set
            self.assertAlmostEqual(ambient_of(stages_of(made)).under, kill.under, places=5)
            by_flash = readings_of(stages_of(alone(made, 0))).surfaces["lit_cheek"].stops
            self.assertAlmostEqual(by_flash, before, delta=0.18)
        self.assertEqual(list(kills(stages_of(demo_file(1).set))), [])
        self.assertTrue(math.isfinite(ambient_of(stages_of(rich_set())).under))


class Shutter(unittest.TestCase):
    def test_the_dark_band_grows_as_the_time_falls_under_the_limit(self):
        camera = replace(plain_set().camera, sync_time=1 / 200)
        for time, share in ((1 / 200, 0.0), (1 / 100, 0.0), (1 / 400, 1 - 0.5 / TRAVEL), (1 / 4000, 1 - 0.05 / TRAVEL)):
            self.assertAlmostEqual(dark_share(replace(camera, time=time)), share, places=9)

    def test_in_the_band_the_picture_is_by_continuous_light_alone(self):
        s = with_lamp(1000.0)
        s = replace(s, camera=replace(s.camera, time=1 / 400, sensitivity=1600.0))
        rows, columns = covered_part(s.camera, 320, 400)
        made, room = (linear_picture(stages_of(k)).reshape(400, 320, 3) for k in (s, without_flash(s)))
        open_part = slice(0, columns.start)
        np.testing.assert_array_equal(made[rows, columns], room[rows, columns])
        self.assertGreater(float(made[:, open_part].sum()), 1.5 * float(room[:, open_part].sum()))
        self.assertIsNone(covered_part(replace(s.camera, time=1 / 100), 320, 400))
        lying = covered_part(replace(s.camera, orientation="landscape"), 500, 400)
        self.assertEqual((lying[0].stop, lying[1]), (400, slice(0, 500)))
