"""Weights and quad hits in vectors of single precision, against the plain formulas in double precision."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.geometry.quads import quad_of
from deep_amber.core.transport.emitter import quad_emitter
from deep_amber.core.transport.quads import FAR, quad_hit, quad_hits, quad_rows
from deep_amber.core.transport.weights import BLOCK, DOME, FLAT, stop_at_quads, weigh

FRONT = quad_of((0.2, 1.6, 2.4), (-0.3, 0.0, -0.05), (0.0, 0.4, 0.1))  # faces the receptors
GATE = quad_of((0.1, 1.5, 1.2), (0.4, 0.0, 0.0), (0.0, 0.5, 0.0))
EMITTERS = {
    "Lambert": {},
    "box": {"lobe": 1.0},
    "weak lobe": {"lobe": 0.5},
    "bowl": {"beam": np.cos(np.linspace(0, np.pi / 2, 65))[None].astype(np.float32) ** 2},
    "measured beam": {"beam": np.linspace(1, 0, 33)[None].repeat(8, 0) * np.linspace(0.5, 1, 8)[:, None]},
    "silver panel": {"virtual": np.array([0.6, 1.4, 3.5]), "share": 0.7, "exponent": 40.0},
    "gate": {"gate": GATE},
}


def _weight(emitter, figures, point, axis, receptor, x, y) -> tuple[float, np.ndarray]:
    """The formula of `weigh` in double precision, for what has no turned beam."""
    place = emitter.row[:3] + x * emitter.row[3:6] + y * emitter.row[6:9]
    d = place - point
    r = np.linalg.norm(d)
    here, there = d @ axis / r, -(d @ emitter.row[9:12]) / r
    weight = max((1 + here) / 2 if receptor == DOME else here, 0.0) / r**2
    if "beam" in figures:
        table = figures["beam"][0]
        weight *= np.interp(np.sqrt(max(0.5 - there / 2, 0)) * (len(table) - 1), np.arange(len(table)), table)
    else:
        weight *= max(there, 0.0) ** (1 + figures.get("lobe", 0.0))
    if "share" in figures:
        w = place - figures["virtual"]
        cos = max(-(w @ d) / np.linalg.norm(w) / r, 0.0)
        lobe = (figures["exponent"] + 2) / 2 * cos ** figures["exponent"]
        weight *= 1 - figures["share"] + figures["share"] * lobe
    if "gate" in figures:
        t, _, _ = quad_hit(quad_rows([GATE]), 0, *point, *d)
        weight *= 0 < t < 1
    return weight, d


class Weights(unittest.TestCase):
    def block(self, seed: int) -> np.ndarray:
        rng = np.random.default_rng(seed)
        axes = rng.normal(size=(3, BLOCK))
        places = rng.uniform([[-1.2], [0.2], [0.0]], [[1.2], [2.2], [1.1]], (3, BLOCK))
        return np.concatenate([places, axes / np.linalg.norm(axes, axis=0)]).astype(np.float32)

    @settings(max_examples=20)
    @given(st.integers(0, 10_000), st.floats(-1, 1), st.floats(-1, 1), st.sampled_from([FLAT, DOME]))
    def test_agree_with_the_formula(self, seed, x, y, receptor):
        points, made = self.block(seed), np.empty((5, BLOCK), np.float32)
        fronts = np.array([[x], [y], [0.8]], np.float32).repeat(BLOCK, 1)
        for name, figures in EMITTERS.items():
            if name == "measured beam":
                continue
            emitter = quad_emitter(FRONT, **figures)
            weigh(emitter, receptor, points, fronts, BLOCK, made)
            want = [_weight(emitter, figures, p[:3], p[3:], receptor, x, y) for p in points.T.astype(float)]
            weights = 0.8 * np.array([w for w, _ in want])
            self.assertGreater((weights > 0).mean(), 0.1 if name == "gate" else 0.3, name)
            near = np.isclose(made[0], weights, rtol=1e-4, atol=1e-6 * weights.max())
            self.assertGreaterEqual(
                near.mean(), 0.99 if name == "gate" else 1, name
            )  # its edge may fall between the two
            np.testing.assert_allclose(made[1:4].T, [d for _, d in want], atol=1e-6, err_msg=name)

    def test_a_beam_that_is_alike_all_round_reads_as_one_row(self):
        points, row = self.block(3), EMITTERS["bowl"]["beam"]
        fronts, made = (
            np.array([[0.3], [-0.2], [1.0]], np.float32).repeat(BLOCK, 1),
            np.empty((2, 5, BLOCK), np.float32),
        )
        for k, table in enumerate((row, row.repeat(8, 0))):
            weigh(quad_emitter(FRONT, beam=table), FLAT, points, fronts, BLOCK, made[k])
        np.testing.assert_allclose(made[0, 0], made[1, 0], rtol=1e-4, atol=1e-6)


class Quads(unittest.TestCase):
    def setUp(self):
        rng = np.random.default_rng(11)
        self.rows = quad_rows([FRONT, GATE, quad_of((0.4, 1.2, 0.9), (0.25, 0, 0), (0, 0.25, 0), True)])
        self.origin = np.array([0.05, 1.45, 0.1], np.float32)
        self.ways = (rng.normal(size=(3, 4000)) * 0.3 + [[0.05], [0.02], [1.0]]).astype(np.float32)

    def test_bundles_meet_what_single_rays_meet(self):
        out = np.empty_like(self.ways)
        for k in range(len(self.rows)):
            quad_hits(self.rows[k], self.origin, self.ways, out)
            want = np.array([quad_hit(self.rows, k, *self.origin.astype(float), *d) for d in self.ways.T.astype(float)])
            met = want[:, 0] > 0
            self.assertTrue(0.02 < met.mean() < 0.98)
            self.assertLess(np.mean(met != (out[0] < FAR)), 0.002)  # on the very edge the precisions differ
            both = met & (out[0] < FAR)
            np.testing.assert_allclose(out[:, both].T, want[both], atol=1e-5)

    def test_only_quads_before_the_place_stop_light(self):
        points, made = np.zeros((6, BLOCK), np.float32), np.ones((5, BLOCK), np.float32)
        points[:3] = self.origin[:, None]
        for reach, stopped in ((0.5, False), (1.5, True)):  # the gate stands 1.1 m before the points
            made[0], made[1:4] = 1, np.array([[0.0], [0.0], [reach]])
            stop_at_quads(self.rows[1:2], points, BLOCK, made)
            self.assertEqual(set(made[0]), {0.0 if stopped else 1.0})
