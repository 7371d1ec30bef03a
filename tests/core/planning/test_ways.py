"""Substitutes and schools built on a set and read; sets levelled; the backdrop's spread; what of an exposure is opened."""

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from deep_amber.core.brief.aims import EDGE_OVER, aims_of
from deep_amber.core.brief.ground_kind import SPOT, SPREAD, ground_spread
from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.kit.owned import Kit
from deep_amber.core.model.look import PRESETS
from deep_amber.core.planning.ground import Ground
from deep_amber.core.planning.levelled import key_levelled, lit_of, stopped
from deep_amber.core.planning.schools import QUESTIONS, schools
from deep_amber.core.planning.substitutes import substitutes
from deep_amber.core.presenting.planned_more import school_texts, substitute_texts
from deep_amber.core.rules.validation import problems_of
from deep_amber.core.steps import findings_of
from deep_amber.core.wish.state import state_of
from deep_amber.formats.sitter_file import known_sitters
from deep_amber.plan_told import looks
from tests.core.planning.rooms import kits
from tests.sets import demo_file, mesh_of, with_light


class Substitutes(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.set, cls.look = demo_file(1).set, staticmethod(looks())
        cls.found = {k.code: k for k in substitutes(cls.set, cls.look, Kit(), known_sitters())}

    def read(self, photo_set):
        return state_of(self.look(photo_set)).tones.stops

    def test_each_is_sound_and_says_what_it_does(self):
        self.assertLessEqual({"silk", "board_lap", "grid_box", "grey_paper", "black_distance"}, set(self.found))
        for k in self.found.values():
            self.assertEqual(problems_of(k.photo_set, known_sitters()), [])
            missing, text = substitute_texts(k)
            self.assertRegex(f"{missing}: {text}", r"^No [a-z ]+: [A-Z].*[.]$")

    def test_a_sheet_takes_the_light_that_is_said_and_softens(self):
        sheet = self.found["silk"]
        plain = replace(self.set, panels=())
        with_sheet = replace(plain, panels=sheet.photo_set.panels)
        takes = self.read(plain)["lit_cheek"] - self.read(with_sheet)["lit_cheek"]
        self.assertAlmostEqual(takes, sheet.figures["cost_stops"], delta=0.02)
        self.assertTrue(0.7 < takes < 3)
        self.assertAlmostEqual(self.read(sheet.photo_set)["lit_cheek"], self.read(plain)["lit_cheek"], delta=0.2)

    def test_boards_lift_what_is_said_and_distance_darkens(self):
        before = self.read(self.set)
        lap = self.found["board_lap"]
        self.assertAlmostEqual(
            self.read(lap.photo_set)["under_chin"] - before["under_chin"], lap.figures["chin_stops"], delta=0.02
        )
        far = self.found["black_distance"]
        self.assertLess(far.figures["ground_stops"], -0.3)
        self.assertAlmostEqual(self.read(far.photo_set)["backdrop_middle"], far.figures["is_stops"], delta=0.02)

    def test_what_is_owned_needs_no_substitute(self):
        owned = {k.code for k in substitutes(self.set, self.look, CATALOGUE, known_sitters())}
        self.assertFalse({"silk", "grid_snoot", "strip", "grey_paper", "black_distance"} & owned, owned)
        dark = replace(self.set, lights=())
        self.assertEqual(list(substitutes(dark, self.look, Kit(), known_sitters())), [])


class Schools(unittest.TestCase):
    def test_each_way_keeps_the_face_and_says_what_differs(self):
        four, look = demo_file(4).set, looks()
        on = Ground(four, mesh_of(four), kits()["demo"], known_sitters(), look)
        found = {k.code: k for k in schools(on, look(four))}
        self.assertEqual(list(found), list(QUESTIONS))
        for code, k in found.items():
            self.assertTrue(k.ways, code)
            for way in k.ways:
                self.assertEqual(problems_of(way.photo_set, known_sitters()), [])
            self.assertEqual([bool(t) for t in school_texts(k)], [True] * len(k.ways))
        for code in ("feather", "surface", "aperture"):
            lit = [lit_of(w.photo_set, look) for w in found[code].ways]
            self.assertLess(max(lit) - min(lit), 0.34, code)
        wide, all_sharp = found["aperture"].sharp
        self.assertLess(wide, all_sharp / 2)


class Levelled(unittest.TestCase):
    def test_the_key_is_turned_to_what_is_wanted_in_its_steps(self):
        s, look = demo_file(1).set, looks()
        for wanted in (-1.0, 0.3):
            self.assertAlmostEqual(lit_of(key_levelled(s, look, wanted), look), wanted, delta=0.17)

    def test_a_key_that_is_right_already_stays(self):
        s, look = demo_file(1).set, looks()
        self.assertEqual(key_levelled(s, look, lit_of(s, look)), s)

    def test_lights_at_their_full_stay_there_and_sensitivity_does_it(self):
        s = with_light(demo_file(1).set, output=0.0)
        made = stopped(s, s.camera.aperture * 2)
        self.assertEqual(made.lights, s.lights)
        self.assertAlmostEqual(made.camera.sensitivity, s.camera.sensitivity * 4, delta=s.camera.sensitivity * 0.1)

    @given(st.sampled_from((1.4, 2.0, 4.0, 8.0, 16.0)))
    def test_another_aperture_keeps_the_light(self, aperture):
        s = demo_file(1).set
        made = stopped(s, aperture)
        by = [
            2 * np.log2(s.camera.aperture / aperture),
            made.lights[0].output - s.lights[0].output,
            np.log2(made.camera.sensitivity / s.camera.sensitivity),
            s.camera.filter - made.camera.filter,
        ]
        self.assertAlmostEqual(float(sum(by)), 0.0, delta=0.17)
        self.assertEqual(problems_of(made, known_sitters()), [])


tones = st.floats(-6, 3)


class Spread(unittest.TestCase):
    @given(tones, tones, tones, st.booleans())
    def test_none_is_missing_where_it_is_spread_so_and_sides_mirror(self, left, middle, right, lit_left):
        read = {"backdrop_left": left, "backdrop_middle": middle, "backdrop_right": right}
        turned = {"backdrop_left": right, "backdrop_middle": middle, "backdrop_right": left}
        self.assertEqual(float(ground_spread("even", read, lit_left)), 0.0)
        for kind in ("gradient", "spot", "checkered"):
            short = float(ground_spread(kind, read, lit_left))
            self.assertGreaterEqual(short, 0.0)
            self.assertAlmostEqual(short, float(ground_spread(kind, turned, not lit_left)))
        self.assertEqual(float(ground_spread("gradient", read, True)) == 0, abs(left - right) >= SPREAD)
        self.assertEqual(float(ground_spread("spot", read, True)) == 0, middle - (left + right) / 2 >= SPOT)
        self.assertEqual(float(ground_spread("checkered", read, True)) == 0, right - left >= SPREAD)

    def test_many_at_once_read_as_one_by_one(self):
        left = np.array([0.0, 1.0, -2.0])
        read = {"backdrop_left": left, "backdrop_middle": left, "backdrop_right": left[::-1]}
        many = ground_spread("checkered", read, True)
        one = [float(ground_spread("checkered", {k: v[n] for k, v in read.items()}, True)) for n in range(len(left))]
        self.assertEqual(list(many), one)

    def test_a_look_asks_for_its_edge_and_its_middle(self):
        s = demo_file(1).set
        look = replace(PRESETS["headshot"], backdrop_tone=-2.0, ground="spot", rim="both")
        aims = {k.surface: k for k in aims_of(look, mesh_of(s))}
        self.assertNotIn("backdrop_left", aims)
        self.assertAlmostEqual(aims["hair_left"].low, -2.0 + EDGE_OVER)
        self.assertNotIn("hair_left", {k.surface for k in aims_of(replace(look, backdrop_tone=2.0), mesh_of(s))})
        found = [k for k in findings_of(replace(s, look=look), mesh_of(s), only=["brief"]) if k.code == "brief.spread"]
        self.assertEqual((found[0].severity, found[0].named["wanted"]), ("warn", "spot"))
        meant = replace(s, look=replace(look, ground="even"))
        self.assertFalse([k for k in findings_of(meant, mesh_of(s), only=["brief"]) if k.code == "brief.spread"])

    def test_a_light_off_is_no_key(self):
        self.assertEqual(list(substitutes(with_light(demo_file(1).set, on=False), looks(), Kit(), known_sitters())), [])


if __name__ == "__main__":
    unittest.main()
