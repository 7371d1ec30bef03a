"""Practice: a sensible set drawn by a level and a number, and the truth of its light."""

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from ..brief.ground_kind import SPOT, SPREAD
from ..brief.starting import Answers, starting_set
from ..gear.modifiers import Bowl, Softbox
from ..gear.sources import Strobe
from ..kit.owned import ModifierItem, PanelItem, SourceItem
from ..model.look import Look
from ..model.patterns import AIMED
from ..model.set import Set
from ..pattern.reading import read_pattern
from ..planning.allocate import front_of
from ..planning.fitted import Fitted
from ..planning.measured import Look as Looked
from ..planning.measured import planned
from ..planning.placed import CannotStand, with_panel_rule, with_rule
from ..planning.rules import Arrangement, At, LightRule, PanelRule
from ..rules.validation import problems_of
from ..simulation.key import key_index
from ..simulation.readings import readings_of, surface_values
from ..simulation.stages import Stages
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh

Rim = Literal["none", "camera-left", "camera-right", "both"]
Ground = Literal["dark", "even", "gradient", "spot"]
LEVELS = (1, 2, 3, 4, 5)
DARK_GROUND = -4.0  # stops from mid grey under which a backdrop is dark and nothing of it is read
TRIES = 30
LEADS = (
    0.6  # of the lit cheek's light that is the key's at least: else another light is what the eye reads (assumption)
)
KEY = SourceItem("400 W s head", Strobe(), 9)
SMALL = ModifierItem("standard bowl", Bowl())
BOXES = (ModifierItem("60 x 60 cm softbox", Softbox(0.6, 0.6)), ModifierItem("90 x 120 cm softbox", Softbox(0.9, 1.2)))
STRIP = ModifierItem("30 x 90 cm softbox", Softbox(0.3, 0.9))
BOARD = PanelItem("white reflector 80 x 120")
ANYTHING = Arrangement("practice", "Practice", "one light", "", "", "", (), (), turns=False)


@dataclass(frozen=True)
class Truth:
    azimuth: float
    """Of the key, round the head from the way to the lens, positive to camera-right [degrees]."""
    elevation: float
    """Over the face's level [degrees]."""
    distance: float
    """From the face [m]."""
    size: float
    """Longer side of its front over its distance."""
    depth: float
    """Lit over shadow cheek [stops]."""
    rim: Rim
    ground: Ground
    pattern: str


@dataclass(frozen=True)
class Task:
    level: int
    seed: int
    photo_set: Set
    truth: Truth


def angles_of(photo_set: Set, mesh: SitterMesh, place: np.ndarray) -> tuple[float, float, float]:
    """Azimuth and elevation [degrees] of a place round the face from the way to the lens, and its distance [m]."""
    face = np.array(face_marks(mesh, photo_set.sitter).face)
    way, lens = place - face, photo_set.camera.place.array - face
    azimuth = math.degrees(math.atan2(way[0], way[2]) - math.atan2(lens[0], lens[2]))
    distance = float(np.linalg.norm(way))
    return (azimuth + 180) % 360 - 180, math.degrees(math.asin(float(way[1]) / distance)), distance


def truth_of(stages: Stages) -> Truth:
    """What a set's light is, for an eye that reads its picture."""
    photo_set, mesh = stages.photo_set, stages.mesh
    readings, index = readings_of(stages), key_index(stages)
    assert index is not None
    key = photo_set.lights[index]
    pattern = read_pattern(stages, readings)
    azimuth, elevation, distance = angles_of(photo_set, mesh, key.place.array)
    stops = {k: float(r.stops) for k, r in readings.surfaces.items()}
    return Truth(
        azimuth, elevation, distance, front_of(key) / distance, float(readings.ratio_stops), rim_of(photo_set, mesh),
        ground_of(stops), pattern.name if pattern else "",
    )  # fmt: skip


def key_leads(stages: Stages) -> bool:
    """Whether the lit cheek's light is the key's for the most part."""
    index = key_index(stages)
    if index is None:
        return False
    alone, together = surface_values(stages, [stages.photo_set.lights[index]]), surface_values(stages)
    lit = max(("cheek_left", "cheek_right"), key=lambda k: together.lux[k])
    return alone.lux[lit] >= LEADS * together.lux[lit]


