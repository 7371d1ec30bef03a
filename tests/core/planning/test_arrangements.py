"""Each arrangement in three rooms and with three kits: fitted, sound and owned, or refused with a reason that is true."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.kit.owned import shortages
from deep_amber.core.model import Point
from deep_amber.core.planning.arrangements import ARRANGEMENTS
from deep_amber.core.planning.fitted import Fitted, fitted, side_for
from deep_amber.core.planning.measured import as_it_reads
from deep_amber.core.planning.placed import AWAY, SIDE, direction
from deep_amber.core.presenting.planning import plan_text
from deep_amber.core.rules.validation import problems_of
from deep_amber.core.sitter.face import face_marks
from deep_amber.formats.sitter_file import known_sitters
from deep_amber.plan_told import looks
from tests.core.planning.rooms import headshot, kits, rooms
from tests.sets import mesh_of


def fit(code: str, photo_set, kit, **more) -> Fitted:
    return fitted(ARRANGEMENTS[code], photo_set, mesh_of(photo_set), kit, known_sitters(), **more)


class Everywhere(unittest.TestCase):
    def test_fitted_sound_and_owned_or_refused_with_a_true_reason(self):
        done, refused = 0, set()
        for room, photo_set in rooms().items():
            for owned, kit in kits().items():
                for code, arrangement in ARRANGEMENTS.items():
                    made = fit(code, photo_set, kit)
                    with self.subTest(f"{code} in the {room} room with {owned}"):
                        if made.photo_set is None:
                            self.assertTrue(made.refused)
                            for act in made.refused:
                                self.assertRegex(plan_text(act), r"^[A-Z0-9].{9,}")
                                self.check_reason(act, photo_set, kit)
                                refused.add(act.code)
                            continue
                        done += 1
                        self.assertEqual(problems_of(made.photo_set, known_sitters()), [])
                        self.assertEqual([k for k in shortages(kit, made.photo_set) if "stands" not in k], [])
                        roles = [k.role for k in made.photo_set.lights if k.on and k.source.kind != "window"]
                        wanted = [k.role for k in arrangement.lights if k.where != "window"]
                        self.assertEqual(sorted(roles), sorted(wanted))
        self.assertGreater(done, 200)
        self.assertLessEqual({"plan.no_source", "plan.no_window", "plan.no_boom", "plan.posture"}, refused)

    def test_lamps_are_balanced_for_and_flash_leaves_the_camera_as_it_is(self):
        room = rooms()["attic"]
        warm = fit("lamps_near", room, kits()["demo"]).photo_set
        lamp = warm.lights[-1]
        self.assertAlmostEqual(warm.camera.white_balance, lamp.source.colour_temperature, delta=51)
        self.assertNotEqual(warm.camera.white_balance, room.camera.white_balance)
        flash = fit(
            "one_box", replace(room, camera=replace(room.camera, white_balance=5400.0)), kits()["demo"]
        ).photo_set
        self.assertEqual(flash.camera.white_balance, 5400.0)

    def test_a_bare_light_that_reaches_the_face_is_told_where_a_wall_or_a_board_should(self):
        room, look = rooms()["attic"], looks()
        for code, off in (("wall_bounce", "wall"), ("board_bounce", "board"), ("ceiling_bounce", "ceiling")):
            made = fit(code, headshot(room, pattern="open"), kits()["demo"])
            key = made.photo_set.lights[-1]
            face = Point(*map(float, face_marks(mesh_of(room), room.sitter).face))
            lights = (*made.photo_set.lights[:-1], replace(key, aim=face))
            there, straight = (
                as_it_reads(made, look(k)) for k in (made.photo_set, replace(made.photo_set, lights=lights))
            )
            with self.subTest(code):
                self.assertNotIn("plan.direct", [a.code for a in there.weak])
                (act,) = (a for a in straight.weak if a.code == "plan.direct")
                self.assertEqual(plan_text(act), f"Most of the light on the face is the key's own, not the {off}'s")
                less = replace(straight, weak=tuple(a for a in straight.weak if a is not act))
                self.assertAlmostEqual(straight.closeness - less.closeness, 0.5)

    def check_reason(self, act, photo_set, kit) -> None:
        if act.code == "plan.no_window":
            self.assertFalse([k for k in photo_set.lights if k.source.kind == "window"])
        if act.code == "plan.no_boom":
            self.assertLess(sum(k.quantity for k in kit.stands if k.boom > 0), act.figures["needed"])
        if act.code == "plan.no_stands":
            self.assertEqual(sum(k.quantity for k in kit.stands), act.figures["owned"])
        if act.code == "plan.no_source":
            kinds = act.named["what"].split(" or ")
            self.assertLess(sum(k.quantity for k in kit.sources if k.source.kind in kinds), 4)
        if act.code == "plan.posture":
            self.assertEqual(photo_set.sitter.posture, act.named["posture"])


class Rules(unittest.TestCase):
    def test_there_are_about_forty_each_with_its_lines(self):
        self.assertGreaterEqual(len(ARRANGEMENTS), 40)
        titles = [k.title for k in ARRANGEMENTS.values()]
        self.assertEqual(len(set(titles)), len(titles))
        for k in ARRANGEMENTS.values():
            for line in (k.when, k.why, k.watch):
                self.assertRegex(line, r"^[A-Z].{9,}[.]$", k.code)
            self.assertTrue(k.patterns and k.hardness and k.lights and k.moods, k.code)
            self.assertLess(*k.tones, k.code)

    def test_a_key_stands_where_its_pattern_begins_whatever_the_room(self):
        for photo_set in rooms().values():
            for wanted in ("loop", "Rembrandt", "butterfly"):
                s = headshot(photo_set, pattern=wanted)
                made = fit("one_box", s, kits()["demo"])
                key = made.photo_set.lights[-1]
                face = np.array(face_marks(mesh_of(s), s.sitter).face)
                way = key.place.array - face
                azimuth = {"loop": 35.0, "Rembrandt": 48.0, "butterfly": 0.0}[wanted]
                elevation = {"loop": 32.0, "Rembrandt": 40.0, "butterfly": 38.0}[wanted]
                at = replace(ARRANGEMENTS["one_box"].lights[0].at, azimuth=azimuth, elevation=elevation)
                asked = direction(s, mesh_of(s), at, SIDE[made.side])
                off = np.degrees(np.arccos(np.clip(way @ asked / np.linalg.norm(way), -1, 1)))
                self.assertLessEqual(off, AWAY + 0.5)

    def test_the_key_goes_to_the_far_side_of_a_turned_face_and_to_the_near_one_for_broad(self):
        s = rooms()["attic"]
        for turn, far in ((40.0, "camera-right"), (-40.0, "camera-left")):
            turned = replace(s, sitter=replace(s.sitter, body_turn=turn, head_turn=0.0))
            near = "camera-left" if far == "camera-right" else "camera-right"
            for pattern, side in (("loop", far), ("broad", near)):
                asked = headshot(turned, pattern=pattern)
                self.assertEqual(side_for(asked, mesh_of(asked), ARRANGEMENTS["one_box"]), side)

    def test_a_low_ceiling_and_a_short_gap_are_named(self):
        s = rooms()["small"]
        low = replace(s, room=replace(s.room, height=1.9), backdrop=replace(s.backdrop, height=1.8))
        made = fit("dish_over", low, kits()["plenty"])
        if made.photo_set is None:
            self.assertIn(made.refused[0].code, ("plan.no_place", "plan.no_foot"))
        near = replace(s, sitter=replace(s.sitter, z=s.backdrop.z + 0.4))
        made = fit("spot_behind", near, kits()["plenty"])
        self.assertEqual([k.code for k in made.refused], ["plan.no_gap"])
        self.assertIn("40 cm", plan_text(made.refused[0]))

    def test_lying_is_for_who_lies(self):
        s = rooms()["long"]
        lying = replace(s, sitter=replace(s.sitter, posture="lying", seat_height=0.45))
        self.assertNotIn("plan.posture", [k.code for k in fit("lying", lying, kits()["plenty"]).refused])
        self.assertEqual([k.code for k in fit("one_box", lying, kits()["plenty"]).refused], ["plan.posture"])


if __name__ == "__main__":
    unittest.main()
