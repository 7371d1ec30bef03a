"""What a set must satisfy, and how it is said."""

import math
import unittest
from dataclasses import replace

from deep_amber.core.model import Point
from deep_amber.core.rules.validation import problems_of
from deep_amber.formats.sitter_file import known_sitters
from tests.sets import light_at, plain_set, with_light


def fields_wrong(photo_set) -> list[str]:
    return [p.field for p in problems_of(photo_set, known_sitters())]


def with_room(**changes):
    s = plain_set()
    return replace(s, room=replace(s.room, **changes))


def with_part(part: str, **changes):
    s = plain_set()
    return replace(s, **{part: replace(getattr(s, part), **changes)})


class Sound(unittest.TestCase):
    def test_the_demo_set_is_sound(self):
        self.assertEqual(fields_wrong(plain_set()), [])

    def test_a_set_without_lights_is_sound(self):
        self.assertEqual(fields_wrong(replace(plain_set(), lights=())), [])


class Limits(unittest.TestCase):
    def test_absurd_numbers_name_their_field(self):
        for value in (0.0, 500.0, -3.0, math.nan, math.inf):
            with self.subTest(value):
                self.assertEqual(fields_wrong(with_room(width=value)), ["room.width"])

    def test_what_is_accepted_is_said(self):
        (problem,) = problems_of(with_room(width=500.0), known_sitters())
        self.assertEqual(str(problem), "room.width: 500 is too large. Accepted: 1.5 to 20.")

    def test_text_in_place_of_a_number(self):
        self.assertEqual(fields_wrong(with_room(width="wide")), ["room.width"])

    def test_a_surface_deep_inside(self):
        s = plain_set()
        walls = replace(s.room.surfaces, left=replace(s.room.surfaces.left, reflectance=1.5))
        self.assertEqual(fields_wrong(with_room(surfaces=walls)), ["room.surfaces.left.reflectance"])

    def test_a_name_of_a_light(self):
        self.assertEqual(fields_wrong(with_light(plain_set(), name="")), ["lights.0.name"])
        self.assertEqual(fields_wrong(with_light(plain_set(), name="x" * 41)), ["lights.0.name"])

    def test_two_lights_of_one_name(self):
        s = plain_set()
        self.assertEqual(fields_wrong(replace(s, lights=s.lights * 2)), ["lights.1.name"])

    def test_nine_lights(self):
        s = plain_set()
        lights = tuple(replace(s.lights[0], name=f"light {i}") for i in range(9))
        self.assertEqual(fields_wrong(replace(s, lights=lights)), ["lights"])

    def test_an_unknown_sitter(self):
        self.assertEqual(fields_wrong(with_part("sitter", who="nobody")), ["sitter.who"])


class InTheRoom(unittest.TestCase):
    def test_a_light_outside(self):
        self.assertIn("lights.0.place.x", fields_wrong(light_at(plain_set(), 4.0, 1.7, 2.5)))

    def test_a_light_through_the_ceiling(self):
        height = plain_set().room.height
        self.assertIn("lights.0.place.y", fields_wrong(light_at(plain_set(), -0.5, height - 0.05, 2.5)))

    def test_a_light_aimed_at_itself(self):
        s = plain_set()
        self.assertEqual(fields_wrong(with_light(s, aim=s.lights[0].place)), ["lights.0.aim"])

    def test_a_sitter_in_a_wall(self):
        self.assertIn("sitter.x", fields_wrong(with_part("sitter", x=-1.65)))

    def test_a_sitter_in_the_backdrop(self):
        s = plain_set()
        self.assertEqual(fields_wrong(with_part("sitter", z=s.backdrop.z + 0.05)), ["sitter.z"])

    def test_a_backdrop_over_the_ceiling(self):
        self.assertEqual(fields_wrong(with_part("backdrop", height=3.0)), ["backdrop.height"])

    def test_a_backdrop_wider_than_the_room(self):
        self.assertEqual(fields_wrong(with_part("backdrop", width=5.0)), ["backdrop.width"])

    def test_a_turned_backdrop_through_the_wall(self):
        self.assertIn("backdrop.z", fields_wrong(with_part("backdrop", turn=40.0)))

    def test_a_camera_behind_the_wall(self):
        self.assertEqual(fields_wrong(with_part("camera", place=Point(0.0, 1.2, 6.0))), ["camera.place.z"])

    def test_a_camera_that_looks_nowhere(self):
        place = plain_set().camera.place
        self.assertEqual(fields_wrong(with_part("camera", aim=place)), ["camera.aim"])


if __name__ == "__main__":
    unittest.main()
