"""How one light is placed, turned, rolled and aimed to even the light over a row of people most."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Act, Answer
from ..editing.move_light import move_light
from ..model.limits import check_limits
from ..model.people import People
from ..model.point import Point
from ..model.set import Set, with_light
from ..problem import NotAccepted
from ..sitter.mesh import SitterMesh
from .faces import Faces, Row, Straight, faces_of, metered

TURNS, DISTANCES = tuple(np.arange(-60.0, 61.0, 15.0)), (0.75, 1.0, 1.3, 1.7, 2.2, 2.8)
AIMS = np.linspace(-0.9, 1.5, 9)  # along the row, in half rows from its middle, away from the light
BEFORE = (0.0, 0.4, 0.8)  # [m] before the row that the light is aimed at
ROLLS = (0.0, 90.0)  # degrees about its axis, more than now
FINELY = 4  # of the best tries, that the meter reads
LEAST_LIGHT = 1 / 16  # of the present light: darkness is even, but no light
LEAST_STEP, AT_FACE = 0.02, 0.12  # [m] of distance that is worth saying; of an aim that is at a face
A_MOVE = 0.04  # stops of spread that a step of distance or turn must gain (assumption)
EVEN = 0.1  # stops of spread that nobody sees (assumption)
LOSES = 0.1  # stops of light that are worth saying


@dataclass(frozen=True)
class Evened:
    now: Row
    best: Row
    answer: Answer | None
    """What to do; None when nothing gains."""


@dataclass(frozen=True)
class _Try:
    turn: float
    """Round the row's middle [degrees]."""
    scale: float
    """Of the distance."""
    aim: float
    """Along the row, in half rows."""
    before: float = 0.0
    roll: float = 0.0

    @property
    def cost(self) -> float:
        """Stops of spread that it must gain."""
        steps = abs(self.turn) / 15 + abs(DISTANCES.index(self.scale) - 1) + (self.roll > 0) + self.before / 0.4
        return A_MOVE * steps


def _made(photo_set: Set, index: int, faces: Faces, tried: _Try) -> Set | None:
    """The set with the box walked round the row's middle, nearer or farther, rolled, and aimed along or before it."""
    light, middle = photo_set.lights[index], faces.middle
    off, a = light.place.array - middle, math.radians(tried.turn)
    x, z = off[0] * math.cos(a) + off[2] * math.sin(a), off[2] * math.cos(a) - off[0] * math.sin(a)
    place = middle + np.array([x * tried.scale, off[1], z * tried.scale])
    side = -1.0 if (place - middle) @ faces.along > 0 else 1.0
    target = middle + side * tried.aim * faces.half * faces.along + tried.before * faces.out
    roll = light.roll + tried.roll if light.roll + tried.roll <= 90 else light.roll - tried.roll
    moved = replace(light, place=Point(*map(float, place)), aim=Point(*map(float, target)), roll=roll)
    made = with_light(photo_set, index, moved)
    held = move_light(made, index, "place", {"x": moved.place.x, "y": moved.place.y, "z": moved.place.z})
    return None if held.resisted else made


def _acts(photo_set: Set, made: Set, index: int, faces: Faces, tried: _Try, lost: float) -> tuple[Act, ...]:
    light, new, middle = photo_set.lights[index], made.lights[index], faces.middle
    acts = []
    if tried.turn:
        lens = photo_set.camera.place.array - middle
        before, after = (math.hypot(*(k.place.array - middle - lens)[[0, 2]]) for k in (light, new))
        where = "toward" if after < before else "away from"
        acts.append(Act("row.round", {"by_degrees": abs(tried.turn)}, {"light": light.name, "where": where}))
    far, near = (math.hypot(*(k.place.array - middle)[[0, 2]]) for k in (new, light))
    if abs(far - near) > LEAST_STEP:
        acts.append(Act("row.farther" if far > near else "row.nearer", {"to_m": far}))
    if tried.roll:
        acts.append(Act("row.roll"))
    person = int(np.abs((faces.places - new.aim.array) @ faces.along).argmin())
    past = abs(float((new.aim.array - faces.places[person]) @ faces.along))
    figures = {"person": person + 1.0} | ({} if past < AT_FACE else {"past_m": past})
    figures |= {"before_m": tried.before} if tried.before else {}
    acts.append(Act("row.aim", figures))
    if lost > LOSES:
        acts.append(Act("row.loses", {"lost_stops": lost}))
    return tuple(acts)


def _searched(photo_set: Set, index: int, faces: Faces, now: Row) -> list[tuple[_Try, Set]]:
    """The best tries by straight light, best first: place and aim, then roll and how far before the row it is aimed."""
    straight = Straight(photo_set, faces, index, now)
    front = photo_set.lights[index].modifier
    rolls = ROLLS if getattr(front, "width", 0) != getattr(front, "height", 0) else ROLLS[:1]

    def judged(tries: Iterator[_Try]) -> list[tuple[float, _Try, Set]]:
        found = []
        for tried in tries:
            made = _made(photo_set, index, faces, tried)
            if made is not None:
                got = straight.row(made.lights[index])
                if got.mean >= now.mean * LEAST_LIGHT:
                    found.append((got.spread + tried.cost, tried, made))
        return sorted(found, key=lambda k: k[0])[:FINELY]

    first = judged(_Try(turn, scale, float(aim)) for turn in TURNS for scale in DISTANCES for aim in AIMS)
    near = judged(replace(t, before=b, roll=r) for _, t, _ in first for b in BEFORE for r in rolls)
    return [(tried, made) for _, tried, made in near]


def row_of(photo_set: Set, mesh: SitterMesh, index: int, people: People) -> Evened:
    """Light over a row of people, and the place, roll and aim of one light that even it most.

    Parameters
    ----------
    photo_set : the set; mesh : its sitter, whose face is the row's middle; index : of the light that is moved
    people : how many, how far apart

    Raises
    ------
    NotAccepted : for people outside their limits
    """
    problems = list(check_limits(people))
    if problems:
        raise NotAccepted(problems)
    faces = faces_of(photo_set, mesh, people)
    now = metered(photo_set, mesh, faces)
    if now.spread < EVEN:
        return Evened(now, now, None)
    best: tuple[float, Row, _Try, Set] | None = None
    for tried, made in _searched(photo_set, index, faces, now):
        got = metered(made, mesh, faces)
        if best is None or got.spread + tried.cost < best[0]:
            best = got.spread + tried.cost, got, tried, made
    if best is None or best[1].spread > now.spread - A_MOVE:
        return Evened(now, now, None)
    _, got, tried, made = best
    lost = math.log2(max(now.mean, 1e-9) / max(got.mean, 1e-9))
    return Evened(now, got, Answer(_acts(photo_set, made, index, faces, tried, lost), made, moves="key"))
