"""Bounced light against closed forms."""

import unittest

import numpy as np

from deep_amber.core.geometry.quads import Quad
from deep_amber.core.model.room import Room, Surface, Surfaces
from deep_amber.core.transport.bounce import form_factors, radiosity, thrown_on
from deep_amber.core.transport.direct import illuminance
from deep_amber.core.transport.emitter import quad_emitter
from deep_amber.core.transport.hemisphere import gather, look_around, patches_seen
from deep_amber.core.transport.patches import MOST_WALL_PATCHES, Sheet, build_patches, patch_rotations
from deep_amber.core.transport.quads import quad_rows
from deep_amber.core.transport.sampling import rotations
from deep_amber.core.transport.weights import DOME, FLAT

NONE = quad_rows([])


def empty_room(reflectance: float, width=3.0, depth=4.2, height=2.4) -> Room:
    wall = Surface(reflectance)
    return Room(width, depth, height, Surfaces(wall, wall, wall, wall, wall, wall))


def factors_of(room: Room):
    patches = build_patches(room, None, [])
    view = look_around(None, None, patches.points, patches.normals, (8, 8), patch_rotations(patches))
    return patches, form_factors(patches_seen(view, patches, NONE), patches.count)


def patch_areas(room: Room, patches) -> np.ndarray:
    sizes = [(room.depth, room.height)] * 2 + [(room.width, room.depth)] * 2 + [(room.width, room.height)] * 2
    return np.concatenate(
        [np.full(c * r, a * b / (c * r)) for (a, b), (_, c, r) in zip(sizes, patches.room_cells, strict=True)]
    )


class ClosedCavity(unittest.TestCase):
    def test_every_ray_ends_on_a_patch(self):
        _, factors = factors_of(empty_room(0.5))
        np.testing.assert_allclose(factors.sum(1), 1.0, atol=1e-5)

    def test_even_light_multiplies_by_one_over_one_minus_rho(self):
        for rho in (0.08, 0.45, 0.8, 0.95):
            patches, factors = factors_of(empty_room(rho))
            even = np.ones((patches.count, 3), np.float32)
            got = radiosity(factors, patches, thrown_on(patches, even))
            off = np.abs(np.log2(got / (rho / (1 - rho))))
            self.assertLess(off.max(), 0.01, f"reflectance {rho}")

    def test_what_a_lamp_sends_is_what_the_walls_take(self):
        room = empty_room(0.7)
        patches, factors = factors_of(room)
        quad = Quad((0.0, 1.2, 2.1), (0.2, 0.0, 0.0), (0.0, 0.2, 0.0))
        lift = np.zeros(len(patches.points), np.float32)
        at = illuminance(None, patches.points, patches.normals, lift, quad_emitter(quad), NONE, (6, 6))
        direct = np.repeat(at.reshape(patches.count, -1).mean(1)[:, None], 3, 1)
        total = direct + factors @ radiosity(factors, patches, thrown_on(patches, direct))
        taken = (patch_areas(room, patches) * total[:, 0] * (1 - 0.7)).sum()
        self.assertLess(abs(np.log2(taken / (np.pi * quad.area))), 0.01)

    def test_darker_walls_give_less_light(self):
        light = {}
        for rho in (0.1, 0.5, 0.9):
            patches, factors = factors_of(empty_room(rho))
            even = np.ones((patches.count, 3), np.float32)
            light[rho] = radiosity(factors, patches, thrown_on(patches, even)).mean()
        self.assertLess(light[0.1], light[0.5])
        self.assertLess(light[0.5], light[0.9])


class Scrim(unittest.TestCase):
    def test_what_falls_on_one_face_comes_out_of_both(self):
        quad = Quad((0.0, 1.2, 2.0), (0.5, 0.0, 0.0), (0.0, 0.5, 0.0))
        patches = build_patches(empty_room(0.5), None, [Sheet(quad, (0.3,) * 3, 0.6)])
        first, columns, rows = patches.quad_cells[0]
        n = columns * rows
        lux = np.zeros((patches.count, 3), np.float32)
        lux[first : first + n] = 100.0
        thrown = thrown_on(patches, lux)
        np.testing.assert_allclose(thrown[first : first + n], 30.0, rtol=1e-6)
        np.testing.assert_allclose(thrown[first + n : first + 2 * n], 60.0, rtol=1e-6)


class Receptors(unittest.TestCase):
    def gathered(self, receptor: int, axis) -> np.ndarray:
        patches = build_patches(empty_room(0.5), None, [])
        points, axes = np.array([[0, 1.2, 2.0]], np.float32), np.array([axis], np.float32)
        view = look_around(None, None, points, axes, (16, 16), rotations(1), receptor)
        return gather(patches_seen(view, patches, NONE), np.ones((patches.count, 3), np.float32), receptor)

    def test_flat_under_an_even_sky_is_its_radiosity(self):
        np.testing.assert_allclose(self.gathered(FLAT, (0, 0, 1)), 1.0, rtol=1e-5)

    def test_dome_in_an_even_sphere_is_twice_its_radiosity(self):
        """Integral of L (1 + cos) / 2 over the sphere = 2 pi L = 2 B."""
        np.testing.assert_allclose(self.gathered(DOME, (0, 1, 0)), 2.0, rtol=1e-5)


class Layout(unittest.TestCase):
    def test_a_coloured_wall_keeps_its_luminance(self):
        from deep_amber.core.model.room import Colour

        rgb = np.array(Surface(0.3, Colour(1.0, 0.2, 0.1)).rgb)
        self.assertAlmostEqual(float(rgb @ [0.2126, 0.7152, 0.0722]), 0.3, places=3)
        self.assertGreater(rgb[0], rgb[2])

    def test_a_large_room_keeps_its_patches_within_bounds(self):
        patches = build_patches(empty_room(0.5, 20.0, 20.0, 8.0), None, [])
        self.assertLess(patches.count, 1.2 * MOST_WALL_PATCHES)

    def test_a_quad_stops_the_view_to_the_wall(self):
        quad = Quad((0.0, 1.2, 1.0), (1.5, 0.0, 0.0), (0.0, 1.2, 0.0))
        patches = build_patches(empty_room(0.5), None, [Sheet(quad, (0.2, 0.2, 0.2))])
        points, axes = np.array([[0, 1.2, 1.05]], np.float32), np.array([[0, 0, -1]], np.float32)
        seen = patches_seen(look_around(None, None, points, axes, (8, 8), rotations(1)), patches, quad_rows([quad]))
        first, columns, rows = patches.quad_cells[0]
        self.assertGreater(np.mean((seen >= first) & (seen < first + columns * rows)), 0.95)


if __name__ == "__main__":
    unittest.main()
