"""Real pictures: the card's balance and exposure, the settings that would have been right, sharpness, and the pattern."""

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import example, given, settings
from hypothesis import strategies as st

from deep_amber.core.capture.card_in_set import card_in_picture, card_reading
from deep_amber.core.capture.frame import neutral_of, raw_values
from deep_amber.core.capture.judge import as_it_was, judge, places_of, same_pattern
from deep_amber.core.capture.real_card import card_read
from deep_amber.core.capture.sharp import SOFT, detail_between
from deep_amber.core.capture.without_set import SKINS, exposed_as
from deep_amber.core.capture.zones import clipped_zones
from deep_amber.core.expose.self_portrait import to_eye
from deep_amber.core.exposure.colour import light_colour
from deep_amber.core.exposure.response import MID_GREY
from deep_amber.core.model import Panel, Point
from deep_amber.core.presenting.judged import card_text, exposed_texts, pattern_text, soft_text
from deep_amber.core.simulation import SETTLED, Memory
from deep_amber.core.simulation.simulate import veiled_picture
from deep_amber.core.simulation.stages import Stages
from tests.core.capture.test_judge import taken, wrong
from tests.core.expose.seen import stages_of
from tests.sets import demo_file, mesh_of, plain_set, with_light


class Card(unittest.TestCase):
    @settings(max_examples=60)
    @example(3996.0, 5600.0, 0.0)
    @example(3999.9, 3000.0, 0.0)
    @example(3700.0, 8000.0, 0.0)
    @given(st.floats(2600, 9000), st.floats(3000, 8000), st.floats(-2, 2))
    def test_the_light_s_own_temperature_is_found_whatever_was_set(self, light, balance, over):
        colour = light_colour(light, balance) * MID_GREY * 2**over
        made = card_read(colour, balance)
        self.assertAlmostEqual(1e6 / made.balance, 1e6 / light, delta=2)
        self.assertAlmostEqual(made.over, over, delta=0.02)
        self.assertAlmostEqual(made.tint, 0.0, delta=0.02)

    def test_a_tint_and_a_card_that_clips_are_said(self):
        green = light_colour(5600, 5600) * MID_GREY * np.array([1.0, 1.3, 1.0])
        self.assertGreater(card_read(green, 5600).tint, 0.3)
        self.assertIn("green", card_text(card_read(green, 5600), 5600))
        self.assertIn("too light", card_text(card_read(np.full(3, 1.0), 5600), 5600))
        self.assertIn("Neutral at 5600 K", card_text(card_read(np.full(3, MID_GREY), 5600), 5600))


class CardOfSet(unittest.TestCase):
    def test_its_tone_is_read_as_a_meter_would(self):
        s = plain_set()
        face = s.lights[0].aim
        card = Panel(
            Point(face.x + 0.12, face.y - 0.13, face.z + 0.2), s.camera.place, 0.1, 0.15, "grey card", name="card"
        )
        s = replace(s, panels=(card,))
        stages = stages_of(s)
        at = card_in_picture(s)
        self.assertGreater(min(*at, 1 - at[0], 1 - at[1]), 0.05)
        planned = card_reading(stages, taken(s), at)
        for name, stops in (("key", -1.0), ("key", 0.7)):
            read = card_reading(stages, taken(wrong(s, **{name: stops})), at)
            self.assertAlmostEqual(2 * np.log2(read / planned), stops, delta=0.08)
        self.assertIsNone(card_reading(stages, np.full((400, 320, 3), 1.0), at))
        self.assertIsNone(card_in_picture(plain_set()))


class Zones(unittest.TestCase):
    def test_the_zone_that_clips_is_named(self):
        stages = stages_of(plain_set())
        real = taken(plain_set(), None)
        before = clipped_zones(stages, real)
        self.assertEqual(set(before), {"face", "hair", "cloth", "backdrop"})
        self.assertLess(before["face"], 0.01)
        lit = real.copy()
        x, y = np.median(places_of(stages)["cloth"], 0)
        lit[int(y * 400) - 6 : int(y * 400) + 6, int(x * 320) - 6 : int(x * 320) + 6] = 1.2
        after = clipped_zones(stages, lit)
        self.assertGreater(after["cloth"], before["cloth"])
        self.assertEqual((after["face"], after["backdrop"]), (before["face"], before["backdrop"]))
        self.assertEqual(clipped_zones(stages, real[:100]), {})


