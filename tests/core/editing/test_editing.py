"""Putting things into a set, taking them out, choosing, and windows that stay in their wall."""

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.editing import adding as editing
from deep_amber.core.editing.choices import choices_of, choose
from deep_amber.core.editing.fields import enter, fields_of, step
from deep_amber.core.editing.moves import move
from deep_amber.core.geometry.quads import door_quads, emitter_quad, panel_quads
from deep_amber.core.model import Bare, Bowl, Softbox, Speedlight, Strobe, Tube, Umbrella, Window
from deep_amber.core.model.light import BarnDoors
from deep_amber.core.presenting.letters import letters
from deep_amber.core.problem import NotAccepted
from deep_amber.core.rules.validation import problems_of
from deep_amber.formats.sitter_file import known_sitters
from tests.sets import mesh_of, plain_set, rich_set


def sound(photo_set) -> bool:
    return problems_of(photo_set, known_sitters()) == []


class Editing(unittest.TestCase):
    def setUp(self):
        self.set = plain_set()
        self.mesh = mesh_of(self.set)

    @settings(max_examples=40)
    @given(
        st.sampled_from(["key", "fill", "rim", "background", "other"]),
        st.sampled_from([Strobe(), Speedlight(), Tube(), Window()]),
        st.floats(2.0, 4.0),
        st.floats(2.4, 6.0),
        st.floats(1.95, 3.0),
    )
    def test_a_light_of_any_role_fits_rooms_of_any_size(self, role, source, width, depth, height):
        s = plain_set()
        room = replace(s.room, width=width, depth=depth, height=height)
        sitter = replace(s.sitter, z=min(s.sitter.z, depth - 0.9))
        camera = replace(s.camera, place=replace(s.camera.place, z=depth - 0.2, y=1.2))
        backdrop = replace(s.backdrop, z=0.1, width=min(width, 2.0) - 0.05, height=min(height, 1.9))
        small = replace(s, room=room, sitter=sitter, camera=camera, backdrop=backdrop, lights=())
        self.assertTrue(sound(editing.add_light(small, mesh_of(s), source, Bare(), role)))

    def test_names_are_free_ones(self):
        twice = editing.add_light(self.set, self.mesh, Strobe(), Bowl(), "key")
        self.assertEqual([k.name for k in twice.lights], ["key", "key 2"])

    def test_mirroring_twice_is_nothing(self):
        s = rich_set()
        for thing in ("lights.0", "lights.1", "lights.3", "panels.0", "panels.1"):
            kind, i = thing.split(".")
            there = editing.mirror(s, thing)
            self.assertTrue(sound(there), thing)
            back = getattr(editing.mirror(there, thing), kind)[int(i)]
            self.assertAlmostEqual(back.place.x, getattr(s, kind)[int(i)].place.x, delta=1e-3)

    def test_removing_leaves_the_others_as_they_were(self):
        s = rich_set()
        self.assertEqual(editing.remove(s, "lights.1").lights, (s.lights[0], *s.lights[2:]))
        self.assertEqual(editing.remove(s, "panels.0").panels, s.panels[1:])
        with self.assertRaises(NotAccepted):
            editing.remove(s, "lights.9")

    def test_a_board_faces_the_face_and_the_light_faces_the_board(self):
        s = editing.pair_with_board(self.set, self.mesh, "lights.0")
        self.assertTrue(sound(s))
        quad, light = panel_quads(s.panels[0])[0], emitter_quad(s.lights[0])
        self.assertLess(float(light.normal @ (np.array(self.set.lights[0].aim.array) - light.centre)), 0.4)
        self.assertGreater(float(quad.normal @ (self.set.lights[0].aim.array - np.array(quad.centre))), 0)

    def test_alone_switches_the_others_off(self):
        self.assertEqual([k.on for k in editing.alone(rich_set(), 2).lights], [False, False, True, False])


