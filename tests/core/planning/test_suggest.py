"""From a look to sets: sound, owned, as near as they say, of different kinds, the same each time; and sets side by side."""

import unittest
from dataclasses import replace

from deep_amber.core.answer import Act
from deep_amber.core.brief.aims import aims_of
from deep_amber.core.kit.owned import Kit, shortages
from deep_amber.core.model.look import PRESETS
from deep_amber.core.planning.compare import compared
from deep_amber.core.planning.ground import Ground
from deep_amber.core.planning.limits import Limits
from deep_amber.core.planning.measured import RATIO, missed
from deep_amber.core.planning.suggest import (
    FITTED,
    FOR_KINDS,
    MOST,
    SEVERAL,
    Suggested,
    in_order,
    nothing_does,
    suggest,
)
from deep_amber.core.planning.trail import MET
from deep_amber.core.presenting.planning import plan_text
from deep_amber.core.problem import NotAccepted
from deep_amber.core.rules.validation import problems_of
from deep_amber.core.simulation.readings import readings_of
from deep_amber.core.wish.state import tones_of
from deep_amber.core.wish.target import Tones
from deep_amber.formats.sitter_file import known_sitters
from deep_amber.plan_told import looks
from tests.core.planning.rooms import QUICKLY, headshot, kits, rooms
from tests.sets import demo_file, mesh_of

NO_LIMITS = Limits()


def found(photo_set, kit, limits=NO_LIMITS) -> Suggested:
    *_, last = suggest(Ground(photo_set, mesh_of(photo_set), kit, known_sitters(), looks(), limits, effort=QUICKLY))
    return last


