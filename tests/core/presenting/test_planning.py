"""Words of planning: everything that is said has words that hold its figures, in a sentence that a stranger reads once."""

import re
import unittest
from dataclasses import replace
from itertools import product
from pathlib import Path
from types import SimpleNamespace

from deep_amber.core import planning
from deep_amber.core.answer import Act
from deep_amber.core.model.look import Look
from deep_amber.core.pattern.softness import GRADES, Softness, as_wished, edges_wished
from deep_amber.core.planning.arrangements import ARRANGEMENTS
from deep_amber.core.planning.measured import SPREAD
from deep_amber.core.presenting.planned_more import (
    MOST,
    SUBSTITUTES,
    differences,
    exposure_text,
    near_text,
    nothing_text,
    row_text,
)
from deep_amber.core.presenting.planning import PLAN, plan_text, reasons
from deep_amber.core.wish.target import Tones
from tests.sets import plain_set

SOURCE = "\n".join(p.read_text() for p in Path(planning.__file__).parent.rglob("*.py"))
SAID_ELSEWHERE = {"plan.rebuild", "plan.flag"}  # a mend's act: tests of wishes
FIGURES = {"stops": -0.7, "least_m": 0.4, "needed": 3.0, "owned": 1.0, "away_m": 0.3, "needed_m": 2.1, "gap_m": 0.6, "high_m": 2.6,
           "highest_m": 2.4, "reach_m": 1.4, "boom_m": 1.2, "across_m": 1.8, "height_m": 2.3, "width_m": 2.4, "by_m": 0.5}  # fmt: skip
NAMED = {"what": "softbox", "role": "key", "surface": "lit_cheek", "thing": "key", "by": "the ceiling", "posture": "lying", "fit": "seated",
         "door": "door", "is": "hard", "wanted": "soft", "part": "stand", "sheet": "bed sheet", "off": "wall"}  # fmt: skip


def said(code: str, named: dict[str, str] | None = None, feet: bool = False, **figures: float) -> str:
    return plan_text(Act(code, FIGURES | figures, NAMED | (named or {})), feet)


class Complete(unittest.TestCase):
    def test_every_reason_and_weakness_has_words_and_none_is_left_over(self):
        made = set(re.findall(r'"((?:plan|school)\.[a-z_]+)"', SOURCE)) - SAID_ELSEWHERE
        made |= {"plan.no_light", "plan.no_source", "plan.forward", "plan.back", "plan.lower"}  # put together of parts
        self.assertGreater(len(made), 25)
        self.assertEqual(made - set(PLAN), set())
        self.assertEqual(set(PLAN) - made, set())

    def test_each_is_one_sentence_without_a_code_in_it(self):
        for code in PLAN:
            for feet in (False, True):
                text = said(code, {"surface": "white"} if code == "plan.no_panel" else {}, feet)
                self.assertRegex(text, r"^[A-Z0-9]")
                self.assertNotRegex(text, r"_|\{|nan|None", code)
                self.assertFalse(text.endswith("."), code)

    def test_lengths_follow_the_photographer_s_units(self):
        self.assertIn("40 cm", said("plan.no_panel"))
        self.assertNotIn("cm", said("plan.no_panel", feet=True))
        self.assertIn("2.6 m", said("plan.too_high").replace("260 cm", "2.6 m"))

    def test_every_substitute_says_what_is_missing(self):
        for code, (missing, _) in SUBSTITUTES.items():
            self.assertTrue(missing.startswith("No "), code)


class Weak(unittest.TestCase):
    def test_what_is_missed_has_its_side(self):
        self.assertEqual(said("plan.miss", stops=0.5), "Lit cheek 0.5 stops over its aim")
        self.assertEqual(said("plan.miss", stops=-1.0), "Lit cheek 1 stop under its aim")
        self.assertIn("short of what is asked", said("plan.miss", {"surface": SPREAD}, stops=-0.5))

    def test_edges_that_are_too_hard_want_a_larger_front_and_those_too_soft_a_smaller(self):
        grades = list(GRADES)
        for now, wanted in product(grades, ("hard", "medium", "soft")):
            if now == wanted:
                continue
            text = said("plan.front", {"is": now, "wanted": wanted})
            larger = grades.index(now) < grades.index(wanted)
            self.assertIn("a larger front, or less distance" if larger else "a smaller front, or more distance", text)

    def test_an_edge_is_as_wished_between_the_widths_that_are_told(self):
        for hardness in ("hard", "medium", "soft"):
            look = Look("headshot", hardness=hardness)
            low, high = edges_wished(look)
            for edge in (low * 1.01 + 0.01, high * 0.99):
                self.assertTrue(as_wished(look, Softness(edge, "soft", 10.0)))
            self.assertFalse(as_wished(look, Softness(high * 1.01, "soft", 10.0)))
            if low:
                self.assertFalse(as_wished(look, Softness(low * 0.99, "soft", 10.0)))

    def test_where_the_sitter_is_carried_it_is_said(self):
        for code, forward, way in (("window", 0.6, "farther from"), ("window", -0.6, "nearer to"), ("window", 0.0, "")):
            made = SimpleNamespace(fitted=SimpleNamespace(arrangement=replace(ARRANGEMENTS[code], forward=forward)))
            found = reasons(made)
            self.assertEqual(len(found), 4 if way else 3)
            self.assertTrue(way in found[-1])


