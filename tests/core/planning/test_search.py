"""Searching about arrangements, limits, what binds and what opens a look; random looks, rooms and kits; the next look."""

import unittest
from dataclasses import replace

from bench.plans import by_chance, faults, ground_of

from deep_amber.core.kit.owned import Kit
from deep_amber.core.model.furniture import Door
from deep_amber.core.planning.allocate import Taken, taken
from deep_amber.core.planning.arrangements import ARRANGEMENTS
from deep_amber.core.planning.found import found_by
from deep_amber.core.planning.ground import Ground
from deep_amber.core.planning.limits import CUSHION, Limits, beyond, seated
from deep_amber.core.planning.next_look import next_look
from deep_amber.core.planning.opens import NEAR, OPENS, binds, missing, opened, with_items
from deep_amber.core.planning.suggest import Suggested, suggest
from deep_amber.core.presenting.planned_more import near_text, opened_text
from deep_amber.core.presenting.planning import plan_text
from deep_amber.core.rules.validation import problems_of
from deep_amber.formats.sitter_file import known_sitters
from deep_amber.plan_told import looks
from tests.core.planning.rooms import QUICKLY, headshot, kits, rooms
from tests.sets import demo_file, mesh_of


def ground(photo_set, kit, limits=Limits()) -> Ground:  # noqa: B008 (frozen)
    return Ground(photo_set, mesh_of(photo_set), kit, known_sitters(), looks(), limits, effort=QUICKLY)


def last_of(on: Ground) -> Suggested:
    *_, last = suggest(on)
    return last


class Random(unittest.TestCase):
    """A few of the two hundred of `python -m bench.plans`."""

    def test_what_is_offered_is_sound_owned_and_says_what_it_misses(self):
        offered = 0
        for seed in (4, 61):
            on = replace(ground_of(seed), effort=QUICKLY)
            made = last_of(on)
            with self.subTest(seed):
                for k in made.sets:
                    self.assertEqual(faults(on, k), [])
                    self.assertRegex(near_text(k), "^[a-zA-Z]")
                offered += len(made.sets)
        self.assertGreater(offered, 4)

    def test_chance_is_not_nearer(self):
        """A few of the sets by chance that `python -m bench.plans` reads."""
        on = replace(ground_of(7), effort=QUICKLY)
        self.assertGreater(by_chance(on, 7, 60), last_of(on).sets[0].closeness - 1 / 3)

    def test_where_one_side_alone_does_it_the_other_side_is_found(self):
        """A window at camera-left and hard gear: the wall on the far side is what does it, not the one that is usual."""
        made = last_of(replace(ground_of(23), effort=0.2)).sets
        self.assertLess(made[0].closeness, 1 / 3)
        self.assertEqual((made[0].fitted.arrangement.code, made[0].fitted.side), ("wall_bounce", "camera-left"))
        codes = [k.fitted.arrangement.code for k in made]
        self.assertEqual(len(codes), len(set(codes)), "no arrangement is offered twice")


class Kept(unittest.TestCase):
    def test_limits_are_kept(self):
        room = rooms()["long"]
        door = Door("door", "left", room.sitter.z + 0.5, 0.9)
        asked = headshot(replace(room, doors=(door,)), pattern="loop", backdrop_tone=-1.0)
        tight = Limits(2, boom=False, behind=False, doors=True, across=1.9)
        made = last_of(replace(ground(asked, kits()["demo"], tight), effort=0.02))
        self.assertTrue(made.sets)
        for k in made.sets:
            self.assertEqual(beyond(k.photo_set, tight), ())
            self.assertLessEqual(sum(x.on and x.source.kind != "window" for x in k.photo_set.lights), 2)
        broken = {a.code for k in made.cannot for a in k.refused}
        self.assertTrue(broken & {"plan.across", "plan.door", "plan.behind"}, broken)
        for k in made.cannot:
            self.assertTrue(all(plan_text(a) for a in k.refused))

    def test_who_sits_on_the_floor_is_lit_and_seen_there(self):
        asked = headshot(rooms()["attic"], pattern="loop", backdrop_tone=-1.0)
        low = seated(asked, Limits(floor=True))
        down = asked.sitter.seat_height - CUSHION
        self.assertAlmostEqual(low.sitter.seat_height, CUSHION)
        self.assertAlmostEqual(asked.camera.aim.y - low.camera.aim.y, down)
        self.assertEqual(seated(low, Limits(floor=True)), low)
        made = last_of(ground(asked, kits()["demo"], Limits(floor=True)))
        self.assertTrue(made.sets)
        self.assertEqual({k.photo_set.sitter.seat_height for k in made.sets}, {CUSHION})


