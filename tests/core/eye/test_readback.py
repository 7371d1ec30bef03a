"""Pictures read backwards from marks that are disturbed by two pixels at 800 high."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.eye.head_pose import head_pose, likely, rotation_of
from deep_amber.core.eye.key_direction import grid, key_direction
from deep_amber.core.eye.points import checked, problems_of_marks
from deep_amber.core.eye.readback import grade_of, prepare, read_back
from deep_amber.core.presenting.eye import doubt_texts, read_back_texts
from deep_amber.core.problem import NotAccepted
from deep_amber.formats.sitter_file import load_sitter
from tests.core.eye.marked import MANY, drawn, marked, meshes, sat, way
from tests.core.eye.pictured import pictured


def setUpModule() -> None:
    """What reading back keeps of each sitter is worked out once."""
    for mesh in meshes():
        prepare(mesh)


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


class Picture(unittest.TestCase):
    """Two pictures a level; three hundred are read by `python -m bench.eye`."""

    def level(self, level: int) -> None:
        """The light on the face says where the key stood, and the ring how sure that is."""
        within = 0
        for seed in (4, 8):
            made = pictured(level, seed)
            read = made.read()
            off = made.off(read)
            self.assertLess(off, 7)
            self.assertEqual(read.like, made.who)
            within += off <= read.key.ring
        self.assertGreaterEqual(within, 1)

    def test_a_hard_key(self):
        self.level(1)

    def test_a_soft_key_and_fill(self):
        self.level(2)

    def test_a_rim(self):
        self.level(3)

    def test_light_on_the_backdrop_and_a_turned_face(self):
        self.level(4)

    def test_any_sitter_in_a_small_white_room(self):
        self.level(5)

    def test_a_face_that_nobody_knows_is_read_with_a_wider_ring(self):
        made = pictured(2, 4)
        known, strange = made.read(), made.read(without=made.who)
        self.assertNotEqual(strange.like, made.who)
        self.assertGreater(strange.key.ring, known.key.ring)
        self.assertLess(made.off(strange), strange.key.ring + 5)

    def test_a_mirrored_picture_is_read_mirrored(self):
        made = pictured(2, 8)
        m, wide = made.truth.marks, made.truth.marks.width

        def turned(place):
            return None if place is None else (wide - place[0], place[1])

        mirrored = replace(
            m, left_pupil=turned(m.right_pupil), right_pupil=turned(m.left_pupil), nose_tip=turned(m.nose_tip),
            nose_shadow=turned(m.nose_shadow), left_ear=turned(m.right_ear), right_ear=turned(m.left_ear),
            left_catchlights=tuple(map(turned, m.right_catchlights)),
            right_catchlights=tuple(map(turned, m.left_catchlights)), edge=None,
        )  # fmt: skip
        other = read_back(mirrored, {}, meshes(), made.linear[:, ::-1])
        read = made.read()
        self.assertAlmostEqual(other.key.azimuth, -read.key.azimuth, delta=6)
        self.assertAlmostEqual(other.key.elevation, read.key.elevation, delta=6)

    def test_a_mark_that_contradicts_the_rest_is_said(self):
        made = pictured(1, 8)
        self.assertEqual(made.read().doubtful, ())
        marks = made.truth.marks
        eye = marks.left_pupil
        wrong = replace(marks, left_catchlights=((eye[0] + 9.0, eye[1] + 9.0),))
        read = read_back(wrong, {}, meshes(), made.linear)
        self.assertEqual(read.doubtful, ("left_catchlights",))
        self.assertEqual(
            doubt_texts(read), ["Highlight in the left eye contradicts the rest: is it where it should be?"]
        )
        self.assertLess(made.off(read), 12)

    def test_where_the_face_is_clipped_or_outside_the_marks_alone_tell(self):
        made = pictured(2, 4)
        read = read_back(made.truth.marks, {}, meshes(), np.ones_like(made.linear))
        self.assertEqual(read.key.sizes, ())
        self.assertTrue(read.key.told)


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