class Near(unittest.TestCase):
    def near(self, **more) -> str:
        pattern = SimpleNamespace(name="split", softness=SimpleNamespace(grade="hard"))
        usual = {
            "closeness": 1.0,
            "misses": {},
            "right_pattern": True,
            "right_side": True,
            "right_hardness": True,
            "weak": (),
            "pattern": pattern,
        }
        return near_text(SimpleNamespace(**usual | more))

    def test_the_worst_goes_first_and_what_is_met_says_so(self):
        self.assertEqual(self.near(closeness=0.0), "meets every aim")
        self.assertEqual(
            self.near(misses={"cloth": -0.2, "shadow_cheek": 0.8}, right_pattern=False), "shadow cheek 0.8 stops over"
        )
        self.assertEqual(self.near(misses={SPREAD: -0.5}), "backdrop's difference 0.5 stops short")
        self.assertEqual(self.near(misses={"cloth": 0.2}), "every aim within a third of a stop")
        self.assertEqual(self.near(right_pattern=False), "split, not what is wanted")
        self.assertEqual(self.near(right_pattern=False, pattern=None), "no pattern, not what is wanted")
        self.assertEqual(self.near(right_side=False), "lit from the other side")
        self.assertEqual(self.near(right_hardness=False), "hard edges, not what is wanted")
        shows = (Act("plan.in_picture", {}, {"thing": "key", "part": "front"}),)
        self.assertEqual(self.near(weak=shows), "a stand or front shows in the picture")


def beside(pattern: str, grade: str, off: dict[str, float], ratio_off: float = 0.0):
    state = SimpleNamespace(pattern=pattern, grade=grade, tones=Tones({}, 1.0, 2.0))
    return SimpleNamespace(state=state, off=off, ratio_off=ratio_off)


class Beside(unittest.TestCase):
    def test_what_differs_the_most_goes_first_and_what_nobody_sees_is_left_out(self):
        first = beside("loop", "soft", {})
        made = beside("split", "soft", {"cloth": 0.1, "chin": -0.4, "forehead": 1.0})
        self.assertEqual(
            differences(made, first), ["split in place of loop", "forehead 1 stop lighter", "chin 0.4 stops darker"]
        )
        self.assertEqual(differences(beside("loop", "soft", {"cloth": 0.1}), first), [])
        many = beside(
            "loop", "hard", {k: 1.0 for k in ("cloth", "chin", "forehead", "under_nose", "under_chin", "hair_left")}
        )
        self.assertEqual(len(differences(many, first)), MOST + 1)
        self.assertEqual(differences(many, first)[0], "hard edges in place of soft ones")

    def test_shadows_are_told_once(self):
        first = beside("loop", "soft", {})
        same_light = beside("loop", "soft", {"shadow_cheek": 0.0}, 0.5)
        self.assertEqual(differences(same_light, first), ["shadows 0.5 stops deeper"])
        lifted = beside("loop", "soft", {"shadow_cheek": 0.5}, -0.5)
        self.assertEqual(differences(lifted, first), ["shadow cheek 0.5 stops lighter"])


class Plainly(unittest.TestCase):
    def test_a_row_says_what_can_be_had(self):
        self.assertIn("0.4 stops can be had", row_text((1.2, 0.4)))
        self.assertIn("no better from elsewhere", row_text((0.4, 0.4)))

    def test_where_nothing_is_wrong_it_says_so_and_says_nothing_where_a_mend_stands(self):
        self.assertEqual(nothing_text(True, True, True), "")
        texts = {nothing_text(*k) for k in product((True, False), repeat=3)}
        self.assertGreaterEqual(len(texts), 4)
        for text in texts - {""}:
            self.assertTrue(text.endswith("."))

    def test_an_exposure_as_a_camera_shows_it(self):
        s = plain_set()
        made = replace(s, camera=replace(s.camera, aperture=5.6, time=1 / 125, sensitivity=200.0))
        self.assertEqual(exposure_text(made), "f/5.6 · 1/125 s · ISO 200")


if __name__ == "__main__":
    unittest.main()
