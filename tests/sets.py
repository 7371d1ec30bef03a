"""Sets for tests: the demo sets, and one plain set to vary."""

from dataclasses import replace
from pathlib import Path

from deep_amber.core.scene import Light, Point, Set
from deep_amber.formats.set_file import SetFile, read_set_file
from deep_amber.formats.sitter_file import load_sitter

DEMO = Path(__file__).parent.parent / "demo"


def demo_file(number: int = 1) -> SetFile:
    """Demo set 1, 2 or 3 as a file."""
    return read_set_file(next(DEMO.glob(f"{number}-*.json")).read_bytes())


def plain_set() -> Set:
    """The first demo set."""
    return demo_file(1).set


def mesh_of(photo_set: Set):
    return load_sitter(photo_set.sitter.who)


def with_light(photo_set: Set, **changes) -> Set:
    """The set with its one light changed."""
    (light,) = photo_set.lights
    return replace(photo_set, lights=(replace(light, **changes),))


def light_at(photo_set: Set, x: float, y: float, z: float) -> Set:
    return with_light(photo_set, place=Point(x, y, z))


def mirrored_light(light: Light) -> Light:
    """The light on the other side of the room's middle."""
    return replace(light, place=replace(light.place, x=-light.place.x), aim=replace(light.aim, x=-light.aim.x))