def rim_of(photo_set: Set, mesh: SitterMesh) -> Rim:
    """On which sides of the picture lights stand behind the head."""
    behind = [angles_of(photo_set, mesh, k.place.array)[0] for k in photo_set.lights if k.on and k.role == "rim"]
    left, right = any(k < 0 for k in behind), any(k >= 0 for k in behind)
    return "both" if left and right else "camera-left" if left else "camera-right" if right else "none"


def ground_of(stops: dict[str, float]) -> Ground:
    """How a backdrop is lit, by its three places."""
    left, middle, right = (stops[f"backdrop_{k}"] for k in ("left", "middle", "right"))
    if max(left, middle, right) < DARK_GROUND:
        return "dark"
    if middle - (left + right) / 2 >= SPOT:
        return "spot"
    return "gradient" if abs(left - right) >= SPREAD else "even"


def task(level: int, seed: int, meshes: Callable[[str], SitterMesh], known: tuple[str, ...], look: Looked) -> Task:
    """The set of a level and a number; the same each time.

    Parameters
    ----------
    level : of LEVELS: hard key; soft key and fill; a rim; light on the backdrop and turned faces; all sitters, a small white room
    meshes, known : sitters by name; look : makes the stages that a set is read with
    """
    dice = np.random.default_rng((level, seed))
    for _ in range(TRIES):
        made = _drawn(level, dice, meshes, known)
        if made is None or problems_of(made, known):
            continue
        lit = planned(Fitted(ANYTHING, "camera-left", made, ()), look)
        if lit is None or any(a.code == "plan.in_picture" for a in lit.weak):
            continue
        stages = look(lit.photo_set)
        if not key_leads(stages):
            continue
        truth = truth_of(stages)
        if truth.pattern in AIMED or truth.pattern == "clamshell":
            return Task(level, seed, replace(lit.photo_set, look=None), truth)
    raise RuntimeError(f"no set of level {level} in {TRIES} tries")


def _drawn(
    level: int, dice: np.random.Generator, meshes: Callable[[str], SitterMesh], known: tuple[str, ...]
) -> Set | None:
    """Room, sitter, lights; None where something has no place."""
    who = str(dice.choice(list(known))) if level >= 5 else str(dice.choice(["nadia", "anton"]))
    mesh = meshes(who)
    walls = "white emulsion" if level >= 5 else "dark cloth"
    room = (2.6, 4.4, 2.35) if level >= 5 else (4.2, 5.6, 2.8)
    base = starting_set(Answers(*room, walls, "mid grey paper", "head and shoulders"), mesh)
    turn = float(dice.uniform(-35, 35)) if level >= 4 else float(dice.uniform(-8, 8))
    sitter = replace(base.sitter, body_turn=turn, head_turn=float(dice.uniform(-6, 6)), head_nod=2.0)
    tone = float(dice.choice([-0.5, -1.5, -2.5]))
    spread = str(dice.choice(["even", "gradient", "spot"])) if level >= 4 else "even"
    ratio = float(dice.choice([2.0, 3.0, 4.0, 8.0]))
    wanted = Look("headshot", ratio=ratio, backdrop_tone=tone, ground=spread)  # type: ignore[arg-type]
    base = replace(base, sitter=sitter, lights=(), look=wanted)
    side = 1.0 if dice.random() < 0.5 else -1.0
    at = At(float(dice.uniform(8, 70)), float(dice.uniform(8, 50)), float(dice.uniform(0.9, 1.6)))
    gear = (KEY, SMALL) if level == 1 else (KEY, BOXES[int(dice.integers(2))])
    try:
        made = with_rule(base, mesh, LightRule("key", at, ()), gear, side, 0)
        if level >= 2 and dice.random() < 0.6:
            board = PanelRule("white", At(-70, 0, float(dice.uniform(0.5, 1.0))))
            made = with_panel_rule(made, mesh, board, BOARD, side, 0)
        if level >= 3 and dice.random() < 0.7:
            rim = At(float(dice.choice([-140.0, 140.0])), 30, 1.2)
            made = with_rule(made, mesh, LightRule("rim", rim, (), upright=True), (KEY, STRIP), side, 0)
        if level >= 4 and dice.random() < 0.7:
            where: Literal["behind the sitter", "at the backdrop"] = (
                "behind the sitter" if spread == "spot" else "at the backdrop"
            )
            ground = LightRule("background", At(180, -30, 0.8), (), aim="backdrop", where=where)
            made = with_rule(made, mesh, ground, (KEY, SMALL), side, 0)
    except CannotStand:
        return None
    return made
