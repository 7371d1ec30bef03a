"""Lines of equal exposure: the square of the distance, the face's line through the face, an end behind what stands there."""

import math
import unittest
from dataclasses import replace
from itertools import pairwise

import numpy as np

from deep_amber.core.model import Bare, Panel, Point
from deep_amber.core.simulation.falloff import CELL, RANGE, equal_exposure
from deep_amber.core.sitter.face import face_marks
from tests.sets import mesh_of, plain_set, with_light


def bulb(x: float, z: float, **changes):
    """A bare head at the height of the face, in an empty room."""
    made = replace(plain_set(), panels=(), furniture=())
    face = face_marks(mesh_of(made), made.sitter).face
    made = with_light(made, place=Point(x, float(face[1]), z), modifier=Bare(), aim=Point(*map(float, face)), grid=0)
    return replace(made, **changes), np.array(face)


def lines(photo_set):
    return equal_exposure(photo_set, mesh_of(photo_set), photo_set.lights[0])


class Falloff(unittest.TestCase):
    def test_each_stop_is_root_two_of_the_distance(self):
        """A small even source: four times the light at half the distance."""
        s, face = bulb(0.9, 2.6)
        light = s.lights[0].place
        away = math.hypot(face[0] - light.x, face[2] - light.z)
        checked = 0
        for line in lines(s):
            self.assertLessEqual(abs(line.stops), RANGE)
            radius = away / math.sqrt(2) ** line.stops
            before = [
                k
                for k in line.points
                if (k[0] - light.x) * (face[0] - light.x) + (k[1] - light.z) * (face[2] - light.z) > 0
            ]
            for x, z in before:  # not behind the head's own body
                if radius > 4 * CELL:
                    self.assertAlmostEqual(math.hypot(x - light.x, z - light.z), radius, delta=0.05 * radius)
                    checked += 1
        self.assertGreater(checked, 100)

    def test_the_line_of_nothing_more_or_less_goes_through_the_face(self):
        s, face = bulb(-0.7, 2.4)
        own = [k.points for k in lines(s) if k.stops == 0]
        nearest = min(math.hypot(x - face[0], z - face[2]) for points in own for x, z in points)
        self.assertLess(nearest, CELL)

    def test_they_end_behind_a_board(self):
        s, _ = bulb(0.9, 2.6)
        light = s.lights[0].place
        # Square across the way from the light past the face's side.
        at = Point(light.x, light.y, light.z - 0.8)
        board = Panel(at, Point(light.x, light.y, light.z), 1.0, 1.0, "black", name="board")
        shadowed = replace(s, panels=(board,))

        def behind(photo_set) -> int:
            return sum(abs(x - light.x) < 0.35 and 0.3 < z < at.z - 0.15 for k in lines(photo_set) for x, z in k.points)

        self.assertGreater(behind(s), 5)
        self.assertEqual(behind(shadowed), 0)
        self.assertGreater(len(lines(shadowed)), 2, "elsewhere they stay")

    def test_a_light_that_does_not_reach_the_face_has_none(self):
        s, face = bulb(0.9, 2.6)
        away = with_light(s, aim=Point(3.0, float(face[1]), 5.0))
        self.assertEqual(lines(away), ())

    def test_a_line_is_unbroken(self):
        s, _ = bulb(0.9, 2.6)
        for line in lines(s):
            steps = [math.dist(a, b) for a, b in pairwise(line.points)]
            self.assertLess(max(steps), 2 * CELL)


if __name__ == "__main__":
    unittest.main()
