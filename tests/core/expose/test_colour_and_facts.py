"""White balance, corrections with their rules, thirds, the order of setting, alone before the camera."""

import unittest
from dataclasses import replace

from deep_amber.core.expose.balance import agreeing, balance_of, balance_off
from deep_amber.core.expose.corrections import corrections_of
from deep_amber.core.expose.order import order_of
from deep_amber.core.expose.self_portrait import in_focus, self_portrait_of
from deep_amber.core.expose.thirds import thirds_of
from deep_amber.core.framing.depth_of_field import depth_of_field
from deep_amber.core.gear.gels import GELS
from deep_amber.core.kit.colour import mired_of
from deep_amber.core.model import Bowl, Lamp, Point
from tests.core.expose.seen import black_room, lamp, stages_of
from tests.sets import demo_file, plain_set, rich_set


def mixed():
    s = plain_set()
    bulb = Lamp(watts=500.0, bulb="halogen", colour_temperature=3000.0, rating=1000.0)
    return replace(s, lights=(*s.lights, lamp(Point(0.9, 1.8, 3.0), s.lights[0].aim, bulb, "bulb", role="fill")))


class Balance(unittest.TestCase):
    def test_a_card_by_the_key_is_grey_at_its_own_balance_and_warm_by_a_lamp(self):
        s = mixed()
        s = replace(s, camera=replace(s.camera, time=1 / 4))
        made = balance_of(stages_of(s))
        key, bulb = made.lights
        self.assertLessEqual(key.card.spread, 1)
        self.assertGreater(bulb.card.red, bulb.card.blue + 40)
        self.assertTrue(made.mixed)
        self.assertAlmostEqual(balance_off(made), 0.0, places=6)

    def test_the_gel_that_is_named_brings_it_nearest(self):
        s = mixed()
        gels, left = agreeing(s.lights[1], mired_of(s.lights[0]))
        self.assertEqual(gels, ("full cool",))
        self.assertAlmostEqual(1e6 / 5600 - 1e6 / 3000 + 131, left, places=3)
        for name, figures in GELS.items():
            if figures.colour == (1.0, 1.0, 1.0):
                self.assertGreaterEqual(abs(1e6 / 5600 - 1e6 / 3000 - figures.mired), abs(left) - 1e-9, name)
        gelled = replace(s, lights=(s.lights[0], replace(s.lights[1], gels=gels)))
        self.assertAlmostEqual(abs(balance_of(stages_of(gelled)).lights[1].off_key), abs(left), places=3)

    def test_what_agrees_gets_no_gel_and_a_tint_none_either(self):
        s = plain_set()
        self.assertEqual(agreeing(s.lights[0], mired_of(s.lights[0]))[0], ())
        self.assertEqual(agreeing(replace(s.lights[0], gels=("blue",)), 300.0)[0], ())


class Corrections(unittest.TestCase):
    def by(self, photo_set):
        return {(k.kind, k.light): k for k in corrections_of(stages_of(photo_set))}

    def test_a_bare_bulb_in_a_black_room_follows_the_square_and_a_box_in_white_does_not(self):
        s = black_room(plain_set())
        bare = replace(s, lights=(lamp(Point(0.3, 1.5, 3.4), s.lights[0].aim, s.lights[0].source, "key", -3.0, "key"),))
        found = self.by(bare)[("farther", "key")]
        self.assertAlmostEqual(found.stops, -0.97, delta=0.05)
        self.assertTrue(found.holds)
        boxed = self.by(demo_file(1).set)[("farther", "key")]
        self.assertGreater(boxed.stops, found.stops + 0.1)
        self.assertFalse(boxed.holds)

    def test_gels_and_cloths_take_what_they_take(self):
        s = plain_set()
        gelled = replace(s, lights=(replace(s.lights[0], gels=("one stop grey",)),))
        found = self.by(gelled)
        self.assertAlmostEqual(found[("filter", "key")].stops, -1.0, places=5)
        self.assertTrue(found[("filter", "key")].holds)
        cloths = [k for k in corrections_of(stages_of(s)) if k.kind == "cloth"]
        self.assertEqual({k.what for k in cloths}, {"inner cloth", "front cloth"})
        self.assertTrue(all(-1.5 < k.stops < 0 for k in cloths))

    def test_light_from_behind_is_told_for_the_rim_alone(self):
        kinds = {light for kind, light in self.by(rich_set()) if kind == "behind"}
        self.assertEqual(kinds, {"rim"})

    def test_a_box_behind_the_sitter_that_looks_into_the_lens_is_told_against_the_face(self):
        s = plain_set()
        behind = Point(0.5, 1.3, s.sitter.z - 0.9)
        box = replace(s.lights[0], place=behind, aim=s.camera.place, name="box", role="other", output=-2.0)
        found = self.by(replace(s, lights=(*s.lights, box)))[("silhouette", "box")]
        brighter = self.by(replace(s, lights=(*s.lights, replace(box, output=-1.0))))[("silhouette", "box")]
        self.assertGreater(found.stops, 1.0)
        # The face gains by it too, off walls and front.
        self.assertGreater(brighter.stops, found.stops + 0.5)

    def test_a_flash_off_the_ceiling_is_told_against_one_aimed_at_the_face(self):
        s = plain_set()
        key = replace(s.lights[0], modifier=Bowl())
        up = replace(key, aim=Point(key.place.x, 3.5, key.place.z))
        found = self.by(replace(s, lights=(up,)))
        self.assertLess(found[("bounced", "key")].stops, -1.0)
        self.assertNotIn(("farther", "key"), found)
        self.assertNotIn(("bounced", "key"), self.by(replace(s, lights=(key,))))


class Facts(unittest.TestCase):
    def test_a_third_of_aperture_is_a_third_of_output_and_time_is_the_rooms(self):
        less, more = thirds_of(stages_of(plain_set()))[:3], thirds_of(stages_of(plain_set()))[3:]
        for row in less:
            self.assertAlmostEqual(row.room, -1 / 3, delta=0.05)
            self.assertAlmostEqual(row.flash, 0.0 if row.knob == "time" else -1 / 3, delta=0.05)
            self.assertEqual(row.output, -row.flash)
        self.assertGreater(less[0].depth, more[0].depth)
        self.assertGreater(less[0].recycle, more[0].recycle)
        self.assertAlmostEqual(less[2].noise, 1 / 6, delta=0.01)

    def test_order_of_setting(self):
        lines = order_of(rich_set())
        self.assertEqual([k.code for k in lines], ["shut", "camera", "flash", "flash", "flash", "modelling_off"])
        self.assertEqual([k.group for k in lines if k.code == "flash"], [1, 2, 3])

    def test_alone_before_the_camera(self):
        s = plain_set()
        made = self_portrait_of(stages_of(s))
        depth = depth_of_field(s.camera, made.distance)
        self.assertEqual((made.before, made.behind), (depth.before, depth.behind))
        self.assertEqual(made.timer, 10.0)
        open_ = self_portrait_of(stages_of(replace(s, camera=replace(s.camera, aperture=1.8))))
        self.assertFalse(open_.holds)
        wide = replace(s.camera, aperture=open_.aperture)
        self.assertGreaterEqual(min(vars(depth_of_field(wide, made.distance)).values()), open_.sway)
        self.assertTrue(in_focus(s.camera, made.distance, made.distance + made.behind * 0.99))
        self.assertFalse(in_focus(s.camera, made.distance, made.distance + made.behind * 1.01))
