"""Which lens, at which focal length."""

from dataclasses import replace

from ..model.camera import Camera, Lens
from ..units import APERTURES

MARKED = 0.97  # a mark may be rounded so much under what the lens opens to

USUAL = (24.0, 35.0, 50.0, 70.0, 85.0, 105.0, 135.0, 200.0)
"""[mm] usual focal lengths, offered when no lens is known."""
PORTRAIT = 2.8
"""f-number to which a lens that nobody has named opens, and from which on depth of field is so small that opening further costs
(assumption)."""
WHOLE = 1.0  # [mm] to which a zoom is set


def widest_of(camera: Camera) -> float:
    """The f-number to which it is opened without being asked: of the lens that is on, else PORTRAIT, or where it stands."""
    return camera.lens.widest if camera.lens else min(PORTRAIT, camera.aperture)


def openings(camera: Camera) -> tuple[float, ...]:
    """The marks on its ring from there on."""
    return tuple(float(n) for n in APERTURES if n >= widest_of(camera) * MARKED)


def with_lens(camera: Camera, focal_length: float, lens: Lens | None) -> Camera:
    """The camera with a lens at a focal length [mm], its aperture no wider than the lens opens."""
    aperture = camera.aperture if lens is None else max(camera.aperture, lens.widest)
    return replace(camera, focal_length=focal_length, lens=lens, aperture=aperture)


def put_on(camera: Camera, lens: Lens | None) -> Camera:
    """The camera with a lens put on, at its focal length nearest to the present one; None for any focal length."""
    if lens is None:
        return replace(camera, lens=None)
    return with_lens(camera, min(max(camera.focal_length, lens.shortest), lens.longest), lens)


def longest_under(most: float, lenses: tuple[Lens, ...]) -> tuple[float, Lens | None] | None:
    """The longest focal length up to `most` [mm] and its lens: of those given, else of the usual ones."""
    if not lenses:
        fitting = [f for f in USUAL if f <= most]
        return (max(fitting), None) if fitting else None
    reach = [(min(lens.longest, most // WHOLE * WHOLE), lens) for lens in lenses if lens.shortest <= most]
    reach = [(f, lens) for f, lens in reach if f >= lens.shortest]
    return max(reach, key=lambda k: k[0]) if reach else None
