"""Findings of sitter and camera on sets made wrong on purpose; each mend takes its finding away."""

import unittest
from dataclasses import replace

from deep_amber.core.editing.choices import choose
from deep_amber.core.model import Bowl, Panel, Point
from deep_amber.core.model.camera import Lens
from deep_amber.core.steps import answer_text, message
from tests.core.checks.rules import Rules
from tests.sets import plain_set, with_light


class SitterAndCamera(Rules):
    def test_glasses_that_mirror_the_key_and_what_takes_it_out(self):
        s = choose(plain_set(), "sitter.glasses", "heavy")
        s = replace(s, sitter=replace(s.sitter, body_turn=0.0, head_turn=0.0, head_nod=0.0))
        face = s.camera.aim
        low = with_light(s, place=Point(0.0, 0.9, 2.9), aim=face)
        self.assertIn("key", message(self.one(low, "sitter.glare")))
        self.assertIsNone(self.one(low, "sitter.glare").mend, "it would cost the pattern")
        self.mended(self.looked_at(low, pattern="butterfly"), "sitter.glare")

    def test_posing_notes_are_notes_with_something_to_try(self):
        s = plain_set()
        square = replace(s, sitter=replace(s.sitter, body_turn=0.0))
        for code in ("sitter.square", "sitter.chin"):
            note = self.one(square, code, "note")
            self.assertEqual(self.found(note.mend.photo_set, code), [])

    def test_a_light_in_the_picture_goes_just_out_of_it(self):
        s = plain_set()
        seen = with_light(
            s,
            place=Point(-0.3, 1.3, 1.7),
            aim=Point(-0.1, 1.2, 1.2),
            role="rim",
            name="rim",
            modifier=replace(s.lights[0].modifier, width=0.3, height=0.6),
        )
        finding = self.one(seen, "camera.gear")
        self.assertIn("camera-left", message(finding))
        self.mended(seen, "camera.gear")
        board = Panel(Point(0.0, 1.2, 2.8), Point(0.0, 1.2, 1.8), 0.2, 0.2)
        self.one(replace(s, panels=(board,)), "camera.gear")

    def test_a_stand_in_the_picture_gives_way_to_a_boom(self):
        s = plain_set()
        middle = with_light(s, place=Point(0.0, 1.75, 2.6), aim=s.camera.aim, modifier=Bowl())
        finding = self.one(middle, "camera.gear")
        self.assertEqual((finding.named["part"], finding.mend.acts[0].code), ("stand", "thing.boom"))
        after = self.mended(middle, "camera.gear")
        self.assertEqual((after.lights[0].place, after.lights[0].holding), (middle.lights[0].place, "boom"))

    def test_a_stand_behind_the_sitter_is_not_seen(self):
        s = plain_set()
        hidden = with_light(
            s, place=Point(0.0, 1.1, s.sitter.z - 0.4), aim=Point(0.0, 1.1, 0.3), modifier=Bowl(0.12), role="rim"
        )
        self.assertEqual(self.found(hidden, "camera.gear"), [])

    def test_a_sheet_that_is_the_ground_is_no_gear_in_the_picture(self):
        s = plain_set()
        sheet = Panel(Point(0.0, 1.3, 0.9), Point(0.0, 1.3, 2.0), 2.0, 2.0, "bed sheet", name="sheet")
        self.assertEqual(self.found(replace(s, panels=(sheet,)), "camera.gear"), [])

    def test_what_stands_before_the_lens_from_below_is_lowered(self):
        s = plain_set()
        board = Panel(Point(0.0, 0.9, 2.3), s.camera.aim, 0.5, 0.5, "white", "flat", holding="lap", name="board")
        low = replace(s, panels=(board,))
        finding = self.one(low, "camera.gear")
        self.assertEqual(finding.mend.acts[0].code, "thing.down")
        self.mended(low, "camera.gear")

    def test_headroom_too_much_and_too_little(self):
        s = plain_set()
        for by in (0.22, -0.28):
            tilted = replace(
                s, camera=replace(s.camera, focal_length=70.0, aim=replace(s.camera.aim, y=s.camera.aim.y + by))
            )
            after = self.mended(tilted, "camera.headroom")
            self.assertAlmostEqual(
                self.one(after, "camera.headroom", "note").figures["headroom_share"], 0.08, delta=0.03
            )

    def test_the_lens_of_the_kit_is_offered_where_the_room_is_too_short(self):
        s = replace(
            plain_set(), room=replace(plain_set().room, depth=3.0), backdrop=replace(plain_set().backdrop, z=0.2)
        )
        camera = replace(s.camera, focal_length=135.0, place=Point(0, 1.22, 2.6), aim=Point(0, 1.2, 1.5))
        key = replace(s.lights[0], place=Point(-0.7, 1.7, 2.2), aim=Point(0, 1.2, 1.6))
        short = replace(s, sitter=replace(s.sitter, z=1.6), camera=camera, lights=(key,))
        zoom = Lens("24-70 mm f/4", 24.0, 70.0, 4.0)
        finding = self.one(short, "camera.no_length", lenses=(zoom,))
        self.assertIn("24-70 mm f/4 at", answer_text(finding.mend))
        self.assertEqual(finding.mend.photo_set.camera.lens, zoom)


if __name__ == "__main__":
    unittest.main()
