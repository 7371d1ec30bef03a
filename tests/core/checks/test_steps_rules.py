"""Findings of the steps on sets made wrong on purpose; each mend takes its finding away."""

import unittest
from dataclasses import replace

from deep_amber.core.editing.adding import add_light
from deep_amber.core.editing.choices import choose
from deep_amber.core.gear.sources import Window
from deep_amber.core.model import Bare, Bowl, Lamp, Light, Point, Set
from deep_amber.core.model.finishes import BACKDROPS, WALLS
from deep_amber.core.model.furniture import Door, Furniture
from deep_amber.core.steps import answer_text, findings_of, message, states_of
from deep_amber.formats.sitter_file import sitter_of
from tests.core.checks.rules import Rules
from tests.sets import plain_set, with_light


class Brief(Rules):
    def test_before_the_brief_the_step_is_not_begun(self):
        s = plain_set()
        self.assertEqual(states_of(s, findings_of(s, sitter_of(s)))["brief"].kind, "not begun")
        self.one(s, "brief.begin", "note")
        begun = self.looked_at(framing="tight head", backdrop_tone=-0.4, ratio=2.1, key="high", wardrobe="light")
        self.assertEqual(states_of(begun, findings_of(begun, sitter_of(begun)))["brief"].kind, "settled")

    def test_the_ratio_that_is_read_against_the_one_aimed_at(self):
        finding = self.one(self.looked_at(ratio=8.0), "brief.ratio")
        self.assertIn("too bright", message(finding))
        self.assertAlmostEqual(finding.figures["off_stops"], -1.9, delta=0.15)  # 2.1 : 1 against 8 : 1
        self.one(self.looked_at(ratio=2.0), "brief.ratio", "note")

    def test_the_aperture_brings_the_lit_cheek_to_its_own_tone(self):
        over = self.looked_at(with_light(plain_set(), output=-1.0))
        after = self.mended(over, "brief.exposure")
        self.assertGreater(after.camera.aperture, over.camera.aperture)

    def test_backdrop_tone_framing_hardness_and_wardrobe(self):
        self.assertIn("darker", message(self.one(self.looked_at(backdrop_tone=1.5), "brief.backdrop")))
        half = self.mended(self.looked_at(framing="head and shoulders"), "brief.framing")
        self.assertGreater(half.camera.place.z, plain_set().camera.place.z)
        self.assertIn("a smaller modifier", message(self.one(self.looked_at(hardness="hard"), "brief.hardness")))
        dressed = self.mended(self.looked_at(wardrobe="black"), "brief.cloth")
        self.assertLess(dressed.sitter.cloth.reflectance, 0.05)

    def test_dark_hair_melts_into_black_and_a_rim_light_draws_its_edge(self):
        black = choose(plain_set(), "backdrop.material", "black velvet")
        black = replace(
            self.looked_at(black, wardrobe="light"), backdrop=replace(black.backdrop, surface=WALLS["dark cloth"])
        )
        finding = self.one(replace(black, sitter=replace(black.sitter, hair_stops=1.0)), "brief.hair", "note")
        self.assertIn("over", " ".join(finding.figures))
        melts = [
            f
            for s in range(-3, 4)
            for f in self.found(replace(black, sitter=replace(black.sitter, hair_stops=float(s))), "brief.hair")
            if "melts" in message(f)
        ]
        self.assertTrue(melts and all(f.severity == "warn" and "A rim light" in message(f) for f in melts))


class Room(Rules):
    def test_what_helps_most_comes_first_and_each_is_computed(self):
        side = with_light(
            plain_set(),
            place=Point(-1.2, 1.5, 2.0),
            modifier=replace(plain_set().lights[0].modifier, width=0.4, height=0.4),
        )
        helps = self.found(side, "room.help")
        self.assertGreaterEqual(len(helps), 2)
        deeper = [f.figures["shadow_deeper_stops"] for f in helps]
        self.assertEqual(deeper, sorted(deeper, reverse=True))
        fill = self.one(side, "room.fill", "note").figures["fill_stops"]
        after = helps[0].mend.photo_set
        self.assertLess(self.one(after, "room.fill", "note").figures["fill_stops"], fill + 0.2)
        self.assertIn("black", answer_text(helps[0].mend))

    def test_a_room_lamp_counts_at_a_long_exposure_and_a_shorter_one_shuts_it_out(self):
        s = plain_set()
        lamp = add_light(s, sitter_of(s), Lamp(12.0), role="room")
        self.assertEqual(lamp.lights[1].role, "room")
        slow = replace(lamp, camera=replace(lamp.camera, time=1.0))
        finding = self.one(slow, "room.lamps")
        quick = finding.mend.photo_set
        self.one(quick, "room.lamps", "note")
        stops = finding.figures["room_light_under_flash_stops"]
        slower = replace(lamp, camera=replace(lamp.camera, time=2.0))
        self.assertAlmostEqual(
            self.one(slower, "room.lamps").figures["room_light_under_flash_stops"], stops - 1, delta=0.02
        )

    def test_a_window_without_a_role_is_room_light(self):
        s = plain_set()
        left = -s.room.width / 2
        window = Light(Point(left, 1.4, 3.0), Point(left + 1, 1.4, 3.0), 0.0, Bare(), "window", Window(), role="other")
        slow = replace(s, lights=(*s.lights, window), camera=replace(s.camera, time=0.5))
        finding = self.one(slow, "room.lamps")
        self.assertFalse(
            self.found(finding.mend.photo_set, "room.lamps")
            and self.found(finding.mend.photo_set, "room.lamps")[0].severity == "warn"
        )

    def test_what_stands_before_a_door_is_named(self):
        s = replace(plain_set(), doors=(Door("door", "right", 4.2),))
        self.assertEqual(self.found(s, "room.door"), [])
        chest = replace(s, furniture=(Furniture("chest", 1.3, 4.2, 0.7, 0.5, 0.9),))
        self.assertIn("Chest", message(self.one(chest, "room.door")))
        outward = replace(
            chest, doors=(replace(chest.doors[0], opens="outward"),), furniture=(replace(chest.furniture[0], x=0.6),)
        )
        self.assertEqual(self.found(outward, "room.door"), [])

    def test_a_wall_that_hardly_tints_is_said_to(self):
        self.assertLess(self.one(plain_set(), "room.neutral", "note").figures["colour_difference"], 5)


