"""Sets for tests: the demo sets, and one plain set to vary."""

from dataclasses import replace
from pathlib import Path

from deep_amber.core.model import Bare, Bowl, Light, Panel, Point, Set, Softbox, Window
from deep_amber.core.model.furniture import Door, Furniture
from deep_amber.formats.set_file import SetFile, read_set_file
from deep_amber.formats.sitter_file import sitter_of

DEMO = Path(__file__).parent.parent / "demo"


def demo_file(number: int = 1) -> SetFile:
    """Demo set 1 to 4 as a file."""
    return read_set_file(next(DEMO.glob(f"{number}-*.json")).read_bytes())


def plain_set() -> Set:
    """The first demo set, before its brief."""
    return replace(demo_file(1).set, look=None)


def mesh_of(photo_set: Set):
    return sitter_of(photo_set)


def with_light(photo_set: Set, **changes) -> Set:
    """The set with its one light changed."""
    (light,) = photo_set.lights
    return replace(photo_set, lights=(replace(light, **changes),))


def rich_set() -> Set:
    """The first demo set with a rim, a background light and a window, a panel of each shape, a chest and two doors."""
    s = plain_set()
    left, face = -s.room.width / 2, s.lights[0].aim
    lights = (
        *s.lights,
        Light(Point(0.9, 1.9, 1.2), face, -2.0, Softbox(0.3, 0.9, fabric_grid=40.0), "rim", role="rim"),
        Light(Point(-1.1, 0.6, 1.5), Point(0.0, 1.2, 0.5), -3.0, Bowl(), "background", role="background", grid=20),
        Light(Point(left, 1.4, 3.0), Point(left + 1, 1.4, 3.0), 0.0, Bare(), "window", Window(), role="other"),
    )
    panels = (
        Panel(Point(0.75, 1.2, 2.6), face, surface="white", name="board"),
        Panel(Point(-1.0, 1.0, 1.9), face, 1.6, 1.9, "black", "V-flat", name="V-flat"),
        Panel(Point(0.0, 0.75, 2.7), face, 0.7, 0.5, "silver", "curved", 120.0, "lap", name="lap reflector"),
    )
    furniture = (Furniture("chest", 1.2, 3.9, 0.7, 0.5, 0.9),)
    doors = (Door("door", "left", 4.2), Door("hatch", "front", 0.8, 0.6, 1.2, "slides"))
    return replace(s, lights=lights, panels=panels, furniture=furniture, doors=doors)


def light_at(photo_set: Set, x: float, y: float, z: float) -> Set:
    return with_light(photo_set, place=Point(x, y, z))


def mirrored_light(light: Light) -> Light:
    """The light on the other side of the room's middle."""
    return replace(light, place=replace(light.place, x=-light.place.x), aim=replace(light.aim, x=-light.aim.x))
