"""The dial: its regions hold what the key draws there, differ with the face, and what is in the way is hatched."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.geometry.quads import emitter_quad
from deep_amber.core.model import Panel
from deep_amber.core.pattern.dial import BEFORE_LENS, dial_of
from deep_amber.core.pattern.reach import ANYWHERE, Fronts, Support, before_lens, hindrances
from deep_amber.core.rules.validation import fits
from tests.sets import demo_file, light_at, mesh_of, plain_set

from .lit import BARE, BOX, lit, named, stages_of


def front_of(photo_set, index=0) -> Fronts:
    quad = emitter_quad(photo_set.lights[index])
    return Fronts(*(np.array([k]) for k in (quad.centre, quad.half_x, quad.half_y)))


def hindered(photo_set, support=ANYWHERE) -> str:
    return str(hindrances(photo_set, mesh_of(photo_set), 0, front_of(photo_set), support)[0])


class Regions(unittest.TestCase):
    def test_a_key_at_the_name_of_a_region_draws_it(self):
        for who, modifier in (("milo", BOX), ("anton", BARE)):
            dial = dial_of(stages_of(lit(20, 20, 1.3, modifier, who=who)))
            self.assertGreaterEqual(
                {r.name for r in dial.regions}, {"flat", "butterfly", "loop", "Rembrandt", "split", "rim"}
            )
            for region in dial.regions:
                azimuth, elevation = region.label
                with self.subTest(who=who, name=region.name, azimuth=azimuth, elevation=elevation):
                    self.assertEqual(named(lit(azimuth, elevation, 1.3, modifier, who=who)), region.name)

    def test_the_key_and_the_lens_stand_on_it(self):
        dial = dial_of(stages_of(lit(35, 28, head_turn=20.0)))
        self.assertAlmostEqual(dial.here[0], 35, delta=0.01)
        self.assertAlmostEqual(dial.here[1], 28, delta=0.01)
        self.assertAlmostEqual(dial.lens[0], -20, delta=2)
        self.assertAlmostEqual(dial.distance, 1.2, delta=0.001)

    def test_other_faces_and_other_sizes_have_other_dials(self):
        areas = {}
        for who in ("anton", "linnea"):
            for modifier in (BOX, BARE):
                dial = dial_of(stages_of(lit(0, 20, 1.3, modifier, who=who)))
                areas[who, modifier.kind] = {r.name: r.outlines for r in dial.regions}
        self.assertNotEqual(areas["anton", "softbox"], areas["linnea", "softbox"])
        self.assertNotEqual(areas["anton", "softbox"], areas["anton", "bare"])

    def test_names_have_a_region_on_each_side_and_lie_off_the_lens(self):
        dial = dial_of(stages_of(lit(0, 20)))
        for name in ("loop", "Rembrandt", "split"):
            sides = [np.sign(r.label[0]) for r in dial.regions if r.name == name]
            self.assertEqual(sorted(sides), [-1, 1], name)
        for region in dial.regions:
            self.assertGreater(
                np.hypot((region.label[0] - dial.lens[0]) / 12, (region.label[1] - dial.lens[1]) / 5), 1, region.name
            )

    def test_no_dial_without_a_key(self):
        self.assertIsNone(dial_of(stages_of(replace(plain_set(), lights=()))))


class Hatches(unittest.TestCase):
    def test_what_is_in_the_way_is_named(self):
        reasons = {h.reason for h in dial_of(stages_of(demo_file(4).set)).hatches}
        self.assertGreaterEqual(reasons, {"ceiling", "flag", "rim", "backdrop", BEFORE_LENS})

    def test_where_a_front_fits_the_room_nothing_of_the_room_hinders_it(self):
        s = plain_set()
        for x in np.arange(-1.3, 1.4, 0.65):
            for y in (0.7, 1.4, 2.0):
                for z in np.arange(0.9, 4.3, 0.7):
                    made = light_at(s, float(x), y, float(z))
                    reason = hindered(made)
                    if not fits(made):
                        self.assertNotEqual(reason, "", (x, y, z))
                    elif reason:
                        self.assertIn(reason, ("sitter", "backdrop", "the camera"), (x, y, z))

    def test_stands_and_booms(self):
        s = lit(0, 40)
        self.assertEqual(hindered(s), "")
        self.assertIn("no stand of the kit goes over 1.5 m", hindered(s, Support(1.5, 2.0)))
        over = lit(0, 88, 1.2)
        self.assertEqual(hindered(over, Support(3.0, 0.0)), "over the sitter: it needs a boom")
        self.assertEqual(hindered(over, Support(3.0, 0.2)), "the boom does not reach over the sitter")
        self.assertEqual(hindered(over, Support(3.0, 1.0)), "")

    def test_another_thing_there(self):
        s = lit(40, 20)
        board = Panel(s.lights[0].place, s.lights[0].aim, 0.8, 1.2, "white", name="board")
        self.assertEqual(hindered(replace(s, panels=(board,))), "board")
        self.assertEqual(hindered(replace(s, panels=(replace(board, on=False),))), "")

    def test_before_the_lens_even_when_no_corner_is_in_the_picture(self):
        s = lit(0, 5, 1.2)
        self.assertTrue(before_lens(s, mesh_of(s), front_of(s))[0])
        high = lit(0, 55, 1.2)
        self.assertFalse(before_lens(high, mesh_of(high), front_of(high))[0])
        behind = light_at(s, 0.0, s.lights[0].place.y, s.camera.place.z + 0.5)
        self.assertFalse(before_lens(behind, mesh_of(s), front_of(behind))[0])


if __name__ == "__main__":
    unittest.main()
