"""What light does on a face: the table of all directions, the ends of the nose's shadow and of the chin's."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.eye.chin_shadow import chin_end_toward
from deep_amber.core.eye.face_light import face_light, sums_of
from deep_amber.core.eye.face_table import AWAY, face_table, sphere
from deep_amber.core.eye.head_pose import HeadPose, head_pose
from deep_amber.core.eye.key_direction import key_direction
from deep_amber.core.eye.points import checked
from deep_amber.core.eye.shadow_map import end_of_shadow, end_toward
from deep_amber.core.problem import NotAccepted
from deep_amber.formats.sitter_file import known_sitters, load_sitter
from tests.core.eye.marked import drawn, way


class Face(unittest.TestCase):
    def test_the_table_lights_what_faces_the_light(self):
        for who in known_sitters():
            table = face_table(load_sitter(who))
            np.testing.assert_allclose(np.linalg.norm(table.ways, axis=1), 1)
            self.assertGreater(len(table.points), 200)
            front = table.lit[int((table.ways @ [0, 0, 1]).argmax())]
            behind = table.lit[int((table.ways @ [0, 0, -1]).argmax())]
            self.assertGreater(front[table.normals[:, 2] > 0.8].mean(), 0.85)
            self.assertLess(behind.max(), 0.3, "no place looks back by more than this")
            left = table.lit[int((table.ways @ [1, 0, 0]).argmax())]
            self.assertGreater(left[table.points[:, 0] > 0.03].mean(), 4 * left[table.points[:, 0] < -0.03].mean())

    def test_what_nothing_stands_before_has_the_light_of_a_small_lamp(self):
        """Lambert's cosine over the square of the distance; else nothing."""
        table = face_table(load_sitter("milo"))
        for k in (20, 700, 1300):
            away = table.ways[k] * AWAY - table.points
            distance = np.linalg.norm(away, axis=1)
            lamp = np.maximum((away * table.normals).sum(1), 0) / distance * (AWAY / distance) ** 2
            np.testing.assert_allclose(table.lit[k], np.where(table.open[k], lamp, 0), atol=1e-5)
        self.assertTrue(table.open.any(0).all(), "no place is inside the head")

    def test_broad_fronts_keep_the_light_and_spread_it(self):
        table = face_table(load_sitter("anton"))
        hard, broad = table.broad[0], table.broad[-1]
        self.assertAlmostEqual(float(hard.mean() / broad.mean()), 1.0, delta=0.02)
        self.assertGreater(float((hard == 0).mean()), float((broad == 0).mean()) + 0.05)

    def test_directions_are_spread_evenly(self):
        ways = sphere(500)
        np.testing.assert_allclose(ways.mean(0), 0, atol=0.01)
        nearest = np.sort(np.degrees(np.arccos(np.clip(ways @ ways.T, -1, 1))), axis=1)[:, 1]
        self.assertGreater(nearest.min(), 0.5 * nearest.max())

    def test_light_of_the_table_itself_is_found_again(self):
        """What the fit is given is made by its own model: the direction and the share have to come back exactly."""
        mesh = load_sitter("nadia")
        table, wide, high = face_table(mesh), 640, 800
        pose = HeadPose(mesh, np.eye(3), 1300.0, np.array([320.0, 300.0]), 0.0, np.eye(6) * 1e-6,
                        np.array([0, 0, 0, np.log(1300.0), 320.0, 300.0]))  # fmt: skip
        k = int((table.ways @ way(35, 30)).argmax())
        picture = np.full((high, wide, 3), 0.02)
        for (x, y), light, tone in zip(pose.seen(table.points), table.broad[4][k], table.tone, strict=True):
            picture[int(y) - 6 : int(y) + 7, int(x) - 6 : int(x) + 7] = (0.4 * light + 0.02) * tone
        made = face_light(pose, sums_of(picture), high)
        found = np.unravel_index(int(made.log.argmax()), made.log.shape)
        self.assertLess(np.degrees(np.arccos(np.clip(made.ways[found[0]] @ table.ways[k], -1, 1))), 6)
        self.assertLess(made.rest, 0.3)

    def test_a_head_outside_the_picture_tells_nothing(self):
        mesh = load_sitter("nadia")
        pose = HeadPose(mesh, np.eye(3), 1300.0, np.array([-900.0, 300.0]), 0.0, np.eye(6),
                        np.array([0, 0, 0, np.log(1300.0), -900.0, 300.0]))  # fmt: skip
        self.assertIsNone(face_light(pose, sums_of(np.full((800, 640, 3), 0.3)), 800))


class Shadow(unittest.TestCase):
    def test_it_falls_away_from_the_light_and_mirrors(self):
        mesh = load_sitter("nadia")
        left, right = (end_of_shadow(mesh, way(a, 35)) for a in (40.0, -40.0))
        self.assertLess(left[0], -0.01)
        self.assertLess(left[1], mesh.vertices[mesh.landmarks["nose_tip"]][1])
        np.testing.assert_allclose(left * [-1, 1, 1], right, atol=0.004)
        under = end_of_shadow(mesh, way(0.0, 45))
        self.assertAlmostEqual(under[0], 0.0, delta=0.004)
        self.assertFalse(np.isfinite(end_of_shadow(mesh, way(0, 0))).all())
        self.assertFalse(np.isfinite(end_of_shadow(mesh, way(170, 10))).all())

    def test_between_traced_directions_it_lies_between_their_ends(self):
        mesh, compared = load_sitter("anton"), 0
        for azimuth, elevation in ((27.0, 38.0), (-33.0, 44.0), (12.0, 52.0), (38.0, 33.0), (-18.0, 41.0)):
            d = way(azimuth, elevation)
            between, own = end_toward(mesh, d), end_of_shadow(mesh, d)
            if np.isfinite(between).all() and np.isfinite(own).all():
                np.testing.assert_allclose(between, own, atol=0.006)
                compared += 1
        self.assertGreaterEqual(compared, 2)


class Chin(unittest.TestCase):
    def test_its_shadow_falls_lower_and_away_the_lower_the_light(self):
        mesh = load_sitter("anton")
        menton = mesh.vertices[mesh.landmarks["menton"]]
        high, low = chin_end_toward(mesh, np.stack([way(0, 42), way(0, 18)]))
        self.assertLess(high[1], menton[1])
        self.assertLess(high[1], low[1], "the steeper the light, the farther down the neck")
        (aside,) = chin_end_toward(mesh, way(25, 35)[None])
        self.assertLess(aside[0], -0.005)
        self.assertFalse(np.isfinite(chin_end_toward(mesh, way(0, -40)[None])).all())

    def test_a_chin_s_shadow_over_the_nose_is_refused(self):
        good = drawn()[0].marks
        with self.assertRaises(NotAccepted) as refused:
            checked(replace(good, chin_shadow=(good.nose_tip[0], good.nose_tip[1] - 30)))
        self.assertEqual([k.field for k in refused.exception.problems], ["chin_shadow"])

    def test_it_tells_how_high_the_light_is(self):
        truth = drawn()[2]
        mesh = load_sitter("anton")
        bare = replace(truth.marks, nose_shadow=None, left_catchlights=(), right_catchlights=())
        pose = head_pose(mesh, bare)
        heights = []
        for elevation in (15.0, 42.0):
            (end,) = chin_end_toward(mesh, (way(5, elevation) @ pose.rotation)[None])
            x, y = pose.seen(end)
            marks = replace(bare, chin_shadow=(float(x), float(y)))
            heights.append(key_direction([(1.0, pose)], marks).elevation)
        self.assertLess(heights[0] + 10, heights[1])


if __name__ == "__main__":
    unittest.main()
