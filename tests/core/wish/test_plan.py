"""All aims of a brief at once: outputs together, moves in order, what was right left right."""

import unittest
from dataclasses import replace

from deep_amber.core.answer import Act
from deep_amber.core.model import Set
from deep_amber.core.wish.path import ROOM_CHANGED
from deep_amber.core.wish.plan import Planned, merged, outside, plan_for
from tests.core.wish.test_search import demo_kit, state
from tests.sets import demo_file, mesh_of


def planned(photo_set: Set) -> tuple[Planned, dict[str, float], dict[str, float]]:
    """The whole plan, and what was outside its band before it and is after it, read anew."""
    plan = plan_for(photo_set, mesh_of(photo_set), demo_kit())
    *_, last = plan.run()
    made = last.answer.answer.photo_set if last.answer else photo_set
    return last, outside(plan.aims, plan.before.tones), outside(plan.aims, state(made).tones)


class Plans(unittest.TestCase):
    def test_a_set_two_stops_under_is_turned_up_by_its_one_light(self):
        one = demo_file(1).set
        under = replace(one, lights=tuple(replace(n, output=n.output - 2) for n in one.lights))
        last, before, after = planned(under)
        self.assertEqual(len(before), 5)
        self.assertEqual(after, {})
        (act,) = last.answer.answer.acts
        self.assertEqual(act.code, "wish.output")
        self.assertAlmostEqual(act.figures["to_stops"] - act.figures["from_stops"], 2.0, delta=0.4)

    def test_a_wanted_ratio_is_brought_by_few_moves_and_pattern_and_ground_stay(self):
        four = demo_file(4).set
        last, before, after = planned(replace(four, look=replace(four.look, ratio=6.0)))
        self.assertIn("shadow_cheek", before)
        self.assertEqual(after, {})
        self.assertLessEqual(len(last.answer.answer.acts), 4)
        self.assertEqual(last.answer.state.pattern, last.before.pattern)
        self.assertEqual(last.answer.state.framing, last.before.framing)
        self.assertLess(last.answer.answer.effort, 2 * ROOM_CHANGED)

    def test_a_ratio_alone_wrong_leaves_the_bands_that_were_met(self):
        one = demo_file(1).set
        last, before, after = planned(replace(one, look=replace(one.look, ratio=4.0)))
        self.assertEqual(list(before), ["shadow_cheek"])
        self.assertEqual(after, last.left)
        self.assertEqual(after, {})

    def test_a_set_as_its_brief_asks_is_left_alone(self):
        last, before, _ = planned(demo_file(1).set)
        self.assertTrue(last.here)
        self.assertEqual((before, last.answer, last.left), ({}, None, {}))


class Merged(unittest.TestCase):
    def output(self, was: float, to: float, light: str = "key") -> Act:
        return Act(
            "wish.output", {"from_stops": was, "to_stops": to, "energy_ws": 0.0}, {"light": light, "scale": "stops"}
        )

    def test_a_dial_is_turned_once_from_where_it_stood(self):
        (act,) = merged((self.output(-3, -2), self.output(-2, -1)))
        self.assertEqual((act.figures["from_stops"], act.figures["to_stops"]), (-3, -1))
        self.assertEqual(merged((self.output(-3, -2), self.output(-2, -3))), ())
        self.assertEqual(len(merged((self.output(-3, -2), self.output(-2, -1, "rim")))), 2)

    def test_a_thing_is_carried_once(self):
        up, down = (Act(f"wish.{k}", {"by_m": 0.3}, {"light": "key"}) for k in ("raise", "lower"))
        self.assertEqual(merged((up, down)), ())
        (both,) = merged((up, replace(down, figures={"by_m": 0.4})))
        self.assertEqual(both.code, "wish.lower")
        self.assertAlmostEqual(both.figures["by_m"], 0.1)
        added = Act("wish.panel_added", {"away_m": 0.5}, {"panel": "board", "where": "before the face"})
        (set_down,) = merged((added, Act("wish.panel_nearer", {"by_m": 0.1}, {"panel": "board"})))
        self.assertEqual(set_down.code, "wish.panel_added")
        self.assertAlmostEqual(set_down.figures["away_m"], 0.4)


if __name__ == "__main__":
    unittest.main()
