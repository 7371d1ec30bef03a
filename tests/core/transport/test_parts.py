"""A front in few parts: its light and where that is on the whole stay, so that a small bright place is not missed."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.extra.numpy import arrays

from deep_amber.core.geometry.quads import quad_of
from deep_amber.core.picture.seen import ROUGHNESS
from deep_amber.core.sitter.kinds import HAIR_KIND
from deep_amber.core.transport.direct import unshadowed
from deep_amber.core.transport.emitter import Emitter, front_places, quad_emitter
from deep_amber.core.transport.parts import front_samples
from deep_amber.core.transport.sampling import emitter_nodes
from deep_amber.core.transport.shine import lit_surfaces

NODES = 7
GRIDS = ((1, 1), (2, 2), (3, 4), (5, 5))
SKIN = 1


def front(pattern: np.ndarray | None = None, round_front: bool = False, size: float = 1.0) -> Emitter:
    """A metre square (or round) at the origin that looks along z."""
    quad = quad_of(np.zeros(3), np.array([size / 2, 0, 0]), np.array([0, size / 2, 0]))
    assert quad.normal[2] > 0
    return quad_emitter(quad, pattern=pattern, round_front=round_front)


def spotted(x: float, y: float, sharp: float = 8.0) -> np.ndarray:
    """A bright place on a front, at the pattern's nodes."""
    places, _ = emitter_nodes(NODES, NODES)
    value = np.exp(-sharp * ((places[:, 0] - x) ** 2 + (places[:, 1] - y) ** 2))
    return (value / value.max()).reshape(NODES, NODES)


def flux(at: np.ndarray, share: np.ndarray) -> np.ndarray:
    return at[:, 2] * share


PATTERNS = arrays(float, (NODES, NODES), elements=st.floats(0.0, 1.0)).filter(lambda p: p.max() > 0.01)


class Parts(unittest.TestCase):
    @settings(max_examples=60)
    @given(PATTERNS, st.sampled_from(GRIDS), st.booleans())
    def test_light_and_its_middle_stay(self, pattern, grid, round_front):
        emitter = front(pattern, round_front)
        places, share = emitter_nodes(NODES, NODES)
        at = front_places(emitter, places)
        made, shares = front_samples(emitter, grid)
        whole = flux(at, share)
        self.assertAlmostEqual(float(flux(made, shares).sum()), float(whole.sum()), places=6)
        for k in (0, 1):
            self.assertAlmostEqual(float(made[:, k] @ flux(made, shares)), float(at[:, k] @ whole), places=6)
        self.assertLessEqual(len(made), grid[0] * grid[1])
        self.assertTrue((np.abs(made[:, :2]) <= 1).all())

    def test_parts_have_about_as_much_light_each(self):
        made, shares = front_samples(front(np.ones((NODES, NODES))), (3, 4))
        self.assertEqual(len(made), 12)
        self.assertLess(float(shares.max()), 0.17)

    def test_an_even_front_is_sampled_at_gauss_nodes(self):
        for grid in GRIDS:
            made, shares = front_samples(front(), grid)
            places, expected = emitter_nodes(*grid)
            np.testing.assert_allclose(made[:, :2], places)
            np.testing.assert_allclose(shares, expected)

    def test_one_bright_node_is_one_part(self):
        pattern = np.zeros((NODES, NODES))
        pattern[2, 5] = 1.0
        made, shares = front_samples(front(pattern), (3, 4))
        nodes, share = emitter_nodes(NODES, NODES)
        self.assertEqual(len(made), 1)
        np.testing.assert_allclose(made[0, :2], nodes[2 * NODES + 5])
        self.assertAlmostEqual(float(shares[0]), float(share[2 * NODES + 5]))


class OnSkin(unittest.TestCase):
    def diffuse(self, emitter: Emitter, points: np.ndarray, normals: np.ndarray, grid: tuple[int, int]) -> np.ndarray:
        n = len(points)
        diffuse, shine = np.zeros(n, np.float32), np.zeros(n, np.float32)
        views = np.tile(np.float32([0.3, 0.0, -0.954]), (n, 1))
        lit_surfaces(points, normals, views, normals, np.full(n, SKIN, np.uint8), np.arange(n), ROUGHNESS, np.full(len(ROUGHNESS), 0.03),
                     emitter, grid, diffuse, shine)  # fmt: skip
        self.assertTrue((shine >= 0).all())
        return diffuse

    def test_what_a_face_gets_of_an_uneven_front_is_what_the_meter_gets(self):
        """The meter takes every node; a face a metre off took the corners of a grid, by up to a stop too little."""
        self.assertNotEqual(SKIN, HAIR_KIND)
        dice = np.random.default_rng(3)
        points = np.stack(
            [dice.uniform(-0.3, 0.3, 40), dice.uniform(-0.3, 0.3, 40), dice.uniform(0.9, 1.4, 40)], 1
        ).astype(np.float32)
        normals = np.tile(np.float32([0, 0, -1]), (40, 1))
        for at in ((0.0, 0.0), (0.6, -0.4), (-0.9, 0.9)):
            for sharp in (1.0, 8.0, 40.0):
                emitter = front(spotted(*at, sharp))
                exact = unshadowed(points, normals, emitter)
                for grid, most in (((2, 2), 0.12), ((3, 4), 0.06)):
                    off = np.log2(self.diffuse(emitter, points, normals, grid) / exact)
                    self.assertLess(float(np.abs(off).max()), most, (at, sharp, grid))

    def test_an_even_front_is_as_before(self):
        points, normals = np.float32([[0.1, 0.2, 1.0]]), np.float32([[0, 0, -1]])
        emitter = front()
        self.assertAlmostEqual(
            float(np.log2(self.diffuse(emitter, points, normals, (3, 4))[0] / unshadowed(points, normals, emitter)[0])),
            0.0,
            delta=0.02,
        )


if __name__ == "__main__":
    unittest.main()
