"""How finely to compute: while something is pulled about, and at rest."""

from dataclasses import dataclass

from ..picture.lens_rays import Size
from ..transport.bounce import FINE, QUICK
from ..transport.direct import CELL


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
    every: int
    """Of the pixels in changing shadow, each so manyth row and column is traced."""
    cell: float
    """Largest cell of the emitter for unshadowed light on walls, in distances."""
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
    wall_cell: float
    """Smallest patch of a wall for bounced light [m]."""
    patch_points: int
    """Of the nine points of a patch, each so manyth is used."""
    secondary_points: int
    """Of a patch, where light from panels and scrims is found: 1, 3 or 9."""
    bounce_rows: int
    """Rows of the coarse grid on which bounced light is gathered."""
    bounce_grid: tuple[int, int]
    """Columns and rows of hemisphere rays a coarse place."""
    sensor_shadows: tuple[int, int]
    """Columns and rows of shadow samples where surfaces and meters are read."""
    outlines: bool
    """More samples on outlines and eyes."""


DRAGGED = Quality(
    Size(320, 400), (2, 3), 4, 0.05, 2, 1.0, True, (2, 3), False, QUICK, (2, 2), 0.5, 3, 1, 50, (8, 6), (8, 8), False
)
SETTLED = Quality(
    Size(640, 800),
    (3, 3),
    4,
    0.02,
    1,
    CELL,
    False,
    (3, 4),
    True,
    FINE,
    (4, 4),
    0.35,
    1,
    3,
    100,
    (16, 8),
    (16, 16),
    True,
)
PANEL_SHADOWS = (8, 8)  # shadow samples of panels where surfaces are read, at rest
SENSOR_GRID = (24, 16)  # hemisphere rays a sensor point
PATCH_RAYS = (8, 4)
SECONDARY_GRID = (2, 3)  # shadow samples of panels and scrims on patches and coarse places
