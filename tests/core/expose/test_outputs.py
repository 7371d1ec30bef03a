"""Camera first, then output: balance kept, dials respected, ways out that hold when they are read anew."""

import math
import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.brief.aims import own_tone
from deep_amber.core.expose.outputs import ENOUGH, Held, follows, outputs_for
from deep_amber.core.expose.ways_out import ways_out
from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.kit.dial import dial_of
from deep_amber.core.model.look import Look
from deep_amber.core.simulation.readings import readings_of
from deep_amber.core.wish.state import state_of
from tests.core.expose.seen import stages_of
from tests.sets import demo_file, plain_set, rich_set

STAGES = {k: stages_of(demo_file(k).set) for k in (1, 3, 4)}


class Outputs(unittest.TestCase):
    @settings(max_examples=25)
    @given(st.sampled_from((1, 3, 4)), st.sampled_from((4.0, 5.6, 8.0, 11.0)), st.sampled_from((100.0, 200.0)))
    def test_what_fits_leaves_the_picture_as_it_was_meant(self, number, aperture, sensitivity):
        stages = STAGES[number]
        camera = replace(stages.photo_set.camera, aperture=aperture, sensitivity=sensitivity)
        made = outputs_for(stages, camera, by="kept")
        for k in made.lights:
            self.assertIn(round(k.to, 4), [round(float(v), 4) for v in dial_of(stages.photo_set.lights[k.index])])
        if not made.fits:
            self.assertTrue(any(not k.fits for k in made.lights) or abs(made.over) > ENOUGH)
            return
        before, after = readings_of(stages), readings_of(replace(stages, photo_set=made.photo_set, found={}))
        for name, r in before.surfaces.items():
            if r.stops > -6:
                self.assertAlmostEqual(after.surfaces[name].stops, r.stops, delta=ENOUGH + 0.01, msg=name)

    def test_by_the_brief_a_silhouette_is_set_by_its_backdrop_and_another_by_the_lit_cheek(self):
        for pattern, surface, wanted in (("silhouette", "backdrop_middle", 0.6), ("loop", "lit_cheek", None)):
            photo_set = replace(demo_file(4).set, look=Look("headshot", pattern=pattern, backdrop_tone=0.6))
            stages = stages_of(photo_set)
            aim = wanted if wanted is not None else own_tone(stages.mesh)
            made = outputs_for(stages, photo_set.camera, by="brief")
            read = readings_of(replace(stages, photo_set=made.photo_set, found={}))
            self.assertAlmostEqual(read.surfaces[surface].stops, aim + made.over, delta=0.02)

    def test_the_disc_reads_the_aperture_that_is_set(self):
        stages = stages_of(plain_set())
        for aperture in (4.0, 8.0, 13.0):
            made = outputs_for(stages, replace(stages.photo_set.camera, aperture=aperture), by="disc")
            flat = readings_of(replace(stages, photo_set=made.photo_set, found={})).incident["flat_to_light"]
            self.assertAlmostEqual(flat.over, made.over, delta=0.01)
            self.assertAlmostEqual(flat.aperture, made.disc, delta=0.01 * aperture)
            self.assertLess(abs(flat.over), ENOUGH)

    def test_a_stop_of_aperture_is_a_stop_of_output_and_a_filter_too(self):
        stages = STAGES[1]
        camera = replace(stages.photo_set.camera, aperture=8.0)
        for other, stops in (
            (replace(camera, aperture=16.0), 2.0),
            (replace(camera, sensitivity=camera.sensitivity * 2), -1.0),
            (replace(camera, filter=1.0), 1.0),
            (replace(camera, time=camera.time * 4), 0.0),
        ):
            one, two = (outputs_for(stages, k).lights[0].exact for k in (camera, other))
            self.assertAlmostEqual(two - one, stops, places=6)

    def test_a_window_stays_and_counts_and_alone_too_bright_it_is_said(self):
        s = rich_set()
        stages = stages_of(s)
        made = outputs_for(stages, s.camera)
        (window,) = [k for k in made.lights if k.light == "window"]
        self.assertEqual((window.follows, window.to), (False, window.now))
        self.assertFalse(follows(s.lights[window.index]))
        bright = outputs_for(stages, replace(s.camera, time=1.0, sensitivity=6400.0), by="disc")
        self.assertGreater(bright.room_share, 0.9)
        self.assertFalse(bright.fits)

    def test_recycling_and_comfort_hold_outputs_down_and_say_so(self):
        stages = STAGES[1]
        camera = replace(stages.photo_set.camera, aperture=16.0)
        free = outputs_for(stages, camera).lights[0]
        for held, name in ((Held(recycle=free.recycle / 2), "recycle"), (Held(comfort=free.on_face / 2), "comfort")):
            (key,) = outputs_for(stages, camera, held).lights
            self.assertEqual(key.bound, name)
            self.assertLess(key.to, free.to - 0.9)
            self.assertLessEqual(key.recycle if name == "recycle" else key.on_face, getattr(held, name) * 1.001)

    def test_nothing_on_gives_nothing(self):
        s = plain_set()
        off = replace(s, lights=(replace(s.lights[0], on=False),))
        self.assertIsNone(outputs_for(stages_of(off), s.camera))


class WaysOut(unittest.TestCase):
    def ways(self, number: int, held: Held | None = None, **camera):
        held = held or Held()
        stages = STAGES[number]
        wanted = outputs_for(stages, replace(stages.photo_set.camera, **camera), held)
        return stages, wanted, ways_out(stages, wanted, held, CATALOGUE)

    def test_each_way_read_anew_leaves_every_light_on_its_dial_and_the_picture_as_meant(self):
        asked = (
            (1, {"aperture": 2.0, "sensitivity": 400.0}),
            (4, {"aperture": 2.0}),
            (1, {"aperture": 64.0, "sensitivity": 25.0}),
        )
        for number, camera in asked:
            stages, wanted, ways = self.ways(number, **camera)
            self.assertFalse(wanted.fits)
            self.assertTrue(ways, camera)
            meant = state_of(replace(stages, photo_set=wanted.exactly, found={}))
            for way in ways:
                self.assertTrue(way.outputs.fits)
                now = state_of(replace(stages, photo_set=way.answer.photo_set, found={}))
                self.assertEqual((now.pattern, now.lit_side), (meant.pattern, meant.lit_side))
                self.assertAlmostEqual(now.tones.stops["lit_cheek"], meant.tones.stops["lit_cheek"], delta=0.3)

    def test_held_depth_offers_no_aperture(self):
        _, _, ways = self.ways(1, Held(depth=True), aperture=2.0, sensitivity=400.0)
        codes = {act.code for way in ways for act in way.answer.acts}
        self.assertNotIn("wish.aperture", codes)
        self.assertTrue(codes & {"expose.filter", "expose.sensitivity", "wish.gel"})

    def test_where_nothing_is_short_there_is_no_way_out(self):
        stages, wanted, ways = self.ways(1)
        self.assertEqual((wanted.fits, ways), (True, ()))
        self.assertTrue(math.isfinite(wanted.over))
        self.assertIsNotNone(stages)
