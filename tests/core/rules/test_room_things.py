"""Furniture, doors, lying sitters, sweeps and lenses: rules, moves, choices, typed values."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.editing.adding import duplicate, mirror, remove
from deep_amber.core.editing.choices import choices_of, choose
from deep_amber.core.editing.fields import enter, fields_of, nudge
from deep_amber.core.editing.furnish import FURNITURE, add_door, add_furniture
from deep_amber.core.editing.moves import move
from deep_amber.core.framing.lenses import longest_under, put_on, with_lens
from deep_amber.core.geometry.quads import furniture_quads, sweep_quad
from deep_amber.core.model.camera import Lens
from deep_amber.core.model.furniture import Door, Furniture
from deep_amber.core.model.look import PRESETS
from deep_amber.core.presenting.drawing import drawing
from deep_amber.core.presenting.sheet import value_text
from deep_amber.core.problem import NotAccepted
from deep_amber.core.rules.validation import problems_of
from deep_amber.core.sitter.face import face_marks
from deep_amber.formats.sitter_file import known_sitters, load_sitter
from tests.sets import mesh_of, plain_set

ZOOM = Lens("24-70 mm f/4", 24.0, 70.0, 4.0)


def fields_refused(photo_set) -> set[str]:
    return {p.field for p in problems_of(photo_set, known_sitters())}


class Rules(unittest.TestCase):
    def with_chest(self, **changes):
        chest = replace(Furniture("chest", 1.2, 3.9, 0.7, 0.5, 0.9), **changes)
        return replace(plain_set(), furniture=(chest,))

    def test_a_chest_in_the_room_is_sound(self):
        self.assertEqual(fields_refused(self.with_chest()), set())

    def test_furniture_stays_inside_the_room(self):
        self.assertEqual(fields_refused(self.with_chest(x=1.5)), {"furniture.0.x"})
        self.assertEqual(fields_refused(self.with_chest(z=4.7)), {"furniture.0.z"})
        self.assertEqual(fields_refused(self.with_chest(base=1.7)), {"furniture.0.height"})

    def test_neither_sitter_nor_camera_nor_light_stands_in_furniture(self):
        s = self.with_chest()
        self.assertIn("sitter.x", fields_refused(self.with_chest(x=s.sitter.x, z=s.sitter.z)))
        tall = self.with_chest(x=s.camera.place.x, z=s.camera.place.z, height=2.0)
        self.assertIn("camera.place", fields_refused(tall))
        key = s.lights[0].place
        self.assertIn(
            "lights.0.place", fields_refused(self.with_chest(x=key.x, z=key.z, height=2.3, width=0.2, depth=0.2))
        )

    def test_a_stool_under_the_sitter_is_no_obstacle(self):
        s = plain_set().sitter
        self.assertEqual(fields_refused(self.with_chest(x=s.x, z=s.z, width=0.4, depth=0.4, height=0.48)), set())

    def test_doors_lie_in_their_wall(self):
        s = plain_set()
        self.assertEqual(fields_refused(replace(s, doors=(Door("d", "left", 4.2),))), set())
        self.assertEqual(fields_refused(replace(s, doors=(Door("d", "left", 4.7),))), {"doors.0.along"})
        self.assertEqual(fields_refused(replace(s, doors=(Door("d", "back", 1.5),))), {"doors.0.along"})
        self.assertEqual(fields_refused(replace(s, doors=(Door("d", "back", 0.0, 0.8, 3.0),))), {"doors.0.height"})

    def test_names_are_told_apart_among_all_things(self):
        self.assertEqual(fields_refused(self.with_chest(name="key")), {"furniture.0.name"})

    def test_a_lying_sitter_has_room_for_the_body(self):
        s = plain_set()
        lying = replace(s, sitter=replace(s.sitter, posture="lying", body_turn=0.0))
        self.assertEqual(fields_refused(lying), set())
        self.assertEqual(
            fields_refused(replace(lying, sitter=replace(lying.sitter, body_turn=90.0, x=0.5))), {"sitter.x"}
        )
        self.assertEqual(fields_refused(replace(lying, sitter=replace(lying.sitter, z=4.0))), {"sitter.z"})

    def test_a_sweep_ends_in_the_room_and_needs_a_backdrop_that_reaches_the_floor(self):
        s = plain_set()
        ok = replace(s, backdrop=replace(s.backdrop, sweep=2.0))
        self.assertEqual(fields_refused(ok), set())
        quad = sweep_quad(ok.backdrop)
        self.assertGreater(quad.normal[1], 0.999)
        self.assertAlmostEqual(quad.corners[:, 2].max(), s.backdrop.z + 2.0)
        self.assertEqual(fields_refused(replace(s, backdrop=replace(s.backdrop, sweep=4.9))), {"backdrop.sweep"})
        self.assertEqual(
            fields_refused(replace(s, backdrop=replace(s.backdrop, sweep=1.0, lower=0.5))), {"backdrop.sweep"}
        )
        self.assertEqual(fields_refused(replace(s, backdrop=replace(s.backdrop, lower=2.3))), {"backdrop.lower"})

    def test_focal_length_and_aperture_are_the_lenss(self):
        s = plain_set()
        on = replace(s, camera=replace(s.camera, lens=ZOOM))
        self.assertEqual(fields_refused(on), {"camera.focal_length"})
        self.assertEqual(fields_refused(replace(on, camera=replace(on.camera, focal_length=50.0))), set())
        self.assertEqual(
            fields_refused(replace(on, camera=replace(on.camera, focal_length=50.0, aperture=2.8))), {"camera.aperture"}
        )

    def test_a_boxs_faces_look_outward(self):
        piece = Furniture("box", 0.3, 2.0, 0.6, 0.4, 0.8, 0.5)
        middle = np.array([0.3, 0.9, 2.0])
        quads = furniture_quads(piece)
        self.assertEqual(len(quads), 6)  # it hangs, so its lower side is there
        for quad in quads:
            self.assertGreater((np.array(quad.centre) - middle) @ quad.normal, 0)
        self.assertAlmostEqual(sum(q.area for q in quads), 2 * (0.6 * 0.4 + 0.6 * 0.8 + 0.4 * 0.8))


class Furnishing(unittest.TestCase):
    def test_every_piece_and_a_door_find_a_place_and_keep_their_names_apart(self):
        s = plain_set()
        for kind in FURNITURE:
            self.assertEqual(fields_refused(add_furniture(s, kind)), set(), kind)
        two = add_door(add_furniture(add_furniture(s, "shelf"), "shelf"))
        self.assertEqual([k.name for k in two.furniture], ["shelf", "shelf 2"])
        self.assertEqual(fields_refused(two), set())
        self.assertEqual(remove(two, "furniture.0").furniture[0].name, "shelf 2")
        self.assertEqual(remove(two, "doors.0").doors, ())

    def test_what_cannot_be_is_refused_in_words(self):
        s = plain_set()
        with self.assertRaisesRegex(NotAccepted, "piano"):
            add_furniture(s, "piano")
        tiny = replace(s, room=replace(s.room, width=1.6, depth=2.2))
        with self.assertRaisesRegex(NotAccepted, "no room for a bed"):
            add_furniture(tiny, "bed")
        furnished = add_furniture(s, "table")
        for act in (duplicate, mirror):
            with self.assertRaises(NotAccepted):
                act(furnished, "furniture.0")
        four = s
        for _ in range(4):
            four = add_door(four)
        with self.assertRaisesRegex(NotAccepted, "at most 4 doors"):
            add_door(four)

    def test_walls_hold_furniture_and_a_door_slides_along_its_wall(self):
        s = add_door(add_furniture(plain_set(), "table"))
        dragged = move(s, "furniture.0", "place", {"x": 9.0, "z": 3.9})
        piece = dragged.photo_set.furniture[0]
        self.assertEqual(dragged.resisted, "camera-right wall")
        self.assertAlmostEqual(piece.x + piece.width / 2, s.room.width / 2)
        slid = move(s, "doors.0", "place", {"x": 0.0, "z": 1.0}).photo_set.doors[0]
        self.assertEqual((slid.along, slid.wall), (1.0, "right"))

    def test_furniture_is_typed_in_its_fields(self):
        s, mesh = add_furniture(plain_set(), "desk"), mesh_of(plain_set())
        made = enter(s, mesh, "furniture.0.height", "2ft 6")
        self.assertAlmostEqual(made.furniture[0].height, 0.762)
        self.assertEqual(enter(s, mesh, "furniture.0.name", " writing desk ").furniture[0].name, "writing desk")
        self.assertEqual(choose(s, "furniture.0.surface", "dark cloth").furniture[0].surface.reflectance, 0.05)
        with self.assertRaises(NotAccepted):
            fields_of(s, "furniture.1")

    def test_drawings_show_furniture_doors_sweep_and_stands(self):
        s = add_door(add_furniture(plain_set(), "sofa"))
        s = replace(s, backdrop=replace(s.backdrop, sweep=1.5))
        drawn = drawing(s, mesh_of(s))
        self.assertEqual(len({drawn.furniture[0].letter, drawn.doors[0].letter, drawn.lights[0].letter}), 3)
        self.assertEqual(len(drawn.backdrop_sweep), 4)
        for x, _ in drawn.backdrop_stands:
            self.assertGreater(abs(x), s.backdrop.width / 2)
        door = drawn.doors[0]
        self.assertAlmostEqual(np.linalg.norm(np.subtract(*door.from_above)), s.doors[0].width, places=3)
        inside = [abs(x) <= s.room.width / 2 + 1e-3 for x, _ in door.swing]
        self.assertTrue(all(inside) and len(inside) > 3)
        self.assertEqual(drawing(choose(s, "backdrop.hung", "clamped"), mesh_of(s)).backdrop_stands, ())


class Chosen(unittest.TestCase):
    def test_a_purpose_begins_the_brief_and_keeps_what_was_written(self):
        s, mesh = plain_set(), mesh_of(plain_set())
        self.assertEqual([c.field for c in choices_of(s, "look")], ["look.purpose"])
        self.assertEqual(fields_of(s, "look"), {})
        begun = choose(s, "look.purpose", "beauty")
        self.assertEqual(begun.look, PRESETS["beauty"])
        written = enter(enter(begun, mesh, "look.mood", "calm"), mesh, "look.front_ratio", "5:1")
        self.assertEqual((written.look.mood, written.look.front_ratio), ("calm", 5.0))
        self.assertIsNone(enter(written, mesh, "look.front_ratio", "open").look.front_ratio)
        other = choose(written, "look.purpose", "family")
        self.assertEqual((other.look.mood, other.look.framing), ("calm", "three-quarter"))
        fields = fields_of(written, "look")
        self.assertEqual([value_text(fields["look.front_ratio"], k, False) for k in (5.0, None)], ["5 : 1", "open"])
        self.assertEqual(value_text(fields_of(other, "look")["look.ratio"], 4.0, False), "4 : 1")
        with self.assertRaisesRegex(NotAccepted, "ratio such as 3:1"):
            enter(other, mesh, "look.ratio", "much")

    def test_standing_up_takes_camera_and_lights_along_with_the_face(self):
        s, baked = plain_set(), load_sitter("nadia")
        stood = choose(s, "sitter.posture", "standing", baked)
        self.assertEqual((stood.sitter.posture, stood.sitter.seat_height), ("standing", 0.0))
        self.assertEqual(fields_refused(stood), set())
        rise = np.array(face_marks(mesh_of(stood), stood.sitter).face) - face_marks(mesh_of(s), s.sitter).face
        self.assertGreater(rise[1], 0.2)
        np.testing.assert_allclose(stood.camera.place.array - s.camera.place.array, rise, atol=1e-6)
        self.assertAlmostEqual(stood.lights[0].aim.y - s.lights[0].aim.y, rise[1], delta=1e-6)

    def test_cloth_goes_by_name_and_back_to_what_it_was(self):
        s = choose(plain_set(), "sitter.cloth", "navy")
        self.assertLess(s.sitter.cloth.reflectance, 0.1)
        self.assertIsNone(choose(s, "sitter.cloth", "as it comes").sitter.cloth)

    def test_tilt_is_the_lenss_angle_and_moves_the_aim(self):
        s, mesh = plain_set(), mesh_of(plain_set())
        level = enter(s, mesh, "camera.tilt", "0")
        self.assertAlmostEqual(level.camera.aim.y, s.camera.place.y)
        ten = enter(s, mesh, "camera.tilt", "-10°")
        self.assertAlmostEqual(fields_of(ten, "camera")["camera.tilt"].get(ten, mesh), -10.0)
        self.assertLess(nudge(s, mesh, "camera.tilt", -1.0).camera.aim.y, s.camera.aim.y)

    def test_level_the_picture_lies_on_the_same_sensor(self):
        s = choose(plain_set(), "camera.orientation", "landscape")
        self.assertEqual((s.camera.aspect, s.camera.sensor), (1.25, (36.0, 24.0)))


class Lenses(unittest.TestCase):
    def test_the_longest_that_does(self):
        self.assertEqual(longest_under(90.0, ()), (85.0, None))
        self.assertIsNone(longest_under(20.0, ()))
        prime = Lens("85 mm f/1.8", 85.0, 85.0, 1.8)
        self.assertEqual(longest_under(90.0, (ZOOM, prime)), (85.0, prime))
        self.assertEqual(longest_under(60.4, (ZOOM, prime)), (60.0, ZOOM))
        self.assertIsNone(longest_under(20.0, (ZOOM, prime)))

    def test_putting_a_lens_on_keeps_to_what_it_can(self):
        camera = plain_set().camera
        on = put_on(camera, ZOOM)
        self.assertEqual((on.focal_length, on.aperture), (70.0, 8.0))
        self.assertEqual(with_lens(replace(camera, aperture=1.4), 50.0, ZOOM).aperture, 4.0)
        self.assertIsNone(put_on(on, None).lens)


class FurnitureInMoves(unittest.TestCase):
    def test_the_camera_stops_before_furniture(self):
        s = plain_set()
        chest = Furniture("chest", 0.0, 4.2, 1.0, 0.8, 1.6)
        walled = replace(s, furniture=(chest,))
        moved = move(walled, "camera", "place", {"x": 0.0, "y": 1.2, "z": 4.2})
        self.assertEqual(moved.photo_set.camera.place, s.camera.place)
        self.assertTrue(moved.resisted)


if __name__ == "__main__":
    unittest.main()
