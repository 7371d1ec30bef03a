"""Sets for pattern tests: a sitter in a large empty room with one key at an azimuth and elevation of the facial plane."""

from dataclasses import replace

from deep_amber.core.model import Bare, Octa, Point, Set, Softbox
from deep_amber.core.model.patterns import PATTERNS
from deep_amber.core.pattern.directions import direction
from deep_amber.core.pattern.face_points import face_points
from deep_amber.core.pattern.key_light import key_light
from deep_amber.core.pattern.measures import Measures, measures_of
from deep_amber.core.pattern.reading import PatternReading, read_pattern, shares_of
from deep_amber.core.simulation import DRAGGED, Memory
from deep_amber.core.simulation.readings import readings_of
from deep_amber.core.simulation.stages import Stages
from deep_amber.core.sitter.face import head_frame
from tests.sets import mesh_of, plain_set

BOX, BARE, OCTA = Softbox(0.6, 0.9), Bare(), Octa(1.2)
SIZE = 9.0
_memory = Memory()  # ray structures are kept between tests


def room_for_all(**sitter) -> Set:
    """The plain set in a room of 9 x 9 x 5 m, the sitter in its middle facing the camera 3 m away."""
    s = plain_set()
    pose = {
        "body_turn": 0.0,
        "head_turn": 0.0,
        "head_nod": 0.0,
        "head_tilt": 0.0,
        "chin_forward": 0.0,
        "x": 0.0,
        "z": 4.5,
    }
    placed = replace(s.sitter, **(pose | sitter))
    made = replace(
        s,
        room=replace(s.room, width=SIZE, depth=SIZE, height=5.0),
        sitter=placed,
        panels=(),
        furniture=(),
        doors=(),
        backdrop=replace(s.backdrop, x=0.0, z=0.3, width=6.0, height=3.0),
    )
    eyes = head_frame(mesh_of(made), placed).offset
    camera = replace(s.camera, place=Point(0.0, float(eyes[1]), 7.5), aim=Point(*map(float, eyes)))
    return replace(made, camera=camera)


def lit(
    azimuth: float, elevation: float, distance: float = 1.2, modifier=BOX, scene: Set | None = None, **sitter
) -> Set:
    """A set with its key there [degrees, m], aimed at the face."""
    s = room_for_all(**sitter) if scene is None else scene
    mesh = mesh_of(s)
    head, face = head_frame(mesh, s.sitter), face_points(mesh)
    middle = head.in_room(face.centre)
    place = middle + head.rotation @ direction(azimuth, elevation) * distance
    light = replace(
        plain_set().lights[0], place=Point(*map(float, place)), aim=Point(*map(float, middle)), modifier=modifier
    )
    return replace(s, lights=(light, *s.lights[1:]))


def stages_of(photo_set: Set) -> Stages:
    return Stages(photo_set, mesh_of(photo_set), _memory, DRAGGED, lambda: None)


def shares(photo_set: Set) -> dict[str, float]:
    """Probabilities by rays, by name."""
    stages = stages_of(photo_set)
    key = key_light(stages, photo_set.lights[0])
    assert key is not None
    return dict(zip(PATTERNS, shares_of(key, face_points(stages.mesh)), strict=True))


def named(photo_set: Set) -> str:
    found = shares(photo_set)
    return max(found, key=lambda k: found[k])


def measured(photo_set: Set) -> Measures:
    stages = stages_of(photo_set)
    key = key_light(stages, photo_set.lights[0])
    assert key is not None
    return measures_of(key.level[None], face_points(stages.mesh), key.direction[None])


def reading(photo_set: Set, whole: bool = False) -> PatternReading:
    """The pattern reading; with `whole` its composed name too."""
    stages = stages_of(photo_set)
    made = read_pattern(stages, readings_of(stages) if whole else None)
    assert made is not None
    return made
