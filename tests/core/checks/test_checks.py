"""Deliberately bad sets: the finding names the right thing, and the mend removes it."""

import math
import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.exposure.cast import cast
from deep_amber.core.model import Bowl, Point, Set, Surface
from deep_amber.core.model.finishes import BACKDROPS
from deep_amber.core.model.room import Colour
from deep_amber.core.rules.validation import problems_of
from deep_amber.core.steps import STEPS, findings_of, message, states_of
from tests.sets import mesh_of, plain_set, with_light


def shifted(photo_set: Set, by: float) -> Set:
    """Sitter, camera and lights moved toward camera-right [m]."""

    def moved(thing):
        return replace(
            thing, place=replace(thing.place, x=thing.place.x + by), aim=replace(thing.aim, x=thing.aim.x + by)
        )

    sitter = replace(photo_set.sitter, x=photo_set.sitter.x + by)
    return replace(photo_set, sitter=sitter, camera=moved(photo_set.camera), lights=tuple(map(moved, photo_set.lights)))


class Findings(unittest.TestCase):
    def setUp(self):
        self.set = plain_set()
        self.mesh = mesh_of(self.set)

    def codes(self, photo_set: Set) -> set[str]:
        return {f.code for f in findings_of(photo_set, self.mesh) if f.severity == "warn"}

    def mended(self, photo_set: Set, code: str) -> Set:
        """The set after the mend of a finding that must be there; it must be sound and the finding gone."""
        self.assertEqual(problems_of(photo_set, ["nadia"]), [])
        found = [f for f in findings_of(photo_set, self.mesh, only=[code.partition(".")[0]]) if f.code == code]
        self.assertEqual([f.severity for f in found], ["warn"], code)
        self.assertIsNotNone(found[0].mend)
        after = found[0].mend.photo_set
        self.assertEqual(problems_of(after, ["nadia"]), [])
        self.assertNotIn(code, self.codes(after))
        return after

    def test_a_sound_set_asks_for_nothing_and_tells_its_figures(self):
        found = findings_of(self.set, self.mesh)
        states = states_of(self.set, found)
        self.assertEqual(states.pop("brief").kind, "not begun")
        self.assertEqual({s.kind for s in states.values()}, {"settled"})
        self.assertTrue(all(s.text for s in states.values()))
        self.assertEqual({f.step for f in found}, {s.code for s in STEPS})

    def test_paper_too_narrow(self):
        narrow = replace(self.set, backdrop=replace(self.set.backdrop, width=0.6))
        after = self.mended(narrow, "backdrop.narrow")
        self.assertLess(after.backdrop.width, 1.2)

    def test_where_no_wider_one_fits_the_room_it_is_brought_nearer(self):
        """30 mm, 4.3 m before it: 24 / 30 x 4.3 = 3.44 m, and the room is 3.4 m wide."""
        camera = replace(self.set.camera, focal_length=30.0, place=Point(0, 1.22, 4.5))
        backdrop = replace(self.set.backdrop, z=0.2, width=3.3)
        wide = replace(self.set, camera=camera, backdrop=backdrop)
        after = self.mended(wide, "backdrop.narrow")
        self.assertGreater(after.backdrop.z, wide.backdrop.z)

    def test_one_that_hangs_aside_is_hung_in_the_frame(self):
        aside = replace(self.set, backdrop=replace(self.set.backdrop, width=1.2, x=-0.5))
        after = self.mended(aside, "backdrop.narrow")
        self.assertEqual(after.backdrop.width, 1.2)
        self.assertAlmostEqual(after.backdrop.x, 0.0, delta=0.05)

    def test_paper_too_low(self):
        self.mended(replace(self.set, backdrop=replace(self.set.backdrop, height=1.2)), "backdrop.low")

    def test_the_sitter_on_the_paper_with_a_frontal_hard_light(self):
        z = self.set.sitter.z
        near = replace(self.set, backdrop=replace(self.set.backdrop, z=z - 0.35))
        hard = with_light(near, modifier=Bowl(), place=Point(-0.5, 1.75, z + 1.6), aim=Point(0, 1.25, z))
        after = self.mended(hard, "backdrop.shadow")
        self.assertGreater(after.sitter.z - after.backdrop.z, 0.5)

    def test_a_red_wall_sixty_centimetres_from_the_face(self):
        s = shifted(self.set, self.set.room.width / 2 - 0.6 - self.set.sitter.x)
        red = Surface(0.35, Colour(1.0, 0.12, 0.1))
        tinted = replace(s, room=replace(s.room, surfaces=replace(s.room.surfaces, right=red)))
        (finding,) = [f for f in findings_of(tinted, self.mesh, only=["room"]) if f.code == "room.tint"]
        self.assertIn("camera-right wall", message(finding))
        self.mended(tinted, "room.tint")

    def test_an_85_mm_lens_in_a_three_metre_room(self):
        s = replace(self.set, room=replace(self.set.room, depth=3.0), backdrop=replace(self.set.backdrop, z=0.2))
        camera = replace(s.camera, focal_length=85.0, place=Point(0, 1.22, 2.35), aim=Point(0, 1.2, 1.5))
        key = replace(s.lights[0], place=Point(-0.7, 1.7, 2.2), aim=Point(0, 1.2, 1.6))
        short = replace(s, sitter=replace(s.sitter, z=1.6), camera=camera, lights=(key,))
        after = self.mended(short, "camera.no_length")
        self.assertLess(after.camera.focal_length, 85.0)

    def test_with_a_room_behind_it_the_camera_steps_back(self):
        near = replace(self.set.camera, focal_length=100.0, place=Point(0, 1.22, 2.5))
        deep = replace(self.set, room=replace(self.set.room, depth=6.0), camera=near)
        after = self.mended(deep, "camera.tight")
        self.assertEqual(after.camera.focal_length, 100.0)

    def test_white_cloth_separates_from_grey_and_melts_into_white(self):
        def cloth(surface):
            s = replace(self.set, backdrop=replace(self.set.backdrop, surface=surface))
            return next(f for f in findings_of(s, self.mesh, only=["brief"]) if f.code == "brief.wardrobe")

        grey, black = cloth(BACKDROPS["mid grey paper"].surface), cloth(BACKDROPS["black paper"].surface)
        self.assertIn("separates from", message(grey))
        self.assertAlmostEqual(
            black.figures["wardrobe_over_backdrop_stops"] - grey.figures["wardrobe_over_backdrop_stops"],
            math.log2(0.18 / 0.05),
            delta=0.15,
        )
        white = cloth(Surface(0.95))
        self.assertIn("melts into", message(white))
        self.assertLess(abs(white.figures["wardrobe_over_backdrop_stops"]), 0.5)

    def test_perspective_does_not_know_the_focal_length(self):
        def ratio(focal_length):
            s = replace(self.set, camera=replace(self.set.camera, focal_length=focal_length))
            return next(
                f.figures["nose_to_ear"]
                for f in findings_of(s, self.mesh, only=["camera"])
                if f.code == "camera.perspective"
            )

        self.assertEqual(ratio(50.0), ratio(100.0))

    def test_the_same_light_has_no_cast_and_a_red_one_has(self):
        grey, red = np.ones(3), np.array([1.3, 0.9, 0.9])
        self.assertEqual(cast(grey, 3 * grey), 0)
        self.assertGreater(cast(red, grey), 5)
