"""The parts of a reading on made-up faces and against closed forms: way down the cheek, measures, softness, feather, eyes."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.geometry.quads import field_of_view
from deep_amber.core.model import Octa, Softbox
from deep_amber.core.pattern.eye_view import EYE, cropped, eye_sets, face_set
from deep_amber.core.pattern.face_points import face_points
from deep_amber.core.pattern.feather import feather_of, feather_text
from deep_amber.core.pattern.lit_way import bottlenecks
from deep_amber.core.pattern.measures import measures_of, smoothed
from deep_amber.core.pattern.octahedron import SIDE, cell_directions, cell_place
from deep_amber.core.pattern.reading import read_pattern
from deep_amber.core.pattern.rules import Threshold
from deep_amber.core.pattern.shine_on_skin import shine_of, shine_text
from deep_amber.core.pattern.softness import GRADES, others, softness
from deep_amber.core.presenting.say import Say
from deep_amber.core.simulation import DRAGGED, Memory, simulate
from deep_amber.core.simulation.readings import readings_of
from deep_amber.core.simulation.stages import Stages
from deep_amber.formats.sitter_file import known_sitters, load_sitter
from tests.sets import demo_file, mesh_of

from .lit import BARE, lit, stages_of


def grid(values: list[list[float]]):
    """Levels and neighbours of a small square face."""
    level = np.array(values, float)
    index = np.pad(np.arange(level.size).reshape(level.shape), 1, constant_values=-1)
    around = [(-1, -1), (-1, 0), (-1, 1), (0, -1), (0, 1), (1, -1), (1, 0), (1, 1)]
    rows, columns = level.shape
    neighbours = np.stack([index[1 + a : 1 + a + rows, 1 + b : 1 + b + columns].ravel() for a, b in around], 1)
    return level.reshape(1, -1), np.ascontiguousarray(neighbours.astype(np.int32))


class Way(unittest.TestCase):
    def way(self, values):
        level, neighbours = grid(values)
        rows, columns = len(values), len(values[0])
        top = np.zeros((1, rows * columns), bool)
        top[0, :columns] = True
        goal = np.zeros_like(top)
        goal[0, -columns:] = True
        out = np.empty((1, 3))
        bottlenecks(level, neighbours, top, np.ones_like(top), goal, out)
        return out[0]

    def test_the_best_way_goes_round_the_dark(self):
        light, bottom, start = self.way([[0.2, 0.9, 0.3], [0.6, 0.0, 0.1], [0.5, 0.0, 0.0], [0.7, 0.1, 0.0]])
        self.assertEqual((light, bottom, start), (0.9, 0.5, 1.0))

    def test_a_closed_way_is_as_dark_as_its_gate(self):
        self.assertEqual(self.way([[0.9, 0.8], [0.05, 0.02], [0.9, 0.9]])[1], 0.05)
        self.assertEqual(self.way([[0.0, 0.0], [0.0, 0.0]])[1], 0.0)


class Told(unittest.TestCase):
    def test_without_what_is_only_told_the_rest_is_the_same(self):
        photo_set = lit(40, 35)
        key = photo_set.lights[0]
        past = replace(key, aim=replace(key.aim, x=key.aim.x + 0.4))
        stages = stages_of(replace(photo_set, lights=(past, *photo_set.lights[1:])))
        readings = readings_of(stages)
        whole, bare = (read_pattern(stages, readings, told=told) for told in (True, False))
        self.assertTrue(whole.reasons and whole.catchlights and whole.feather)
        self.assertEqual(bare, replace(whole, reasons=(), catchlights=(), feather=""))


class Measured(unittest.TestCase):
    def test_even_light_measures_nothing(self):
        for who in known_sitters():
            face = face_points(load_sitter(who))
            m = measures_of(np.full((2, len(face.points)), 0.8), face, np.tile([0.0, 0.0, 1.0], (2, 1)))
            for name in ("up", "flanks", "halves", "patch", "closing", "socket", "forehead"):
                self.assertLess(np.abs(getattr(m, name)).max(), 1e-9, f"{who} {name}")
            self.assertEqual(m.front.tolist(), [1.0, 1.0])

    def test_smoothing_keeps_the_even_and_the_sum_inside(self):
        face = face_points(load_sitter("nadia"))
        even = smoothed(np.ones((1, len(face.points))), face)
        self.assertLess(np.abs(even - 1).max(), 1e-9)

    def test_the_face_is_mirrored_in_its_points(self):
        face = face_points(load_sitter("jun"))
        for name in ("half", "cheek", "flank", "socket", "side"):
            left, right = face.regions[f"{name}_L"].sum(), face.regions[f"{name}_R"].sum()
            self.assertGreater(min(left, right), 8, name)
            self.assertLess(abs(int(left) - int(right)), 0.12 * left + 3, name)

    def test_a_threshold_is_half_at_its_middle_and_rises(self):
        t = Threshold(1.0, 0.2)
        self.assertAlmostEqual(float(t.over(np.array(1.0))), 0.5)
        self.assertGreater(t.over(np.array(1.5)), t.over(np.array(1.1)))
        self.assertAlmostEqual(float(t.over(np.array(1.3)) + t.under(np.array(1.3))), 1.0)


class Octahedron(unittest.TestCase):
    def test_every_cell_finds_itself_and_its_rim_continues_it(self):
        cells = cell_directions()
        for r in range(1, SIDE + 1, 7):
            for c in range(1, SIDE + 1, 5):
                at = cell_place(*cells[r, c])
                self.assertAlmostEqual(at[0], r, places=6)
                self.assertAlmostEqual(at[1], c, places=6)
        near = np.einsum("rck,rck->rc", cells[0, 1:-1][None], cells[1, 1:-1][None])
        self.assertGreater(near.min(), np.cos(np.radians(9)))


class Soft(unittest.TestCase):
    def test_similar_triangles(self):
        self.assertAlmostEqual(softness(0.75, 1.5).edge, 15.0)
        self.assertEqual(
            [softness(size, 1.0).grade for size in (0.1, 0.3, 0.6, 1.8)], ["hard", "medium", "soft", "very soft"]
        )

    def test_other_sizes_and_distances_have_the_other_grades(self):
        for k in others(0.6, 1.2):
            low, high = GRADES[k.grade]
            size, away = (k.size[0] + k.size[1]) / 2, k.distance[0] * 1.01
            self.assertEqual(softness(size, 1.2).grade, k.grade)
            self.assertEqual(softness(0.6, away).grade, k.grade)
            self.assertLess(low, high)
        self.assertEqual(Say().span(0.0, 0.2), "under 20 cm")
        self.assertEqual(Say().span(0.4, 0.8), "40 cm to 80 cm")
        self.assertTrue(Say(feet=True).span(1.0, float("inf")).startswith("over 3"))

    def test_a_smaller_front_shines_more_and_oily_skin_too(self):
        shine = shine_of(stages_of(lit(30, 25, 1.2, Softbox(0.6, 0.6))))
        self.assertGreater(shine.half, shine.now)
        self.assertGreater(shine.now, shine.double)
        oily = shine_of(stages_of(lit(30, 25, 1.2, Softbox(0.6, 0.6), sheen=2.5)))
        self.assertGreater(oily.now, shine.now)
        self.assertIn("Shine adds", shine_text(shine))
        point = shine_of(stages_of(lit(30, 25, 1.2, BARE)))
        self.assertGreater(point.now, shine_of(stages_of(lit(30, 25, 1.2, Octa(1.5)))).now)


class Feathered(unittest.TestCase):
    def test_an_aim_past_the_face_is_what_the_readings_say(self):
        s = lit(-40, 25)
        light = s.lights[0]
        past = replace(light, aim=replace(light.aim, x=light.aim.x + 0.5, z=light.aim.z + 0.6))
        stages = stages_of(replace(s, lights=(past,)))
        feather = feather_of(stages)
        aimed, now = readings_of(stages_of(s)), readings_of(stages)
        self.assertGreater(feather.off, 15)
        self.assertLess(feather.face, -0.05)
        change = now.surfaces["lit_cheek"].stops - aimed.surfaces["lit_cheek"].stops
        self.assertAlmostEqual(feather.face, change, delta=0.05)
        self.assertIn("feathered", feather_text(feather))

    def test_aimed_at_the_face_nothing_is_lost(self):
        s = lit(-40, 25)
        feather = feather_of(stages_of(s))
        self.assertLess(abs(feather.face) + abs(feather.backdrop), 0.15)
        self.assertIsNone(feather_of(stages_of(replace(s, lights=()))))


class Kept(unittest.TestCase):
    def test_a_kept_reading_is_that_of_a_fresh_one_after_each_change(self):
        s, memory = demo_file(4).set, Memory()
        key, fill = s.lights[0], s.lights[1]
        changes = (
            s,
            replace(s, lights=(replace(key, output=-6.0), *s.lights[1:])),
            replace(s, lights=(key, replace(fill, output=-1.0), *s.lights[2:])),
            replace(s, panels=s.panels[1:]),
            replace(s, camera=replace(s.camera, place=replace(s.camera.place, x=0.4))),
            replace(s, lights=(replace(key, place=replace(key.place, y=1.6)), *s.lights[1:])),
        )
        for made in changes:
            kept, fresh = (
                read_pattern(Stages(made, mesh_of(made), m, DRAGGED, lambda: None)) for m in (memory, Memory())
            )
            self.assertEqual(kept, fresh)
        self.assertEqual(memory.made.count("key on the face"), 3)  # outputs and the camera do not make it anew


class Closer(unittest.TestCase):
    def test_an_eye_fills_its_picture_and_the_iris_lies_in_its_middle(self):
        s = lit(-30, 30)
        left, right = eye_sets(s, stages_of(s).mesh)
        picture = simulate(left, stages_of(s).mesh, EYE).picture
        self.assertEqual(picture.shape, (160, 200, 3))
        middle, white = picture[70:90, 90:110].mean(), picture[75:90, 40:60].mean()
        self.assertLess(middle, white)
        self.assertGreater(left.camera.aim.x, right.camera.aim.x)

    def test_a_crop_keeps_the_lens_and_shows_what_was_asked(self):
        s = lit(0, 30)
        camera = cropped(s.camera, s.lights[0].aim.array, 0.1, True)
        wide, _ = field_of_view(camera, camera.aspect)
        away = np.linalg.norm(camera.place.array - s.lights[0].aim.array)
        self.assertAlmostEqual(wide * away, 0.1, places=6)
        self.assertEqual(
            (camera.place, camera.focal_length, camera.aperture),
            (s.camera.place, s.camera.focal_length, s.camera.aperture),
        )
        self.assertEqual(face_set(s, stages_of(s).mesh).camera.orientation, "portrait")


if __name__ == "__main__":
    unittest.main()