class Choosing(unittest.TestCase):
    def test_every_choice_takes_each_of_its_options(self):
        s = rich_set()
        for thing in ("lights.0", "lights.1", "lights.2", "lights.3", "panels.0", "panels.1"):
            for choice in choices_of(s, thing):
                for option in choice.options:
                    with self.subTest(choice.field, option=option):
                        made = choose(s, choice.field, option)
                        now = {c.field: c.chosen for c in choices_of(made, thing)}
                        self.assertEqual(now[choice.field], option)

    def test_taking_the_front_cloth_off_takes_its_grid_off(self):
        made = choose(rich_set(), "lights.1.modifier.cloth", "no")
        self.assertEqual(made.lights[1].modifier.fabric_grid, 0.0)
        self.assertTrue(sound(made))

    def test_another_display_scale_writes_the_same_output_otherwise(self):
        s = plain_set()
        s = replace(s, lights=(replace(s.lights[0], output=-2.0),))
        for scale, text in (("stops", "8"), ("watt-seconds", "100 W s"), ("percent", "25 %"), ("fractions", "1/4")):
            scaled = choose(s, "lights.0.source.scale", scale)
            self.assertAlmostEqual(enter(scaled, mesh_of(s), "lights.0.output", text).lights[0].output, -2.0)


class Dials(unittest.TestCase):
    def test_output_goes_by_the_steps_of_the_units_dial(self):
        s = plain_set()
        for dial, after in ((1.0, -3.0), (0.1, -3.9), (1 / 3, -3 - 2 / 3)):
            source = replace(s.lights[0].source, output_step=dial)
            light = replace(s.lights[0], source=source, output=-4.0)
            stepped = step(replace(s, lights=(light,)), mesh_of(s), "lights.0.output", 1)
            self.assertAlmostEqual(stepped.lights[0].output, after)


class Windows(unittest.TestCase):
    def test_a_window_slides_in_its_wall_and_cannot_be_aimed(self):
        s = rich_set()
        moved = move(s, "lights.3", "place", {"x": 3.0, "z": 2.0, "y": 1.5})
        self.assertEqual(moved.photo_set.lights[3].place.x, s.lights[3].place.x)
        self.assertAlmostEqual(moved.photo_set.lights[3].place.z, 2.0)
        self.assertEqual(move(s, "lights.3", "aim", {"x": 0.0}).resisted, "its wall")

    def test_a_window_in_the_middle_of_the_room_is_refused(self):
        s = rich_set()
        light = replace(s.lights[3], place=replace(s.lights[3].place, x=0.0), aim=replace(s.lights[3].aim, x=1.0))
        fields = [p.field for p in problems_of(replace(s, lights=(light,)), known_sitters())]
        self.assertEqual(fields, ["lights.0.place.x"])


class Shapes(unittest.TestCase):
    def test_wings_and_strips_open_toward_their_aim(self):
        for panel in rich_set().panels[1:]:
            way = panel.aim.array - panel.place.array
            for quad in panel_quads(panel):
                self.assertGreater(float(quad.normal @ way), 0)
                self.assertGreaterEqual(float((np.array(quad.centre) - panel.place.array) @ way), -1e-9)

    def test_barn_doors_stand_before_the_front(self):
        light = replace(rich_set().lights[2], grid=0, barn_doors=BarnDoors(90.0, 90.0, 90.0, 90.0))
        quad = emitter_quad(light)
        for door in door_quads(light):
            self.assertGreater(float((np.array(door.centre) - quad.centre) @ quad.normal), 0.05)
            self.assertAlmostEqual(float(door.normal @ quad.normal), 0.0, places=9)

    def test_letters_never_clash_with_each_other_or_with_keys(self):
        names = [
            "key",
            "key 2",
            "sitter",
            "silver",
            "room",
            "board",
            "black",
            "camera",
            "fill",
            "rim",
            "ground",
            "lap",
            "flag",
            "window",
            "board 2",
            "x",
        ]
        got = letters(names)
        self.assertEqual(len(set(got)), len(names))
        self.assertFalse(set(got) & set("SCBR?"))


class Typed(unittest.TestCase):
    def test_a_lights_sheet_has_the_figures_of_its_source_and_modifier(self):
        s = rich_set()
        self.assertIn("lights.3.source.sky_luminance", fields_of(s, "lights.3"))
        self.assertIn("lights.2.modifier.beam_angle", fields_of(s, "lights.2"))
        self.assertIn("panels.1.fold", fields_of(s, "panels.1"))
        self.assertNotIn("panels.0.fold", fields_of(s, "panels.0"))

    def test_swapping_keeps_what_goes_with_the_new_modifier_alone(self):
        s = rich_set()
        made = editing.swap_modifier(s, "lights.2", Softbox(0.6, 0.6))
        self.assertEqual((made.lights[2].grid, made.lights[2].barn_doors), (0, None))
        with self.assertRaises(NotAccepted):
            editing.swap_modifier(s, "lights.3", Umbrella())


if __name__ == "__main__":
    unittest.main()
