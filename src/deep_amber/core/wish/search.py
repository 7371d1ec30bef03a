"""Answers to a wish, the cheapest first: each kind of move is tried on computed light, and read finely before it is offered."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Answer
from ..kit.owned import Kit
from ..model.set import Set
from ..pattern.reach import ANYWHERE, Support
from ..simulation.key import key_index
from ..simulation.memory import Memory
from ..simulation.quality import SETTLED, SOUGHT, oriented
from ..simulation.readings import LABELS
from ..simulation.stages import Stages
from ..sitter.face import face_marks
from ..sitter.mesh import SitterMesh
from .cannot import Cannot, cannot
from .enough import THERE, Enough
from .kept import REACHED, Wish, broken, changed_by, goes_along, off
from .knobs import Turned, at_the_camera, switched, turned_one, turned_two
from .moves.added import added
from .moves.at_light import at_light
from .moves.carried import carried
from .moves.ground import ground
from .moves.panels import panels
from .moves.room import covered
from .pairs import pairs
from .path import Asked, Path
from .safe import cautions_of, is_safe, may_be
from .solve import Candidate, Ground, Result, solve
from .state import ByLight, State, by_light, state_of, tones_at

MOST = 6  # answers
SHOWN = 0.1  # stops of a change that is told
GAINED = 0.05  # stops that an answer must gain where the set is nearly there already
FAMILIES: tuple[Callable[[Asked], Iterator[Path]], ...] = (at_light, carried, panels, added, ground, covered)
PAIRS_FROM = 0.8  # of the progress that single moves take
ENOUGH_PAIRS, MOST_BREAKING, NEAR_READ = 2, 2, 4
AtRest = Callable[[Set, bool], State]
"""A set as a settled picture of it reads, with the ground's darkest place or without."""


@dataclass(frozen=True)
class WishAnswer:
    """One way to grant a wish."""

    answer: Answer
    kind: str
    reached: dict[str, float]
    """What the surfaces pulled read then [stops from mid grey], as finely as a settled picture."""
    missed: float
    """Stops by which the worst target is missed."""
    changes: dict[str, float]
    """Stops by which other markers change, where it shows."""
    state: State
    effects: float
    """Stops by which markers change that neither are pulled nor go along with what is, summed."""
    breaks: tuple[str, ...] = ()
    """What is kept and would not hold."""

    @property
    def order(self) -> tuple[float, float]:
        """Effort first, then what else it changes."""
        return round(self.answer.effort), self.answer.effort + self.effects


@dataclass(frozen=True)
class Progress:
    """How far the search is."""

    done: float
    """0 to 1."""
    answers: tuple[WishAnswer, ...]
    """Those found so far, the cheapest first."""
    before: State
    here: bool
    """The set is as wished already."""
    nearest: Candidate | None = None
    """What came nearest of all that keeps what is kept, while nothing does it."""
    breaking: tuple[WishAnswer, ...] = ()
    """What would do it and break something that is kept, while nothing else does it."""
    cannot: Cannot | None = None
    """Why nothing does it; at the end of the search."""