class Suggest(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.asked = headshot(rooms()["attic"], pattern="loop", backdrop_tone=-1.0)
        cls.kit = kits()["demo"]
        cls.found = found(cls.asked, cls.kit)

    def test_sets_are_sound_owned_and_of_different_kinds(self):
        self.assertEqual((self.found.done, len(self.found.sets)), (1.0, MOST))
        self.assertGreaterEqual(len({k.fitted.arrangement.kind for k in self.found.sets}), 3)
        for k in self.found.sets:
            self.assertEqual(problems_of(k.photo_set, known_sitters()), [])
            self.assertEqual(list(shortages(self.kit, k.photo_set)), [])
            self.assertTrue(k.uses)
            self.assertEqual(k.photo_set.look, self.asked.look)
        closeness = [k.rank for k in self.found.sets]
        self.assertEqual(closeness, sorted(closeness))

    def test_what_they_miss_is_what_is_read(self):
        look = looks()
        for k in self.found.sets:
            stages = look(k.photo_set)
            aims, tones = aims_of(k.photo_set.look, stages.mesh), tones_of(readings_of(stages))
            self.assertEqual(missed(k.photo_set.look, aims, tones), k.misses)
            named = {a.named.get("surface") for a in k.weak if a.code == "plan.miss"}
            self.assertEqual(named, set(k.misses))
        best = self.found.sets[0]
        self.assertLess(max(map(abs, best.misses.values()), default=0.0), 1 / 3)
        self.assertTrue(best.right_pattern)

    def test_the_same_each_time(self):
        again = found(self.asked, self.kit)
        self.assertEqual([k.photo_set for k in again.sets], [k.photo_set for k in self.found.sets])

    def test_once_several_meet_the_look_no_other_round_begins(self):
        asked = demo_file(4).set
        done = list(suggest(Ground(asked, mesh_of(asked), self.kit, known_sitters(), looks(), effort=QUICKLY)))
        met = [sum(j.closeness <= MET for j in k.sets) for k in done]
        begun = next(n for n, k in enumerate(done) if k.done > FITTED)
        self.assertGreaterEqual(met[-1], SEVERAL)
        self.assertLessEqual(len(done) - begun, FOR_KINDS[0][0] + 1)

    def test_limits_hold(self):
        made = found(self.asked, self.kit, Limits(1, boom=False, behind=False))
        for k in made.sets:
            lights = [x for x in k.photo_set.lights if x.on and x.source.kind != "window"]
            self.assertEqual(len(lights), 1)
            self.assertNotIn("boom", [x.holding for x in lights])
            self.assertGreater(lights[0].place.z, self.asked.sitter.z - 0.3)

    def test_a_kit_of_nothing_is_an_honest_failure(self):
        made = found(self.asked, Kit())
        self.assertEqual(made.sets, ())
        self.assertTrue(made.cannot)
        self.assertRegex(plan_text(nothing_does(made.cannot)[0]), "The kit has no")

    def test_what_may_do_begins_with_different_kinds(self):
        kinds = [k.kind for k in in_order(self.asked, Limits())[0]]
        self.assertEqual(len(set(kinds[:4])), 4)
        white = headshot(self.asked, backdrop_tone=2.0, pattern="butterfly")
        self.assertIn("crossed_on_white", [k.code for k in in_order(white, Limits())[0]])
        self.assertNotIn("crossed_on_white", [k.code for k in in_order(self.asked, Limits())[0]])


class Ratio(unittest.TestCase):
    def test_a_ratio_that_both_bands_allow_and_the_wish_does_not_is_missed(self):
        look, mesh = replace(PRESETS["headshot"], ratio=4.0, backdrop_tone=0.0), mesh_of(demo_file(4).set)
        aims = aims_of(look, mesh)
        lit, shadow = (next(k for k in aims if k.surface == name) for name in ("lit_cheek", "shadow_cheek"))
        for up, down, off in ((0.3, 0.3, 0.6 - 1 / 3), (0.1, 0.1, 0.0), (-0.3, -0.3, 1 / 3 - 0.6)):
            stops = dict.fromkeys(("backdrop_left", "backdrop_middle", "backdrop_right"), 0.0)
            stops |= {"lit_cheek": lit.middle + up, "shadow_cheek": shadow.middle - down}
            found = missed(look, aims, Tones(stops, 2.0 + up + down, 0.0))
            self.assertAlmostEqual(found.get(RATIO, 0.0), off, places=6)
        dark = replace(look, pattern="rim")
        self.assertNotIn(
            RATIO, missed(dark, aims, Tones(stops, 9.0, 0.0)), "no ratio tells a face that is meant to be dark"
        )
        front = replace(look, pattern="butterfly", front_ratio=4.0)
        for asked, read, off in (
            (front, 2.6, 0.6 - 1 / 3),
            (front, 2.2, 0.0),
            (replace(front, front_ratio=None), 9.0, 0.0),
        ):
            found = missed(asked, [], Tones(stops, 0.0, read))
            self.assertAlmostEqual(found.get(RATIO, 0.0), off, places=6)
        deep = Act("plan.miss", {"stops": 0.3}, {"surface": RATIO})
        self.assertEqual(plan_text(deep), "The shadow is 0.3 stops too deep for the ratio that is wanted")


class Compare(unittest.TestCase):
    def test_a_set_against_itself_and_one_light_less(self):
        four = demo_file(4).set
        darker = replace(four, lights=(replace(four.lights[0], output=four.lights[0].output - 1), *four.lights[1:]))
        same, less = compared((four, four), looks())[1], compared((four, darker), looks())[1]
        self.assertEqual((same.changes, max(map(abs, same.off.values()))), ((), 0.0))
        self.assertLess(less.off["lit_cheek"], -0.5)
        self.assertEqual([k.act.code for k in less.changes], ["sitting.output"])

    def test_the_same_exposure_takes_the_first_s(self):
        four = demo_file(4).set
        open_one = replace(four, camera=replace(four.camera, aperture=5.6))
        own = compared((four, open_one), looks())[1]
        same = compared((four, open_one), looks(), same_exposure=True)[1]
        self.assertAlmostEqual(own.off["lit_cheek"], 1.03, delta=0.1)
        self.assertAlmostEqual(same.off["lit_cheek"], 0.0, delta=1e-6)

    def test_one_alone_and_five_are_refused(self):
        four = demo_file(4).set
        for count in (1, 5):
            with self.assertRaises(NotAccepted):
                compared((four,) * count, looks())


if __name__ == "__main__":
    unittest.main()
