"""Findings of Expose, each on a set made for it, and their words."""

import unittest
from dataclasses import replace

from deep_amber.core.checks.expose import DAZZLES, expose_findings
from deep_amber.core.checks.finding import Finding
from deep_amber.core.expose.balance import balance_of
from deep_amber.core.model import Lamp, Point, Set
from deep_amber.core.model.look import PRESETS
from deep_amber.core.rules.validation import problems_of
from deep_amber.core.steps import message, states_of
from deep_amber.formats.sitter_file import known_sitters
from tests.core.expose.seen import black_room, lamp, stages_of
from tests.sets import demo_file, mesh_of, plain_set, rich_set, with_light


def found(photo_set: Set) -> dict[str, Finding]:
    made = {f.code.removeprefix("expose."): f for f in expose_findings(photo_set, mesh_of(photo_set), lambda: None)}
    for f in made.values():
        assert message(f) and not message(f)[0].islower()
    return made


def with_bulb(watts: float = 500.0, time: float = 1 / 8, **changes) -> Set:
    s = plain_set()
    bulb = Lamp(watts=watts, bulb="halogen", colour_temperature=3000.0, rating=2000.0)
    light = replace(lamp(Point(0.9, 1.9, 3.0), s.lights[0].aim, bulb, "bulb", role="fill"), **changes)
    return replace(s, lights=(*s.lights, light), camera=replace(s.camera, time=time))


class Meter(unittest.TestCase):
    def test_what_the_disc_reads_is_told_and_stands_on_the_rail(self):
        s = demo_file(1).set
        made = found(s)
        self.assertRegex(message(made["meter"]), r"turned to the key, reads f/8 \+0\.\d; the camera is at f/8\.")
        states = states_of(s, list(expose_findings(s, mesh_of(s), lambda: None)))
        self.assertRegex(states["expose"].text, r"^f/8\u00a0\+0\.\d$")

    def test_a_filter_is_told_with_it(self):
        s = plain_set()
        made = found(replace(s, camera=replace(s.camera, filter=2.0)))
        self.assertRegex(message(made["meter"]), "with a neutral filter of 2.0 stops")

    def test_in_the_dark_there_is_nothing_to_say(self):
        self.assertEqual(found(with_light(plain_set(), on=False)), {})


class Clipping(unittest.TestCase):
    def test_a_burnt_face_is_looked_at_and_raw_is_said(self):
        s = plain_set()
        burnt = found(with_light(s, output=min(0.0, s.lights[0].output + 3)))["face_clips"]
        self.assertEqual(burnt.severity, "warn")
        self.assertRegex(message(burnt), "a raw file (still holds it|is full there too)")
        self.assertNotIn("face_clips", found(with_light(s, output=s.lights[0].output - 1)))

    def test_a_light_picture_with_black_in_it_and_a_dark_one_that_is_light_are_told(self):
        s = demo_file(1).set
        dark = with_light(s, output=s.lights[0].output - 4)
        high = found(replace(dark, look=replace(PRESETS["headshot"], key="high")))
        self.assertIn("high_dark", high)
        low = found(replace(s, look=replace(PRESETS["headshot"], key="low")))
        self.assertIn("low_light", low)
        self.assertEqual({"high_dark", "low_light"} & set(found(s)), set())


class Room(unittest.TestCase):
    def test_black_without_flash_or_what_is_seen(self):
        faint = found(with_bulb(watts=5.0, time=1 / 160))
        self.assertRegex(message(faint["black"]), "Without flash the frame is black: room light on the face is")
        seen = found(with_bulb())
        self.assertRegex(message(seen["room"]), "Without flash the frame is not black: the .+ is at file value")
        self.assertNotIn("black", found(plain_set()))  # nothing but flash: there is nothing to kill

    def test_a_lamp_of_another_colour_on_the_face_has_its_gel_and_one_with_a_gel_is_meant(self):
        hot = found(with_bulb())["mixed"]
        self.assertIsNone(hot.mend)  # a gel would burn on it
        s = with_bulb(watts=140.0, time=1 / 2)
        mixed = found(s)["mixed"]
        self.assertRegex(message(mixed), r"The bulb is 155 mired warmer than the key and gives \d+ % of the light")
        self.assertEqual(mixed.mend.photo_set.lights[1].gels, ("full cool",))
        self.assertEqual(problems_of(mixed.mend.photo_set, known_sitters()), [])
        self.assertNotIn("mixed", found(mixed.mend.photo_set))
        self.assertFalse(balance_of(stages_of(mixed.mend.photo_set)).mixed)
        self.assertNotIn("mixed", found(with_bulb(gels=("full warm",))))
        self.assertNotIn("mixed", found(rich_set()))

    def test_a_flash_near_the_eyes_is_a_caution(self):
        s = black_room(plain_set())
        near = with_light(s, place=Point(0.0, 1.5, 2.6), output=0.0)
        self.assertRegex(message(found(near)["bright"]), "Ask first whether somebody reacts to flashing light")
        self.assertGreater(found(near)["bright"].figures["at_face_lxs"], DAZZLES)
        self.assertNotIn("bright", found(with_light(s, output=-6.0)))
