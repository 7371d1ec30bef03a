"""The eyes look at the lens, along the nose or elsewhere, and what they mirror goes by it."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.model.point import Point
from deep_amber.core.pattern.catchlights import Catchlight, catchlights
from deep_amber.core.pattern.eye_view import EYE, eye_sets
from deep_amber.core.pattern.mirrored import mirrored_things
from deep_amber.core.picture.lens_rays import pixel_directions
from deep_amber.core.picture.looking import look
from deep_amber.core.picture.seen import Seen, all_seen
from deep_amber.core.simulation.memory import Memory
from deep_amber.core.simulation.quality import SETTLED, oriented
from deep_amber.core.simulation.stages import Stages
from deep_amber.core.sitter.face import head_frame
from deep_amber.core.sitter.gaze import ASIDE, eyes_in_room, looked_at
from deep_amber.core.sitter.mesh import EYE_LEFT
from deep_amber.core.sitter.pose import posed
from deep_amber.formats.sitter_file import known_sitters, load_sitter
from tests.sets import mesh_of, plain_set


def _turned(**changes):
    s = plain_set()
    return replace(s, sitter=replace(s.sitter, **changes))


def _axes(photo_set) -> np.ndarray:
    eyes = eyes_in_room(mesh_of(photo_set), photo_set.sitter, photo_set.camera.place)
    ways = eyes[:, 3:] - eyes[:, :3]
    return ways / np.linalg.norm(ways, axis=1, keepdims=True)


def _to_lens(photo_set) -> np.ndarray:
    eyes = eyes_in_room(mesh_of(photo_set), photo_set.sitter, photo_set.camera.place)
    ways = photo_set.camera.place.array - eyes[:, :3]
    return ways / np.linalg.norm(ways, axis=1, keepdims=True)


class Looks(unittest.TestCase):
    def test_to_the_lens_as_far_as_eyes_turn(self):
        for turn in (-20.0, 0.0, 15.0):
            s = _turned(body_turn=0.0, head_turn=turn, head_nod=5.0)
            np.testing.assert_allclose(_axes(s), _to_lens(s), atol=1e-3)

    def test_no_farther_than_eyes_go(self):
        s = _turned(body_turn=0.0, head_turn=40.0, head_nod=0.0)
        nose = head_frame(mesh_of(s), s.sitter).rotation[:, 2]
        off = np.degrees(np.arccos(_axes(s) @ nose))
        self.assertTrue(np.all(off <= ASIDE + 3.0), off)
        self.assertTrue(np.all(off > 25.0), off)

    def test_in_profile_along_the_nose(self):
        s = _turned(body_turn=0.0, head_turn=75.0)
        nose = head_frame(mesh_of(s), s.sitter).rotation[:, 2]
        np.testing.assert_allclose(_axes(s) @ nose, 1.0, atol=1e-6)

    def test_elsewhere_by_choice(self):
        s = _turned(gaze="elsewhere", gaze_turn=20.0, gaze_down=10.0)
        way = _axes(s) @ head_frame(mesh_of(s), s.sitter).rotation
        self.assertAlmostEqual(float(np.degrees(np.arctan2(way[0, 0], way[0, 2]))), 20.0, 3)
        self.assertAlmostEqual(float(np.degrees(np.arcsin(way[0, 1]))), -10.0, 3)


class Drawn(unittest.TestCase):
    def test_every_sitters_eyeball_reads_as_it_was_baked(self):
        for name in known_sitters():
            mesh = load_sitter(name)
            own = mesh.parts == EYE_LEFT
            ways = mesh.vertices[own].astype(float) - mesh.eyes[0, :3]
            colours, normals = looked_at(mesh, ways / np.linalg.norm(ways, axis=1, keepdims=True))
            self.assertLess(np.abs(colours - mesh.colours[own]).mean(), 0.01, name)
            self.assertGreater(np.sum(normals * mesh.normals[own], 1).min(), 0.98, name)

    def _iris(self, photo_set) -> np.ndarray:
        """Mean place of the dark of the eye in its picture's rows and columns."""
        mesh = mesh_of(photo_set)
        seen_from = replace(eye_sets(photo_set, mesh)[0], sitter=photo_set.sitter)
        at = posed(mesh, photo_set.sitter)
        rays = Stages(photo_set, mesh, Memory(), oriented(SETTLED, photo_set.camera), lambda: None).rays()
        seen: Seen = all_seen(seen_from, mesh, at, rays, pixel_directions(seen_from.camera, EYE.size))
        look(seen_from, mesh, seen)
        head = head_frame(mesh, photo_set.sitter)
        dark = seen.on_eyes[seen.albedo[seen.on_eyes].max(1) < 0.15]
        return head.in_head(seen.points[dark].astype(float)).mean(0) - mesh.eyes[0, :3]

    def test_the_iris_goes_where_the_eye_looks(self):
        ahead, aside = (
            self._iris(_turned(body_turn=0.0, head_turn=0.0, gaze="elsewhere", gaze_turn=turn)) for turn in (0.0, 15.0)
        )
        self.assertAlmostEqual(float(aside[0] - ahead[0]), 0.0172 * np.sin(np.radians(15)), delta=0.0012)


class Mirrored(unittest.TestCase):
    def _left(self, **changes) -> Catchlight:
        s = _turned(body_turn=0.0, head_turn=0.0, head_nod=0.0, **changes)
        s = replace(s, lights=(replace(s.lights[0], place=Point(-0.9, 1.55, 3.0)),))
        stages = Stages(s, mesh_of(s), Memory(), oriented(SETTLED, s.camera), lambda: None)
        return next(c for c in catchlights(stages, mirrored_things(stages)) if c.eye == "left")

    def test_catchlights_go_by_where_the_eyes_look(self):
        at_lens, ahead = self._left(), self._left(gaze="along the nose")
        self.assertTrue(at_lens.present)
        self.assertAlmostEqual(ahead.x, at_lens.x, delta=0.05)  # the lens is nearly ahead
        # The iris goes 15 degrees farther than the mirrored place, which lies on the cornea's ball.
        right, left = (self._left(gaze="elsewhere", gaze_turn=turn) for turn in (15.0, -15.0))
        self.assertLess(right.x, at_lens.x - 0.2)
        self.assertGreater(left.x, at_lens.x + 0.2)


if __name__ == "__main__":
    unittest.main()
