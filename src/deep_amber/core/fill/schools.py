"""The three schools of fill: opposite the key, before the face at the mirror position, under the chin. For a wanted ratio
each has its distance, found on computed light."""

import math
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Act, Answer
from ..kit.catalogue import CATALOGUE
from ..kit.owned import Kit
from ..model.panel import Panel, PanelSurface
from ..model.set import Set, with_added
from ..pattern.reach import ANYWHERE
from ..simulation.readings import surface_values
from ..simulation.stages import Stages
from ..sitter.face import face_marks
from ..wish.kept import Wish
from ..wish.moves.panels import MOST_PANELS, SCHOOLS, added_path, free_panels, placed
from ..wish.path import IN_HAND, KNOB, Asked, point
from ..wish.safe import cautions_of, is_safe, may_be
from ..wish.solve import Candidate, Ground, solve
from ..wish.state import ByLight, by_light, tones_at
from ..wish.target import Target
from .shares import FILLS

SURFACES: tuple[PanelSurface, ...] = ("white", "silver", "gold", "black")
BOARD = "white reflector 80 x 120"
"""Of the common gear, where none is owned."""
LOW = 1.3  # [m] that a board under the chin is high at most
NEAR = 0.15  # stops from the wanted ratio that count as there


@dataclass(frozen=True)
class School:
    where: str
    """Of SCHOOLS."""
    away: float
    """From the face [m]."""
    ratio: float
    """Lit to shadow cheek then, to one."""
    there: bool
    """Whether it comes to the wanted ratio."""
    answer: Answer | None
    """What to do; None where it cannot stand there."""
    lit: float = 0.0
    """Stops by which the lit cheek changes against the set as it stands."""


@dataclass(frozen=True)
class Compared:
    """Another surface at the same place."""

    surface: str
    ratio: float
    shadow: float
    """What it adds to the shadow cheek [stops]."""
    warmth: float
    """Red over blue on the shadow cheek, against none [stops]."""


def unfilled(photo_set: Set) -> Set:
    """The set without its reflecting panels and fill lamps: what a school is tried on."""
    panels = tuple(replace(p, on=p.on and p.surface not in FILLS) for p in photo_set.panels)
    lights = tuple(replace(n, on=n.on and n.role != "fill") for n in photo_set.lights)
    return replace(photo_set, panels=tuple(p for p in panels if p.on), lights=lights)


def _taken_out(photo_set: Set) -> tuple[tuple[Act, ...], float]:
    """What is done before a school is tried, and its effort."""
    boards = [Act("wish.panel_out", {}, {"panel": p.name}) for p in photo_set.panels if p.on and p.surface in FILLS]
    lamps = [Act("wish.switch_off", {}, {"light": n.name}) for n in photo_set.lights if n.on and n.role == "fill"]
    return (*lamps, *boards), KNOB * len(lamps) + IN_HAND * len(boards)


def _board(asked: Asked, where: str) -> Panel:
    """The panel that is tried there: of the kit, white first and the largest that fits."""
    under = where == "under the chin"
    free = [p for p in free_panels(asked) if p.surface in ("white", "silver") and p.shape != "V-flat"]
    fits = [p for p in free if p.height <= LOW] if under else [p for p in free if p.shape != "curved"]
    if fits:
        return min(fits, key=lambda p: (under and p.shape != "curved", p.surface != "white", -p.width * p.height))
    item = next(p for p in CATALOGUE.panels if p.name == BOARD)
    at = point(asked.face)
    return Panel(at, at, item.width, item.height, item.surface, item.shape, name=item.name)


def _asked(stages: Stages, kit: Kit, ratio: float) -> tuple[Asked, Ground]:
    base = replace(stages, photo_set=unfilled(stages.photo_set), found={})
    wish = Wish((Target("shadow_cheek", "ratio", ratio),), frozenset())
    shares = by_light(base)
    now = tones_at(shares, shares.on.astype(float)[None]).one(0)
    face = np.array(face_marks(stages.mesh, stages.photo_set.sitter).face)
    cautions = cautions_of(base.photo_set, stages.mesh, kit)

    def look(made: Set) -> ByLight | None:
        stages.go_on()
        if not may_be(cautions, made, stages.mesh, ANYWHERE):
            return None
        return by_light(replace(base, photo_set=made, found={}))

    return Asked(base, wish, kit, ANYWHERE, face, shares, None), Ground(wish, now, now.less(now), look, False)


def schools_of(stages: Stages, kit: Kit, ratio: float) -> list[School]:
    """Each school's distance for a wanted ratio (lit to shadow cheek, to one), without what fills now."""
    asked, ground = _asked(stages, kit, ratio)
    if len(asked.photo_set.panels) >= MOST_PANELS:
        return []
    made = []
    before, effort = _taken_out(stages.photo_set)
    now = by_light(stages)
    lit = float(tones_at(now, now.on.astype(float)[None]).one(0).stops["lit_cheek"])
    cautions = cautions_of(asked.photo_set, stages.mesh, kit)
    for where in SCHOOLS:
        found = solve(ground, added_path(asked, _board(asked, where), where))
        best: Candidate | None = found.best or found.nearest
        if best is None or not is_safe(cautions, best.photo_set, stages.mesh, ANYWHERE, kit):
            made.append(School(where, 0.0, 0.0, False, None))
            continue
        away = best.acts[0].figures["away_m"]
        got = 2.0**best.tones.ratio
        answer = Answer((*before, *best.acts), best.photo_set, effort + best.effort)
        made.append(School(where, away, got, best.missed <= NEAR, answer, best.tones.stops["lit_cheek"] - lit))
    return made


def compared(stages: Stages, kit: Kit, away: float, where: str = "opposite the key") -> list[Compared]:
    """White, silver, gold and black at one place, on this face."""
    asked, _ = _asked(stages, kit, 2.0)
    plain = _shadow(asked.stages)
    board = _board(asked, where)
    made = []
    for surface in SURFACES:
        panel = placed(asked, replace(board, surface=surface), where, away)
        own = _shadow(replace(asked.stages, photo_set=with_added(asked.photo_set, "panels", panel), found={}))
        warm = math.log2(own[1][0] / own[1][2]) - math.log2(plain[1][0] / plain[1][2])
        made.append(Compared(surface, own[2], math.log2(own[0] / plain[0]), warm))
    return made


def _shadow(stages: Stages) -> tuple[float, np.ndarray, float]:
    """Light on the shadow cheek, its colour, and the ratio to one."""
    shown = surface_values(stages)
    left, right = (max(shown.lux[k], 1e-9) for k in ("cheek_left", "cheek_right"))
    name = "cheek_right" if left >= right else "cheek_left"
    return min(left, right), np.maximum(shown.channels[name], 1e-9), max(left, right) / min(left, right)
