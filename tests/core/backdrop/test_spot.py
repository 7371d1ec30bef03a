"""The spot of a background light against its angle and distance, and what lights the ground taken apart."""

import math
import unittest
from dataclasses import replace

from deep_amber.core.backdrop.ground import ground_of
from deep_amber.core.backdrop.sources import ROOM, sources_of, wrap_of
from deep_amber.core.backdrop.spot import spot_of
from deep_amber.core.kit.emission import half_power
from deep_amber.core.model import Bowl, Light, Point, Set
from deep_amber.core.model.room import SURFACE_NAMES, Surface
from deep_amber.core.model.set import with_surfaces
from deep_amber.core.simulation import Memory
from deep_amber.core.simulation.quality import SOUGHT, oriented
from deep_amber.core.simulation.stages import Stages
from tests.sets import demo_file, mesh_of, plain_set


def stages_of(photo_set: Set) -> Stages:
    return Stages(photo_set, mesh_of(photo_set), Memory(), oriented(SOUGHT, photo_set.camera), lambda: None)


def lit_ground(away: float, grid: int) -> Set:
    """A bowl with a grid, square before a wide backdrop in a black room, alone."""
    s = plain_set()
    backdrop = replace(s.backdrop, x=0.0, z=0.3, turn=0.0, width=3.0, height=2.4, lower=0.0, sweep=0.0)
    place = Point(0.0, 1.2, 0.3 + away)
    light = Light(place, replace(place, z=0.0), -3.0, Bowl(), "background", role="background", grid=grid)
    far = replace(s.sitter, z=s.room.depth - 0.8)  # out of its way
    s = replace(s, backdrop=backdrop, lights=(light,), sitter=far, room=replace(s.room, width=3.4))
    return with_surfaces(s, **dict.fromkeys(SURFACE_NAMES, Surface(0.02)))


class Spot(unittest.TestCase):
    def diameter(self, away: float, grid: int) -> float:
        return spot_of(stages_of(lit_ground(away, grid)), 0).diameter

    def test_it_grows_as_its_distance(self):
        near, far = self.diameter(0.6, 20), self.diameter(1.2, 20)
        self.assertAlmostEqual(far / near, 2.0, delta=0.35)  # the bowl's own width is in both

    def test_it_is_as_wide_as_the_angle_at_which_the_beam_falls_to_half(self):
        """2 d tan(a) for a point. A bowl of 18 cm blurs that by its own width: the whole lies between the wider of both
        discs and the root of their squares; a cosine to the fourth takes a little off wide spots."""
        for grid in (10, 20, 30, 40):
            for away in (0.6, 1.2):
                light = lit_ground(away, grid).lights[0]
                ideal, got = 2 * away * math.tan(half_power(light)), self.diameter(away, grid)
                self.assertGreater(got, 0.93 * max(ideal, 0.18), (grid, away))
                self.assertLess(got, 1.02 * math.hypot(ideal, 0.18), (grid, away))

    def test_a_narrower_grid_is_a_smaller_spot(self):
        made = [self.diameter(1.0, grid) for grid in (10, 20, 30, 40)]
        self.assertEqual(made, sorted(made))
        self.assertLess(made[0], made[-1] / 2)


class Sources(unittest.TestCase):
    def test_lights_add_up_to_the_ground_and_each_is_told_alone_and_taken_away(self):
        stages = stages_of(demo_file(4).set)
        told = {k.name: k for k in sources_of(stages)}
        ground = ground_of(stages)
        total = float((2.0 ** ground.stops[ground.seen]).mean())
        self.assertAlmostEqual(sum(2.0**k.alone for n, k in told.items() if n != ROOM), total, delta=0.001 * total)
        key = told["key"]
        self.assertAlmostEqual(key.without, -math.log2(1 - 2.0**key.alone / total), places=3)

    def test_a_black_room_throws_nothing(self):
        black = with_surfaces(demo_file(4).set, **dict.fromkeys(SURFACE_NAMES, Surface(0.02)))
        self.assertNotIn(ROOM, [k.name for k in sources_of(stages_of(black))])

    def test_no_background_light_has_no_wrap_and_a_strong_one_near_the_sitter_has(self):
        self.assertEqual(wrap_of(stages_of(demo_file(1).set)), {})
        four = demo_file(4).set
        lights = tuple(replace(k, output=0.0, grid=0) if k.role == "background" else k for k in four.lights)
        self.assertGreater(max(wrap_of(stages_of(replace(four, lights=lights))).values()), 0.0)


if __name__ == "__main__":
    unittest.main()