class Honest(unittest.TestCase):
    def test_what_is_missing_is_the_least_that_makes_it_possible(self):
        few = kits()["few"]
        for code in ("key_and_ground", "clam_board", "three"):
            arrangement = ARRANGEMENTS[code]
            needed = missing(arrangement, few, 3)
            self.assertIsNotNone(needed, code)
            self.assertIsInstance(taken(arrangement, with_items(few, needed)), Taken)
            for k in range(len(needed)):
                self.assertNotIsInstance(taken(arrangement, with_items(few, needed[:k] + needed[k + 1 :])), Taken)
        self.assertEqual(missing(ARRANGEMENTS["one_box"], few), ())

    def test_a_purchase_that_is_told_brings_the_look_nearer(self):
        asked = headshot(rooms()["small"], pattern="butterfly", backdrop_tone=2.0, front_ratio=4.0)
        on = ground(asked, kits()["few"])
        made = last_of(on)
        best = made.sets[0]
        self.assertGreater(best.closeness, NEAR)
        self.assertIn("plan.unlit", [a.code for k in made.sets for a in binds(k)])
        found = opened(on, best, made.cannot, made.sets)
        self.assertTrue(found)
        for k in found:
            self.assertLessEqual(k.planned.closeness, best.closeness - OPENS)
            self.assertEqual(problems_of(k.planned.photo_set, known_sitters()), [])
            self.assertTrue(opened_text(k))
        self.assertEqual(len({k.buys for k in found if k.buys}), sum(bool(k.buys) for k in found))

    def test_with_nothing_owned_the_smallest_purchase_is_still_told(self):
        asked = headshot(rooms()["attic"], pattern="loop", backdrop_tone=-1.0)
        on = ground(asked, Kit())
        made = last_of(on)
        self.assertEqual(made.sets, ())
        found = opened(on, None, made.cannot, ())
        self.assertTrue(found)
        self.assertLessEqual(len(found[0].buys), 2)


class Next(unittest.TestCase):
    def test_what_stands_is_used_where_that_is_as_close(self):
        four = demo_file(4).set
        lighter = replace(four, look=replace(four.look, backdrop_tone=-0.8))
        steps = list(next_look(ground(lighter, kits()["demo"]), four))
        done = [k for k, _ in steps]
        self.assertEqual((done, done[-1]), (sorted(done), 1.0))
        best = steps[-1][1][0]
        self.assertEqual(best.planned.fitted.arrangement.code, "as_it_stands")
        self.assertLess(best.minutes, 3)
        for k in steps[-1][1]:
            self.assertEqual(k.planned.photo_set.look, lighter.look)
            self.assertAlmostEqual(k.minutes, sum(c.minutes for c in k.changes))

    def test_gear_that_stands_is_carried_and_not_put_up_anew(self):
        four = demo_file(4).set
        darker = replace(four, look=replace(four.look, pattern="split", backdrop_tone=-4.0, ratio=8.0))
        *_, (_, found) = next_look(ground(darker, kits()["demo"]), four)
        others = [k for k in found if k.planned.fitted.arrangement.code != "as_it_stands"]
        self.assertTrue(others)
        for k in others:
            codes = [c.act.code for c in k.changes if c.act.named.get("thing") == "key"]
            self.assertFalse({"sitting.light_in", "sitting.light_out"} & set(codes), codes)


class Words(unittest.TestCase):
    def test_arrangements_are_found_by_words_of_a_look(self):
        self.assertEqual(len(found_by("")), len(ARRANGEMENTS))
        self.assertEqual(found_by("the of"), found_by(""))
        self.assertIn("clam_board", [k.code for k in found_by("beauty butterfly")])
        self.assertTrue(all(k.kind == "window" for k in found_by("window cloth")))
        self.assertEqual(found_by("xylophone"), [])
        for words, code in (
            ("low key", "strip_side"), ("moody split", "strip_side"), ("white background", "crossed_on_white"),
            ("black backdrop, Rembrandt", "bowl_grid"), ("corporate", "three"), ("couple", "interview"),
            ("scary", "from_below"), ("softbox", "one_box"), ("speedlight umbrella", "umbrella_boards"),
        ):  # fmt: skip
            self.assertIn(code, [k.code for k in found_by(words)], words)
        self.assertEqual(found_by("high key")[0].code, "box_as_ground", "what is made for it comes first")
        self.assertNotIn("crossed_on_white", [k.code for k in found_by("black background")])


if __name__ == "__main__":
    unittest.main()
