"""To the wanted pattern by the least move: several ways, each tried on the computed light before it is offered."""

from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Answer, Moves
from ..model.limits import bounds
from ..model.patterns import PATTERNS, Pattern
from ..model.sitter import Sitter
from ..rules.validation import fits
from ..simulation.stages import Stages
from ..sitter.face import HeadFrame, head_frame
from ..transport.emitter import Emitter
from .dial import AZIMUTHS, BEFORE_LENS, ELEVATIONS, Sphere, fronts_of, sphere_of
from .directions import Half, angles, direction, half_of
from .face_points import face_points
from .key_light import key_light
from .many_lights import levels
from .measures import measures_of
from .occlusion import clear_ways
from .placing import Hung, hung_key
from .reach import ANYWHERE, Support, before_lens, hindrances
from .reading import shares_of
from .rules import SURE, probabilities
from .ways import Way, acts_of, effort, with_way

CERTAIN = 0.8  # share from which a way is good; under it the surest is taken
IN_PICTURE = 0.6  # cost of a place before the lens: the picture must be taken past it (assumption)
UNSURE = 0.8  # cost of all that a way lacks to certainty
TRIED, TRIED_LAST = 4, 24  # ways of one kind that are read by rays before it is given up; of the last kind
RISES, TURNS = np.arange(-1.6, 1.61, 0.08), np.arange(-150.0, 151.0, 5.0)  # [m], degrees
BOTH_RISES, BOTH_TURNS = np.arange(-0.6, 0.61, 0.15), np.arange(-60.0, 61.0, 10.0)
BETWEEN = ((0.0, 0.0), (6.0, 5.0))  # degrees from a place of the dial
FAR_SCALES = (1.0, 0.8, 0.6, 0.45, 1.3, 1.7, 2.2)
HEAD_TURNS, HEAD_NODS, BODY_TURNS = (
    np.arange(-45.0, 46.0, 5.0),
    np.arange(-24.0, 25.0, 4.0),
    np.arange(-90.0, 91.0, 10.0),
)


@dataclass(frozen=True, eq=False)
class _Search:
    stages: Stages
    sphere: Sphere
    target: int
    support: Support
    hung: Hung | None
    """The key that is carried; None for one that stays where it is."""
    half: Half | None = None
    """The half of the dial that the key is to be on; None for either."""

    @property
    def head(self) -> HeadFrame:
        return head_frame(self.stages.mesh, self.stages.photo_set.sitter)

    @property
    def middle(self) -> np.ndarray:
        return self.sphere.carried.middle

    @property
    def place(self) -> np.ndarray:
        return self.sphere.carried.emitter.row[:3]


def _on_rise(s: _Search) -> list[Way]:
    return [Way(tuple(s.place + [0, by, 0])) for by in RISES if abs(by) > 0.01]


def _carried(s: _Search, turn: float, rise: float, scale: float = 1.0) -> Way:
    a, off = np.radians(turn), (s.place - s.middle) * [scale, 1.0, scale]
    x, z = off[0] * np.cos(a) + off[2] * np.sin(a), off[2] * np.cos(a) - off[0] * np.sin(a)
    return Way(tuple(s.middle + [x, off[1] + rise, z]))


def _round(s: _Search) -> list[Way]:
    return [_carried(s, turn, 0.0) for turn in TURNS if turn]


def _both(s: _Search) -> list[Way]:
    return [_carried(s, turn, rise) for turn in BOTH_TURNS if turn for rise in BOTH_RISES if abs(rise) > 0.01]


def _nearer(s: _Search) -> list[Way]:
    return [
        _carried(s, 0.0, rise, scale) for scale in (0.85, 0.7, 0.55, 1.2, 1.5) for rise in np.arange(-0.9, 0.91, 0.1)
    ]


def _poses(s: _Search) -> list[list[Way]]:
    now = s.stages.photo_set.sitter

    def within(name: str, value: float) -> bool:
        low, high = bounds(Sitter, name)
        return low <= value <= high

    return [
        [Way(head_turn=float(k)) for k in HEAD_TURNS if k and within("head_turn", now.head_turn + k)],
        [Way(head_nod=float(k)) for k in HEAD_NODS if k and within("head_nod", now.head_nod + k)],
        [Way(body_turn=float(k)) for k in BODY_TURNS if k],
    ]


def _everywhere(s: _Search) -> list[Way]:
    """All directions that may have the pattern, by the dial with a place of margin and between its places, at several
    distances."""
    from scipy.ndimage import maximum_filter  # at first use: loading it takes half a second

    grown = maximum_filter(s.sphere.shares[..., s.target] > 0.05, size=3)
    ways = [direction(AZIMUTHS[c] + a, ELEVATIONS[r] + e) for r, c in np.argwhere(grown) for a, e in BETWEEN]
    # Steep and behind places lie beyond the dial.
    ways += [direction(a, e) for a in range(-180, 180, 30) for e in (-75.0, -55.0, 87.0)]
    away = float(np.linalg.norm(s.sphere.key_way))
    return [Way(tuple(s.middle + s.head.rotation @ d * away * scale)) for scale in FAR_SCALES for d in ways]


