"""A surface's own colour as painters and screens write it: sRGB, red, green and blue."""

from ..model.room import Colour, Surface
from ..model.set import Set
from ..sitter.mesh import SitterMesh
from ..srgb import code_value, linear_value, luminance
from .field import Field, value_at, with_value

DARKEST, LIGHTEST = 0.02, 0.95  # reflectances that a surface may have


def surface_of(rgb: tuple[int, int, int]) -> Surface:
    """The surface that a colour of sRGB values 0 to 255 names; its reflectance held within what a surface may have."""
    red, green, blue = (linear_value(k) for k in rgb)
    most = max(red, green, blue)
    colour = Colour(red / most, green / most, blue / most) if most > 0 else Colour()
    return Surface(min(max(luminance(red, green, blue), DARKEST), LIGHTEST), colour)


def rgb_of(surface: Surface) -> tuple[int, int, int]:
    """The sRGB values 0 to 255 of a surface."""
    red, green, blue = (code_value(k) for k in surface.rgb)
    return red, green, blue


def colour_field(label: str, path: str) -> Field:
    """The typed colour of the surface at a path; it gives the reflectance too."""

    def get(s: Set, _: SitterMesh) -> tuple[int, int, int]:
        return rgb_of(value_at(s, path))

    def put(s: Set, _: SitterMesh, rgb: tuple[int, int, int]) -> Set:
        return with_value(s, path.split("."), surface_of(rgb))

    return Field(label, "colour", get, put)
