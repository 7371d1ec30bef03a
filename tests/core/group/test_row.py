"""People in a row: even light far away, symmetry, a neighbour's shade, and a best place that is better."""

import math
import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.group.faces import faces_of, metered
from deep_amber.core.group.row import row_of
from deep_amber.core.model import Panel, Point
from deep_amber.core.model.people import People
from deep_amber.core.model.room import SURFACE_NAMES, Surface
from deep_amber.core.problem import NotAccepted
from deep_amber.core.rules.validation import fits
from deep_amber.core.simulation.simulate import read
from deep_amber.core.steps import answer_text
from deep_amber.formats.set_file import new_file, read_set_file, write_set_file
from tests.core.pattern.lit import BARE, lit
from tests.sets import mesh_of, plain_set


def row(photo_set, count, spacing=0.55):
    return row_of(photo_set, mesh_of(photo_set), 0, People(count, spacing))


def now(photo_set, count, spacing=0.55):
    mesh = mesh_of(photo_set)
    return metered(photo_set, mesh, faces_of(photo_set, mesh, People(count, spacing)))


def in_the_dark(photo_set):
    """The set in a room that throws back next to nothing."""
    black = Surface(0.02)
    surfaces = replace(photo_set.room.surfaces, **dict.fromkeys(SURFACE_NAMES, black))
    backdrop = replace(photo_set.backdrop, surface=black)
    return replace(photo_set, room=replace(photo_set.room, surfaces=surfaces), backdrop=backdrop)


class Row(unittest.TestCase):
    def test_straight_before_the_row_the_inverse_square_and_the_cosine_tell(self):
        """A small light before the middle: of two faces either side both get the same; of three the outer ones get
        (d / r)^2 of the middle's light, and a dome to the lens (1 + cos) / 2 of that, as light and lens part."""
        s = in_the_dark(lit(0, 0, 2.5, BARE))
        two = now(s, 2)
        self.assertAlmostEqual(two.stops[0], two.stops[1], delta=0.06)  # a sitter and a block
        three, faces = now(s, 3, 0.9), faces_of(s, mesh_of(s), People(3, 0.9))
        ways = s.lights[0].place.array - faces.meters.points
        r = np.linalg.norm(ways, axis=1)
        lux = (1 + (ways * faces.meters.axes).sum(1) / r) / 2 / r**2
        expected = np.log2(lux[0] / lux[1])
        self.assertAlmostEqual(three.stops[0] - three.stops[1], expected, delta=0.06)
        self.assertAlmostEqual(three.spread, max(three.stops) - min(three.stops), places=6)

    def test_farther_off_is_more_even(self):
        near, far = now(lit(-30, 10, 1.2), 4), now(lit(-30, 10, 3.0), 4)
        self.assertLess(far.spread, near.spread)

    def test_a_flag_shades_the_face_behind_it(self):
        s = lit(0, 0, 2.5, BARE)
        face = s.lights[0].aim
        flag = Panel(
            Point(face.x - 0.55, face.y, face.z + 0.8),
            Point(face.x - 0.55, face.y, face.z),
            0.4,
            0.6,
            "black",
            name="flag",
        )
        s = in_the_dark(s)
        made, without = now(replace(s, panels=(flag,)), 3), now(s, 3)
        self.assertLess(made.stops[0], -4)  # what the neighbours and the dark walls throw back is left
        self.assertAlmostEqual(made.stops[1] - made.stops[2], without.stops[1] - without.stops[2], delta=0.05)

    def test_it_is_the_sets_own_meter_in_each_place(self):
        """The sitter and its meter put in each of five places, one after the other; neighbours shade a little."""
        s = lit(-40, 20, 1.6)
        mesh, people = mesh_of(s), People(5, 0.6)
        faces = faces_of(s, mesh, people)
        told = metered(s, mesh, faces)
        read_there = []
        for place in faces.places:
            by = place - faces.middle
            there = replace(s, sitter=replace(s.sitter, x=s.sitter.x + float(by[0]), z=s.sitter.z + float(by[2])))
            read_there.append(read(there, mesh).incident["dome_to_camera"].over)
        off = np.array(told.stops) - np.array(read_there)
        self.assertLess(float(np.ptp(off)), 0.25, (told.stops, read_there))
        self.assertAlmostEqual(told.spread, float(np.ptp(read_there)), delta=0.2)

    def test_all_lights_count(self):
        s = lit(-40, 15, 1.6)
        light = s.lights[0]
        other = replace(light, place=Point(-light.place.x, light.place.y, light.place.z), name="fill", role="fill")
        both = now(replace(s, lights=(light, other)), 3)
        self.assertAlmostEqual(both.stops[0], both.stops[2], delta=0.05)
        self.assertGreater(now(s, 3).spread, both.spread + 0.5)

    def test_the_row_is_part_of_the_set_file(self):
        file = new_file("row", replace(plain_set(), people=People(4, 0.5)))
        self.assertEqual(read_set_file(write_set_file(file)).set.people, People(4, 0.5))
        with self.assertRaises(NotAccepted):
            read_set_file(write_set_file(file).replace(b'"count": 4', b'"count": 9'))

    def test_what_is_advised_to_two_fits_and_is_more_even(self):
        self.advised(2)

    def test_what_is_advised_to_four_fits_and_is_more_even(self):
        self.advised(4)

    def test_what_is_advised_to_six_fits_and_is_more_even(self):
        self.advised(6)

    def advised(self, count: int) -> None:
        with self.subTest(count):
            made = row(plain_set(), count)
            self.assertEqual(len(made.now.stops), count)
            self.assertLess(made.best.spread, made.now.spread)
            self.assertTrue(fits(made.answer.photo_set))
            self.assertAlmostEqual(now(made.answer.photo_set, count).spread, made.best.spread, places=6)
            self.assertGreaterEqual(made.best.mean, made.now.mean / 16)
            self.assertIn("aim it", answer_text(made.answer))
            loses = [act.figures["lost_stops"] for act in made.answer.acts if act.code == "row.loses"]
            expected = math.log2(made.now.mean / made.best.mean)
            self.assertEqual(loses, [expected] if expected > 0.1 else [])

    def test_nothing_is_advised_where_nothing_gains(self):
        s = lit(0, 8, 2.6)
        made = row(s, 2, 0.4)
        self.assertIsNone(made.answer)
        self.assertLess(made.now.spread, 0.1)

    def test_counts_and_spacings_that_cannot_be_are_said_at_their_field(self):
        with self.assertRaises(NotAccepted) as refused:
            row(plain_set(), 7, 0.1)
        self.assertEqual(
            {p.field: p.accepted for p in refused.exception.problems}, {"count": "2 to 6", "spacing": "0.35 to 1.2"}
        )

    def test_a_switched_place_mirrors(self):
        s = lit(-40, 15, 1.6)
        light = s.lights[0]
        other = replace(s, lights=(replace(light, place=Point(-light.place.x, light.place.y, light.place.z)),))
        a, b = now(s, 4).stops, now(other, 4).stops
        for one, two in zip(a, reversed(b), strict=True):
            self.assertAlmostEqual(one, two, delta=0.06)


if __name__ == "__main__":
    unittest.main()
