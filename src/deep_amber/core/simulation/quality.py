"""How finely to compute: while something is dragged, and at rest."""

from dataclasses import dataclass, replace

from ..model.camera import Camera
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
    shine_turns: tuple[int, int]
    """Radii and turns of shine samples on a round one."""
    keep_shadows: bool
    """Whether how much of a panel is seen is kept while lights move."""
    bodies: bool
    """Whether the bodies of lights are in the way of bounced light and of other lights."""
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
    things: bool = True
    """Whether lights and panels that stand before the lens are drawn."""


DRAGGED = Quality(
    size=Size(320, 400),
    shadow_grid=(2, 2),
    stride=5,
    shadow_change=0.05,
    every=2,
    cell=1.0,
    coarse_hair=True,
    shine_grid=(2, 2),
    shine_turns=(1, 4),
    keep_shadows=True,
    bodies=False,
    precision=QUICK,
    patch_grid=(2, 2),
    wall_cell=0.5,
    patch_points=3,
    secondary_points=1,
    bounce_rows=50,
    bounce_grid=(8, 6),
    sensor_shadows=(8, 8),
    outlines=False,
)
SETTLED = Quality(
    size=Size(640, 800),
    shadow_grid=(3, 3),
    stride=4,
    shadow_change=0.02,
    every=1,
    cell=CELL,
    coarse_hair=False,
    shine_grid=(3, 4),
    shine_turns=(2, 5),
    keep_shadows=False,
    bodies=True,
    precision=FINE,
    patch_grid=(4, 4),
    wall_cell=0.35,
    patch_points=1,
    secondary_points=3,
    bounce_rows=100,
    bounce_grid=(16, 8),
    sensor_shadows=(16, 16),
    outlines=True,
)
SKETCHED = replace(DRAGGED, size=Size(208, 260), bounce_rows=32)
"""While the sitter, the room or the camera moves with several lights: every layer is made anew then."""

SOUGHT = replace(DRAGGED, sensor_shadows=(5, 5), bodies=True)
"""While moves and sets are tried; what is offered is read at rest."""


def oriented(quality: Quality, camera: Camera) -> Quality:
    """The quality for the picture as the camera is held: its longer side stands or lies."""
    size = quality.size
    if (size.aspect > 1) == (camera.aspect > 1):
        return quality
    turned = Size(size.height, size.width)
    return replace(quality, size=turned, bounce_rows=round(quality.bounce_rows * size.width / size.height))


PANEL_SHADOWS, PANEL_SHADOWS_QUICK = (8, 8), (3, 3)  # shadow samples of panels where surfaces are read
SMALL = 40  # results kept of a stage that is small: enough for eight lights with two emitters each
SENSOR_GRID = (24, 16)  # hemisphere rays a sensor point
PATCH_RAYS = (8, 4)
SECONDARY_GRID = (2, 3)  # shadow samples of panels and scrims on patches and coarse places
