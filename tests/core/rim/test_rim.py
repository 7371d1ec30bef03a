"""Rim: the side it draws, where it spills, how warm it is against the key."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.model import Bare, Light, Panel, Point, Set, Softbox
from deep_amber.core.rim.edge import edge_of, from_behind
from deep_amber.core.rim.spill import spill_of
from deep_amber.core.rim.warmth import warmth
from deep_amber.core.simulation import Memory
from deep_amber.core.simulation.quality import SOUGHT, oriented
from deep_amber.core.simulation.stages import Stages
from tests.sets import mesh_of, plain_set


def stages_of(photo_set: Set) -> Stages:
    return Stages(photo_set, mesh_of(photo_set), Memory(), oriented(SOUGHT, photo_set.camera), lambda: None)


def with_rim(x: float, behind: float, **changes) -> Set:
    """The plain set with a strip box `behind` metres behind the sitter, x metres to camera-right."""
    s = plain_set()
    place = Point(s.sitter.x + x, 1.6, s.sitter.z - behind)
    rim = Light(place, s.lights[0].aim, -2.0, Softbox(0.3, 0.9), "rim", role="rim")
    return replace(s, lights=(*s.lights, replace(rim, **changes)))


class Edge(unittest.TestCase):
    def drawn(self, photo_set: Set) -> tuple[float, float]:
        """What lights from behind put on the outline, the brightest of camera-left and of camera-right."""
        places = edge_of(stages_of(photo_set))
        self.assertLessEqual({p.part for p in places}, {"hair", "ear", "jaw", "neck", "shoulder"})
        left, right = (max(p.behind for p in places if p.side == side) for side in (-1, 1))
        return left, right

    def test_it_draws_the_side_that_it_stands_on(self):
        left, right = self.drawn(with_rim(0.9, 0.7))
        self.assertGreater(right, left + 2)
        left, right = self.drawn(with_rim(-0.9, 0.7))
        self.assertGreater(left, right + 2)

    def test_a_stop_more_output_is_a_stop_more_on_the_edge(self):
        (_, now), (_, more) = self.drawn(with_rim(0.9, 0.7)), self.drawn(with_rim(0.9, 0.7, output=-1.0))
        self.assertAlmostEqual(more - now, 1.0, places=3)

    def test_without_one_nothing_comes_from_behind(self):
        s = plain_set()
        self.assertFalse(from_behind(stages_of(s), s.lights[0]))
        places = edge_of(stages_of(s))
        self.assertLess(max(p.behind for p in places), -10)


class Spill(unittest.TestCase):
    def test_from_behind_it_leaves_the_face_from_the_side_it_does_not(self):
        behind = spill_of(stages_of(with_rim(0.5, 0.9)), 1).on["camera-right cheek"]
        beside = spill_of(stages_of(with_rim(1.2, 0.0)), 1).on["camera-right cheek"]
        self.assertGreater(beside, behind + 1)

    def test_shares_are_of_all_light(self):
        s = with_rim(1.0, 0.3)
        by = [spill_of(stages_of(s), k).on for k in range(2)]
        for where in by[0]:
            self.assertAlmostEqual(sum(2.0 ** k[where] for k in by), 1.0, places=3)

    def test_a_bare_bulb_toward_the_lens_veils_and_a_flag_before_it_does_not(self):
        s = with_rim(0.9, 0.9, modifier=Bare(), output=0.0)
        open_to = spill_of(stages_of(s), 1).veil
        self.assertGreater(open_to, 0)
        lamp, lens = s.lights[1].place.array, s.camera.place.array
        at = lamp + (lens - lamp) * 0.2 / np.linalg.norm(lens - lamp)
        flag = Panel(Point(*map(float, at)), Point(*map(float, lens)), 0.4, 0.6, "black", name="flag")
        self.assertLess(spill_of(stages_of(replace(s, panels=(flag,))), 1).veil, 0.05 * open_to)


class Warm(unittest.TestCase):
    def test_a_full_warm_gel_is_its_mired_and_plain_to_see(self):
        key = plain_set().lights[0]
        self.assertEqual(warmth(key, key, 5500.0).mired, 0)
        told = warmth(replace(key, gels=("full warm",)), key, 5500.0)
        self.assertAlmostEqual(told.mired, 159.0)
        self.assertGreater(told.difference, 20)
        self.assertLess(warmth(replace(key, gels=("half cool",)), key, 5500.0).mired, 0)


if __name__ == "__main__":
    unittest.main()
