"""All bands of the brief at once: one plan of few moves in order. Outputs first, all together; then, while a band is
missed, the cheapest move that brings it, and the outputs again."""

from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Act, Answer
from ..brief.aims import BACKDROP_SURFACES, Aim, aims_of
from ..kit.owned import Kit
from ..model.set import Set
from ..pattern.reach import ANYWHERE, Support
from ..simulation.memory import Memory
from ..simulation.quality import SETTLED, SOUGHT, oriented
from ..simulation.readings import LABELS
from ..simulation.stages import Stages
from ..sitter.mesh import SitterMesh
from .kept import OF_THE_SET, Wish, broken, changed_by, wish_of
from .outputs import all_outputs
from .safe import cautions_of, is_safe
from .search import SHOWN, AtRest, Search, WishAnswer
from .state import State, by_light, state_of, tones_at
from .target import Target, Tones

MOST_MOVES = 4  # beside outputs
INSIDE = 0.08  # stops inside a band that are aimed at, so that a band is met as the meter reads it
MET = 0.05  # stops outside a band that count as met
BETTER = 0.3  # of what is missed over all bands, that a step must gain
FACE_FIRST, RIGHT = (
    5.0,
    3.0,
)  # weights of the lit cheek, and of bands that were met, against one that is missed (assumption)
SKIN = ("forehead", "lit_cheek", "chin")
BY_AND_BACK = {
    "wish.raise": "wish.lower",
    "wish.nearer": "wish.farther",
    "wish.panel_nearer": "wish.panel_farther",
}
"""Moves by so many metres, and those that take them back."""


@dataclass(frozen=True)
class Planned:
    """How far a plan is."""

    done: float
    """0 to 1."""
    before: State
    here: bool
    """Every band is met already."""
    answer: WishAnswer | None
    """The moves so far, in order; None where none helps."""
    left: dict[str, float]
    """Stops by which surfaces lie over their bands after it, under them as negative."""


def outside(aims: list[Aim], tones: Tones) -> dict[str, float]:
    """Stops by which each surface lies over its band, under it as negative; only those outside."""
    found = {}
    for aim in aims:
        stops = float(tones.stops[aim.surface])
        over = max(stops - aim.high, 0.0) + min(stops - aim.low, 0.0)
        if abs(over) > MET:
            found[aim.surface] = over
    return found


def _named(act: Act) -> dict[str, str]:
    return {k: v for k, v in act.named.items() if k in ("light", "panel")}


def _joined(first: Act, second: Act) -> Act | None:
    """Two acts as the one that does both; None where they are of different things."""
    if _named(first) != _named(second):
        return None
    if first.code == second.code and first.code in ("wish.output", "wish.switch_on", "wish.aperture"):
        return replace(
            second, figures={**second.figures, **{k: v for k, v in first.figures.items() if k == "from_stops"}}
        )
    for there, back in BY_AND_BACK.items():
        if second.code not in (there, back):
            continue
        by = second.figures["by_m"] * (1 if second.code == there else -1)
        if first.code == "wish.panel_added":
            return replace(first, figures={**first.figures, "away_m": first.figures["away_m"] - by})
        if first.code in (there, back):
            by += first.figures["by_m"] * (1 if first.code == there else -1)
            return replace(second, code=there if by > 0 else back, figures={"by_m": abs(by)})
    return None


def _idle(act: Act) -> bool:
    figures = act.figures
    return figures.get("from_stops", -1.0) == figures.get("to_stops", 1.0) or figures.get("by_m", 1.0) < 0.005


def merged(acts: tuple[Act, ...]) -> tuple[Act, ...]:
    """Acts with each dial turned once and each thing carried once: where one is met again, both are done in one."""
    made: list[Act] = []
    for act in acts:
        joined = [(n, both) for n, k in enumerate(made) if (both := _joined(k, act)) is not None]
        if not joined:
            made.append(act)
            continue
        n, both = joined[0]
        first = made.pop(n)
        made.insert(n if both.code == first.code == "wish.panel_added" else len(made), both)
    return tuple(k for k in made if not _idle(k))


