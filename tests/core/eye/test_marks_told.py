"""What each mark alone tells of a light, against marks that are put where a known light puts them."""

import unittest
from dataclasses import replace
from functools import cache

import numpy as np

from deep_amber.core.eye.face_table import SIZES
from deep_amber.core.eye.head_pose import DISTURBED, HeadPose, rotation_of
from deep_amber.core.eye.marks_told import FLOOR, doubtful, edge_told, marks_told
from deep_amber.core.eye.points import Marks
from deep_amber.core.eye.shadow_map import end_toward
from deep_amber.core.pattern.cornea import CORNEA
from deep_amber.core.pattern.softness import NOSE
from deep_amber.formats.sitter_file import load_sitter
from tests.core.eye.marked import way

SCALE, HIGH, WIDE = 3000.0, 800, 640  # pixels a metre: a head fills the picture
MIDDLE = np.array([320.0, 300.0])


@cache
def pose(turn: float = 0.0, who: str = "nadia") -> HeadPose:
    """A head of which everything is known."""
    values = np.array([turn, 0, 0, np.log(SCALE), *MIDDLE])
    return HeadPose(load_sitter(who), rotation_of(values), SCALE, MIDDLE, 0.0, np.eye(6) * 1e-9, values)


def bare(turn: float = 0.0) -> Marks:
    """The least that has to be marked."""
    mesh = load_sitter("nadia")
    left, right = (pose(turn).seen(mesh.eyes[k, :3]) for k in (1, 0))
    tip = pose(turn).seen(mesh.vertices[mesh.landmarks["nose_tip"]].astype(float))
    return Marks(WIDE, HIGH, tuple(map(float, left)), tuple(map(float, right)), tuple(map(float, tip)))


def lit_from(d: np.ndarray, turn: float = 0.0, shadow: bool = True, eyes: bool = True) -> Marks:
    """Marks as a light from there would put them."""
    made = bare(turn)
    if shadow:
        x, y = pose(turn).seen(end_toward(pose(turn).mesh, d @ pose(turn).rotation))
        made = replace(made, nose_shadow=(float(x), float(y)))
    if eyes:
        half = (d + [0, 0, 1]) / np.linalg.norm(d + [0, 0, 1])
        x, y = half[0] * CORNEA * SCALE, -half[1] * CORNEA * SCALE
        made = replace(
            made, left_catchlights=((made.left_pupil[0] + x, made.left_pupil[1] + y),),
            right_catchlights=((made.right_pupil[0] + x, made.right_pupil[1] + y),),
        )  # fmt: skip
    return made


WAYS = [(a, e) for a in range(-60, 61, 5) for e in range(5, 56, 5)]
TRIED = np.stack([way(a, e) for a, e in WAYS])


class Alone(unittest.TestCase):
    def likeliest(self, marks: Marks, turn: float = 0.0) -> tuple[int, int]:
        told = marks_told(pose(turn), TRIED, marks)
        return WAYS[int(told.argmax())]

    def test_nothing_marked_tells_nothing(self):
        np.testing.assert_array_equal(marks_told(pose(), TRIED, bare()), 0)

    def test_catchlights_tell_the_way_they_were_made_by(self):
        for azimuth, elevation in ((0, 20), (35, 30), (-50, 10), (15, 50)):
            for turn in (0.0, 0.4):
                found = self.likeliest(lit_from(way(azimuth, elevation), turn, shadow=False), turn)
                self.assertEqual(found, (azimuth, elevation))

    def test_the_nose_s_shadow_tells_the_way_it_was_made_by(self):
        for azimuth, elevation in ((30, 35), (-30, 40), (45, 40)):
            told = marks_told(pose(), TRIED, lit_from(way(azimuth, elevation), eyes=False))
            self.assertAlmostEqual(float(told[WAYS.index((azimuth, elevation))]), 0.0, places=6)
            self.assertAlmostEqual(float(told.max()), 0.0, places=6)
            self.assertLess(float(told[WAYS.index((-azimuth, elevation))]), -4, "the other side is told apart")

    def test_shadow_and_catchlights_add(self):
        d = way(35, 35)
        both = marks_told(pose(), TRIED, lit_from(d))
        alone = [marks_told(pose(), TRIED, lit_from(d, shadow=s, eyes=not s)) for s in (True, False)]
        np.testing.assert_allclose(both, sum(alone))

    def test_one_mistake_of_the_hand_does_not_outweigh_the_rest(self):
        d = way(30, 35)
        marks = lit_from(d)
        wrong = replace(marks, nose_shadow=(marks.nose_shadow[0] + 200, marks.nose_shadow[1]))
        told = marks_told(pose(), TRIED, wrong)
        self.assertEqual(WAYS[int(told.argmax())], (30, 35))
        self.assertGreaterEqual(float(told.max()), FLOOR)


class Edge(unittest.TestCase):
    def marked(self, size: float) -> Marks:
        wide = NOSE * size * SCALE
        return replace(bare(), edge=((300.0, 380.0), (300.0, 380.0 + wide)))

    def test_the_size_that_draws_it_is_the_likeliest(self):
        for size in SIZES:
            told = edge_told(pose(), self.marked(size))
            near = SIZES[int(told.argmax())]
            self.assertLessEqual(abs(np.log2(near / size)), 0.9, size)
        for size in SIZES[3:]:  # wider than a hand is off
            self.assertEqual(SIZES[int(edge_told(pose(), self.marked(size)).argmax())], size)

    def test_without_an_edge_all_sizes_are_alike(self):
        np.testing.assert_array_equal(edge_told(pose(), bare()), 0)

    def test_a_hand_that_is_off_by_two_pixels_tells_small_sizes_badly(self):
        self.assertAlmostEqual(DISTURBED * HIGH, 2.0)
        told = edge_told(pose(), self.marked(SIZES[1]))
        self.assertLess(told[1] - told[0], 2.0)
        self.assertGreater(told[1] - told[5], 4.0)


class Doubtful(unittest.TestCase):
    def test_marks_of_the_light_that_was_read_are_none(self):
        for azimuth, elevation in ((30, 35), (-40, 40)):
            self.assertEqual(doubtful(pose(), lit_from(way(azimuth, elevation)), azimuth, elevation, 5.0), ())

    def test_each_mark_that_another_light_would_put_there_is_named(self):
        marks = lit_from(way(30, 35))
        for name, other in (
            ("nose_shadow", (-40, 40)),
            ("left_catchlights", (-75, 10)),
            ("right_catchlights", (-75, 10)),
        ):
            wrong = replace(marks, **{name: getattr(lit_from(way(*other)), name)})
            self.assertEqual(doubtful(pose(), wrong, 30, 35, 3.0), (name,))

    def test_a_wide_ring_doubts_less(self):
        wrong = replace(lit_from(way(30, 35)), nose_shadow=lit_from(way(-30, 40)).nose_shadow)
        self.assertEqual(doubtful(pose(), wrong, 30, 35, 1.0), ("nose_shadow",))
        self.assertEqual(doubtful(pose(), wrong, 30, 35, 60.0), ())


if __name__ == "__main__":
    unittest.main()