class Search:
    """One wish on one set."""

    def __init__(
        self,
        stages: Stages,
        wish: Wish,
        kit: Kit,
        support: Support = ANYWHERE,
        finely: Memory | None = None,
        at_rest: AtRest | None = None,
        reasons: bool = True,
    ):
        """
        Parameters
        ----------
        stages : of the set, at quality SOUGHT; reasons : why nothing does it is sought too
        finely : what settled readings were kept in before
        at_rest : reads a set whose light was computed for a settled picture already, at other outputs; else it is read anew
        """
        self.wish, self.stages, self.kit, self.support, self.reasons = wish, stages, kit, support, reasons
        self._finely = finely if finely is not None else Memory()
        self._at_rest: AtRest = at_rest or (lambda made, ground: state_of(self._fine(made), ground))
        self.before = self._at_rest(stages.photo_set, wish.with_ground)
        self.missed = float(off(wish, self.before.tones))
        self.shares = by_light(stages, wish.with_ground)
        sketch = tones_at(self.shares, self.shares.on.astype(float)[None]).one(0)
        self.shift = self.before.tones.less(sketch)
        face = np.array(face_marks(stages.mesh, stages.photo_set.sitter).face)
        self.asked = Asked(stages, wish, kit, support, face, self.shares, key_index(stages))
        self.cautions = cautions_of(stages.photo_set, stages.mesh, kit)
        self.found: list[WishAnswer] = []
        self.near: dict[str, Candidate] = {}  # what came nearest, of each kind
        self.nearest: Candidate | None = None
        self.enough = Enough(self.asked, self.before.tones, self.shift, self._look)
        self.along = goes_along(wish, stages.photo_set)

    def _fine(self, photo_set: Set) -> Stages:
        s = self.stages
        return Stages(photo_set, s.mesh, self._finely, oriented(SETTLED, photo_set.camera), s.go_on)

    def _look(self, photo_set: Set) -> ByLight | None:
        self.stages.go_on()
        if not may_be(self.cautions, photo_set, self.stages.mesh, self.support):
            return None
        made = replace(self.stages, photo_set=photo_set, found={})
        return by_light(made, self.wish.with_ground, self._same(photo_set))

    def _same(self, photo_set: Set) -> ByLight | None:
        """The shares of the set as it stands, where only panels differ: a light on the ground, or off, does not feel them."""
        return self.shares if replace(photo_set, panels=self.stages.photo_set.panels) == self.stages.photo_set else None

    def _read_anew(self, photo_set: Set, with_ground: bool) -> State:
        return state_of(self._fine(photo_set), with_ground)

    def _read(self, made: Candidate | Turned) -> WishAnswer | None:
        """The candidate as the meter reads it; None where it is not safe or misses the wish then."""
        self.stages.go_on()
        if not is_safe(self.cautions, made.photo_set, self.stages.mesh, self.support, self.kit):
            return None
        read = self._at_rest if isinstance(made, Turned) else self._read_anew
        state = read(made.photo_set, self.wish.with_ground)
        missed = float(off(self.wish, state.tones))
        if missed > min(REACHED, self.missed - GAINED):
            return None
        moved = {name for t in self.wish.targets for name in t.moved}
        now = self.before.tones.stops
        changes = {k: float(changed_by(now[k], state.tones.stops[k])) for k in LABELS if k not in moved}
        return WishAnswer(
            Answer(made.acts, made.photo_set, made.effort),
            made.kind,
            {k: state.tones.stops[k] for k in LABELS if k in moved},
            missed,
            {k: v for k, v in changes.items() if abs(v) >= SHOWN},
            state,
            sum(abs(v) for k, v in changes.items() if abs(v) >= SHOWN and k not in self.along),
            tuple(broken(self.wish, self.before, state)),
        )

    def _offer(self, made: Candidate | Turned) -> bool:
        """Takes an answer in, where it is better than what there is of its kind; whether it was taken."""
        same = next((k for k in self.found if k.kind == made.kind), None)
        if same is not None and round(same.answer.effort) < round(made.effort):
            return False
        answer = self._read(made)
        if answer is None or answer.breaks or (same is not None and same.order <= answer.order):
            return False
        self.found = [k for k in self.found if k is not same] + [answer]
        return True

    def _note(self, made: Candidate | Turned | None) -> None:
        if made is None:
            return
        same = self.near.get(made.kind)
        if same is None or (made.breaks, made.missed) < (same.breaks, same.missed):
            given = (made.photo_set, made.acts, made.kind, made.effort, made.tones, made.missed, made.breaks)
            self.near[made.kind] = Candidate(*given)

    def knobs(self) -> None:
        """What outputs, switches and the camera do."""
        given = (self.stages.photo_set, self.wish, self.before.tones, self.shares, self.shift)
        made: list[Turned] = [k for k in (turned_one(*given),) if k is not None]
        made += [*switched(*given), *at_the_camera(*given)]
        if not any(k.fits and k.kind == "output" for k in made):
            two = turned_two(*given)
            made += [two] if two is not None else []
        for k in sorted(made, key=lambda k: (k.effort, k.missed)):
            self._note(k)
            if k.fits:
                self._offer(k)

    def _progress(self, done: float, breaking: tuple[WishAnswer, ...] = (), why: Cannot | None = None) -> Progress:
        best = (
            k
            for k in self.found
            if not any(o.answer.effort < k.answer.effort and o.effects < k.effects for o in self.found)
        )
        answers = sorted(best, key=lambda k: k.order)[:MOST]
        here = self.missed <= THERE
        return Progress(done, tuple(answers), self.before, here, None if answers else self.nearest, breaking, why)

    def _paths(self, asked: Asked) -> list[Path]:
        paths = (p for family in FAMILIES for p in family(asked) if asked is not self.asked or self.enough.can_do(p))
        return sorted(paths, key=lambda p: p.effort)

    def _after(self, asked: Asked, first: Candidate) -> Iterator[Path]:
        """The paths of the set with one move done."""
        stages = replace(self.stages, photo_set=first.photo_set, found={})
        shares = by_light(stages, self.wish.with_ground)
        yield from self._paths(replace(asked, stages=stages, shares=shares))

    def run(self) -> Iterator[Progress]:
        """The answers as they are found: outputs at once, then the dearer moves in turn, two together where none does."""
        if self.missed <= THERE:
            yield self._progress(1.0)
            return
        self.knobs()
        yield self._progress(0.0)
        by_output = any(k.kind == "output" for k in self.found)
        solved_on = Ground(self.wish, self.before.tones, self.shift, self._look, not by_output)
        results: list[Result] = []
        yield from self._one_by_one(solved_on, results)
        if not self.found:
            yield from self._two_by_two(solved_on, results)
        if self.found:
            yield self._progress(1.0)
            return
        yield self._progress(0.9)
        by_miss = sorted(self.near.values(), key=lambda k: (k.breaks, k.missed))
        self.nearest = next((read for k in by_miss[:NEAR_READ] if (read := self._as_read(k)) is not None), None)
        if not self.reasons:
            yield self._progress(1.0)
            return
        yield self._progress(1.0, self._breaking(results), cannot(self.asked, solved_on))

    def _needless(self, path: Path) -> bool:
        """Whether a path can add nothing: six are there, one that costs less changes nothing else, or one of its kind
        costs no more."""
        if len(self.found) >= MOST and path.effort > max(k.answer.effort for k in self.found):
            return True
        if any(k.effects == 0 and k.answer.effort < path.effort for k in self.found):
            return True  # it cannot be better in what else it changes
        return any(k.kind == path.kind and k.answer.effort <= path.effort for k in self.found)

    def _one_by_one(self, solved_on: Ground, results: list[Result]) -> Iterator[Progress]:
        """Every path alone; what was met is put into `results`."""
        paths, told = self._paths(self.asked), len(self.found)
        for n, path in enumerate(paths):
            if self._needless(path):
                continue
            results.append(solve(solved_on, path))
            self._note(results[-1].nearest)
            if results[-1].best is not None:
                self._offer(results[-1].best)
            if len(self.found) != told or n % 8 == 7:
                told = len(self.found)
                yield self._progress(PAIRS_FROM * (n + 1) / len(paths))

    def _two_by_two(self, solved_on: Ground, results: list[Result]) -> Iterator[Progress]:
        plainly = replace(solved_on, with_output=False)
        for made in pairs(self.asked, plainly, results, self.missed, self._after):
            if self._offer(made):
                yield self._progress(PAIRS_FROM)
            if len(self.found) >= ENOUGH_PAIRS:
                return

    def _as_read(self, made: Candidate | None) -> Candidate | None:
        """What came nearest, as the meter reads it; None where it is not safe, or no nearer than the set is now."""
        if made is None or made.breaks > 0 or made.missed > self.missed - SHOWN:
            return None
        if not is_safe(self.cautions, made.photo_set, self.stages.mesh, self.support, self.kit):
            return None
        state = state_of(self._fine(made.photo_set), self.wish.with_ground)
        missed = float(off(self.wish, state.tones))
        held = not broken(self.wish, self.before, state) and missed < self.missed - SHOWN
        return replace(made, tones=state.tones, missed=missed) if held else None

    def _breaking(self, results: list[Result]) -> tuple[WishAnswer, ...]:
        """What would grant the wish and breaks least of what is kept."""
        made = sorted((r.breaking for r in results if r.breaking), key=lambda k: (k.breaks, k.effort))
        found: list[WishAnswer] = []
        for k in made[: 2 * MOST_BREAKING]:
            read = self._read(k) if len(found) < MOST_BREAKING else None
            only_markers = read is not None and set(read.breaks) <= set(LABELS) - {"lit_cheek"}
            if read is not None and only_markers and read.kind not in {f.kind for f in found}:
                found.append(read)
        return tuple(found)


def search_for(photo_set: Set, mesh: SitterMesh, wish: Wish, kit: Kit, support: Support = ANYWHERE) -> Search:
    """A search on a set alone, with nothing computed before."""
    stages = Stages(photo_set, mesh, Memory(), oriented(SOUGHT, photo_set.camera), lambda: None)
    return Search(stages, wish, kit, support)
