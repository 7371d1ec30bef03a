"""What the frame sees of the backdrop, and the sitter's shadow on it, against cases worked by hand."""

import unittest
from dataclasses import replace

from deep_amber.core.backdrop.coverage import coverage
from deep_amber.core.backdrop.shadow import backdrop_shadows
from deep_amber.core.model import Bare, Camera, Point
from deep_amber.core.simulation import DRAGGED, Memory
from deep_amber.core.simulation.stages import Stages
from tests.sets import mesh_of, mirrored_light, plain_set, with_light


class Coverage(unittest.TestCase):
    def setUp(self):
        s = plain_set()
        camera = Camera(Point(0.0, 1.5, 4.2), Point(0.0, 1.5, 0.0), 50.0, 8.0, 1 / 125, 100.0)
        self.set = replace(
            s, camera=camera, backdrop=replace(s.backdrop, x=0.0, z=0.2, turn=0.0, width=2.72, height=2.3)
        )

    def test_a_50_at_4_m_sees_1_92_by_2_4_m(self):
        """24 x 30 mm / 50 mm x 4 m, about the lens' height."""
        seen = coverage(self.set)
        self.assertAlmostEqual(seen.least_width, 1.92, places=4)
        self.assertAlmostEqual(seen.margin, 0.40, places=4)
        self.assertAlmostEqual(seen.top, 2.70, places=4)
        self.assertAlmostEqual(seen.margin_top, -0.40, places=4)
        self.assertAlmostEqual(seen.bottom, 0.30, places=4)

    def test_aside_it_ends_on_one_side(self):
        seen = coverage(replace(self.set, backdrop=replace(self.set.backdrop, x=0.5)))
        self.assertAlmostEqual(seen.margin_left, -0.10, places=4)
        self.assertAlmostEqual(seen.margin_right, 0.90, places=4)
        self.assertAlmostEqual(seen.least_width, 2.92, places=4)

    def test_past_an_edge_on_plane_there_is_no_width_that_would_do(self):
        turned = replace(self.set, backdrop=replace(self.set.backdrop, turn=80.0))
        self.assertEqual(coverage(turned).least_width, float("inf"))


class Shadow(unittest.TestCase):
    def setUp(self):
        """A small light beside the lens, the sitter 40 cm before the backdrop."""
        s = plain_set()
        near = replace(s, backdrop=replace(s.backdrop, z=s.sitter.z - 0.4), sitter=replace(s.sitter, body_turn=0.0))
        self.set = with_light(
            near, modifier=Bare(), place=Point(-0.7, 1.5, s.sitter.z + 1.5), aim=Point(0, 1.2, s.sitter.z)
        )
        self.mesh = mesh_of(s)

    def found(self, photo_set, with_bounce=True):
        return backdrop_shadows(Stages(photo_set, self.mesh, Memory(), DRAGGED, lambda: None), with_bounce)

    def test_it_falls_on_the_other_side_where_similar_triangles_put_it(self):
        """The light .7 m aside and 1.5 m before: .7 / 1.5 x .5 m behind the head's middle, .23 m to camera-right."""
        (shadow,) = self.found(self.set)
        seen = coverage(self.set)
        self.assertAlmostEqual(shadow.across * seen.least_width / 2, 0.7 / 1.5 * 0.5, delta=0.09)
        self.assertGreater(shadow.stops, 0.5)

    def test_mirrored_light_throws_a_mirrored_shadow(self):
        (right,) = self.found(self.set)
        (left,) = self.found(replace(self.set, lights=tuple(map(mirrored_light, self.set.lights))))
        self.assertAlmostEqual(left.across, -right.across, delta=0.12)
        self.assertAlmostEqual(left.stops, right.stops, delta=0.5)

    def test_without_bounced_light_it_is_never_lighter(self):
        (with_bounce,), (without,) = self.found(self.set), self.found(self.set, with_bounce=False)
        self.assertGreaterEqual(without.stops, with_bounce.stops)
        self.assertGreaterEqual(without.share, with_bounce.share)

    def test_far_from_the_backdrop_there_is_none(self):
        self.assertEqual(self.found(plain_set()), [])
