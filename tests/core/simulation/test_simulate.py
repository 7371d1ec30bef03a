"""Picture and readings of a set: effects of the trade, layers, sameness."""

import math
import re
import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.kit.emission import emissions
from deep_amber.core.model import Point, Softbox
from deep_amber.core.picture.catchlight import mirrored
from deep_amber.core.simulation import DRAGGED, SETTLED, Memory, simulate
from deep_amber.core.simulation.simulate import read
from deep_amber.core.simulation.stages import Stages
from deep_amber.core.sitter.pose import posed
from deep_amber.core.transport.emitter import HOT
from tests.sets import demo_file, light_at, mesh_of, mirrored_light, plain_set, with_light


class Stopped(Exception):
    pass


def side_of(readings) -> str:
    return readings.surfaces["lit_cheek"].side


def symmetric_set():
    """The demo set with a straight sitter in the middle."""
    s = plain_set()
    sitter = replace(s.sitter, x=0.0, body_turn=0.0, head_turn=0.0, head_tilt=0.0)
    camera = replace(s.camera, place=replace(s.camera.place, x=0.0), aim=replace(s.camera.aim, x=0.0))
    return replace(s, sitter=sitter, camera=camera)


class Readings(unittest.TestCase):
    def test_the_lit_cheek_is_on_the_lights_side_and_changes_with_it(self):
        here = symmetric_set()
        there = replace(here, lights=(mirrored_light(here.lights[0]),))
        a, b = read(here, mesh_of(here)), read(there, mesh_of(there))
        self.assertEqual((side_of(a), side_of(b)), ("camera-left", "camera-right"))
        for name in ("lit_cheek", "shadow_cheek", "forehead"):
            self.assertAlmostEqual(a.surfaces[name].stops, b.surfaces[name].stops, delta=0.1)

    def test_a_stop_of_output_is_a_stop_everywhere(self):
        s = plain_set()
        a, b = read(s, mesh_of(s)), read(with_light(s, output=s.lights[0].output - 1), mesh_of(s))
        for name, reading in a.surfaces.items():
            self.assertAlmostEqual(reading.stops - b.surfaces[name].stops, 1.0, places=5)
        self.assertAlmostEqual(a.ratio, b.ratio, places=5)

    def test_flash_does_not_depend_on_the_shutter(self):
        s = plain_set()
        slow = replace(s, camera=replace(s.camera, time=1 / 30))
        self.assertEqual(read(s, mesh_of(s)), read(slow, mesh_of(s)))

    def test_the_meter_does_not_depend_on_the_aperture_but_the_surfaces_do(self):
        s = plain_set()
        a, b = read(s, mesh_of(s)), read(replace(s, camera=replace(s.camera, aperture=16.0)), mesh_of(s))
        self.assertAlmostEqual(a.incident["dome_to_light"].aperture, b.incident["dome_to_light"].aperture)
        self.assertAlmostEqual(a.incident["dome_to_light"].over - b.incident["dome_to_light"].over, 2.0)
        self.assertAlmostEqual(a.surfaces["cloth"].stops - b.surfaces["cloth"].stops, 2.0)

    def test_domes_read_between_flat_and_less_toward_the_camera(self):
        s = demo_file(2).set
        r = read(s, mesh_of(s)).incident
        self.assertGreater(r["dome_to_light"].aperture, r["dome_to_camera"].aperture)
        gap = 2 * math.log2(r["flat_to_light"].aperture / r["dome_to_light"].aperture)
        self.assertTrue(0.2 < gap < 0.44, gap)

    def test_a_set_in_the_dark(self):
        s = with_light(plain_set(), on=False)
        made = simulate(s, mesh_of(s), DRAGGED)
        self.assertEqual(made.picture.max(), 0)
        self.assertEqual(made.readings.incident["flat_to_light"].aperture, 0.0)
        self.assertTrue(math.isfinite(made.readings.ratio))


class EffectsOfTheTrade(unittest.TestCase):
    def test_a_light_farther_off_evens_sitter_and_backdrop(self):
        s = demo_file(2).set
        gaps = []
        for distance in (0.8, 1.6):
            light = s.lights[0]
            way = light.place.array - light.aim.array
            moved = with_light(s, place=Point(*map(float, light.aim.array + way / np.linalg.norm(way) * distance)))
            r = read(moved, mesh_of(s)).surfaces
            gaps.append(r["lit_cheek"].stops - r["backdrop_middle"].stops)
        self.assertGreater(gaps[0], gaps[1] + 0.5)

    def test_a_larger_box_at_the_same_place_fills_more(self):
        s = demo_file(2).set
        small, large = (read(with_light(s, modifier=Softbox(w, w)), mesh_of(s)).ratio for w in (0.15, 0.6))
        self.assertGreater(small, large)


