"""Searching about one arrangement: nearer with few sets read, what was read is kept, what cannot stand is let be."""

import itertools
import unittest
from dataclasses import replace

import numpy as np
from bench.plans import ground_of

from deep_amber.core.model.look import PRESETS
from deep_amber.core.pattern.softness import edges_wished
from deep_amber.core.planning.arrangements import ARRANGEMENTS
from deep_amber.core.planning.ground import Ground, wanted_of
from deep_amber.core.planning.measured import Read, read
from deep_amber.core.planning.space import MOVE, Axis
from deep_amber.core.planning.suggest import lend
from deep_amber.core.planning.trail import FAINT, GROUND, HIDDEN, UNLIKE, Trail, apart
from deep_amber.core.wish.state import SENSED
from tests.sets import demo_file, mesh_of

ROOM = 34  # a head, an umbrella, two boards in a small room; a high key wanted before a dark backdrop
MANY = 60


def trail_of(ground: Ground, code: str, side: str) -> Trail:
    fitted = ground.fit(ARRANGEMENTS[code], side)
    return ground.trail(read(fitted, ground.look), fitted.side)


class Trails(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.ground = ground_of(ROOM)
        cls.trail = trail_of(cls.ground, "one_box_board", "camera-left")
        cls.first = cls.trail.best.closeness
        cls.trail.go_on(MANY)

    def test_what_is_many_stops_off_comes_near_where_chance_of_as_many_does_not(self):
        self.assertGreater(self.first, 8)
        self.assertLess(self.trail.best.closeness, 2.5)
        by_chance = trail_of(self.ground, "one_box_board", "camera-left")
        for point in by_chance._wide(MANY):
            by_chance._take(point)
        self.assertLess(self.trail.best.closeness, by_chance.best.closeness - 0.5)

    def test_the_best_is_what_is_read_where_it_stands(self):
        fitted = self.trail.fit(self.trail.space.arrangement(self.trail.at))
        again = read(fitted, self.ground.look).planned
        self.assertAlmostEqual(again.closeness, self.trail.best.closeness, places=6)
        self.assertEqual(again.photo_set, self.trail.best.photo_set)

    def test_most_of_what_is_tried_can_stand(self):
        """Half of all places by chance cannot, in this small room."""
        self.assertLess(len(self.trail.nowhere), 2 * len(self.trail.points))

    def test_a_backdrop_that_something_hides_is_not_taken_for_a_dark_one(self):
        ground = 2.0 ** np.array(self.trail.logs).sum(1)[:, GROUND]
        self.assertGreater(float(ground.min()), HIDDEN * FAINT)
        known = len(self.trail.points), len(self.trail.nowhere)
        shares = np.full((1, len(SENSED)), 0.1)
        shares[:, GROUND] = 0.0
        trail = trail_of(self.ground, "one_box_board", "camera-left")
        trail.took(trail.space.start, Read(shares, None))
        self.assertEqual((len(trail.points), len(trail.nowhere)), (1, 1))
        self.assertGreater(min(known), 1)

    def test_the_same_each_time_and_never_worse_with_more(self):
        made = []
        for _ in range(2):
            trail = trail_of(self.ground, "from_below", "camera-left")
            for _ in range(3):
                trail.go_on(4)
                made.append(trail.best.closeness)
        self.assertEqual(made[:3], made[3:])
        self.assertEqual(made[:3], sorted(made[:3], reverse=True))


class Lent(unittest.TestCase):
    def test_others_are_read_with_their_keys_where_the_closest_has_it_and_each_place_once(self):
        ground = ground_of(ROOM)
        trails = [
            trail_of(ground, code, "camera-left")
            for code in ("one_box_board", "one_box", "through_sheet", "wall_bounce")
        ]
        for n, trail in enumerate(trails[:3]):
            trail.go_on(4 + 4 * n)
        lender = min(trails[:3], key=lambda k: k.best.rank)
        place, before = lender.key, [k.best.closeness for k in trails]
        lent: list[np.ndarray] = []
        lend(trails, lent)
        np.testing.assert_array_equal(lent, [place])
        for trail in trails[:3]:
            if trail is not lender:
                tried = np.array([*trail.points, *trail.nowhere])[:, list(trail.space.key)]
                self.assertTrue((np.abs(tried - place).max(1) < 1e-9).any())
        self.assertIsNone(trails[3].key, "off a wall it stands where the wall has it")
        self.assertTrue(all(k.best.closeness <= was for k, was in zip(trails, before, strict=True)))
        for _ in range(4):
            lend(trails, lent)
        self.assertTrue(all(apart(a, b) for a, b in itertools.combinations(lent, 2)))
        read = [k.reads for k in trails]
        lend(trails, [k.key for k in trails[:3]])
        self.assertEqual([k.reads for k in trails], read, "where all were tried nothing is read again")


class Asked(unittest.TestCase):
    def test_a_look_asks_for_its_surfaces_edges_and_place_of_the_key(self):
        mesh = mesh_of(demo_file(1).set)
        look = replace(PRESETS["headshot"], pattern="split", hardness="soft", rim="camera-right", backdrop_tone=-3.0)
        made = wanted_of(look, mesh)
        names = [SENSED[k] for k in made.seen]
        self.assertEqual(names[:2], ["cheek_left", "cheek_right"])
        self.assertIn("hair_right", names)
        self.assertNotIn("hair_left", names)
        self.assertNotIn("forehead", names)
        self.assertEqual(made.pattern_at, (90.0, 8.0))
        np.testing.assert_allclose(2.0 ** np.array(made.edge), edges_wished(look))
        self.assertIsNone(wanted_of(replace(look, pattern="open"), mesh).pattern_at)

    def test_a_key_is_less_hoped_for_the_farther_it_is_from_where_its_pattern_is_begun(self):
        on = ground_of(35)  # split light is wanted
        trail = trail_of(on, "strip_board", "camera-right")
        points = np.tile(trail.space.start, (4, 1))
        azimuth = trail.space.axes.index(Axis(0, "azimuth"))
        points[:, azimuth] -= np.array([0.0, 10.0, 20.0, 80.0]) / MOVE["azimuth"]
        here = trail._unlike(points)
        self.assertAlmostEqual(here[0], 0.0, places=6)
        # Great circles at 8 degrees up are a little shorter than the turn.
        np.testing.assert_allclose(here[1:3], np.array([10.0, 20.0]) / UNLIKE, rtol=0.02)
        self.assertEqual(here[3], 1.0)


if __name__ == "__main__":
    unittest.main()
