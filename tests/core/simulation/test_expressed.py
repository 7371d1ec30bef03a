"""What a set can express: discs, boards of two sides, cloth on a wall, open doors, a translucent backdrop, the camera's own
body, home-made depth, a flash off the middle of its umbrella, stands and bar of a backdrop."""

import math
import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.editing.furnish import add_furniture
from deep_amber.core.gear import beams
from deep_amber.core.gear.modifiers import HomeBox, Umbrella
from deep_amber.core.gear.sources import Speedlight
from deep_amber.core.geometry.quads import as_rectangle, backdrop_bars, camera_quad, panel_quads
from deep_amber.core.kit.emission import emissions
from deep_amber.core.model import Bare, Panel, Point, Softbox
from deep_amber.core.model.furniture import Door
from deep_amber.core.model.room import SURFACE_NAMES, Surface
from deep_amber.core.pattern.catchlights import catchlights
from deep_amber.core.pattern.mirrored import mirrored_things
from deep_amber.core.picture.catchlight import luminances
from deep_amber.core.picture.seen import POLES, walls_seen
from deep_amber.core.rules.validation import problems_of
from deep_amber.core.simulation.memory import Memory
from deep_amber.core.simulation.obstacles import obstacles
from deep_amber.core.simulation.quality import DRAGGED, oriented
from deep_amber.core.simulation.readings import Readings, readings_of
from deep_amber.core.simulation.stages import Stages, panels_standing
from deep_amber.core.transport.direct import unshadowed
from deep_amber.formats.sitter_file import known_sitters
from tests.sets import mesh_of, plain_set, with_light


def stages_of(photo_set) -> Stages:
    return Stages(photo_set, mesh_of(photo_set), Memory(), oriented(DRAGGED, photo_set.camera), lambda: None)


def read(photo_set) -> Readings:
    return readings_of(stages_of(photo_set))


class Panels(unittest.TestCase):
    def setUp(self):
        s, black = plain_set(), Surface(0.02)
        dark = replace(s.room.surfaces, **dict.fromkeys(SURFACE_NAMES, black))
        self.set = replace(s, room=replace(s.room, surfaces=dark), backdrop=replace(s.backdrop, surface=black))
        self.face = self.set.camera.aim

    def disc(self, **changes) -> Panel:
        return Panel(Point(0.55, 1.2, 2.0), self.face, 0.9, 0.9, "white", shape="round", name="disc", **changes)

    def test_a_disc_is_round_and_throws_as_a_rectangle_of_its_area(self):
        (quad,) = panel_quads(self.disc())
        self.assertTrue(quad.round)
        self.assertAlmostEqual(as_rectangle(quad).area, math.pi * 0.45**2, places=9)
        side = 0.9 * math.sqrt(math.pi) / 2
        alike = replace(self.disc(), shape="flat", width=side, height=side)
        lit = {}
        for name, panel in (("disc", self.disc()), ("square", replace(self.disc(), shape="flat")), ("alike", alike)):
            lit[name] = read(replace(self.set, panels=(panel,))).surfaces["shadow_cheek"].stops
        none = read(self.set).surfaces["shadow_cheek"].stops
        self.assertGreater(lit["disc"], none + 0.15)
        self.assertLess(lit["disc"], lit["square"])
        self.assertAlmostEqual(lit["disc"], lit["alike"], delta=0.01)
        gained = (2 ** lit["disc"] - 2**none) / (2 ** lit["square"] - 2**none)
        self.assertTrue(math.pi / 4 < gained < 0.9, "the corners that it lacks get and give less than the middle")

    def test_a_disc_is_mirrored_round(self):
        s = replace(self.set, panels=(replace(self.disc(), place=Point(0.35, 0.95, 2.35)),))
        stages = stages_of(s)
        shapes = {c.shape for c in catchlights(stages, mirrored_things(stages)) if c.of == "disc"}
        self.assertTrue(shapes and all(shape.startswith("round") for shape in shapes), shapes)

    def test_the_other_side_of_a_board_is_its_own(self):
        def filled(**sides):
            board = Panel(Point(0.55, 1.2, 2.0), self.face, 0.9, 1.2, name="board", **sides)
            return read(replace(self.set, panels=(board,))).surfaces["shadow_cheek"].stops

        white, black = filled(surface="white"), filled(surface="black")
        self.assertAlmostEqual(filled(surface="white", back="black"), white, delta=0.05)
        self.assertAlmostEqual(filled(surface="black", back="white"), black, delta=0.12)
        self.assertGreater(white, black + 0.25)

    def test_a_board_of_two_sides_stands_once_for_each(self):
        board = Panel(Point(0.75, 1.2, 2.4), self.face, surface="white", back="black", name="board")
        first, second = panels_standing(replace(self.set, panels=(board,)))
        self.assertEqual((first.surface, second.surface), ("white", "black"))
        self.assertLess(np.linalg.norm(first.place.array - second.place.array), 0.005)


