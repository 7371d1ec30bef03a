"""Stages of sets, as the tests of exposure read them."""

from dataclasses import replace

from deep_amber.core.model import Bare, Light, Point, Set, Surface
from deep_amber.core.model.room import Surfaces
from deep_amber.core.simulation import DRAGGED, Memory
from deep_amber.core.simulation.quality import oriented
from deep_amber.core.simulation.stages import Stages
from tests.sets import mesh_of


def stages_of(photo_set: Set) -> Stages:
    return Stages(photo_set, mesh_of(photo_set), Memory(), oriented(DRAGGED, photo_set.camera), lambda: None)


def black_room(photo_set: Set) -> Set:
    """The set in a large black room, with nothing but its lights to give light."""
    black = Surface(0.0)
    surfaces = Surfaces(**{name: black for name in Surfaces.__dataclass_fields__})
    backdrop = replace(photo_set.backdrop, surface=black)
    return replace(photo_set, room=replace(photo_set.room, surfaces=surfaces), backdrop=backdrop, panels=())


def lamp(place: Point, aim: Point, source, name: str = "lamp", output: float = 0.0, role: str = "other") -> Light:
    return Light(place, aim, output, Bare(), name, source, role)