class Plan:
    """The way of one set to its brief."""

    def __init__(
        self, stages: Stages, kit: Kit, support: Support = ANYWHERE, finely: Memory | None = None,
        at_rest: AtRest | None = None,
    ):  # fmt: skip
        """
        Parameters
        ----------
        stages : of the set, at quality SOUGHT; finely, at_rest : as of Search
        """
        self.stages, self.kit, self.support = stages, kit, support
        self._finely = finely if finely is not None else Memory()
        self._at_rest: AtRest = at_rest or self._anew
        self.aims = aims_of(stages.photo_set.look, stages.mesh)
        self.before = self._at_rest(stages.photo_set, False)
        self.cautions = cautions_of(stages.photo_set, stages.mesh, kit)
        self.keeping = Wish((Target("lit_cheek"),), frozenset(OF_THE_SET))
        missed = outside(self.aims, self.before.tones)
        self.weights = {a.surface: 1.0 if a.surface in missed else RIGHT for a in self.aims} | {"lit_cheek": FACE_FIRST}
        self.acts: tuple[Act, ...] = ()
        self.effort = 0.0
        self.photo_set, self.state = stages.photo_set, self.before

    def _anew(self, made: Set, with_ground: bool) -> State:
        s = self.stages
        return state_of(Stages(made, s.mesh, self._finely, oriented(SETTLED, made.camera), s.go_on), with_ground)

    def _stages(self) -> Stages:
        return replace(self.stages, photo_set=self.photo_set, found={})

    def _take(self, made: Set, acts: tuple[Act, ...], effort: float, read: AtRest) -> bool:
        """Goes on from there, where it is safe, nearer, and leaves what was right; whether it did."""
        if not acts or not is_safe(self.cautions, made, self.stages.mesh, self.support, self.kit):
            return False
        state = read(made, False)
        was, now = self._missed(self.state), self._missed(state)
        if was - now < BETTER * was or self._spoils(state):
            return False
        self.photo_set, self.state = made, state
        self.acts, self.effort = merged((*self.acts, *acts)), self.effort + effort
        return True

    def _cost(self, tones: Tones) -> np.ndarray:
        """(k,) stops outside the bands, over all of them, by their weights."""
        total = np.zeros(1)
        for aim in self.aims:
            stops = np.asarray(tones.stops[aim.surface])
            over = np.maximum(stops - aim.high + INSIDE, 0.0) + np.maximum(aim.low + INSIDE - stops, 0.0)
            total = total + self.weights[aim.surface] * over
        return total

    def _missed(self, state: State) -> float:
        return sum(abs(v) * self.weights[k] for k, v in outside(self.aims, state.tones).items())

    def _spoils(self, state: State) -> bool:
        surfaces, before = state.readings.surfaces, self.before.readings.surfaces
        burnt = any(surfaces[k].clips and not before[k].clips for k in SKIN)
        return burnt or bool(broken(self.keeping, self.before, state))

    def _outputs(self, read: AtRest) -> bool:
        """All outputs at once."""
        stages = self._stages()
        shares = by_light(stages)
        shift = self.state.tones.less(tones_at(shares, shares.on.astype(float)[None]).one(0))
        made, acts = all_outputs(self.photo_set, shares, shift, self._cost)
        return self._take(made, acts, 0.5 + 0.5 * len(acts), read)

    def _wishes(self) -> Iterator[Wish]:
        """What is to be moved next, the face before the ground; bands that are met are kept."""
        left = outside(self.aims, self.state.tones)
        middle = {a.surface: a.middle for a in self.aims}
        met = [k for k in middle if k not in left]
        groups = [[k for k in middle if k not in BACKDROP_SURFACES and k in left]]
        groups += [list(BACKDROP_SURFACES)] if set(BACKDROP_SURFACES) & set(left) else []
        groups += [[k] for k in BACKDROP_SURFACES if k in left]
        for group in groups:
            if group:
                keep = [k for k in met if k not in group]
                free = [k for k in LABELS if k not in middle]
                yield wish_of([Target(k, "stops", middle[k]) for k in group], free, keep)

    def _move(self) -> bool:
        """The first move that brings a band and is taken; whether there was one."""
        for wish in self._wishes():
            search = Search(self._stages(), wish, self.kit, self.support, self._finely, reasons=False)
            last = None
            for last in search.run():
                if last.answers:
                    break
            if last is None:
                continue
            if last.answers:
                found = last.answers[0].answer
                if self._take(found.photo_set, found.acts, found.effort, self._anew):
                    return True
            elif last.nearest is not None:
                near = last.nearest
                if self._take(near.photo_set, near.acts, near.effort, self._anew):
                    return True
        return False

    def _told(self, done: float) -> Planned:
        left = outside(self.aims, self.state.tones)
        here = not self.acts and not left
        answer = self._answer(left) if self.acts else None
        return Planned(done, self.before, here, answer, left)

    def _answer(self, left: dict[str, float]) -> WishAnswer:
        now, then = self.before.tones.stops, self.state.tones.stops
        aimed = {a.surface for a in self.aims}
        changes = {k: float(changed_by(now[k], then[k])) for k in LABELS if k not in aimed}
        changes = {k: v for k, v in changes.items() if abs(v) >= SHOWN}
        missed = max(map(abs, left.values()), default=0.0)
        reached = {k: float(then[k]) for k in LABELS if k in aimed}
        done = Answer(self.acts, self.photo_set, self.effort)
        return WishAnswer(done, "plan", reached, missed, changes, self.state, sum(map(abs, changes.values())))

    def run(self) -> Iterator[Planned]:
        """The plan as it grows."""
        if not self.aims or not outside(self.aims, self.before.tones):
            yield self._told(1.0)
            return
        self._outputs(self._at_rest)
        yield self._told(0.1)
        for n in range(MOST_MOVES):
            if not outside(self.aims, self.state.tones) or not self._move():
                break
            if outside(self.aims, self.state.tones):
                self._outputs(self._anew)
            yield self._told(0.1 + 0.9 * (n + 1) / (MOST_MOVES + 1))
        yield self._told(1.0)


def plan_for(photo_set: Set, mesh: SitterMesh, kit: Kit, support: Support = ANYWHERE) -> Plan:
    """A plan for a set alone, with nothing computed before."""
    return Plan(Stages(photo_set, mesh, Memory(), oriented(SOUGHT, photo_set.camera), lambda: None), kit, support)
