"""Words of wishes: every act that a search can make has words, and they hold its figures, in cm or in feet."""

import re
import unittest
from pathlib import Path

from deep_amber.core import wish
from deep_amber.core.answer import Act, Answer
from deep_amber.core.presenting.wishes import (
    ACTS,
    HELD,
    act_text,
    changes_text,
    left_text,
    plan_text,
    target_text,
    wish_phrases,
    wish_text,
)  # fmt: skip
from deep_amber.core.wish.cannot import Held
from deep_amber.core.wish.target import Target
from tests.sets import plain_set

SOURCE = "\n".join(p.read_text() for p in Path(wish.__file__).parents[1].rglob("*.py") if p.name != "wishes.py")


def act(code: str, named: dict[str, str] | None = None, **figures: float) -> Act:
    return Act(code, figures, {"light": "key", "panel": "white board", "scale": "fractions"} | (named or {}))


def text(code: str, named: dict[str, str] | None = None, feet: bool = False, **figures: float) -> str:
    return act_text(act(code, named, **figures), feet)


class Complete(unittest.TestCase):
    def test_every_act_that_is_made_has_words_and_none_is_left_over(self):
        made = set(re.findall(r'"((?:wish|possible)\.[a-z_]+)"', SOURCE))
        self.assertGreater(len(made), 30)
        self.assertEqual(made - set(ACTS), set())
        self.assertEqual({k for k in ACTS if not k.startswith("plan.")} - made, set())

    def test_everything_that_holds_has_words(self):
        self.assertEqual(set(re.findall(r'"(held\.[a-z_]+)"', SOURCE)), set(HELD))


class Acts(unittest.TestCase):
    def test_a_dial_is_said_from_and_to_on_its_own_scale(self):
        self.assertEqual(text("wish.output", from_stops=-3.0, to_stops=-2.0), "turn the key up from 1/8 to 1/4")
        self.assertEqual(text("wish.output", from_stops=0.0, to_stops=-1.0), "turn the key down from 1/1 to 1/2")
        self.assertEqual(text("wish.switch_on", to_stops=-4.0), "switch the key on at 1/16")

    def test_lengths_follow_the_photographer_s_units(self):
        self.assertEqual(text("wish.nearer", by_m=0.3), "bring the key 30 cm nearer")
        self.assertEqual(text("wish.nearer", by_m=0.3048, feet=True), "bring the key 1 ft 0 in nearer")
        self.assertEqual(text("wish.panel_farther", by_m=0.1, feet=True), "take the white board 4 in farther off")

    def test_turns_are_whole_degrees_with_a_way(self):
        said = text("wish.turn", {"toward": "off the backdrop"}, by_degrees=12.4)
        self.assertEqual(said, "turn the key 12° off the backdrop")

    def test_a_grid_goes_on_or_comes_off(self):
        self.assertEqual(text("wish.grid", degrees=20.0), "put a 20° grid on the key")
        self.assertEqual(text("wish.grid", degrees=0.0), "take the grid off the key")

    def test_doors_are_put_on_once_and_then_closed(self):
        named = {"leaf": "left", "new": "yes"}
        self.assertEqual(text("wish.door", named, to_degrees=40.0), "put barn doors on the key, left leaf to 40°")
        self.assertEqual(text("wish.door", named | {"new": "no"}, to_degrees=20.0), "close the key's left leaf to 20°")

    def test_cloth_lies_on_a_floor_and_hangs_elsewhere(self):
        said = [text("wish.cover", {"cover": "black cloth", "surface": k}) for k in ("floor", "left")]
        self.assertEqual(said[0], "lay black cloth on the floor")
        self.assertEqual(said[1], "hang black cloth on the camera-left wall")


class Together(unittest.TestCase):
    def test_a_new_light_and_its_output_are_one_phrase(self):
        new = act(
            "wish.light_added", {"light": "400 W s head", "modifier": "standard bowl", "role": "rim"}, grid_degrees=20.0
        )
        dial = act("wish.output", {"light": "rim light"}, from_stops=0.0, to_stops=-3.0)
        other = act("wish.aperture", to_f=8.0)
        made = Answer((new, other, dial), plain_set())
        said = wish_phrases(made)
        self.assertEqual(len(said), 2)
        self.assertIn("add the 400 W s head with the standard bowl and a 20° grid as rim light, at 1/8", said)
        self.assertEqual(plan_text(made), "Bring all to the aims in 2 moves")

    def test_acts_are_one_sentence(self):
        made = Answer((act("wish.raise", by_m=0.2), act("wish.switch_off", {"light": "fill"})), plain_set())
        self.assertEqual(wish_text(made), "Raise the key 20 cm and switch the fill off")
        self.assertEqual(plan_text(Answer(made.acts[:1], plain_set())), "Raise the key 20 cm")


class Figures(unittest.TestCase):
    def test_what_is_wished_is_said_in_its_measure(self):
        for target, said in (
            (Target("backdrop_middle", "clips"), "backdrop just clipped, all of it in the frame"),
            (Target("shadow_cheek", "ratio", 4.0), "lit to shadow cheek 4 : 1"),
            (Target("under_nose", "front ratio", 2.5), "front to under nose and chin 2.5 : 1"),
            (Target("backdrop_middle", "under", 2.0, "lit_cheek"), "backdrop middle 2.0 stops under lit cheek"),
        ):
            self.assertEqual(target_text(target), said)
        self.assertIn("-1.5", target_text(Target("forehead", "stops", -1.5)).replace("\u2212", "-"))

    def test_a_backdrop_that_changes_alike_is_told_once(self):
        changes = {"backdrop_left": 0.5, "backdrop_middle": 0.6, "backdrop_right": 0.5, "forehead": -0.2}
        said = changes_text(changes)
        self.assertEqual(said.count("backdrop"), 1)
        self.assertTrue(said.startswith("backdrop"), "the most first")
        apart = changes_text(changes | {"backdrop_left": -1.0})
        self.assertEqual(apart.count("backdrop"), 3)
        self.assertEqual(changes_text({}), "nothing else changes")

    def test_what_a_plan_leaves_is_said(self):
        self.assertEqual(left_text({}, True), "")
        self.assertIn("No move was found", left_text({"forehead": 0.4}, False))
        self.assertEqual(left_text({"forehead": 0.4}, True), "Still outside its band then: forehead 0.4 stops over.")

    def test_what_holds_is_said_with_its_share(self):
        held = Held("held.lowest", {"share": 0.62, "output_stops": -8.0}, {"light": "key", "scale": "fractions"})
        said = HELD[held.code](held)
        self.assertIn("62 %", said)
        self.assertIn("1/256", said)


if __name__ == "__main__":
    unittest.main()