def _emitters(s: _Search, ways: list[Way]) -> list[Emitter]:
    made = []
    for way in ways:
        if way.place is not None:
            made.append(s.sphere.carried.at(np.array(way.place), s.head))
        else:
            posed = with_way(s.stages.photo_set, None, way).sitter
            made.append(s.sphere.carried.seen_from(head_frame(s.stages.mesh, posed)))
    return made


def _shares(s: _Search, emitters: list[Emitter]) -> np.ndarray:
    """(k, 8), by the table of the present pose: what another pose's body shades is seen when the way is tried."""
    face = face_points(s.stages.mesh)
    clear = clear_ways(s.stages.mesh, s.stages.photo_set.sitter)
    ways = np.array([e.row[:3] for e in emitters]) - face.centre
    return probabilities(measures_of(levels(face.points, face.normals, clear, emitters, face.centre), face, ways))


def _on_half(s: _Search, emitters: list[Emitter]) -> np.ndarray:
    """(k,) bool: the emitter is on the half of the dial that is wanted, or about its middle."""
    centre = face_points(s.stages.mesh).centre
    return np.array([s.half is None or half_of(angles(e.row[:3] - centre)[0]) in (s.half, None) for e in emitters])


def _ranked(s: _Search, ways: list[Way]) -> Iterator[tuple[Way, float, str]]:
    """The ways that have the pattern and can be gone, the cheapest first: cost, and what else they bring."""
    emitters = _emitters(s, ways)
    notes = np.full(len(ways), "", dtype=object)
    if ways[0].place is not None:
        photo_set, mesh, fronts = s.stages.photo_set, s.stages.mesh, fronts_of(emitters, s.head)
        board = s.hung.panel if s.hung else None
        free = hindrances(photo_set, mesh, s.sphere.index, fronts, s.support, board) == ""
        notes[before_lens(photo_set, mesh, fronts)] = BEFORE_LENS
        kept = np.where(free)[0]
        ways, emitters, notes = [ways[k] for k in kept], [emitters[k] for k in kept], notes[kept]
    if not ways:
        return
    shares = _shares(s, emitters)
    won = (shares.argmax(1) == s.target) & _on_half(s, emitters)
    cost = np.array([effort(w, s.place) for w in ways])
    sure = shares[:, s.target]
    cost = (
        cost + UNSURE * (1 - sure) + np.where(sure < SURE, 1.0, 0.0) + np.array([IN_PICTURE * bool(n) for n in notes])
    )
    cost = cost + np.where(sure < CERTAIN, 0.15, 0.0)
    for k in np.argsort(cost, kind="stable"):
        if won[k]:
            yield ways[k], float(cost[k]), notes[k]


def _tried(s: _Search, way: Way, note: str) -> Answer | None:
    """The way with its set and what rays say of it; None when it does not do what was hoped."""
    made = with_way(s.stages.photo_set, s.hung, way)
    if not fits(made):
        return None
    stages = replace(s.stages, photo_set=made, found={})
    key = key_light(stages, made.lights[s.sphere.index])
    if key is None:
        return None
    shares = shares_of(key, face_points(s.stages.mesh))
    if int(shares.argmax()) != s.target:
        return None
    acts = acts_of(s.stages.photo_set, s.hung, way, s.place, s.middle)
    if not acts:
        return None
    moves: Moves = "sitter" if way.place is None else "key"
    return Answer(acts, made, effort(way, s.place), float(shares[s.target]), moves, note)


def _best(s: _Search, ways: list[Way], most: int = TRIED) -> tuple[float, Answer] | None:
    s.stages.go_on()
    if not ways:
        return None
    for tried, (way, cost, note) in enumerate(_ranked(s, ways)):
        if tried >= most:
            break
        answer = _tried(s, way, note)
        if answer:
            return cost, answer
    return None


def search_for(stages: Stages, target: Pattern, support: Support, half: Half | None = None) -> _Search | None:
    """What the search for a pattern goes from; None without a key that reaches the face."""
    sphere = sphere_of(stages)
    if sphere is None:
        return None
    hung = hung_key(stages.photo_set, sphere.index, sphere.carried)
    return _Search(stages, sphere, PATTERNS.index(target), support, hung, half)


def ways_to(
    stages: Stages, target: Pattern, support: Support = ANYWHERE, wide: bool = True, half: Half | None = None
) -> list[Answer]:
    """Ways to a pattern, the least effort first; empty when none was found.

    Parameters
    ----------
    stages : of the set; target : wanted pattern
    support : what the stands of the kit can do
    wide : whether every direction is looked at when the usual moves do not surely do it
    half : of the dial that the key is to be on; None for either
    """
    s = search_for(stages, target, support, half)
    if s is None:
        return []
    kinds = [_on_rise(s), _round(s), _both(s), _nearer(s)] if s.hung else []
    found = [b for ways in (*kinds, *_poses(s)) if (b := _best(s, ways))]
    if (
        wide
        and s.hung
        and not any(way.share >= SURE for _, way in found)
        and (b := _best(s, _everywhere(s), TRIED_LAST))
    ):
        found.append(b)
    found.sort(key=lambda k: k[0])
    kept: dict[tuple[object, ...], Answer] = {}
    for _, answer in found:
        kept.setdefault(tuple(act.rounded for act in answer.acts), answer)
    return list(kept.values())
