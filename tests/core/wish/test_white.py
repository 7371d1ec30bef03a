"""A white ground three ways: the least step at which all of it clips, read anew as a whole set; and why not."""

import unittest
from dataclasses import replace

from deep_amber.core.kit.owned import Kit
from deep_amber.core.pattern.reach import ANYWHERE
from deep_amber.core.wish.white import WhiteWay, white_ways
from tests.core.fill.test_fill import stages_of
from tests.core.wish.test_search import demo_kit, state
from tests.sets import demo_file

CLIPS = 2.4739  # stops of white over mid grey, log2(1 / .18)


class Ways(unittest.TestCase):
    def setUp(self) -> None:
        self.set = demo_file(1).set

    def ways(self, kit: Kit) -> dict[str, WhiteWay]:
        return {k.name: k for k in white_ways(stages_of(self.set), kit, ANYWHERE)}

    def test_each_way_that_is_offered_clips_and_a_step_less_does_not(self):
        made = self.ways(demo_kit())
        self.assertEqual(list(made), ["the key alone", "one light", "two crossed"])
        for name in ("one light", "two crossed"):
            way = made[name]
            darkest = state(way.answer.photo_set, True).tones.darkest - CLIPS
            self.assertAlmostEqual(darkest, way.darkest, delta=0.05)
            self.assertGreater(darkest, -0.05)
            step = way.answer.photo_set.lights[-1].source.output_step
            self.assertLess(darkest - step, 0.02)
        self.assertLess(made["two crossed"].lightest, made["one light"].lightest)  # two are more even

    def test_the_key_alone_stays_grey_and_is_not_offered(self):
        key = self.ways(demo_kit())["the key alone"]
        self.assertLess(key.darkest, -1)
        self.assertIsNone(key.answer)

    def test_without_free_heads_the_kit_is_the_reason(self):
        kit = demo_kit()
        none = replace(kit, sources=tuple(k for k in kit.sources if not k.source.is_flash))
        self.assertEqual({k.why_not for n, k in self.ways(none).items() if n != "the key alone"}, {"kit"})


if __name__ == "__main__":
    unittest.main()
