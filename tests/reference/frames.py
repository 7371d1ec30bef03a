"""Sets of the whole frames that are held against the path tracer, and our frames as cells of 16 x 20."""

import math
from collections.abc import Callable
from dataclasses import replace

import numpy as np

from deep_amber.core.model import Bare, Bowl, Camera, Light, Panel, Point, Set, Softbox
from deep_amber.core.model.furniture import Door, Furniture
from deep_amber.core.model.room import Surface
from deep_amber.core.simulation.memory import Memory
from deep_amber.core.simulation.quality import SETTLED
from deep_amber.core.simulation.simulate import linear_picture
from deep_amber.core.simulation.stages import Stages
from deep_amber.core.sitter.mesh import SitterMesh
from deep_amber.core.srgb import LUMINANCE
from deep_amber.formats.sitter_file import sitter_of

from .scenes import FACE, _at, _lit

COLUMNS, ROWS = 16, 20
DARKEST = 0.18 * 2.0**-5
"""Under it a cell is as good as black."""


def _framed(photo_set: Set, height: float = 0.8, who: str = "anton", **sitter) -> Set:
    """The lens before the face, the picture that high there [m], all of it sharp, the brightest of the face near white."""
    face = FACE
    away = 1.6
    camera = Camera(
        Point(0.0, face.y, face.z + away), Point(0.0, face.y - 0.12 * height, face.z), 36.0, 32.0, 1 / 160, 400.0
    )
    wide = replace(camera, focal_length=away / height * 30.0)  # a sensor of 24 x 36 shows 24 x 30 mm of it
    # No shine: the tracer knows none on skin.
    posed = replace(photo_set.sitter, who=who, sheen=0.0, gaze="along the nose", **sitter)
    return replace(photo_set, camera=wide, sitter=posed)


def _lit_sheet() -> Set:
    sheet = Panel(Point(0.0, 1.3, 1.3), Point(0.0, 1.3, 3.0), 2.4, 2.2, "bed sheet", name="sheet")
    behind = Light(Point(0.2, 1.3, 0.3), Point(0.0, 1.3, 1.3), -6.0, Bare(), "behind", role="background")
    key = replace(_at(), output=-1.0)
    return _framed(replace(_lit("grey", key, behind, panels=(sheet,)), backdrop=_wall()))


def _wall():
    base = _lit("grey", _at())
    return replace(base.backdrop, z=0.01, width=3.0, height=2.4, kind="wall")


def _box_as_ground() -> Set:
    ground = Light(
        Point(0.15, 1.25, 1.35), Point(0.15, 1.25, 3.5), -8.0, Softbox(1.0, 1.5), "ground", role="background"
    )
    return _framed(_lit("grey", replace(_at(), output=-2.0), ground))


def _silver_and_gold() -> Set:
    silver = Panel(Point(0.62, 1.15, 1.75), Point(0.0, 1.25, 3.0), 0.5, 0.9, "silver", name="silver")
    gold = Panel(Point(-0.66, 1.1, 1.7), Point(-0.2, 1.35, 3.2), 0.5, 0.8, "gold", name="gold")
    return _framed(_lit("grey", _at(-30.0, 35.0, 1.2), panels=(silver, gold)), 1.2)


def _glasses() -> Set:
    return _framed(_lit("white", _at(-35.0, 30.0, 1.2)), 0.45, glasses="heavy")


def _silhouette() -> Set:
    ground = Light(Point(-1.0, 1.9, 1.9), Point(0.0, 1.3, 1.2), 0.0, Bowl(), "ground", role="background")
    return _framed(_lit("black", ground), 0.9)


def _furniture() -> Set:
    chest = Furniture("chest", 0.75, 1.55, 0.5, 0.45, 1.05, surface=Surface(0.5))
    table = Furniture("table", -0.7, 1.7, 0.5, 0.5, 0.75, surface=Surface(0.3))
    door = Door("door", "back", 1.0, 0.8, 2.0, "stands open")
    s = _lit("white", _at(-40.0, 35.0, 1.3))
    return _framed(
        replace(s, furniture=(chest, table), doors=(door,), backdrop=replace(s.backdrop, x=-0.4, width=1.2)), 1.7
    )


def _long_hair() -> Set:
    return _framed(_lit("grey", _at(-60.0, 25.0, 1.2)), 0.9, "linnea")


def _disc() -> Set:
    disc = Panel(Point(0.55, 1.1, 2.35), FACE, 0.8, 0.8, "white", shape="round", back="black", name="disc")
    return _framed(_lit("black", _at(-50.0, 30.0, 1.2), panels=(disc,)), 1.4)


def _near(x: float, under: float, height: float, low: float = 0.0) -> Set:
    """A narrow gap from near: the lens on a place that far aside of the face and under it."""
    s = _framed(_lit("white", _at()), height)
    aim = Point(x, FACE.y - under, FACE.z - 0.1)
    place = Point(x * 0.6, FACE.y - under - low, FACE.z + 1.2)
    return replace(s, camera=replace(s.camera, place=place, aim=aim, focal_length=1.25 / height * 30.0))


FRAMES: dict[str, Callable[[], Set]] = {
    "lit sheet as ground": _lit_sheet,
    "box in the frame": _box_as_ground,
    "silver and gold in the frame": _silver_and_gold,
    "glasses": _glasses,
    "silhouette": _silhouette,
    "furniture and an open door": _furniture,
    "long hair": _long_hair,
    "disc of two sides": _disc,
    "between sleeve and body": lambda: _near(0.17, 0.42, 0.22),
    "under the jaw": lambda: _near(0.0, 0.11, 0.16, 0.5),
}


def matt(photo_set: Set) -> SitterMesh:
    """The sitter without shine."""
    mesh = sitter_of(photo_set)
    return replace(mesh, name=f"{mesh.name}, matt", gloss=np.zeros_like(mesh.gloss))


def cells_of(picture: np.ndarray) -> np.ndarray:
    """(20, 16) means of a picture's luminance (height, width), clipped as a file clips."""
    high, wide = picture.shape
    return np.clip(picture, 0, 1).reshape(ROWS, high // ROWS, COLUMNS, wide // COLUMNS).mean((1, 3))


def our_frame(photo_set: Set) -> np.ndarray:
    """(20, 16) cells of our picture at rest."""
    stages = Stages(photo_set, matt(photo_set), Memory(), SETTLED, lambda: None)
    linear = linear_picture(stages) @ LUMINANCE
    return cells_of(linear.reshape(SETTLED.size.height, SETTLED.size.width))


def off(ours: np.ndarray, theirs: np.ndarray) -> np.ndarray:
    """Stops between cells that are not black."""
    lit = theirs > DARKEST
    return np.log2(np.maximum(ours[lit], 1e-9) / theirs[lit])


def rms(values: np.ndarray) -> float:
    return math.sqrt(float((values**2).mean()))
