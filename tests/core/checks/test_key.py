"""What is found for the step Key: the wanted pattern, sockets, forehead, catchlights, glasses, and mends that do it."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.answer import Answer
from deep_amber.core.checks.finding import stages_for
from deep_amber.core.checks.key import EASED, HOT, key_findings
from deep_amber.core.model import Bowl, Panel, Point
from deep_amber.core.model.look import PRESETS
from deep_amber.core.pattern.all_light import room_adds, sockets_and_forehead
from deep_amber.core.pattern.placing import Carried, hung_key, strongest
from deep_amber.core.pattern.reach import ANYWHERE, Fronts, Support, hindrances
from deep_amber.core.pattern.ways import Way, acts_of
from deep_amber.core.steps import answer_text, findings_of, message, states_of
from tests.core.pattern.lit import BARE, BOX, OCTA, lit, measured, named, reading, stages_of
from tests.sets import mesh_of, plain_set, with_light


def found(photo_set, support=ANYWHERE):
    """The first finding of each code."""
    return {f.code: f for f in reversed(list(key_findings(photo_set, mesh_of(photo_set), lambda: None, support)))}


class Pattern(unittest.TestCase):
    def test_another_pattern_than_the_look_s_asks_and_its_mend_draws_it(self):
        look = replace(PRESETS["headshot"], pattern="Rembrandt")
        made = found(replace(lit(-25, 35), look=look))["key.pattern"]
        self.assertEqual(made.severity, "warn")
        self.assertIn("The key draws loop. The brief asks for Rembrandt.", message(made))
        self.assertEqual(named(made.mend.photo_set), "Rembrandt")
        self.assertEqual(found(made.mend.photo_set)["key.pattern"].severity, "note")

    def test_an_open_look_and_one_by_side_are_judged_as_such(self):
        self.assertEqual(found(replace(lit(30, 30), look=replace(PRESETS["family"])))["key.pattern"].severity, "note")
        short = replace(lit(45, 30, head_turn=35.0), look=replace(PRESETS["headshot"], pattern="short"))
        self.assertEqual(found(short)["key.pattern"].severity, "note")
        broad = replace(short, look=replace(PRESETS["headshot"], pattern="broad"))
        self.assertEqual(found(broad)["key.pattern"].severity, "warn")

    def test_two_names_are_said_where_neither_is_sure(self):
        self.assertIn("The key lies between", message(found(lit(44, 35, who="jun"))["key.pattern"]))

    def test_no_light_and_a_key_that_misses_the_face(self):
        dark = replace(plain_set(), lights=())
        self.assertEqual(message(found(dark)["key.none"]), "No light is on.")
        self.assertEqual(states_of(dark, [])["key"].kind, "not begun")
        s = lit(0, 20, 1.5, replace(BOX, cloth=True))
        away = with_light(s, aim=Point(s.lights[0].place.x, s.lights[0].place.y, s.lights[0].place.z + 1.0))
        away = replace(
            away,
            room=replace(
                away.room,
                surfaces=replace(away.room.surfaces, front=replace(away.room.surfaces.front, reflectance=0.02)),
            ),
        )
        self.assertEqual(found(away)["key.none"].severity, "warn")


class Face(unittest.TestCase):
    def test_dark_sockets_and_the_lower_key_that_opens_them(self):
        made = found(lit(0, 68, 1.3))["key.sockets"]
        self.assertGreater(made.figures["sockets_under_face_stops"], 1.6)
        self.assertGreater(measured(made.mend.photo_set).socket[0], EASED)
        self.assertNotIn("key.sockets", found(lit(0, 35)))

    def test_a_hot_forehead_and_the_feather_or_drop_that_cools_it(self):
        s = lit(0, 54, 1.2, who="anton")
        stages = stages_for(s, mesh_of(s), lambda: None)
        over = sockets_and_forehead(stages, room_adds(stages)).forehead
        self.assertGreater(over, HOT)
        self.assertGreater(measured(s).forehead[0], over)  # the room evens what the key draws
        made = found(s)["key.forehead"]
        self.assertAlmostEqual(made.figures["forehead_over_cheek_stops"], over, places=3)
        cooled = stages_for(made.mend.photo_set, mesh_of(s), lambda: None)
        self.assertLess(sockets_and_forehead(cooled, room_adds(cooled)).forehead, 0.4)

    def test_a_flash_beside_its_board_is_hung_so_that_it_points_at_the_middle(self):
        s = lit(0, 20, who="anton")
        face = s.lights[0].aim
        board = Panel(Point(face.x, face.y + 0.85, face.z + 0.8), face, 1.0, 1.0, "white", name="board")
        at = board.place
        flash = replace(
            s.lights[0],
            place=Point(at.x, at.y - 0.55, at.z - 0.35),
            aim=Point(at.x, at.y + 0.4, at.z - 0.1),
            modifier=Bowl(0.18, 30.0),
        )
        made = [
            f
            for f in key_findings(replace(s, lights=(flash,), panels=(board,)), mesh_of(s), lambda: None)
            if f.code == "key.forehead"
        ]
        hung = [
            f.mend
            for f in made
            if f.mend and answer_text(f.mend).startswith("point the hot centre of the key at the middle of board")
        ]
        self.assertEqual(len(hung), 1)
        self.assertEqual(hung[0].photo_set.lights[0].aim, board.place)
        before, after = measured(replace(s, lights=(flash,), panels=(board,))), measured(hung[0].photo_set)
        self.assertLess(after.forehead[0], before.forehead[0] - 0.1)

    def test_a_missing_catchlight_and_the_drop_that_brings_it_back(self):
        made = found(lit(0, 60, 1.4, BARE))["key.catchlight"]
        self.assertEqual(made.severity, "warn")
        self.assertIn("missing in both eyes", message(made))
        self.assertTrue(all(c.present for c in reading(made.mend.photo_set).catchlights))
        self.assertIn("A catchlight in each eye, at 12:00", message(found(lit(0, 35))["key.catchlight"]))

    def test_glasses_that_mirror_the_key_are_found_here_too(self):
        codes = found(lit(0, 8, 1.4, OCTA, glasses="thin"))
        self.assertIn("key.glare", codes)
        self.assertNotIn("key.glare", found(lit(60, 30, 1.4, OCTA, glasses="thin")))


class HeldUp(unittest.TestCase):
    """What holds a light over the sitter."""

    def over(self, **changes):
        s = lit(0, 80, 1.2)
        return replace(s, lights=(replace(s.lights[0], **changes),))

    def test_a_stand_straight_below_would_stand_in_the_sitter(self):
        made = found(self.over())
        self.assertEqual(made["key.stand"].severity, "warn")
        self.assertIn("would stand in the sitter", message(made["key.stand"]))
        after = made["key.stand"].mend.photo_set
        self.assertEqual(after.lights[0].holding, "boom")
        self.assertEqual(after.lights[0].place, self.over().lights[0].place)
        self.assertNotIn("key.stand", found(after))

    def test_the_usual_caution_goes_with_what_hangs_over_somebody(self):
        self.assertIn("counterweight", message(found(self.over(holding="boom"))["key.boom"]))
        self.assertIn("licensed", message(found(self.over(holding="ceiling arm"))["key.boom"]))
        self.assertNotIn("key.boom", found(self.over(holding="hand")))

    def test_a_boom_reaches_no_farther_than_the_kits(self):
        s = self.over(holding="boom", boom_reach=1.6)
        mesh = mesh_of(s)

        def stand(support):
            return [f for f in findings_of(s, mesh, support=support, only=["key"]) if f.code == "key.stand"]

        self.assertEqual(stand(Support(3.0, 2.0)), [])
        (short,) = stand(Support(3.0, 1.0))
        self.assertIn("reaches 160 cm", message(short))
        self.assertEqual(short.mend.photo_set.lights[0].boom_reach, 0.8)

    def test_a_key_carried_over_the_sitter_comes_to_hang_on_a_boom(self):
        s = lit(30, 30, 1.0)
        stages, middle = stages_of(s), s.lights[0].aim.array
        hung = hung_key(s, 0, Carried(strongest(stages, s.lights[0], middle).emitter, middle))
        over = np.array([s.sitter.x + 0.1, 2.1, s.sitter.z + 0.2])
        self.assertEqual(hung.moved(over).lights[0].holding, "boom")
        self.assertEqual(hung.moved(over + [1.0, 0, 0]).lights[0].holding, "stand")
        acts = acts_of(s, hung, Way(place=tuple(over)), hung.place, middle)
        self.assertIn("on a boom", answer_text(Answer(acts, hung.moved(over))))

    def test_arms_and_hands_end_where_they_end(self):
        s = lit(0, 30, 2.0)
        centre = np.array([[0.0, 2.4, 3.0]])
        half = np.array([[0.3, 0, 0]]), np.array([[0, 0.3, 0]])
        fronts = Fronts(centre, *half)

        def why(holding):
            held = replace(s, lights=(replace(s.lights[0], holding=holding),))
            return hindrances(held, mesh_of(s), 0, fronts)[0]

        self.assertIn("no hand", why("hand"))
        self.assertIn("arm on the wall", why("wall arm"))
        self.assertEqual((why("stand"), why("ceiling arm")), ("", ""))


class Figures(unittest.TestCase):
    def test_softness_clearance_and_feather(self):
        s = lit(-30, 30)
        made = found(s)
        edge = made["key.softness"].figures["edge_mm"]
        self.assertAlmostEqual(edge, 30 * 0.75 / 1.2, delta=1.5)
        self.assertEqual(made["key.softness"].named["grade"], "soft")
        far = found(lit(-30, 30, 3.5))["key.softness"]
        self.assertEqual((far.named["grade"], "medium" in message(far)), ("medium", True))
        self.assertAlmostEqual(
            made["key.clearance"].figures["lower_edge_m"] + made["key.clearance"].figures["to_ceiling_m"],
            5.0 - 0.9 * 0.866,
            delta=0.03,
        )
        self.assertNotIn("key.feather", made)
        self.assertNotIn("key.boom", made)
        past = with_light(s, aim=replace(s.lights[0].aim, x=s.lights[0].aim.x + 0.4))
        self.assertIn("the face loses", message(found(past)["key.feather"]))


if __name__ == "__main__":
    unittest.main()