class WithoutSet(unittest.TestCase):
    def test_each_knob_alone_would_have_been_right(self):
        made = exposed_as({"card": MID_GREY / 2}, "medium", 8.0, 1 / 160, 200.0)
        self.assertAlmostEqual(made.over, -1.0)
        self.assertEqual([(k.what, round(k.value, 4)) for k in made.settings],
                         [("flash", 1.0), ("aperture", 5.6), ("sensitivity", 400.0), ("time", 0.0125)])  # fmt: skip
        self.assertRegex(
            exposed_texts(made)[0], "By the card 1 stop too dark. Right: flash 1 stop more, or f/5.6, or ISO 400"
        )

    def test_skins_differ_and_without_a_mark_nothing_is_said(self):
        for skin, stops in SKINS.items():
            value = MID_GREY * 2**stops
            self.assertEqual(exposed_as({"lit_cheek": value}, skin, None, None, None).settings, ())
        self.assertIsNone(exposed_as({"backdrop": 0.2}, "light", 8.0, 1 / 160, 100.0))
        made = exposed_as({"lit_cheek": 0.4, "shadow_cheek": 0.1, "backdrop": 0.05}, "medium", 8.0, None, 100.0)
        self.assertAlmostEqual(made.ratio, 2.0)
        self.assertAlmostEqual(made.backdrop, np.log2(0.05 / 0.4))
        self.assertNotIn("time", [k.what for k in made.settings])


class Sharp(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        s = plain_set()
        cls.set = replace(s, camera=replace(s.camera, aperture=2.8))
        cls.stages = Stages(cls.set, mesh_of(cls.set), Memory(), SETTLED, lambda: None)
        size = SETTLED.size
        cls.computed = veiled_picture(cls.stages)[0].reshape(size.height, size.width, 3)

    def real(self, beside: float) -> np.ndarray:
        focus = to_eye(self.set, self.stages.mesh) + beside
        soft = replace(self.set, camera=replace(self.set.camera, focus=focus))
        return raw_values(soft, self.stages.mesh, SETTLED) / neutral_of(self.set.camera.white_balance)

    def test_a_focus_behind_the_head_is_found_and_one_on_the_eye_is_not(self):
        self.assertGreater(detail_between(self.stages, self.real(0.0), self.computed), -0.1)
        soft = detail_between(self.stages, self.real(0.15), self.computed)
        self.assertLess(soft, SOFT)
        self.assertIn("soft", soft_text(soft)[0])

    def test_half_the_exposure_is_as_sharp_and_another_shape_is_not_compared(self):
        self.assertAlmostEqual(detail_between(self.stages, self.computed / 2, self.computed), 0.0, delta=0.05)
        self.assertIsNone(detail_between(self.stages, self.computed[:400], self.computed))
        self.assertEqual(soft_text(None), [])


class Pattern(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.four = demo_file(4).set
        cls.stages = stages_of(cls.four)

    def test_it_is_the_same_when_only_outputs_differ(self):
        made = judge(self.stages, taken(wrong(self.four, key=-2 / 3)))
        same = same_pattern(self.stages, made)
        self.assertEqual((same.planned, same.explained), (same.shown, True))
        self.assertIn("The same pattern", pattern_text(same))
        was = as_it_was(self.four, made)
        self.assertAlmostEqual(was.lights[0].output, self.four.lights[0].output - 2 / 3, delta=0.15)

    def test_a_key_that_stood_on_the_other_side_is_not_explained_by_outputs(self):
        soft = plain_set()
        key = soft.lights[0]
        moved = with_light(soft, place=Point(-key.place.x, key.place.y, key.place.z))
        stages = stages_of(soft)
        same = same_pattern(stages, judge(stages, taken(moved)))
        self.assertFalse(same.explained)
        self.assertIn("other than in the set", pattern_text(same))

    def test_marks_lie_on_what_they_name(self):
        at = {k: np.median(v, 0) for k, v in places_of(self.stages).items()}
        self.assertLess(at["forehead"][1], at["chin"][1])
        self.assertLess(at["cheek_left"][0], at["cheek_right"][0])
        self.assertLess(at["chin"][1], at["cloth"][1])


if __name__ == "__main__":
    unittest.main()
