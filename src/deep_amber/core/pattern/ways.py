"""A way to a wanted pattern: what to move, how far, and what it costs to do."""

import math
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Act
from ..model.set import Set
from .placing import Hung

# What a move costs, in metres of a stand carried (assumptions): a stand is let down and raised, walked round with its
# cable, or the sitter is asked, who holds a turned pose less surely than a stand its place.
RAISED, CARRIED, TWO_THINGS = 1.0, 1.0, 0.15
ASKED, A_DEGREE = 0.4, 0.03
LEAST_TURN, LEAST_LENGTH = 1.5, 0.015  # degrees and [m] that are worth saying


@dataclass(frozen=True)
class Way:
    """A place of the key, or a pose of the sitter, that may be a way to the pattern."""

    place: tuple[float, float, float] | None = None
    """Of the key in the room [m]; None to leave it."""
    head_turn: float = 0.0
    head_nod: float = 0.0
    body_turn: float = 0.0
    """By how much the sitter turns or nods [degrees]."""


def with_way(photo_set: Set, hung: Hung | None, way: Way) -> Set:
    """The set with a way gone; `hung` is the key that is carried."""
    made = hung.moved(np.array(way.place)) if way.place is not None and hung else photo_set
    if way.head_turn or way.head_nod or way.body_turn:
        s = made.sitter
        made = replace(
            made,
            sitter=replace(
                s,
                head_turn=s.head_turn + way.head_turn,
                head_nod=s.head_nod + way.head_nod,
                body_turn=wrapped(s.body_turn + way.body_turn),
            ),
        )
    return made


def _level(place: np.ndarray, middle: np.ndarray) -> tuple[float, float]:
    """Azimuth round the vertical through the face [degrees], and level distance [m]."""
    x, _, z = place - middle
    return math.degrees(math.atan2(x, z)), math.hypot(x, z)


def wrapped(turn: float) -> float:
    """The turn within half a circle either way [degrees]."""
    return (turn + 180) % 360 - 180


def effort(way: Way, now: np.ndarray) -> float:
    """What a way costs, in metres of a stand carried; now : (3,) where the key is [m]."""
    asked = abs(way.head_turn) + abs(way.head_nod) + 0.7 * abs(way.body_turn)
    cost = ASKED + A_DEGREE * asked if asked else 0.0
    if way.place is not None:
        place = np.array(way.place)
        rise = abs(float(place[1] - now[1]))
        walk = float(np.hypot(place[0] - now[0], place[2] - now[2]))
        cost += RAISED * rise + CARRIED * walk + (TWO_THINGS if rise > LEAST_LENGTH and walk > LEAST_LENGTH else 0.0)
    return cost


def acts_of(photo_set: Set, hung: Hung | None, way: Way, key: np.ndarray, middle: np.ndarray) -> tuple[Act, ...]:
    """What is to be done, in the order it is said.

    Parameters
    ----------
    photo_set : the set before; hung : the key that is carried, None for one that stays
    key, middle : (3,) where the key and the middle of the face are [m]
    """
    made = _carried(photo_set, hung, np.array(way.place), middle) if hung and way.place is not None else []
    return (*made, *_asked(photo_set, way, key, middle))


def _boomed(hung: Hung, place: np.ndarray) -> list[Act]:
    """Whether it comes to hang on a boom."""
    then = hung.moved(place).lights[hung.index].holding
    return [Act("with.boom")] if then != hung.photo_set.lights[hung.index].holding else []


def _round(photo_set: Set, name: str, now: float, then: float, middle: np.ndarray) -> Act:
    lens = _level(photo_set.camera.place.array, middle)[0]
    by = abs(wrapped(then - now))
    nearer = abs(wrapped(then - lens)) < abs(wrapped(now - lens))
    crossed = np.sign(wrapped(then - lens)) != np.sign(wrapped(now - lens)) and by > 10 and abs(wrapped(now - lens)) > 3
    where = "across" if crossed and abs(wrapped(then - lens)) > 3 else "toward" if nearer else "away from"
    return Act("key.round", {"by_degrees": by}, {"key": name, "where": where})


def _carried(photo_set: Set, hung: Hung, place: np.ndarray, middle: np.ndarray) -> list[Act]:
    acts: list[Act] = []
    key = {"key": hung.name}
    (turn, far), (new_turn, new_far) = _level(hung.place, middle), _level(place, middle)
    if abs(wrapped(new_turn - turn)) > LEAST_TURN and min(far, new_far) > 0.1:
        acts.append(_round(photo_set, hung.name, turn, new_turn, middle))
    low, new_low = hung.lower_edge(hung.place), hung.lower_edge(place)
    if abs(new_low - low) > LEAST_LENGTH:
        code = "key.raise" if new_low > low else "key.lower"
        acts.append(Act(code, {"by_m": abs(new_low - low), "to_m": new_low}, key))
    if abs(new_far - far) > LEAST_LENGTH:
        acts.append(Act("key.nearer" if new_far < far else "key.farther", {"by_m": abs(new_far - far)}, key))
    return acts + _boomed(hung, place)


def _asked(photo_set: Set, way: Way, key: np.ndarray, middle: np.ndarray) -> list[Act]:
    acts, light = [], _level(key, middle)[0]
    nose = photo_set.sitter.body_turn + photo_set.sitter.head_turn
    for by, code in ((way.head_turn, "sitter.turn_nose"), (way.body_turn, "sitter.turn_on_seat")):
        if by:
            to = "to" if abs(wrapped(light - nose - by)) < abs(wrapped(light - nose)) else "away from"
            acts.append(Act(code, {"by_degrees": abs(by)}, {"to": to}))
    if way.head_nod:
        code = "sitter.chin_down" if way.head_nod > 0 else "sitter.chin_up"
        acts.append(Act(code, {"by_degrees": abs(way.head_nod)}, {"asked": "yes"}))
    return acts
