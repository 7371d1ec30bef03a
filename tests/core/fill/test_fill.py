"""What fills: the meter's arithmetic, each thing taken out, the schools and the lamp for a wanted ratio, four surfaces."""

import math
import unittest
from dataclasses import replace

from deep_amber.core.fill.lamp import by_lamp
from deep_amber.core.fill.room import room_shares
from deep_amber.core.fill.schools import compared, schools_of, unfilled
from deep_amber.core.fill.shares import metered, shares_of
from deep_amber.core.model import Set
from deep_amber.core.model.room import SURFACE_NAMES, Surface
from deep_amber.core.model.set import with_light, with_panel, with_surfaces
from deep_amber.core.simulation import SETTLED, Memory
from deep_amber.core.simulation.quality import SOUGHT, oriented
from deep_amber.core.simulation.readings import readings_of
from deep_amber.core.simulation.simulate import read
from deep_amber.core.simulation.stages import Stages
from tests.core.wish.test_search import demo_kit
from tests.sets import demo_file, mesh_of

KEY, FILL = 0, 1


def stages_of(photo_set: Set) -> Stages:
    return Stages(photo_set, mesh_of(photo_set), Memory(), oriented(SOUGHT, photo_set.camera), lambda: None)


def ratio_of(photo_set: Set) -> float:
    return read(photo_set, mesh_of(photo_set), SETTLED).ratio


class Meter(unittest.TestCase):
    def test_a_fill_one_stop_under_the_key_reads_three_to_one(self):
        four = unfilled(demo_file(4).set)
        four = with_light(four, FILL, replace(four.lights[FILL], on=True))
        now = metered(stages_of(four), KEY)
        raised = replace(four.lights[FILL], output=four.lights[FILL].output + now.fill_under_key - 1)
        told = metered(stages_of(with_light(four, FILL, raised)), KEY)
        self.assertAlmostEqual(told.fill_under_key, 1.0, places=3)
        self.assertAlmostEqual(told.ratio, 3.0, places=2)

    def test_as_much_fill_as_key_is_two_to_one_and_no_fill_lamp_has_none(self):
        four = demo_file(4).set
        now = metered(stages_of(four), KEY)
        even = replace(four.lights[FILL], output=four.lights[FILL].output + now.fill_under_key)
        self.assertAlmostEqual(metered(stages_of(with_light(four, FILL, even)), KEY).ratio, 2.0, places=2)
        self.assertIsNone(metered(stages_of(demo_file(1).set), 0))


class Shares(unittest.TestCase):
    def test_each_thing_is_told_by_the_set_without_it(self):
        four = demo_file(4).set
        told = {k.thing: k for k in shares_of(stages_of(four))}
        self.assertEqual(set(told), {f"panels.{k}" for k, p in enumerate(four.panels) if p.on} | {f"lights.{FILL}"})
        out = with_panel(four, 0, replace(four.panels[0], on=False))
        self.assertAlmostEqual(told["panels.0"].without, readings_of(stages_of(out)).ratio, places=2)
        with_it, without = readings_of(stages_of(four)), readings_of(stages_of(out))
        grew = with_it.surfaces["shadow_cheek"].stops - without.surfaces["shadow_cheek"].stops
        self.assertAlmostEqual(told["panels.0"].shadow, grew, delta=0.06)

    def test_a_room_fills_by_its_walls_and_a_black_one_does_not(self):
        one = demo_file(1).set
        told = room_shares(stages_of(with_surfaces(one, left=Surface(0.8), right=Surface(0.8))))
        self.assertTrue(told)
        self.assertEqual(sorted(-k.shadow for k in told), [-k.shadow for k in told])
        black = with_surfaces(one, **dict.fromkeys(SURFACE_NAMES, Surface(0.02)))
        self.assertEqual(room_shares(stages_of(black)), [])


class Schools(unittest.TestCase):
    def test_each_school_that_says_it_is_there_is_there_and_says_what_is_taken_out(self):
        four = demo_file(4).set
        made = schools_of(stages_of(four), demo_kit(), 3.0)
        self.assertEqual([k.where for k in made], ["opposite the key", "before the face", "under the chin"])
        self.assertTrue(any(k.there for k in made))
        for school in made:
            if school.answer is None:
                continue
            self.assertAlmostEqual(math.log2(ratio_of(school.answer.photo_set) / school.ratio), 0.0, delta=0.1)
            codes = [a.code for a in school.answer.acts]
            self.assertIn("wish.switch_off", codes)
            self.assertEqual(codes.count("wish.panel_out"), 2)  # silver and lap; the black flag stays
            if school.there:
                self.assertAlmostEqual(math.log2(school.ratio / 3.0), 0.0, delta=0.16)

    def test_a_lamp_is_set_to_the_step_that_comes_nearest(self):
        four = unfilled(demo_file(4).set)
        (lamp,) = by_lamp(stages_of(four), 3.0)
        self.assertTrue(lamp.there)
        self.assertAlmostEqual(math.log2(ratio_of(lamp.answer.photo_set) / 3.0), 0.0, delta=0.2)
        self.assertEqual(lamp.answer.photo_set.lights[KEY], four.lights[KEY])
        self.assertEqual(by_lamp(stages_of(demo_file(1).set), 3.0), [])

    def test_silver_fills_more_than_white_black_takes_and_gold_warms(self):
        by = {k.surface: k for k in compared(stages_of(demo_file(1).set), demo_kit(), 0.7)}
        self.assertGreater(by["silver"].shadow, by["white"].shadow)
        self.assertGreater(by["white"].shadow, 0.1)
        self.assertLessEqual(by["black"].shadow, 0.0)
        self.assertGreater(by["gold"].warmth, by["white"].warmth + 0.1)
        self.assertLess(by["silver"].ratio, by["white"].ratio)


if __name__ == "__main__":
    unittest.main()
