"""Own colours of walls, backdrop, furniture and cloth, typed as sRGB."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from deep_amber.core.editing.fields import enter, fields_of
from deep_amber.core.editing.furnish import add_furniture
from deep_amber.core.editing.surface_colour import rgb_of, surface_of
from deep_amber.core.model.limits import check_limits
from deep_amber.core.presenting.sheet import value_text
from deep_amber.core.problem import NotAccepted
from deep_amber.core.units import parse_colour
from tests.sets import mesh_of, plain_set

CODES = st.integers(0, 255)


class Colours(unittest.TestCase):
    def test_mid_grey_is_what_119_shows(self):
        surface = surface_of((118, 118, 118))
        self.assertAlmostEqual(surface.reflectance, 0.181, places=3)
        self.assertEqual((surface.colour.red, surface.colour.blue), (1.0, 1.0))

    @given(CODES, CODES, CODES)
    def test_every_colour_is_a_sound_surface_and_comes_back_where_a_surface_can_be_so(self, red, green, blue):
        rgb = (red, green, blue)
        surface = surface_of(rgb)
        self.assertEqual(list(check_limits(surface)), [])
        if 0.02 < surface.reflectance < 0.95:
            for had, wanted in zip(rgb_of(surface), rgb, strict=True):
                self.assertAlmostEqual(had, min(wanted, 253), delta=2)  # nothing reflects all of a channel

    def test_texts(self):
        for text in ("#c8b090", "C8B090", "200 176 144", "200, 176,144"):
            self.assertEqual(parse_colour(text), (200, 176, 144))
        for text in ("red", "#12345", "300 1 1", "1 2"):
            with self.assertRaises(NotAccepted) as refused:
                parse_colour(text)
            self.assertIn("#c8b090", refused.exception.problems[0].accepted)

    def test_walls_backdrop_furniture_and_cloth_take_a_colour(self):
        s, mesh = add_furniture(plain_set(), "sofa"), mesh_of(plain_set())
        for path in ("room.colours.left", "backdrop.surface.colour", "furniture.0.colour", "sitter.cloth_colour"):
            made = enter(s, mesh, path, "#802020")
            thing = ".".join(path.split(".")[:2]) if path.startswith("furniture") else path.split(".")[0]
            field = fields_of(made, thing)[path]
            self.assertEqual(value_text(field, field.get(made, mesh), False), "#802020", path)
        red = enter(s, mesh, "room.colours.left", "#802020").room.surfaces.left
        self.assertGreater(red.colour.red, 5 * red.colour.green)
        baked = fields_of(s, "sitter")["sitter.cloth_colour"].get(s, mesh)
        self.assertTrue(all(120 < k < 190 for k in baked), baked)  # Nadia's is a light oatmeal


if __name__ == "__main__":
    unittest.main()
