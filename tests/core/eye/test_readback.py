"""Pictures read backwards from marks that are disturbed by two pixels at 800 high."""

import unittest
from dataclasses import replace
from functools import cache

import numpy as np

from deep_amber.core.eye.chin_shadow import chin_end_toward
from deep_amber.core.eye.face_light import face_light, sums_of
from deep_amber.core.eye.face_table import AWAY, face_table, sphere
from deep_amber.core.eye.head_pose import HeadPose, head_pose, likely, rotation_of
from deep_amber.core.eye.key_direction import grid, key_direction
from deep_amber.core.eye.points import checked, problems_of_marks
from deep_amber.core.eye.readback import grade_of, read_back
from deep_amber.core.eye.shadow_map import end_of_shadow, end_toward
from deep_amber.core.presenting.eye import doubt_texts, read_back_texts
from deep_amber.core.problem import NotAccepted
from deep_amber.formats.sitter_file import known_sitters, load_sitter
from tests.core.eye.marked import Truth, marked, sat
from tests.core.eye.pictured import pictured

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


class Picture(unittest.TestCase):
    """Ten pictures of all levels; three hundred are read by `python -m bench.eye`."""

    def test_the_light_on_the_face_says_where_the_key_stood(self):
        off, held, like = [], [], []
        for level in (1, 2, 3, 4, 5):
            for seed in (4, 8):
                made = pictured(level, seed)
                read = made.read()
                off.append(made.off(read))
                held.append(off[-1] <= read.key.ring)
                like.append(read.like == made.who)
        self.assertGreaterEqual(np.mean(np.array(off) < 10), 0.9, off)
        self.assertLess(np.median(off), 5)
        self.assertGreaterEqual(np.mean(held), 0.8)
        self.assertGreaterEqual(np.mean(like), 0.8)

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
