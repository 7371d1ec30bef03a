"""Coarse bounced light carried to every pixel: what is even stays even, and nothing leaks to another surface."""

import unittest

import numpy as np

from deep_amber.core.picture.lens_rays import Size
from deep_amber.core.picture.seen import Seen
from deep_amber.core.picture.spread import spread, spreading
from deep_amber.core.sitter.kinds import SKIN_KIND, WALL_KIND

FINE, COARSE = Size(32, 40), Size(8, 10)


def plane(size: Size, edge: float | None = None) -> Seen:
    """A wall that fills the picture; right of `edge` [share of the width] skin, half a metre before it, looking sideways."""
    y, x = np.meshgrid(
        (np.arange(size.height) + 0.5) / size.height, (np.arange(size.width) + 0.5) / size.width, indexing="ij"
    )
    n = x.size
    points = np.stack([x.ravel(), y.ravel(), np.zeros(n)], 1).astype(np.float32)
    normals = np.tile(np.array([[0, 0, 1]], np.float32), (n, 1))
    kinds = np.full(n, WALL_KIND, np.uint8)
    if edge is not None:
        other = x.ravel() > edge
        points[other, 2], normals[other], kinds[other] = 0.5, [1, 0, 0], SKIN_KIND
    ones = np.ones(n, np.float32)
    return Seen(points, normals, normals, normals, kinds, np.ones((n, 3), np.float32), ones, ones, ones)


class Spread(unittest.TestCase):
    def test_weights_add_up_and_are_of_the_places_about(self):
        made = spreading(FINE, plane(FINE), plane(COARSE), COARSE)
        np.testing.assert_allclose(made.weights.sum(1), 1, rtol=1e-5)
        self.assertGreaterEqual(float(made.weights.min()), 0)
        for i in (0, 17 + 20 * FINE.width, len(made.rows) - 1):
            x, y = (
                (i % FINE.width + 0.5) / FINE.width * COARSE.width,
                (i // FINE.width + 0.5) / FINE.height * COARSE.height,
            )
            for j in made.rows[i]:
                self.assertLess(abs(j % COARSE.width + 0.5 - x), 2.01)
                self.assertLess(abs(j // COARSE.width + 0.5 - y), 2.01)

    def test_even_light_stays_even(self):
        made = spreading(FINE, plane(FINE, 0.5), plane(COARSE, 0.5), COARSE)
        coarse = np.tile(np.array([[0.3, 0.2, 0.1]], np.float32), (COARSE.width * COARSE.height, 1))
        np.testing.assert_allclose(spread(made, coarse), np.tile(coarse[:1], (len(made.rows), 1)), rtol=1e-5)

    def test_light_of_another_surface_does_not_leak_over_its_edge(self):
        seen, coarse_seen = plane(FINE, 0.5), plane(COARSE, 0.5)
        lit = np.where((coarse_seen.kinds == SKIN_KIND)[:, None], 1.0, 0.0).astype(np.float32) * np.ones(
            (1, 3), np.float32
        )
        out = spread(spreading(FINE, seen, coarse_seen, COARSE), lit)[:, 0]
        self.assertGreater(float(out[seen.kinds == SKIN_KIND].min()), 0.98)
        self.assertLess(float(out[seen.kinds == WALL_KIND].max()), 0.02)

    def test_a_slope_stays_between_its_neighbours_and_rises(self):
        coarse_seen = plane(COARSE)
        slope = np.repeat(coarse_seen.points[:, :1], 3, 1)
        out = spread(spreading(FINE, plane(FINE), coarse_seen, COARSE), slope)[:, 0].reshape(FINE.height, FINE.width)
        np.testing.assert_allclose(out, np.tile(plane(FINE).points[:32, 0], (FINE.height, 1)), atol=1.2 / COARSE.width)
        self.assertGreaterEqual(float(np.diff(out.mean(0)).min()), -1e-6)

    def test_pixels_and_their_middles_as_places_are_the_same(self):
        odd = Size(31, 37)  # no pixel lies just between two coarse places
        seen, coarse = plane(odd, 0.4), plane(COARSE, 0.4)
        a = spreading(odd, seen, coarse, COARSE)
        b = spreading(seen.points[:, :2].astype(np.float64), seen, coarse, COARSE)
        np.testing.assert_allclose(a.weights, b.weights, atol=1e-4)
        clear = (np.diff(a.weights, axis=1) < -1e-3).all(1)
        self.assertGreater(clear.mean(), 0.3)
        np.testing.assert_array_equal(a.rows[clear, :3], b.rows[clear, :3])


if __name__ == "__main__":
    unittest.main()
