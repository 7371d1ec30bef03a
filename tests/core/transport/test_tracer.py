"""Both ways to the ray library give the same answers."""

import unittest
from unittest import mock

import numpy as np

from deep_amber.core.transport import embree_calls, tracer
from deep_amber.core.transport.embree_calls import Structure
from deep_amber.core.transport.tracer import PlainTracer, build_tracer, direct_calls_work
from deep_amber.formats.sitter_file import load_sitter


def rays_at_the_face(count: int) -> tuple[np.ndarray, np.ndarray]:
    rng = np.random.default_rng(11)
    origins = np.c_[rng.uniform(-0.2, 0.2, (count, 2)), np.full(count, 1.0)].astype(np.float32)
    return origins, np.tile(np.array([[0.02, -0.01, -1.3]], np.float32), (count, 1))


class BothWays(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        mesh = load_sitter("nadia")
        cls.direct, cls.plain = Structure(mesh.vertices, mesh.faces), PlainTracer(mesh.vertices, mesh.faces)

    def test_the_pinned_library_passes_its_test(self):
        self.assertTrue(direct_calls_work())

    def test_the_same_rays_are_blocked(self):
        origins, directions = rays_at_the_face(5000)
        direct, plain = (t.blocked(origins, directions, 0.9995) for t in (self.direct, self.plain))
        self.assertLess(np.mean(direct != plain), 1e-3)
        self.assertTrue(0.2 < direct.mean() < 0.9)

    def test_the_same_places_are_hit(self):
        origins, directions = rays_at_the_face(5000)
        (tri, away, _), (other, far, _) = (t.first_hits(origins, directions) for t in (self.direct, self.plain))
        self.assertLess(np.mean((tri >= 0) != (other >= 0)), 1e-3)
        both = (tri >= 0) & (other >= 0)
        self.assertLess(np.abs(away[both] - far[both]).max(), 1e-4)

    def test_reach_ends_before_what_is_farther(self):
        origins, directions = rays_at_the_face(500)
        for way in (self.direct, self.plain):
            self.assertFalse(way.blocked(origins, directions, 0.5).any())


class FallBack(unittest.TestCase):
    def setUp(self) -> None:
        direct_calls_work.cache_clear()
        self.addCleanup(direct_calls_work.cache_clear)

    def test_without_the_library_the_plain_way_is_taken(self):
        with mock.patch.object(embree_calls, "library", side_effect=OSError("not here")):
            self.assertFalse(direct_calls_work())
            mesh = load_sitter("anton")
            self.assertIsInstance(build_tracer(mesh.vertices, mesh.faces), PlainTracer)

    def test_a_library_that_answers_otherwise_is_not_used(self):
        with mock.patch.object(tracer.Structure, "blocked", lambda self, o, d, r: np.ones(len(o), bool)):
            self.assertFalse(direct_calls_work())


if __name__ == "__main__":
    unittest.main()