class Backdrop(Rules):
    def test_creases_show_at_small_apertures_and_an_open_one_melts_them(self):
        sheet = choose(plain_set(), "backdrop.material", "white bed sheet")
        small = replace(
            sheet, camera=replace(sheet.camera, aperture=22.0), lights=(replace(sheet.lights[0], output=-1.0),)
        )
        after = self.mended(small, "backdrop.creases")
        self.assertLess(after.camera.aperture, 22.0)
        self.assertLess(after.lights[0].output, -1.0)
        self.one(after, "backdrop.creases", "note")

    def test_the_frame_that_sees_the_floor_wants_a_sweep(self):
        s = plain_set()
        low = replace(
            s,
            camera=replace(s.camera, focal_length=28.0, aim=replace(s.camera.aim, y=0.5)),
            room=replace(s.room, depth=4.8),
        )
        after = self.mended(low, "backdrop.foot")
        self.assertGreater(after.backdrop.sweep, 1.0)

    def test_a_backdrop_that_ends_over_the_floor_is_let_down(self):
        s = plain_set()
        high = replace(s, backdrop=replace(s.backdrop, lower=1.1))
        self.assertEqual(self.mended(high, "backdrop.foot").backdrop.lower, 0.0)

    def test_bars_in_walls_and_ceilings_are_for_licensed_people(self):
        for hung in ("ceiling bar", "wall bar"):
            self.assertIn(
                "licensed", message(self.one(choose(plain_set(), "backdrop.hung", hung), "backdrop.hung", "note"))
            )

    def test_a_softbox_face_wants_its_light(self):
        dark = choose(plain_set(), "backdrop.material", "softbox face")
        dark = replace(dark, backdrop=replace(dark.backdrop, width=1.2, lower=0.6, height=2.0))
        after = self.mended(dark, "backdrop.unlit")
        self.assertEqual(after.lights[-1].role, "background")

    def test_a_shadow_out_of_the_frame_is_said_where_it_falls(self):
        s, face = plain_set(), plain_set().camera.aim
        self.assertIn("outside the frame on camera-right", message(self.one(s, "backdrop.shadow", "note")))
        wide = with_light(
            s, place=Point(-1.1, 1.5, 2.2), aim=face, modifier=replace(s.lights[0].modifier, width=0.3, height=0.3)
        )
        self.assertIn("falls on the camera-right wall", message(self.one(wide, "backdrop.shadow", "note")))

    def _hard(self, gap: float, x: float = -0.5) -> Set:
        """A hard key from the lens's side, the backdrop that far behind the sitter [m]."""
        s = plain_set()
        z = s.sitter.z
        near = replace(s, backdrop=replace(s.backdrop, z=z - gap))
        return with_light(near, modifier=Bowl(), place=Point(x, 1.75, z + 1.6), aim=Point(0, 1.25, z))

    def test_a_shadow_that_shows_is_said_once_with_where_it_falls(self):
        found = self.one(self._hard(0.35), "backdrop.shadow")
        self.assertEqual(found.named["falls"], "shows")
        self.assertGreater(found.figures["edge_stops"], 0.5)

    def test_a_fall_off_without_an_edge_is_no_shadow(self):
        s = plain_set()
        z = s.sitter.z
        large = replace(s.lights[0].modifier, width=1.2, height=1.5)
        broad = with_light(
            replace(s, backdrop=replace(s.backdrop, z=z - 0.6)), modifier=large, place=Point(-0.7, 1.4, z + 1.0)
        )
        for found in self.found(broad, "backdrop.shadow"):
            self.assertEqual((found.severity, found.named["falls"] == "shows"), ("note", False), message(found))

    def test_moving_the_light_round_the_face_is_tried_first(self):
        made = [*self.found(self._hard(0.5, x=-0.7), "backdrop.shadow")]
        shown = [f for f in made if f.severity == "warn"]
        self.assertTrue(shown, [message(f) for f in made])
        acts = [act.code for act in shown[0].mend.acts]
        self.assertEqual(acts, ["light.round"])
        self.assertIn("round the face", answer_text(shown[0].mend))
        self.mended(self._hard(0.5, x=-0.7), "backdrop.shadow")

    def test_a_shadow_can_be_wanted(self):
        wants = self.looked_at(self._hard(0.35), backdrop_shadow="yes")
        shown = self.one(wants, "backdrop.shadow", "note")
        self.assertIn("as the brief asks", message(shown))
        far = self.looked_at(self._hard(1.4, x=-1.0), backdrop_shadow="yes")
        missing = self.one(far, "backdrop.no_shadow")
        self.assertIn("bring everything else", answer_text(missing.mend))
        self.assertFalse(self.found(missing.mend.photo_set, "backdrop.no_shadow"))

    def test_materials_without_texture_say_nothing_of_creases(self):
        self.assertEqual(
            self.found(choose(plain_set(), "backdrop.material", next(iter(BACKDROPS))), "backdrop.creases"), []
        )


if __name__ == "__main__":
    unittest.main()
