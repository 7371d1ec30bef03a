"""Without shopping: what stands in for gear that is not owned, each built on this set and read."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Any, TypeVar

import numpy as np

from ..gear.modifiers import Softbox
from ..gear.modifiers.snoot import Snoot
from ..kit.owned import Kit
from ..model.light import Light
from ..model.panel import Panel
from ..model.point import Point
from ..model.set import Set, with_added, with_light
from ..rules.fitting import modifiers_for
from ..rules.heat import heat
from ..rules.validation import problems_of
from ..simulation.key import key_index
from ..simulation.stages import Stages
from ..sitter.face import face_marks
from ..wish.state import State, state_of
from .levelled import key_levelled
from .measured import Look
from .placed import moved

SHEET = (1.5, 1.9)  # [m] of a bed sheet, in every home (assumption)
BOARD = (0.7, 1.0)  # [m] of a white foam board
SHEET_AT = 0.5  # of the way from lamp to face
CHAIR_HIGH, CHAIR_OUT, LAP, DOOR_OUT = (
    0.95,
    0.7,
    0.5,
    1.1,
)  # [m] a board's middle over the floor on a chair; from the face
CARD_SNOOT = Snoot(0.08, 25.0, "card")
TURNED = 28.0  # degrees a box is turned off the backdrop
WHITE_PAPER, STEP, TRIED = 0.88, 0.4, 8  # reflectance; [m] that sitter and light come forward a step; steps
TELLS = 0.15  # stops from which a board is worth putting up (assumption)
STEPS_BACK = (0.5, 1.0)  # [m]


@dataclass(frozen=True)
class Substitute:
    code: str
    photo_set: Set
    figures: dict[str, float]
    """What it does here: stops and metres, by name."""
    named: dict[str, str]


@dataclass(frozen=True)
class Asked:
    photo_set: Set
    stages: Stages
    look: Look
    now: State
    key: int

    @property
    def light(self) -> Light:
        return self.photo_set.lights[self.key]

    @property
    def face(self) -> np.ndarray:
        return np.array(face_marks(self.stages.mesh, self.photo_set.sitter).face)

    def read(self, made: Set) -> State:
        return state_of(self.look(made))

    def lit(self, made: Set) -> Set:
        """With the key turned until the lit cheek reads as it did."""
        return key_levelled(made, self.look, float(self.now.tones.stops["lit_cheek"]))


def substitutes(photo_set: Set, look: Look, kit: Kit, known: tuple[str, ...]) -> Iterator[Substitute]:
    """Those that say something in this set: what is owned needs no substitute, and what cannot stand is left out."""
    stages = look(photo_set)
    key = key_index(stages)
    if key is None:
        return
    asked = Asked(photo_set, stages, look, state_of(stages), key)
    for owned, make in MAKERS:
        if owned(kit):
            continue
        for made in make(asked):
            burns = any(v.refused for light in made.photo_set.lights for v in heat(light))
            if not burns and not problems_of(made.photo_set, known):
                yield made


def _point(at: np.ndarray) -> Point:
    return Point(*map(float, at))


def _sheet(asked: Asked) -> Iterator[Substitute]:
    """A white sheet between lamp and face."""
    light = asked.light
    if light.source.kind == "window":
        return
    way = asked.face - light.place.array
    place = light.place.array + way * SHEET_AT
    sheet = Panel(_point(place), _point(asked.face), *SHEET, "bed sheet", name="bed sheet")
    plain = asked.read(asked.photo_set)
    made = with_added(asked.photo_set, "panels", sheet)
    through = asked.read(made)
    cost = float(plain.tones.stops["lit_cheek"] - through.tones.stops["lit_cheek"])
    figures = {"cost_stops": cost, "away_m": float(np.linalg.norm(way)) * SHEET_AT}
    yield Substitute("silk", asked.lit(made), figures, {"was": plain.grade, "is": through.grade})


def _boards(asked: Asked) -> Iterator[Substitute]:
    """A board without a stand: on a chair, in the lap, taped to a door or a wall."""
    face, photo_set = asked.face, asked.photo_set
    side = 1.0 if asked.now.lit_side == "camera-left" else -1.0
    chair = Point(float(face[0] + side * CHAIR_OUT), CHAIR_HIGH, float(face[2]) + 0.15)
    lap = Point(float(face[0]), float(face[1]) - LAP, float(face[2]) + 0.35)
    wall = photo_set.room.width / 2 * side
    taped = Point(wall - side * 0.03, float(face[1]), float(face[2]) + 0.1)
    for code, at, holding in (("chair", chair, "held"), ("lap", lap, "held"), ("door", taped, "held")):
        if code == "door" and abs(wall - face[0]) > DOOR_OUT + 1.0:
            continue
        width, height = BOARD if code != "lap" else BOARD[::-1]
        board = Panel(at, _point(face), width, height, "white", holding=holding, name="white board")  # type: ignore[arg-type]
        made = with_added(photo_set, "panels", board)
        then = asked.read(made)
        by = float(then.tones.stops["shadow_cheek"] - asked.now.tones.stops["shadow_cheek"])
        under = float(then.tones.stops["under_chin"] - asked.now.tones.stops["under_chin"])
        if max(by, under) < TELLS:
            continue
        yield Substitute(f"board_{code}", made, {"shadow_stops": by, "chin_stops": under}, {})


def _snoot(asked: Asked) -> Iterator[Substitute]:
    """A card rolled to a tube, and a box turned off the backdrop, in place of a grid."""
    light = asked.light
    before = float(asked.now.tones.stops["backdrop_middle"])
    if "snoot" in modifiers_for(light.source):
        tube = replace(light, modifier=CARD_SNOOT, modifier_item="", grid=0, gels=light.gels)
        made = asked.lit(with_light(asked.photo_set, asked.key, tube))
        then = asked.read(made)
        figures = {"ground_stops": float(then.tones.stops["backdrop_middle"]) - before}
        yield Substitute("grid_snoot", made, figures, {"is": then.grade})
    yield from _turned_box(asked, "grid_box")


def _turned_box(asked: Asked, code: str) -> Iterator[Substitute]:
    light = asked.light
    if light.source.kind == "window":
        return
    way = light.aim.array - light.place.array
    lens = asked.photo_set.camera.place.array - light.place.array
    toward = 1.0 if way[2] * lens[0] - way[0] * lens[2] >= 0 else -1.0
    turn = np.radians(TURNED) * toward
    turned = np.array(
        [way[0] * np.cos(turn) + way[2] * np.sin(turn), way[1], way[2] * np.cos(turn) - way[0] * np.sin(turn)]
    )
    made = asked.lit(
        with_light(asked.photo_set, asked.key, replace(light, aim=_point(light.place.array + turned), follow=False))
    )
    then = asked.read(made)
    by = float(then.tones.stops["backdrop_middle"] - asked.now.tones.stops["backdrop_middle"])
    if by < -0.1:
        yield Substitute(code, made, {"ground_stops": by, "turned_degrees": TURNED}, {"is": then.grade})


def _strip(asked: Asked) -> Iterator[Substitute]:
    """A box half covered with black cloth."""
    light = asked.light
    if not isinstance(light.modifier, Softbox) or light.modifier.width < 0.4:
        return
    half = replace(light.modifier, width=light.modifier.width / 2)
    narrow = asked.photo_set
    # A cover takes half of the light that leaves; a smaller box would keep it.
    dimmed = max(light.output - 1.0, light.source.lowest_output)
    narrow = with_light(narrow, asked.key, replace(light, modifier=half, output=dimmed, modifier_item=""))
    then = asked.read(asked.lit(narrow))
    by = float(then.tones.stops["backdrop_middle"] - asked.now.tones.stops["backdrop_middle"])
    figures = {"cost_stops": 1.0, "ground_stops": by, "width_m": light.modifier.width / 2}
    yield Substitute("strip", asked.lit(narrow), figures, {"was": asked.now.grade, "is": then.grade})


def _forward(asked: Asked, by: float) -> Set:
    """Sitter, camera and all that lights the face carried off the backdrop together."""
    made = moved(asked.photo_set, "forward", by)
    stay = ("background", "room")
    lights = tuple(k if k.role in stay or k.source.kind == "window" else _along(k, by) for k in made.lights)
    return replace(made, lights=lights, panels=tuple(_along(k, by) for k in made.panels))


Thing = TypeVar("Thing", Light, Panel)


def _along(thing: Thing, by: float) -> Thing:
    place, aim = replace(thing.place, z=thing.place.z + by), replace(thing.aim, z=thing.aim.z + by)
    return replace(thing, place=place, aim=aim)


def _white_paper(asked: Asked) -> Iterator[Substitute]:
    """White paper so far behind that it reads as grey paper does now."""
    photo_set = asked.photo_set
    wanted = photo_set.look.backdrop_tone if photo_set.look else float(asked.now.tones.stops["backdrop_middle"])
    surface = replace(photo_set.backdrop.surface, reflectance=WHITE_PAPER)
    white = replace(asked, photo_set=replace(photo_set, backdrop=replace(photo_set.backdrop, surface=surface)))
    gap = photo_set.sitter.z - photo_set.backdrop.z
    known: list[tuple[float, Set, float]] = []
    for n in range(TRIED):
        made = _forward(white, n * STEP)
        if any(True for _ in _outside(made)):
            break
        at = float(asked.read(made).tones.stops["backdrop_middle"])
        known.append((gap + n * STEP, made, at))
        if at <= wanted:
            break
    if not known:
        return
    away, made, at = known[-1]
    for (a, _, high), (b, _, low) in pairwise(known):
        if low <= wanted <= high and high > low:
            away = a + (b - a) * (high - wanted) / (high - low)
            made = _forward(white, away - gap)
            at = float(asked.read(made).tones.stops["backdrop_middle"])
    yield Substitute("grey_paper", made, {"gap_m": away, "ground_stops": at, "off_stops": at - wanted}, {})


def _outside(photo_set: Set) -> Iterator[str]:
    depth = photo_set.room.depth
    places = [photo_set.camera.place, *(k.place for k in photo_set.lights), *(k.place for k in photo_set.panels)]
    yield from ("room" for k in places if k.z > depth - 0.1)


def _black_cloth(asked: Asked) -> Iterator[Substitute]:
    """Distance from the backdrop, and a turned box, in place of black cloth."""
    before = float(asked.now.tones.stops["backdrop_middle"])
    for by in STEPS_BACK[::-1]:
        made = _forward(asked, by)
        if any(True for _ in _outside(made)):
            continue
        then = float(asked.read(made).tones.stops["backdrop_middle"])
        yield Substitute("black_distance", made, {"by_m": by, "ground_stops": then - before, "is_stops": then}, {})
        break
    yield from _turned_box(asked, "black_box")


def _owns(part: str, test: Callable[[Any], bool]) -> Callable[[Kit], bool]:
    return lambda kit: any(test(k) for k in getattr(kit, part) if k.quantity > 0)


MAKERS: tuple[tuple[Callable[[Kit], bool], Callable[[Asked], Iterator[Substitute]]], ...] = (
    (_owns("panels", lambda k: k.surface == "silk"), _sheet),
    (lambda kit: sum(k.quantity for k in kit.stands) > 2, _boards),
    (_owns("modifiers", lambda k: k.modifier.kind == "snoot" or getattr(k.modifier, "fabric_grid", 0) > 0), _snoot),
    (_owns("backdrops", lambda k: 0.12 < k.surface.reflectance < 0.3), _white_paper),
    (
        _owns("modifiers", lambda k: k.modifier.kind == "softbox" and k.modifier.height > 2.2 * k.modifier.width),
        _strip,
    ),
    (_owns("backdrops", lambda k: k.surface.reflectance < 0.06), _black_cloth),
)
"""What is owned, for which no substitute is told; and what stands in for it."""
