"""How finely to compute: while something is pulled about, and at rest."""

from dataclasses import dataclass

from ..picture.lens_rays import Size
from ..transport.bounce import FINE, QUICK


@dataclass(frozen=True)
class Quality:
    size: Size
    """Of the picture [pixels]."""
    shadow_grid: tuple[int, int]
    """Columns and rows of shadow samples on the emitter."""
    stride: int
    """Spacing of the coarse shadow pixels."""
    shadow_change: float
    """Difference of visibility between coarse pixels that asks for full resolution."""
    coarse_hair: bool
    """Whether shadows on hair stay coarse."""
    shine_grid: tuple[int, int]
    """Columns and rows of shine samples on the emitter."""
    bodies_reflect: bool
    """Whether the black bodies of the lights are in the way of bounced light."""
    precision: float
    """Of the bounces."""
    patch_grid: tuple[int, int]
    """Shadow samples of direct light on patches."""
    outlines: bool
    """More samples on outlines and eyes."""


DRAGGED = Quality(Size(320, 400), (2, 3), 4, 0.05, True, (2, 3), False, QUICK, (2, 2), False)
SETTLED = Quality(Size(640, 800), (4, 4), 4, 0.02, False, (3, 4), True, FINE, (4, 4), True)
BOUNCE_ROWS = 100  # rows of the coarse grid on which bounced light is gathered
BOUNCE_GRID = (16, 8)  # hemisphere rays a coarse place
SENSOR_GRID = (24, 16)  # hemisphere rays a sensor point
SENSOR_SHADOWS = (8, 8)
PATCH_RAYS = (8, 4)