class Rooms(unittest.TestCase):
    def setUp(self):
        self.set = plain_set()

    def test_cloth_on_a_part_of_the_wall_takes_its_light(self):
        s = add_furniture(self.set, "black cloth")
        cloth = s.furniture[0]
        self.assertEqual(problems_of(s, known_sitters()), [])
        self.assertLess(abs(abs(cloth.x) + cloth.width / 2 - s.room.width / 2), 1e-6)
        beside = replace(cloth, z=s.sitter.z + 0.3)
        covered = read(replace(s, furniture=(beside,))).surfaces["shadow_cheek"].stops
        self.assertLess(covered, read(self.set).surfaces["shadow_cheek"].stops - 0.1)

    def test_a_door_that_stands_open_is_dark(self):
        door = Door("door", "right", self.set.sitter.z + 0.4, 0.9, 2.0, "stands open")
        opened, shut = (
            replace(self.set, doors=(replace(door, opens=how),)) for how in ("stands open", "into the room")
        )
        self.assertLess(read(opened).surfaces["shadow_cheek"].stops, read(shut).surfaces["shadow_cheek"].stops - 0.05)
        ways = np.array([[1.0, -0.05, -0.9]]) / math.hypot(1.0, 0.9)
        at = replace(opened, camera=replace(opened.camera, place=Point(0.0, 1.2, 3.6)))
        seen = walls_seen(at, ways.astype(np.float32))
        self.assertAlmostEqual(float(seen.albedo[0].mean()), 0.04, places=2)

    def test_a_translucent_backdrop_glows_by_the_light_behind_it(self):
        s = self.set
        gap = replace(s, backdrop=replace(s.backdrop, z=0.7))
        behind = replace(
            s.lights[0],
            place=Point(0.0, 1.4, 0.1),
            aim=Point(0.0, 1.3, 0.7),
            modifier=Bare(),
            name="behind",
            role="background",
            output=-2.0,
        )
        told = {}
        for glows in (False, True):
            for lights in ((s.lights[0],), (s.lights[0], behind)):
                made = replace(gap, lights=lights, backdrop=replace(gap.backdrop, translucent=glows))
                told[glows, len(lights)] = read(made).surfaces["backdrop_middle"].stops
        self.assertGreater(told[True, 2], told[True, 1] + 1.5)
        self.assertLess(told[False, 2], told[False, 1] + 0.3)

    def test_the_bar_and_stands_of_a_backdrop_are_seen(self):
        s = replace(self.set, backdrop=replace(self.set.backdrop, width=1.2, height=2.0, hung="on stands"))
        bars = backdrop_bars(s.backdrop)
        self.assertEqual(len(bars), 3)
        ways = np.array([np.array(q.centre) for q in bars]) - s.camera.place.array
        seen = walls_seen(s, (ways / np.linalg.norm(ways, axis=1, keepdims=True)).astype(np.float32))
        np.testing.assert_allclose(seen.albedo, np.tile(POLES.rgb, (3, 1)), rtol=1e-3)
        self.assertEqual(backdrop_bars(replace(s.backdrop, hung="ceiling bar")), ())

    def test_the_cameras_body_stands_before_a_box_behind_it(self):
        s = self.set
        behind = with_light(
            s,
            place=Point(s.camera.place.x, s.camera.place.y, s.camera.place.z + 0.3),
            aim=s.camera.aim,
            modifier=Softbox(0.3, 0.3),
        )
        stages = stages_of(behind)
        light = behind.lights[0]
        self.assertIn(camera_quad(s.camera), obstacles(stages, light, emissions(light)[0].emitter))
        aside = with_light(s, place=Point(-1.0, 1.6, 2.4))
        self.assertNotIn(
            camera_quad(s.camera), obstacles(stages_of(aside), aside.lights[0], emissions(aside.lights[0])[0].emitter)
        )

    def test_a_telephone(self):
        camera = replace(self.set.camera, focal_length=5.1, sensor_width=5.5, sensor_height=7.3, aperture=1.8)
        self.assertEqual(problems_of(replace(self.set, camera=camera), known_sitters()), [])


class Fronts(unittest.TestCase):
    def test_the_depth_of_a_home_made_box(self):
        """cos^4 law of a small source behind a front: at an edge 45 degrees off its middle a quarter, 2 stops."""
        box = HomeBox(0.4, 0.4, depth=0.2)
        self.assertAlmostEqual(box.hot, 2.0, places=9)
        self.assertLess(replace(box, depth=0.5).hot, 0.6)
        self.assertEqual(replace(box, depth=0.0).hot, 1.3)

    def test_a_flash_over_the_shaft_lights_the_upper_half_of_its_umbrella(self):
        light = replace(plain_set().lights[0], source=Speedlight(), place=Point(0, 1.5, 3))
        light = replace(light, modifier=Umbrella(1.0, lining="white"))
        light = replace(light, aim=Point(0, 1.5, 0))
        middle, over = (
            emissions(replace(light, modifier=replace(light.modifier, above=above)))[0] for above in (0.0, 0.15)
        )

        def at(emission, y):
            way = np.array([[0.0, 0.0, 1.0]])
            return float(luminances(emission.emitter, np.zeros(1), np.array([y]), way)[0] * emission.radiance)

        self.assertAlmostEqual(at(middle, 0.7), at(middle, -0.7), delta=0.01 * at(middle, 0.7))
        self.assertGreater(at(over, 0.7), 1.15 * at(over, -0.7))
        # Far away all of it still comes: the same flux.
        far, axis = np.array([[0, 1.5, -7.0]], np.float32), np.array([[0, 0, 1.0]], np.float32)
        lux = [float(unshadowed(far, axis, e.emitter)[0]) * e.radiance for e in (middle, over)]
        self.assertAlmostEqual(lux[0], lux[1], delta=0.02 * lux[0])

    def test_nearer_on_the_shaft_covers_less_of_the_umbrella(self):
        beam = beams.bell(60.0)
        usual, near = (Umbrella(1.0, shaft=k).front(beam).hot for k in (1.0, 0.7))
        self.assertAlmostEqual(near / usual, 1 / 0.49, places=6)

    def test_surfaces_of_cloth(self):
        self.assertEqual(add_furniture(plain_set(), "curtain").furniture[0].surface, Surface(0.25))


if __name__ == "__main__":
    unittest.main()
