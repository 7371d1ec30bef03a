"""Wishes granted: answers are applied and read again, outputs by closed form, moves by what they keep."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.kit.owned import Kit
from deep_amber.core.model.set import with_light
from deep_amber.core.rules.validation import fits
from deep_amber.core.simulation import DRAGGED, SETTLED, Memory
from deep_amber.core.simulation.quality import oriented
from deep_amber.core.simulation.readings import readings_of
from deep_amber.core.simulation.simulate import read
from deep_amber.core.simulation.stages import Stages
from deep_amber.core.wish.kept import REACHED, broken, wish_of
from deep_amber.core.wish.search import Progress, search_for
from deep_amber.core.wish.state import by_light, state_of, tones_at
from deep_amber.core.wish.target import wish_from
from deep_amber.formats.kit_file import read_kit_file
from tests.sets import DEMO, demo_file, mesh_of


def demo_kit() -> Kit:
    return read_kit_file((DEMO / "kit.json").read_bytes())


def granted(photo_set, *wishes: tuple[str, str], kit: Kit = CATALOGUE, let_go=(), keep=()) -> Progress:
    """The last word of a search."""
    wish = wish_of([wish_from(*k) for k in wishes], let_go, keep)
    *_, last = search_for(photo_set, mesh_of(photo_set), wish, kit).run()
    return last


def state(photo_set, with_ground: bool = False):
    stages = Stages(photo_set, mesh_of(photo_set), Memory(), oriented(SETTLED, photo_set.camera), lambda: None)
    return state_of(stages, with_ground)


class Shares(unittest.TestCase):
    def test_the_lights_shares_add_up_to_the_reading_at_any_outputs(self):
        photo_set = demo_file(4).set
        stages = Stages(photo_set, mesh_of(photo_set), Memory(), oriented(DRAGGED, photo_set.camera), lambda: None)
        shares, by = by_light(stages, with_ground=True), np.array([0.5, -1.0, 1.0, -2.0])
        changed = photo_set
        for k, light in enumerate(photo_set.lights):
            changed = with_light(changed, k, replace(light, output=light.output + float(by[k])))
        got = tones_at(shares, 2.0 ** by[None]).one(0)
        want = readings_of(replace(stages, photo_set=changed, found={}))
        for name, reading in want.surfaces.items():
            self.assertAlmostEqual(got.stops[name], reading.stops, places=4, msg=name)
        self.assertAlmostEqual(got.ratio, want.ratio_stops, places=4)
        self.assertAlmostEqual(got.front_ratio, want.front_ratio_stops, places=4)


class Outputs(unittest.TestCase):
    def test_a_background_light_of_its_own_is_turned_and_nothing_else_moves(self):
        photo_set = demo_file(4).set
        last = granted(photo_set, ("backdrop_middle", "0"))
        first = last.answers[0]
        self.assertEqual([k.code for k in first.answer.acts], ["wish.output"])
        self.assertEqual(first.answer.acts[0].named["light"], "background")
        made = read(first.answer.photo_set, mesh_of(photo_set), SETTLED).surfaces
        self.assertAlmostEqual(made["backdrop_middle"].stops, 0.0, delta=REACHED)
        self.assertAlmostEqual(made["backdrop_middle"].stops, first.reached["backdrop_middle"], places=3)
        step = first.answer.photo_set.lights[3]
        self.assertAlmostEqual(step.output * 3, round(step.output * 3), places=6)

    def test_a_set_that_is_there_says_so(self):
        photo_set = demo_file(1).set
        now = read(photo_set, mesh_of(photo_set), SETTLED).surfaces["backdrop_middle"].stops
        self.assertTrue(granted(photo_set, ("backdrop_middle", f"{now:.2f}")).here)

    def test_a_set_that_is_nearly_there_is_brought_nearer_or_nothing_is_offered(self):
        """The one light cannot change the ratio by its output, however near the set is."""
        photo_set = demo_file(1).set
        now = read(photo_set, mesh_of(photo_set), SETTLED).ratio_stops
        last = granted(photo_set, ("ratio", f"{2 ** (now + 0.14):.3f}"), kit=demo_kit())
        self.assertTrue(last.answers)
        for k in last.answers:
            self.assertLess(k.missed, 0.14 - 0.04)
            self.assertNotEqual([a.code for a in k.answer.acts], ["wish.output"])

    def test_everything_a_stop_darker_is_the_camera_s_or_the_one_light_s(self):
        last = granted(demo_file(1).set, ("lit_cheek", "-1"))
        self.assertIn(last.answers[0].answer.acts[0].code, ("wish.output", "wish.aperture"))
        self.assertAlmostEqual(last.answers[0].reached["lit_cheek"], -1.0, delta=REACHED)


class Promises(unittest.TestCase):
    """Every answer is applied and looked at as a whole set, by what a settled picture reads."""

    def check(self, number: int, *wishes: tuple[str, str], lights=(0, 1, 2, 3), panels: int = 3, kit=None) -> Progress:
        """With so many of its panels and these of its lights: each of them is moved in the search."""
        photo_set = demo_file(number).set
        some = tuple(light for k, light in enumerate(photo_set.lights) if k in lights)
        photo_set = replace(photo_set, lights=some, panels=photo_set.panels[:panels])
        last = granted(photo_set, *wishes, kit=demo_kit() if kit is None else kit)
        wish = wish_of([wish_from(*k) for k in wishes])
        before = state(photo_set, wish.with_ground)
        for k in last.answers:
            after = state(k.answer.photo_set, wish.with_ground)
            self.assertEqual(broken(wish, before, after), [], k.answer.acts)
            self.assertTrue(fits(k.answer.photo_set))
            self.assertLessEqual(k.missed, REACHED)
            worse = [o for o in last.answers if o.answer.effort < k.answer.effort and o.effects < k.effects]
            self.assertEqual(worse, [])
        self.assertEqual(len({k.kind for k in last.answers}), len(last.answers))
        self.assertLessEqual(len(last.answers), 6)
        self.assertTrue(last.answers or last.cannot)
        return last

    def test_a_shadow_filled_and_deepened(self):
        self.assertTrue(self.check(4, ("ratio", "5"), lights=(0,)).answers)
        self.assertTrue(self.check(1, ("ratio", "3")).answers)

    def test_an_edge_made_brighter(self):
        self.assertTrue(self.check(4, ("hair_right", "1"), lights=(0, 2), panels=0, kit=Kit()).answers)

    def test_a_darker_ground_with_one_light_takes_more_than_a_knob(self):
        last = self.check(1, ("backdrop_middle", "-1.5"))
        self.assertTrue(last.answers)
        self.assertNotIn("output", [k.kind for k in last.answers])

    def test_what_one_light_cannot_do_is_said_with_what_holds_it(self):
        last = self.check(1, ("backdrop_middle", "-5"))
        self.assertEqual(last.answers, ())
        self.assertEqual(last.cannot.held_by[0].named["light"], "key")
        self.assertIn("possible.two_frames", [k.code for k in last.cannot.possible])

    def test_what_is_let_go_may_change(self):
        held = granted(demo_file(2).set, ("backdrop_middle", "-1"))
        free = granted(demo_file(2).set, ("backdrop_middle", "-1"), let_go=["lit_cheek", *_ALL])
        self.assertLess(free.answers[0].answer.effort, 2)
        self.assertTrue(held.answers)
        self.assertGreater(held.answers[0].answer.effort, free.answers[0].answer.effort)


_ALL = ("shadow_cheek", "forehead", "chin", "under_nose", "under_chin", "cloth", "hair_left", "hair_right")
