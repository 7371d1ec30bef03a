"""Heat of lamps by their watts: in what they shine into, and near eyes, hair and clothes."""

import unittest
from dataclasses import replace

from deep_amber.core.gear.sources import Lamp, Led, Strobe, Tube
from deep_amber.core.model import Bare, HomeBox, Point, Set
from deep_amber.core.rules.heat import heat, heat_warnings
from tests.sets import plain_set, with_light


def before_the_face(source, away: float) -> Set:
    s = plain_set()
    return with_light(s, source=source, modifier=Bare(), place=Point(s.sitter.x, 1.2, s.sitter.z + 0.12 + away))


class Heat(unittest.TestCase):
    def refused(self, source, material: str) -> bool:
        light = replace(plain_set().lights[0], source=source, modifier=HomeBox(material=material))
        return any(k.refused for k in heat(light))

    def test_an_led_of_many_watts_in_foam_or_card_is_refused(self):
        self.assertTrue(self.refused(Led(watts=200.0), "foam"))
        self.assertTrue(self.refused(Led(watts=200.0), "card"))
        self.assertFalse(self.refused(Led(watts=30.0), "card"))
        self.assertTrue(self.refused(Tube(watts=150.0), "foam"))

    def test_a_bare_halogen_bulb_near_the_eyes_is_told_with_what_would_do(self):
        said = heat_warnings(before_the_face(Lamp(150.0, "halogen", rating=200.0), 0.36))
        self.assertEqual(len(said), 1)
        self.assertRegex(said[0], r"150 W is 3\d cm from the sitter's eyes, hair and clothes; at least 65 cm")
        self.assertEqual(heat_warnings(before_the_face(Lamp(150.0, "halogen", rating=200.0), 0.7)), [])

    def test_a_bare_led_is_too_bright_to_be_that_near_and_a_flash_is_not_hot(self):
        self.assertEqual(len(heat_warnings(before_the_face(Led(watts=200.0), 0.2))), 1)
        self.assertEqual(heat_warnings(before_the_face(Led(watts=200.0), 0.5)), [])
        self.assertEqual(heat_warnings(before_the_face(Strobe(), 0.2)), [])


if __name__ == "__main__":
    unittest.main()
