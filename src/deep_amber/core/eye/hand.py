"""Practice of the hand: a set whose key stands elsewhere is moved until it makes the picture; a hint is a move of the wishes."""

import math
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Act
from ..kit.owned import Kit
from ..model.point import Point
from ..model.set import Set, with_light
from ..pattern.reach import ANYWHERE
from ..planning.measured import Look as Looked
from ..rules.heat import heat_warnings
from ..rules.validation import problems_of
from ..simulation.key import key_index
from ..simulation.readings import readings_of
from ..simulation.stages import Stages
from ..sitter.face import face_marks
from ..wish.kept import wish_of
from ..wish.moves.carried import carried
from ..wish.path import Asked, Path
from ..wish.safe import Cautions, cautions_of, may_be
from ..wish.search import Search
from ..wish.state import by_light
from ..wish.target import wish_from
from .marking import SAME, SAME_DEPTH, light_differs
from .practice import Task

BEGINNINGS = ((-45.0, 12.0), (-60.0, 30.0), (-25.0, 48.0), (-75.0, 20.0), (10.0, 55.0), (40.0, 60.0))
"""Azimuths, positive to the true key's side, and elevations at which a key may stand first [degrees]."""
FEW = 6  # moves up to which nothing is taken off (assumption)
A_MOVE, A_HINT, LEAST = 0.04, 0.15, 0.3  # of a mark, for each move more and each hint; what a match is worth at least
SKILLS = ("side", "height", "fill")
"""What the hand practises, of marking.SKILLS."""
FINE_STEPS = 3  # halvings about the best sample of a move


@dataclass(frozen=True)
class Match:
    differs: float
    """Root mean square of the key's light on the face, against the target's [stops]."""
    depth: float
    """By which the shadow is deeper than the target's; under zero it is lighter [stops]."""

    @property
    def same(self) -> bool:
        """It makes the picture."""
        return self.differs <= SAME and abs(self.depth) <= SAME_DEPTH


def beginning(task: Task, look: Looked, known: tuple[str, ...]) -> Set:
    """The task's set with its key at another place, from where its picture does not look the same.

    Raises RuntimeError where the room has no such place.
    """
    target = look(task.photo_set)
    index = key_index(target)
    assert index is not None
    key = task.photo_set.lights[index]
    face = np.array(face_marks(target.mesh, task.photo_set.sitter).face)
    lens = task.photo_set.camera.place.array - face
    ahead = math.atan2(lens[0], lens[2])
    side = 1.0 if task.truth.azimuth >= 0 else -1.0
    for azimuth, elevation in BEGINNINGS:
        turn, up = ahead + side * math.radians(azimuth), math.radians(elevation)
        way = np.array([math.sin(turn) * math.cos(up), math.sin(up), math.cos(turn) * math.cos(up)])
        moved = replace(key, place=Point(*map(float, face + way * task.truth.distance)), aim=Point(*map(float, face)))
        made = with_light(task.photo_set, index, moved)
        if problems_of(made, known) or set(heat_warnings(made)) - set(heat_warnings(task.photo_set)):
            continue
        match = matched(target, look(made))
        if match is not None and not match.same:
            return made
    raise RuntimeError(f"no other place for the key of task {task.seed} at level {task.level}")


def matched(target: Stages, now: Stages) -> Match | None:
    """How near a set's picture comes to the target's; None where either has no key that reaches the face."""
    differs = light_differs(target, now)
    if not math.isfinite(differs):
        return None
    return Match(differs, float(readings_of(now).ratio_stops - readings_of(target).ratio_stops))


def mark_of(moves: int, hints: int) -> float:
    """What a match is worth, 0 to 1."""
    return max(LEAST, 1 - A_MOVE * max(moves - FEW, 0) - A_HINT * hints)


def hint(target: Stages, now: Stages, look: Looked, kit: Kit) -> tuple[Act, ...]:
    """The one move that brings it nearest, of those that wishes make; nothing where none helps.

    Where the key's light is right already, what the shadow's depth is wished by.
    """
    index = key_index(now)
    start = matched(target, now)
    if index is None or start is None:
        return ()
    if start.differs <= SAME:
        return _of_depth(target, now, kit)
    wish = wish_of([wish_from("lit_cheek", "0")])
    face = np.array(face_marks(now.mesh, now.photo_set.sitter).face)
    asked = Asked(now, wish, kit, ANYWHERE, face, by_light(now), index)
    cautions = cautions_of(now.photo_set, now.mesh, kit)
    best: tuple[float, tuple[Act, ...]] = (start.differs, ())
    for path in carried(asked):
        if path.light == index:
            best = min(best, _along(path, target, look, cautions), key=lambda k: k[0])
    return best[1]


def _along(path: Path, target: Stages, look: Looked, cautions: Cautions) -> tuple[float, tuple[Act, ...]]:
    """The best of a path, and how far off it leaves the light."""

    def off(by: float) -> float:
        made = path.at(by)
        if made is None or not may_be(cautions, made, target.mesh, ANYWHERE):
            return math.inf
        return light_differs(target, look(made))

    tried = {by: off(by) for by in path.samples}
    at = min(tried, key=lambda k: tried[k])
    step = at / 2
    for _ in range(FINE_STEPS):
        step /= 2
        for by in (at - step, at + step):
            by = round(by / path.fine) * path.fine if path.fine else by
            if path.samples[0] / 2 <= by <= path.samples[-1]:
                tried.setdefault(by, off(by))
        at = min(tried, key=lambda k: tried[k])
    return (tried[at], path.acts(at)) if math.isfinite(tried[at]) else (math.inf, ())


def _of_depth(target: Stages, now: Stages, kit: Kit) -> tuple[Act, ...]:
    """What brings the shadow to the target's depth, the cheapest."""
    ratio = 2.0 ** float(readings_of(target).ratio_stops)
    search = Search(now, wish_of([wish_from("ratio", f"{ratio:.2f}:1")]), kit, reasons=False)
    for progress in search.run():
        if progress.answers:
            return progress.answers[0].answer.acts
    return ()
