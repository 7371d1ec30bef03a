"""What a set uses more of than the kit has: stands and booms among it."""

import unittest
from dataclasses import replace

from deep_amber.core.kit.owned import Kit, StandItem, shortages
from deep_amber.core.model import Panel, Point
from tests.sets import plain_set, rich_set


class Stands(unittest.TestCase):
    def setUp(self):
        self.kit = Kit(stands=(StandItem("light stand", quantity=1), StandItem("boom stand", boom=1.5, quantity=1)))

    def test_stands_and_booms_are_counted(self):
        s = plain_set()
        self.assertEqual(list(shortages(self.kit, s)), [])
        light = s.lights[0]
        hung = tuple(replace(light, name=f"light {k}", holding="boom") for k in range(2))
        self.assertEqual(list(shortages(self.kit, replace(s, lights=hung))), ["booms: 2 in the set, 1 owned"])
        three = tuple(replace(light, name=f"light {k}") for k in range(3))
        self.assertEqual(list(shortages(self.kit, replace(s, lights=three))), ["stands: 3 in the set, 2 owned"])

    def test_what_is_held_otherwise_needs_none(self):
        s = plain_set()
        held = tuple(
            replace(s.lights[0], name=how, holding=how)
            for how in ("hand", "clamp", "wall arm", "ceiling arm", "furniture")
        )
        lap = Panel(Point(0.0, 0.8, 2.2), Point(0.0, 1.2, 1.9), 0.5, 0.5, holding="lap")
        self.assertEqual(list(shortages(self.kit, replace(s, lights=held, panels=(lap,)))), [])

    def test_a_kit_without_stands_says_nothing_of_them(self):
        self.assertEqual(list(shortages(Kit(), rich_set())), [])


if __name__ == "__main__":
    unittest.main()
