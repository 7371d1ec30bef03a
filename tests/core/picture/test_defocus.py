"""Blur of what is out of focus: against the thin lens, and without bleeding or loss of light."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.framing.depth_of_field import blur
from deep_amber.core.framing.framings import sensor_height
from deep_amber.core.picture.defocus import CHANNELS, RADII, Layer, defocused, half_widths
from deep_amber.core.simulation import SETTLED, Memory, simulate
from deep_amber.core.simulation.focus import blur_radius, focus_distance
from deep_amber.core.simulation.stages import Stages
from deep_amber.core.sitter.kinds import WALL_KIND
from tests.sets import mesh_of, plain_set

SIZE = (120, 160)


def empty() -> np.ndarray:
    return np.zeros((*SIZE, CHANNELS), np.float32)


def front_of(values=None, share=None) -> np.ndarray:
    """A front layer of a grey value where its share is 1."""
    made = empty()
    made[..., 4] = 1
    if share is not None:
        made[..., :3], made[..., 3] = values * share[..., None], share
    return made


def back_of(picture, share=None) -> np.ndarray:
    made = empty()
    rest = 1 - share if share is not None else np.ones(SIZE, np.float32)
    made[..., :3], made[..., 3] = picture * rest[..., None], rest
    return made


def flat(radius: float) -> np.ndarray:
    return np.full(SIZE, radius, np.float32)


def both(front: Layer, back: Layer) -> np.ndarray:
    out = np.empty((*front.radius.shape, 3), np.float32)
    defocused(lambda: front, lambda: back, out)
    return out


class Discs(unittest.TestCase):
    def spot(self, radius: float) -> np.ndarray:
        picture = np.zeros((*SIZE, 3), np.float32)
        picture[60, 80] = 1.0
        return both(Layer(front_of(), flat(0)), Layer(back_of(picture), flat(radius)))[..., 0]

    def test_a_spot_becomes_a_disc_of_its_diameter_with_all_of_its_light(self):
        for radius in (4.0, 8.0, 16.0):
            out = self.spot(radius)
            self.assertAlmostEqual(out.sum(), 1.0, delta=0.02)
            across = (out[60] > out.max() / 2).sum()
            self.assertAlmostEqual(across, 2 * radius, delta=max(2.0, 0.1 * radius))  # a coarse place is 2 or 4 pixels

    def test_between_the_radii_the_spread_grows_steadily(self):
        yy, xx = np.mgrid[: SIZE[0], : SIZE[1]]
        spreads = []
        for radius in (0.0, 1.0, 2.0, 3.0, 5.0, 6.5, 8.0, 11.0):
            out = self.spot(radius)
            spreads.append(float(((yy - 60) ** 2 + (xx - 80) ** 2).ravel() @ out.ravel() / out.sum()))
        self.assertEqual(spreads, sorted(spreads))
        self.assertAlmostEqual(spreads[-2], 8.0**2 / 2, delta=0.25 * 32)  # r2 / 2 of an even disc

    def test_an_even_picture_stays_even_up_to_its_edges(self):
        picture = np.full((*SIZE, 3), 0.4, np.float32)
        for radius in (0.5, 3.0, 12.0, 40.0):
            out = both(Layer(front_of(), flat(0)), Layer(back_of(picture), flat(radius)))
            np.testing.assert_allclose(out, 0.4, atol=2e-3)

    def test_half_widths_are_those_of_a_circle(self):
        for radius in (1.0, 3.0, 3.87):
            halves = half_widths(radius)
            self.assertAlmostEqual(2 * halves.sum(), np.pi * radius**2, places=4)
            self.assertAlmostEqual(halves[0], halves[-1], places=5)
        self.assertAlmostEqual(half_widths(4.0)[4], 4.0, delta=0.02)
        self.assertEqual(RADII[0], 0.0)


class Layers(unittest.TestCase):
    def setUp(self):
        self.share = np.zeros(SIZE, np.float32)
        self.share[:, 80:] = 1.0
        self.white = np.ones((*SIZE, 3), np.float32)

    def test_a_sharp_edge_before_a_blurred_ground_stays_sharp_and_takes_nothing_of_it(self):
        out = both(Layer(front_of(0.1, self.share), flat(0)), Layer(back_of(self.white, self.share), flat(16.0)))
        np.testing.assert_allclose(out[:, 80:], 0.1, atol=1e-3)
        np.testing.assert_allclose(out[:, :80], 1.0, atol=5e-3)

    def test_a_blurred_edge_goes_over_a_sharp_ground_by_half(self):
        out = both(Layer(front_of(0.0, self.share), flat(8.0)), Layer(back_of(self.white, self.share), flat(0)))[
            60, :, 0
        ]
        self.assertAlmostEqual((out[79] + out[80]) / 2, 0.5, delta=0.08)
        self.assertGreater(out[60], 0.99)
        self.assertLess(out[100], 0.01)
        self.assertTrue((np.diff(out) < 0.02).all())

    def test_inside_a_layer_a_change_of_radius_leaves_no_line(self):
        radius = np.where(np.arange(SIZE[1]) < 60, 1.0, 6.0) * np.ones((SIZE[0], 1))
        share = np.ones(SIZE, np.float32)
        out = both(
            Layer(front_of(0.5, share), radius.astype(np.float32)), Layer(back_of(self.white, share), flat(20.0))
        )
        np.testing.assert_allclose(out[10:-10, 10:-10], 0.5, atol=0.01)


class InThePicture(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        s = plain_set()
        cls.set = replace(s, camera=replace(s.camera, aperture=2.8))
        cls.stages = Stages(cls.set, mesh_of(s), Memory(), SETTLED, lambda: None)

    def test_the_backdrops_blur_is_the_thin_lenss(self):
        seen, camera = self.stages.seen(), self.set.camera
        radius = blur_radius(self.stages, seen, seen.distance).reshape(800, 640)
        ground = seen.kinds.reshape(800, 640)[10, 320] == WALL_KIND
        self.assertTrue(ground)
        depth = abs(camera.place.z - self.set.backdrop.z)
        wanted = blur(camera, focus_distance(self.stages), depth) / sensor_height(camera) * 800 / 2
        self.assertAlmostEqual(radius[10, 320], wanted, delta=0.03 * wanted)

    def test_the_near_eye_is_sharp_and_the_ears_are_not(self):
        seen = self.stages.seen()
        radius = blur_radius(self.stages, seen, seen.distance)
        eye = self.stages.posed().eyes[:, :3]
        near = eye[np.argmin(np.linalg.norm(eye - self.set.camera.place.array, axis=1))]
        at_eye = np.argmin(np.linalg.norm(seen.points - near, axis=1))
        self.assertLess(radius[at_eye], 1.5)
        body, mesh = self.stages.posed(), mesh_of(self.set)
        ear = body.in_room(body.vertices[[mesh.landmarks["ear_lobe_L"]]])[0]
        on_sitter = np.where(seen.kinds != WALL_KIND)[0]
        at_ear = on_sitter[np.argmin(np.linalg.norm(seen.points[on_sitter] - ear, axis=1))]
        depth = np.linalg.norm(seen.points[at_ear] - self.set.camera.place.array)
        wanted = blur(self.set.camera, focus_distance(self.stages), depth) / sensor_height(self.set.camera) * 800 / 2
        self.assertAlmostEqual(radius[at_ear], wanted, delta=0.3)
        self.assertGreater(radius[at_ear], 1.0)

    def test_a_small_aperture_changes_the_face_little_and_a_wide_one_melts_the_texture(self):
        def texture(aperture):
            sheet = replace(self.set.backdrop, creases="fold lines")
            camera = replace(self.set.camera, aperture=aperture, sensitivity=100 * (aperture / 8) ** 2)
            picture = simulate(replace(self.set, backdrop=sheet, camera=camera), mesh_of(self.set)).picture
            return np.ptp(picture[40:300, 20:60].astype(float).mean((1, 2)))

        self.assertGreater(texture(22.0), 2 * texture(1.4))


if __name__ == "__main__":
    unittest.main()
