"""Pictures read backwards from marks that are disturbed by two pixels at 800 high."""

import unittest
from dataclasses import replace
from functools import cache

import numpy as np

from deep_amber.core.eye.head_pose import head_pose, likely, rotation_of
from deep_amber.core.eye.key_direction import grid, key_direction
from deep_amber.core.eye.points import checked, problems_of_marks
from deep_amber.core.eye.readback import grade_of, read_back
from deep_amber.core.eye.shadow_map import end_of_shadow, end_toward
from deep_amber.core.presenting.eye import read_back_texts
from deep_amber.core.problem import NotAccepted
from deep_amber.formats.sitter_file import known_sitters, load_sitter
from tests.core.eye.marked import Truth, marked, sat

MANY, DISTURBED = 40, 2.0


def way(azimuth: float, elevation: float) -> np.ndarray:
    a, e = np.radians([azimuth, elevation])
    return np.array([np.sin(a) * np.cos(e), np.sin(e), np.cos(a) * np.cos(e)])


@cache
def meshes() -> tuple:
    return tuple(load_sitter(k) for k in known_sitters())


@cache
def drawn() -> tuple[Truth, ...]:
    dice = np.random.default_rng(11)
    made = []
    for _ in range(MANY):
        s = sat(dice)
        made.append(marked(s, float(dice.uniform(-70, 70)), float(dice.uniform(5, 55)), 1.4, dice, DISTURBED))
    return tuple(made)


class Direction(unittest.TestCase):
    def test_the_ring_holds_what_it_says(self):
        inside, with_shadow = [], []
        for truth in drawn():
            found = key_direction(likely(meshes(), truth.marks), truth.marks)
            off = float(
                np.degrees(
                    np.arccos(np.clip(way(found.azimuth, found.elevation) @ way(truth.azimuth, truth.elevation), -1, 1))
                )
            )
            inside.append(off <= found.ring)
            if truth.marks.nose_shadow is not None:
                with_shadow.append(off)
        self.assertGreaterEqual(np.mean(inside), 0.9)
        self.assertGreater(len(with_shadow), MANY / 3)
        self.assertLess(np.median(with_shadow), 10)

    def test_without_marks_of_the_light_what_is_usual_is_said_to_be_untold(self):
        bare = replace(drawn()[0].marks, nose_shadow=None, left_catchlights=(), right_catchlights=())
        found = key_direction(likely(meshes(), bare), bare)
        self.assertFalse(found.told)
        self.assertGreater(found.ring, 40)
        told = read_back_texts(read_back(bare, {}, meshes()))
        self.assertIn("No mark tells", told[0])

    def test_directions_that_are_weighed_are_unit_ways(self):
        angles, ways = grid()
        np.testing.assert_allclose(np.linalg.norm(ways, axis=1), 1)
        np.testing.assert_allclose(ways[1234], way(*angles[1234]))


class Pose(unittest.TestCase):
    def test_the_turn_of_a_head_is_found(self):
        off = []
        dice = np.random.default_rng(3)
        for _ in range(12):
            s = sat(dice)
            truth = marked(s, 30.0, 30.0, 1.4, dice, 0.0)
            pose = head_pose(load_sitter(s.sitter.who), truth.marks)
            turned = s.sitter.body_turn + s.sitter.head_turn
            face = s.camera.place.array - s.camera.aim.array
            off.append(abs(np.degrees(pose.values[0]) - turned + np.degrees(np.arctan2(face[0], face[2]))))
        self.assertLess(np.median(off), 5)

    def test_likely_sitters_add_up(self):
        found = likely(meshes(), drawn()[1].marks)
        self.assertAlmostEqual(sum(k for k, _ in found), 1.0)
        self.assertEqual([k for k, _ in found], sorted((k for k, _ in found), reverse=True))

    def test_a_turn_goes_to_the_picture_s_right(self):
        nose = rotation_of(np.array([0.3, 0.0, 0.0])) @ [0, 0, 1]
        self.assertGreater(nose[0], 0.2)


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


class Marks(unittest.TestCase):
    def test_what_contradicts_itself_is_said_at_its_field(self):
        good = drawn()[0].marks
        self.assertEqual(problems_of_marks(good), [])
        for wrong, field in (
            ({"left_pupil": good.right_pupil, "right_pupil": good.left_pupil}, "left_pupil"),
            ({"right_pupil": good.left_pupil}, "right_pupil"),
            ({"nose_tip": (good.nose_tip[0], good.left_pupil[1] - 60)}, "nose_tip"),
            ({"nose_shadow": (-5.0, 10.0)}, "nose_shadow"),
            ({"left_catchlights": (good.nose_tip,)}, "left_catchlights.0"),
        ):
            with self.assertRaises(NotAccepted) as refused:
                checked(replace(good, **wrong))
            self.assertIn(field, [k.field for k in refused.exception.problems])
            self.assertTrue(all(k.accepted for k in refused.exception.problems))

    def test_places_tell_shadow_rim_and_backdrop(self):
        values = {"lit": 0.36, "shadow": 0.09, "edge_left": 0.5, "backdrop_left": 0.05, "edge_right": 0.02}
        values |= {"backdrop_middle": 0.18, "backdrop_right": 0.05}
        read = read_back(drawn()[0].marks, values, meshes())
        self.assertAlmostEqual(read.depth, 2.0)
        self.assertEqual((read.rim, read.ground, read.size), ("camera-left", "spot", None))
        self.assertEqual([grade_of(k) for k in (2, 8, 30, 90)], ["hard", "medium", "soft", "very soft"])
        edged = replace(drawn()[0].marks, edge=((100.0, 100.0), (100.0, 110.0)))
        self.assertIsNotNone(read_back(edged, {}, meshes()).size)


if __name__ == "__main__":
    unittest.main()
