"""What of the gear stands in the picture, and glasses that mirror a light."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.framing.framings import FRAMINGS, nearest_framing
from deep_amber.core.framing.glare import PANTOSCOPIC, glare
from deep_amber.core.framing.in_frame import gear_in_frame
from deep_amber.core.geometry.projected import projected
from deep_amber.core.geometry.quads import field_of_view
from deep_amber.core.model import Panel, Point
from deep_amber.core.sitter.glasses import lens_places
from tests.sets import mesh_of, plain_set, with_light


class InPicture(unittest.TestCase):
    def setUp(self):
        s = plain_set()
        self.set = replace(s, camera=replace(s.camera, place=Point(0.0, 1.2, 3.5), aim=Point(0.0, 1.2, 1.8)))

    def test_a_point_is_projected_by_similar_triangles(self):
        wide, high = field_of_view(self.set.camera, self.set.camera.aspect)
        ((x, y, z),) = projected(self.set.camera, np.array([[0.1, 1.25, 1.5]]))
        self.assertAlmostEqual(z, 2.0)
        self.assertAlmostEqual(x, 0.1 / (2.0 * wide))
        self.assertAlmostEqual(y, 0.05 / (2.0 * high))
        behind = projected(self.set.camera, np.array([[0.0, 1.2, 3.9]]))
        self.assertTrue(np.isnan(behind[0, 0]))

    def test_nothing_aside_of_the_frame_is_found(self):
        self.assertEqual(gear_in_frame(self.set), [])

    def test_a_light_at_the_edge_and_the_stand_of_one_over_it(self):
        beside = with_light(self.set, place=Point(-0.55, 1.3, 2.0), aim=Point(-0.55, 1.3, 1.0))
        (found,) = gear_in_frame(beside)
        self.assertEqual((found.kind, found.index, found.part, found.side), ("lights", 0, "front", -1))
        above = with_light(self.set, place=Point(0.1, 2.2, 1.2), aim=Point(0.1, 1.2, 1.9))
        (found,) = gear_in_frame(
            replace(
                above,
                lights=(replace(above.lights[0], modifier=replace(above.lights[0].modifier, width=0.3, height=0.3)),),
            )
        )
        self.assertEqual(found.part, "stand")

    def test_what_is_off_or_behind_the_backdrop_or_held_by_hand_is_not(self):
        board = Panel(Point(0.0, 1.2, 2.4), Point(0.0, 1.2, 1.8), 0.2, 0.2, holding="held")
        self.assertEqual(len(gear_in_frame(replace(self.set, panels=(board,)))), 1)
        self.assertEqual(gear_in_frame(replace(self.set, panels=(replace(board, on=False),))), [])
        behind = replace(board, place=Point(0.0, 1.2, 0.2), aim=Point(0.0, 1.2, 1.0))
        self.assertEqual(gear_in_frame(replace(self.set, panels=(behind,))), [])
        above = replace(board, place=Point(0.0, 2.2, 1.5))
        self.assertEqual(gear_in_frame(replace(self.set, panels=(above,))), [])
        self.assertEqual(len(gear_in_frame(replace(self.set, panels=(replace(above, holding="stand"),)))), 1)


class Glasses(unittest.TestCase):
    """The lens's normal halves the angle between camera and light."""

    def setUp(self):
        s = plain_set()
        self.set = replace(s, sitter=replace(s.sitter, body_turn=0.0, head_turn=0.0, head_nod=0.0, glasses="heavy"))
        self.mesh = mesh_of(self.set)
        eyes = lens_places(self.mesh).mean(0)
        self.middle = eyes + [
            self.set.sitter.x,
            0.48 + self.mesh.eye_above_seat,
            self.set.sitter.z - self.mesh.joints[0, 2],
        ]

    def with_light_at(self, degrees_up: float):
        """Camera straight before the lenses, a small light at an angle over that axis, 1.5 m away."""
        a = np.radians(degrees_up)
        place = self.middle + 1.5 * np.array([0.0, np.sin(a), np.cos(a)])
        camera = replace(
            self.set.camera, place=Point(*map(float, self.middle + [0, 0, 1.6])), aim=Point(*map(float, self.middle))
        )
        small = replace(self.set.lights[0].modifier, width=0.3, height=0.3)
        s = replace(self.set, camera=camera)
        return with_light(s, place=Point(*map(float, place)), aim=Point(*map(float, self.middle)), modifier=small)

    def test_a_light_at_the_mirror_angle_glares_and_a_higher_one_does_not(self):
        # The lens leans by PANTOSCOPIC: what it mirrors to the camera lies twice that under the axis.
        found = glare(self.with_light_at(-2 * PANTOSCOPIC), self.mesh)
        self.assertEqual({g.eye for g in found}, {"left", "right"})
        self.assertGreater(found[0].share, 0.5)
        self.assertEqual(glare(self.with_light_at(15.0), self.mesh), [])

    def test_no_glasses_or_no_light_no_glare(self):
        lit = self.with_light_at(-2 * PANTOSCOPIC)
        self.assertEqual(glare(replace(lit, sitter=replace(lit.sitter, glasses="none")), self.mesh), [])
        self.assertEqual(glare(with_light(lit, on=False), self.mesh), [])
        turned = with_light(lit, aim=Point(0.0, 0.5, 4.0))  # its back is to the face
        self.assertEqual(glare(turned, self.mesh), [])


class Nearest(unittest.TestCase):
    def test_every_framing_is_nearest_to_itself_and_borders_lie_at_the_geometric_mean(self):
        for name, framing in FRAMINGS.items():
            self.assertEqual(nearest_framing(framing.height), name)
        border = (0.34 * 0.62) ** 0.5
        self.assertEqual(nearest_framing(border - 0.002), "tight head")
        self.assertEqual(nearest_framing(border + 0.002), "head and shoulders")


if __name__ == "__main__":
    unittest.main()