class Layers(unittest.TestCase):
    def setUp(self):
        self.set = plain_set()
        self.mesh = mesh_of(self.set)
        self.memory = Memory()
        simulate(self.set, self.mesh, DRAGGED, self.memory)
        self.memory.made.clear()

    def made_for(self, photo_set) -> set[str]:
        self.memory.made.clear()
        simulate(photo_set, self.mesh, DRAGGED, self.memory)
        return {re.sub(r" \d+x\d+/\d+/\w+$", "", stage) for stage in self.memory.made}

    def test_output_and_exposure_only_recombine(self):
        self.assertEqual(self.made_for(with_light(self.set, output=-1.0)), set())
        self.assertEqual(self.made_for(replace(self.set, camera=replace(self.set.camera, aperture=4.0))), set())

    def test_a_moved_light_leaves_what_is_seen_and_the_form_factors(self):
        made = self.made_for(light_at(self.set, -0.4, 1.7, 2.5))
        self.assertIn("direct layer", made)
        self.assertFalse(made & {"seen", "ray structure", "form factors", "coarse view", "patch view", "pose"})

    def test_a_second_light_leaves_the_first_ones_shape_of_rays(self):
        two = replace(self.set, lights=(*self.set.lights, replace(mirrored_light(self.set.lights[0]), name="fill")))
        self.assertFalse(self.made_for(two) & {"seen", "ray structure", "form factors"})

    def test_a_moved_sitter_keeps_the_ray_structure(self):
        made = self.made_for(replace(self.set, sitter=replace(self.set.sitter, x=0.1)))
        self.assertIn("seen", made)
        self.assertNotIn("ray structure", made)

    def test_what_is_kept_gives_the_same_numbers(self):
        moved = light_at(self.set, -0.4, 1.7, 2.5)
        kept, fresh = simulate(moved, self.mesh, DRAGGED, self.memory), simulate(moved, self.mesh, DRAGGED)
        np.testing.assert_array_equal(kept.picture, fresh.picture)
        self.assertEqual(kept.readings, fresh.readings)

    def test_two_lights_add(self):
        one, other = self.set.lights[0], replace(mirrored_light(self.set.lights[0]), name="fill")
        lit = [
            replace(self.set, lights=(replace(one, on=a), replace(other, on=b))) for a, b in ((1, 0), (0, 1), (1, 1))
        ]
        first, second, both = (2 ** read(s, self.mesh).surfaces["chin"].stops for s in lit)
        self.assertAlmostEqual(first + second, both, delta=both * 1e-4)


class Quality(unittest.TestCase):
    def test_the_dragged_picture_of_one_light_is_near_the_settled_one(self):
        self.near(1, 2)

    def test_the_dragged_picture_of_more_lights_is_near_the_settled_one(self):
        self.near(3, 4)

    def near(self, *numbers: int) -> None:
        for number in numbers:
            s = demo_file(number).set
            quick, fine = simulate(s, mesh_of(s), DRAGGED), simulate(s, mesh_of(s), SETTLED)
            small = fine.picture.reshape(400, 2, 320, 2, 3).mean((1, 3))
            self.assertLess(np.abs(quick.picture - small).mean(), 4.0)
            blocks = (quick.picture - small).reshape(50, 8, 40, 8, 3).mean((1, 3))
            self.assertLess(np.abs(blocks).max(), 40.0, "a spot that is not in the settled picture")
            for name, reading in fine.readings.surfaces.items():
                self.assertAlmostEqual(quick.readings.surfaces[name].stops, reading.stops, delta=0.25, msg=name)

    def test_the_same_set_gives_the_same_picture(self):
        s = plain_set()
        a, b = simulate(s, mesh_of(s), SETTLED), simulate(s, mesh_of(s), SETTLED)
        np.testing.assert_array_equal(a.picture, b.picture)
        self.assertEqual(a.readings, b.readings)

    def test_work_ends_when_it_is_told_to(self):
        def stop():
            raise Stopped

        s = plain_set()
        with self.assertRaises(Stopped):
            simulate(s, mesh_of(s), SETTLED, go_on=stop)


class Catchlights(unittest.TestCase):
    def mirrored_places(self, photo_set) -> np.ndarray:
        """Places in the room of the catchlights of the one light."""
        stages = Stages(photo_set, mesh_of(photo_set), Memory(), SETTLED, lambda: None)
        seen, _, _ = stages.outlines()
        emitter = emissions(photo_set.lights[0])[0].emitter
        rows, luminance = mirrored(seen, stages.rays(), emitter)
        # Fresnel at least F0, times what the hot centre and the lobe leave of a corner of the front.
        self.assertTrue(np.all(luminance >= 0.025 * 2 ** (-2 * emitter.row[HOT]) * 0.7))
        return seen.points[rows]

    def test_they_are_up_and_on_the_lights_side_of_each_eye(self):
        s = symmetric_set()
        places = self.mirrored_places(s)
        eyes = posed(mesh_of(s), s.sitter).eyes
        for eye in eyes:
            near = places[np.linalg.norm(places - eye[:3], axis=1) < 0.02]
            self.assertGreater(len(near), 4)
            offset = near.mean(0) - eye[3:6]
            self.assertLess(offset[0], 0)
            self.assertGreater(offset[1], 0)

    def test_a_light_behind_the_sitter_gives_none(self):
        self.assertEqual(len(self.mirrored_places(light_at(symmetric_set(), -0.6, 1.7, 0.9))), 0)


if __name__ == "__main__":
    unittest.main()
