"""What may be offered: nothing that burns, fits nowhere or stands in somebody."""

import unittest
from dataclasses import replace

from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.model import Lamp, Point, Set
from deep_amber.core.pattern.reach import ANYWHERE
from deep_amber.core.wish.safe import cautions_of, is_safe
from tests.core.expose.seen import lamp
from tests.sets import mesh_of, plain_set, with_light


def safe(before: Set, made: Set) -> bool:
    mesh = mesh_of(before)
    return is_safe(cautions_of(before, mesh, CATALOGUE), made, mesh, ANYWHERE, CATALOGUE)


class Safe(unittest.TestCase):
    def test_a_gel_on_a_hot_lamp_is_not_offered_and_on_a_cool_one_it_is(self):
        s = plain_set()
        for watts, may in ((500.0, False), (100.0, True)):
            bulb = Lamp(watts=watts, bulb="halogen", rating=1000.0)
            hot = lamp(Point(0.9, 1.9, 3.0), s.lights[0].aim, bulb, "bulb", role="fill")
            before = replace(s, lights=(*s.lights, hot))
            gelled = replace(before, lights=(s.lights[0], replace(hot, gels=("one stop grey",))))
            self.assertEqual(safe(before, gelled), may, watts)

    def test_a_light_in_the_wall_or_in_the_sitter_is_not_offered(self):
        s = plain_set()
        self.assertTrue(safe(s, s))
        self.assertFalse(safe(s, with_light(s, place=Point(-9.0, 1.6, 2.5))))
        self.assertFalse(safe(s, with_light(s, place=Point(s.sitter.x, 1.2, s.sitter.z))))
