"""A mend is a promise: it is offered only when the whole set with it keeps right what was right."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.answer import mend
from deep_amber.core.backdrop.coverage import floor_seen
from deep_amber.core.checks.finding import Finding
from deep_amber.core.checks.promise import Promise
from deep_amber.core.checks.room_helps import cheeks, room_helps, stops_over
from deep_amber.core.framing.clearance import in_the_sitter
from deep_amber.core.gear.sources import Lamp
from deep_amber.core.model import Bare, Light, Panel, Point, Softbox
from deep_amber.core.model.look import PRESETS
from deep_amber.core.pattern.all_light import room_adds, sockets_and_forehead
from deep_amber.core.rules.heat import heat_warnings
from deep_amber.core.simulation.secondary import works_from
from deep_amber.core.steps import findings_of
from tests.core.pattern.lit import lit, stages_of
from tests.sets import mesh_of, plain_set, with_light


def eyes_of(stages):
    return sockets_and_forehead(stages, room_adds(stages))


def codes(photo_set) -> dict[str, Finding]:
    return {f.code: f for f in reversed(findings_of(photo_set, mesh_of(photo_set)))}


class Held(unittest.TestCase):
    def setUp(self):
        self.set = replace(lit(30, 35), look=replace(PRESETS["headshot"], pattern="loop"))
        self.promise = Promise(self.set, mesh_of(self.set), lambda: None)

    def offered(self, made, *others, code: str = "camera.gear") -> Finding:
        first, *rest = (mend(k, "thing.aside", {"by_m": 0.1}, thing="key", side="camera-left") for k in (made, *others))
        return self.promise.kept(Finding(code, "warn", mend=first, others=tuple(rest)))

    def test_what_changes_nothing_that_matters_is_offered(self):
        self.assertIsNotNone(self.offered(replace(self.set, backdrop=replace(self.set.backdrop, width=5.0))).mend)

    def test_what_takes_the_pattern_away_is_not_and_a_dearer_one_is_tried(self):
        light = lit(80, 25).lights[0]
        broken = replace(self.set, lights=(light,))
        self.assertIsNone(self.offered(broken).mend)
        nudged = replace(self.set, lights=lit(32, 35).lights)
        self.assertIs(self.offered(broken, nudged).mend.photo_set, nudged)

    def test_what_takes_the_lit_cheeks_light_away_is_not(self):
        weak = with_light(self.set, output=self.set.lights[0].output - 1.5)
        self.assertIsNone(self.offered(weak).mend)
        self.assertIsNotNone(self.offered(weak, code="brief.exposure").mend)

    def test_what_changes_a_right_framing_is_not(self):
        camera = self.set.camera
        wider = replace(self.set, camera=replace(camera, focal_length=camera.focal_length / 3))
        self.assertIsNone(self.offered(wider).mend)
        self.assertIsNotNone(self.offered(wider, code="brief.framing").mend)

    def test_nothing_comes_into_head_or_body(self):
        face = self.set.camera.aim
        inside = with_light(self.set, place=Point(face.x, face.y + 0.1, face.z), aim=Point(face.x, face.y - 1, face.z))
        self.assertEqual(in_the_sitter(inside, mesh_of(inside)), ["key"])
        self.assertEqual(in_the_sitter(self.set, mesh_of(self.set)), [])
        self.assertIsNone(self.offered(inside).mend)
        lap = Panel(Point(face.x, face.y - 0.4, face.z), face, 0.5, 0.5, "white", name="board")
        self.assertEqual(in_the_sitter(replace(self.set, panels=(lap,)), mesh_of(self.set)), ["board"])

    def test_a_box_over_the_head_is_never_lowered_through_it(self):
        s = lit(0, 85, 0.75, Softbox(0.6, 0.6))
        mended = [f for f in findings_of(s, mesh_of(s)) if f.mend]
        self.assertGreater(len(mended), 0)
        for finding in mended:
            self.assertEqual(in_the_sitter(finding.mend.photo_set, mesh_of(s)), [], finding.code)

    def test_a_help_of_the_room_holds_the_lit_cheek(self):
        s = lit(90, 10)
        s = replace(
            s,
            room=replace(s.room, width=3.0, depth=6.5, height=2.5),
            backdrop=replace(s.backdrop, width=2.5, height=2.4),
        )
        lit_cheek, shadow = cheeks(s, mesh_of(s), lambda: None)
        helps = list(room_helps(s, mesh_of(s), lit_cheek, shadow, lambda: None))
        self.assertGreater(len(helps), 0)
        for finding in helps:
            then, _ = cheeks(finding.mend.photo_set, mesh_of(s), lambda: None)
            self.assertLess(stops_over(lit_cheek, then), 0.16)


class AllLight(unittest.TestCase):
    def test_a_board_under_the_chin_opens_the_sockets_that_the_key_leaves_dark(self):
        s = lit(0, 66, 1.3)
        face = s.camera.aim
        board = Panel(
            Point(face.x, face.y - 0.42, face.z + 0.3), Point(face.x, face.y, face.z), 0.8, 0.6, "silver", name="board"
        )
        dark, open_ = (eyes_of(stages_of(k)).depth for k in (s, replace(s, panels=(board,))))
        self.assertGreater(open_, dark + 0.3)


class Awkward(unittest.TestCase):
    def test_a_lying_face_is_looked_at_by_its_own_head(self):
        s = lit(-20, 40, posture="lying", seat_height=0.4)
        eyes = s.camera.aim
        over = replace(s, camera=replace(s.camera, place=Point(eyes.x, eyes.y + 1.9, eyes.z + 0.05)))
        made = codes(over)
        self.assertEqual(made["camera.height"].severity, "note")
        for code in ("camera.headroom", "backdrop.narrow", "backdrop.foot"):
            self.assertNotIn(code, made)

    def test_the_sweep_goes_as_far_as_the_floor_is_seen(self):
        s = plain_set()
        low = replace(
            s,
            camera=replace(
                s.camera, place=replace(s.camera.place, y=1.0), aim=replace(s.camera.aim, y=0.75), focal_length=60.0
            ),
            backdrop=replace(s.backdrop, sweep=0.0, lower=0.0),
        )
        foot = codes(low).get("backdrop.foot")
        self.assertIsNotNone(foot)
        self.assertAlmostEqual(foot.mend.photo_set.backdrop.sweep, floor_seen(low) + 0.1, delta=0.11)

    def test_a_hot_lamp_near_cloth_is_warned_of(self):
        s = plain_set()
        hot = Lamp(500.0, "halogen", rating=500.0)
        lamp = Light(Point(0.9, 1.5, 2.4), s.camera.aim, 0.0, Bare(), "lamp", hot)
        sheet = Panel(Point(0.85, 1.5, 2.3), Point(0.0, 1.3, 2.0), 1.0, 1.0, "bed sheet", name="sheet")
        near, far = (
            replace(s, lights=(lamp,), panels=(replace(sheet, place=replace(sheet.place, x=x)),)) for x in (0.85, -0.9)
        )
        self.assertTrue(any("from sheet" in k for k in heat_warnings(near)))
        self.assertFalse(any("from sheet" in k for k in heat_warnings(far)))

    def test_the_heads_shadow_is_thrown_by_what_works_on_the_face(self):
        s = lit(-60, 10, 2.4)
        face, flash = s.camera.aim, s.lights[0].place
        sheet = Panel(Point(*((face.array + flash.array) / 2)), face, 1.4, 1.4, "silk", name="sheet")
        through = works_from(replace(s, panels=(sheet,)), mesh_of(s), s.lights[0])
        self.assertAlmostEqual(float(np.linalg.norm(through - sheet.place.array)), 0.0, delta=0.08)
        turned = replace(s.lights[0], aim=Point(flash.x, flash.y, flash.z - 1))
        wall = works_from(replace(s, lights=(turned,)), mesh_of(s), turned)
        self.assertAlmostEqual(float(wall[2]), 0.0, delta=0.01)
        np.testing.assert_allclose(works_from(s, mesh_of(s), s.lights[0]), flash.array)

    def test_burnt_skin_and_a_ground_over_clipping_are_said(self):
        s = plain_set()
        self.assertIn("brief.burnt", codes(with_light(s, output=s.lights[0].output + 2.5)))
        self.assertNotIn("brief.burnt", codes(s))


class Apertures(unittest.TestCase):
    def test_no_aperture_is_offered_that_nobody_has(self):
        dark = replace(with_light(plain_set(), output=-10.0), look=PRESETS["headshot"])
        finding = codes(dark)["brief.exposure"]
        self.assertEqual(finding.severity, "warn")
        self.assertIsNone(finding.mend)


class Settings(unittest.TestCase):
    def test_a_time_over_the_sync_limit_with_flash_is_found_and_mended(self):
        s = plain_set()
        fast = replace(s, camera=replace(s.camera, time=1 / 500))
        self.assertAlmostEqual(codes(fast)["camera.sync"].mend.photo_set.camera.time, 1 / 200)
        self.assertNotIn("camera.sync", codes(s))

    def test_a_white_balance_that_is_not_the_keys_is_found(self):
        s = plain_set()
        lamp = Light(s.lights[0].place, s.lights[0].aim, 0.0, Bare(), "lamp", Lamp(60.0, "tungsten"))
        warm = codes(replace(s, lights=(lamp,), camera=replace(s.camera, time=0.5, aperture=2.8, sensitivity=800.0)))[
            "camera.balance"
        ]
        self.assertEqual(warm.named["cast"], "warm")
        self.assertNotIn("camera.balance", codes(s))


if __name__ == "__main__":
    unittest.main()
